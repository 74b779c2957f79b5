import { median, robustSpread } from '../numeric/statistics.ts';
import { SEGMENTS, type Segment } from './motion.ts';

/** Curves of one swing over seconds to strike, any unit. */
export interface AlignedCurves {
  readonly timeS: readonly number[];
  readonly of: Partial<Record<Segment, readonly number[]>>;
}

/** Several swings laid over each other at the strike: the middle swing and the band that holds two thirds of them. */
export interface SwingBand {
  readonly timeS: readonly number[];
  readonly median: Partial<Record<Segment, readonly number[]>>;
  readonly low: Partial<Record<Segment, readonly number[]>>;
  readonly high: Partial<Record<Segment, readonly number[]>>;
  readonly count: number;
}

const STEP_S = 0.004;
/** From this many swings on the band is the 16th to 84th percentile; of fewer it holds all of them. */
const ENOUGH_FOR_SHARES = 6;
const EDGE_SHARE = 0.16;

/** Sorted values' quantile by straight lines. */
function quantile(sorted: readonly number[], share: number): number {
  const at = share * (sorted.length - 1);
  const i = Math.min(sorted.length - 2, Math.floor(at));
  return sorted.length < 2 ? sorted[0]! : sorted[i]! + (at - i) * (sorted[i + 1]! - sorted[i]!);
}

function sampled(time: readonly number[], values: readonly number[], at: readonly number[]): number[] {
  let i = 0;
  return at.map((t) => {
    while (i + 2 < time.length && time[i + 1]! <= t) i++;
    const share = Math.min(1, Math.max(0, (t - time[i]!) / (time[i + 1]! - time[i]!)));
    return values[i]! + share * (values[i + 1]! - values[i]!);
  });
}

/**
 * Median and band of a block's swings, aligned at strike, over the stretch that all of them have. A segment that one swing
 * lacks is left out.
 * @returns undefined for fewer than two swings
 */
export function swingBand(swings: readonly AlignedCurves[]): SwingBand | undefined {
  if (swings.length < 2) return undefined;
  const from = Math.max(...swings.map((s) => s.timeS[0]!));
  const count = Math.floor(-from / STEP_S);
  const timeS = Array.from({ length: count + 1 }, (_, i) => (i - count) * STEP_S);
  const [low, high] = swings.length >= ENOUGH_FOR_SHARES ? [EDGE_SHARE, 1 - EDGE_SHARE] : [0, 1];
  const band: Record<'median' | 'low' | 'high', Partial<Record<Segment, number[]>>> = { median: {}, low: {}, high: {} };
  for (const segment of SEGMENTS) {
    const all = swings.flatMap((s) => (s.of[segment] ? [sampled(s.timeS, s.of[segment], timeS)] : []));
    if (all.length < swings.length) continue;
    const sorted = timeS.map((_, i) => all.map((v) => v[i]!).sort((a, b) => a - b));
    band.median[segment] = sorted.map((v) => quantile(v, 0.5));
    band.low[segment] = sorted.map((v) => quantile(v, low));
    band.high[segment] = sorted.map((v) => quantile(v, high));
  }
  return { timeS, ...band, count: swings.length };
}

/** A figure of several swings: the median, its standard error, and the spread between swings. */
export interface BlockFigure {
  readonly median: number;
  readonly spread: number;
  /** One standard deviation of the median, from the spread and from what each single value left open. */
  readonly uncertainty: number;
  readonly count: number;
}

/** Figure of the swings that have it. @param single uncertainty of each value by itself */
export function blockFigure(
  values: readonly (number | undefined)[],
  single: readonly (number | undefined)[] = [],
): BlockFigure | undefined {
  const known = values.filter((v): v is number => v !== undefined);
  if (known.length < 2) return undefined;
  const own = single.filter((v): v is number => v !== undefined);
  const spread = robustSpread(known);
  const each = own.length > 0 ? median(own) : 0;
  return {
    median: median(known),
    spread,
    uncertainty: Math.max(spread, each) / Math.sqrt(known.length),
    count: known.length,
  };
}

/** Order of the peaks over several swings, earliest first; neighbours nearer than their uncertainty are together. */
export function blockOrder(peaks: Partial<Record<Segment, BlockFigure>>): {
  readonly order: readonly Segment[];
  readonly together: readonly (readonly [Segment, Segment])[];
} {
  const known = SEGMENTS.flatMap((s) => (peaks[s] ? [[s, peaks[s]] as const] : []));
  known.sort((a, b) => b[1].median - a[1].median);
  const together: (readonly [Segment, Segment])[] = [];
  for (let i = 1; i < known.length; i++) {
    const [[a, first], [b, second]] = [known[i - 1]!, known[i]!];
    if (first.median - second.median < Math.hypot(first.uncertainty, second.uncertainty)) together.push([a, b]);
  }
  return { order: known.map(([s]) => s), together };
}
