import { dayOf, today } from '../../core/units/calendar-day.ts';
import { whereThereIsRoom } from '../http/machine-fault.ts';
import type { NotchStickData } from '../../api/types.ts';
import { conditionText } from '../../core/catalogue/swing-condition.ts';
import { saveStandings, standingsOf, type NewStanding } from '../rows/figures.ts';
import type { Review } from '../../core/review/review.ts';
import type { StudentRow } from '../rows/students.ts';
import type { Means } from '../work/means.ts';
import { progressOfMany } from './progress.ts';

/** Where a student stands, as lists show it. */
export interface Standing {
  readonly stick: NotchStickData;
  /** Condition to measure again, in words; null before the first session. */
  readonly repeat: string | null;
  /** Gain over the baseline with its 90 % interval; null where nothing can be compared. */
  readonly gain: Gain | null;
}
type Gain = NonNullable<NewStanding['gain']>;

const gainFrom = (review: Review | null): Gain | null =>
  review && { gainMps: review.gainMps, interval90Mps: review.interval90Mps };

/**
 * Standings of some students: stored ones where they hold, the others reckoned anew and stored. A standing holds until one of
 * its student's swings, plans or sizes changes, or a setting does; one with a notch of today, until its day is over.
 */
export async function standings(
  means: Means,
  practiceId: string,
  students: readonly StudentRow[],
): Promise<Map<string, Standing>> {
  if (students.length === 0) return new Map();
  const { db } = means;
  const now = today();
  const stored = new Map(
    (
      await standingsOf(
        db,
        practiceId,
        students.map((s) => s.id),
        now,
      )
    ).map((r) => [r.student_id, r]),
  );
  const stale = students.filter((s) => stored.get(s.id)?.holds !== true);
  const anew = await progressOfMany(means, practiceId, stale);
  const fresh = stale.map((s): NewStanding => {
    const progress = anew.get(s.id);
    const notches = progress?.stick.notches ?? [];
    return {
      studentId: s.id,
      version: stored.get(s.id)?.now_version ?? 0,
      latestMps: progress?.stick.latestMps ?? null,
      spreadMps: progress?.stick.spreadMps ?? 0,
      notches,
      gain: gainFrom(progress?.review ?? null),
      repeatCondition: progress?.repeat ? conditionText(progress.repeat) : null,
      holdsUntil: notches.some((n) => dayOf(n.date) >= now) ? now : null,
    };
  });
  if (fresh.length > 0) await whereThereIsRoom(saveStandings(db, practiceId, fresh));
  return new Map(
    students.map((s) => {
      const progress = anew.get(s.id);
      const row = stored.get(s.id);
      if (progress)
        return [
          s.id,
          {
            stick: progress.stick,
            repeat: progress.repeat ? conditionText(progress.repeat) : null,
            gain: gainFrom(progress.review),
          },
        ];
      return [
        s.id,
        {
          stick: {
            latestMps: row?.latest_mps ?? null,
            spreadMps: row?.spread_mps ?? 0,
            goalMps: s.goal_speed_mps,
            notches: row?.notches ?? [],
          },
          repeat: row?.repeat_condition ?? null,
          gain:
            row && row.gain_mps !== null && row.gain_low_mps !== null && row.gain_high_mps !== null
              ? { gainMps: row.gain_mps, interval90Mps: [row.gain_low_mps, row.gain_high_mps] }
              : null,
        },
      ];
    }),
  );
}

export async function standingOf(means: Means, practiceId: string, student: StudentRow): Promise<Standing> {
  const found = (await standings(means, practiceId, [student])).get(student.id);
  if (!found) throw new Error('No standing was reckoned.');
  return found;
}
