import { basename } from 'node:path';
import type { ContentStore } from '../content/content-store.ts';
import type { Db } from '../db/connection.ts';
import { migrate, schemaSteps } from '../db/migrate.ts';
import { Problem } from '../http/problem.ts';
import { installationId } from '../rows/content.ts';
import { figuresWait, rebuildFigures } from '../rows/figures.ts';
import { eachPart } from './lines.ts';
import { tablesInOrder } from './tables.ts';
import { Archive } from './archive.ts';
import { checkParts, readManifest, takeFiles } from './manifest.ts';
import { tableEntry, type BackupManifest } from './write-backup.ts';

async function manifestOf(archive: Archive, name: string): Promise<BackupManifest> {
  return readManifest<BackupManifest>(archive, name, ['practice-backup'], `${name} is no backup of a practice.`);
}

/**
 * Reads a whole backup and checks every part of it against the hashes that it was made with.
 * @throws InputError where it is no backup, of a newer program, or damaged
 */
export async function checkBackup(file: string, name = basename(file)): Promise<BackupManifest> {
  const archive = await Archive.open(file, name);
  try {
    const manifest = await manifestOf(archive, name);
    await checkParts(archive, name, manifest);
    return manifest;
  } finally {
    archive.close();
  }
}

async function fillTable(tx: Db, archive: Archive, name: string): Promise<number> {
  let columns: string | undefined;
  return eachPart(await archive.stream(tableEntry(name)), async (lines) => {
    columns ??= Object.keys(JSON.parse(lines[0]!) as object)
      .map((c) => `"${c}"`)
      .join(', ');
    await tx.query(
      `insert into "${name}" (${columns}) overriding system value
       select ${columns} from json_populate_recordset(null::"${name}", $1::json)`,
      [`[${lines.join(',')}]`],
    );
  });
}

/** Before the schema is made anew: a database that holds rows of anything, ours or not, is left as it is. @throws Problem 409 */
async function checkNothingElse(db: Db): Promise<void> {
  for (const name of await tablesInOrder(db))
    if ((await db.query(`select 1 from "${name}" limit 1`)).length > 0)
      throw new Problem(409, 'already-set-up', `The database holds rows in ${name}; a backup goes into an empty one.`);
}

/** Numbers that are counted on go on behind those that came in. */
const goOnCounting = (tx: Db): Promise<void> =>
  tx.script(`do $$ declare r record; begin
    for r in select table_name as t, column_name as c from information_schema.columns where table_schema = 'public' and is_identity = 'YES'
    loop
      execute format('select setval(pg_get_serial_sequence(%L, %L), greatest((select coalesce(max(%I), 0) from %I), 1))', r.t, r.c, r.c, r.t);
    end loop; end $$`);

/**
 * Puts a backup into a database that holds no practice: the schema as it was then, the rows, and then what came after it.
 * @throws InputError for a backup that cannot be taken; Problem 409 where there is a practice; nothing is changed then
 */
export async function restoreBackup(
  db: Db,
  content: ContentStore,
  file: string,
  name = basename(file),
): Promise<BackupManifest> {
  const manifest = await checkBackup(file, name);
  const [practices] = await db.query<{ n: number }>('select count(*)::int as n from practices');
  if ((practices?.n ?? 0) > 0)
    throw new Problem(409, 'already-set-up', 'There is a practice here already; a backup goes into an empty one.');
  const archive = await Archive.open(file, name);
  try {
    await takeFiles(archive, content, manifest);
    if (manifest.schema !== schemaSteps().at(-1)) {
      await checkNothingElse(db);
      await db.script('drop schema public cascade; create schema public');
      await migrate(db, manifest.schema);
    }
    await db.transaction(async (tx) => {
      await figuresWait(tx);
      for (const table of manifest.tables) {
        // A step of the schema may have put rows of its own there.
        await tx.query(`delete from "${table.name}"`);
        const put = await fillTable(tx, archive, table.name);
        if (put !== table.rows) throw new Error(`${put} of ${table.rows} rows of ${table.name} came in.`);
      }
      await goOnCounting(tx);
    });
    await migrate(db);
    await rebuildFigures(db);
    await content.setOwner(await installationId(db));
    return manifest;
  } finally {
    archive.close();
  }
}
