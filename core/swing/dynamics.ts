import { tuple } from '../numeric/tuple.ts';
import type { Drive, SwingParameters } from './parameters.ts';

// Held by this module: the equations are stepped millions of times, and a look-up of a global each time would be most of it.
const { cos, exp } = Math;

/** Hip opening stop's damping, s/rad. */
const OPEN_STOP_DAMPING_S_PER_RAD = 0.05;

/** Torque–speed factor: 1 at rest, 0 from the top speed on, above 1 when forced backward. */
export function speedFactor(omega: number, maxSpeed: number, curvature: number): number {
  if (omega >= maxSpeed) return 0;
  if (omega >= 0) return (maxSpeed - omega) / (maxSpeed + curvature * omega);
  return 1 - (0.4 * omega) / ((0.4 * maxSpeed) / (1 + curvature) - omega);
}

/** Active torque of one joint, N m: rise after the onset, torque–speed curve, fall after the cut. */
export function driveTorque(d: Drive, timeS: number, omega: number): number {
  if (timeS < d.onsetS) return 0;
  let torque =
    d.torqueNm * (1 - exp(-(timeS - d.onsetS) / d.riseS)) * speedFactor(omega, d.maxSpeedRadPerS, d.curvature);
  if (d.cutS !== null && timeS > d.cutS) torque *= exp(-(timeS - d.cutS) / d.cutFallS);
  return torque;
}

/** Push back of a one-sided stop at a penetration x > 0 that grows with speed ẋ. */
export const stopPush = (x: number, speed: number, stiffness: number, damping: number): number =>
  x > 0 ? Math.max(0, stiffness * x * (1 + damping * speed)) : 0;

/** Minimum-jerk move: displacement derivative of the given order (1 velocity, 2 acceleration) at t. */
export function minimumJerk(distance: number, onset: number, duration: number, t: number, order: 1 | 2): number {
  const u = (t - onset) / duration;
  if (u <= 0 || u >= 1) return 0;
  return order === 1
    ? (distance * 30 * u * u * (1 - 2 * u + u * u)) / duration
    : (distance * (60 * u - 180 * u * u + 120 * u * u * u)) / (duration * duration);
}

/**
 * Places in a state vector: angles of hips, torso, arm, club (rad), then their rates (rad/s), then the work done on the chain
 * (J) by the joints and by the moving hub – the last two only where the state has ten places.
 */
export type State = Float64Array;
export const STATE_PLACES = 10;

/** Writes the time derivative of a state. */
export type Derivative = (t: number, y: State, out: State) => void;

/**
 * The chain's equations of motion for one player: planar triple pendulum on a moving hub, hips coaxial with the torso.
 * Sources: Cochran & Stobbs 1968, Jorgensen 1994, Sprigings & Neal 2000, MacKenzie & Sprigings 2009.
 */
export function derivativeOf(p: SwingParameters): Derivative {
  const { hips, torso, arm, club } = p.segments;
  const { drives, wristHold: hold, hub, locked } = p;
  const { hips: ph, trunk: pt, shoulder: ps, wrist: pw } = p.passive;
  const L1 = torso.shoulderRadiusM;
  const L2 = arm.lengthM;
  const { massKg: m2, comM: r2 } = arm;
  const { massKg: m3, comM: r3 } = club;
  const A12 = L1 * (m2 * r2 + m3 * L2);
  const A13 = L1 * m3 * r3;
  const A23 = L2 * m3 * r3;
  const S1 = L1 * (m2 + m3);
  const S2 = m2 * r2 + m3 * L2;
  const S3 = m3 * r3;
  const M11 = torso.inertiaKgM2 + (m2 + m3) * L1 * L1;
  const M22 = arm.inertiaKgM2 + m2 * r2 * r2 + m3 * L2 * L2;
  const M33 = club.inertiaKgM2 + m3 * r3 * r3;
  const gravity = p.gravityInPlaneMps2;
  const { sin, cos, exp, tanh } = Math;

  return (t, y, out) => {
    const hp = y[0]!;
    const h1 = y[1]!;
    const h2 = y[2]!;
    const h3 = y[3]!;
    const wp = y[4]!;
    const w1 = y[5]!;
    const w2 = y[6]!;
    const w3 = y[7]!;
    const d = h1 - hp;
    const sh = h2 - h1;
    const b = h3 - h2;
    const wd = w1 - wp;
    const wsh = w2 - w1;
    const wb = w3 - w2;
    const tHips =
      driveTorque(drives.hips, t, wp) -
      ph.dampingNms * wp -
      stopPush(hp - ph.openStopRad, wp, ph.openStopNmPerRad, OPEN_STOP_DAMPING_S_PER_RAD);
    const tTrunk =
      driveTorque(drives.trunk, t, wd) -
      pt.dampingNms * wd -
      pt.springNmPerRad * (d - pt.springZeroRad) +
      stopPush(pt.stopRad - d, -wd, pt.stopNmPerRad, pt.stopDampingSPerRad);
    const tShoulder =
      driveTorque(drives.shoulder, t, wsh) -
      ps.dampingNms * wsh +
      stopPush(ps.stopRad - sh, -wsh, ps.stopNmPerRad, ps.stopDampingSPerRad) -
      stopPush(sh - ps.upperStopRad, wsh, ps.stopNmPerRad, ps.stopDampingSPerRad);
    let tWrist =
      driveTorque(drives.wrist, t, wb) -
      pw.dampingNms * wb -
      pw.springNmPerRad * (b - pw.springZeroRad) +
      stopPush(pw.stopRad - b, -wb, pw.stopNmPerRad, pw.stopDampingSPerRad) -
      stopPush(b - pw.upperStopRad, wb, pw.stopNmPerRad, pw.stopDampingSPerRad);
    if (hold.torqueNm > 0 && b > hold.fromRad) {
      const held = t < hold.releaseS ? 1 : exp(-(t - hold.releaseS) / hold.fallS);
      tWrist -= hold.torqueNm * held * tanh((b - hold.fromRad) / hold.widthRad);
    }

    const ax = minimumJerk(hub.lateralM, hub.lateralOnsetS, hub.lateralDurationS, t, 2);
    const ay = minimumJerk(hub.liftM, hub.liftOnsetS, hub.liftDurationS, t, 2);
    const s1 = sin(h1);
    const c1 = cos(h1);
    const s2 = sin(h2);
    const c2 = cos(h2);
    const s3 = sin(h3);
    const c3 = cos(h3);
    const M12 = A12 * (c1 * c2 + s1 * s2);
    const M13 = A13 * (c1 * c3 + s1 * s3);
    const M23 = A23 * (c2 * c3 + s2 * s3);
    const B12 = A12 * (s1 * c2 - c1 * s2);
    const B13 = A13 * (s1 * c3 - c1 * s3);
    const B23 = A23 * (s2 * c3 - c2 * s3);
    const gy = gravity + ay;
    const R1 = tTrunk - tShoulder - B12 * w2 * w2 - B13 * w3 * w3 - S1 * (ax * c1 + gy * s1);
    const R2 = tShoulder - tWrist + B12 * w1 * w1 - B23 * w3 * w3 - S2 * (ax * c2 + gy * s2);
    const R3 = tWrist + B13 * w1 * w1 + B23 * w2 * w2 - S3 * (ax * c3 + gy * s3);

    out[0] = wp;
    out[1] = w1;
    out[2] = w2;
    out[3] = w3;
    out[4] = locked.hips ? 0 : (tHips - tTrunk) / hips.inertiaKgM2;
    const C11 = M22 * M33 - M23 * M23;
    if (locked.torso) {
      out[5] = 0;
      out[6] = (R2 * M33 - M23 * R3) / C11;
      out[7] = (M22 * R3 - M23 * R2) / C11;
    } else {
      const C12 = M13 * M23 - M12 * M33;
      const C13 = M12 * M23 - M13 * M22;
      const C23 = M12 * M13 - M11 * M23;
      const det = M11 * C11 + M12 * C12 + M13 * C13;
      out[5] = (C11 * R1 + C12 * R2 + C13 * R3) / det;
      out[6] = (C12 * R1 + (M11 * M33 - M13 * M13) * R2 + C23 * R3) / det;
      out[7] = (C13 * R1 + C23 * R2 + (M11 * M22 - M12 * M12) * R3) / det;
    }
    if (y.length === STATE_PLACES) {
      out[8] = tHips * wp + tTrunk * wd + tShoulder * wsh + tWrist * wb;
      out[9] = -(S1 * (ax * c1 + ay * s1) * w1 + S2 * (ax * c2 + ay * s2) * w2 + S3 * (ax * c3 + ay * s3) * w3);
    }
  };
}

/** Energy of a state in the hub's frame, J: rotation of all segments, and weight in the plane. */
export function energyJ(p: SwingParameters, y: ArrayLike<number>): number {
  const { hips, torso, arm, club } = p.segments;
  const L1 = torso.shoulderRadiusM;
  const A12 = L1 * (arm.massKg * arm.comM + club.massKg * arm.lengthM);
  const A13 = L1 * club.massKg * club.comM;
  const A23 = arm.lengthM * club.massKg * club.comM;
  const [wp, w1, w2, w3] = tuple(4, [y[4]!, y[5]!, y[6]!, y[7]!]);
  const kinetic =
    0.5 * hips.inertiaKgM2 * wp * wp +
    0.5 * (torso.inertiaKgM2 + (arm.massKg + club.massKg) * L1 * L1) * w1 * w1 +
    0.5 * (arm.inertiaKgM2 + arm.massKg * arm.comM ** 2 + club.massKg * arm.lengthM ** 2) * w2 * w2 +
    0.5 * (club.inertiaKgM2 + club.massKg * club.comM ** 2) * w3 * w3 +
    A12 * cos(y[1]! - y[2]!) * w1 * w2 +
    A13 * cos(y[1]! - y[3]!) * w1 * w3 +
    A23 * cos(y[2]! - y[3]!) * w2 * w3;
  const lever =
    L1 * (arm.massKg + club.massKg) * cos(y[1]!) +
    (arm.massKg * arm.comM + club.massKg * arm.lengthM) * cos(y[2]!) +
    club.massKg * club.comM * cos(y[3]!);
  return kinetic - p.gravityInPlaneMps2 * lever;
}

/** A fixed-step classical Runge–Kutta stepper with its own work space. */
export function rungeKutta(
  derivative: Derivative,
  places: number,
): (t: number, y: State, h: number, next: State) => void {
  const k1 = new Float64Array(places);
  const k2 = new Float64Array(places);
  const k3 = new Float64Array(places);
  const k4 = new Float64Array(places);
  const z = new Float64Array(places);
  return (t, y, h, next) => {
    const half = h / 2;
    derivative(t, y, k1);
    for (let i = 0; i < places; i++) z[i] = y[i]! + half * k1[i]!;
    derivative(t + half, z, k2);
    for (let i = 0; i < places; i++) z[i] = y[i]! + half * k2[i]!;
    derivative(t + half, z, k3);
    for (let i = 0; i < places; i++) z[i] = y[i]! + h * k3[i]!;
    derivative(t + h, z, k4);
    const sixth = h / 6;
    for (let i = 0; i < places; i++) next[i] = y[i]! + sixth * (k1[i]! + 2 * (k2[i]! + k3[i]!) + k4[i]!);
  };
}
