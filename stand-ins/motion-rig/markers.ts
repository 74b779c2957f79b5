import type { C3dFile } from '../../core/formats/c3d.ts';
import type { MotionCapture } from '../../core/capture/motion.ts';
import type { Random } from '../../core/numeric/random.ts';
import { degToRad } from '../../core/units/units.ts';

type V = readonly [number, number, number];
/** Slant of the swing's plane, of the model and of the simulated golfer. */
const PLANE_RAD = degToRad(50);
const SPINE_RAD = degToRad(35);
const ARM_M = 0.62;
const CLUB_M = 1.05;
const SHOULDER_M = 0.19;
const MIDDLE_HIPS: V = [0, 0, 0.95];
const HUB: V = [0, 0.28, 1.38];
/** Set-up pose of arm and shaft in the plane. */
const ARM_AT_SETUP_RAD = degToRad(8);
const SHAFT_AT_SETUP_RAD = degToRad(-4);
/** Longest dropout that the rig makes, s. */
const DROPOUT_S = 0.03;

const plus = (a: V, b: V): V => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
/** Direction in the swing's plane: 0 hangs down the plane, + toward the target; x target, y ball, z up. */
const inPlane = (angle: number, r: number): V => [
  r * Math.sin(angle),
  r * Math.cos(angle) * Math.cos(PLANE_RAD),
  -r * Math.cos(angle) * Math.sin(PLANE_RAD),
];
/** A place of the body at set-up, turned toward the target about an axis that leans toward the ball. */
function turned(p: V, angle: number, leanRad: number): V {
  // Turning toward the target carries the lead side away from the ball.
  const [c, s] = [Math.cos(-angle), Math.sin(-angle)];
  const flat: V = [c * p[0] - s * p[1], s * p[0] + c * p[1], p[2]];
  const [cl, sl] = [Math.cos(leanRad), Math.sin(leanRad)];
  return [flat[0], cl * flat[1] + sl * flat[2], -sl * flat[1] + cl * flat[2]];
}

const HIPS: Readonly<Record<string, V>> = {
  LASIS: [0.12, 0.1, 0],
  RASIS: [-0.12, 0.1, 0],
  LPSIS: [0.05, -0.1, 0.02],
  RPSIS: [-0.05, -0.1, 0.02],
};
const CHEST: Readonly<Record<string, V>> = {
  LShoulder: [SHOULDER_M, 0, 0],
  RShoulder: [-SHOULDER_M, 0, 0],
  Sternum: [0, 0.12, -0.12],
  T8: [0, -0.1, -0.15],
};

export interface MarkerOptions {
  readonly rateHz: number;
  /** Noise of each coordinate, one standard deviation, m. */
  readonly noiseM: number;
  /** Chance of each marker to be lost for a while, a second. */
  readonly dropoutsPerS: number;
  readonly random: Random;
}

/**
 * The markers that a laboratory would see of a captured swing with angles: hips and chest as clusters of four, lead wrist,
 * grip and club head; millimetres, x toward the target, z up, right-handed axes. A left-hander's labels change sides.
 */
export function markersOf(capture: MotionCapture, options: MarkerOptions): Omit<C3dFile, 'processor'> {
  const { hips = [], chest = [], leadArm = [], club = [] } = capture.anglesRad;
  const right = capture.notes.handedness !== 'left';
  const label = (name: string): string => (right ? name : name.replace(/^[LR]/, (s) => (s === 'L' ? 'R' : 'L')));
  const labels = [...Object.keys(HIPS), ...Object.keys(CHEST), 'LWrist', 'ClubGrip', 'ClubHead'];
  const frames = capture.timeS.length;
  const clean = Array.from({ length: frames }, (_, i): V[] => {
    const shoulder = inPlane(chest[i]! + Math.PI / 2, SHOULDER_M);
    const hand = plus(plus(HUB, shoulder), inPlane(leadArm[i]! + ARM_AT_SETUP_RAD, ARM_M));
    return [
      ...Object.values(HIPS).map((p) => plus(MIDDLE_HIPS, turned(p, hips[i]!, 0))),
      ...Object.entries(CHEST).map(([n, p]) =>
        // The lead shoulder is the arm's own root, so that its line to the hand is the arm.
        n === 'LShoulder' ? plus(HUB, shoulder) : plus(HUB, turned(p, chest[i]!, SPINE_RAD)),
      ),
      hand,
      plus(hand, inPlane(club[i]! + SHAFT_AT_SETUP_RAD, 0.05)),
      plus(hand, inPlane(club[i]! + SHAFT_AT_SETUP_RAD, CLUB_M)),
    ];
  });
  const { noiseM, random, rateHz, dropoutsPerS } = options;
  const points = labels.map((_, k) => {
    let lost = 0;
    return clean.map((all): [number, number, number] | null => {
      if (lost <= 0 && random.uniform() < dropoutsPerS / rateHz)
        lost = Math.ceil(random.uniform() * DROPOUT_S * rateHz);
      if (lost-- > 0) return null;
      const [x, y, z] = all[k]!;
      // Body y points to the ball: for a right-hander that is along target × up, the laboratory's −y.
      const lab = [x, right ? -y : y, z].map((v) => 1000 * (v + noiseM * random.normal()));
      return [lab[0]!, lab[1]!, lab[2]!];
    });
  });
  return {
    pointRateHz: rateHz,
    frames,
    pointUnits: 'mm',
    pointLabels: labels.map(label),
    points,
    analogRateHz: rateHz,
    analogLabels: [],
    analogUnits: [],
    analog: [],
    events: [],
  };
}

/** A capture with samples knocked out of its curves, as a sensor with a poor link leaves them: NaN for up to 30 ms. */
export function withDropouts(
  capture: MotionCapture,
  dropoutsPerS: number,
  rateHz: number,
  random: Random,
): MotionCapture {
  const holed = (values: readonly number[]): number[] => {
    let lost = 0;
    return values.map((v, i) => {
      const edge = i < 3 || i > values.length - 4;
      if (!edge && lost <= 0 && random.uniform() < dropoutsPerS / rateHz)
        lost = Math.ceil(random.uniform() * DROPOUT_S * rateHz);
      return lost-- > 0 && !edge ? NaN : v;
    });
  };
  const all = (of: MotionCapture['ratesRadPerS']): MotionCapture['ratesRadPerS'] =>
    Object.fromEntries(Object.entries(of).map(([k, v]) => [k, holed(v)]));
  return {
    ...capture,
    ratesRadPerS: all(capture.ratesRadPerS),
    anglesRad: all(capture.anglesRad),
    wristRad: capture.wristRad && holed(capture.wristRad),
  };
}
