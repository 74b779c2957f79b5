import type { Drive, SwingParameters } from './parameters.ts';

/** Hip opening stop's damping, s/rad. */
const OPEN_STOP_DAMPING_S_PER_RAD = 0.05;
const LONGEST_DOWNSWING_S = 1.2;

/** One instant: angles of hips, torso, arm, club (rad) and their rates (rad/s). */
export interface SwingSample {
  readonly timeS: number;
  readonly anglesRad: readonly [number, number, number, number];
  readonly ratesRadPerS: readonly [number, number, number, number];
}

export interface Downswing {
  /** Club head speed at strike, m/s. */
  readonly clubSpeedMps: number;
  readonly downswingS: number;
  /** From the start at the top to the strike, evenly spaced but for the last. */
  readonly samples: readonly SwingSample[];
}

/** Torque–speed factor: 1 at rest, 0 from the top speed on, above 1 when forced backward. */
function speedFactor(omega: number, d: Drive): number {
  if (omega >= d.maxSpeedRadPerS) return 0;
  if (omega >= 0) return (d.maxSpeedRadPerS - omega) / (d.maxSpeedRadPerS + d.curvature * omega);
  const u = -omega;
  return 1 + (0.4 * u) / (u + (0.4 * d.maxSpeedRadPerS) / (1 + d.curvature));
}

function driveTorque(d: Drive, timeS: number, omega: number): number {
  if (timeS < d.onsetS) return 0;
  let torque = d.torqueNm * (1 - Math.exp(-(timeS - d.onsetS) / d.riseS)) * speedFactor(omega, d);
  if (d.cutS !== null && timeS > d.cutS) torque *= Math.exp(-(timeS - d.cutS) / d.cutFallS);
  return torque;
}

/** Push back of a one-sided stop at a penetration x > 0 that grows with speed ẋ. */
const stopPush = (x: number, speed: number, stiffness: number, damping: number): number =>
  x > 0 ? Math.max(0, stiffness * x * (1 + damping * speed)) : 0;

/** Acceleration of a minimum-jerk move. */
function minimumJerk(distance: number, onset: number, duration: number, t: number): number {
  const u = (t - onset) / duration;
  if (u <= 0 || u >= 1) return 0;
  return (distance * (60 * u - 180 * u * u + 120 * u * u * u)) / (duration * duration);
}

function minimumJerkVelocity(distance: number, onset: number, duration: number, t: number): number {
  const u = (t - onset) / duration;
  if (u <= 0 || u >= 1) return 0;
  return (distance * 30 * u * u * (1 - 2 * u + u * u)) / duration;
}

/** Angular accelerations [hips, torso, arm, club] of the chain at a state y = angles then rates. */
function accelerations(p: SwingParameters, t: number, y: readonly number[], out: number[]): void {
  const [hp, h1, h2, h3, wp, w1, w2, w3] = y;
  const { hips, torso, arm, club } = p.segments;
  const L1 = torso.shoulderRadiusM;
  const { massKg: m2, comM: r2, lengthM: L2 } = arm;
  const { massKg: m3, comM: r3 } = club;

  const d = h1 - hp;
  const sh = h2 - h1;
  const b = h3 - h2;
  const ps = p.passive;
  const tHips =
    driveTorque(p.drives.hips, t, wp) -
    ps.hips.dampingNms * wp -
    stopPush(hp - ps.hips.openStopRad, wp, ps.hips.openStopNmPerRad, OPEN_STOP_DAMPING_S_PER_RAD);
  const wd = w1 - wp;
  const tTrunk =
    driveTorque(p.drives.trunk, t, wd) -
    ps.trunk.dampingNms * wd -
    ps.trunk.springNmPerRad * (d - ps.trunk.springZeroRad) +
    stopPush(ps.trunk.stopRad - d, -wd, ps.trunk.stopNmPerRad, ps.trunk.stopDampingSPerRad);
  const wsh = w2 - w1;
  const s = ps.shoulder;
  const tShoulder =
    driveTorque(p.drives.shoulder, t, wsh) -
    s.dampingNms * wsh +
    stopPush(s.stopRad - sh, -wsh, s.stopNmPerRad, s.stopDampingSPerRad) -
    stopPush(sh - s.upperStopRad, wsh, s.stopNmPerRad, s.stopDampingSPerRad);
  const wb = w3 - w2;
  const w = ps.wrist;
  const hold = p.wristHold;
  let tWrist =
    driveTorque(p.drives.wrist, t, wb) -
    w.dampingNms * wb -
    w.springNmPerRad * (b - w.springZeroRad) +
    stopPush(w.stopRad - b, -wb, w.stopNmPerRad, w.stopDampingSPerRad) -
    stopPush(b - w.upperStopRad, wb, w.stopNmPerRad, w.stopDampingSPerRad);
  if (hold.torqueNm > 0 && b > hold.fromRad) {
    const h = t < hold.releaseS ? 1 : Math.exp(-(t - hold.releaseS) / hold.fallS);
    tWrist -= hold.torqueNm * h * Math.tanh((b - hold.fromRad) / hold.widthRad);
  }

  const hub = p.hub;
  const ax = minimumJerk(hub.lateralM, hub.lateralOnsetS, hub.lateralDurationS, t);
  const ay = minimumJerk(hub.liftM, hub.liftOnsetS, hub.liftDurationS, t);
  const A12 = L1 * (m2 * r2 + m3 * L2);
  const A13 = L1 * m3 * r3;
  const A23 = L2 * m3 * r3;
  const c12 = Math.cos(h1 - h2);
  const s12 = Math.sin(h1 - h2);
  const c13 = Math.cos(h1 - h3);
  const s13 = Math.sin(h1 - h3);
  const c23 = Math.cos(h2 - h3);
  const s23 = Math.sin(h2 - h3);
  const gy = p.gravityInPlaneMps2 + ay;
  const weight = (S: number, angle: number): number => S * (ax * Math.cos(angle) + gy * Math.sin(angle));
  const M11 = torso.inertiaKgM2 + (m2 + m3) * L1 * L1;
  const M22 = arm.inertiaKgM2 + m2 * r2 * r2 + m3 * L2 * L2;
  const M33 = club.inertiaKgM2 + m3 * r3 * r3;
  const M12 = A12 * c12;
  const M13 = A13 * c13;
  const M23 = A23 * c23;
  const R1 = tTrunk - tShoulder - (A12 * s12 * w2 * w2 + A13 * s13 * w3 * w3) - weight(L1 * (m2 + m3), h1);
  const R2 = tShoulder - tWrist - (-A12 * s12 * w1 * w1 + A23 * s23 * w3 * w3) - weight(m2 * r2 + m3 * L2, h2);
  const R3 = tWrist - (-A13 * s13 * w1 * w1 - A23 * s23 * w2 * w2) - weight(m3 * r3, h3);

  out[0] = p.locked.hips ? 0 : (tHips - tTrunk) / hips.inertiaKgM2;
  if (p.locked.torso) {
    const det = M22 * M33 - M23 * M23;
    out[1] = 0;
    out[2] = (R2 * M33 - M23 * R3) / det;
    out[3] = (M22 * R3 - M23 * R2) / det;
    return;
  }
  const C11 = M22 * M33 - M23 * M23;
  const C12 = M13 * M23 - M12 * M33;
  const C13 = M12 * M23 - M13 * M22;
  const C22 = M11 * M33 - M13 * M13;
  const C23 = M12 * M13 - M11 * M23;
  const C33 = M11 * M22 - M12 * M12;
  const det = M11 * C11 + M12 * C12 + M13 * C13;
  out[1] = (C11 * R1 + C12 * R2 + C13 * R3) / det;
  out[2] = (C12 * R1 + C22 * R2 + C23 * R3) / det;
  out[3] = (C13 * R1 + C23 * R2 + C33 * R3) / det;
}

/** One classical Runge–Kutta step of length h from (t, y), into `next`. */
function step(p: SwingParameters, t: number, y: readonly number[], h: number, work: number[][], next: number[]): void {
  const [k1, k2, k3, k4, z] = work;
  const slope = (time: number, at: readonly number[], k: number[]): void => {
    k[0] = at[4];
    k[1] = at[5];
    k[2] = at[6];
    k[3] = at[7];
    accelerations(p, time, at, work[5]);
    for (let i = 0; i < 4; i++) k[i + 4] = work[5][i];
  };
  slope(t, y, k1);
  for (let i = 0; i < 8; i++) z[i] = y[i] + (h / 2) * k1[i];
  slope(t + h / 2, z, k2);
  for (let i = 0; i < 8; i++) z[i] = y[i] + (h / 2) * k2[i];
  slope(t + h / 2, z, k3);
  for (let i = 0; i < 8; i++) z[i] = y[i] + h * k3[i];
  slope(t + h, z, k4);
  for (let i = 0; i < 8; i++) next[i] = y[i] + (h / 6) * (k1[i] + 2 * k2[i] + 2 * k3[i] + k4[i]);
}

/** Club head speed at a state, m/s: hub velocity plus the chain's. */
function headSpeedMps(p: SwingParameters, t: number, y: readonly number[]): number {
  const lengths = [p.segments.torso.shoulderRadiusM, p.segments.arm.lengthM, p.segments.club.headDistanceM];
  let vx = minimumJerkVelocity(p.hub.lateralM, p.hub.lateralOnsetS, p.hub.lateralDurationS, t);
  let vy = minimumJerkVelocity(p.hub.liftM, p.hub.liftOnsetS, p.hub.liftDurationS, t);
  for (let i = 0; i < 3; i++) {
    vx += lengths[i] * y[5 + i] * Math.cos(y[1 + i]);
    vy += lengths[i] * y[5 + i] * Math.sin(y[1 + i]);
  }
  return Math.hypot(vx, vy);
}

const sampleOf = (timeS: number, y: readonly number[]): SwingSample => ({
  timeS,
  anglesRad: [y[0], y[1], y[2], y[3]],
  ratesRadPerS: [y[4], y[5], y[6], y[7]],
});

/**
 * Planar downswing from rest at the top to the strike (club angle through zero), fixed-step RK4.
 * Sources: Cochran & Stobbs 1968, Jorgensen 1994, Sprigings & Neal 2000, MacKenzie & Sprigings 2009.
 *
 * Limits: one inclined plane, no forearm roll, no face, no shaft bend, trail arm lumped with the lead arm.
 * @param stepS 0.001–0.002 is exact to 5e-4 mph
 * @returns undefined where the club does not reach the ball within 1.2 s
 */
export function simulateDownswing(p: SwingParameters, stepS = 0.001): Downswing | undefined {
  const { hips, torso, arm, club } = p.startRad;
  let y = [hips, torso, arm, club, 0, 0, 0, 0];
  let next = new Array<number>(8).fill(0);
  const work = Array.from({ length: 6 }, () => new Array<number>(8).fill(0));
  const samples = [sampleOf(0, y)];
  for (let i = 0; i * stepS < LONGEST_DOWNSWING_S; i++) {
    const t = i * stepS;
    step(p, t, y, stepS, work, next);
    if (y[3] < 0 && next[3] >= 0) {
      let h = (stepS * -y[3]) / (next[3] - y[3]);
      const touch = new Array<number>(8).fill(0);
      for (let k = 0; k < 4; k++) {
        step(p, t, y, h, work, touch);
        h -= touch[3] / touch[7];
      }
      step(p, t, y, h, work, touch);
      samples.push(sampleOf(t + h, touch));
      return { clubSpeedMps: headSpeedMps(p, t + h, touch), downswingS: t + h, samples };
    }
    [y, next] = [next, y];
    samples.push(sampleOf(t + stepS, y));
  }
  return undefined;
}
