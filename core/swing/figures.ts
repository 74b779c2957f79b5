import { pointSpeedMps, simulateDownswing, workAndEnergy, type SwingSample } from './model.ts';
import type { SwingParameters } from './parameters.ts';

export const MODEL_SEGMENTS = ['hips', 'torso', 'arm', 'club'] as const;
export type ModelSegment = (typeof MODEL_SEGMENTS)[number];

/** What a simulated downswing shows. */
export interface SwingFigures {
  readonly clubSpeedMps: number;
  readonly downswingS: number;
  readonly handSpeedAtStrikeMps: number;
  readonly handSpeedMaxMps: number;
  /** Angle between forearm and shaft where the arm passes level, rad; null where it starts below level. */
  readonly wristAtLeadArmLevelRad: number | null;
  readonly segments: Readonly<
    Record<ModelSegment, { peakRadPerS: number; peakBeforeStrikeS: number; atStrikeRadPerS: number }>
  >;
  /** Difference of work done and energy gained, as a share of the energy gained. */
  readonly energyResidual: number;
}

const FIGURE_STEP_S = 0.00025;
/** The arm is level a quarter turn before straight down the plane. */
const LEVEL_RAD = -Math.PI / 2;

/** Greatest value of evenly spaced samples and its place, by a parabola through the top three. */
function peakOf(samples: readonly SwingSample[], of: (s: SwingSample) => number): { value: number; timeS: number } {
  let at = 0;
  samples.forEach((s, i) => {
    if (of(s) > of(samples[at]!)) at = i;
  });
  // The last interval is shorter than the others: no parabola through it.
  if (at === 0 || at >= samples.length - 2) return { value: of(samples[at]!), timeS: samples[at]!.timeS };
  const [a, b, c] = [of(samples[at - 1]!), of(samples[at]!), of(samples[at + 1]!)];
  const bend = a - 2 * b + c;
  const shift = bend === 0 ? 0 : (0.5 * (a - c)) / bend;
  const step = samples[at + 1]!.timeS - samples[at]!.timeS;
  return { value: b - 0.25 * (a - c) * shift, timeS: samples[at]!.timeS + shift * step };
}

/** Angle between forearm and shaft where the arm passes level on the way down, rad; null where it starts below level. */
export function wristAtLevel(samples: readonly SwingSample[]): number | null {
  for (let i = 1; i < samples.length; i++) {
    const [before, after] = [samples[i - 1]!.anglesRad, samples[i]!.anglesRad];
    if (before[2] < LEVEL_RAD && after[2] >= LEVEL_RAD) {
      const f = (LEVEL_RAD - before[2]) / (after[2] - before[2]);
      const bend = (s: readonly number[]): number => s[3]! - s[2]!;
      return Math.PI + bend(before) + f * (bend(after) - bend(before));
    }
  }
  return null;
}

/**
 * Simulates a downswing and reads it: speeds, peaks, wrist angle at lead arm level, energy check.
 * @returns undefined where the club does not reach the ball within 1.2 s
 */
export function swingFigures(
  p: SwingParameters,
  swing = simulateDownswing(p, FIGURE_STEP_S),
): SwingFigures | undefined {
  const work = workAndEnergy(p);
  if (!swing || !work) return undefined;
  const { samples, downswingS } = swing;
  const stateOf = (s: SwingSample): number[] => [...s.anglesRad, ...s.ratesRadPerS];
  const hands = (s: SwingSample): number => pointSpeedMps(p, s.timeS, stateOf(s), 2);
  const last = samples[samples.length - 1]!;
  return {
    clubSpeedMps: swing.clubSpeedMps,
    downswingS,
    handSpeedAtStrikeMps: hands(last),
    handSpeedMaxMps: peakOf(samples, hands).value,
    wristAtLeadArmLevelRad: wristAtLevel(samples),
    segments: Object.fromEntries(
      MODEL_SEGMENTS.map((name, i) => {
        const peak = peakOf(samples, (s) => s.ratesRadPerS[i]!);
        return [
          name,
          {
            peakRadPerS: peak.value,
            peakBeforeStrikeS: downswingS - peak.timeS,
            atStrikeRadPerS: last.ratesRadPerS[i],
          },
        ];
      }),
    ) as SwingFigures['segments'],
    energyResidual: (work.workJ - work.gainedJ) / work.gainedJ,
  };
}
