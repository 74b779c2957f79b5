import { tuple } from '../../core/numeric/tuple.ts';
import type { Checkpoint } from '../../core/catalogue/stages.ts';
import type { PicturePoint } from '../../core/picture/marks.ts';
import { seededRandom } from '../../core/numeric/random.ts';
import type { SwingParameters } from '../../core/swing/parameters.ts';
import { degToRad } from '../../core/units/units.ts';
import { recordSwing } from '../motion-rig/motion-rig.ts';

/** A place in space, m: x to the target, y from the golfer to the ball, z up. */
export type V = readonly [x: number, y: number, z: number];

/** What the simulated golfer's body does beside the modelled swing; all of it can be read off the pictures. */
export interface BodyTruth {
  /** Hips away from the target at the top, m. */
  readonly hipsBackM: number;
  /** Middle of the hips at the strike, share of the stance (0 trail ankle, 1 lead ankle). */
  readonly hipPlaceAtStrike: number;
  /** Hips toward the ball by delivery, m. */
  readonly hipDepthLostM: number;
  /** Head toward the target at the strike against set-up, m. */
  readonly headAheadM: number;
  readonly sideBendAtDeliveryDeg: number;
  /** Shaft steeper at lead arm level (down) than the set-up line. */
  readonly steeperDownDeg: number;
  /** Shaft flatter at lead arm level (back) than the set-up line. */
  readonly flatterBackDeg: number;
}

export const SOUND_BODY: BodyTruth = {
  hipsBackM: 0.04,
  hipPlaceAtStrike: 0.66,
  hipDepthLostM: 0.005,
  headAheadM: -0.01,
  sideBendAtDeliveryDeg: 24,
  steeperDownDeg: 0,
  flatterBackDeg: 0,
};

const PLANE_DEG = 50;
const TILT_RAD = degToRad(33);
const SPINE_M = 0.52;
const HALF_STANCE_M = 0.23;
const HALF_PELVIS_M = 0.12;
const HALF_SHOULDERS_M = 0.19;
const ANKLE_M = 0.09;
const THIGH_M = 0.45;
const SHANK_M = 0.44;
const ARM_M = 0.62;
const UPPER_ARM_M = 0.31;
const FOREARM_M = 0.32;
export const CLUB_M = 1.05;
const HIPS_BACK_M = 0.14;
const HIPS_AT_SETUP: V = [0, -0.2, 0.9];
const SIDE_BEND_AT_SETUP_DEG = 5;
const ARM_AT_SETUP_RAD = degToRad(8);
const SHAFT_AT_SETUP_RAD = degToRad(-4);
const BACKSWING_S = 0.85;
/** Samples of the modelled swing a second. */
const SAMPLES_PER_S = 2000;

const plus = (a: V, b: V): V => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
const minus = (a: V, b: V): V => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const times = (a: V, k: number): V => [a[0] * k, a[1] * k, a[2] * k];
const dot = (a: V, b: V): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const size = (a: V): number => Math.sqrt(dot(a, a));

const inPlane = (angle: number, r: number, planeDeg: number): V => [
  r * Math.sin(angle),
  r * Math.cos(angle) * Math.cos(degToRad(planeDeg)),
  -r * Math.cos(angle) * Math.sin(degToRad(planeDeg)),
];

/** Middle joint of a two-part limb that bends toward a side; straight where the ends are too far apart. */
function middleJoint(a: V, b: V, upper: number, lower: number, toward: V): V {
  const way = minus(b, a);
  const d = size(way);
  const along = Math.min(d, (d * d + upper * upper - lower * lower) / (2 * d));
  const out = Math.sqrt(Math.max(0, upper * upper - along * along));
  const unit = times(way, 1 / d);
  const side = minus(toward, times(unit, dot(toward, unit)));
  return plus(plus(a, times(unit, along)), times(side, out / Math.max(1e-6, size(side))));
}

/** Value between knots (time, value), eased, level outside. */
function eased(knots: readonly (readonly [number, number])[], t: number): number {
  let i = 0;
  while (i + 1 < knots.length && knots[i + 1]![0] <= t) i++;
  const [a, b] = tuple(2, [knots[i]!, knots[Math.min(i + 1, knots.length - 1)]!]);
  if (t <= a[0]! || b === a) return a[1]!;
  const u = Math.min(1, (t - a[0]!) / (b[0] - a[0]!));
  return a[1] + (b[1] - a[1]!) * u * u * (3 - 2 * u);
}

export interface BodyMotion {
  readonly lengthS: number;
  readonly strikeS: number;
  readonly clubSpeedMps: number;
  readonly checkpointsS: Readonly<Record<Checkpoint, number>>;
  at(timeS: number): Readonly<Record<PicturePoint, V>>;
}

/** A golfer who swings as the model does, with a body that moves as the truth says; right-handed, in space. */
export function bodyMotion(player: SwingParameters, truth: BodyTruth, seed: string): BodyMotion {
  const { capture, truth: swing } = recordSwing(player, {
    rateHz: SAMPLES_PER_S,
    noiseShare: 0,
    backswingS: BACKSWING_S,
    ball: true,
    withAngles: true,
    handedness: 'right',
    random: seededRandom(seed),
  });
  const t0 = capture.timeS[0]!;
  const sample = (of: readonly number[] | undefined, t: number): number => {
    const list = of ?? [];
    const x = Math.min(list.length - 1.001, Math.max(0, (t - t0) * SAMPLES_PER_S));
    const i = Math.floor(x);
    return list[i]! + (x - i) * (list[i + 1]! - list[i]!);
  };
  const { hips, chest, leadArm, club } = capture.anglesRad;
  const arm = (t: number): number => sample(leadArm, t) + ARM_AT_SETUP_RAD;
  const shaft = (t: number): number => sample(club, t) + SHAFT_AT_SETUP_RAD;
  const strike = swing.strikeS;
  const top = strike - swing.reversalBeforeStrikeS.leadArm;
  const takeaway = top - BACKSWING_S;
  /** Moment at which a rising or falling angle passes a value between two moments. */
  const passes = (f: (t: number) => number, value: number, from: number, to: number): number => {
    const sign = Math.sign(f(from) - value);
    for (let t = from; t <= to; t += 0.0005) if (Math.sign(f(t) - value) !== sign) return t;
    return to;
  };
  const level = -Math.PI / 2;
  const down = passes(arm, level, top, strike);
  const delivery = passes(shaft, level, down, strike);
  const back = passes(arm, level, takeaway, top);
  const checkpointsS = {
    'set-up': takeaway - 0.15,
    takeaway,
    'lead arm level (back)': back,
    top,
    transition: top + 0.03,
    'lead arm level (down)': down,
    delivery,
    strike,
    through: strike + 0.06,
    finish: strike + 0.45,
  };
  const place = (share: number): number => HALF_STANCE_M * (2 * share - 1);
  const end = strike + 0.45;
  const { hipsBackM, hipPlaceAtStrike, hipDepthLostM, headAheadM, sideBendAtDeliveryDeg } = truth;
  const hipX = [
    [takeaway, 0],
    [top, -hipsBackM],
    [strike, place(hipPlaceAtStrike)],
    [end, place(0.85)],
  ] as const;
  const depth = [
    [top, 0],
    [delivery, hipDepthLostM],
    [strike, hipDepthLostM],
    [end, 0],
  ] as const;
  const bend = [
    [takeaway, SIDE_BEND_AT_SETUP_DEG],
    [top, 2],
    [delivery, sideBendAtDeliveryDeg],
    [strike, sideBendAtDeliveryDeg + 2],
    [end, -3],
  ] as const;
  const headX = [
    [takeaway, 0],
    [top, -0.025],
    [strike, headAheadM],
    [end, 0.14],
  ] as const;
  const slant = [
    [takeaway, PLANE_DEG],
    [back, PLANE_DEG - truth.flatterBackDeg],
    [top, PLANE_DEG],
    [down, PLANE_DEG + truth.steeperDownDeg],
    [delivery, PLANE_DEG + truth.steeperDownDeg],
    [strike, PLANE_DEG],
  ] as const;
  const setUpHubX = -SPINE_M * Math.sin(degToRad(SIDE_BEND_AT_SETUP_DEG));

  const at = (t: number): Record<PicturePoint, V> => {
    const plane = eased(slant, t);
    const hip = plus(HIPS_AT_SETUP, [eased(hipX, t), eased(depth, t), 0]);
    // Hips that come to the ball stand the chest up, so that it stays over the same place.
    const tilt = Math.asin(Math.max(0.1, (SPINE_M * Math.sin(TILT_RAD) - eased(depth, t)) / SPINE_M));
    // The bend is what a camera in front sees of the forward-tilted spine.
    const lean = Math.atan(Math.tan(degToRad(eased(bend, t))) * Math.cos(tilt));
    const hub = plus(hip, [
      -SPINE_M * Math.sin(lean),
      SPINE_M * Math.cos(lean) * Math.sin(tilt),
      SPINE_M * Math.cos(lean) * Math.cos(tilt),
    ]);
    const turn = sample(hips, t);
    const side: V = [HALF_PELVIS_M * Math.cos(turn), -HALF_PELVIS_M * Math.sin(turn), 0];
    const shoulder = inPlane(sample(chest, t) + Math.PI / 2, HALF_SHOULDERS_M, PLANE_DEG);
    const [leadShoulder, trailShoulder] = [plus(hub, shoulder), minus(hub, shoulder)];
    const hands = plus(leadShoulder, inPlane(arm(t), ARM_M, plane));
    const [leadHip, trailHip] = [plus(hip, side), minus(hip, side)];
    const leadAnkle: V = [HALF_STANCE_M, 0, ANKLE_M];
    const trailAnkle: V = [-HALF_STANCE_M, 0, ANKLE_M];
    const knees: V = [0.25 * Math.sin(turn), 1, 0];
    return {
      head: [setUpHubX + eased(headX, t), hub[1] + 0.09, hub[2] + 0.23],
      leadShoulder,
      trailShoulder,
      leadElbow: middleJoint(leadShoulder, hands, UPPER_ARM_M, FOREARM_M, [0.2, -0.4, -1]),
      trailElbow: middleJoint(trailShoulder, hands, UPPER_ARM_M, FOREARM_M, [-0.3, -0.4, -1]),
      hands,
      clubHead: plus(hands, inPlane(shaft(t), CLUB_M, plane)),
      leadHip,
      trailHip,
      hipBack: plus(hip, [0, -HIPS_BACK_M, 0]),
      leadKnee: middleJoint(leadHip, leadAnkle, THIGH_M, SHANK_M, knees),
      trailKnee: middleJoint(trailHip, trailAnkle, THIGH_M, SHANK_M, knees),
      leadAnkle,
      trailAnkle,
      ball: [0, 0, 0],
    };
  };
  const ball = at(strike).clubHead;
  const first = capture.timeS[0]!;
  return {
    lengthS: capture.timeS[capture.timeS.length - 1]! - first,
    strikeS: strike - first,
    clubSpeedMps: swing.clubSpeedMps,
    checkpointsS: Object.fromEntries(Object.entries(checkpointsS).map(([k, v]) => [k, v - first])) as Record<
      Checkpoint,
      number
    >,
    at: (t) => ({ ...at(t + first), ball }),
  };
}
