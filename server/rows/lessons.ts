import type { Db, Row } from '../db/connection.ts';

export interface LessonRow extends Row {
  id: string;
  student_id: string;
  starts_at: Date;
  note: string;
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

export const lessonsOf = (db: Db, practiceId: string, studentId: string): Promise<LessonRow[]> =>
  db.query<LessonRow>('select * from lessons where practice_id = $1 and student_id = $2 order by starts_at, id', [
    practiceId,
    studentId,
  ]);

export const updateLessonNote = (db: Db, practiceId: string, id: string, note: string): Promise<unknown> =>
  db.query('update lessons set note = $3 where practice_id = $1 and id = $2', [practiceId, id, note]);

export interface TestSpeedsRow extends Row {
  lesson_id: string;
  starts_at: Date;
  club: string;
  with_ball: boolean;
  condition: string;
  speeds: number[];
}

/** Counted club head speeds by lesson, club, ball and condition, in lessons before a moment: history of the isolation tests. */
export const testSpeedsOf = (db: Db, practiceId: string, studentId: string, before: Date): Promise<TestSpeedsRow[]> =>
  db.query<TestSpeedsRow>(
    `select l.id as lesson_id, l.starts_at, b.club, b.with_ball, b.condition, array_agg(s.club_speed_mps) as speeds
     from shots s join live_blocks b on b.id = s.block_id join lessons l on l.id = b.lesson_id
     where s.practice_id = $1 and l.student_id = $2 and l.starts_at < $3
       and s.set_aside_reason is null and s.club_speed_mps is not null
     group by 1, 2, 3, 4, 5 order by l.starts_at`,
    [practiceId, studentId, before.toISOString()],
  );
