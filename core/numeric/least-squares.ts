import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { robustSpread } from './statistics.ts';

/** Rows whose square falls below this beside those before them determine no coefficient of their own. */
const LEAST_PIVOT = 1e-12;

/** Solution of weighted linear least squares and the covariance of its coefficients (for unit-variance rows). */
export interface LinearFit {
  readonly coefficients: readonly number[];
  readonly covariance: readonly (readonly number[])[];
  /** Root of the weighted residual sum over its degrees of freedom: 1 where the row errors were stated right. */
  readonly residualSd: number;
}

/**
 * Least squares of rows · c = values; rows and values already divided by their standard deviation.
 * @returns undefined where the rows do not determine the coefficients
 */
export function leastSquares(rows: readonly (readonly number[])[], values: readonly number[]): LinearFit | undefined {
  const m = rows[0]?.length ?? 0;
  if (m === 0 || rows.length <= m) return undefined;
  const normal = Matrix.zeros(m, m);
  const right = Matrix.zeros(m, 1);
  rows.forEach((row, k) => {
    for (let i = 0; i < m; i++) {
      for (let j = 0; j <= i; j++) normal.set(i, j, normal.get(i, j) + row[i]! * row[j]!);
      right.set(i, 0, right.get(i, 0) + row[i]! * values[k]!);
    }
  });
  for (let i = 0; i < m; i++) for (let j = 0; j < i; j++) normal.set(j, i, normal.get(i, j));
  const cholesky = new CholeskyDecomposition(normal);
  const pivots = cholesky.lowerTriangularMatrix.diagonal();
  if (!cholesky.isPositiveDefinite() || pivots.some((p) => !(p * p > LEAST_PIVOT))) return undefined;
  const coefficients = cholesky.solve(right).to1DArray();
  let rss = 0;
  rows.forEach((row, k) => {
    let value = -values[k]!;
    for (let i = 0; i < m; i++) value += row[i]! * coefficients[i]!;
    rss += value * value;
  });
  return {
    coefficients,
    covariance: cholesky.solve(Matrix.eye(m)).to2DArray(),
    residualSd: Math.sqrt(rss / (rows.length - m)),
  };
}

/** Huber's bend, in robust standard deviations: a mishit moves a line little, sound swings count fully. */
const BEND = 1.345;

/**
 * Least squares in which rows far off are bent in (Huber weights by the median absolute residual, a few rounds). Covariance and
 * residual are those of the M-estimator: Σψ²/(n − m) over the squared share of unbent rows (Huber 1981).
 */
export function robustLeastSquares(
  rows: readonly (readonly number[])[],
  values: readonly number[],
): LinearFit | undefined {
  const plain = leastSquares(rows, values);
  let fit = plain;
  let residualSd = plain?.residualSd ?? 0;
  for (let round = 0; round < 8 && fit && plain; round++) {
    const { coefficients } = fit;
    const off = rows.map((row, i) => values[i]! - row.reduce((s, x, k) => s + x * coefficients[k]!, 0));
    const scale = robustSpread(off);
    if (!(scale > 0)) return fit;
    const root = off.map((r) => Math.sqrt(Math.min(1, BEND / Math.max(1e-12, Math.abs(r) / scale))));
    const next = leastSquares(
      rows.map((row, i) => row.map((x) => x * root[i]!)),
      values.map((v, i) => v * root[i]!),
    );
    if (!next) break;
    const unbent = off.filter((r) => Math.abs(r) <= BEND * scale).length / off.length;
    const psi = off.reduce((s, r) => s + Math.min(Math.abs(r), BEND * scale) ** 2, 0);
    residualSd = Math.sqrt(psi / (rows.length - rows[0]!.length)) / unbent;
    fit = next;
  }
  return fit && plain && { coefficients: fit.coefficients, covariance: plain.covariance, residualSd };
}
