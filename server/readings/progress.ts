import { dayOf } from '../../core/units/calendar-day.ts';
import { whereThereIsRoom } from '../http/machine-fault.ts';
import { settingsSchema } from '../../api/settings-schemas.ts';
import type { NotchStickData } from '../../api/types.ts';
import { conditionText, type SwingCondition } from '../../core/catalogue/swing-condition.ts';
import { median, robustSpread } from '../../core/numeric/statistics.ts';
import { JUNIOR_AGE } from '../../core/plan/open-drills.ts';
import type { Notch, Review, ReviewSession } from '../../core/review/review.ts';
import { practiceRow } from '../rows/accounts.ts';
import { bodySizesOf, type BodySizeRow } from '../rows/body-sizes.ts';
import { sessionsOfStudents, type SpeedRow } from '../rows/figures.ts';
import { keepNotches, notchesOfStudents, type KeptNotch } from '../rows/notches.ts';
import { firstPlanLessons } from '../rows/plans.ts';
import type { StudentRow } from '../rows/students.ts';
import type { Means } from '../work/means.ts';
import type { Reviewed, ReviewWanted } from '../work/review-sessions.ts';

const STANDARD: SwingCondition = { club: 'driver', withBall: true, condition: 'normal' };

export interface Progress {
  readonly stick: NotchStickData;
  /** Null where nothing can be compared yet. */
  readonly review: Review | null;
  readonly missing: string;
  readonly sessions: readonly SpeedRow[];
  /** Condition to measure again; null before the first session. */
  readonly repeat: SwingCondition | null;
}

/** What a student's progress is reckoned from. */
interface Record {
  readonly sessions: readonly SpeedRow[];
  readonly planAt: Date | undefined;
  readonly notches: readonly KeptNotch[];
  readonly sizes: readonly BodySizeRow[];
  readonly smallestGainMps: number;
}

const conditionOf = (r: SpeedRow): SwingCondition => ({
  club: r.club,
  withBall: r.with_ball,
  condition: r.condition,
});
const textOf = (r: SpeedRow): string => conditionText(conditionOf(r));

/** The condition that the student was measured under most often; the driver at a ball among equals. */
function mainCondition(rows: readonly SpeedRow[]): string | undefined {
  const standard = conditionText(STANDARD);
  const counts = new Map<string, number>();
  for (const r of rows) counts.set(textOf(r), (counts.get(textOf(r)) ?? 0) + 1);
  return [...counts.entries()].sort(
    (a, b) => b[1] - a[1] || Number(b[0] === standard) - Number(a[0] === standard),
  )[0]?.[0];
}

/** Sessions as the review takes them; two lessons that began at one moment are one session. */
function sessionsFrom(rows: readonly SpeedRow[]): ReviewSession[] {
  const sessions = new Map<string, ReviewSession>();
  for (const r of rows) {
    const date = r.starts_at.toISOString();
    const key = `${date} ${r.old_place}`;
    const speedsMps = [...(sessions.get(key)?.speedsMps ?? []), ...r.speeds];
    sessions.set(key, { date, condition: textOf(r), speedsMps, oldPlace: r.old_place });
  }
  return [...sessions.values()];
}

/** Body sizes recorded for a growing player; undefined for adults or with fewer than two records. */
function growthOf(student: StudentRow, sizes: readonly BodySizeRow[], now: Date) {
  if (Number(dayOf(now).slice(0, 4)) - student.birth_year > JUNIOR_AGE + 3 || sizes.length < 2) return undefined;
  return sizes.map((r) => ({ date: r.taken_on, heightM: r.height_m, massKg: r.mass_kg }));
}

/** The sessions of a student that are compared, up to a moment, and the notches cut under their condition. */
function comparedOf(record: Record, until?: Date) {
  const rows = until ? record.sessions.filter((r) => r.starts_at <= until) : record.sessions;
  const condition = mainCondition(rows);
  return {
    rows,
    used: rows.filter((r) => textOf(r) === condition),
    kept: record.notches
      .filter((n) => n.condition === condition && (!until || Date.parse(n.date) <= +until))
      .map(({ studentId: _student, condition: _condition, ...notch }): Notch => notch),
  };
}
type Compared = ReturnType<typeof comparedOf>;

/** The review that a student's record asks for. */
function wantedReview(student: StudentRow, record: Record, { used, kept }: Compared, now: Date): ReviewWanted {
  const { planAt } = record;
  const sessions = sessionsFrom(used);
  const before = planAt ? sessions.filter((s) => Date.parse(s.date) <= planAt.getTime()).length : 0;
  return {
    sessions,
    options: {
      baselineSessions: planAt ? Math.max(1, before) : undefined,
      smallestGainMps: record.smallestGainMps,
      goal: student.goal_kind === 'hold' ? 'hold' : 'gain',
      growth: growthOf(student, record.sizes, now),
      kept,
    },
  };
}

function progressFrom(student: StudentRow, { rows, used, kept }: Compared, { review, missing }: Reviewed): Progress {
  const last = used[used.length - 1];
  const repeated = review ? last : rows[rows.length - 1];
  return {
    review,
    missing,
    sessions: rows,
    repeat: repeated ? conditionOf(repeated) : null,
    stick: {
      latestMps: last ? median(last.speeds) : null,
      // How far a median would lie from day to day: days differ, and a dozen swings only say so much.
      spreadMps: review
        ? Math.hypot(review.daySpreadMps, review.swingSpreadMps / Math.sqrt(last?.speeds.length ?? 1))
        : last
          ? robustSpread(last.speeds)
          : 0,
      goalMps: student.goal_speed_mps,
      notches: review ? [...review.notches] : kept,
    },
  };
}

/**
 * Progress of some students, up to a moment (a lesson that is looked at later shows its own day). Its number of queries does
 * not depend on how many they are. Notches whose day is over enter the record.
 */
export async function progressOfMany(
  { db, work }: Means,
  practiceId: string,
  students: readonly StudentRow[],
  until?: Date,
): Promise<Map<string, Progress>> {
  if (students.length === 0) return new Map();
  const ids = students.map((s) => s.id);
  const [sessions, plans, notches, sizes, practice] = await Promise.all([
    sessionsOfStudents(db, practiceId, ids),
    firstPlanLessons(db, practiceId, ids),
    notchesOfStudents(db, practiceId, ids),
    bodySizesOf(db, practiceId, ids),
    practiceRow(db, practiceId),
  ]);
  const { smallestGainMps } = settingsSchema.cast(practice?.settings ?? {});
  const now = new Date();
  const all = students.map((student) => {
    const of = <T extends { student_id: string }>(rows: readonly T[]): T[] =>
      rows.filter((r) => r.student_id === student.id);
    const record: Record = {
      sessions: of(sessions),
      planAt: plans.get(student.id),
      notches: notches.filter((n) => n.studentId === student.id),
      sizes: of(sizes),
      smallestGainMps,
    };
    return { student, record, compared: comparedOf(record, until) };
  });
  const nothing: Reviewed = { review: null, missing: 'a block of swings under one condition' };
  const reviews = await Promise.all(
    all.map(async ({ student, record, compared }) =>
      compared.used.length === 0 ? nothing : work.run('reviewSessions', wantedReview(student, record, compared, now)),
    ),
  );
  const found = new Map<string, Progress>();
  const fresh: KeptNotch[] = [];
  for (const [i, { student, record, compared }] of all.entries()) {
    const reviewed = reviews[i]!;
    found.set(student.id, progressFrom(student, compared, reviewed));
    const { review } = reviewed;
    const known = new Set(record.notches.map((n) => `${n.condition} ${n.date}`));
    for (const n of review?.notches ?? [])
      if (review && !known.has(`${review.condition} ${n.date}`))
        fresh.push({ ...n, studentId: student.id, condition: review.condition });
  }
  await whereThereIsRoom(keepNotches(db, practiceId, fresh, dayOf(now)));
  return found;
}

export async function progressOf(
  means: Means,
  practiceId: string,
  student: StudentRow,
  until?: Date,
): Promise<Progress> {
  const found = (await progressOfMany(means, practiceId, [student], until)).get(student.id);
  if (!found) throw new Error('No progress was reckoned.');
  return found;
}
