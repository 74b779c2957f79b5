import type { Db } from '../db/connection.ts';

/** How a row leads to its student and its lesson. */
const OWNERS = {
  lessons: 'select t.student_id, t.id as lesson_id from lessons t',
  screens: 'select t.student_id, null::uuid as lesson_id from screens t',
  protocol_runs: 'select l.student_id, t.lesson_id from protocol_runs t join lessons l on l.id = t.lesson_id',
  trials: 'select l.student_id, t.lesson_id from trials t join lessons l on l.id = t.lesson_id',
  called_runs: 'select l.student_id, t.lesson_id from called_runs t join lessons l on l.id = t.lesson_id',
  setups: 'select l.student_id, t.lesson_id from setups t join lessons l on l.id = t.lesson_id',
  swish_sets: 'select l.student_id, t.lesson_id from swish_sets t join lessons l on l.id = t.lesson_id',
  videos: 'select l.student_id, t.lesson_id from videos t join lessons l on l.id = t.lesson_id',
  swings: `select l.student_id, b.lesson_id from swings t join blocks b on b.id = t.block_id
    join lessons l on l.id = b.lesson_id`,
  practice_sets: `select p.student_id, null::uuid as lesson_id from practice_sets t join plan_drills d on d.id = t.plan_drill_id
    join plans p on p.id = d.plan_id`,
} as const;

/** Whose a row is; undefined where it is not there. */
export const ownerOf = async (
  db: Db,
  practiceId: string,
  table: keyof typeof OWNERS,
  id: string,
): Promise<{ student_id: string; lesson_id: string | null } | undefined> =>
  (
    await db.query<{ student_id: string; lesson_id: string | null }>(
      `${OWNERS[table]} where t.practice_id = $1 and t.id = $2`,
      [practiceId, id],
    )
  )[0];
