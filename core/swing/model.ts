import { derivativeOf, energyJ, minimumJerk, rungeKutta, STATE_PLACES, type State } from './dynamics.ts';
import type { SwingParameters } from './parameters.ts';

const LONGEST_DOWNSWING_S = 1.2;
/** Step at which the club head speed is within 0.001 mph of a step of 0.25 ms, s. */
export const PLAY_STEP_S = 0.002;

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

/** Velocity of the chain's joint `joints` segments out (2 the hands, 3 the club head), m/s. */
export function pointSpeedMps(p: SwingParameters, t: number, y: ArrayLike<number>, joints: 2 | 3): number {
  const lengths = [p.segments.torso.shoulderRadiusM, p.segments.arm.lengthM, p.segments.club.headDistanceM];
  const { hub } = p;
  let vx = minimumJerk(hub.lateralM, hub.lateralOnsetS, hub.lateralDurationS, t, 1);
  let vy = minimumJerk(hub.liftM, hub.liftOnsetS, hub.liftDurationS, t, 1);
  for (let i = 0; i < joints; i++) {
    vx += lengths[i]! * y[5 + i]! * Math.cos(y[1 + i]!);
    vy += lengths[i]! * y[5 + i]! * Math.sin(y[1 + i]!);
  }
  return Math.hypot(vx, vy);
}

const startState = (p: SwingParameters, places: number): State => {
  const y = new Float64Array(places);
  y.set([p.startRad.hips, p.startRad.torso, p.startRad.arm, p.startRad.club]);
  return y;
};

interface Strike {
  readonly timeS: number;
  readonly state: State;
}

/** From rest at the top to the strike (club angle through zero); `seen` is called with every state on the way but the last. */
function run(
  p: SwingParameters,
  stepS: number,
  places: number,
  seen?: (timeS: number, state: State) => void,
): Strike | undefined {
  const step = rungeKutta(derivativeOf(p), places);
  let y = startState(p, places);
  let next: State = new Float64Array(places);
  for (let i = 0; i * stepS < LONGEST_DOWNSWING_S; i++) {
    const t = i * stepS;
    seen?.(t, y);
    step(t, y, stepS, next);
    if (y[3]! < 0 && next[3]! >= 0) {
      let h = (stepS * -y[3]!) / (next[3]! - y[3]!);
      for (let k = 0; k < 4; k++) {
        step(t, y, h, next);
        h -= next[3]! / next[7]!;
      }
      step(t, y, h, next);
      return { timeS: t + h, state: next };
    }
    [y, next] = [next, y];
  }
  return undefined;
}

/**
 * Club head speed at strike, m/s, and nothing else: the fast way, for searches and sliders.
 * @returns undefined where the club does not reach the ball within 1.2 s
 */
export function clubHeadSpeedMps(p: SwingParameters, stepS = PLAY_STEP_S): number | undefined {
  const strike = run(p, stepS, 8);
  return strike && pointSpeedMps(p, strike.timeS, strike.state, 3);
}

/**
 * Planar downswing from rest at the top to the strike, fixed-step RK4.
 *
 * Limits: one inclined plane, no forearm roll, no face, no shaft bend, trail arm lumped with the lead arm, no stretch before
 * the start, hub motion prescribed.
 * @param stepS 0.001–0.002 is exact to 5e-4 mph
 * @returns undefined where the club does not reach the ball within 1.2 s
 */
export function simulateDownswing(p: SwingParameters, stepS = 0.001): Downswing | undefined {
  const samples: SwingSample[] = [];
  const keep = (timeS: number, y: State): void => {
    samples.push({
      timeS,
      anglesRad: [y[0]!, y[1]!, y[2]!, y[3]!],
      ratesRadPerS: [y[4]!, y[5]!, y[6]!, y[7]!],
    });
  };
  const strike = run(p, stepS, 8, keep);
  if (!strike) return undefined;
  keep(strike.timeS, strike.state);
  return { clubSpeedMps: pointSpeedMps(p, strike.timeS, strike.state, 3), downswingS: strike.timeS, samples };
}

/** Energy gained from the top to the strike against the work of the joints and of the hub, J. */
export function workAndEnergy(p: SwingParameters, stepS = 0.001): { gainedJ: number; workJ: number } | undefined {
  const strike = run(p, stepS, STATE_PLACES);
  if (!strike) return undefined;
  const gainedJ = energyJ(p, strike.state) - energyJ(p, startState(p, STATE_PLACES));
  return { gainedJ, workJ: strike.state[8]! + strike.state[9]! };
}
