import { airDensityKgM3, airViscosityPaS, type Air } from './air.ts';
import { scale, type Vec3 } from '../numeric/vector.ts';

/** Taken out once: hot loops here look nothing up. */
const { exp, max, sqrt, PI } = Math;

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
/** Step for comparing many flights, s: carry differs from the fine step by less than 0.001 yd. */
export const QUICK_STEP_S = 0.06;
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

/** Height, velocity and share of the launch spin that is left: what the integration moves; the spin axis is fixed in space. */
interface Motion {
  x: number;
  y: number;
  z: number;
  vx: number;
  vy: number;
  vz: number;
  spinLeft: number;
}

type Slope = (m: Motion, out: Motion) => void;

/** What the air and gravity do to the ball each second. Plain numbers, no vectors: this is the innermost loop. */
function slopeIn(air: Air, spin: Vec3): Slope {
  const density = airDensityKgM3(air);
  const viscosity = airViscosityPaS(air);
  const halfRhoAreaPerMass = (0.5 * density * PI * BALL_RADIUS_M ** 2) / BALL_MASS_KG;
  const reynoldsPerMps = (2 * density * BALL_RADIUS_M) / viscosity;
  const { windTowardTargetMps, windToRightMps } = air;
  const [sx, sy, sz] = spin;
  return (m, out) => {
    const rx = m.vx - windTowardTargetMps;
    const rz = m.vz - windToRightMps;
    const speed = sqrt(rx * rx + m.vy * m.vy + rz * rz);
    out.x = m.vx;
    out.y = m.vy;
    out.z = m.vz;
    out.spinLeft = (-SPIN_DECAY * speed * m.spinLeft) / BALL_RADIUS_M;
    if (speed < 1e-9) {
      out.vx = 0;
      out.vy = -GRAVITY_MPS2;
      out.vz = 0;
      return;
    }
    // Spin × velocity, per unit of the spin that is left: its direction is that of the lift.
    const cx = sy * rz - sz * m.vy;
    const cy = sz * rx - sx * rz;
    const cz = sx * m.vy - sy * rx;
    const across = sqrt(cx * cx + cy * cy + cz * cz);
    const spinRatio = (BALL_RADIUS_M * m.spinLeft * across) / (speed * speed);
    const lift = (LIFT_TOP * spinRatio) / (spinRatio + LIFT_HALF_SPIN);
    const crisis = DRAG_CRISIS / (1 + exp((reynoldsPerMps * speed - CRISIS_REYNOLDS) / CRISIS_WIDTH));
    const k = -halfRhoAreaPerMass * (DRAG_BASE + DRAG_PER_LIFT * lift + crisis) * speed;
    const l = across > 1e-12 ? (halfRhoAreaPerMass * lift * speed * speed) / across : 0;
    out.vx = k * rx + l * cx;
    out.vy = k * m.vy + l * cy - GRAVITY_MPS2;
    out.vz = k * rz + l * cz;
  };
}

const still = (): Motion => ({ x: 0, y: 0, z: 0, vx: 0, vy: 0, vz: 0, spinLeft: 1 });

/** out = m + slope · h. */
function move(m: Motion, slope: Motion, h: number, out: Motion): void {
  out.x = m.x + h * slope.x;
  out.y = m.y + h * slope.y;
  out.z = m.z + h * slope.z;
  out.vx = m.vx + h * slope.vx;
  out.vy = m.vy + h * slope.vy;
  out.vz = m.vz + h * slope.vz;
  out.spinLeft = m.spinLeft + h * slope.spinLeft;
}

/** One classical Runge–Kutta step from `m` into `out`; the scratch is made once a flight. */
function stepper(slope: Slope): (m: Motion, h: number, out: Motion) => void {
  const [k1, k2, k3, k4, at] = [still(), still(), still(), still(), still()];
  return (m, h, out) => {
    slope(m, k1);
    move(m, k1, h / 2, at);
    slope(at, k2);
    move(m, k2, h / 2, at);
    slope(at, k3);
    move(m, k3, h, at);
    slope(at, k4);
    move(m, k1, h / 6, out);
    move(out, k2, h / 3, out);
    move(out, k3, h / 3, out);
    move(out, k4, h / 6, out);
  };
}

/**
 * Flies from `start` until the ball meets level ground on its way down. `path` gets every step when given.
 * @param stepS largest step of the integration, s; `QUICK_STEP_S` where thousands of flights are compared
 */
export function flyToGround(
  start: BallState,
  air: Air,
  path?: FlightPoint[],
  stepS = STEP_S,
): { state: BallState; timeS: number; apexM: number } {
  const step = stepper(slopeIn(air, start.spin));
  const [x, y, z] = start.position;
  const [vx, vy, vz] = start.velocity;
  let now: Motion = { x, y, z, vx, vy, vz, spinLeft: 1 };
  let next = still();
  const touch = still();
  const stateOf = (m: Motion): BallState => ({
    position: [m.x, m.y, m.z],
    velocity: [m.vx, m.vy, m.vz],
    spin: scale(start.spin, m.spinLeft),
  });
  const note = (m: Motion): void => void path?.push({ timeS, positionM: [m.x, m.y, m.z] });
  let timeS = 0;
  let apexM = y;
  note(now);
  while (timeS < LONGEST_FLIGHT_S) {
    step(now, stepS, next);
    if (now.vy > 0 && next.vy <= 0) {
      step(now, (stepS * now.vy) / (now.vy - next.vy), touch);
      apexM = max(apexM, touch.y);
    }
    if (next.y <= 0 && next.vy < 0) {
      // Place of the touch within the step: secant on height, then Newton.
      let h = (stepS * now.y) / (now.y - next.y);
      step(now, h, touch);
      for (let i = 0; i < 3; i++) {
        // A ball that leaves level with the ground has not begun to fall there.
        if (touch.vy > -1e-9) break;
        h -= touch.y / touch.vy;
        step(now, h, touch);
      }
      timeS += h;
      note(touch);
      return { state: stateOf(touch), timeS, apexM };
    }
    [now, next] = [next, now];
    timeS += stepS;
    note(now);
  }
  return { state: stateOf(now), timeS, apexM };
}
