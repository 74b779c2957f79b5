import { leastSquares, robustLeastSquares } from '../numeric/least-squares.ts';
import { mean, standardDeviation } from '../numeric/statistics.ts';
import { student90 } from '../numeric/student.ts';

/** One swing: what was called before it and what was done, in one unit. */
export interface CalledSwing {
  readonly called: number;
  readonly done: number;
  readonly withBall: boolean;
}

/** Line of done on called. */
export interface CalledLine {
  readonly swings: number;
  /** What one more called brings; 1 is done as called. */
  readonly slope: number;
  readonly slopeInterval90: readonly [number, number];
  /** Done where nothing is called, after the last swing. */
  readonly intercept: number;
  /** Spread about the line. */
  readonly residualSd: number;
  /** 1 − spread about the line over the spread without it: 0 calls change nothing, 1 done to the point. */
  readonly score: number;
}

/** What was done at one call. */
export interface AtCall {
  readonly called: number;
  readonly swings: number;
  readonly mean: number;
  /** Spread of what was done; null with one swing. */
  readonly sd: number | null;
}

export interface AskFor {
  readonly wanted: number;
  readonly called: number;
  readonly interval90: readonly [number, number];
  /** Beyond what was called so far: a guess. */
  readonly beyond: boolean;
}

export interface CalledAnswer {
  readonly atCalls: readonly AtCall[];
  /** Over all swings; null where it cannot be said. */
  readonly line: CalledLine | null;
  readonly withBall: CalledLine | null;
  readonly withoutBall: CalledLine | null;
  /** Done less called on average, with its interval: for the swish the player's own lead turned round. */
  readonly offset: { readonly mean: number; readonly interval90: readonly [number, number] } | null;
  readonly askFor: AskFor | null;
  readonly verdict: 'done as called' | 'done in part' | 'not done' | 'cannot say';
  readonly missing: string;
}

/** Fewest swings of a line. */
export const LEAST_SWINGS = 5;
/** From so many swings a mishit is bent in. */
const ROBUST_FROM = 12;
/** A spread about a line with mishits bent in comes out too small for players whose spread and level are uneven: found on made-up ones. */
const ROBUST_WIDER = 1.15;
/** From so many swings a drift from swing to swing can be told from the calls. */
const DRIFT_FROM = 10;
/** With fewer swings a line that happens to be steep is the one that gets asked of: what to call is then wider, and said less often. */
const ASK_PLAIN_FROM = 10;
const ASK_FEW_WIDER = 1.3;
/** Below this slope, its interval below the other figure, what is asked does not happen. */
export const NOT_DONE = { slope: 0.5, top: 0.8 } as const;

interface Fitted {
  readonly line: CalledLine;
  /** Level at the middle call now, and what is known of level and slope: covariance in the unit of done, squared. */
  readonly middle: number;
  readonly level: number;
  readonly covariance: readonly [level: number, both: number, slope: number];
  readonly t: number;
}

/**
 * Line of some swings as it stands after the last of them: from ten on, what the player drifts from swing to swing is taken out.
 * @returns null with fewer than five, or where all were called alike
 */
function fitLine(swings: readonly CalledSwing[]): Fitted | null {
  const n = swings.length;
  if (n < LEAST_SWINGS) return null;
  const middle = mean(swings.map((s) => s.called));
  const drifts = n >= DRIFT_FROM;
  const rows = swings.map((s, i) => [1, s.called - middle, ...(drifts ? [i - (n - 1)] : [])]);
  const done = swings.map((s) => s.done);
  // Of few swings nobody can tell a mishit from spread: there the plain line with its wider interval is the honest one.
  const fit = n < ROBUST_FROM ? leastSquares(rows, done) : robustLeastSquares(rows, done);
  if (!fit) return null;
  const [level, slope] = [fit.coefficients[0]!, fit.coefficients[1]!];
  const sd = fit.residualSd * (n < ROBUST_FROM ? 1 : ROBUST_WIDER);
  const c = fit.covariance;
  const t = student90(n - rows[0]!.length);
  const half = t * sd * Math.sqrt(c[1]![1]!);
  const plain = standardDeviation(done);
  return {
    line: {
      swings: n,
      slope,
      slopeInterval90: [slope - half, slope + half],
      intercept: level - slope * middle,
      residualSd: sd,
      score: plain > 0 ? Math.min(1, Math.max(0, 1 - fit.residualSd / plain)) : 0,
    },
    middle,
    level,
    covariance: [sd ** 2 * c[0]![0]!, sd ** 2 * c[0]![1]!, sd ** 2 * c[1]![1]!],
    t,
  };
}

/**
 * What to call next for a wanted value, with the interval of such a call: where the line's own doubt still reaches the value.
 * @returns null where calls are not known to change something: the slope's interval, as wide as this asks for, reaches nought
 */
function askFor({ line, ...fit }: Fitted, swings: readonly CalledSwing[], wanted: number): AskFor | null {
  const calls = swings.map((s) => s.called);
  const [vLevel, vBoth, vSlope] = fit.covariance;
  const t2 = (fit.t * (calls.length < ASK_PLAIN_FROM ? ASK_FEW_WIDER : 1)) ** 2;
  // (level + slope · x − wanted)² ≤ t² · variance of the line at x, x from the middle of the calls: a quadratic.
  const a = line.slope ** 2 - t2 * vSlope;
  if (line.slope <= 0 || a <= 0) return null;
  const off = fit.level - wanted;
  const b = line.slope * off - t2 * vBoth;
  const root = Math.sqrt(Math.max(0, b ** 2 - a * (off ** 2 - t2 * vLevel)));
  const called = (wanted - line.intercept) / line.slope;
  return {
    wanted,
    called,
    interval90: [fit.middle + (-b - root) / a, fit.middle + (-b + root) / a],
    beyond: called < Math.min(...calls) || called > Math.max(...calls),
  };
}

function offsetOf(swings: readonly CalledSwing[]): CalledAnswer['offset'] {
  if (swings.length < LEAST_SWINGS) return null;
  const off = swings.map((s) => s.done - s.called);
  const half = (student90(off.length - 1) * standardDeviation(off)) / Math.sqrt(off.length);
  return { mean: mean(off), interval90: [mean(off) - half, mean(off) + half] };
}

function verdictOf(line: CalledLine): CalledAnswer['verdict'] {
  const [lo, hi] = line.slopeInterval90;
  if (line.slope < NOT_DONE.slope && hi < NOT_DONE.top) return 'not done';
  if (lo > NOT_DONE.top && hi < 1 / NOT_DONE.top) return 'done as called';
  return lo > 0 ? 'done in part' : 'cannot say';
}

/**
 * Called and done: the line of what was done on what was called, the spread at each call, what to call for a wanted value.
 * @param swings called and done in one unit
 * @param wanted value that is aimed at, in that unit; null where none is
 */
export function calledAndDone(swings: readonly CalledSwing[], wanted: number | null): CalledAnswer {
  const calls = [...new Set(swings.map((s) => s.called))].sort((a, b) => a - b);
  const atCalls = calls.map((called): AtCall => {
    const done = swings.filter((s) => s.called === called).map((s) => s.done);
    return { called, swings: done.length, mean: mean(done), sd: done.length > 1 ? standardDeviation(done) : null };
  });
  const fit = calls.length > 1 ? fitLine(swings) : null;
  const line = fit?.line ?? null;
  const of = (withBall: boolean): CalledLine | null => {
    const own = swings.filter((s) => s.withBall === withBall);
    return new Set(own.map((s) => s.called)).size > 1 ? (fitLine(own)?.line ?? null) : null;
  };
  const missing =
    swings.length < LEAST_SWINGS
      ? `${LEAST_SWINGS - swings.length} more swing${LEAST_SWINGS - swings.length === 1 ? '' : 's'} with a call`
      : calls.length < 2
        ? 'another call: all were alike'
        : '';
  return {
    atCalls,
    line,
    withBall: of(true),
    withoutBall: of(false),
    offset: offsetOf(swings),
    askFor: wanted !== null && fit ? askFor(fit, swings, wanted) : null,
    verdict: line ? verdictOf(line) : 'cannot say',
    missing: missing || (line ? '' : 'calls that lie farther apart'),
  };
}
