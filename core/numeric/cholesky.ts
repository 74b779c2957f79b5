const { sqrt, log } = Math;

/** Log density of a normal in several dimensions, without its constant; the covariance must be positive definite. */
export function normalLogDensity(
  x: readonly number[],
  mean: readonly number[],
  covariance: readonly (readonly number[])[],
): number {
  const n = x.length;
  const l: number[][] = [];
  let logDet = 0;
  let square = 0;
  const z: number[] = [];
  for (let i = 0; i < n; i++) {
    l.push(new Array<number>(n).fill(0));
    for (let j = 0; j <= i; j++) {
      let sum = covariance[i][j];
      for (let k = 0; k < j; k++) sum -= l[i][k] * l[j][k];
      l[i][j] = i === j ? sqrt(sum) : sum / l[j][j];
    }
    logDet += log(l[i][i]);
    let y = x[i] - mean[i];
    for (let k = 0; k < i; k++) y -= l[i][k] * z[k];
    z.push(y / l[i][i]);
    square += z[i] * z[i];
  }
  return -logDet - 0.5 * square;
}
