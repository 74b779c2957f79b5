import { randomUUID } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { studentSchema } from '../../api/schemas.ts';
import { InputError } from '../../core/errors/input-error.ts';
import { Archive } from '../backup/archive.ts';
import { eachPart } from '../backup/lines.ts';
import { checkParts, isListOf, readManifest, takeFiles } from '../backup/manifest.ts';
import { tableEntry } from '../backup/write-backup.ts';
import type { ContentStore } from '../content/content-store.ts';
import type { Db } from '../db/connection.ts';
import { migrate, schemaSteps } from '../db/migrate.ts';
import { threadedPGlite } from '../db/threaded.ts';
import { Problem } from '../http/problem.ts';
import { dropUnused, holdContent } from '../rows/content.ts';
import { figuresWait } from '../rows/figures.ts';
import { studentRow, studentToWire } from '../rows/students.ts';
import { exportRecord, type RecordManifest } from './export-record.ts';
import { countOfRecord, filesOfRecord, recordTables, type RecordTable } from './scope.ts';

const said = (students: RecordManifest['students']): string =>
  students.length === 1 ? students[0]!.name : `${students.length} students`;

async function fill(tx: Db, practiceId: string, archive: Archive, table: RecordTable, name: string): Promise<number> {
  let columns: string | undefined;
  return eachPart(await archive.stream(tableEntry(table.name)), async (lines) => {
    if (columns === undefined) {
      const keys = Object.keys(JSON.parse(lines[0]!) as object);
      const foreign = keys.find((k) => !table.columns.includes(k));
      if (foreign !== undefined)
        throw new InputError(
          'unknown-value',
          `${name} has a column ${foreign} in ${table.name} that is not known.`,
          table.name,
        );
      columns = keys.map((c) => `"${c}"`).join(', ');
    }
    await tx.query(
      `insert into "${table.name}" (practice_id, ${columns})
       select $2::uuid, ${columns} from json_populate_recordset(null::"${table.name}", $1::json)`,
      [`[${lines.join(',')}]`, practiceId],
    );
  });
}

/** What a record must not meet: a person who is here already, or, for a practice's record, anybody at all. */
async function checkRoom(tx: Db, practiceId: string, manifest: RecordManifest): Promise<void> {
  const [here] = await tx.query<{ name: string }>('select name from students where id = any($1::uuid[]) limit 1', [
    manifest.students.map((s) => s.id),
  ]);
  if (here) throw new Problem(409, 'already-here', `${here.name} is here already; nothing was changed.`);
  if (manifest.kind !== 'practice-record') return;
  const [any] = await tx.query(
    `select 1 from students where practice_id = $1 union all select 1 from belief_changes where practice_id = $1 limit 1`,
    [practiceId],
  );
  if (any)
    throw new Problem(
      409,
      'already-set-up',
      'A whole practice goes into an empty one; this one has students or numbers of its own. Bring students in one by one.',
    );
}

/** Every row that came is one of the record: none hangs on somebody else's. @throws InputError where one does */
async function checkScope(
  tx: Db,
  practiceId: string,
  manifest: RecordManifest,
  put: ReadonlyMap<string, number>,
  name: string,
): Promise<RecordTable[]> {
  const ids = manifest.students.map((s) => s.id);
  const tables = await recordTables(tx, practiceId, ids, manifest.kind === 'practice-record');
  for (const table of tables) {
    const rows = put.get(table.name) ?? 0;
    if ((await countOfRecord(tx, table)) !== rows)
      throw new InputError(
        'unreadable',
        `${name} holds rows in ${table.name} that are of nobody in it. Nothing was changed.`,
        table.name,
      );
  }
  for (const id of ids) {
    const row = await studentRow(tx, practiceId, id);
    try {
      studentSchema.validateSync(row && studentToWire(row));
    } catch (error) {
      throw new InputError(
        'unreadable',
        `${name}: a student ${(error as Error).message}. Nothing was changed.`,
        'students',
      );
    }
  }
  return tables;
}

/**
 * A record of an earlier schema goes through a database of its own that is then brought up to date, and is exported from there.
 * @param then what is done with the newer record
 */
async function broughtUp<T>(
  archive: Archive,
  manifest: RecordManifest,
  content: ContentStore,
  name: string,
  then: (file: string) => Promise<T>,
): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'maple-record-'));
  const scratch = await threadedPGlite(join(folder, 'postgres'), { create: true });
  try {
    await migrate(scratch, manifest.schema);
    const practiceId = randomUUID();
    const file = join(folder, 'newer.zip');
    const whole = manifest.kind === 'practice-record';
    await scratch.transaction(async (tx) => {
      await tx.query('insert into practices (id, name, settings) values ($1, $2, $3)', [
        practiceId,
        'scratch',
        JSON.stringify(manifest.settings ?? {}),
      ]);
      const ids = manifest.students.map((s) => s.id);
      for (const table of await recordTables(tx, practiceId, ids, whole))
        if (archive.has(tableEntry(table.name))) await fill(tx, practiceId, archive, table, name);
    });
    await migrate(scratch);
    await exportRecord({ db: scratch, content }, practiceId, whole ? undefined : manifest.students[0]!.id, file);
    return await then(file);
  } finally {
    await scratch.close();
    await rm(folder, { recursive: true, force: true });
  }
}

/**
 * Takes an exported record into a practice: all of it or nothing.
 * @throws InputError for a file that cannot be taken; Problem 409 where it is here already
 */
export async function importRecord(
  { db, content }: { readonly db: Db; readonly content: ContentStore },
  practiceId: string,
  file: string,
  name = basename(file),
): Promise<RecordManifest> {
  const archive = await Archive.open(file, name);
  try {
    const manifest = await readManifest<RecordManifest>(
      archive,
      name,
      ['student-record', 'practice-record'],
      `${name} is no exported record of a student or a practice.`,
    );
    if (!isListOf(manifest.students, ['id', 'name']))
      throw new InputError('wrong-header', `${name} does not say whose record it is.`, name);
    await checkParts(archive, name, manifest);
    await checkRoom(db, practiceId, manifest);
    const files = manifest.files.map((f) => f.sha256);
    try {
      await takeFiles(archive, content, manifest);
      if (manifest.schema !== schemaSteps().at(-1))
        return await broughtUp(archive, manifest, content, name, (newer) =>
          importRecord({ db, content }, practiceId, newer, name),
        );
      await db.transaction(async (tx) => {
        await holdContent(tx, ...files);
        await figuresWait(tx);
        await checkRoom(tx, practiceId, manifest);
        const ids = manifest.students.map((s) => s.id);
        const known = await recordTables(tx, practiceId, ids, manifest.kind === 'practice-record');
        const strange = manifest.tables.find((t) => known.every((k) => k.name !== t.name));
        if (strange)
          throw new InputError('unknown-value', `${name} has a table ${strange.name} that is not known.`, name);
        const put = new Map<string, number>();
        for (const table of known)
          if (archive.has(tableEntry(table.name)))
            put.set(table.name, await fill(tx, practiceId, archive, table, name));
        const tables = await checkScope(tx, practiceId, manifest, put, name);
        const missing = (await filesOfRecord(tx, tables)).filter(
          (sha256) => !files.includes(sha256) && !manifest.missing.includes(sha256),
        );
        if (missing.length > 0)
          throw new InputError(
            'unreadable',
            `${name} lacks ${missing.length} original files that its rows name.`,
            name,
          );
        await tx.query(
          'select refresh_sessions(array(select id from lessons where practice_id = $1 and student_id = any($2::uuid[])))',
          [practiceId, ids],
        );
        if (manifest.kind === 'practice-record' && manifest.settings)
          await tx.query('update practices set settings = $2 where id = $1', [
            practiceId,
            JSON.stringify(manifest.settings),
          ]);
      });
    } catch (error) {
      await dropUnused(db, content, files);
      const code = error instanceof Error && 'code' in error ? String(error.code) : '';
      if (code === '23505')
        throw new Problem(
          409,
          'already-here',
          `A part of the record of ${said(manifest.students)} is here already; nothing was changed.`,
        );
      throw error;
    }
    return manifest;
  } finally {
    archive.close();
  }
}
