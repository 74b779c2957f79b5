import type { DecidedGain, PlanDrillWire, PlanWire, ReviewAnswer } from '../../api/types.ts';
import type { Db, Row } from '../db/connection.ts';

interface PlanRow extends Row {
  id: string;
  lesson_id: string;
  target: string;
  starts_on: string;
  week: PlanWire['week'];
  notes: string[];
}

interface PlanDrillRow extends Row {
  id: string;
  plan_id: string;
  drill_id: string;
  rung: string;
  cue: string;
  sets: number;
  reps: number;
  rest_s: number;
  sessions_per_week: number;
  mark: string;
  because: string;
  state: PlanDrillWire['state'];
}

const drillToWire = (r: PlanDrillRow): PlanDrillWire => ({
  id: r.id,
  drillId: r.drill_id,
  rung: r.rung,
  cue: r.cue,
  sets: r.sets,
  reps: r.reps,
  restS: r.rest_s,
  sessionsPerWeek: r.sessions_per_week,
  mark: r.mark,
  because: r.because,
  state: r.state,
});

const planToWire = (row: PlanRow, drills: readonly PlanDrillRow[]): PlanWire => ({
  id: row.id,
  lessonId: row.lesson_id,
  target: row.target,
  startsOn: row.starts_on,
  week: row.week,
  notes: row.notes,
  drills: drills.map(drillToWire),
});

async function withDrills(db: Db, practiceId: string, row: PlanRow | undefined): Promise<PlanWire | null> {
  if (!row) return null;
  const drills = await db.query<PlanDrillRow>(
    'select * from plan_drills where practice_id = $1 and plan_id = $2 order by position',
    [practiceId, row.id],
  );
  return planToWire(row, drills);
}

/** A moment of a student: of a lesson, or of one to come. */
export interface StudentMoment {
  readonly key: string;
  readonly studentId: string;
  readonly at: Date;
  readonly lessonId: string | null;
}

/** For each of some moments, by its key, the plan in force: the newest of an earlier lesson of the student. Without its drills. */
export const plansInForce = async (
  db: Db,
  practiceId: string,
  moments: readonly StudentMoment[],
): Promise<Map<string, PlanWire>> =>
  new Map(
    (
      await db.query<PlanRow & { for_key: string }>(
        `select distinct on (here.key) here.key as for_key, p.*
         from jsonb_to_recordset($2::jsonb) as here (key text, "studentId" uuid, at timestamptz, "lessonId" uuid)
           join plans p on p.student_id = here."studentId" join lessons l on l.id = p.lesson_id
         where p.practice_id = $1 and l.starts_at <= here.at and l.id is distinct from here."lessonId"
         order by here.key, l.starts_at desc, p.created_at desc`,
        [practiceId, JSON.stringify(moments)],
      )
    ).map((r) => [r.for_key, planToWire(r, [])]),
  );

/** The plan in force: the newest one, or the newest that was made in or before a given lesson's time. */
export async function planInForce(
  db: Db,
  practiceId: string,
  studentId: string,
  before?: Date,
  exceptLesson?: string,
): Promise<PlanWire | null> {
  const rows = await db.query<PlanRow>(
    `select p.* from plans p join lessons l on l.id = p.lesson_id where p.practice_id = $1 and p.student_id = $2
       and ($3::timestamptz is null or l.starts_at <= $3) and ($4::uuid is null or p.lesson_id <> $4)
     order by l.starts_at desc, p.created_at desc limit 1`,
    [practiceId, studentId, before?.toISOString() ?? null, exceptLesson ?? null],
  );
  return withDrills(db, practiceId, rows[0]);
}

export const planOfLesson = async (db: Db, practiceId: string, lessonId: string): Promise<PlanWire | null> =>
  withDrills(
    db,
    practiceId,
    (
      await db.query<PlanRow>(
        'select * from plans where practice_id = $1 and lesson_id = $2 order by created_at desc limit 1',
        [practiceId, lessonId],
      )
    )[0],
  );

/** Start of the lesson in which each student's first plan was made; what was measured up to then is baseline. */
export const firstPlanLessons = async (
  db: Db,
  practiceId: string,
  studentIds: readonly string[],
): Promise<Map<string, Date>> =>
  new Map(
    (
      await db.query<{ student_id: string; starts_at: Date }>(
        `select p.student_id, min(l.starts_at) as starts_at from plans p join lessons l on l.id = p.lesson_id
         where p.practice_id = $1 and p.student_id = any($2::uuid[]) group by p.student_id`,
        [practiceId, studentIds],
      )
    ).map((r) => [r.student_id, r.starts_at]),
  );

export async function insertPlan(
  db: Db,
  practiceId: string,
  plan: {
    id: string;
    studentId: string;
    lessonId: string;
    target: string;
    startsOn: string;
    week: unknown;
    notes: readonly string[];
  },
  drills: readonly Omit<PlanDrillWire, 'state'>[],
): Promise<void> {
  const made = await db.query(
    `insert into plans (id, practice_id, student_id, lesson_id, target, starts_on, week, notes)
     values ($1,$2,$3,$4,$5,$6,$7,$8) on conflict (id) do nothing returning id`,
    [
      plan.id,
      practiceId,
      plan.studentId,
      plan.lessonId,
      plan.target,
      plan.startsOn,
      JSON.stringify(plan.week),
      JSON.stringify(plan.notes),
    ],
  );
  if (made.length === 0) return;
  for (const [position, d] of drills.entries()) {
    await db.query(
      `insert into plan_drills (id, practice_id, plan_id, drill_id, position, rung, cue, sets, reps, rest_s, sessions_per_week,
         mark, because)
       values ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11,$12,$13)`,
      [
        d.id,
        practiceId,
        plan.id,
        d.drillId,
        position,
        d.rung,
        d.cue,
        d.sets,
        d.reps,
        d.restS,
        d.sessionsPerWeek,
        d.mark,
        d.because,
      ],
    );
  }
}

interface OwnedDrillRow {
  readonly id: string;
  readonly drill_id: string;
  readonly rung: string;
  readonly cue: string;
  readonly state: PlanDrillWire['state'];
  readonly student_id: string;
  readonly target: string;
}

export const planDrillRow = async (db: Db, practiceId: string, id: string): Promise<OwnedDrillRow | undefined> =>
  (
    await db.query<OwnedDrillRow & Row>(
      `select d.id, d.drill_id, d.rung, d.cue, d.state, p.student_id, p.target from plan_drills d join plans p on p.id = d.plan_id
       where d.practice_id = $1 and d.id = $2`,
      [practiceId, id],
    )
  )[0];

export const updatePlanDrill = (
  db: Db,
  practiceId: string,
  id: string,
  d: { rung: string; cue: string; state: PlanDrillWire['state'] },
): Promise<unknown> =>
  db.query('update plan_drills set rung = $3, cue = $4, state = $5 where practice_id = $1 and id = $2', [
    practiceId,
    id,
    d.rung,
    d.cue,
    d.state,
  ]);

export interface DecisionRow extends Row {
  plan_drill_id: string;
  proposed: string;
  chosen: string;
  rung_from: string;
  cue_from: string;
  rung_to: string;
  id: string;
  cue: string;
  reason: string;
  decided_at: Date;
  earlier: EarlierDecision[];
}

/** What a decision was before it was amended. */
export interface EarlierDecision {
  readonly chosen: string;
  readonly rungTo: string;
  readonly cue: string;
  readonly reason: string;
  readonly decidedAt: string;
}

export const decisionsOfLesson = (db: Db, practiceId: string, lessonId: string): Promise<DecisionRow[]> =>
  db.query<DecisionRow>('select * from decisions where practice_id = $1 and lesson_id = $2 order by decided_at', [
    practiceId,
    lessonId,
  ]);

/** Keeps a decision; another one on the same drill in the same lesson amends the one before, which is kept with it. @returns whether it was kept */
export const insertDecision = async (
  db: Db,
  practiceId: string,
  d: {
    id: string;
    lessonId: string;
    planDrillId: string;
    proposed: string;
    chosen: string;
    rungFrom: string;
    rungTo: string;
    reason: string;
    cue: string;
    cueFrom: string;
    decidedAt: string;
  },
): Promise<boolean> =>
  (
    await db.query(
      `insert into decisions (id, practice_id, lesson_id, plan_drill_id, proposed, chosen, rung_from, rung_to, reason, decided_at, cue,
         cue_from)
       values ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11,$12)
       on conflict (lesson_id, plan_drill_id) do update set id = excluded.id, proposed = excluded.proposed,
         chosen = excluded.chosen, rung_from = excluded.rung_from, rung_to = excluded.rung_to, reason = excluded.reason,
         decided_at = excluded.decided_at, cue = excluded.cue, cue_from = excluded.cue_from,
         earlier = decisions.earlier || jsonb_build_array(jsonb_build_object('chosen', decisions.chosen, 'rungTo',
           decisions.rung_to, 'cue', decisions.cue, 'reason', decisions.reason, 'decidedAt', decisions.decided_at))
       where decisions.practice_id = excluded.practice_id and decisions.id <> excluded.id
         and decisions.decided_at <= excluded.decided_at
       returning id`,
      [
        d.id,
        practiceId,
        d.lessonId,
        d.planDrillId,
        d.proposed,
        d.chosen,
        d.rungFrom,
        d.rungTo,
        d.reason,
        d.decidedAt,
        d.cue,
        d.cueFrom,
      ],
    )
  ).length > 0;

/** How many cues were tried on a drill for a target, over all plans, and how many drills for the target, for the ladder's rule. */
export const triedSoFar = async (
  db: Db,
  practiceId: string,
  drillId: string,
  studentId: string,
  target: string,
): Promise<{ cues: number; drills: number }> =>
  (
    await db.query<{ cues: number; drills: number }>(
      `select (select count(*)::int from decisions c join plan_drills d on d.id = c.plan_drill_id join plans p on p.id = d.plan_id
            where c.practice_id = $1 and d.drill_id = $2 and p.student_id = $3 and p.target = $4
              and c.chosen = 'change-cue') + 1 as cues,
         (select count(distinct d.drill_id)::int from decisions c join plan_drills d on d.id = c.plan_drill_id
            join plans p on p.id = d.plan_id
            where c.practice_id = $1 and p.student_id = $3 and p.target = $4 and c.chosen = 'change-drill') + 1 as drills`,
      [practiceId, drillId, studentId, target],
    )
  )[0]!;

/** What a lesson's review said when it was decided on; the first decision of a lesson keeps it. */
export const decidedReview = async (
  db: Db,
  practiceId: string,
  lessonId: string,
): Promise<ReviewAnswer['asDecided']> => {
  const rows = await db.query<{ rule: number; decided_at: Date; gain: DecidedGain }>(
    'select rule, decided_at, gain from reviews where practice_id = $1 and lesson_id = $2',
    [practiceId, lessonId],
  );
  const r = rows[0];
  return r ? { rule: r.rule, decidedAt: r.decided_at.toISOString(), gain: r.gain } : null;
};

export const keepReview = (
  db: Db,
  practiceId: string,
  lessonId: string,
  r: { rule: number; gain: DecidedGain; decidedAt: string },
): Promise<unknown> =>
  db.query(
    `insert into reviews (lesson_id, practice_id, rule, gain, decided_at) values ($1,$2,$3,$4,$5) on conflict do nothing`,
    [lessonId, practiceId, r.rule, JSON.stringify(r.gain), r.decidedAt],
  );
