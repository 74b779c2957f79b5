import type { Random } from '../numeric/random.ts';
import { invertSymmetric } from '../numeric/symmetric.ts';
import { chanceAtMost, mixtureQuantile } from './season.ts';

/** Effects are small: t with four degrees of freedom and this share of the speed as scale, as a mixture of normals. */
const EFFECT_SCALE = 0.015;
const T4_VARIANCES = [3.76, 1.82, 1.19, 0.82, 0.514] as const;
/** Spread between blocks of one day beside their swings, share of speed; learned around 0.7 %. */
const BLOCK_SDS = [0.002, 0.004, 0.007, 0.01, 0.015] as const;
export const BLOCK_MIDDLE = 0.007;
const BLOCK_LOG_SD = 0.5;
/** Spread between days, share of speed (as in the season), with weights. */
const DAY_SDS = [
  [0.008, 0.25],
  [0.0125, 0.5],
  [0.02, 0.25],
] as const;
/** Correlation of a swing with the one before it. */
const NEIGHBOURS = 0.2;

/** How much less a mean of n swings says than n independent ones. */
export function dependence(n: number): number {
  let sum = 1;
  for (let k = 1; k < n; k++) sum += 2 * (1 - k / n) * NEIGHBOURS ** k;
  return sum;
}

/** Runs of some conditions as their means, ready to be told apart. */
export interface Design {
  readonly means: readonly number[];
  /** Variances of those means from their swings alone. */
  readonly variances: readonly number[];
  /** Effect column of each run, −1 for the first condition. */
  readonly effectOf: readonly number[];
  /** Place of each run on the line of the drift, the middle taken off. */
  readonly places: readonly number[];
  readonly days: readonly number[];
  readonly speed: number;
  /** Number of conditions beside the first. */
  readonly effects: number;
  /** Prior spread of the drift from one place to the next, share of speed. */
  readonly driftSd: number;
}

/** One cell of the grid over the spreads that nobody knows: a normal with a weight. */
export interface Cell {
  weight: number;
  readonly log: number;
  /** Posterior means and covariance of the effects. */
  readonly mean: readonly number[];
  readonly covariance: readonly (readonly number[])[];
  readonly drift: number;
  /** Level of the first condition in the middle of the runs. */
  readonly level: number;
}

/** Posterior of one cell: y = intercept + effect + drift · place + day + block + swings, all normal. */
function solveCell(d: Design, blockSd: number, daySd: number, widening: number, logPrior: number): Cell {
  const n = d.means.length;
  const v = d.means.map((_, i) =>
    d.means.map(
      (__, k) =>
        (i === k ? d.variances[i]! + (blockSd * d.speed) ** 2 : 0) +
        (d.days[i] === d.days[k] ? (daySd * d.speed) ** 2 : 0),
    ),
  );
  const { inverse, logDet } = invertSymmetric(v);
  const columns = 2 + d.effects;
  const row = (i: number): number[] => [
    1,
    d.places[i]!,
    ...Array.from({ length: d.effects }, (_, e) => Number(d.effectOf[i] === e)),
  ];
  const x = d.means.map((_, i) => row(i));
  const y = d.means.map((m) => m - d.speed);
  // Prior precisions: a flat intercept, a small drift, and effects as differences of exchangeable conditions.
  const effectVariance = ((EFFECT_SCALE * d.speed) ** 2 * widening) / 2;
  const effectCovariance = Array.from({ length: d.effects }, (_, a) =>
    Array.from({ length: d.effects }, (__, b) => (a === b ? 2 : 1) * effectVariance),
  );
  const prior = invertSymmetric(effectCovariance);
  const driftPrecision = 1 / (d.driftSd * d.speed) ** 2;
  const flat = 1e-6 / d.speed ** 2;
  const weighted = x[0]!.map((_, c) => inverse.map((r) => r.reduce((s, w, k) => s + w * x[k]![c]!, 0)));
  const precision = Array.from({ length: columns }, (_, a) =>
    Array.from({ length: columns }, (__, b) => {
      const data = x.reduce((s, r, i) => s + r[a]! * weighted[b]![i]!, 0);
      const own = a === b ? (a === 0 ? flat : a === 1 ? driftPrecision : 0) : 0;
      return data + own + (a > 1 && b > 1 ? prior.inverse[a - 2]![b - 2]! : 0);
    }),
  );
  const right = Array.from({ length: columns }, (_, a) => y.reduce((s, value, i) => s + value * weighted[a]![i]!, 0));
  const posterior = invertSymmetric(precision);
  const b = posterior.inverse.map((r) => r.reduce((s, w, k) => s + w * right[k]!, 0));
  let square = 0;
  for (let i = 0; i < n; i++) for (let k = 0; k < n; k++) square += y[i]! * inverse[i]![k]! * y[k]!;
  const explained = b.reduce((s, value, k) => s + value * right[k]!, 0);
  return {
    weight: 0,
    log: logPrior - 0.5 * (logDet + posterior.logDet + prior.logDet + square - explained),
    mean: b.slice(2),
    covariance: posterior.inverse.slice(2).map((r) => r.slice(2)),
    drift: b[1]!,
    level: d.speed + b[0]!,
  };
}

/** The posterior as a mixture over the grid, its weights adding to one. */
export function cellsOf(d: Design, severalDays: boolean): Cell[] {
  const days = severalDays ? DAY_SDS : ([[0, 1]] as const);
  const cells = BLOCK_SDS.flatMap((block) =>
    days.flatMap(([daySd, weight]) =>
      T4_VARIANCES.map((w) =>
        solveCell(d, block, daySd, w, Math.log(weight) - 0.5 * (Math.log(block / BLOCK_MIDDLE) / BLOCK_LOG_SD) ** 2),
      ),
    ),
  );
  const most = Math.max(...cells.map((c) => c.log));
  const total = cells.reduce((s, c) => s + (c.weight = Math.exp(c.log - most)), 0);
  for (const c of cells) c.weight /= total;
  return cells;
}

/** Draws of all effects together: each a list, one for every condition beside the first. */
export function drawEffects(cells: readonly Cell[], random: Random, draws: number): number[][] {
  const factors = cells.map((c) => invertSymmetric(c.covariance).factor);
  return Array.from({ length: draws }, () => {
    let left = random.uniform();
    const at = Math.max(
      0,
      cells.findIndex((c) => (left -= c.weight) <= 0),
    );
    const cell = cells[at]!;
    const z = cell.mean.map(() => random.normal());
    return cell.mean.map((m, i) => m + factors[at]![i]!.reduce((s, l, k) => s + (k <= i ? l * z[k]! : 0), 0));
  });
}

/** Mean, 90 % interval and chance of being above nought of one effect. */
export function effectOf(
  cells: readonly Cell[],
  e: number,
): { mean: number; interval90: readonly [number, number]; chancePositive: number } {
  const parts = cells.map((c) => ({ weight: c.weight, meanMps: c.mean[e]!, sdMps: Math.sqrt(c.covariance[e]![e]!) }));
  return {
    mean: parts.reduce((s, p) => s + p.weight * p.meanMps, 0),
    interval90: [mixtureQuantile(parts, 0.05), mixtureQuantile(parts, 0.95)],
    chancePositive: 1 - chanceAtMost(parts, 0),
  };
}
