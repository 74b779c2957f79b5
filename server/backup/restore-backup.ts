import { createInterface } from 'node:readline';
import { basename } from 'node:path';
import { InputError } from '../../core/errors/input-error.ts';
import type { ContentStore } from '../content/content-store.ts';
import type { Db } from '../db/connection.ts';
import { migrate, schemaSteps } from '../db/migrate.ts';
import { Problem } from '../http/problem.ts';
import { installationId } from '../rows/content.ts';
import { figuresWait, rebuildFigures } from '../rows/figures.ts';
import { tablesInOrder } from './tables.ts';
import { Archive } from './archive.ts';
import { fileEntry, FORMAT, MANIFEST, tableEntry, type BackupManifest } from './write-backup.ts';

/** Rows that go in at once. */
const AT_ONCE = 1000;

async function manifestOf(archive: Archive, name: string): Promise<BackupManifest> {
  const foreign = new InputError('wrong-header', `${name} is no backup of a practice.`, name);
  if (!archive.has(MANIFEST)) throw foreign;
  let manifest: BackupManifest;
  try {
    manifest = JSON.parse(await archive.text(MANIFEST)) as BackupManifest;
  } catch {
    throw foreign;
  }
  if (manifest.kind !== 'practice-backup') throw foreign;
  if (manifest.format > FORMAT || !schemaSteps().includes(manifest.schema))
    throw new InputError(
      'unknown-value',
      `${name} was made by a newer version of the program (schema ${manifest.schema}; this one knows up to ${schemaSteps().at(-1)}). Update the program first.`,
      name,
    );
  return manifest;
}

/**
 * Reads a whole backup and checks every part of it against the hashes that it was made with.
 * @throws InputError where it is no backup, of a newer program, or damaged
 */
export async function checkBackup(file: string): Promise<BackupManifest> {
  const name = basename(file);
  const archive = await Archive.open(file, name);
  try {
    const manifest = await manifestOf(archive, name);
    const parts = [
      ...manifest.tables.map((t) => ({ entry: tableEntry(t.name), sha256: t.sha256 })),
      ...manifest.files.map((f) => ({ entry: fileEntry(f.sha256), sha256: f.sha256 })),
    ];
    for (const { entry, sha256 } of parts)
      if ((await archive.sha256(entry)) !== sha256)
        throw new InputError('unreadable', `${name} is damaged: ${entry} is not what was stored.`, entry);
    return manifest;
  } finally {
    archive.close();
  }
}

async function fillTable(tx: Db, archive: Archive, name: string): Promise<number> {
  let rows = 0;
  let columns: string | undefined;
  const put = async (lines: readonly string[]): Promise<void> => {
    if (lines.length === 0) return;
    columns ??= Object.keys(JSON.parse(lines[0]!) as object)
      .map((c) => `"${c}"`)
      .join(', ');
    await tx.query(
      `insert into "${name}" (${columns}) overriding system value
       select ${columns} from json_populate_recordset(null::"${name}", $1::json)`,
      [`[${lines.join(',')}]`],
    );
    rows += lines.length;
  };
  let lines: string[] = [];
  for await (const line of createInterface({ input: await archive.stream(tableEntry(name)), crlfDelay: Infinity })) {
    if (line === '') continue;
    lines.push(line);
    if (lines.length < AT_ONCE) continue;
    await put(lines);
    lines = [];
  }
  await put(lines);
  return rows;
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
export async function restoreBackup(db: Db, content: ContentStore, file: string): Promise<BackupManifest> {
  const manifest = await checkBackup(file);
  const [practices] = await db.query<{ n: number }>('select count(*)::int as n from practices');
  if ((practices?.n ?? 0) > 0)
    throw new Problem(409, 'already-set-up', 'There is a practice here already; a backup goes into an empty one.');
  const archive = await Archive.open(file, basename(file));
  try {
    for (const { sha256 } of manifest.files) {
      const part = await content.receive(await archive.stream(fileEntry(sha256)), sha256, Infinity);
      await content.keep(part.id, part.sha256);
    }
    if (manifest.schema !== schemaSteps().at(-1)) {
      await checkNothingElse(db);
      await db.script('drop schema public cascade; create schema public');
      await migrate(db, manifest.schema);
    }
    await db.transaction(async (tx) => {
      await figuresWait(tx);
      for (const { name, rows } of manifest.tables) {
        // A step of the schema may have put rows of its own there.
        await tx.query(`delete from "${name}"`);
        const put = await fillTable(tx, archive, name);
        if (put !== rows) throw new Error(`${put} of ${rows} rows of ${name} came in.`);
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
