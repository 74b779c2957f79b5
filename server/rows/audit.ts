import type { AuditPage } from '../../api/account-types.ts';
import type { Db } from '../db/connection.ts';

/** Stands for "no student" and "the program itself". */
export const NOBODY = '00000000-0000-0000-0000-000000000000';

export interface AuditEntry {
  readonly practiceId: string;
  readonly instructorId: string;
  readonly who: string;
  readonly action: string;
  readonly studentId?: string;
  readonly thing?: string;
}

/** Notes what somebody did; the same thing within the hour is one entry. */
export const note = (db: Db, e: AuditEntry): Promise<unknown> =>
  db.query(
    `insert into audit (practice_id, hour, instructor_id, who, action, student_id, thing)
     values ($1, date_trunc('hour', now()), $2, $3, $4, $5, $6) on conflict do nothing`,
    [e.practiceId, e.instructorId, e.who, e.action, e.studentId ?? NOBODY, e.thing ?? ''],
  );

const PAGE = 100;

/** The log, newest first. @param before moment of the last entry seen */
export async function auditPage(
  db: Db,
  practiceId: string,
  { before, studentId }: { before?: string; studentId?: string },
): Promise<AuditPage> {
  const rows = await db.query<{
    at: Date;
    who: string;
    action: string;
    student_id: string;
    name: string | null;
    thing: string;
    moment: string;
  }>(
    `select a.at, a.who, a.action, a.student_id, s.name, a.thing, a.at::text as moment
     from audit a left join students s on s.id = a.student_id and s.practice_id = a.practice_id
     where a.practice_id = $1 and ($2::timestamptz is null or a.at < $2::timestamptz) and ($3::uuid is null or a.student_id = $3)
     order by a.at desc, a.action, a.thing limit ${PAGE}`,
    [practiceId, before ?? null, studentId ?? null],
  );
  return {
    entries: rows.map((r) => ({
      at: r.at.toISOString(),
      who: r.who,
      action: r.action,
      studentId: r.student_id === NOBODY ? null : r.student_id,
      studentName: r.name,
      thing: r.thing,
    })),
    nextBefore: rows.length === PAGE ? rows[rows.length - 1]!.moment : null,
  };
}

const ofLesson = (table: string): string =>
  `select l.student_id as student from ${table} t join lessons l on l.id = t.lesson_id where t.practice_id = $1 and t.id = $2`;
const ofBlock = (table: string): string =>
  `select l.student_id as student from ${table} t join blocks b on b.id = t.block_id join lessons l on l.id = b.lesson_id
   where t.practice_id = $1 and t.id = $2`;

/** Tables of what an address can be about, and how each leads to its student. */
const STUDENT_OF: Readonly<Record<string, string>> = {
  students: 'select id as student from students where practice_id = $1 and id = $2',
  lessons: 'select student_id as student from lessons where practice_id = $1 and id = $2',
  'practice-links': 'select student_id as student from practice_links where practice_id = $1 and id = $2',
  'late-sets': 'select student_id as student from late_sets where practice_id = $1 and id = $2',
  pains: 'select student_id as student from pains where practice_id = $1 and id = $2',
  videos: ofLesson('videos'),
  blocks: ofLesson('blocks'),
  'swish-sets': ofLesson('swish_sets'),
  shots: ofBlock('shots'),
  imports: ofBlock('imports'),
  swings: ofBlock('swings'),
  motions: ofBlock('motions'),
  grounds: ofBlock('ground_records'),
};

/** Whether something of a kind leads to a student. */
export const isOfStudent = (kind: string): boolean => kind in STUDENT_OF;

export const studentOfThing = async (
  db: Db,
  practiceId: string,
  kind: string,
  id: string,
): Promise<string | undefined> => {
  const sql = STUDENT_OF[kind];
  return sql === undefined ? undefined : (await db.query<{ student: string }>(sql, [practiceId, id]))[0]?.student;
};

/** What was done stays in the log; names of files, which may be a person's, do not. */
export async function forgetThings(db: Db, practiceId: string, studentId: string): Promise<void> {
  // Without their names several entries of an hour would be the same one: the first of them stays.
  await db.query(
    `delete from audit a where a.practice_id = $1 and a.student_id = $2 and a.thing <> '' and exists (select 1 from audit b
       where b.practice_id = a.practice_id and b.hour = a.hour and b.instructor_id = a.instructor_id and b.action = a.action
         and b.student_id = a.student_id and b.thing < a.thing)`,
    [practiceId, studentId],
  );
  await db.query(`update audit set thing = '' where practice_id = $1 and student_id = $2 and thing <> ''`, [
    practiceId,
    studentId,
  ]);
}

export const forgetAudit = (db: Db, practiceId: string, months: number): Promise<unknown> =>
  db.query('delete from audit where practice_id = $1 and at < now() - make_interval(months => $2)', [
    practiceId,
    months,
  ]);
