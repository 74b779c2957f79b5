// `npm run backup`: a backup of a practice whose program is not running; a running one makes its own.
import { join } from 'node:path';
import { built, flag, ready, ROOT } from './prepare.mjs';

ready();
const { openData } = await built('server/db/data-folder');
const { contentOf } = await built('server/content/content-folder');
const { filesFrom } = await built('server/content/files-from');
const { Backups } = await built('server/backup/keep-backups');
const dataFolder = String(flag('data') ?? process.env.MAPLE_DATA ?? join(ROOT, 'data', 'practice'));
try {
  const { db, close } = await openData({ dataFolder, databaseUrl: process.env.DATABASE_URL, mustExist: true });
  const backups = new Backups(db, await contentOf(dataFolder, undefined, filesFrom(process.env)), dataFolder);
  const made = await backups.make();
  console.log(
    `Backed up into ${join(backups.folder, made.name)} (${(made.bytes / 1e6).toFixed(1)} MB), read back and whole.`,
  );
  await close();
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
process.exit(0);
