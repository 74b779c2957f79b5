import type { MotionCapture } from './motion.ts';

/** Speed of the hands over a capture. */
export interface HandSpeeds {
  /** At a time of the file, m/s. */
  readonly at: (timeS: number) => number;
}

/** Names under which files hold the place of the hands. */
const HANDS = ['hand', 'hands', 'grip', 'lead_hand'];
/** Stretch on either side over which the path is taken as straight, s. */
const HALF_S = 0.008;

/** Speed of the hands from their place in the file; null where it has none. */
export function handSpeeds(capture: MotionCapture): HandSpeeds | null {
  const name = HANDS.find((n) => capture.pointsM[n] !== undefined);
  const points = name === undefined ? undefined : capture.pointsM[name];
  if (!points || points.length !== capture.timeS.length) return null;
  const { timeS } = capture;
  const nearest = (t: number): number => {
    const after = timeS.findIndex((x) => x >= t);
    if (after === -1) return timeS.length - 1;
    return after > 0 && t - timeS[after - 1]! < timeS[after]! - t ? after - 1 : after;
  };
  return {
    at: (t) => {
      // One sided at the strike: what comes after it is another movement.
      const [a, b] = [nearest(t - 2 * HALF_S), nearest(t)];
      if (b <= a) return 0;
      const [p, q] = [points[a]!, points[b]!];
      return Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]) / (timeS[b]! - timeS[a]!);
    },
  };
}
