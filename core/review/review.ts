import { tuple } from '../numeric/tuple.ts';
import { CannotSayError, InputError } from '../errors/input-error.ts';
import { median } from '../numeric/statistics.ts';
import { mphToMps } from '../units/units.ts';
import { checkSessions, checkSpread, FEWEST_SWINGS, type ReviewSession } from './check-sessions.ts';
import { growthShare, sizeAt, type BodySize } from './growth.ts';
import {
  findNotches,
  looksOf,
  LOOK_QUANTILES,
  SEASON_QUANTILES,
  type Look,
  type Notch,
  type SeasonSpeeds,
} from './looks.ts';
import { chanceAtMost, mixtureQuantile, SEASON_CELLS } from './season.ts';
import type { SettleInput } from './settle.ts';
import { chanceNeeded, FEWEST_SINCE, nearTheLimit, REVIEW_RULE, type Verdict } from './verdict.ts';

export type { ReviewSession } from './check-sessions.ts';
export type { Notch } from './looks.ts';
export type { Verdict } from './verdict.ts';

export interface ReviewOptions {
  /** The first sessions that count as before the change; default 3, or all but the last with fewer than four. */
  readonly baselineSessions?: number;
  /** Smallest gain that matters; default 1 mph. */
  readonly smallestGainMps?: number;
  /** 'latest' gives the plain difference of the last two sessions, without a verdict. */
  readonly compare?: 'sinceChange' | 'latest';
  readonly goal?: 'gain' | 'hold';
  readonly growth?: readonly BodySize[];
  /** Notches in the record, as they were cut; they are never judged again. */
  readonly kept?: readonly Notch[];
}

type Interval = readonly [number, number];

/** One point of the course over the season. */
export interface CoursePoint {
  readonly date: string;
  readonly sessionsSince: number;
  readonly verdict: Verdict;
  readonly gainMps: number;
  /** 2–98 %: holds at all looks of a season together in nine of ten. */
  readonly intervalSeasonMps: Interval;
}

export interface Review {
  readonly rule: number;
  readonly condition: string;
  readonly baselineSessions: number;
  readonly baselineMps: number;
  readonly latestMedianMps: number;
  readonly sessionsSince: number;
  readonly gainMps: number;
  readonly interval90Mps: Interval;
  readonly intervalSeasonMps: Interval;
  readonly chanceAboveSmallest: number;
  readonly chanceBelowSmallest: number;
  /** Chance that "gained" or "lost" needs at this look. */
  readonly chanceNeeded: number;
  readonly verdict: Verdict;
  /** What the number of further sessions is simulated from. */
  readonly settle: SettleInput;
  readonly notches: readonly Notch[];
  readonly course: readonly CoursePoint[];
  /** The latest session against the one before it: a plain difference, no verdict. */
  readonly sinceLast: { readonly differenceMps: number; readonly interval90Mps: Interval };
  /** A gain by luck of the baseline that a few sessions before the change may hide, m/s; 0 from three on. */
  readonly baselineMayHideMps: number;
  /** One block at the old place would tell the change from a low baseline. */
  readonly oldPlaceWanted: boolean;
  readonly daySpreadMps: number;
  readonly swingSpreadMps: number;
  /** Expected gain by growth that was taken out first. */
  readonly growthMps: number;
  /** Sessions of other conditions, or with too few swings, which were not compared. */
  readonly leftOut: readonly { readonly date: string; readonly condition: string; readonly why: string }[];
}

export const DEFAULT_SMALLEST_GAIN_MPS = mphToMps(1);
export const BASELINE_WANTED = 3;
/** From this many sessions since the change a look back at the old place is worth a block. */
const LONG_SEASON = 10;
/** Sessions at the old place after which no further one is asked for. */
const ENOUGH_AT_OLD_PLACE = 2;
/** Day SDs that an unlucky baseline lies off: one in fifteen is at least so low. */
const UNLUCKY_SDS = 1.5;

const intervalOf = (parts: Parameters<typeof mixtureQuantile>[0], [lo, hi]: Interval): Interval => [
  mixtureQuantile(parts, lo),
  mixtureQuantile(parts, hi),
];

/** Growth's share of each session's speed, from the day of the last baseline session on. */
function withGrowth(
  used: readonly ReviewSession[],
  baselineCount: number,
  growth: readonly BodySize[] | undefined,
): { sessions: SeasonSpeeds[]; growthMps: number } {
  const baselineMps = median(used.slice(0, baselineCount).flatMap((s) => s.speedsMps));
  const sizes = growth && growth.length >= 2 ? growth : undefined;
  const from = sizes && sizeAt(sizes, used[baselineCount - 1]!.date);
  const sessions = used.map((s, i) => {
    const share = sizes && from && i >= baselineCount ? growthShare(from, sizeAt(sizes, s.date)) : { share: 0, sd: 0 };
    return {
      date: s.date,
      speedsMps: s.speedsMps,
      old: i < baselineCount || s.oldPlace === true,
      growthMps: share.share * baselineMps,
      growthSdMps: share.sd * baselineMps,
    };
  });
  const since = sessions.filter((s) => !s.old);
  return { sessions, growthMps: since.reduce((sum, s) => sum + s.growthMps, 0) / Math.max(1, since.length) };
}

/** The latest session against the one before it: days differ by two day spreads that are partly the same. */
function sinceLastSession(look: Look): { differenceMps: number; parts: Parameters<typeof mixtureQuantile>[0] } {
  const [before, last] = tuple(2, look.sessions.filter((s) => !s.old || look.sessionsSince < 2).slice(-2));
  const differenceMps = last.meanMps - before.meanMps;
  const parts = look.posterior.parts.map((p) => {
    const { tauShare, rho } = SEASON_CELLS[p.cell]!;
    const days = last.sameDay ? 0 : 2 * (1 - rho) * (tauShare * look.speedMps) ** 2;
    return {
      weight: p.weight,
      meanMps: differenceMps,
      sdMps: Math.sqrt(days + before.varianceMps2 + last.varianceMps2),
    };
  });
  return { differenceMps, parts };
}

/** A verdict within reach of its limit, or a long season: one block swung the old way tells more than another new one. */
function wantsOldPlace(look: Look, oldPlaceSessions: number): boolean {
  if (look.sessionsSince < FEWEST_SINCE || oldPlaceSessions >= ENOUGH_AT_OLD_PLACE) return false;
  return (
    look.sessionsSince >= LONG_SEASON ||
    nearTheLimit(look.chanceAbove, look.sessionsSince) ||
    nearTheLimit(look.chanceBelow, look.sessionsSince)
  );
}

/**
 * Is a gain real? Looks at the sessions of one condition before and since the change by a rule whose error holds over a
 * season that is looked at after each lesson (docs/decisions/0008). Only the condition of the latest session is compared.
 * @throws InputError for dates that are none, out of order or twice, and impossible speeds
 * @throws CannotSayError where fewer than two usable sessions are there, or all swings are alike
 */
export function reviewGain(sessions: readonly ReviewSession[], options: ReviewOptions = {}): Review {
  checkSessions(sessions);
  const filled = sessions.filter((s) => s.speedsMps.length > 0);
  const condition = filled[filled.length - 1]?.condition ?? '';
  const leftOut: { date: string; condition: string; why: string }[] = [];
  const used = filled.filter((s) => {
    const why =
      s.condition !== condition
        ? 'another condition'
        : s.speedsMps.length < FEWEST_SWINGS
          ? `fewer than ${FEWEST_SWINGS} swings`
          : '';
    if (why !== '') leftOut.push({ date: s.date, condition: s.condition, why });
    return why === '';
  });
  const baselineCount = options.baselineSessions ?? Math.min(BASELINE_WANTED, Math.max(1, used.length - 1));
  if (!Number.isInteger(baselineCount) || baselineCount < 1) {
    throw new InputError(
      'out-of-range',
      `baselineSessions is ${baselineCount}; expected a whole number from 1.`,
      'baselineSessions',
    );
  }
  if (!used.slice(baselineCount).some((s) => !s.oldPlace)) {
    throw new CannotSayError(
      'too-few-sessions',
      `${used.length} session(s) of ${FEWEST_SWINGS} or more swings under the condition "${condition}" and ${Math.min(baselineCount, used.length)} of them baseline: nothing to compare yet.`,
      `${Math.max(1, baselineCount + 1 - used.length)} more session(s) under the same condition`,
    );
  }
  checkSpread(used.map((s) => s.speedsMps));
  const smallestMps = options.smallestGainMps ?? DEFAULT_SMALLEST_GAIN_MPS;
  const goal = options.goal ?? 'gain';
  const { sessions: season, growthMps } = withGrowth(used, baselineCount, options.growth);
  const looks = looksOf(season, smallestMps, goal);
  const look = looks[looks.length - 1]!;
  const last = sinceLastSession(look);
  const latest = options.compare === 'latest';
  const parts = latest ? last.parts : look.posterior.parts;
  return {
    rule: REVIEW_RULE,
    condition,
    baselineSessions: baselineCount,
    baselineMps: look.posterior.baselineMps,
    latestMedianMps: median(used[used.length - 1]!.speedsMps),
    sessionsSince: look.sessionsSince,
    gainMps: latest ? last.differenceMps : look.posterior.gainMps,
    interval90Mps: intervalOf(parts, LOOK_QUANTILES),
    intervalSeasonMps: intervalOf(parts, SEASON_QUANTILES),
    chanceAboveSmallest: latest ? 1 - chanceAtMost(parts, smallestMps) : look.chanceAbove,
    chanceBelowSmallest: latest ? chanceAtMost(parts, -smallestMps) : look.chanceBelow,
    chanceNeeded: chanceNeeded(look.sessionsSince),
    verdict: latest ? 'cannot-say' : look.verdict,
    settle: {
      speedMps: look.speedMps,
      sessions: look.sessions,
      smallestMps,
      goal,
      extraVarianceMps2: look.extraVarianceMps2,
    },
    notches: findNotches(season, smallestMps, options.kept, goal === 'gain' ? looks : undefined),
    course: looks.map((l) => ({
      date: l.date,
      sessionsSince: l.sessionsSince,
      verdict: l.verdict,
      gainMps: l.posterior.gainMps,
      intervalSeasonMps: intervalOf(l.posterior.parts, SEASON_QUANTILES),
    })),
    sinceLast: { differenceMps: last.differenceMps, interval90Mps: intervalOf(last.parts, LOOK_QUANTILES) },
    baselineMayHideMps:
      baselineCount < BASELINE_WANTED ? (UNLUCKY_SDS * look.posterior.daySpreadMps) / Math.sqrt(baselineCount) : 0,
    oldPlaceWanted: wantsOldPlace(look, season.slice(baselineCount).filter((s) => s.old).length),
    daySpreadMps: look.posterior.daySpreadMps,
    swingSpreadMps: look.spreadMps,
    growthMps,
    leftOut,
  };
}
