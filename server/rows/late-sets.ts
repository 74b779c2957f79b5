import type { LateSetWire } from '../../api/body-types.ts';
import type { ProtocolLogInput } from '../../api/protocol-schemas.ts';
import type { PracticeSetInput } from '../../api/schemas.ts';
import type { Db, Row } from '../db/connection.ts';

/** A log that came over a link that was not open any more: of a drill's set, or of a flow. */
export type LateSaid = { kind: 'set'; said: PracticeSetInput } | { kind: 'flow'; said: ProtocolLogInput };

type LateRow = Row & LateSaid & { id: string; student_id: string; came_at: Date };

/** Most logs over a link that has ended that wait for one student: a phone away for a season brings fewer. */
const MOST_LATE = 400;

/** Keeps a log whose link is not open any more until somebody decides on it; a repeat is harmless, and beyond the most none is kept. */
export const keepLate = (db: Db, practiceId: string, studentId: string, { kind, said }: LateSaid): Promise<unknown> =>
  db.query(
    `insert into late_sets (id, practice_id, student_id, said, kind) select $1,$2,$3,$4,$6
     where (select count(*) from late_sets where student_id = $3 and settled_at is null) < $5 on conflict (id) do nothing`,
    [said.id, practiceId, studentId, JSON.stringify(said), MOST_LATE, kind],
  );

const counted = (late: LateSaid): { passed: number; reset: number } =>
  late.kind === 'set'
    ? { passed: late.said.passed, reset: late.said.reset }
    : late.said.steps.reduce((n, s) => ({ passed: n.passed + s.passed, reset: n.reset + s.reset }), {
        passed: 0,
        reset: 0,
      });

/** Logs of a student that wait for a decision, oldest first. */
export const lateSets = async (db: Db, practiceId: string, studentId: string): Promise<LateSetWire[]> =>
  (
    await db.query<LateRow>(
      `select id, student_id, said, kind, came_at from late_sets where practice_id = $1 and student_id = $2
       and settled_at is null order by came_at, id`,
      [practiceId, studentId],
    )
  ).map((r) => ({
    id: r.id,
    kind: r.kind,
    cameAt: r.came_at.toISOString(),
    doneAt: r.said.doneAt ?? r.came_at.toISOString(),
    ...counted(r),
    pain: r.said.pain,
  }));

/** Settles a late log. @returns what it said and whose it is, the first time alone */
export const settleLate = async (
  db: Db,
  practiceId: string,
  id: string,
  letIn: boolean,
): Promise<{ late: LateSaid; studentId: string } | undefined> => {
  const [row] = await db.query<LateRow>(
    `update late_sets set settled_at = now(), let_in = $3 where practice_id = $1 and id = $2 and settled_at is null
     returning id, student_id, said, kind, came_at`,
    [practiceId, id, letIn],
  );
  return row && { late: row, studentId: row.student_id };
};
