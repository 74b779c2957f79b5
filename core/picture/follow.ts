import type { PicturePoint, Px } from './marks.ts';
import { LOST_BELOW, trackStep, type Grey, type Tracked, type TrackState } from './track.ts';

/** No part moves faster than this in a swing, m/s: what does is something else that passes by. */
const FASTEST_MPS: Readonly<Record<PicturePoint, number>> = {
  head: 1.5,
  leadShoulder: 4,
  trailShoulder: 4,
  leadElbow: 8,
  trailElbow: 8,
  hands: 12,
  clubHead: 60,
  leadHip: 2,
  trailHip: 2,
  hipBack: 2,
  leadKnee: 2.5,
  trailKnee: 2.5,
  leadAnkle: 1,
  trailAnkle: 1,
  ball: 0.1,
};
/** A player takes up about this share of the picture's height, and is about so tall, m. */
const PLAYER_SHARE = 0.55;
const PLAYER_M = 1.75;

const pxPerMetre = (heightPx: number): number => (PLAYER_SHARE * heightPx) / PLAYER_M;

/** Farthest that a part can go between two frames of a picture, px; a pixel is always granted. */
const farthestPx = (point: PicturePoint, betweenS: number, heightPx: number): number =>
  1.5 + FASTEST_MPS[point] * betweenS * pxPerMetre(heightPx);

/** How far a part gets from where it was picked in a whole swing, m; what gets farther is something else. */
const ROAMS_M: Readonly<Partial<Record<PicturePoint, number>>> = {
  head: 0.3,
  leadShoulder: 0.7,
  trailShoulder: 0.7,
  leadHip: 0.4,
  trailHip: 0.4,
  hipBack: 0.35,
  leadKnee: 0.35,
  trailKnee: 0.4,
  leadAnkle: 0.15,
  trailAnkle: 0.3,
  ball: 0.05,
};
/** Frames through which a hidden point is waited for. */
const WAITS = 4;

/** Parts that go with the club: while the picture moves, one of them that stands still is the wall behind it. */
const GO_WITH_CLUB: readonly PicturePoint[] = ['hands', 'clubHead', 'leadElbow', 'trailElbow'];
const STANDS_PX = 0.4;
/** The picture moves where so large a share of its pixels changes by more than noise. */
const MOVING_SHARE = 0.004;
const CHANGED_BY = 18;
const SAMPLE_EVERY = 7;

function pictureMoves(before: Grey, after: Grey): boolean {
  let changed = 0;
  const n = Math.min(before.values.length, after.values.length);
  for (let i = 0; i < n; i += SAMPLE_EVERY) if (Math.abs(after.values[i]! - before.values[i]!) > CHANGED_BY) changed++;
  return changed * SAMPLE_EVERY > MOVING_SHARE * n;
}

/** A point on its way through a video. */
export interface FollowState extends TrackState {
  readonly point: PicturePoint;
  /** Where it was picked. */
  readonly home: Px;
  /** Frames since it was last seen. */
  readonly hiddenFor: number;
}

export const startFollowing = (point: PicturePoint, place: Px): FollowState => ({
  point,
  place,
  home: place,
  step: { x: 0, y: 0 },
  hiddenFor: 0,
});

/**
 * One frame on: the point is followed no faster and no farther than that part of a player goes; hidden for a few frames it is
 * waited for where it was. @returns no state where it is lost
 */
export function followStep(
  before: Grey,
  after: Grey,
  state: FollowState,
  betweenS: number,
): { found: Tracked; state: FollowState | undefined } {
  const { point, home } = state;
  const frames = state.hiddenFor + 1;
  const found = trackStep(before, after, state, frames * farthestPx(point, betweenS, after.heightPx));
  const roams = (ROAMS_M[point] ?? Infinity) * pxPerMetre(after.heightPx);
  const stuck =
    GO_WITH_CLUB.includes(point) &&
    Math.hypot(found.x - state.place.x, found.y - state.place.y) < STANDS_PX &&
    pictureMoves(before, after);
  const strayed = Math.hypot(found.x - home.x, found.y - home.y) > roams;
  if (found.quality >= LOST_BELOW && !strayed && !stuck) {
    const step = { x: (found.x - state.place.x) / frames, y: (found.y - state.place.y) / frames };
    return { found, state: { point, home, place: { x: found.x, y: found.y }, step, look: found.look, hiddenFor: 0 } };
  }
  const waiting = frames <= WAITS && !strayed ? { ...state, step: { x: 0, y: 0 }, hiddenFor: frames } : undefined;
  return { found: { ...state.place, quality: 0 }, state: waiting };
}
