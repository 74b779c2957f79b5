import { EigenvalueDecomposition, Matrix } from 'ml-matrix';

/** Share of the largest entry below which another says nothing. */
const NOTHING = 1e-30;

/**
 * Eigenvalues and eigenvectors of a small symmetric matrix, greatest value first.
 * @param matrix square, symmetric, by rows
 * @returns `values[k]` with the unit vector `vectors[k]`
 */
export function symmetricEigen(matrix: readonly (readonly number[])[]): {
  readonly values: readonly number[];
  readonly vectors: readonly (readonly number[])[];
} {
  const largest = Math.max(...matrix.flat().map(Math.abs));
  // Entries near the smallest number that there is would cost the vectors their length.
  const clean = matrix.map((row) => row.map((v) => (Math.abs(v) < NOTHING * largest ? 0 : v)));
  const found = new EigenvalueDecomposition(new Matrix(clean), { assumeSymmetric: true });
  return {
    values: [...found.realEigenvalues].reverse(),
    vectors: found.eigenvectorMatrix.transpose().to2DArray().reverse(),
  };
}
