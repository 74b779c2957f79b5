import { createHash, randomUUID } from 'node:crypto';
import type { ErasureAnswer } from '../../api/account-types.ts';
import type { ContentStore } from '../content/content-store.ts';
import type { Db } from '../db/connection.ts';
import { notFound } from '../http/problem.ts';
import { forgetThings } from '../rows/audit.ts';
import { dropUnused } from '../rows/content.ts';
import { countOfRecord, filesOfRecord, recordTables } from './scope.ts';

/** What of a record is named before it goes, by table. */
const NAMED = [
  'lessons',
  'blocks',
  'shots',
  'motions',
  'ground_records',
  'videos',
  'plans',
  'practice_sets',
  'screens',
  'notches',
];

interface Backed {
  readonly name: string;
  readonly madeAt: string;
}

/** The name of a backup says the second in which it was begun: who came in that second may be in it, ms. */
const BACKUP_NAMES_MS = 1000;

/** What erasing a student takes away, and what is left of it elsewhere. */
export async function erasureOf(
  db: Db,
  practiceId: string,
  studentId: string,
  backups: { readonly list: readonly Backed[]; readonly keptDays: number },
): Promise<ErasureAnswer> {
  const [student] = await db.query<{ name: string; created_at: Date }>(
    'select name, created_at from students where practice_id = $1 and id = $2',
    [practiceId, studentId],
  );
  if (!student) throw notFound('The student');
  const tables = await recordTables(db, practiceId, [studentId], false);
  const counts: Record<string, number> = {};
  for (const table of tables) if (NAMED.includes(table.name)) counts[table.name] = await countOfRecord(db, table);
  const [link] = await db.query(
    'select 1 from practice_links where practice_id = $1 and student_id = $2 and withdrawn_at is null limit 1',
    [practiceId, studentId],
  );
  const [confirmed] = await db.query<{ n: number }>(
    'select count(distinct condition)::int as n from notches where practice_id = $1 and student_id = $2',
    [practiceId, studentId],
  );
  return {
    studentName: student.name,
    counts,
    files: (await filesOfRecord(db, tables)).length,
    hasLink: link !== undefined,
    learnedFrom: confirmed?.n ?? 0,
    backups: backups.list
      .filter((b) => Date.parse(b.madeAt) > student.created_at.getTime() - BACKUP_NAMES_MS)
      .map(({ name, madeAt }) => ({
        name,
        madeAt,
        goesOn: new Date(Date.parse(madeAt) + backups.keptDays * 86_400_000).toISOString(),
      })),
  };
}

/**
 * Erases a student: every row, and the files that nobody else's rows name. Private links end with it, what was learned from the student
 * is learned no more; that someone was erased is kept as counts without a name.
 */
export async function eraseStudent(
  { db, content }: { readonly db: Db; readonly content: ContentStore },
  practiceId: string,
  studentId: string,
): Promise<{ files: number }> {
  const { files, uploads } = await db.transaction(async (tx) => {
    const [student] = await tx.query('select 1 from students where practice_id = $1 and id = $2 for update', [
      practiceId,
      studentId,
    ]);
    if (!student) throw notFound('The student');
    const tables = await recordTables(tx, practiceId, [studentId], false);
    const count = (name: string): Promise<number> => {
      const table = tables.find((t) => t.name === name);
      return table ? countOfRecord(tx, table) : Promise.resolve(0);
    };
    const removed = await tx.query<{ sha256: string }>(
      `select f.sha256 from removed_files f join removals r on r.id = f.removal_id
       where r.practice_id = $1 and r.student_id = $2`,
      [practiceId, studentId],
    );
    const named = [...(await filesOfRecord(tx, tables)), ...removed.map((r) => r.sha256)];
    const parts = await tx.query<{ id: string }>(
      `select v.id from videos v join lessons l on l.id = v.lesson_id
       where v.practice_id = $1 and l.student_id = $2 and v.sha256 is null`,
      [practiceId, studentId],
    );
    await tx.query(
      `insert into erasures (id, practice_id, student_hash, lessons, swings, films, practice_sets) values ($1,$2,$3,$4,$5,$6,$7)`,
      [
        randomUUID(),
        practiceId,
        createHash('sha256').update(studentId).digest('hex'),
        await count('lessons'),
        await count('shots'),
        await count('videos'),
        await count('practice_sets'),
      ],
    );
    await tx.query('delete from students where practice_id = $1 and id = $2', [practiceId, studentId]);
    await forgetThings(tx, practiceId, studentId);
    return { files: named, uploads: parts };
  });
  for (const { id } of uploads) await content.dropPart(id);
  return { files: await dropUnused(db, content, files) };
}
