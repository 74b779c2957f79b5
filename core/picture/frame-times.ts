import { median } from '../numeric/statistics.ts';
import type { Checkpoint } from '../catalogue/stages.ts';
import type { CheckpointMark } from './marks.ts';

export interface FrameRate {
  /** Frames a second by the middle step. */
  readonly fps: number;
  readonly variable: boolean;
  /** Longest step between frames, s: a dropped frame shows here. */
  readonly longestStepS: number;
}

/** A step that differs by more than this share from the middle one makes the rate a variable one. */
const EVEN_WITHIN = 0.1;

/** Rate of a video from its own frame times, never from its header. */
export function frameRate(timesS: readonly number[]): FrameRate {
  const steps = timesS.slice(1).map((t, i) => t - timesS[i]!);
  if (steps.length === 0) return { fps: 0, variable: false, longestStepS: 0 };
  const middle = median(steps);
  return {
    fps: 1 / middle,
    variable: steps.some((s) => Math.abs(s - middle) > EVEN_WITHIN * middle),
    longestStepS: steps.reduce((a, b) => Math.max(a, b), 0),
  };
}

/** Frame that is shown at a time of the file: the last one that has begun. */
export function frameAt(timesS: readonly number[], timeS: number): number {
  let lo = 0;
  let hi = timesS.length - 1;
  while (lo < hi) {
    const mid = (lo + hi + 1) >> 1;
    if (timesS[mid]! <= timeS + 1e-6) lo = mid;
    else hi = mid - 1;
  }
  return lo;
}

/** A time inside a frame, safe to seek to: its middle. The last frame is taken to last as long as the one before it. */
export function insideFrameS(timesS: readonly number[], frame: number): number {
  const step =
    frame + 1 < timesS.length ? timesS[frame + 1]! - timesS[frame]! : timesS[frame]! - (timesS[frame - 1] ?? 0);
  return timesS[frame]! + step / 2;
}

/** Standard deviation of an event that falls between frames, file seconds: uniform within ± half a frame. */
export function frameSdS(timesS: readonly number[], frame: number): number {
  const before = frame > 0 ? timesS[frame]! - timesS[frame - 1]! : 0;
  const after = frame + 1 < timesS.length ? timesS[frame + 1]! - timesS[frame]! : 0;
  return Math.max(before, after) / Math.sqrt(12);
}

/** Downswings of players last this long, s. */
const DOWNSWING_S = [0.18, 0.4] as const;
export const SLOW_FACTORS = [1, 2, 4, 8, 16] as const;

/**
 * Whether a file plays slower than life, from the length of its downswing: no player's lasts longer than 0.4 s.
 * @returns the factors that would make a plausible downswing; empty where the present one is plausible or nothing can be said
 */
export function slowMotionFactors(
  timesS: readonly number[],
  checkpoints: Partial<Record<Checkpoint, CheckpointMark>>,
  slowFactor: number,
): number[] {
  const top = checkpoints.top;
  const strike = checkpoints.strike;
  if (!top || !strike) return [];
  const fileS = timesS[strike.frame]! - timesS[top.frame]!;
  const inside = (f: number): boolean => fileS / f >= DOWNSWING_S[0] && fileS / f <= DOWNSWING_S[1];
  if (!(fileS > 0) || inside(slowFactor)) return [];
  return SLOW_FACTORS.filter(inside);
}
