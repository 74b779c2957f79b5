import { Z90 } from '../numeric/statistics.ts';
import { countedPoints, spreadS, type MarkedPicture, type PicturePoint, type Px } from './marks.ts';
import { distancePx } from './geometry.ts';
import { PICK_SD_PX } from './propagate.ts';
import type { Scale } from './scale.ts';

/** Speed over the last frames before the strike, m/s, with a 90 % interval. */
export interface StrikeSpeed {
  readonly speedMps: number;
  readonly interval90Mps: readonly [number, number];
  /** Frames it rests on, first and last. */
  readonly frames: readonly [number, number];
  /** The strike is only proposed; the interval holds it. */
  readonly provisional: boolean;
}

/** Frames before the strike that are looked at. */
const FRAMES = 4;
/** Real time over which the speed is taken at most, s: longer ago is another speed. */
const LONGEST_S = 0.05;
/** 90 % of a normal. */

/**
 * Speed of a point in the picture over its last marked frames up to the strike (the ball slows the head after it): the path's
 * length over its time. A path between frames is an arc, of which the picture holds the chords: their turn from one to the
 * next widens the upper end (chord to arc, θ²/24), and a speed that still grows within the span widens it too.
 * @returns what is missing where fewer than three frames carry the point
 */
export function speedAtStrike(
  picture: MarkedPicture,
  point: PicturePoint,
  scale: Scale | null,
): StrikeSpeed | { readonly missing: string } {
  const { marks, frameTimesS } = picture;
  const strike = marks.checkpoints.strike;
  if (!strike) return { missing: 'the strike on the time line' };
  if (!scale) return { missing: 'the scale: mark a known length' };
  const path: { frame: number; timeS: number; p: Px }[] = [];
  for (let frame = strike.frame; frame >= 0 && path.length < FRAMES; frame--) {
    const p = countedPoints(marks, frame)[point];
    const timeS = (frameTimesS[frame]! - frameTimesS[strike.frame]!) / marks.slowFactor;
    if (!p || (timeS < -LONGEST_S && path.length >= 3)) break;
    path.unshift({ frame, timeS, p });
  }
  if (path.length < 3) return { missing: 'the point on the strike frame and the two before it' };
  const legs = path.slice(1).map((b, i) => {
    const a = path[i]!;
    return { px: distancePx(a.p, b.p), s: b.timeS - a.timeS, dir: Math.atan2(b.p.y - a.p.y, b.p.x - a.p.x) };
  });
  const spanS = path[path.length - 1]!.timeS - path[0]!.timeS;
  if (!(spanS > 0)) return { missing: 'frames with different times' };
  const last = legs[legs.length - 1]!;
  const before = legs[legs.length - 2]!;
  const turn = Math.abs(Math.atan2(Math.sin(last.dir - before.dir), Math.cos(last.dir - before.dir)));
  const lastMps = (last.px / last.s) * scale.metresPerPx;
  const beforeMps = (before.px / before.s) * scale.metresPerPx;
  // Speed at the end of the last leg, by the change from leg to leg.
  const growing = Math.max(0, ((lastMps - beforeMps) / (last.s + before.s)) * last.s);
  const arc = lastMps * (turn ** 2 / 24);
  const picking = (PICK_SD_PX * Math.SQRT2 * scale.metresPerPx) / last.s;
  // Where the strike is only proposed, the speed there is known as well as the time is.
  const when = (Math.abs(lastMps - beforeMps) / ((last.s + before.s) / 2)) * (spreadS(strike) / marks.slowFactor);
  const sd = Math.hypot(picking, lastMps * scale.sdShare, when);
  const speedMps = lastMps + growing / 2 + arc;
  return {
    speedMps,
    interval90Mps: [Math.max(0, speedMps - Z90 * sd - growing / 2 - arc), speedMps + Z90 * sd + growing / 2 + arc],
    frames: [path[0]!.frame, path[path.length - 1]!.frame],
    provisional: strike.source === 'proposed',
  };
}
