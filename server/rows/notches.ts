import type { Notch } from '../../core/review/review.ts';
import type { Db } from '../db/connection.ts';

/** Notches in the record of a student under one condition, as they were cut, in the order of time. */
export const notchesOf = async (
  db: Db,
  practiceId: string,
  studentId: string,
  condition: string,
  until?: Date,
): Promise<Notch[]> =>
  (
    await db.query<{ cut_at: Date; speed_mps: number; smallest_gain_mps: number; rule: number }>(
      `select cut_at, speed_mps, smallest_gain_mps, rule from notches
       where practice_id = $1 and student_id = $2 and condition = $3 and ($4::timestamptz is null or cut_at <= $4)
       order by cut_at`,
      [practiceId, studentId, condition, until?.toISOString() ?? null],
    )
  ).map((r) => ({
    date: r.cut_at.toISOString(),
    speedMps: r.speed_mps,
    smallestGainMps: r.smallest_gain_mps,
    rule: r.rule,
  }));

/** Enters new notches in the record once their day is over: until then a swing more or less may still move them. */
export async function keepNotches(
  db: Db,
  practiceId: string,
  studentId: string,
  condition: string,
  notches: readonly Notch[],
  now = new Date(),
): Promise<void> {
  const today = now.toISOString().slice(0, 10);
  for (const n of notches.filter((n) => n.date.slice(0, 10) < today)) {
    await db.query(
      `insert into notches (practice_id, student_id, condition, cut_at, speed_mps, smallest_gain_mps, rule)
       values ($1,$2,$3,$4,$5,$6,$7) on conflict do nothing`,
      [practiceId, studentId, condition, n.date, n.speedMps, n.smallestGainMps, n.rule],
    );
  }
}
