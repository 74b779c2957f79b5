// `npm run figures`: reckons the stored figures of all sessions anew from their shots. Stop the program first.
import { join } from 'node:path';
import { built, flag, ready, ROOT } from './prepare.mjs';

ready();
const { openData } = await built('server/db/data-folder');
const { rebuildFigures } = await built('server/rows/figures');
const dataFolder = String(flag('data') ?? process.env.MAPLE_DATA ?? join(ROOT, 'data', 'practice'));
try {
  const { db, close } = await openData({ dataFolder, databaseUrl: process.env.DATABASE_URL });
  console.log(`Figures of ${await rebuildFigures(db)} lessons reckoned anew.`);
  await close();
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
process.exit(0);
