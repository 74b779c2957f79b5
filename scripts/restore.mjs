// `npm run restore -- FILE`: puts a backup into a data folder that holds no practice yet.
import { join, resolve } from 'node:path';
import { built, flag, ready, ROOT } from './prepare.mjs';

ready();
const { openData } = await built('server/db/data-folder');
const { contentOf } = await built('server/content/content-folder');
const { filesFrom } = await built('server/content/files-from');
const { restoreBackup } = await built('server/backup/restore-backup');
const file = process.argv[2];
const dataFolder = String(flag('data') ?? process.env.MAPLE_DATA ?? join(ROOT, 'data', 'practice'));
if (!file || file.startsWith('--')) {
  console.error('Usage: npm run restore -- FILE [--data FOLDER]');
  process.exit(2);
}
try {
  const { db, close } = await openData({ dataFolder, databaseUrl: process.env.DATABASE_URL });
  const { madeAt, tables, files, missing } = await restoreBackup(
    db,
    await contentOf(dataFolder, undefined, filesFrom(process.env)),
    resolve(file),
  );
  const rows = tables.reduce((sum, t) => sum + t.rows, 0);
  console.log(
    `Restored into ${dataFolder}: ${rows} rows and ${files.length} files as they were on ${madeAt}. Counts and hashes agree.`,
  );
  if (missing.length > 0) console.log(`${missing.length} files were missing already when the backup was made.`);
  await close();
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
process.exit(0);
