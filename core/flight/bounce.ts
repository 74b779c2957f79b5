import { degToRad } from '../units/units.ts';
import type { Air } from './air.ts';
import { BALL_RADIUS_M, flyToGround, GRAVITY_MPS2, type BallState } from './in-air.ts';
import { add, cross, dot, length, scale, subtract, type Vec3 } from '../numeric/vector.ts';

export type Ground = 'soft' | 'normal' | 'firm';

/** Turf by firmness: share of Penner's tilt, share of tangential speed lost at a bounce, rolling resistance (by judgement). */
const TURF: Record<Ground, { tiltShare: number; turfLoss: number; rolling: number }> = {
  soft: { tiltShare: 0.9, turfLoss: 0.15, rolling: 0.35 },
  normal: { tiltShare: 0.6, turfLoss: 0.1, rolling: 0.25 },
  firm: { tiltShare: 0.5, turfLoss: 0.07, rolling: 0.18 },
};
/** Penner 2002, The run of a golf ball: tilt 15.4° at 18.6 m/s and 44.4° from the vertical. */
const TILT_RAD = degToRad(15.4);
const TILT_SPEED_MPS = 18.6;
const TILT_ANGLE_RAD = degToRad(44.4);
const MOST_TILT_OF_ANGLE = 0.9;
const FRICTION = 0.4;
/** A rebound that would rise less than this is rolling, m. */
const LEAST_RISE_M = 0.005;
const MOST_BOUNCES = 60;

/** Normal restitution on turf (Penner 2002). @param speedMps normal speed before the bounce */
function restitution(speedMps: number): number {
  return speedMps < 20 ? 0.51 - 0.0375 * speedMps + 0.000903 * speedMps ** 2 : 0.12;
}

/** One bounce: the ground yields, which acts as a surface tilted against the motion; then stick or slide. */
function bounce(state: BallState, turf: (typeof TURF)[Ground]): BallState {
  const { velocity, spin } = state;
  const speed = length(velocity);
  const horizontal = Math.hypot(velocity[0], velocity[2]);
  const fromVertical = Math.atan2(horizontal, -velocity[1]);
  const tilt = Math.min(
    turf.tiltShare * TILT_RAD * (speed / TILT_SPEED_MPS) * (fromVertical / TILT_ANGLE_RAD),
    MOST_TILT_OF_ANGLE * fromVertical,
  );
  const along: Vec3 = horizontal > 1e-9 ? [velocity[0] / horizontal, 0, velocity[2] / horizontal] : [1, 0, 0];
  const normal: Vec3 = add(scale([0, 1, 0], Math.cos(tilt)), scale(along, -Math.sin(tilt)));
  const intoGround = -dot(velocity, normal);
  const tangent = add(velocity, scale(normal, intoGround));
  const e = restitution(intoGround);
  // Slip of the contact point; a homogeneous sphere needs 2/7 of it as impulse per mass to stick.
  const slip = add(tangent, cross(spin, scale(normal, -BALL_RADIUS_M)));
  const slipSpeed = length(slip);
  let impulse: Vec3 = [0, 0, 0];
  if (slipSpeed > 1e-12) {
    const size = Math.min((2 / 7) * slipSpeed, FRICTION * (1 + e) * intoGround);
    impulse = scale(slip, -size / slipSpeed);
  }
  const afterTangent = scale(add(tangent, impulse), 1 - turf.turfLoss);
  const spinChange = scale(cross(scale(normal, -BALL_RADIUS_M), impulse), 1 / (0.4 * BALL_RADIUS_M ** 2));
  return {
    position: [state.position[0], 0, state.position[2]],
    velocity: add(afterTangent, scale(normal, e * intoGround)),
    spin: add(spin, spinChange),
  };
}

/** Bounces and rolls the ball out from its first touch; returns where it comes to rest. @param stepS as in flyToGround */
export function rollOut(touch: BallState, air: Air, ground: Ground, stepS?: number): Vec3 {
  const turf = TURF[ground];
  let state = touch;
  for (let i = 0; i < MOST_BOUNCES; i++) {
    state = bounce(state, turf);
    const rise = state.velocity[1] > 0 ? state.velocity[1] ** 2 / (2 * GRAVITY_MPS2) : 0;
    if (rise < LEAST_RISE_M) break;
    state = flyToGround(state, air, undefined, stepS).state;
  }
  // Settle to rolling without slip, then slow down by (5/7) μr g.
  const flat: Vec3 = [state.velocity[0], 0, state.velocity[2]];
  const slip = add(flat, cross(state.spin, [0, -BALL_RADIUS_M, 0]));
  const rolling = subtract(flat, scale([slip[0], 0, slip[2]], 2 / 7));
  const speed = length(rolling);
  if (speed < 1e-9) return state.position;
  const distance = speed ** 2 / (2 * (5 / 7) * turf.rolling * GRAVITY_MPS2);
  return add(state.position, scale(rolling, distance / speed));
}
