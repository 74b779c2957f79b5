import { dayOf } from '../../core/units/calendar-day.ts';
import type { Notch } from '../../core/review/review.ts';
import type { Db } from '../db/connection.ts';

/** A notch in the record, and whose it is. */
export interface KeptNotch extends Notch {
  readonly studentId: string;
  readonly condition: string;
}

/** Notches in the record of some students, as they were cut, in the order of time. */
export const notchesOfStudents = async (
  db: Db,
  practiceId: string,
  studentIds: readonly string[],
): Promise<KeptNotch[]> =>
  (
    await db.query<{
      student_id: string;
      condition: string;
      cut_at: Date;
      speed_mps: number;
      smallest_gain_mps: number;
      rule: number;
    }>(
      `select student_id, condition, cut_at, speed_mps, smallest_gain_mps, rule from notches
       where practice_id = $1 and student_id = any($2::uuid[]) order by cut_at`,
      [practiceId, studentIds],
    )
  ).map((r) => ({
    studentId: r.student_id,
    condition: r.condition,
    date: r.cut_at.toISOString(),
    speedMps: r.speed_mps,
    smallestGainMps: r.smallest_gain_mps,
    rule: r.rule,
  }));

/** Enters new notches in the record once their day is over: until then a swing more or less may still move them. */
export async function keepNotches(
  db: Db,
  practiceId: string,
  notches: readonly KeptNotch[],
  today: string,
): Promise<void> {
  const over = notches.filter((n) => dayOf(n.date) < today);
  if (over.length === 0) return;
  await db.query(
    `insert into notches (practice_id, student_id, condition, cut_at, speed_mps, smallest_gain_mps, rule)
     select $1, x.student_id, x.condition, x.cut_at, x.speed_mps, x.smallest_gain_mps, x.rule
     from jsonb_to_recordset($2::jsonb) as x (student_id uuid, condition text, cut_at timestamptz, speed_mps float8,
       smallest_gain_mps float8, rule int)
     on conflict do nothing`,
    [
      practiceId,
      JSON.stringify(
        over.map((n) => ({
          student_id: n.studentId,
          condition: n.condition,
          cut_at: n.date,
          speed_mps: n.speedMps,
          smallest_gain_mps: n.smallestGainMps,
          rule: n.rule,
        })),
      ),
    ],
  );
}
