import { CALLED } from '../../core/called/run.ts';
import { TRIED } from '../../core/trial/run.ts';
import type { Db, Row } from '../db/connection.ts';

/** A session's counted speeds under one condition: what the review compares. */
export interface SpeedRow extends Row {
  student_id: string;
  lesson_id: string;
  starts_at: Date;
  club: string;
  with_ball: boolean;
  condition: string;
  old_place: boolean;
  speeds: number[];
}

/** Sessions of some students in the order of time, set-aside swings and what was tried or called left out. */
export const sessionsOfStudents = (db: Db, practiceId: string, studentIds: readonly string[]): Promise<SpeedRow[]> =>
  db.query<SpeedRow>(
    `select l.student_id, l.starts_at, f.lesson_id, f.club, f.with_ball, f.condition, f.old_place, f.speeds_mps as speeds
     from session_figures f join lessons l on l.id = f.lesson_id
     where f.practice_id = $1 and l.student_id = any($2::uuid[]) and f.swings > 0 and f.condition <> all($3)
     order by l.starts_at, l.id, f.old_place, f.club, f.with_ball, f.condition`,
    [practiceId, studentIds, [TRIED, CALLED]],
  );

/** Full swings with a ball in a student's newest sessions before a moment, in the order of time. */
export const fullSwingsBefore = async (
  db: Db,
  practiceId: string,
  studentId: string,
  before: Date,
): Promise<{ club: string; withBall: boolean; condition: string; speedsMps: number[] }[]> =>
  (
    await db.query<{ club: string; speeds_mps: number[] }>(
      `select f.club, f.speeds_mps from session_figures f join lessons l on l.id = f.lesson_id
       where f.practice_id = $1 and l.student_id = $2 and l.starts_at < $3 and f.with_ball and f.condition = 'normal'
         and f.swings > 0
       order by l.starts_at desc, l.id, f.club limit 50`,
      [practiceId, studentId, before.toISOString()],
    )
  )
    .map((r) => ({ club: r.club, withBall: true, condition: 'normal', speedsMps: r.speeds_mps }))
    .reverse();

export interface StandingRow extends Row {
  student_id: string;
  /** What the version is now; a standing of another one is out of date. */
  now_version: number;
  version: number | null;
  latest_mps: number | null;
  spread_mps: number | null;
  notches: { date: string; speedMps: number; smallestGainMps: number; rule: number }[] | null;
  repeat_condition: string | null;
  gain_mps: number | null;
  gain_low_mps: number | null;
  gain_high_mps: number | null;
  holds: boolean | null;
}

/** Stored standings of some students, with whether each still holds on a day. */
export const standingsOf = (
  db: Db,
  practiceId: string,
  studentIds: readonly string[],
  today: string,
): Promise<StandingRow[]> =>
  db.query<StandingRow>(
    `select s.id as student_id, coalesce(v.version, 0)::int as now_version, t.version::int as version, t.latest_mps,
       t.spread_mps, t.notches, t.repeat_condition, t.gain_mps, t.gain_low_mps, t.gain_high_mps,
       t.version = coalesce(v.version, 0) and (t.holds_until is null or t.holds_until >= $3::date) as holds
     from students s left join student_versions v on v.student_id = s.id left join standings t on t.student_id = s.id
     where s.practice_id = $1 and s.id = any($2::uuid[])`,
    [practiceId, studentIds, today],
  );

/** Students of any practice whose standing does not hold, in the order of their ids. @param after id of the last one seen */
export const staleStudents = (
  db: Db,
  today: string,
  after: string,
  limit: number,
): Promise<{ id: string; practice_id: string }[]> =>
  db.query(
    `select s.id, s.practice_id from students s left join student_versions v on v.student_id = s.id
       left join standings t on t.student_id = s.id
     where s.id > $2 and (t.version is distinct from coalesce(v.version, 0) or t.holds_until < $1::date)
     order by s.id limit $3`,
    [today, after, limit],
  );

export interface NewStanding {
  readonly studentId: string;
  readonly version: number;
  readonly latestMps: number | null;
  readonly spreadMps: number;
  readonly notches: readonly unknown[];
  readonly repeatCondition: string | null;
  readonly holdsUntil: string | null;
  readonly gain: { readonly gainMps: number; readonly interval90Mps: readonly [number, number] } | null;
}

/** Stores standings in one statement; one of a newer version stays. */
export const saveStandings = (db: Db, practiceId: string, standings: readonly NewStanding[]): Promise<unknown> =>
  db.query(
    `insert into standings (student_id, practice_id, version, latest_mps, spread_mps, notches, repeat_condition, holds_until,
       gain_mps, gain_low_mps, gain_high_mps)
     select x.student_id, $1, x.version, x.latest_mps, x.spread_mps, x.notches, x.repeat_condition, x.holds_until,
       x.gain_mps, x.gain_low_mps, x.gain_high_mps
     from jsonb_to_recordset($2::jsonb) as x (student_id uuid, version bigint, latest_mps float8, spread_mps float8,
       notches jsonb, repeat_condition text, holds_until date, gain_mps float8, gain_low_mps float8, gain_high_mps float8)
     on conflict (student_id) do update set version = excluded.version, latest_mps = excluded.latest_mps,
       spread_mps = excluded.spread_mps, notches = excluded.notches, repeat_condition = excluded.repeat_condition,
       holds_until = excluded.holds_until, gain_mps = excluded.gain_mps, gain_low_mps = excluded.gain_low_mps,
       gain_high_mps = excluded.gain_high_mps
     where standings.version <= excluded.version`,
    [
      practiceId,
      JSON.stringify(
        standings.map((s) => ({
          student_id: s.studentId,
          version: s.version,
          latest_mps: s.latestMps,
          spread_mps: s.spreadMps,
          notches: s.notches,
          repeat_condition: s.repeatCondition,
          holds_until: s.holdsUntil,
          gain_mps: s.gain?.gainMps ?? null,
          gain_low_mps: s.gain?.interval90Mps[0] ?? null,
          gain_high_mps: s.gain?.interval90Mps[1] ?? null,
        })),
      ),
    ],
  );

/** Within a transaction: figures wait until `figuresOf` reckons them, once for many parts. */
export const figuresWait = (tx: Db): Promise<unknown> =>
  tx.query("select set_config('maple.figures_wait', 'on', true)");

/** Reckons the figures of a lesson's sessions. */
export const figuresOf = (tx: Db, lessonId: string): Promise<unknown> =>
  tx.query('select refresh_sessions(array[$1::uuid])', [lessonId]);

/** Reckons the figures of all sessions of all practices anew from the shots, and forgets the standings. @returns lessons done */
export async function rebuildFigures(db: Db): Promise<number> {
  const lessons = (await db.query<{ id: string }>('select id from lessons order by id')).map((r) => r.id);
  const AT_ONCE = 200;
  for (let i = 0; i < lessons.length; i += AT_ONCE)
    await db.query('select refresh_sessions($1::uuid[])', [lessons.slice(i, i + AT_ONCE)]);
  await db.query('delete from standings');
  return lessons.length;
}
