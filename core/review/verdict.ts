import { normalCdf } from '../numeric/statistics.ts';
import { chanceAtMost, type SeasonPosterior } from './season.ts';

export type Verdict = 'gained' | 'lost' | 'no-change' | 'cannot-say';

/** Version of the rule that reviews and notches are made by; kept with each. */
export const REVIEW_RULE = 2;

/** Fewest sessions since the change from which a verdict is given. */
export const FEWEST_SINCE = 3;
/** Certainty asked for falls with the sessions since the change, because the season is looked at after each of them. */
const Z_LEAST = 1.2815516;
const Z_LATE = 0.4;
const Z_EARLY = 3.5;
/** Further certainty that the second look of a notch needs. */
const Z_NOTCH = 0.5;
/** Chance from which "no change that matters" (or "held") is said. */
const SURE_OF_NONE = 0.9;

const zNeeded = (sessionsSince: number): number => Math.max(Z_LEAST, Z_LATE + Z_EARLY / Math.sqrt(sessionsSince));

/** Chance that "gained" or "lost" needs at the n-th session since the change. */
export const chanceNeeded = (sessionsSince: number): number => normalCdf(zNeeded(sessionsSince));

/** Chance that the second look of a notch needs. */
export const chanceNeededForNotch = (sessionsSince: number): number => normalCdf(zNeeded(sessionsSince) + Z_NOTCH);

/** Whether a chance lies near the limit of "gained" or "lost", either side of it. */
export const nearTheLimit = (chance: number, sessionsSince: number): boolean =>
  chance > normalCdf(zNeeded(sessionsSince) - Z_NOTCH) && chance < chanceNeededForNotch(sessionsSince);

export interface Judged {
  readonly verdict: Verdict;
  readonly chanceAbove: number;
  readonly chanceBelow: number;
}

/** What one look says of the gain. Holding speed is a question of non-inferiority: the loss stays within the margin. */
export function judge(
  posterior: SeasonPosterior,
  sessionsSince: number,
  smallestMps: number,
  goal: 'gain' | 'hold',
): Judged {
  const chanceAbove = 1 - chanceAtMost(posterior.parts, smallestMps);
  const chanceBelow = chanceAtMost(posterior.parts, -smallestMps);
  const within = goal === 'hold' ? 1 - chanceBelow : 1 - chanceAbove - chanceBelow;
  const needed = chanceNeeded(sessionsSince);
  const verdict =
    sessionsSince < FEWEST_SINCE
      ? 'cannot-say'
      : chanceAbove >= needed
        ? 'gained'
        : chanceBelow >= needed
          ? 'lost'
          : within >= SURE_OF_NONE
            ? 'no-change'
            : 'cannot-say';
  return { verdict, chanceAbove, chanceBelow };
}
