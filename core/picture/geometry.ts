import type { Px } from './marks.ts';

export const minus = (a: Px, b: Px): Px => ({ x: a.x - b.x, y: a.y - b.y });
export const middle = (a: Px, b: Px): Px => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
export const distancePx = (a: Px, b: Px): number => Math.hypot(a.x - b.x, a.y - b.y);

/** Direction of a way so far across and so far along, -π to π rad; NaN for a way of no length, which has none. */
export const directionRad = (acrossPx: number, alongPx: number): number =>
  acrossPx === 0 && alongPx === 0 ? NaN : Math.atan2(acrossPx, alongPx);

/** Angle at `corner` between the ways to `a` and `b`, 0 to π rad; NaN where one of them lies on the corner. */
export function cornerAngleRad(a: Px, corner: Px, b: Px): number {
  const u = minus(a, corner);
  const v = minus(b, corner);
  if ((u.x === 0 && u.y === 0) || (v.x === 0 && v.y === 0)) return NaN;
  return Math.abs(Math.atan2(u.x * v.y - u.y * v.x, u.x * v.x + u.y * v.y));
}

/** Turns a place about another by an angle (clockwise on the screen, as y goes down). */
export function turnAbout(p: Px, centre: Px, angleRad: number): Px {
  const [c, s] = [Math.cos(angleRad), Math.sin(angleRad)];
  const d = minus(p, centre);
  return { x: centre.x + c * d.x - s * d.y, y: centre.y + s * d.x + c * d.y };
}

/** How far a line that hangs plumb leans in the picture, rad: + when its upper end is to the right. */
export function leanRad(a: Px, b: Px): number {
  const [upper, lower] = a.y <= b.y ? [a, b] : [b, a];
  return Math.atan2(upper.x - lower.x, lower.y - upper.y);
}
