/** The four segments whose angular velocities make the sequence, from the ground outward. */
export const SEGMENTS = ['hips', 'chest', 'leadArm', 'club'] as const;
export type Segment = (typeof SEGMENTS)[number];

/** A captured swing: evenly named series over one time axis, SI, angles from the set-up pose, + toward the target. */
export interface MotionCapture {
  readonly timeS: readonly number[];
  readonly ratesRadPerS: Partial<Record<Segment, readonly number[]>>;
  readonly anglesRad: Partial<Record<Segment, readonly number[]>>;
  /** Angle between lead forearm and shaft: π straight. */
  readonly wristRad?: readonly number[];
  /** Points by name (hand, head, pelvis …): x toward the target, y toward the ball, z up, m. */
  readonly pointsM: Readonly<Record<string, readonly (readonly [number, number, number])[]>>;
  readonly notes: Readonly<Record<string, string>>;
  /** What was filled, resampled, cut off or derived when the file was read, a sentence each. */
  readonly repairs?: readonly string[];
}

/** Median sample interval, s. */
export function sampleIntervalS(capture: MotionCapture): number {
  const steps: number[] = [];
  for (let i = 1; i < capture.timeS.length; i++) steps.push(capture.timeS[i]! - capture.timeS[i - 1]!);
  steps.sort((a, b) => a - b);
  return steps[steps.length >> 1]!;
}
