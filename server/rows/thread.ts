import type { Db } from '../db/connection.ts';

/** A target by the lesson in which it was decided, by a verdict or by a plan made for it. */
export interface TargetRow {
  readonly target: string;
  readonly lesson_id: string;
  readonly starts_at: Date;
  readonly reason: string;
  readonly overruled: boolean;
}

/** Targets of a student up to a moment, newest first: one row for each verdict and each plan. */
export const targetsUpTo = (db: Db, practiceId: string, studentId: string, until: Date): Promise<TargetRow[]> =>
  db.query<TargetRow & Record<string, unknown>>(
    `select target, lesson_id, starts_at, reason, overruled from (
       select v.target, v.lesson_id, l.starts_at, v.reason, v.overruled, v.decided_at as made_at
         from verdicts v join lessons l on l.id = v.lesson_id where v.practice_id = $1 and l.student_id = $2
       union all select p.target, p.lesson_id, l.starts_at, '', false, p.created_at
         from plans p join lessons l on l.id = p.lesson_id where p.practice_id = $1 and p.student_id = $2) t
     where starts_at <= $3 order by starts_at desc, made_at desc`,
    [practiceId, studentId, until.toISOString()],
  );

export interface RunningTarget {
  readonly target: string;
  /** Lesson from which it has run without another between. */
  readonly sinceLessonId: string;
  readonly since: Date;
  readonly reason: string;
  readonly overruled: boolean;
}

/** The target that runs at a moment; null before the first. */
export async function runningTarget(
  db: Db,
  practiceId: string,
  studentId: string,
  until: Date,
): Promise<RunningTarget | null> {
  const rows = await targetsUpTo(db, practiceId, studentId, until);
  const newest = rows[0];
  if (!newest) return null;
  const other = rows.findIndex((r) => r.target !== newest.target);
  const first = rows[(other === -1 ? rows.length : other) - 1]!;
  return {
    target: newest.target,
    sinceLessonId: first.lesson_id,
    since: first.starts_at,
    reason: first.reason,
    overruled: first.overruled,
  };
}

/** A practised set with the drill and the target of its plan. */
export interface TargetSetRow {
  readonly plan_drill_id: string;
  readonly drill_id: string;
  readonly target: string;
  readonly rung: string;
  readonly done_at: Date;
  readonly local_day: string | null;
  readonly passed: number;
  readonly reset: number;
  readonly witnessed: boolean;
  readonly pain: boolean;
}

/** All sets of a student up to a moment, over all plans, oldest first. */
export const setsOfStudent = (db: Db, practiceId: string, studentId: string, until: Date): Promise<TargetSetRow[]> =>
  db.query<TargetSetRow & Record<string, unknown>>(
    `select s.plan_drill_id, d.drill_id, p.target, s.rung, s.done_at, s.local_day, s.passed, s.reset, s.witnessed, s.pain
     from practice_sets s join plan_drills d on d.id = s.plan_drill_id join plans p on p.id = d.plan_id
     where s.practice_id = $1 and p.student_id = $2 and s.done_at <= $3 order by s.done_at, s.id`,
    [practiceId, studentId, until.toISOString()],
  );

/** A drill of a plan as it stands, with the lesson it was given in. */
export interface GivenDrillRow {
  readonly id: string;
  readonly plan_id: string;
  readonly drill_id: string;
  readonly target: string;
  readonly starts_on: string;
  readonly week: { day: number; drillIds: string[] }[];
  readonly rung: string;
  readonly cue: string;
  readonly state: 'running' | 'stopped' | 'changed';
  readonly lesson_id: string;
  readonly lesson_at: Date;
}

/** Every drill that a student was given up to a moment, oldest first. */
export const givenDrills = (db: Db, practiceId: string, studentId: string, until: Date): Promise<GivenDrillRow[]> =>
  db.query<GivenDrillRow & Record<string, unknown>>(
    `select d.id, d.plan_id, d.drill_id, p.target, p.starts_on, p.week, d.rung, d.cue, d.state, p.lesson_id,
       l.starts_at as lesson_at
     from plan_drills d join plans p on p.id = d.plan_id join lessons l on l.id = p.lesson_id
     where p.practice_id = $1 and p.student_id = $2 and l.starts_at <= $3 order by l.starts_at, p.created_at, d.position`,
    [practiceId, studentId, until.toISOString()],
  );

/** A decision on a drill with the lesson it was taken in. */
export interface ThreadDecisionRow {
  readonly drill_id: string;
  readonly target: string;
  readonly chosen: string;
  readonly rung_from: string;
  readonly rung_to: string;
  readonly cue: string;
  readonly cue_from: string;
  readonly reason: string;
  readonly lesson_id: string;
  readonly lesson_at: Date;
}

/** Every decision on a student's drills up to a moment, oldest first. */
export const decisionsOfStudent = (
  db: Db,
  practiceId: string,
  studentId: string,
  until: Date,
): Promise<ThreadDecisionRow[]> =>
  db.query<ThreadDecisionRow & Record<string, unknown>>(
    `select d.drill_id, p.target, c.chosen, c.rung_from, c.rung_to, c.cue, c.cue_from, c.reason, c.lesson_id, l.starts_at as lesson_at
     from decisions c join plan_drills d on d.id = c.plan_drill_id join plans p on p.id = d.plan_id
     join lessons l on l.id = c.lesson_id
     where c.practice_id = $1 and p.student_id = $2 and l.starts_at <= $3 order by l.starts_at, c.decided_at`,
    [practiceId, studentId, until.toISOString()],
  );
