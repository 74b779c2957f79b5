import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pack } from '../backup/archive.ts';
import { writeLines, type WrittenTable } from '../backup/lines.ts';
import type { ArchiveManifest } from '../backup/manifest.ts';
import { filesOf, FORMAT, MANIFEST, packedParts } from '../backup/write-backup.ts';
import type { ContentStore } from '../content/content-store.ts';
import type { Db } from '../db/connection.ts';
import { schemaSteps } from '../db/migrate.ts';
import { filesOfRecord, recordTables } from './scope.ts';
import { summaryOf } from './summary.ts';

export const SUMMARY = 'summary.txt';

/** What an exported record says of itself. */
export interface RecordManifest extends ArchiveManifest {
  readonly kind: 'student-record' | 'practice-record';
  readonly madeAt: string;
  readonly students: readonly { readonly id: string; readonly name: string }[];
  /** Settings of the practice, in a practice's record. */
  readonly settings?: unknown;
  /** Files that rows name and that were not there. */
  readonly missing: readonly string[];
}

/**
 * Writes the record of one student or of a whole practice into a ZIP: a manifest, the rows as lines of JSON, the original files, and a
 * summary to read. Accounts, private links and the log of who did what stay behind.
 * @param studentIds one student, or undefined for the practice
 */
export async function exportRecord(
  { db, content }: { readonly db: Db; readonly content: ContentStore },
  practiceId: string,
  studentId: string | undefined,
  file: string,
  now = new Date(),
): Promise<RecordManifest> {
  const work = join(file, '..');
  await mkdir(work, { recursive: true });
  const folder = await mkdtemp(join(work, '.record-'));
  try {
    return await content.whileAllStays(async () => {
      const read = await db.transaction(async (tx) => {
        await tx.query('set transaction isolation level repeatable read read only');
        await tx.query("set local timezone to 'UTC'");
        const students = await tx.query<{ id: string; name: string }>(
          'select id, name from students where practice_id = $1 and ($2::uuid is null or id = $2) order by id',
          [practiceId, studentId ?? null],
        );
        const [practice] = await tx.query<{ settings: unknown }>('select settings from practices where id = $1', [
          practiceId,
        ]);
        const scope = await recordTables(
          tx,
          practiceId,
          students.map((s) => s.id),
          studentId === undefined,
        );
        const tables: WrittenTable[] = [];
        for (const { name, columns, isOf, order } of scope) {
          const picked = columns.map((c) => `t."${c}"`).join(', ');
          const query = `select row_to_json(x)::text as line from (select ${picked} from "${name}" t where ${isOf} order by ${order}) x`;
          tables.push({ name, ...(await writeLines(tx, query, join(folder, name))) });
        }
        const summary = await summaryOf(tx, practiceId, students, now);
        return { students, settings: practice?.settings, tables, summary, named: await filesOfRecord(tx, scope) };
      });
      const { files, missing } = await filesOf(content, read.named);
      await writeFile(join(folder, SUMMARY), read.summary);
      const manifest: RecordManifest = {
        kind: studentId === undefined ? 'practice-record' : 'student-record',
        format: FORMAT,
        madeAt: now.toISOString(),
        schema: schemaSteps().at(-1) as string,
        students: read.students,
        ...(studentId === undefined ? { settings: read.settings } : {}),
        tables: read.tables,
        files,
        missing,
      };
      await pack(
        file,
        [
          { name: SUMMARY, file: join(folder, SUMMARY), compress: true },
          ...packedParts(content, folder, read.tables, files),
        ],
        { name: MANIFEST, text: JSON.stringify(manifest, null, 1) },
      );
      return manifest;
    });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
