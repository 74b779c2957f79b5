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
  const a = Array.from({ length: m }, () => new Array<number>(2 * m + 1).fill(0));
  rows.forEach((row, k) => {
    for (let i = 0; i < m; i++) {
      for (let j = 0; j < m; j++) a[i][j] += row[i] * row[j];
      a[i][m] += row[i] * values[k];
    }
  });
  for (let i = 0; i < m; i++) a[i][m + 1 + i] = 1;
  // Gauss–Jordan on [normal matrix | right side | identity].
  for (let i = 0; i < m; i++) {
    let pivot = i;
    for (let r = i + 1; r < m; r++) if (Math.abs(a[r][i]) > Math.abs(a[pivot][i])) pivot = r;
    if (Math.abs(a[pivot][i]) < 1e-12) return undefined;
    [a[i], a[pivot]] = [a[pivot], a[i]];
    const p = a[i][i];
    for (let j = i; j <= 2 * m; j++) a[i][j] /= p;
    for (let r = 0; r < m; r++) {
      const f = a[r][i];
      if (r === i || f === 0) continue;
      for (let j = i; j <= 2 * m; j++) a[r][j] -= f * a[i][j];
    }
  }
  const coefficients = a.map((row) => row[m]);
  let rss = 0;
  rows.forEach((row, k) => {
    let value = -values[k];
    for (let i = 0; i < m; i++) value += row[i] * coefficients[i];
    rss += value * value;
  });
  return {
    coefficients,
    covariance: a.map((row) => row.slice(m + 1)),
    residualSd: Math.sqrt(rss / (rows.length - m)),
  };
}
