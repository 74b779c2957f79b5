import { leastSquares } from './least-squares.ts';

export interface Minimum {
  readonly at: readonly number[];
  /** Half the sum of squares there. */
  readonly cost: number;
  /** Covariance of the coefficients for rows of unit variance; undefined where the rows do not determine them. */
  readonly covariance: readonly (readonly number[])[] | undefined;
  readonly evaluations: number;
  readonly converged: boolean;
}

const half = (rows: readonly number[]): number => 0.5 * rows.reduce((s, r) => s + r * r, 0);

/**
 * Bounded non-linear least squares: Levenberg–Marquardt with a forward-difference Jacobian, steps cut back to the bounds
 * (Marquardt 1963, Moré 1978).
 * @param residuals weighted residuals; undefined where the model has no answer there
 * @param steps difference step of each coefficient
 */
export function levenbergMarquardt(
  residuals: (x: readonly number[]) => number[] | undefined,
  start: readonly number[],
  bounds: readonly (readonly [number, number])[],
  steps: readonly number[],
  { iterations = 14, tolerance = 1e-4 }: { iterations?: number; tolerance?: number } = {},
): Minimum | undefined {
  let evaluations = 0;
  const at = (x: readonly number[]): number[] | undefined => {
    evaluations++;
    return residuals(x);
  };
  const inside = (x: readonly number[]): number[] =>
    x.map((v, i) => Math.min(bounds[i]![1], Math.max(bounds[i]![0], v)));
  let x = inside(start);
  let r = at(x);
  if (!r) return undefined;
  let cost = half(r);
  let damping = 1e-2;
  let covariance: Minimum['covariance'];
  let converged = false;
  for (let k = 0; k < iterations && !converged; k++) {
    const here = r;
    const columns = x.map((v, i) => {
      // A step that would leave the bounds is taken the other way.
      const h = v + steps[i]! > bounds[i]![1] ? -steps[i]! : steps[i]!;
      const moved = at(x.map((w, j) => (j === i ? w + h : w)));
      return moved ? moved.map((m, row) => (m - here[row]!) / h) : here.map(() => 0);
    });
    const jacobian = here.map((_, row) => columns.map((c) => c[row]!));
    covariance = leastSquares(jacobian, here)?.covariance ?? covariance;
    const size = columns.map((c) => Math.sqrt(c.reduce((s, v) => s + v * v, 0)) || 1e-6);
    let better = false;
    for (let tries = 0; tries < 6 && !better; tries++) {
      const rows = [...jacobian, ...x.map((_, i) => x.map((_, j) => (i === j ? Math.sqrt(damping) * size[i]! : 0)))];
      const step = leastSquares(rows, [...here.map((v) => -v), ...x.map(() => 0)]);
      if (!step) break;
      const next = inside(x.map((v, i) => v + step.coefficients[i]!));
      const nextR = at(next);
      const nextCost = nextR ? half(nextR) : Infinity;
      if (nextR && nextCost < cost) {
        converged = cost - nextCost < tolerance * cost;
        [x, r, cost] = [next, nextR, nextCost];
        damping = Math.max(1e-6, damping / 4);
        better = true;
      } else damping *= 5;
    }
    if (!better) converged = true;
  }
  return { at: x, cost, covariance, evaluations, converged };
}
