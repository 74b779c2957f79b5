import { existsSync } from 'node:fs';
import { chmod, cp } from 'node:fs/promises';
import { join } from 'node:path';
import type { Db } from './connection.ts';
import { migrate } from './migrate.ts';
import { threadedPGlite } from './threaded.ts';

/** A database with an empty practice that goes with the built program: to copy it is much faster than to make one. */
const BUILT_ALONG = join(import.meta.dirname, 'empty-practice');

/** Puts an empty practice into a folder that is not there yet: a copy where one was built along, else a new one. */
export async function putEmptyPractice(folder: string): Promise<void> {
  if (existsSync(BUILT_ALONG)) await cp(BUILT_ALONG, folder, { recursive: true });
  else await makeEmptyPractice(folder);
  // A practice is nobody else's on this machine.
  await chmod(folder, 0o700);
}

/** Makes a database with an empty practice, which belongs to no installation yet. @param folder that of the build where it is not given */
export async function makeEmptyPractice(folder = BUILT_ALONG): Promise<void> {
  const db = await threadedPGlite(folder, { create: true });
  await migrate(db);
  await db.query('delete from installation');
  await db.close();
}

/** Each practice is told from every other by its id: one that was just begun has none before this. */
export const ensureInstallationId = async (db: Db): Promise<void> => {
  await db.query(
    'insert into installation (id) select gen_random_uuid() where not exists (select 1 from installation)',
  );
};
