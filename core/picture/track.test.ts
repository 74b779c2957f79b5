import { tuple } from '../numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import { SOUND_BODY } from '../../stand-ins/camera/body.ts';
import {
  filmFrames,
  filmScene,
  PLAIN_CAMERA,
  type CameraOptions,
  type VideoTruth,
} from '../../stand-ins/camera/record-video.ts';
import { must } from '../errors/must.ts';
import { median, quantile } from '../numeric/statistics.ts';
import { playerSwing } from '../swing/player.ts';
import type { PicturePoint } from './marks.ts';
import { proposeByMotion } from './propose-by-motion.ts';
import { followStep, startFollowing, type FollowState } from './follow.ts';
import { LOST_BELOW, motionBands, softened, trackStep, type Grey } from './track.ts';

const player = playerSwing({ sex: 'male', heightM: 1.78, massKg: 78, strength: 0.65 });

interface Film {
  readonly truth: VideoTruth;
  readonly greys: readonly Grey[];
}
/** Frames as a camera without a codec would give them: blur, grain, cluttered wall. */
function film(change: Partial<CameraOptions>, from = 0, to = Infinity): Film {
  const options = { ...PLAIN_CAMERA, widthPx: 480, heightPx: 480, ...change };
  const { realS, jointsAt, truth } = filmScene(player, SOUND_BODY, options);
  const wanted = realS.filter((_, i) => i >= from && i <= to);
  const greys = [...filmFrames(options, wanted, jointsAt)].map((rgba) => ({
    widthPx: options.widthPx,
    heightPx: options.heightPx,
    values: Uint8Array.from(
      { length: rgba.length / 4 },
      (_, i) => (rgba[4 * i]! + 2 * rgba[4 * i + 1]! + rgba[4 * i + 2]!) / 4,
    ),
  }));
  return { truth: { ...truth, points: truth.points.filter((_, i) => i >= from && i <= to) }, greys };
}

/** A point followed from the first frame until it is lost: errors against the truth where it was seen. */
function follow({ truth, greys }: Film, point: PicturePoint): { errorsPx: number[]; frames: number } {
  const place = (i: number): { x: number; y: number } => ({
    x: truth.points[i]![point][0],
    y: truth.points[i]![point][1],
  });
  const soft = greys.map(softened);
  const errorsPx: number[] = [];
  let state: FollowState | undefined = startFollowing(point, place(0));
  let frames = 0;
  for (let i = 1; i < soft.length && state; i++) {
    const next = followStep(soft[i - 1]!, soft[i]!, state, truth.frameTimesS[i]! - truth.frameTimesS[i - 1]!);
    state = next.state;
    if (!state) break;
    frames = i;
    const t = place(i);
    if (state.hiddenFor === 0) errorsPx.push(Math.hypot(next.found.x - t.x, next.found.y - t.y));
  }
  return { errorsPx, frames };
}

describe('points followed through a film with blur, grain and clutter', () => {
  const swing = film({ fps: 120, view: 'face-on' }, 40, 182);
  test.each([
    ['head', 1],
    ['trailAnkle', 4],
    ['leadShoulder', 6],
  ] as const)('%s from set-up past the strike', (point, most) => {
    const { errorsPx, frames } = follow(swing, point);
    expect(frames).toBeGreaterThan(130);
    expect(median(errorsPx)).toBeLessThan(most);
    expect(quantile(errorsPx, 0.9)).toBeLessThan(4 * most);
  });
  test('the hands are followed into the backswing', () => {
    const { errorsPx, frames } = follow(swing, 'hands');
    expect(frames).toBeGreaterThan(30);
    expect(median(errorsPx)).toBeLessThan(6);
  });
  test('a still point does not creep', () => {
    const still = film({ fps: 120 }, 0, 30);
    const { errorsPx, frames } = follow(still, 'hands');
    expect(frames).toBe(30);
    expect(Math.max(...errorsPx)).toBeLessThan(0.7);
  });
  test('a club head that cannot be told from ball and wall is given up, not drawn onto them', () => {
    const { errorsPx, frames } = follow(swing, 'clubHead');
    expect(frames).toBeLessThan(60);
    expect(median(errorsPx)).toBeLessThan(6);
  });
  test('a point that leaves the picture is lost, not invented', () => {
    const [a] = tuple(1, film({ fps: 60 }, 0, 0).greys);
    expect(trackStep(a, a, { place: { x: 3, y: 200 }, step: { x: -4, y: 0 } }).quality).toBe(0);
  });
  test('on a plain wall, where every place looks alike, nothing is claimed', () => {
    const plain: Grey = { widthPx: 200, heightPx: 200, values: new Uint8Array(40_000).fill(120) };
    expect(trackStep(plain, plain, { place: { x: 100, y: 100 }, step: { x: 0, y: 0 } }).quality).toBeLessThan(
      LOST_BELOW,
    );
  });
});

describe('checkpoints proposed from the motion', () => {
  const motion = ({ greys }: Film): number[][] => greys.map((g, i) => motionBands(greys[Math.max(0, i - 1)]!, g));
  test.each([
    [60, 'face-on', 0.12],
    // Down the line the takeaway runs along the line of sight: its beginning cannot be seen.
    [120, 'down-the-line', 0.25],
  ] as const)(
    '%i frames a second, %s: strike within 25 ms, top within 90 ms, takeaway within %f s',
    (fps, view, most) => {
      const swing = film({ fps, view, widthPx: 240, heightPx: 240 });
      const { checkpoints, strikes } = proposeByMotion(motion(swing), swing.truth.frameTimesS);
      const off = (c: 'strike' | 'top' | 'takeaway'): number =>
        Math.abs(swing.truth.frameTimesS[must(checkpoints[c]).frame]! - swing.truth.checkpoints[c].timeS);
      expect(strikes).toHaveLength(1);
      expect(off('strike')).toBeLessThan(0.025);
      expect(off('top')).toBeLessThan(0.09);
      expect(off('takeaway')).toBeLessThan(most);
    },
  );
  test('two swings in one video are both found', () => {
    const two = film({ fps: 60, swings: 2, widthPx: 160, heightPx: 160 });
    const { strikes } = proposeByMotion(motion(two), two.truth.frameTimesS);
    expect(strikes).toHaveLength(2);
    strikes.forEach((s, i) => expect(Math.abs(two.truth.frameTimesS[s]! - two.truth.strikesS[i]!)).toBeLessThan(0.04));
    const second = proposeByMotion(motion(two), two.truth.frameTimesS, 1);
    expect(must(second.checkpoints.top).frame).toBeGreaterThan(strikes[0]!);
  });
  test('where nothing moves there is no swing', () => {
    const still = film({ fps: 60, widthPx: 160, heightPx: 160 }, 0, 18);
    expect(() => proposeByMotion(motion(still), still.truth.frameTimesS.slice(0, 19))).toThrow(/No swing/);
  });
});
