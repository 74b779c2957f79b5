import type { PlanDrillWire, PlanWire } from '../../api/types.ts';
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
