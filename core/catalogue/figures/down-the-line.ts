import { degToRad } from '../../units/units.ts';
import { FIGURE_WIDTH, joint, type Point, type Shape } from './shapes.ts';

/**
 * A body seen down the line: from behind the hands, the ball to the right for a right-hander. Degrees from straight down for arm
 * and club, + toward the ball; the trunk leans toward the ball by its degrees; the hips stand back of the heels by a share of the
 * leg's length.
 */
export interface Posture {
  readonly label: string;
  readonly hipBack: number;
  readonly kneeDeg: number;
  readonly trunkDeg: number;
  readonly armDeg: number;
  readonly clubDeg: number;
  /** Feet and body aimed across the target line, + to the far side. */
  readonly aimDeg: number;
  /** Line that the hips touch at set-up. */
  readonly hipLine: boolean;
}

const SET_UP: Posture = { label: 'set-up', hipBack: 0.34, kneeDeg: 20, trunkDeg: 38, armDeg: 8, clubDeg: 44, aimDeg: 0, hipLine: true }; // prettier-ignore

/** Postures of a sound swing. */
export const POSTURES = {
  'set-up': SET_UP,
  'half-back': { ...SET_UP, trunkDeg: 36, armDeg: -12, clubDeg: -140 },
  'start down': { ...SET_UP, trunkDeg: 37, armDeg: -92, clubDeg: -128 },
  'lead arm level': { ...SET_UP, trunkDeg: 38, armDeg: -24, clubDeg: -136 },
  strike: { ...SET_UP, kneeDeg: 14, trunkDeg: 42, armDeg: 12, clubDeg: 45 },
} as const satisfies Readonly<Record<string, Posture>>;

const GROUND = 116;
const LEG = 44;
const TRUNK = 32;
const ARM = 30;
const CLUB = 52;
const FOOT = 9;

const away = (deg: number, [x, y]: Point, length: number): Point => [
  x + Math.sin(degToRad(deg)) * length,
  y + Math.cos(degToRad(deg)) * length,
];

/** Shapes of a posture. @param mirrored for a left-hander: the ball is at the left */
export function postureShapes(p: Posture, mirrored: boolean): Shape[] {
  const heel: Point = [46, GROUND];
  const ankle: Point = [heel[0] + 2, GROUND - 3];
  const hip: Point = [ankle[0] - p.hipBack * LEG, ankle[1] - LEG * Math.cos(degToRad(p.kneeDeg))];
  const knee = joint(ankle, hip, LEG, -1);
  const shoulder: Point = away(180 - p.trunkDeg, hip, TRUNK);
  const head: Point = away(180 - p.trunkDeg - 8, shoulder, 11);
  const hands: Point = away(p.armDeg, shoulder, ARM);
  const tip: Point = away(p.clubDeg, hands, CLUB);
  const line = (role: Shape['role'], width: number, ...points: Point[]): Shape => ({
    kind: 'line',
    role,
    points,
    width,
  });
  // Across the target line the far foot shows ahead of the near one.
  const aim = 26 * Math.sin(degToRad(p.aimDeg));
  const set = SET_UP_HIP_X;
  const shapes: Shape[] = [
    line('ground', 2, [4, GROUND], [FIGURE_WIDTH - 4, GROUND]),
    ...(p.hipLine ? [line('prop', 1.5, [set, 30], [set, GROUND])] : []),
    ...(aim !== 0 ? [line('trail', 4, [heel[0] + aim, GROUND - 5], [heel[0] + aim + FOOT, GROUND - 5])] : []),
    line('lead', 4.5, [heel[0] - 2, GROUND - 2], [heel[0] + FOOT, GROUND - 2]),
    line('lead', 4.5, ankle, knee, hip),
    line('trunk', 6, hip, shoulder),
    line('club', 2.5, hands, tip),
    line('arm', 4, shoulder, hands),
    { kind: 'circle', role: 'head', at: head, radius: 6.5, filled: false },
    { kind: 'circle', role: 'ball', at: [BALL_X, GROUND - 2], radius: 2.6, filled: true },
  ];
  if (!mirrored) return shapes;
  const flip = ([x, y]: Point): Point => [FIGURE_WIDTH - x, y];
  return shapes.map((s) => (s.kind === 'line' ? { ...s, points: s.points.map(flip) } : { ...s, at: flip(s.at) }));
}

const SET_UP_HIP_X = 48 - SET_UP.hipBack * LEG - 4;
const BALL_X = (() => {
  const hip: Point = [48 - SET_UP.hipBack * LEG, GROUND - 3 - LEG * Math.cos(degToRad(SET_UP.kneeDeg))];
  return away(SET_UP.clubDeg, away(SET_UP.armDeg, away(180 - SET_UP.trunkDeg, hip, TRUNK), ARM), CLUB)[0] + 2;
})();
