import type { LessonSummary } from '../../api/types.ts';
import type { Db, Row } from '../db/connection.ts';

export interface LessonRow extends Row {
  id: string;
  student_id: string;
  starts_at: Date;
  note: string;
  done_at: Date | null;
}

export const insertLesson = (
  db: Db,
  practiceId: string,
  studentId: string,
  l: { id: string; startsAt: string; note: string },
): Promise<unknown> =>
  db.query(
    'insert into lessons (id, practice_id, student_id, starts_at, note) values ($1, $2, $3, $4, $5) on conflict (id) do nothing',
    [l.id, practiceId, studentId, l.startsAt, l.note],
  );

export const lessonRow = async (db: Db, practiceId: string, id: string): Promise<LessonRow | undefined> =>
  (await db.query<LessonRow>('select * from lessons where practice_id = $1 and id = $2', [practiceId, id]))[0];

/** @returns false where there is no such lesson */
export const updateLesson = async (
  db: Db,
  practiceId: string,
  id: string,
  note: string | undefined,
  done: boolean | undefined,
): Promise<boolean> =>
  (
    await db.query(
      `update lessons set note = coalesce($3, note),
         done_at = case when $4::boolean is null then done_at when $4 then coalesce(done_at, now()) end
       where practice_id = $1 and id = $2 returning id`,
      [practiceId, id, note ?? null, done ?? null],
    )
  ).length > 0;

/** Lessons of a practice that start within a stretch of time. */
export const lessonsBetween = (db: Db, practiceId: string, from: Date, to: Date): Promise<LessonRow[]> =>
  db.query<LessonRow>(
    'select * from lessons where practice_id = $1 and starts_at >= $2 and starts_at < $3 order by starts_at, id',
    [practiceId, from.toISOString(), to.toISOString()],
  );

/** The lesson of a student before a moment. */
export const lessonBefore = async (
  db: Db,
  practiceId: string,
  studentId: string,
  before: Date,
): Promise<LessonRow | undefined> =>
  (
    await db.query<LessonRow>(
      `select * from lessons where practice_id = $1 and student_id = $2 and starts_at < $3
       order by starts_at desc, id desc limit 1`,
      [practiceId, studentId, before.toISOString()],
    )
  )[0];

/** When what is done belongs to a later lesson: the start of the student's next one, or never. */
export const lessonEnds = async (db: Db, practiceId: string, lesson: LessonRow): Promise<Date> =>
  (
    await db.query<{ starts_at: Date }>(
      `select starts_at from lessons where practice_id = $1 and student_id = $2 and starts_at > $3
       order by starts_at limit 1`,
      [practiceId, lesson.student_id, lesson.starts_at.toISOString()],
    )
  )[0]?.starts_at ?? new Date('9999-01-01T00:00:00Z');

/** A page of a student's lessons with what each held, newest first. */
export const lessonSummaries = async (
  db: Db,
  practiceId: string,
  studentId: string,
  { limit, offset }: { limit: number; offset: number },
): Promise<LessonSummary[]> =>
  (
    await db.query<LessonRow & { blocks: number; swings: number; target: string | null }>(
      `select l.id, l.starts_at, l.note,
         (select count(*)::int from live_blocks b where b.lesson_id = l.id) as blocks,
         (select count(*)::int from live_shots h join live_blocks b on b.id = h.block_id
            where b.lesson_id = l.id and h.set_aside_reason is null) as swings,
         (select v.target from verdicts v where v.lesson_id = l.id order by v.decided_at desc limit 1) as target
       from lessons l where l.practice_id = $1 and l.student_id = $2
       order by l.starts_at desc, l.id limit $3 offset $4`,
      [practiceId, studentId, limit, offset],
    )
  ).map((r) => ({
    id: r.id,
    startsAt: r.starts_at.toISOString(),
    note: r.note,
    blocks: r.blocks,
    swings: r.swings,
    target: r.target,
  }));

/** All lessons of a student with the target that was set in each, in the order of time. */
export const lessonsInShort = (
  db: Db,
  practiceId: string,
  studentId: string,
): Promise<(LessonRow & { target: string | null })[]> =>
  db.query(
    `select l.*, (select v.target from verdicts v where v.lesson_id = l.id order by v.decided_at desc limit 1) as target
     from lessons l where l.practice_id = $1 and l.student_id = $2 order by l.starts_at, l.id`,
    [practiceId, studentId],
  );
