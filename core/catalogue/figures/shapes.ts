import { degToRad } from '../../units/units.ts';
import type { Figure, Prop, Thing } from './figure.ts';

export type Point = readonly [x: number, y: number];
/** Part that a shape draws; a screen or a page gives it its colour. */
export type Role =
  | 'ground'
  | 'ball'
  | 'prop'
  | 'loud'
  | 'trail'
  | 'lead'
  | 'trunk'
  | 'head'
  | 'arm'
  | 'far arm'
  | 'club';
export type Shape =
  | { readonly kind: 'line'; readonly role: Role; readonly points: readonly Point[]; readonly width: number }
  | {
      readonly kind: 'circle';
      readonly role: Role;
      readonly at: Point;
      readonly radius: number;
      readonly filled: boolean;
    };

/** Size of a figure's picture. */
export const FIGURE_WIDTH = 132;
export const FIGURE_HEIGHT = 128;
const GROUND = 116;
const LEG = 44;
const TRUNK = 28;
const ARM = 30;
const SHOULDER = 9;
const HIP = 6;
const LENGTHS: Readonly<Record<Thing, number>> = {
  none: 0,
  club: 36,
  'short club': 24,
  reversed: 34,
  stick: 34,
  'heavy stick': 32,
  'weight on a string': 30,
  rope: 28,
  'flat thing': 14,
  ball: 6,
};
const BALL: Point = [FIGURE_WIDTH / 2 + 6, GROUND - 2];

const line = (role: Role, width: number, ...points: Point[]): Shape => ({ kind: 'line', role, points, width });
const dot = (role: Role, at: Point, radius: number, filled = true): Shape => ({
  kind: 'circle',
  role,
  at,
  radius,
  filled,
});
const swing = (deg: number, [x, y]: Point, length: number): Point => [
  x + Math.sin(degToRad(deg)) * length,
  y + Math.cos(degToRad(deg)) * length,
];

/** Middle joint between two ends of two equal parts, on the given side; straight where the ends are too far apart. */
export function joint(a: Point, b: Point, whole: number, side: number): Point {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const d = Math.hypot(dx, dy);
  const half = whole / 2;
  const out = d >= whole || d === 0 ? 0 : Math.sqrt(half * half - (d * d) / 4);
  return [(a[0] + b[0]) / 2 + (side * out * dy) / (d || 1), (a[1] + b[1]) / 2 - (side * out * dx) / (d || 1)];
}

/** Elbow and hand of an arm that hangs at an angle, the forearm bent from it toward the target by another. */
function arm(shoulder: Point, deg: number, bendDeg: number): [elbow: Point, hand: Point] {
  const elbow = swing(deg, shoulder, ARM / 2);
  return [elbow, swing(deg + bendDeg, elbow, ARM / 2)];
}

function thingShapes(f: Figure, grip: Point): Shape[] {
  const end = swing(f.clubDeg, grip, LENGTHS[f.thing]);
  switch (f.thing) {
    case 'none':
      return [];
    case 'ball':
      return [dot('club', [grip[0], grip[1] - 5], 6)];
    case 'club':
    case 'short club':
      return [line('club', 2.5, grip, end), dot('club', end, 3.2)];
    case 'reversed':
      return [line('club', 2.5, grip, end), dot('club', grip, 3.2)];
    case 'stick':
      return [line('club', 2, grip, end)];
    case 'heavy stick':
      return [line('club', 4.5, grip, end)];
    case 'weight on a string': {
      const sag = swing(f.clubDeg - 14, grip, LENGTHS[f.thing] / 2);
      return [line('club', 1.5, grip, sag, end), dot('club', end, 4)];
    }
    case 'rope': {
      const sag = swing(f.clubDeg - 24, grip, LENGTHS[f.thing] * 0.6);
      return [line('club', 3, grip, sag, end)];
    }
    case 'flat thing':
      return [line('club', 2.5, grip, swing(f.clubDeg, grip, 7)), dot('club', end, 6, false)];
  }
}

function propShapes(prop: Prop, f: Figure): Shape[] {
  const x = FIGURE_WIDTH / 2;
  const half = f.stance * LEG;
  switch (prop) {
    case 'ball':
      return [dot('ball', BALL, 2.5)];
    case 'tee':
      return [line('prop', 1.5, [BALL[0], GROUND + 1], [BALL[0], GROUND - 4]), dot('ball', [BALL[0], GROUND - 6], 2.5)];
    case 'loud':
      return [4, 8, 12].map((r) =>
        line('loud', 1.5, ...[-40, -20, 0, 20, 40].map((d): Point => swing(90 + d, [BALL[0] + 8, GROUND - 12], r))),
      );
    case 'mirror':
      return [line('prop', 2, [x - 58, 14], [x - 58, GROUND], [x - 52, GROUND], [x - 52, 14], [x - 58, 14])];
    case 'chair':
      return [line('prop', 2, [x - 42, GROUND], [x - 42, 52], [x - 42, 82], [x - 28, 82], [x - 28, GROUND])];
    case 'gate':
      return [line('prop', 2, [x - 30, GROUND], [x - 46, 40]), line('prop', 2, [x - 16, GROUND], [x - 32, 40])];
    case 'wedge lead':
      return [line('prop', 4, [x + half - 8, GROUND + 2], [x + half + 10, GROUND - 3])];
    case 'wedge trail':
      return [line('prop', 4, [x - half - 10, GROUND - 3], [x - half + 8, GROUND + 2])];
    case 'ground stick':
      return [line('prop', 2.5, [BALL[0] - 26, GROUND + 4], [BALL[0] + 34, GROUND - 1])];
    case 'slider':
      return [line('prop', 4, [x - half - 20, GROUND + 3], [x - half + 8, GROUND + 3])];
    case 'band':
      return [line('prop', 2, BALL, [x + 58, GROUND - 8]), line('prop', 4, [x + 60, GROUND - 16], [x + 60, GROUND])];
    case 'pad':
      return [line('prop', 6, [x - 24, GROUND + 2], [x + 24, GROUND + 2])];
    case 'wall':
      return [line('prop', 4, [x + 60, 16], [x + 60, GROUND])];
    case 'peg':
      return [line('prop', 2, [BALL[0] + 12, GROUND + 1], [BALL[0] + 12, GROUND - 6])];
    case 'head line':
      return [line('prop', 1.5, [x - 12, 4], [x - 12, 40]), line('prop', 1.5, [x + 10, 4], [x + 10, 40])];
    case 'hip line':
      return [line('prop', 1.5, [x + half, 56], [x + half, GROUND])];
    case 'window':
      return [line('prop', 2, [x + 44, 70], [x + 44, 96]), line('prop', 2, [x + 58, 70], [x + 58, 96])];
  }
}

/** A leg from the hip to its foot: knee bent outward, heel or whole foot off the ground. */
function leg(f: Figure, side: 1 | -1, hip: Point): Shape[] {
  const [bend, out, up, heel, role] =
    side > 0
      ? ([f.leadKneeDeg, f.leadFootOut, f.leadFootUp, f.leadHeel, 'lead'] as const)
      : ([f.trailKneeDeg, f.trailFootOut, f.trailFootUp, f.trailHeel, 'trail'] as const);
  const foot: Point = [FIGURE_WIDTH / 2 + side * f.stance * LEG + out * LEG, GROUND - (up + f.rise) * LEG - heel * 5];
  if (f.kneels) {
    const knee: Point = [hip[0] + side * 7, GROUND];
    return [line(role, 5, hip, knee, [knee[0] - side * 2, GROUND + 1])];
  }
  const bow = Math.sin(degToRad(bend) / 2) * LEG * 0.45 * (side > 0 ? 1 : f.trailHeel > 0.4 ? 1 : -1);
  const knee: Point = [(hip[0] + foot[0]) / 2 + bow, (hip[1] + foot[1]) / 2];
  const toe: Point = [foot[0] + (heel > 0.3 ? 3 : side * 5), foot[1] + heel * 5];
  return [line(role, 5, hip, knee, foot), line(role, 4, foot, toe)];
}

/** Arms and what they hold. */
function arms(f: Figure, lead: Point, trail: Point): Shape[] {
  if (f.hold === 'shoulders') {
    const [dx, dy] = [lead[0] - trail[0], lead[1] - trail[1]];
    const long = 24 / Math.max(8, Math.hypot(dx, dy));
    const reach = (p: Point, by: number): Point => [p[0] + dx * by, p[1] + dy * by];
    return [
      line('far arm', 4, trail, [(trail[0] + lead[0]) / 2, trail[1] + 10], lead),
      line('club', 2.5, reach(trail, -long), reach(lead, long)),
    ];
  }
  const [leadElbow, leadHand] = arm(lead, f.leadArmDeg, f.leadElbowDeg);
  const [trailElbow, trailHand] = arm(trail, f.trailArmDeg, f.trailElbowDeg);
  if (f.hold === 'trail')
    return [
      line('far arm', 4, lead, leadElbow, leadHand),
      line('arm', 4.5, trail, trailElbow, trailHand),
      ...thingShapes(f, trailHand),
    ];
  if (f.hold === 'lead' || f.hold === 'none')
    return [
      line('far arm', 4, trail, trailElbow, trailHand),
      line('arm', 4.5, lead, leadElbow, leadHand),
      ...(f.hold === 'lead' ? thingShapes(f, leadHand) : []),
    ];
  // The trail hand follows the grip; far apart it sits lower on the club.
  const lower = swing(f.clubDeg, leadHand, f.hold === 'apart' ? 11 : 2);
  return [
    line('far arm', 4, trail, joint(trail, lower, ARM, -1), lower),
    line('arm', 4.5, lead, leadElbow, leadHand),
    ...thingShapes(f, leadHand),
  ];
}

/** A figure as shapes, behind to before, in a box of FIGURE_WIDTH × FIGURE_HEIGHT. @param mirrored for left-handers */
export function figureShapes(f: Figure, mirrored = false): Shape[] {
  const half = f.stance * LEG;
  const sink = (f.leadKneeDeg + f.trailKneeDeg) * 0.08;
  const up = f.kneels ? GROUND - LEG * 0.5 : GROUND - LEG + sink - f.rise * LEG;
  const hip: Point = [FIGURE_WIDTH / 2 + f.hipShift * half, up];
  const tilt = degToRad(f.trunkTiltDeg);
  const neck: Point = [hip[0] - Math.sin(tilt) * TRUNK, hip[1] - Math.cos(tilt) * TRUNK];
  const head: Point = [neck[0] - Math.sin(tilt) * 8, neck[1] - 10];
  const wide = (turnDeg: number, most: number): number => most * Math.cos(degToRad(turnDeg));
  const chest = wide(f.chestTurnDeg, SHOULDER);
  const pelvis = wide(f.hipTurnDeg, HIP);
  const lead: Point = [neck[0] + chest, neck[1] + 4 - Math.sin(tilt) * chest];
  const trail: Point = [neck[0] - chest, neck[1] + 4 + Math.sin(tilt) * chest];
  const shapes: Shape[] = [
    line('ground', 2, [4, GROUND + 3], [FIGURE_WIDTH - 4, GROUND + 3]),
    ...f.props.flatMap((p) => propShapes(p, f)),
    ...leg(f, -1, [hip[0] - pelvis, hip[1]]),
    ...leg(f, 1, [hip[0] + pelvis, hip[1]]),
    line('trunk', 6, hip, neck),
    line('trunk', 4, [hip[0] - pelvis, hip[1]], [hip[0] + pelvis, hip[1]]),
    line('trunk', 4, trail, lead),
    dot('head', head, 7, false),
    ...arms(f, lead, trail),
  ];
  return mirrored ? shapes.map(mirror) : shapes;
}

const flip = ([x, y]: Point): Point => [FIGURE_WIDTH - x, y];
const mirror = (s: Shape): Shape =>
  s.kind === 'line' ? { ...s, points: s.points.map(flip) } : { ...s, at: flip(s.at) };
