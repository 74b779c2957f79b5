import type { PracticeSetInput } from '../../api/schemas.ts';
import type { LateSetWire } from '../../api/body-types.ts';
import type { Db, Row } from '../db/connection.ts';

interface LateRow extends Row {
  id: string;
  student_id: string;
  said: PracticeSetInput;
  came_at: Date;
}

/** Most logs over a link that has ended that wait for one student: a phone away for a season brings fewer. */
const MOST_LATE = 400;

/** Keeps a log whose link is not open any more until somebody decides on it; a repeat is harmless, and beyond the most none is kept. */
export const keepLate = (db: Db, practiceId: string, studentId: string, said: PracticeSetInput): Promise<unknown> =>
  db.query(
    `insert into late_sets (id, practice_id, student_id, said) select $1,$2,$3,$4
     where (select count(*) from late_sets where student_id = $3 and settled_at is null) < $5 on conflict (id) do nothing`,
    [said.id, practiceId, studentId, JSON.stringify(said), MOST_LATE],
  );

/** Logs of a student that wait for a decision, oldest first. */
export const lateSets = async (db: Db, practiceId: string, studentId: string): Promise<LateSetWire[]> =>
  (
    await db.query<LateRow>(
      `select id, student_id, said, came_at from late_sets where practice_id = $1 and student_id = $2
       and settled_at is null order by came_at, id`,
      [practiceId, studentId],
    )
  ).map((r) => ({
    id: r.id,
    cameAt: r.came_at.toISOString(),
    doneAt: r.said.doneAt ?? r.came_at.toISOString(),
    planDrillId: r.said.planDrillId,
    passed: r.said.passed,
    reset: r.said.reset,
    pain: r.said.pain,
  }));

/** Settles a late log. @returns what it said and whose it is, the first time alone */
export const settleLate = async (
  db: Db,
  practiceId: string,
  id: string,
  letIn: boolean,
): Promise<{ said: PracticeSetInput; studentId: string } | undefined> => {
  const [row] = await db.query<LateRow>(
    `update late_sets set settled_at = now(), let_in = $3 where practice_id = $1 and id = $2 and settled_at is null
     returning id, student_id, said, came_at`,
    [practiceId, id, letIn],
  );
  return row && { said: row.said, studentId: row.student_id };
};
