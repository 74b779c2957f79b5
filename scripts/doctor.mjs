// `npm run doctor`: what is well and what is wrong with an installation. Stop the program first.
import { join } from 'node:path';
import { built, flag, ready, ROOT } from './prepare.mjs';

ready();
const { openData } = await built('server/db/data-folder');
const { contentOf } = await built('server/content/content-folder');
const { filesFrom } = await built('server/content/files-from');
const { Backups } = await built('server/backup/keep-backups');
const { examine } = await built('server/readings/doctor');
const dataFolder = String(flag('data') ?? process.env.MAPLE_DATA ?? join(ROOT, 'data', 'practice'));
const said = (isWell, what, words) => console.log(`${isWell ? 'well ' : 'WRONG'}  ${what}: ${words}`);
let wrong = 0;
said(true, 'Program', `Node.js ${process.version}`);
said(true, 'Folder', process.env.DATABASE_URL ? `${dataFolder}, rows on a PostgreSQL server` : dataFolder);
try {
  const { db, close } = await openData({ dataFolder, databaseUrl: process.env.DATABASE_URL, mustExist: true });
  const store = await contentOf(dataFolder, undefined, filesFrom(process.env));
  for (const f of await examine(db, store, new Backups(db, store, dataFolder), dataFolder)) {
    said(f.isWell, f.what, f.said);
    if (!f.isWell) wrong += 1;
  }
  await close();
} catch (error) {
  said(false, 'Data', error.message);
  wrong += 1;
}
process.exit(wrong > 0 ? 1 : 0);
