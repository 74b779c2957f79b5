import { sdOf } from '../catalogue/uncertainties.ts';
import type { SwishFit } from './fit-swing.ts';

export type Judgement = 'before' | 'at' | 'past';

/** With the microphone opposite the player the peak is heard so much early and drawn toward the ball (simulated recordings). */
export const HEARD_EARLY_S = 0.0034;
const DRAWN_IN = 0.84;
/** Error of the place by itself, one standard deviation, s. */
const METHOD_SD_S = sdOf('swishPlace') / 1000;
/** What the reference leaves open, s and m. */
const REFERENCE_SD_S = { click: 0.0005, brush: 0.0015 } as const;
const REFERENCE_SD_M = { click: 0, brush: 0.04 } as const;
/** A brush is heard from a little after the club passes the ball on, s. */
const REFERENCE_LATE_S = { click: 0, brush: 0.001 } as const;
const SPEED_SD_SHARE = sdOf('swishSpeed') / 100;
/** Nearer to the ball than this the peak is at the ball, s. */
export const AT_BALL_S = 0.008;
const STEPS = 40;

export interface PeakPlace {
  /** Time from the ball to the peak, + past it. */
  readonly offsetS: number;
  readonly offsetSdS: number;
  readonly pastBallM: number;
  readonly uncertaintyM: number;
  readonly judgement: Judgement;
}

/** Tip speed at a time from the peak, m/s. */
const speedAt = (fit: SwishFit, peakMps: number, fromPeakS: number): number => {
  const u = fromPeakS / (fromPeakS < 0 ? fit.riseS : fit.fallS);
  return peakMps * Math.exp(-0.5 * u * u);
};

/**
 * Where the peak lies against the ball: time by the bias of the stated microphone place, distance by summing the speed's course.
 * @param ballTimeS when the ball is heard, s
 */
export function placePeak(fit: SwishFit, peakMps: number, ballTimeS: number, by: 'click' | 'brush'): PeakPlace {
  const measured = fit.peakTimeS - (ballTimeS - REFERENCE_LATE_S[by]);
  const offsetS = (measured + HEARD_EARLY_S) / DRAWN_IN;
  const step = offsetS / STEPS;
  let pastBallM = 0;
  for (let k = 0; k < STEPS; k++) pastBallM += speedAt(fit, peakMps, -offsetS + (k + 0.5) * step) * step;
  const offsetSdS = Math.hypot(METHOD_SD_S, fit.peakTimeSdS, REFERENCE_SD_S[by]);
  const ballMps = speedAt(fit, peakMps, -offsetS);
  return {
    offsetS,
    offsetSdS,
    pastBallM,
    uncertaintyM: Math.hypot(ballMps * offsetSdS, Math.abs(pastBallM) * SPEED_SD_SHARE, REFERENCE_SD_M[by]),
    judgement: offsetS < -AT_BALL_S ? 'before' : offsetS > AT_BALL_S ? 'past' : 'at',
  };
}

/** Median tip speeds of both directions against each other. */
export interface Balance {
  readonly normalMps: number;
  readonly otherMps: number;
  /** Other less normal as a share of normal. */
  readonly difference: number;
  readonly balanced: boolean;
}
/** Under this difference both directions count as balanced. */
const BALANCED_SHARE = 0.04;

/** Balance of two sets of swings, in the usual direction and in the other; undefined where one is empty. */
export function balanceOf(normalMps: readonly number[], otherMps: readonly number[]): Balance | undefined {
  if (normalMps.length === 0 || otherMps.length === 0) return undefined;
  const middle = (v: readonly number[]): number => {
    const s = [...v].sort((a, b) => a - b);
    return (s[(s.length - 1) >> 1]! + s[s.length >> 1]!) / 2;
  };
  const [normal, other] = [middle(normalMps), middle(otherMps)];
  const difference = other / normal - 1;
  return { normalMps: normal, otherMps: other, difference, balanced: Math.abs(difference) < BALANCED_SHARE };
}
