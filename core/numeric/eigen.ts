/** Rotations after which a small symmetric matrix is diagonal to rounding. */
const MOST_SWEEPS = 40;

/**
 * Eigenvalues and eigenvectors of a small symmetric matrix, greatest value first (cyclic Jacobi; Golub & Van Loan, Matrix
 * Computations, 8.5).
 * @param matrix square, symmetric, by rows
 * @returns `values[k]` with the unit vector `vectors[k]`
 */
export function symmetricEigen(matrix: readonly (readonly number[])[]): {
  readonly values: readonly number[];
  readonly vectors: readonly (readonly number[])[];
} {
  const n = matrix.length;
  const a = matrix.map((row) => [...row]);
  const v = a.map((_, i) => a.map((__, j): number => (i === j ? 1 : 0)));
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep++) {
    let off = 0;
    let size = 0;
    for (let i = 0; i < n; i++) {
      size += a[i][i] ** 2;
      for (let j = i + 1; j < n; j++) off += a[i][j] ** 2;
    }
    if (off <= 1e-30 * (size + off)) break;
    for (let p = 0; p < n - 1; p++) {
      for (let q = p + 1; q < n; q++) {
        if (a[p][q] === 0) continue;
        const theta = (a[q][q] - a[p][p]) / (2 * a[p][q]);
        const t = (theta >= 0 ? 1 : -1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
        const c = 1 / Math.sqrt(t * t + 1);
        const s = t * c;
        for (let k = 0; k < n; k++) [a[k][p], a[k][q]] = [c * a[k][p] - s * a[k][q], s * a[k][p] + c * a[k][q]];
        for (let k = 0; k < n; k++) [a[p][k], a[q][k]] = [c * a[p][k] - s * a[q][k], s * a[p][k] + c * a[q][k]];
        for (let k = 0; k < n; k++) [v[k][p], v[k][q]] = [c * v[k][p] - s * v[k][q], s * v[k][p] + c * v[k][q]];
      }
    }
  }
  const order = a.map((_, i) => i).sort((i, j) => a[j][j] - a[i][i]);
  return { values: order.map((i) => a[i][i]), vectors: order.map((i) => v.map((row) => row[i])) };
}
