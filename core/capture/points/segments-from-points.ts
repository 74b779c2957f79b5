import { tuple } from '../../numeric/tuple.ts';
import { median } from '../../numeric/statistics.ts';
import { radToDeg } from '../../units/units.ts';
import type { Handedness } from '../../units/units.ts';
import type { Segment } from '../motion.ts';
import {
  cross,
  dot,
  length,
  mainDirection,
  planeNormal,
  rotationBetween,
  scale,
  add,
  spansPlane,
  square,
  subtract,
  unit,
  type Vec3,
} from './rigid.ts';
import { axesFit, chestLabels, type AxisName, type LabAxes, type PointsByRole } from './roles.ts';
import { InputError } from '../../errors/input-error.ts';

/** Points over one time axis, m; null where one was not seen. */
export type PointSeries = Readonly<Record<string, readonly (Vec3 | null)[]>>;

/** Curves that points give: NaN where too few points were seen. */
export interface PointCurves {
  readonly ratesRadPerS: Partial<Record<Segment, readonly number[]>>;
  readonly anglesRad: Partial<Record<Segment, readonly number[]>>;
  readonly wristRad?: readonly number[];
  /** Arm and shaft angle at set-up in the swing's plane, as notes: `setup_arm_deg`, `setup_club_deg`. */
  readonly notes: Readonly<Record<string, string>>;
}

/** Still stretch at the start from which the set-up pose is taken, s. */
const SETUP_S = 0.1;
/** Share of the head's greatest speed below which it counts as at the top. */
const TOP_SPEED_SHARE = 0.1;

function axisVector(name: AxisName): Vec3 {
  const sign = name[0] === '+' ? 1 : -1;
  return ['x', 'y', 'z'].map((a) => (a === name[1] ? sign : 0)) as unknown as Vec3;
}

/**
 * Turns laboratory places into x toward the target, y from the golfer to the ball, z up. Laboratories are right-handed: a
 * right-hander has the target on the left, so the ball lies along target × up; for a left-hander along up × target.
 * @throws InputError where the two axes are the same
 */
export function towardBody(axes: LabAxes, handedness: Handedness): (place: Vec3) => Vec3 {
  if (!axesFit(axes))
    throw new InputError(
      'unknown-value',
      `Toward the target (${axes.towardTarget}) and up (${axes.up}) must be two different axes.`,
      'axes',
    );
  const target = axisVector(axes.towardTarget);
  const up = axisVector(axes.up);
  const ball = handedness === 'right' ? cross(target, up) : cross(up, target);
  return (p) => [dot(p, target), dot(p, ball), dot(p, up)];
}

const meanPlace = (places: readonly (Vec3 | null)[]): Vec3 | null => {
  const seen = places.filter((p): p is Vec3 => p !== null);
  return seen.length === 0
    ? null
    : scale(
        seen.reduce((s, p) => add(s, p), [0, 0, 0]),
        1 / seen.length,
      );
};

/** Mean of the points of a role in each frame; null where none is seen. */
function place(points: PointSeries, labels: readonly string[], frames: number): (Vec3 | null)[] {
  return Array.from({ length: frames }, (_, i) => {
    const seen = labels.map((l) => points[l]?.[i]).filter((p): p is Vec3 => !!p);
    // A mean over another set of points would jump.
    return seen.length === labels.length ? meanPlace(seen) : null;
  });
}

/** Follows an angle over full turns; gaps stay. */
function unwrap(angle: readonly number[]): number[] {
  let last = NaN;
  return angle.map((a) => {
    if (Number.isNaN(a)) return a;
    const next = Number.isNaN(last) ? a : a + 2 * Math.PI * Math.round((last - a) / (2 * Math.PI));
    last = next;
    return next;
  });
}

function fromSetup(time: readonly number[], angle: readonly number[]): { angle: number[]; setup: number } {
  const still = angle.filter((a, i) => time[i]! - time[0]! <= SETUP_S && !Number.isNaN(a));
  const first = still.length > 0 ? still : angle.filter((a) => !Number.isNaN(a)).slice(0, 5);
  const setup = first.reduce((s, a) => s + a, 0) / Math.max(1, first.length);
  return { angle: angle.map((a) => a - setup), setup };
}

/** Central differences; NaN where a neighbour is missing. */
function rateOf(time: readonly number[], angle: readonly number[]): number[] {
  const n = time.length;
  return angle.map((_, i) => {
    const [a, b] = [Math.max(0, i - 1), Math.min(n - 1, i + 1)];
    return (angle[b]! - angle[a]!) / (time[b]! - time[a]!);
  });
}

/** A bend this many times the usual one nearby is the ball's blow. */
const BLOW_TIMES = 4;
const NEARBY_S = 0.03;

/**
 * Rates of the club: central differences, but beside the ball's blow from the one side that is free of it, so that the blow
 * is not smeared over the samples before the strike.
 */
function clubRate(time: readonly number[], angle: readonly number[]): number[] {
  const central = rateOf(time, angle);
  const n = angle.length;
  const bend = angle.map((a, i) => Math.abs((angle[i + 1] ?? NaN) - 2 * a + (angle[i - 1] ?? NaN)));
  const step = (time[n - 1]! - time[0]!) / (n - 1);
  const reach = Math.max(3, Math.round(NEARBY_S / step));
  return central.map((rate, i) => {
    if (i < 2 || i > n - 3) return rate;
    const around: number[] = [];
    for (let k = Math.max(1, i - reach); k <= Math.min(n - 2, i + reach); k++)
      if (Math.abs(k - i) > 1 && !Number.isNaN(bend[k])) around.push(bend[k]!);
    if (around.length < 4 || !(bend[i]! > BLOW_TIMES * median(around))) return rate;
    const before = (3 * angle[i]! - 4 * angle[i - 1]! + angle[i - 2]!) / (2 * step);
    const after = (4 * angle[i + 1]! - 3 * angle[i]! - angle[i + 2]!) / (2 * step);
    const oneSided = bend[i + 1]! < bend[i - 1]! ? after : before;
    return Number.isNaN(oneSided) ? rate : oneSided;
  });
}

/**
 * Turn of a cluster about its own axis from set-up, + toward the target: by rigid fit where three points or more are seen,
 * else by the line of two points seen from above.
 */
export function clusterTurn(points: PointSeries, labels: readonly string[], time: readonly number[]): number[] {
  const frames = time.length;
  const still = labels.map((l) => meanPlace((points[l] ?? []).filter((_, i) => time[i]! - time[0]! <= SETUP_S)));
  const known = labels.filter((_, k) => still[k] !== null);
  const pose = still.filter((p): p is Vec3 => p !== null);
  if (spansPlane(pose)) {
    const turns = Array.from({ length: frames }, (_, i): Vec3 | null => {
      const seen = known.map((l) => points[l]![i]);
      const from = pose.filter((_, k) => seen[k]);
      const to = seen.filter((p): p is Vec3 => p !== null);
      return spansPlane(from) ? rotationBetween(from, to) : null;
    });
    const all = turns.filter((t): t is Vec3 => t !== null);
    if (all.length === 0) return new Array<number>(frames).fill(NaN);
    const main = mainDirection(all);
    // From above, turning back carries the lead side toward the ball: x toward y, positive about up.
    const axis = main[2] > 0 ? scale(main, -1) : main;
    return unwrap(turns.map((t) => (t ? dot(t, axis) : NaN)));
  }
  const [a, b] = tuple(2, known);
  return fromSetup(
    time,
    unwrap(
      Array.from({ length: frames }, (_, i) => {
        const [p, q] = [points[a]?.[i], points[b]?.[i]];
        return p && q ? -Math.atan2(q[1] - p[1], q[0] - p[0]) : NaN;
      }),
    ),
  ).angle;
}

/** Axes of the swing's plane from the head's way down: toward the target, and up the plane. */
function swingPlane(head: readonly (Vec3 | null)[], time: readonly number[]): { toward: Vec3; up: Vec3 } | undefined {
  const speed = head.map((p, i) => {
    const before = head[i - 1];
    return p && before ? length(subtract(p, before)) / (time[i]! - time[i - 1]!) : 0;
  });
  let peak = 0;
  speed.forEach((v, i) => {
    if (v > speed[peak]!) peak = i;
  });
  let top = peak;
  while (top > 0 && (speed[top]! > TOP_SPEED_SHARE * speed[peak]! || head[top] === null)) top--;
  const way = head.slice(top, peak + 1).filter((p): p is Vec3 => p !== null);
  if (way.length < 5) return undefined;
  const normal = planeNormal(way, [0, -1, 0]);
  const toward = unit(square([1, 0, 0], normal));
  const across = cross(normal, toward);
  return { toward, up: across[2] >= 0 ? across : scale(across, -1) };
}

/**
 * Angles and turning speeds of hips, chest, lead arm and club from captured points, counted from the set-up pose, + toward
 * the target. Hips and chest turn about their own axis; arm (shoulder to hand) and club (grip to head) are seen square to
 * the plane of the head's way down. The wrist angle is that between arm and shaft in space.
 * @param points x toward the target, y toward the ball, z up, m (see `towardBody`)
 */
export function curvesFromPoints(time: readonly number[], points: PointSeries, roles: PointsByRole): PointCurves {
  const ratesRadPerS: Partial<Record<Segment, readonly number[]>> = {};
  const anglesRad: Partial<Record<Segment, readonly number[]>> = {};
  const notes: Record<string, string> = {};
  const put = (segment: Segment, angle: readonly number[]): number => {
    const counted = fromSetup(time, unwrap(angle));
    anglesRad[segment] = counted.angle;
    ratesRadPerS[segment] = segment === 'club' ? clubRate(time, counted.angle) : rateOf(time, counted.angle);
    return counted.setup;
  };
  for (const segment of ['hips', 'chest'] as const) {
    const labels = (segment === 'chest' ? chestLabels(roles) : (roles.hips ?? [])).filter((l) => points[l]);
    if (labels.length >= 2) put(segment, clusterTurn(points, labels, time));
  }
  const at = (role: 'leadShoulder' | 'leadHand' | 'grip' | 'clubHead'): (Vec3 | null)[] | undefined => {
    const labels = (roles[role] ?? []).filter((l) => points[l]);
    return labels.length > 0 ? place(points, labels, time.length) : undefined;
  };
  const head = at('clubHead');
  const hand = at('leadHand');
  const grip = at('grip') ?? hand;
  const shoulder = at('leadShoulder');
  const plane = head && swingPlane(head, time);
  if (!head || !grip || !plane) return { ratesRadPerS, anglesRad, notes };
  const inPlane = (from: readonly (Vec3 | null)[], to: readonly (Vec3 | null)[]): number[] =>
    time.map((_, i) => {
      const [a, b] = [from[i], to[i]];
      if (!a || !b) return NaN;
      const d = subtract(b, a);
      return Math.atan2(dot(d, plane.toward), -dot(d, plane.up));
    });
  notes.setup_club_deg = radToDeg(put('club', inPlane(grip, head))).toFixed(1);
  if (!shoulder || !hand) return { ratesRadPerS, anglesRad, notes };
  notes.setup_arm_deg = radToDeg(put('leadArm', inPlane(shoulder, hand))).toFixed(1);
  const wristRad = time.map((_, i) => {
    const [s, h, g, c] = [shoulder[i], hand[i], grip[i], head[i]];
    if (!s || !h || !g || !c) return NaN;
    const [arm, shaft] = [subtract(s, h), subtract(c, g)];
    const cosine = dot(arm, shaft) / (length(arm) * length(shaft));
    return Math.acos(Math.min(1, Math.max(-1, cosine)));
  });
  return { ratesRadPerS, anglesRad, wristRad, notes };
}
