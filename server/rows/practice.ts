import { dayOf } from '../../core/units/calendar-day.ts';
import type { PracticeSetInput } from '../../api/schemas.ts';
import type { PracticeSetWire } from '../../api/types.ts';
import type { Db, Row } from '../db/connection.ts';

interface SetRow extends Row {
  id: string;
  plan_drill_id: string;
  rung: string;
  done_at: Date;
  passed: number;
  reset: number;
  unjudged: number;
  swish: PracticeSetWire['swish'];
  heard: PracticeSetWire['heard'];
  calls: PracticeSetWire['calls'];
  ease_without_ball: number | null;
  ease_with_ball: number | null;
  pain: boolean;
  pain_note: string;
  witnessed: boolean;
  local_day: string | null;
  effort: number | null;
  note: string;
  words: string;
}

const toWire = (r: SetRow): PracticeSetWire => ({
  id: r.id,
  planDrillId: r.plan_drill_id,
  rung: r.rung,
  doneAt: r.done_at.toISOString(),
  passed: r.passed,
  reset: r.reset,
  unjudged: r.unjudged,
  swish: r.swish,
  heard: r.heard,
  calls: r.calls,
  easeWithoutBall: r.ease_without_ball,
  easeWithBall: r.ease_with_ball,
  pain: r.pain,
  painNote: r.pain_note,
  witnessed: r.witnessed,
  day: r.local_day ?? dayOf(r.done_at),
  effort: r.effort,
  note: r.note,
  words: r.words,
});

/** Sets of some plans in the order of time, by plan. */
export async function setsOfPlans(
  db: Db,
  practiceId: string,
  planIds: readonly string[],
): Promise<Map<string, PracticeSetWire[]>> {
  const rows = await db.query<SetRow & { plan_id: string }>(
    `select s.*, d.plan_id from practice_sets s join plan_drills d on d.id = s.plan_drill_id
     where s.practice_id = $1 and d.plan_id = any($2::uuid[]) order by s.done_at, s.id`,
    [practiceId, planIds],
  );
  const byPlan = new Map<string, PracticeSetWire[]>(planIds.map((id) => [id, []]));
  for (const row of rows) byPlan.get(row.plan_id)?.push(toWire(row));
  return byPlan;
}

export const setsOfPlan = async (db: Db, practiceId: string, planId: string): Promise<PracticeSetWire[]> =>
  (await setsOfPlans(db, practiceId, [planId])).get(planId) ?? [];

/** Adds a set; a repeat of the same id is harmless. */
export const insertSet = (
  db: Db,
  practiceId: string,
  s: Omit<PracticeSetInput, 'rung' | 'doneAt'> & { rung: string; witnessed: boolean; doneAt: string; day: string },
): Promise<unknown> =>
  db.query(
    `insert into practice_sets (id, practice_id, plan_drill_id, rung, done_at, passed, reset, swish, ease_without_ball,
       ease_with_ball, pain, pain_note, witnessed, heard, local_day, effort, note, words,
       unjudged, calls)
     values ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11,$12,$13,$14,$15,$16,$17,$18,$19,$20) on conflict (id) do nothing`,
    [
      s.id,
      practiceId,
      s.planDrillId,
      s.rung,
      s.doneAt,
      s.passed,
      s.reset,
      s.swish,
      s.easeWithoutBall ?? null,
      s.easeWithBall ?? null,
      s.pain,
      s.painNote,
      s.witnessed,
      JSON.stringify(s.heard),
      s.day,
      s.effort ?? null,
      s.note,
      s.words,
      s.unjudged,
      JSON.stringify(s.calls),
    ],
  );

export interface RecentSetRow extends Row {
  student_id: string;
  student_name: string;
  drill_id: string;
  done_at: Date;
  passed: number;
  reset: number;
  pain: boolean;
  pain_note: string;
}

/** What students logged since a moment, pain first. */
export const setsSince = (db: Db, practiceId: string, since: Date): Promise<RecentSetRow[]> =>
  db.query<RecentSetRow>(
    `select st.id as student_id, st.name as student_name, d.drill_id, s.done_at, s.passed, s.reset, s.pain, s.pain_note
     from practice_sets s join plan_drills d on d.id = s.plan_drill_id join plans p on p.id = d.plan_id
     join students st on st.id = p.student_id
     where s.practice_id = $1 and s.done_at >= $2 and not s.witnessed order by s.pain desc, s.done_at desc limit 50`,
    [practiceId, since.toISOString()],
  );

/** Days on which a student logged practice, by the calendar of the phone, with how many sets. */
export const practiceDays = (
  db: Db,
  practiceId: string,
  studentId: string,
): Promise<{ day: string; sets: number; pain: boolean }[]> =>
  db.query(
    `select to_char(coalesce(x.local_day, x.done_at::date), 'YYYY-MM-DD') as day, count(*)::int as sets, bool_or(x.pain) as pain
     from practice_sets x join plan_drills d on d.id = x.plan_drill_id join plans p on p.id = d.plan_id
     where x.practice_id = $1 and p.student_id = $2 and not x.witnessed group by 1 order by 1`,
    [practiceId, studentId],
  );
