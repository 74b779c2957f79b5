import { median } from '../numeric/statistics.ts';
import { middle } from './geometry.ts';
import type { PicturePoint, Px, View } from './marks.ts';
import type { SeenPoints } from './pose.ts';

/** Body points that a pose model saw on one frame, px; lead and trail by the player's handedness. */
export interface BodyFrame {
  readonly frame: number;
  readonly points: SeenPoints;
}

/** Names that change places where the model took the front of the body for its back. */
const SIDES: readonly (readonly [PicturePoint, PicturePoint])[] = [
  ['leadShoulder', 'trailShoulder'],
  ['leadElbow', 'trailElbow'],
  ['leadHip', 'trailHip'],
  ['leadKnee', 'trailKnee'],
  ['leadAnkle', 'trailAnkle'],
];

/** Which of the legs is to the right: +1 the lead one, −1 the trail one; 0 where they are not seen. */
function legOrder({ points: p }: BodyFrame): number {
  const gaps = (['Knee', 'Ankle'] as const).flatMap((part) => {
    const [lead, trail] = [p[`lead${part}`], p[`trail${part}`]];
    return lead && trail ? [lead.x - trail.x] : [];
  });
  return Math.sign(gaps.reduce((s, v) => s + v, 0));
}

/**
 * Body frames with lead and trail put right. A pose model sometimes takes a golfer who is turned away for one who is seen from
 * behind, and names all sides the other way; but the feet stay where they are, so face-on a frame whose legs stand in the other order than in most
 * frames has its sides changed back.
 * @param frames at least the one in question; order by most of them
 */
export function withSides(frames: readonly BodyFrame[], view: View): BodyFrame[] {
  if (view !== 'face-on') return [...frames];
  const usual = Math.sign(frames.reduce((s, f) => s + legOrder(f), 0));
  return frames.map((f) => {
    if (usual === 0 || legOrder(f) !== -usual) return f;
    const points: { -readonly [K in keyof SeenPoints]: SeenPoints[K] } = { ...f.points };
    for (const [a, b] of SIDES) {
      const [pa, pb] = [f.points[a], f.points[b]];
      if (pa && pb) [points[a], points[b]] = [pb, pa];
    }
    return { ...f, points };
  });
}

/** From the median of absolute differences to a standard deviation, of a value and the half of two others. */
const MEDIAN_TO_SD = 1.4826 / Math.sqrt(1.5);

/** With fewer frames than this nothing is said of a swing. */
const FEWEST_FRAMES = 8;

/** Hands and shoulders over time, in lengths of the trunk. */
export interface HandTrack {
  /** How much the hands' height and the knees jump from look to look beyond their way: middle of it, trunk lengths. */
  readonly jitter: { readonly hands: number; readonly knees: number };
  readonly frames: readonly number[];
  /** Time of each frame in the file, s. */
  readonly timesS: readonly number[];
  /** Middle of the hands above the middle of the shoulders, trunk lengths; about −1 at set-up. */
  readonly heights: readonly number[];
  /** Middle of the hands, trunk lengths from the picture's corner, x to the right and y down. */
  readonly places: readonly Px[];
}

/** A value against the straight line between its neighbours in time: the middle of the differences, as one standard deviation. */
function jumps(timesS: readonly number[], values: readonly number[]): number {
  const off = values.slice(1, -1).map((v, k) => {
    const [a, b] = [values[k]!, values[k + 2]!];
    const share = (timesS[k + 1]! - timesS[k]!) / (timesS[k + 2]! - timesS[k]!);
    return Math.abs(v - (a + (b - a) * share));
  });
  return MEDIAN_TO_SD * median(off);
}

/** The hands' way through the frames in which hands, shoulders and hips are seen; in order of time, each frame once. */
export function handTrack(frames: readonly BodyFrame[], timesS: readonly number[]): HandTrack {
  const seen = [...new Map(frames.map((f) => [f.frame, f])).values()]
    .sort((a, b) => a.frame - b.frame)
    .flatMap(({ frame, points: p }) =>
      p.hands && p.leadShoulder && p.trailShoulder && p.leadHip && p.trailHip
        ? [
            {
              frame,
              hands: p.hands,
              shoulders: middle(p.leadShoulder, p.trailShoulder),
              hips: middle(p.leadHip, p.trailHip),
              kneeX: (p.leadKnee ?? p.leadHip).x,
            },
          ]
        : [],
    );
  if (seen.length < FEWEST_FRAMES)
    return { jitter: { hands: 0, knees: 0 }, frames: [], timesS: [], heights: [], places: [] };
  const trunkPx = median(seen.map((s) => Math.hypot(s.shoulders.x - s.hips.x, s.shoulders.y - s.hips.y)));
  const at = seen.map((s) => timesS[s.frame]!);
  return {
    jitter: {
      hands: jumps(
        at,
        seen.map((s) => s.hands.y / trunkPx),
      ),
      knees: jumps(
        at,
        seen.map((s) => s.kneeX / trunkPx),
      ),
    },
    frames: seen.map((s) => s.frame),
    timesS: at,
    heights: seen.map((s) => (s.shoulders.y - s.hands.y) / trunkPx),
    places: seen.map((s) => ({ x: s.hands.x / trunkPx, y: s.hands.y / trunkPx })),
  };
}
