// `npm run reset-password -- SIGN-IN`: a new password for somebody who has lost theirs, printed once.
import { join } from 'node:path';
import { built, flag, ready, ROOT } from './prepare.mjs';

ready();
const { openData } = await built('server/db/data-folder');
const { resetPassword } = await built('server/readings/reset-password');
const signIn = process.argv[2];
const dataFolder = String(flag('data') ?? process.env.MAPLE_DATA ?? join(ROOT, 'data', 'practice'));
if (!signIn || signIn.startsWith('--')) {
  console.error('Usage: npm run reset-password -- SIGN-IN [--without-second-factor] [--data FOLDER]');
  process.exit(2);
}
try {
  const { db, close } = await openData({ dataFolder, databaseUrl: process.env.DATABASE_URL, mustExist: true });
  try {
    const { password, ended } = await resetPassword(db, signIn, process.argv.includes('--without-second-factor'));
    console.log(`New password of ${signIn}: ${password}`);
    console.log(`${ended} sign-ins ended. Change it in Settings → Your account after signing in.`);
  } finally {
    await close();
  }
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
process.exit(0);
