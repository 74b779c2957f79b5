import type { MotionCapture, Segment } from '../../core/capture/motion.ts';
import type { Random } from '../../core/numeric/random.ts';
import { simulateDownswing, type SwingSample } from '../../core/swing/model.ts';
import type { SwingParameters } from '../../core/swing/parameters.ts';
import { degToRad } from '../../core/units/units.ts';

/** Set-up pose of the model's angles: hips and chest square, arm 8° past vertical, shaft 4° behind it. */
const SETUP_RAD = [Math.PI / 2, Math.PI / 2, degToRad(8), degToRad(-4)] as const;
const STILL_S = 0.35;
const FOLLOW_S = 0.5;
const FOLLOW_DECAY_S = 0.16;
/** A real ball slows the club by about a quarter. */
const BALL_KEEPS = 0.76;

export interface RigOptions {
  readonly rateHz: number;
  /** Noise of each curve as a share of its own peak. */
  readonly noiseShare: number;
  readonly backswingS: number;
  readonly ball: boolean;
  readonly withAngles: boolean;
  readonly handedness: 'right' | 'left';
  readonly random: Random;
}

export interface RigTruth {
  readonly strikeS: number;
  readonly clubSpeedMps: number;
  readonly peakBeforeStrikeS: Record<Segment, number>;
  readonly reversalBeforeStrikeS: Record<Segment, number>;
}

interface Instant {
  readonly angles: readonly number[];
  readonly rates: readonly number[];
}

function interpolate(samples: readonly SwingSample[], t: number): Instant {
  let lo = 0;
  let hi = samples.length - 1;
  while (hi - lo > 1) {
    const mid = (lo + hi) >> 1;
    if (samples[mid]!.timeS <= t) lo = mid;
    else hi = mid;
  }
  const a = samples[lo]!;
  const b = samples[hi]!;
  const f = Math.min(1, Math.max(0, (t - a.timeS) / (b.timeS - a.timeS)));
  const mix = (x: readonly number[], y: readonly number[]): number[] => x.map((v, i) => v + f * (y[i]! - v));
  return { angles: mix(a.anglesRad, b.anglesRad), rates: mix(a.ratesRadPerS, b.ratesRadPerS) };
}

/** Place of a curve's peak in the last 180 ms, and its last turn from back to down. */
function truthOf(samples: readonly SwingSample[], i: number): { peak: number; reversal: number } {
  const end = samples[samples.length - 1]!.timeS;
  let best = samples.length - 1;
  samples.forEach((s, k) => {
    if (end - s.timeS <= 0.18 && s.ratesRadPerS[i]! > samples[best]!.ratesRadPerS[i]!) best = k;
  });
  let turn = 0;
  for (let k = best; k > 0; k--) {
    if (samples[k - 1]!.ratesRadPerS[i]! <= 0) {
      turn = k - 1;
      break;
    }
  }
  return { peak: end - samples[best]!.timeS, reversal: end - samples[turn]!.timeS };
}

/**
 * Simulated motion capture of one swing: still set-up, minimum-jerk backswing to the model's top, modelled downswing,
 * slowing follow-through; white noise from the given random stream.
 * @throws Error where the player's downswing never reaches the ball
 */
export function recordSwing(player: SwingParameters, options: RigOptions): { capture: MotionCapture; truth: RigTruth } {
  const swing = simulateDownswing(player, 0.001);
  if (!swing) throw new Error('The simulated player does not reach the ball.');
  const start = swing.samples[0]!.anglesRad;
  const strikeS = STILL_S + options.backswingS + swing.downswingS;
  const end = swing.samples[swing.samples.length - 1]!;
  const at = (t: number): Instant => {
    if (t < STILL_S) return { angles: SETUP_RAD, rates: [0, 0, 0, 0] };
    if (t < STILL_S + options.backswingS) {
      const u = (t - STILL_S) / options.backswingS;
      const s = 10 * u ** 3 - 15 * u ** 4 + 6 * u ** 5;
      const v = (30 * u * u * (1 - u) ** 2) / options.backswingS;
      return {
        angles: SETUP_RAD.map((a, i) => a + s * (start[i]! - a)),
        rates: SETUP_RAD.map((a, i) => v * (start[i]! - a)),
      };
    }
    if (t <= strikeS) return interpolate(swing.samples, t - STILL_S - options.backswingS);
    const since = t - strikeS;
    const kept = Math.exp(-since / FOLLOW_DECAY_S);
    return {
      angles: end.anglesRad.map(
        (a, i) => a + end.ratesRadPerS[i]! * (i === 3 && options.ball ? BALL_KEEPS : 1) * FOLLOW_DECAY_S * (1 - kept),
      ),
      rates: end.ratesRadPerS.map((r, i) => r * (i === 3 && options.ball ? BALL_KEEPS : 1) * kept),
    };
  };
  const step = 1 / options.rateHz;
  const phase = options.random.uniform() * step;
  const timeS: number[] = [];
  for (let t = phase; t < strikeS + FOLLOW_S; t += step) timeS.push(Math.round(t * 1e5) / 1e5);
  const clean = timeS.map(at);
  const rates = [0, 1, 2, 3].map((i) => {
    const peak = Math.max(...clean.map((c) => c.rates[i]!));
    const sd = options.noiseShare * peak;
    return clean.map((c) => c.rates[i]! + sd * options.random.normal());
  });
  const angleNoise = degToRad(30 * options.noiseShare);
  const angles = [0, 1, 2, 3].map((i) =>
    clean.map((c) => c.angles[i]! - SETUP_RAD[i]! + angleNoise * options.random.normal()),
  );
  const names: Segment[] = ['hips', 'chest', 'leadArm', 'club'];
  const record = <T>(values: readonly T[]): Record<Segment, T> =>
    Object.fromEntries(names.map((n, i) => [n, values[i]])) as Record<Segment, T>;
  const truths = [0, 1, 2, 3].map((i) => truthOf(swing.samples, i));
  return {
    capture: {
      timeS,
      ratesRadPerS: record(rates),
      anglesRad: options.withAngles ? record(angles) : {},
      wristRad: options.withAngles
        ? clean.map((c) => Math.PI + c.angles[3]! - c.angles[2]! + angleNoise * options.random.normal())
        : undefined,
      pointsM: {},
      notes: { source: 'simulated', club: 'driver', handedness: options.handedness },
    },
    truth: {
      strikeS,
      clubSpeedMps: swing.clubSpeedMps,
      peakBeforeStrikeS: record(truths.map((t) => t.peak)),
      reversalBeforeStrikeS: record(truths.map((t) => t.reversal)),
    },
  };
}
