/** Inverse and log determinant of a symmetric positive definite matrix, by Cholesky's factor. */
export function invertSymmetric(a: readonly (readonly number[])[]): {
  inverse: number[][];
  logDet: number;
  factor: number[][];
} {
  const n = a.length;
  const l: number[][] = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  let logDet = 0;
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = a[i][j];
      for (let k = 0; k < j; k++) sum -= l[i][k] * l[j][k];
      l[i][j] = i === j ? Math.sqrt(sum) : sum / l[j][j];
    }
    logDet += 2 * Math.log(l[i][i]);
  }
  // Columns of the inverse by forward and back substitution.
  const inverse = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  for (let c = 0; c < n; c++) {
    const y = new Array<number>(n).fill(0);
    for (let i = c; i < n; i++) {
      let sum = i === c ? 1 : 0;
      for (let k = c; k < i; k++) sum -= l[i][k] * y[k];
      y[i] = sum / l[i][i];
    }
    for (let i = n - 1; i >= 0; i--) {
      let sum = y[i];
      for (let k = i + 1; k < n; k++) sum -= l[k][i] * inverse[k][c];
      inverse[i][c] = sum / l[i][i];
    }
  }
  return { inverse, logDet, factor: l };
}
