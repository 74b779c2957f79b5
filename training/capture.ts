import { tuple } from '../core/numeric/tuple.ts';
import { SEGMENTS, type MotionCapture, type Segment } from '../core/capture/motion.ts';
import type { Random } from '../core/numeric/random.ts';
import { simulateDownswing, type SwingSample } from '../core/swing/model.ts';
import type { SwingParameters } from '../core/swing/parameters.ts';
import { degToRad } from '../core/units/units.ts';

/** Pose at set-up in the model's angles: hips and chest square, arm about 8° past vertical, shaft about 4° behind it. */
const SETUP_DEG = [90, 90, 8, -4] as const;
const FOLLOW_S = 0.35;
const FOLLOW_DECAY_S = 0.15;

export interface CaptureOptions {
  readonly rateHz: number;
  readonly noiseShare: number;
  /** Size of the slow error on every curve, a share of its peak. */
  readonly curveErrorShare: number;
  readonly withAngles: boolean;
  readonly withHips: boolean;
  readonly backswingS: number;
}

export function drawCaptureOptions(random: Random, slow: boolean): CaptureOptions {
  const rates = [100, 120, 200, 240, 250, 500];
  return {
    rateHz: rates[random.below(rates.length)]!,
    noiseShare: 0.01 + 0.02 * random.uniform(),
    curveErrorShare: 0.05 + 0.04 * random.uniform(),
    withAngles: random.uniform() < 0.6,
    withHips: true,
    backswingS: slow ? 1.15 + 0.45 * random.uniform() : 0.6 + 0.35 * random.uniform(),
  };
}

function sampleAt(samples: readonly SwingSample[], t: number, i: number): { angle: number; rate: number } {
  let lo = 0;
  let hi = samples.length - 1;
  while (hi - lo > 1) {
    const middle = (lo + hi) >> 1;
    if (samples[middle]!.timeS <= t) lo = middle;
    else hi = middle;
  }
  const [a, b] = tuple(2, [samples[lo]!, samples[hi]!]);
  const f = Math.min(1, Math.max(0, (t - a.timeS) / Math.max(1e-9, b.timeS - a.timeS)));
  return {
    angle: a.anglesRad[i]! + f * (b.anglesRad[i]! - a.anglesRad[i]!),
    rate: a.ratesRadPerS[i]! + f * (b.ratesRadPerS[i]! - a.ratesRadPerS[i]!),
  };
}

/** A slow wave of a few turns over the swing: what sensors on clothes and skin do beside noise. */
function slowError(random: Random, sizeRad: number, spanS: number): (t: number) => number {
  const waves = [1, 2, 3].map((k) => ({
    turns: (k * (0.7 + 0.6 * random.uniform())) / spanS,
    phase: 2 * Math.PI * random.uniform(),
    size: (sizeRad * random.normal()) / k,
  }));
  return (t) => waves.reduce((sum, w) => sum + w.size * Math.sin(2 * Math.PI * w.turns * t + w.phase), 0);
}

/** A captured swing of a made-up player, with gains, slow errors and noise of its own; undefined where the ball is not reached. */
export function makeCapture(swing: SwingParameters, o: CaptureOptions, random: Random): MotionCapture | undefined {
  const down = simulateDownswing(swing, 0.001);
  if (!down) return undefined;
  const { samples } = down;
  const stillS = 0.25 + 0.2 * random.uniform();
  const strikeS = stillS + o.backswingS + down.downswingS;
  const end = samples[samples.length - 1]!;
  const setUp = SETUP_DEG.map((d) => degToRad(d + 2 * random.normal()));
  const keeps = random.uniform() < 0.75 ? 0.72 + 0.08 * random.uniform() : 1;
  const at = (t: number, i: number): { angle: number; rate: number } => {
    if (t < stillS) return { angle: setUp[i]!, rate: 0 };
    if (t < stillS + o.backswingS) {
      const u = (t - stillS) / o.backswingS;
      const s = 10 * u ** 3 - 15 * u ** 4 + 6 * u ** 5;
      const v = (30 * u * u * (1 - u) ** 2) / o.backswingS;
      const far = samples[0]!.anglesRad[i]! - setUp[i]!;
      return { angle: setUp[i]! + s * far, rate: v * far };
    }
    if (t <= strikeS) return sampleAt(samples, t - stillS - o.backswingS, i);
    const left = Math.exp(-(t - strikeS) / FOLLOW_DECAY_S);
    const rate = end.ratesRadPerS[i]! * (i === 3 ? keeps : 1);
    return { angle: end.anglesRad[i]! + rate * FOLLOW_DECAY_S * (1 - left), rate: rate * left };
  };
  const step = 1 / o.rateHz;
  const timeS: number[] = [];
  for (let t = random.uniform() * step; t < strikeS + FOLLOW_S; t += step) timeS.push(t);
  const ratesRadPerS: Partial<Record<Segment, number[]>> = {};
  const anglesRad: Partial<Record<Segment, number[]>> = {};
  SEGMENTS.forEach((segment, i) => {
    if (segment === 'hips' && !o.withHips) return;
    const clean = timeS.map((t) => at(t, i));
    const peak = Math.max(...clean.map((c) => c.rate));
    const gain = 1 + 0.03 * random.normal();
    const error = slowError(random, (o.curveErrorShare * peak) / 2, down.downswingS * 2);
    const angleError = slowError(random, degToRad(1.5), down.downswingS * 3);
    const ramp = (t: number): number => Math.min(1, Math.max(0, (t - stillS) / 0.3));
    ratesRadPerS[segment] = timeS.map(
      (t, k) => gain * clean[k]!.rate + ramp(t) * error(t) + o.noiseShare * peak * random.normal(),
    );
    if (o.withAngles)
      anglesRad[segment] = timeS.map(
        (t, k) =>
          gain * (clean[k]!.angle - setUp[i]!) +
          ramp(t) * angleError(t) +
          degToRad(30 * o.noiseShare) * random.normal(),
      );
  });
  const [arm, club] = [anglesRad.leadArm, anglesRad.club];
  const setUpWrist = Math.PI + setUp[3]! - setUp[2]!;
  return {
    timeS,
    ratesRadPerS,
    anglesRad,
    wristRad: arm && club ? arm.map((a, k) => setUpWrist + club[k]! - a) : undefined,
    pointsM: {},
    notes: { source: 'made up', club: 'driver' },
  };
}
