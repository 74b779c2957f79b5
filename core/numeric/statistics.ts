import { erfc } from './erfc.ts';

/** Half a 90 % interval of a normal distribution, in standard deviations: its 95 % quantile. */
export const Z90 = 1.645;
/** Standard deviations to a median absolute deviation of a normal distribution: 1 over its 75 % quantile. */
const SDS_TO_MAD = 1.4826;

/** Taken out once: hot loops here look nothing up. */
const { abs, sqrt, floor, max, min, SQRT2 } = Math;

/** Arithmetic mean; NaN of an empty list is the caller's error. */
export function mean(values: readonly number[]): number {
  let sum = 0;
  for (const v of values) sum += v;
  return sum / values.length;
}

/** Linear-interpolation quantile (type 7). @param p in [0, 1] */
export function quantile(values: readonly number[], p: number): number {
  // A typed array sorts numbers several times faster than a comparison.
  const sorted = Float64Array.from(values).sort();
  const h = (sorted.length - 1) * p;
  const lo = floor(h);
  const hi = min(lo + 1, sorted.length - 1);
  return sorted[lo]! + (h - lo) * (sorted[hi]! - sorted[lo]!);
}

export const median = (values: readonly number[]): number => quantile(values, 0.5);

/** Sample standard deviation (n − 1); 0 for a single value. */
export function standardDeviation(values: readonly number[]): number {
  if (values.length < 2) return 0;
  const m = mean(values);
  let sum = 0;
  for (const v of values) sum += (v - m) ** 2;
  return sqrt(sum / (values.length - 1));
}

/** Spread by the median absolute deviation, scaled to equal a normal's standard deviation. */
export function robustSpread(values: readonly number[]): number {
  const m = median(values);
  return SDS_TO_MAD * median(values.map((v) => abs(v - m)));
}

/** Standard normal distribution function. */
export function normalCdf(z: number): number {
  return 0.5 * erfc(-z / SQRT2);
}

/** Finds x in [lo, hi] with f(x) = 0 for f rising through zero, by bisection. */
export function bisect(f: (x: number) => number, lo: number, hi: number, steps = 60): number {
  for (let i = 0; i < steps; i++) {
    const mid = (lo + hi) / 2;
    if (f(mid) < 0) lo = mid;
    else hi = mid;
  }
  return (lo + hi) / 2;
}

/** 95 % point of Student's t by expansion about the normal (Abramowitz & Stegun 26.7.5; error < 1 % from 3 degrees on). */
export function student95(freedom: number): number {
  const z = 1.6448536269514722;
  const n = max(1, freedom);
  const g1 = (z ** 3 + z) / 4;
  const g2 = (5 * z ** 5 + 16 * z ** 3 + 3 * z) / 96;
  const g3 = (3 * z ** 7 + 19 * z ** 5 + 17 * z ** 3 - 15 * z) / 384;
  return z + g1 / n + g2 / n ** 2 + g3 / n ** 3;
}
