import { leastSquares } from './least-squares.ts';

/** Least-squares polynomial around a place, with the standard errors of its value and slope there. */
export interface LocalFit {
  /** Value, first and second derivative (per unit of x) at the centre. */
  readonly value: number;
  readonly slope: number;
  readonly curvature: number;
  readonly valueSd: number;
  readonly slopeSd: number;
  evaluate(x: number): number;
}

/** Sums of the curve (its integral, up to a constant) seen at the same places, with both noise levels. */
export interface IntegralView {
  readonly values: readonly number[];
  readonly integralSd: number;
  readonly valueSd: number;
}

/**
 * Fits a polynomial of the given degree through (x, y) by least squares about `centre`; with `integral`, the same
 * polynomial's integral is fitted to that series at once, each weighted by its noise.
 * @returns undefined where there are not more points than coefficients
 */
export function localPolynomial(
  x: readonly number[],
  y: readonly number[],
  centre: number,
  degree: number,
  integral?: IntegralView,
): LocalFit | undefined {
  const m = degree + 1;
  if (x.length <= m) return undefined;
  let span = 0;
  for (const v of x) span = Math.max(span, Math.abs(v - centre));
  const rows: number[][] = [];
  const values: number[] = [];
  const weight = integral ? 1 / integral.valueSd : 1;
  x.forEach((at, k) => {
    const u = (at - centre) / span;
    const row = Array.from({ length: m }, (_, i) => weight * u ** i);
    rows.push(integral ? [...row, 0] : row);
    values.push(weight * y[k]!);
    if (!integral) return;
    rows.push([
      ...Array.from({ length: m }, (_, i) => (span * u ** (i + 1)) / (i + 1) / integral.integralSd),
      1 / integral.integralSd,
    ]);
    values.push(integral.values[k]! / integral.integralSd);
  });
  const fit = leastSquares(rows, values);
  if (!fit) return undefined;
  const c = fit.coefficients;
  return {
    value: c[0]!,
    slope: c[1]! / span,
    curvature: m > 2 ? (2 * c[2]!) / span ** 2 : 0,
    valueSd: fit.residualSd * Math.sqrt(fit.covariance[0]![0]!),
    slopeSd: (fit.residualSd * Math.sqrt(fit.covariance[1]![1]!)) / span,
    evaluate: (at) => {
      const u = (at - centre) / span;
      let value = 0;
      for (let i = m - 1; i >= 0; i--) value = value * u + c[i]!;
      return value;
    },
  };
}
