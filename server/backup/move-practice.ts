import { join } from 'node:path';
import { contentOf } from '../content/content-folder.ts';
import { markMoved, openData } from '../db/data-folder.ts';
import { Backups } from './keep-backups.ts';
import { restoreBackup } from './restore-backup.ts';

/**
 * Takes a practice from the embedded database of a data folder to a PostgreSQL server: by a backup that is read back whole, so that
 * nothing is changed where anything fails. The original files stay in the folder.
 * @throws Error or Problem where the folder is in use, or the server holds a practice already
 */
export async function movePractice(
  dataFolder: string,
  databaseUrl: string,
): Promise<{ rows: number; files: number; backup: string }> {
  const from = await openData({ dataFolder, mustExist: true });
  const content = await contentOf(dataFolder);
  const moved = await (async () => {
    try {
      const backups = new Backups(from.db, content, dataFolder);
      const backup = join(backups.folder, (await backups.make()).name);
      const to = await openData({ dataFolder, databaseUrl });
      try {
        const { tables, files } = await restoreBackup(to.db, content, backup);
        return { rows: tables.reduce((sum, t) => sum + t.rows, 0), files: files.length, backup };
      } finally {
        await to.close();
      }
    } finally {
      await from.close();
    }
  })();
  markMoved(dataFolder);
  return moved;
}
