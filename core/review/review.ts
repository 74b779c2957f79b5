import { CannotSayError, InputError } from '../errors/input-error.ts';
import { median } from '../numeric/statistics.ts';
import { mphToMps } from '../units/units.ts';
import { chanceAtMost, gainPosterior, gainQuantile, type GainPosterior } from './gain.ts';
import { growthShare, sizeAt, type BodySize } from './growth.ts';
import { sessionMeans, type SessionMean } from './session-mean.ts';

/** Club head speeds of one day under one condition. */
export interface ReviewSession {
  /** ISO date or time. */
  readonly date: string;
  readonly condition: string;
  readonly speedsMps: readonly number[];
}

export interface ReviewOptions {
  /** The first sessions that count as before the change; default 2, or 1 with fewer than four sessions. */
  readonly baselineSessions?: number;
  /** Smallest gain that matters; default 1 mph. */
  readonly smallestGainMps?: number;
  readonly compare?: 'sinceChange' | 'latest';
  readonly goal?: 'gain' | 'hold';
  readonly growth?: readonly BodySize[];
}

export type Verdict = 'gained' | 'lost' | 'no-change' | 'cannot-say';

/** A gain that held: cut at the lower bound of the interval. */
export interface Notch {
  readonly date: string;
  readonly speedMps: number;
}

export interface Review {
  readonly condition: string;
  readonly baselineSessions: number;
  readonly baselineMps: number;
  readonly latestMedianMps: number;
  readonly gainMps: number;
  readonly interval90Mps: readonly [number, number];
  readonly chanceAboveSmallest: number;
  readonly verdict: Verdict;
  /** Further sessions that would settle it at the present estimate; null where no number up to 60 would. */
  readonly sessionsToSettle: number | null;
  readonly notches: readonly Notch[];
  readonly daySpreadMps: number;
  readonly swingSpreadMps: number;
  /** Expected gain by growth that was taken out first. */
  readonly growthMps: number;
  /** Sessions of other conditions, which were not compared. */
  readonly leftOut: readonly { readonly date: string; readonly condition: string }[];
}

export const DEFAULT_SMALLEST_GAIN_MPS = mphToMps(1);
/** Chance from which a verdict is given. */
const SURE = 0.9;
const MOST_FURTHER_SESSIONS = 60;
const DAYS_BETWEEN_NOTCH_SESSIONS = 5;
const DAY_MS = 86_400_000;

interface Judged {
  readonly posterior: GainPosterior;
  readonly verdict: Verdict;
}

function verdictOf(posterior: GainPosterior, smallest: number, goal: 'gain' | 'hold'): Verdict {
  const above = 1 - chanceAtMost(posterior, smallest);
  const below = chanceAtMost(posterior, -smallest);
  if (above >= SURE) return 'gained';
  if (below >= SURE) return 'lost';
  // Holding speed is a question of non-inferiority: the loss stays within the margin.
  const within = goal === 'hold' ? 1 - below : 1 - above - below;
  return within >= SURE ? 'no-change' : 'cannot-say';
}

function judge(
  means: readonly SessionMean[],
  baselineCount: number,
  speed: number,
  options: Required<Pick<ReviewOptions, 'smallestGainMps' | 'compare' | 'goal'>>,
  extraVariance: number,
  levelStarts: readonly number[] = [],
): Judged {
  const since = means.slice(baselineCount);
  const compared = options.compare === 'latest' ? since.slice(-1) : since;
  // A latest session that is compared alone may be a new level: it does not count as scatter of those before it.
  const alone = options.compare === 'latest' ? [means.length - 1] : [];
  const starts = [...new Set([baselineCount, ...levelStarts.filter((k) => k > baselineCount), ...alone, means.length])];
  const levels = starts.slice(1).map((end, i) => means.slice(starts[i], end));
  const posterior = gainPosterior(means.slice(0, baselineCount), levels, compared, speed, extraVariance);
  return { posterior, verdict: verdictOf(posterior, options.smallestGainMps, options.goal) };
}

/** How many more sessions like the last ones would give a verdict if the estimate stayed where it is. */
function sessionsToSettle(
  means: readonly SessionMean[],
  baselineCount: number,
  judged: Judged,
  options: Required<Pick<ReviewOptions, 'smallestGainMps' | 'compare' | 'goal'>>,
): number | null {
  if (judged.verdict !== 'cannot-say') return 0;
  const baseline = means.slice(0, baselineCount);
  const since = means.slice(baselineCount);
  const typicalVariance = median(since.map((m) => m.varianceMps2));
  const tau2 = judged.posterior.daySpreadMps ** 2;
  const precision = (list: readonly SessionMean[], extra: number): number =>
    list.reduce((sum, m) => sum + 1 / (m.varianceMps2 + tau2), extra / (typicalVariance + tau2));
  for (let more = 1; more <= MOST_FURTHER_SESSIONS; more++) {
    const now = options.compare === 'latest' ? 1 / (typicalVariance + tau2) : precision(since, more);
    const sdMps = Math.sqrt(1 / precision(baseline, 0) + 1 / now);
    const gainMps = judged.posterior.gainMps;
    const imagined: GainPosterior = { parts: [{ weight: 1, meanMps: gainMps, sdMps }], gainMps, daySpreadMps: 0 };
    if (verdictOf(imagined, options.smallestGainMps, options.goal) !== 'cannot-say') return more;
  }
  return null;
}

/** "Gained" at two sessions running, the second at least five days later; the next notch starts from those two. */
function findNotches(
  sessions: readonly ReviewSession[],
  means: readonly SessionMean[],
  baselineCount: number,
  speed: number,
  options: Required<Pick<ReviewOptions, 'smallestGainMps' | 'compare' | 'goal'>>,
): { notches: Notch[]; levelStarts: number[] } {
  const notches: Notch[] = [];
  const levelStarts: number[] = [];
  let start = 0;
  let count = baselineCount;
  let firstGain: number | undefined;
  for (let k = start + count; k < sessions.length; k++) {
    const window = means.slice(start, k + 1);
    const { verdict } = judge(window, count, speed, { ...options, compare: 'latest', goal: 'gain' }, 0);
    if (verdict !== 'gained') {
      firstGain = undefined;
      continue;
    }
    if (firstGain === undefined) {
      firstGain = k;
      continue;
    }
    const days = (Date.parse(sessions[k].date) - Date.parse(sessions[firstGain].date)) / DAY_MS;
    if (days < DAYS_BETWEEN_NOTCH_SESSIONS) continue;
    const both = gainPosterior(
      means.slice(start, start + count),
      [window.slice(count, firstGain - start), means.slice(firstGain, k + 1)].filter((level) => level.length > 0),
      means.slice(firstGain, k + 1),
      speed,
    );
    const before = means.slice(start, start + count);
    const base = before.reduce((sum, m) => sum + m.meanMps, 0) / before.length;
    notches.push({
      date: sessions[k].date,
      speedMps: base + Math.max(0, gainQuantile(both, 0.05)),
    });
    levelStarts.push(firstGain);
    start = firstGain;
    count = k - firstGain + 1;
    firstGain = undefined;
  }
  return { notches, levelStarts };
}

function checkSessions(sessions: readonly ReviewSession[]): void {
  sessions.forEach((s, i) => {
    if (!Number.isFinite(Date.parse(s.date))) {
      throw new InputError(
        'unknown-value',
        `"${s.date}" is no date; expected ISO 8601, like 2026-03-14.`,
        `sessions[${i}].date`,
      );
    }
    s.speedsMps.forEach((v, j) => {
      if (!(v > 0 && v < 120)) {
        throw new InputError(
          'out-of-range',
          `Club head speed ${v} m/s is not possible; expected 0 to 120 m/s.`,
          `sessions[${i}].speeds[${j}]`,
        );
      }
    });
  });
}

/**
 * Is a gain real? Compares the sessions of one condition before and since the change, knowing the spread between swings
 * and between days. The 90 % interval keeps its promise averaged over the stated prior (88–92 %).
 * Only the condition of the latest session is compared; the rest is listed in `leftOut`.
 * @throws InputError for dates that are none and impossible speeds
 * @throws CannotSayError where fewer than two usable sessions are there
 */
export function reviewGain(sessions: readonly ReviewSession[], options: ReviewOptions = {}): Review {
  checkSessions(sessions);
  const dated = sessions.filter((s) => s.speedsMps.length > 0).sort((a, b) => Date.parse(a.date) - Date.parse(b.date));
  const condition = dated[dated.length - 1]?.condition ?? '';
  const used = dated.filter((s) => s.condition === condition);
  const leftOut = dated
    .filter((s) => s.condition !== condition)
    .map(({ date, condition: c }) => ({ date, condition: c }));
  const baselineCount = options.baselineSessions ?? (used.length < 4 ? 1 : 2);
  if (!Number.isInteger(baselineCount) || baselineCount < 1) {
    throw new InputError(
      'out-of-range',
      `baselineSessions is ${baselineCount}; expected a whole number from 1.`,
      'baselineSessions',
    );
  }
  if (used.length <= baselineCount) {
    throw new CannotSayError(
      'too-few-sessions',
      `${used.length} session(s) under the condition "${condition}" and ${baselineCount} of them baseline: nothing to compare yet.`,
      `${baselineCount + 1 - used.length} more session(s) under the same condition`,
    );
  }
  const settled = {
    smallestGainMps: options.smallestGainMps ?? DEFAULT_SMALLEST_GAIN_MPS,
    compare: options.compare ?? ('sinceChange' as const),
    goal: options.goal ?? ('gain' as const),
  };
  const { means, spreadMps } = sessionMeans(used.map((s) => s.speedsMps));
  const speed = median(means.map((m) => m.meanMps));
  const before = means.slice(0, baselineCount);
  const baselineMps = before.reduce((sum, m) => sum + m.meanMps, 0) / before.length;

  let growthMps = 0;
  let growthVariance = 0;
  let adjusted: readonly SessionMean[] = means;
  if (options.growth && options.growth.length >= 2) {
    const sizes = options.growth;
    const from = sizeAt(sizes, used[baselineCount - 1].date);
    const shares = used.map((s, i) =>
      i < baselineCount ? { share: 0, sd: 0 } : growthShare(from, sizeAt(sizes, s.date)),
    );
    adjusted = means.map((m, i) => ({ ...m, meanMps: m.meanMps - shares[i].share * baselineMps }));
    const counted = settled.compare === 'latest' ? shares.slice(-1) : shares.slice(baselineCount);
    growthMps = (counted.reduce((sum, s) => sum + s.share, 0) / counted.length) * baselineMps;
    growthVariance = ((counted.reduce((sum, s) => sum + s.sd, 0) / counted.length) * baselineMps) ** 2;
  }
  const { notches, levelStarts } = findNotches(used, adjusted, baselineCount, speed, settled);
  const judged = judge(adjusted, baselineCount, speed, settled, growthVariance, levelStarts);
  return {
    condition,
    baselineSessions: baselineCount,
    baselineMps,
    latestMedianMps: median(used[used.length - 1].speedsMps),
    gainMps: judged.posterior.gainMps,
    interval90Mps: [gainQuantile(judged.posterior, 0.05), gainQuantile(judged.posterior, 0.95)],
    chanceAboveSmallest: 1 - chanceAtMost(judged.posterior, settled.smallestGainMps),
    verdict: judged.verdict,
    sessionsToSettle: sessionsToSettle(adjusted, baselineCount, judged, settled),
    notches,
    daySpreadMps: judged.posterior.daySpreadMps,
    swingSpreadMps: spreadMps,
    growthMps,
    leftOut,
  };
}
