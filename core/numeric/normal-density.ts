import { invertSymmetric } from './symmetric.ts';

/** Log density of a normal in several dimensions, without its constant; the covariance must be positive definite. */
export function normalLogDensity(
  x: readonly number[],
  mean: readonly number[],
  covariance: readonly (readonly number[])[],
): number {
  const { inverse, logDet } = invertSymmetric(covariance);
  const d = x.map((v, i) => v - mean[i]!);
  const square = d.reduce((s, v, i) => s + v * inverse[i]!.reduce((t, w, k) => t + w * d[k]!, 0), 0);
  return -0.5 * (logDet + square);
}
