import { CholeskyDecomposition, Matrix } from 'ml-matrix';

/** Inverse and log determinant of a symmetric positive definite matrix, by Cholesky's factor. */
export function invertSymmetric(a: readonly (readonly number[])[]): {
  inverse: number[][];
  logDet: number;
  factor: number[][];
} {
  // Its lower half counts: sums in another order differ in the last digit.
  const cholesky = new CholeskyDecomposition(
    new Matrix(a.map((row, i) => row.map((v, j) => (j <= i ? v : a[j]![i]!)))),
  );
  const { lowerTriangularMatrix: factor } = cholesky;
  return {
    inverse: cholesky.solve(Matrix.eye(a.length)).to2DArray(),
    logDet: 2 * factor.diagonal().reduce((sum, v) => sum + Math.log(v), 0),
    factor: factor.to2DArray(),
  };
}
