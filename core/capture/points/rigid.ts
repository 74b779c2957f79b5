import { tuple } from '../../numeric/tuple.ts';
import { symmetricEigen } from '../../numeric/eigen.ts';
import { add, cross, dot, length, scale, subtract, type Vec3 } from '../../numeric/vector.ts';

/** Fewest points seen in both poses from which a rotation can be told. */
export const FEWEST_FOR_ROTATION = 3;
/** Points nearer to one line than this share of their spread tell no rotation about that line. */
const LEAST_BREADTH_SHARE = 0.05;

const middle = (points: readonly Vec3[]): Vec3 =>
  scale(
    points.reduce((s, p) => add(s, p), [0, 0, 0]),
    1 / points.length,
  );

/** Whether the points span a plane and not only a line, so that every rotation of them can be told. */
export function spansPlane(points: readonly Vec3[]): boolean {
  if (points.length < FEWEST_FOR_ROTATION) return false;
  const centre = middle(points);
  const arms = points.map((p) => subtract(p, centre));
  const spread = [0, 1, 2].map((i) => [0, 1, 2].map((j) => arms.reduce((s, a) => s + a[i]! * a[j]!, 0)));
  const { values } = symmetricEigen(spread);
  return values[1]! > LEAST_BREADTH_SHARE ** 2 * values[0]!;
}

/**
 * Rotation vector (axis times angle, rad, right-hand rule in the points' own axes) that best carries one pose of a rigid
 * cluster into another (Horn 1987, closed form by quaternions).
 * @param from,to the same points in both poses, at least three that span a plane
 */
export function rotationBetween(from: readonly Vec3[], to: readonly Vec3[]): Vec3 {
  const [cf, ct] = [middle(from), middle(to)];
  const s = [0, 1, 2].map((i) =>
    [0, 1, 2].map((j) => from.reduce((sum, p, k) => sum + (p[i]! - cf[i]!) * (to[k]![j]! - ct[j]!), 0)),
  );
  const [xx, xy, xz, yx, yy, yz, zx, zy, zz] = tuple(9, s.flat());
  const { vectors } = symmetricEigen([
    [xx + yy + zz, yz - zy, zx - xz, xy - yx],
    [yz - zy, xx - yy - zz, xy + yx, zx + xz],
    [zx - xz, xy + yx, -xx + yy - zz, yz + zy],
    [xy - yx, zx + xz, yz + zy, -xx - yy + zz],
  ]);
  const [w, x, y, z] = tuple(4, vectors[0]![0]! >= 0 ? vectors[0]! : vectors[0]!.map((q) => -q));
  const sine = Math.hypot(x, y, z);
  if (sine < 1e-12) return [0, 0, 0];
  const angle = 2 * Math.atan2(sine, w);
  return [(x / sine) * angle, (y / sine) * angle, (z / sine) * angle];
}

/** Direction of greatest spread of vectors about zero, unit length. */
export function mainDirection(vectors: readonly Vec3[]): Vec3 {
  const square = [0, 1, 2].map((i) => [0, 1, 2].map((j) => vectors.reduce((s, v) => s + v[i]! * v[j]!, 0)));
  return symmetricEigen(square).vectors[0] as unknown as Vec3;
}

/** Unit normal of the plane that points lie nearest to, on the side of `toward`. */
export function planeNormal(points: readonly Vec3[], toward: Vec3): Vec3 {
  const centre = middle(points);
  const arms = points.map((p) => subtract(p, centre));
  const spread = [0, 1, 2].map((i) => [0, 1, 2].map((j) => arms.reduce((s, a) => s + a[i]! * a[j]!, 0)));
  const normal = symmetricEigen(spread).vectors[2] as unknown as Vec3;
  return dot(normal, toward) < 0 ? scale(normal, -1) : normal;
}

export const unit = (v: Vec3): Vec3 => scale(v, 1 / length(v));
/** Part of `v` square to the unit vector `axis`. */
export const square = (v: Vec3, axis: Vec3): Vec3 => subtract(v, scale(axis, dot(v, axis)));
export { add, cross, dot, length, scale, subtract, type Vec3 };
