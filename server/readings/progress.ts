import { settingsSchema } from '../../api/schemas.ts';
import type { NotchStickData } from '../../api/types.ts';
import { CannotSayError } from '../../core/errors/input-error.ts';
import { median, robustSpread } from '../../core/numeric/statistics.ts';
import { JUNIOR_AGE } from '../../core/plan/open-drills.ts';
import { reviewGain, type Review, type Notch, type ReviewSession } from '../../core/review/review.ts';
import { practiceRow } from '../rows/accounts.ts';
import type { Db } from '../db/connection.ts';
import { speedsByLesson, type SpeedRow } from '../rows/shots.ts';
import { firstPlanLessonAt } from '../rows/plans.ts';
import { keepNotches, notchesOf } from '../rows/notches.ts';
import type { StudentRow } from '../rows/students.ts';

const STANDARD_CONDITION = 'driver · ball · normal';

export interface Progress {
  readonly stick: NotchStickData;
  /** Null where nothing can be compared yet. */
  readonly review: Review | null;
  readonly missing: string;
  readonly sessions: readonly SpeedRow[];
}

/** The condition that the student was measured under most often; the driver at a ball among equals. */
function mainCondition(rows: readonly SpeedRow[]): string | undefined {
  const counts = new Map<string, number>();
  for (const r of rows) counts.set(r.condition, (counts.get(r.condition) ?? 0) + 1);
  return [...counts.entries()].sort(
    (a, b) => b[1] - a[1] || Number(b[0] === STANDARD_CONDITION) - Number(a[0] === STANDARD_CONDITION),
  )[0]?.[0];
}

/** Sessions as the review takes them; two lessons that began at one moment are one session. */
function reviewSessions(rows: readonly SpeedRow[]): ReviewSession[] {
  const sessions = new Map<string, ReviewSession>();
  for (const r of rows) {
    const date = r.starts_at.toISOString();
    const key = `${date} ${r.old_place}`;
    const speedsMps = [...(sessions.get(key)?.speedsMps ?? []), ...r.speeds];
    sessions.set(key, { date, condition: r.condition, speedsMps, oldPlace: r.old_place });
  }
  return [...sessions.values()];
}

/** Gain, verdict and notches of a student, up to a moment (a lesson that is looked at later shows its own day). */
export async function progressOf(db: Db, practiceId: string, student: StudentRow, until?: Date): Promise<Progress> {
  const all = await speedsByLesson(db, practiceId, student.id);
  const rows = until ? all.filter((r) => r.starts_at <= until) : all;
  const condition = mainCondition(rows);
  const used = rows.filter((r) => r.condition === condition);
  const settings = settingsSchema.cast((await practiceRow(db, practiceId))?.settings ?? {});
  let review: Review | null = null;
  let kept: Notch[] = [];
  let missing = used.length === 0 ? 'a block of swings under one condition' : '';
  if (used.length > 0) {
    const planAt = await firstPlanLessonAt(db, practiceId, student.id);
    const sessions = reviewSessions(used);
    const before = planAt ? sessions.filter((s) => Date.parse(s.date) <= planAt.getTime()).length : 0;
    kept = await notchesOf(db, practiceId, student.id, condition ?? '', until);
    const growth = await growthOf(db, practiceId, student);
    try {
      review = reviewGain(sessions, {
        baselineSessions: planAt ? Math.max(1, before) : undefined,
        smallestGainMps: settings.smallestGainMps,
        goal: student.goal_kind === 'hold' ? 'hold' : 'gain',
        growth,
        kept,
      });
      await keepNotches(db, practiceId, student.id, review.condition, review.notches.slice(kept.length));
    } catch (error) {
      if (!(error instanceof CannotSayError)) throw error;
      missing = error.missing;
    }
  }
  const last = used[used.length - 1];
  return {
    review,
    missing,
    sessions: rows,
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

/** Body sizes recorded for a growing player; undefined for adults or with fewer than two records. */
async function growthOf(
  db: Db,
  practiceId: string,
  student: StudentRow,
): Promise<{ date: string; heightM: number; massKg: number }[] | undefined> {
  if (new Date().getUTCFullYear() - student.birth_year > JUNIOR_AGE + 3) return undefined;
  const rows = await db.query<{ taken_on: string; height_m: number; mass_kg: number }>(
    `select taken_on, height_m, mass_kg from body_sizes where practice_id = $1 and student_id = $2 order by taken_on`,
    [practiceId, student.id],
  );
  return rows.length < 2 ? undefined : rows.map((r) => ({ date: r.taken_on, heightM: r.height_m, massKg: r.mass_kg }));
}
