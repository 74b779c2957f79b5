/** Lowest place that a simplex found. */
export interface SimplexMinimum {
  readonly at: readonly number[];
  readonly value: number;
  readonly evaluations: number;
}

/**
 * Minimum of a function without derivatives (Nelder & Mead 1965, with the usual coefficients).
 * @param start first corner of the simplex
 * @param steps how far the other corners lie along each axis
 * @param tolerance the search ends when the simplex's values differ by less
 */
export function nelderMead(
  f: (x: readonly number[]) => number,
  start: readonly number[],
  steps: readonly number[],
  { evaluations = 600, tolerance = 1e-3 }: { evaluations?: number; tolerance?: number } = {},
): SimplexMinimum {
  const n = start.length;
  let used = 0;
  const at = (x: readonly number[]): { x: readonly number[]; v: number } => {
    used++;
    const v = f(x);
    return { x, v: Number.isFinite(v) ? v : Infinity };
  };
  const corners = [at(start), ...steps.map((step, i) => at(start.map((v, k) => (k === i ? v + step : v))))];
  while (used < evaluations) {
    corners.sort((a, b) => a.v - b.v);
    const worst = corners[n]!;
    if (worst.v - corners[0]!.v < tolerance) break;
    const middle = start.map((_, k) => corners.slice(0, n).reduce((s, c) => s + c.x[k]!, 0) / n);
    const along = (t: number): { x: readonly number[]; v: number } =>
      at(middle.map((m, k) => m + t * (worst.x[k]! - m)));
    const mirrored = along(-1);
    if (mirrored.v < corners[0]!.v) {
      const farther = along(-2);
      corners[n] = farther.v < mirrored.v ? farther : mirrored;
    } else if (mirrored.v < corners[n - 1]!.v) corners[n] = mirrored;
    else {
      const nearer = along(mirrored.v < worst.v ? -0.5 : 0.5);
      if (nearer.v < Math.min(worst.v, mirrored.v)) corners[n] = nearer;
      else
        for (let i = 1; i <= n; i++)
          corners[i] = at(corners[i]!.x.map((v, k) => corners[0]!.x[k]! + 0.5 * (v - corners[0]!.x[k]!)));
    }
  }
  corners.sort((a, b) => a.v - b.v);
  return { at: corners[0]!.x, value: corners[0]!.v, evaluations: used };
}
