import type { Vec3 } from './vector.ts';

/** Small 3 × 3 matrices, by rows. */
export type Mat3 = readonly [Vec3, Vec3, Vec3];

export const times = (m: Mat3, v: Vec3): Vec3 => [
  m[0][0] * v[0] + m[0][1] * v[1] + m[0][2] * v[2],
  m[1][0] * v[0] + m[1][1] * v[1] + m[1][2] * v[2],
  m[2][0] * v[0] + m[2][1] * v[1] + m[2][2] * v[2],
];

/** Matrix whose column k is f(unit vector k): any linear function as a matrix. */
export function matrixOf(f: (v: Vec3) => Vec3): Mat3 {
  const [a, b, c] = [f([1, 0, 0]), f([0, 1, 0]), f([0, 0, 1])];
  return [
    [a[0], b[0], c[0]],
    [a[1], b[1], c[1]],
    [a[2], b[2], c[2]],
  ];
}

/** x with m · x = v (Cramer); m must not be singular. */
export function solve(m: Mat3, v: Vec3): Vec3 {
  const det = (a: Vec3, b: Vec3, c: Vec3): number =>
    a[0] * (b[1] * c[2] - b[2] * c[1]) - a[1] * (b[0] * c[2] - b[2] * c[0]) + a[2] * (b[0] * c[1] - b[1] * c[0]);
  const whole = det(m[0], m[1], m[2]);
  const put = (k: 0 | 1 | 2): number => {
    const rows = m.map((row, i) => row.map((x, j) => (j === k ? v[i] : x))) as unknown as Mat3;
    return det(rows[0], rows[1], rows[2]) / whole;
  };
  return [put(0), put(1), put(2)];
}
