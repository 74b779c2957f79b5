// `npm run figures`: reckons the stored figures of all sessions anew from their shots. Stop the program first.
import { join } from 'node:path';
import { register } from 'tsx/esm/api';
import { flag, ready, ROOT } from './prepare.mjs';

ready();
register();
const { openData } = await import('../server/start.ts');
const { rebuildFigures } = await import('../server/rows/figures.ts');
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
