import { leastSquares } from '../numeric/least-squares.ts';
import { median } from '../numeric/statistics.ts';
import { BLOCK_MIDDLE, dependence } from '../review/effects.ts';

/** One turn of a trial in one quantity. */
export interface QuantityTurn {
  readonly condition: number;
  /** Number of its first swing, counted over the whole trial. */
  readonly firstSwing: number;
  readonly values: readonly number[];
}

/** Degrees of freedom of the errors: one mishit moves the answer little. */
const FREEDOM = 4;
/** Scale of such errors for one of a normal spread. */
const SCALE_OF_SD = 0.8;
/** Variance of a mean by these weights, in scales squared; a little more than the theory's 1.4, for the scale is estimated. */
const MEAN_VARIANCE = 1.5;
const PRIOR_SWINGS = 4;
const ROUNDS = 8;

export interface TurnMeans {
  readonly means: number[];
  readonly variances: number[];
  /** Spread of single swings, in the unit of the values. */
  readonly sd: number;
}

/** Fit of condition and drift to the means, weighted; what cannot be told stays at the mean. */
function fitted(turns: readonly QuantityTurn[], means: readonly number[], variances: readonly number[]): number[] {
  const conditions = [...new Set(turns.map((t) => t.condition))];
  const middle = turns.reduce((s, t) => s + t.firstSwing, 0) / turns.length;
  const span = Math.max(1, ...turns.map((t) => Math.abs(t.firstSwing - middle)));
  const rows = turns.map((t) => [
    ...conditions.map((c) => Number(c === t.condition)),
    ...(turns.length > conditions.length + 1 ? [(t.firstSwing - middle) / span] : []),
  ]);
  const weights = variances.map((v) => 1 / Math.sqrt(v));
  const fit = leastSquares(
    rows.map((r, i) => r.map((x) => x * weights[i]!)),
    means.map((m, i) => m * weights[i]!),
  );
  if (!fit) return [...means];
  return rows.map((r) => r.reduce((s, x, k) => s + x * fit.coefficients[k]!, 0));
}

/**
 * Mean of every turn and its variance, with errors of t distribution: each turn leans on what its condition and the line over
 * the swings say, so that a mishit is told even in a turn of one swing.
 * @param usualSd usual spread of single swings, worth four of them
 * @param size what the block effect is a share of, in the unit of the values
 */
export function turnMeans(turns: readonly QuantityTurn[], usualSd: number, size: number): TurnMeans {
  const block2 = (BLOCK_MIDDLE * size) ** 2;
  let scale = SCALE_OF_SD * usualSd;
  let centres = turns.map((t) => median(t.values));
  let means = centres;
  let variances = turns.map((t) => scale ** 2 / t.values.length);
  const total = turns.reduce((s, t) => s + t.values.length, 0);
  const spent = Math.min(total - 1, new Set(turns.map((t) => t.condition)).size + 1);
  for (let round = 0; round < ROUNDS; round++) {
    const fit = fitted(
      turns,
      means,
      variances.map((v) => v + block2),
    );
    centres = fit.map((f, i) => f + (block2 / (block2 + variances[i]!)) * (means[i]! - f));
    let squares = 0;
    const weighed = turns.map((t, i) => {
      let sum = 0;
      let weight = 0;
      for (const v of t.values) {
        const z2 = ((v - centres[i]!) / scale) ** 2;
        const w = (FREEDOM + 1) / (FREEDOM + z2);
        weight += w;
        sum += w * v;
        squares += w * (v - centres[i]!) ** 2;
      }
      return { mean: sum / weight, weight };
    });
    means = weighed.map((m) => m.mean);
    scale = Math.sqrt(
      (PRIOR_SWINGS * (SCALE_OF_SD * usualSd) ** 2 + squares) / (PRIOR_SWINGS + Math.max(0, total - spent)),
    );
    variances = weighed.map((m, i) => (MEAN_VARIANCE * scale ** 2 * dependence(turns[i]!.values.length)) / m.weight);
  }
  return { means, variances, sd: scale / SCALE_OF_SD };
}
