import { median } from '../numeric/statistics.ts';
import type { Handedness } from '../units/units.ts';
import type { PicturePoint, Px } from './marks.ts';

/** One body point of a pose model: place in shares of the picture, and how visible it is, 0 to 1. */
export interface Landmark {
  readonly x: number;
  readonly y: number;
  readonly visibility: number;
}

/** Places of the model's list of 33: left and right as the person has them. */
const LEFT = { ear: 7, shoulder: 11, elbow: 13, wrist: 15, hip: 23, knee: 25, ankle: 27 } as const;
const RIGHT = { ear: 8, shoulder: 12, elbow: 14, wrist: 16, hip: 24, knee: 26, ankle: 28 } as const;
const COUNT = 33;
/** Less visible points are not proposed. */
const LEAST_VISIBLE = 0.5;
/** A point whose place differs by more than this among neighbouring frames jumps: share of the picture's height. */
const JUMP_SHARE = 0.04;

interface Seen extends Px {
  readonly visibility: number;
}
/** Points of one pose, by name. */
export type SeenPoints = Readonly<Partial<Record<PicturePoint, Seen>>>;

const middle = (a: Seen, b: Seen): Seen => ({
  x: (a.x + b.x) / 2,
  y: (a.y + b.y) / 2,
  visibility: Math.min(a.visibility, b.visibility),
});

/** The golfer's points of one found pose, in pixels. A right-hander's lead side is the left one. */
export function pointsOfPose(
  landmarks: readonly Landmark[],
  handedness: Handedness,
  widthPx: number,
  heightPx: number,
): SeenPoints {
  if (landmarks.length < COUNT) return {};
  const at = (i: number): Seen => ({
    x: landmarks[i]!.x * widthPx,
    y: landmarks[i]!.y * heightPx,
    visibility: landmarks[i]!.visibility,
  });
  const [lead, trail] = handedness === 'right' ? [LEFT, RIGHT] : [RIGHT, LEFT];
  return {
    head: middle(at(lead.ear), at(trail.ear)),
    leadShoulder: at(lead.shoulder),
    trailShoulder: at(trail.shoulder),
    leadElbow: at(lead.elbow),
    trailElbow: at(trail.elbow),
    hands: middle(at(lead.wrist), at(trail.wrist)),
    leadHip: at(lead.hip),
    trailHip: at(trail.hip),
    leadKnee: at(lead.knee),
    trailKnee: at(trail.knee),
    leadAnkle: at(lead.ankle),
    trailAnkle: at(trail.ankle),
  };
}

/**
 * Body points proposed for one frame from the poses found in it and in its neighbours: each point's middle place, left out where
 * it is hardly visible or jumps from frame to frame. Turn in space is not among them: one camera does not tell it.
 * @param seen points of the pose in each frame looked at
 * @param without points that are not claimed at this checkpoint
 * @returns pixels with a quality of 0 to 1
 */
export function proposePoints(
  seen: readonly SeenPoints[],
  heightPx: number,
  without: readonly PicturePoint[] = [],
): Partial<Record<PicturePoint, Px & { readonly quality: number }>> {
  const out: Partial<Record<PicturePoint, Px & { quality: number }>> = {};
  for (const name of Object.keys(seen[0] ?? {}) as PicturePoint[]) {
    if (without.includes(name)) continue;
    const own = seen.flatMap((s) => s[name] ?? []);
    const visibility = median(own.map((p) => p.visibility));
    const at = { x: median(own.map((p) => p.x)), y: median(own.map((p) => p.y)) };
    const jump = median(own.map((p) => Math.hypot(p.x - at.x, p.y - at.y))) / heightPx;
    if (own.length * 2 <= seen.length || visibility < LEAST_VISIBLE || jump > JUMP_SHARE) continue;
    out[name] = { ...at, quality: Math.max(0, Math.min(1, visibility * (1 - jump / JUMP_SHARE / 2))) };
  }
  return out;
}

/** How far a part is from its usual place in a swing, share of the picture's height; what is farther was mistaken. */
const STRAYS_SHARE: Readonly<Partial<Record<PicturePoint, number>>> = {
  leadAnkle: 0.05,
  trailAnkle: 0.08,
  leadKnee: 0.09,
  trailKnee: 0.11,
  leadHip: 0.12,
  trailHip: 0.12,
  head: 0.15,
};
/** A leg whose foot was mistaken is mistaken as a whole. */
const HANGS_ON: Readonly<Partial<Record<PicturePoint, PicturePoint>>> = {
  leadKnee: 'leadAnkle',
  trailKnee: 'trailAnkle',
};
/** Fewest frames from which a usual place can be told. */
const FEWEST_FRAMES = 4;

/** Proposals of several frames without those that stray from where the same part is in the other frames. */
export function withoutStrays<F extends { readonly points: ReturnType<typeof proposePoints> }>(
  frames: readonly F[],
  heightPx: number,
): F[] {
  const usual = new Map<string, Px>();
  for (const name of Object.keys(STRAYS_SHARE) as PicturePoint[]) {
    const own = frames.flatMap((f) => f.points[name] ?? []);
    if (own.length >= FEWEST_FRAMES)
      usual.set(name, { x: median(own.map((p) => p.x)), y: median(own.map((p) => p.y)) });
  }
  const strays = (name: PicturePoint, p: Px): boolean => {
    const at = usual.get(name);
    return at !== undefined && Math.hypot(p.x - at.x, p.y - at.y) > (STRAYS_SHARE[name] ?? Infinity) * heightPx;
  };
  return frames.map((f) => {
    const points = Object.entries(f.points).filter(([key, p]) => {
      const name = key as PicturePoint;
      const foot = HANGS_ON[name];
      const footPoint = foot && f.points[foot];
      return !strays(name, p) && !(foot && usual.has(foot) && (!footPoint || strays(foot, footPoint)));
    });
    return { ...f, points: Object.fromEntries(points) };
  });
}
