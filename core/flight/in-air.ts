import { airDensityKgM3, airViscosityPaS, type Air } from './air.ts';
import { add, cross, length, scale, subtract, type Vec3 } from './vector.ts';

/** Ball constants: mass and size limits of the rules of golf, homogeneous sphere. */
export const BALL_MASS_KG = 0.04593;
export const BALL_RADIUS_M = 0.021335;
export const GRAVITY_MPS2 = 9.80665;

/** Lift and drag: five numbers fitted to part of the published tour averages; form after Bearman & Harvey 1976, Smits & Smith 1994. */
const LIFT_TOP = 0.4799;
const LIFT_HALF_SPIN = 0.1778;
const DRAG_BASE = 0.152;
const DRAG_PER_LIFT = 0.5093;
const DRAG_CRISIS = 0.2684;
/** Drag crisis: Reynolds number of its middle and its width. */
const CRISIS_REYNOLDS = 65000;
const CRISIS_WIDTH = 5000;
/** Spin decay ω̇ = −c (2V/d) ω, with d the diameter (Smits & Smith 1994). */
const SPIN_DECAY = 2e-5;

/** Largest step of the integration, s: carry is exact to 0.01 yd. */
const STEP_S = 0.005;
const LONGEST_FLIGHT_S = 30;

export interface FlightPoint {
  readonly timeS: number;
  readonly positionM: Vec3;
}

export interface BallState {
  readonly position: Vec3;
  readonly velocity: Vec3;
  readonly spin: Vec3;
}

/** Speeds the air adds to the ball each second, as a function ready for the integrator. */
export function accelerationIn(air: Air): (velocity: Vec3, spin: Vec3) => { acceleration: Vec3; decayPerS: number } {
  const density = airDensityKgM3(air);
  const viscosity = airViscosityPaS(air);
  const wind: Vec3 = [air.windTowardTargetMps, 0, air.windToRightMps];
  const area = Math.PI * BALL_RADIUS_M ** 2;
  const halfRhoAreaPerMass = (0.5 * density * area) / BALL_MASS_KG;
  return (velocity, spin) => {
    const relative = subtract(velocity, wind);
    const speed = length(relative);
    if (speed < 1e-9) return { acceleration: [0, -GRAVITY_MPS2, 0], decayPerS: 0 };
    const acrossAxis = cross(spin, relative);
    const perpendicularSpin = length(acrossAxis) / speed;
    const spinRatio = (BALL_RADIUS_M * perpendicularSpin) / speed;
    const reynolds = (2 * density * speed * BALL_RADIUS_M) / viscosity;
    const lift = (LIFT_TOP * spinRatio) / (spinRatio + LIFT_HALF_SPIN);
    const drag =
      DRAG_BASE + DRAG_PER_LIFT * lift + DRAG_CRISIS / (1 + Math.exp((reynolds - CRISIS_REYNOLDS) / CRISIS_WIDTH));
    let acceleration = scale(relative, -halfRhoAreaPerMass * drag * speed);
    const acrossLength = length(acrossAxis);
    if (acrossLength > 1e-12) {
      acceleration = add(acceleration, scale(acrossAxis, (halfRhoAreaPerMass * lift * speed * speed) / acrossLength));
    }
    return {
      acceleration: [acceleration[0], acceleration[1] - GRAVITY_MPS2, acceleration[2]],
      decayPerS: (SPIN_DECAY * speed) / BALL_RADIUS_M,
    };
  };
}

function rk4(state: BallState, h: number, force: ReturnType<typeof accelerationIn>): BallState {
  const slope = (s: BallState) => {
    const { acceleration, decayPerS } = force(s.velocity, s.spin);
    return { position: s.velocity, velocity: acceleration, spin: scale(s.spin, -decayPerS) };
  };
  const move = (s: BallState, d: BallState, dt: number): BallState => ({
    position: add(s.position, scale(d.position, dt)),
    velocity: add(s.velocity, scale(d.velocity, dt)),
    spin: add(s.spin, scale(d.spin, dt)),
  });
  const k1 = slope(state);
  const k2 = slope(move(state, k1, h / 2));
  const k3 = slope(move(state, k2, h / 2));
  const k4 = slope(move(state, k3, h));
  let next = move(state, k1, h / 6);
  next = move(next, k2, h / 3);
  next = move(next, k3, h / 3);
  return move(next, k4, h / 6);
}

/** Flies from `start` until the ball meets level ground on its way down. `path` gets every step when given. */
export function flyToGround(
  start: BallState,
  air: Air,
  path?: FlightPoint[],
): { state: BallState; timeS: number; apexM: number } {
  const force = accelerationIn(air);
  let state = start;
  let timeS = 0;
  let apexM = start.position[1];
  path?.push({ timeS, positionM: state.position });
  while (timeS < LONGEST_FLIGHT_S) {
    const next = rk4(state, STEP_S, force);
    if (state.velocity[1] > 0 && next.velocity[1] <= 0) {
      const atTop = rk4(state, (STEP_S * state.velocity[1]) / (state.velocity[1] - next.velocity[1]), force);
      apexM = Math.max(apexM, atTop.position[1]);
    }
    if (next.position[1] <= 0 && next.velocity[1] < 0) {
      // Place of the touch within the step: secant on height, twice.
      let h = (STEP_S * state.position[1]) / (state.position[1] - next.position[1]);
      let touch = rk4(state, h, force);
      for (let i = 0; i < 3; i++) {
        // A ball that leaves level with the ground has not begun to fall there.
        if (touch.velocity[1] > -1e-9) break;
        h -= touch.position[1] / touch.velocity[1];
        touch = rk4(state, h, force);
      }
      timeS += h;
      path?.push({ timeS, positionM: touch.position });
      return { state: touch, timeS, apexM };
    }
    state = next;
    timeS += STEP_S;
    path?.push({ timeS, positionM: state.position });
  }
  return { state, timeS, apexM };
}
