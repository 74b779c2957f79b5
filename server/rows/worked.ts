import type { DrillOutcome } from '../../core/plan/worked.ts';
import type { Db, Row } from '../db/connection.ts';

/** What came of each drill for each student and target of a practice: went up a rung at some decision, or was decided on without. */
export const drillOutcomes = async (db: Db, practiceId: string): Promise<DrillOutcome[]> =>
  (
    await db.query<
      Row & { drill_id: string; target: string; student_id: string; level: DrillOutcome['level']; moved: boolean }
    >(
      `select d.drill_id, p.target, p.student_id, st.level, bool_or(c.chosen = 'up') as moved
       from decisions c join plan_drills d on d.id = c.plan_drill_id join plans p on p.id = d.plan_id
       join students st on st.id = p.student_id
       where c.practice_id = $1 group by 1, 2, 3, 4`,
      [practiceId],
    )
  ).map((r) => ({
    drillId: r.drill_id,
    target: r.target,
    studentId: r.student_id,
    level: r.level,
    moved: r.moved,
  }));
