import { median, mean, robustSpread, student95 } from '../numeric/statistics.ts';

/** Swings of one level of effort or load. */
export interface Level {
  readonly at: number;
  readonly speeds: readonly number[];
}

/** Mean of a level, with the error of a mean that was swung in a block of its own. */
export interface LevelMean {
  readonly at: number;
  readonly mean: number;
  /** One standard deviation: the swings' own and the block's. */
  readonly sd: number;
}

/** How far blocks of one day differ beside their swings, a share of the speed (learned; `core/review/compare-runs`). */
const BLOCK_SHARE = 0.007;
/** Swings are never steadier than this. */
const STEADIEST_SHARE = 0.005;
/** A swing so many spreads from its level's median is a mishit or a slip of the device. */
const FAR_SPREADS = 4;

/**
 * Means of levels, each with the error that its swings and its block give it; the swings' spread is pooled over all levels.
 * @returns the means in rising order, and the factor by which a 90 % interval reaches beyond one standard deviation
 */
export function levelMeans(levels: readonly Level[]): { means: LevelMean[]; reach: number } {
  const kept = levels.map(({ at, speeds }) => {
    const middle = median(speeds);
    const spread = Math.max(robustSpread(speeds), STEADIEST_SHARE * middle);
    return { at, speeds: speeds.filter((v) => Math.abs(v - middle) <= FAR_SPREADS * spread) };
  });
  const freedom = kept.reduce((n, l) => n + l.speeds.length - 1, 0);
  const squares = kept.reduce((sum, { speeds }) => {
    const middle = mean(speeds);
    return sum + speeds.reduce((s, v) => s + (v / middle - 1) ** 2, 0);
  }, 0);
  const share = Math.max(STEADIEST_SHARE, Math.sqrt(squares / Math.max(1, freedom)));
  const means = kept.map(({ at, speeds }) => {
    const middle = mean(speeds);
    return { at, mean: middle, sd: middle * Math.hypot(share / Math.sqrt(speeds.length), BLOCK_SHARE) };
  });
  return { means: means.sort((a, b) => a.at - b.at), reach: student95(freedom) };
}
