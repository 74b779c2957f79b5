import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import type { Checkpoint } from '../catalogue/stages.ts';
import { must } from '../errors/must.ts';
import { Z90 } from '../numeric/statistics.ts';
import { handTrack, withSides, type BodyFrame } from './body-track.ts';
import { departure, halved } from './departure.ts';
import { frameSdS } from './frame-times.ts';
import { coarseSwings, fineFrames, gridFrames } from './hand-swing.ts';
import { spreadS, type PicturePoint, type View } from './marks.ts';
import { proposeCheckpoints, type ProposeFrom } from './propose-checkpoints.ts';
import type { Grey } from './track.ts';

interface Clip {
  readonly clip: string;
  readonly view: View;
  readonly frameCount: number;
  readonly fileFps: number;
  readonly slowFactor: number;
  readonly clicks: readonly (readonly [number, number])[];
  readonly fileS: Readonly<Record<string, number>>;
  readonly body: readonly (readonly number[])[];
}
/** What a pose model saw in rendered swings of shaded persons, and when things truly happened. */
const { names, clips } = JSON.parse(readFileSync(join(import.meta.dirname, 'fixtures/film-bodies.json'), 'utf8')) as {
  names: readonly PicturePoint[];
  clips: readonly Clip[];
};

const bodyOf = (clip: Clip): BodyFrame[] =>
  clip.body.map(([frame, ...xy]) => ({
    frame: frame!,
    points: Object.fromEntries(names.map((name, k) => [name, { x: xy[2 * k]!, y: xy[2 * k + 1]!, visibility: 1 }])),
  }));
const timesOf = (clip: Clip): number[] => Array.from({ length: clip.frameCount }, (_, i) => i / clip.fileFps);
const fromClip = (clip: Clip, change: Partial<ProposeFrom> = {}): ProposeFrom => ({
  timesS: timesOf(clip),
  bands: timesOf(clip).map(() => [0]),
  pictures: [],
  body: bodyOf(clip),
  clicks: clip.clicks.map(([timeS, levelDb]) => ({ timeS, levelDb })),
  view: clip.view,
  slowFactor: clip.slowFactor,
  cameraDistanceM: null,
  which: 0,
  ...change,
});

const WANTED: readonly (readonly [Checkpoint, string, number])[] = [
  ['takeaway', 'takeaway', 0.08],
  ['lead arm level (back)', 'lead_arm_level_back', 0.025],
  ['top', 'top', 0.05],
  ['lead arm level (down)', 'lead_arm_level_down', 0.025],
];
/** Error of a proposed checkpoint in s of life, and whether its stated 90 % interval holds it. */
function errorOf(clip: Clip, name: Checkpoint, event: string): { s: number; holds: boolean } {
  const timesS = timesOf(clip);
  const mark = must(proposeCheckpoints(fromClip(clip)).checkpoints[name]);
  const off = Math.abs(timesS[mark.frame]! - clip.fileS[event]!);
  return {
    s: off / clip.slowFactor,
    holds: off <= Z90 * Math.hypot(spreadS(mark), frameSdS(timesS, mark.frame)),
  };
}

describe('checkpoints by the body on films of another kind', () => {
  test.each(WANTED)('%s lies within its tolerance on four of five clips', (name, event, withinS) => {
    const errors = clips.map((c) => errorOf(c, name, event).s);
    expect(errors.filter((e) => e <= withinS).length / clips.length).toBeGreaterThanOrEqual(0.8);
  });
  test('strikes: a frame and a half, or 8 ms where the click is heard', () => {
    for (const clip of clips) {
      const heard = proposeCheckpoints(fromClip(clip)).by.includes('sound');
      expect(heard).toBe(clip.clicks.length > 0);
      const within = Math.max(heard ? 0.008 : 0, (1.5 / clip.fileFps) * (1 / clip.slowFactor));
      expect(errorOf(clip, 'strike', 'strike').s).toBeLessThanOrEqual(within);
    }
  });
  test('nine of ten stated intervals hold', () => {
    const all = clips.flatMap((c) =>
      [...WANTED, ['delivery', 'delivery'] as const, ['strike', 'strike'] as const].map(
        ([name, event]) => errorOf(c, name, event).holds,
      ),
    );
    expect(all.filter(Boolean).length / all.length).toBeGreaterThanOrEqual(0.9);
  });
  test('checkpoints come in the order of the swing', () => {
    for (const clip of clips) {
      const frames = Object.values(proposeCheckpoints(fromClip(clip)).checkpoints).map((m) => m.frame);
      expect(frames).toEqual([...frames].sort((a, b) => a - b));
    }
  });
  test('a click is only the strike’s near the lowest hands, in a film that plays as in life', () => {
    const clip = must(clips.find((c) => c.clicks.length > 0));
    const far = { clicks: [{ timeS: 0.2, levelDb: 60 }] };
    expect(proposeCheckpoints(fromClip(clip, far)).by).toEqual(['body']);
    expect(proposeCheckpoints(fromClip(clip, { slowFactor: 2 })).by).toEqual(['body']);
  });
  test('a film that ends at the top has no strike to propose, and says so', () => {
    const clip = clips[0]!;
    const cut = bodyOf(clip).filter((b) => b.frame / clip.fileFps < clip.fileS.top!);
    expect(() => proposeCheckpoints(fromClip(clip, { body: cut }))).toThrow(/No swing/);
  });
  /** What moves in the picture of the first clip. */
  const bandsOf = (timesS: readonly number[]): number[][] => {
    const hump = (t: number, at: number, wide: number): number => Math.exp(-(((t - at) / wide) ** 2));
    return timesS.map((t) => [hump(t, 1.5, 0.25) + 3 * hump(t, 2.25, 0.08), 2 * hump(t, 2.27, 0.04)]);
  };
  test('a body that jumps from look to look times nothing, one that jumps a little times it less surely', () => {
    const clip = clips[0]!;
    const shaken = (px: number): BodyFrame[] =>
      bodyOf(clip).map((f, i) => ({
        ...f,
        points: Object.fromEntries(
          Object.entries(f.points).map(([k, p]) => [k, { ...p, y: p.y + px * ((i * 7) % 5) - 2 * px }]),
        ),
      }));
    const wild = fromClip(clip, { body: shaken(6), bands: bandsOf(timesOf(clip)) });
    expect(proposeCheckpoints(wild).by).toEqual(['motion']);
    const little = proposeCheckpoints(fromClip(clip, { body: shaken(0.6), clicks: [] })).checkpoints;
    const still = proposeCheckpoints(fromClip(clip, { clicks: [] })).checkpoints;
    expect(spreadS(must(little.strike))).toBeGreaterThan(spreadS(must(still.strike)));
  });
  test('without a body motion alone speaks, with wider doubts', () => {
    const clip = clips[0]!;
    const found = proposeCheckpoints(fromClip(clip, { body: [], bands: bandsOf(timesOf(clip)) }));
    expect(found.by).toEqual(['motion']);
    const sure = proposeCheckpoints(fromClip(clip)).checkpoints;
    for (const c of ['takeaway', 'top', 'strike'] as const)
      expect(spreadS(must(found.checkpoints[c]))).toBeGreaterThan(spreadS(must(sure[c])));
  });
});

describe('sides of a body', () => {
  const at = (x: number, y = 0): { x: number; y: number; visibility: number } => ({ x, y, visibility: 1 });
  const frame = (i: number, lead: number, trail: number): BodyFrame => ({
    frame: i,
    points: { leadKnee: at(lead), trailKnee: at(trail), leadShoulder: at(lead, 1), trailShoulder: at(trail, 1) },
  });
  const mixed = [frame(0, 60, 40), frame(1, 61, 41), frame(2, 40, 60), frame(3, 62, 42)];
  test('face-on, a frame whose legs stand the other way round is turned back as a whole', () => {
    const put = withSides(mixed, 'face-on');
    expect(put.map((f) => f.points.leadKnee?.x)).toEqual([60, 61, 60, 62]);
    expect(put[2]!.points.leadShoulder?.x).toBe(60);
  });
  test('down the line legs hide each other: nothing is turned', () => {
    expect(withSides(mixed, 'down-the-line')).toEqual(mixed);
  });
});

describe('frames to look at', () => {
  test('a short film is seen whole, a long one at most 160 times; fine frames lie about the swing', () => {
    const clip = clips[4]!;
    const timesS = timesOf(clip);
    const grid = gridFrames(timesS, clip.slowFactor);
    expect(grid[0]).toBe(0);
    expect(grid.at(-1)).toBe(clip.frameCount - 1);
    expect(
      gridFrames(
        Array.from({ length: 9000 }, (_, i) => i / 60),
        1,
      ),
    ).toHaveLength(160);
    const track = handTrack(withSides(bodyOf(clip), clip.view), timesS);
    const fine = fineFrames(track, must(coarseSwings(track)[0]), clip.frameCount);
    expect(fine.length).toBeLessThanOrEqual(66);
    expect(timesS[fine[0]!]!).toBeLessThan(clip.fileS.takeaway!);
    expect(timesS[fine.at(-1)!]!).toBeGreaterThan(clip.fileS.strike!);
  });
  test('hands that only rise, or too few frames, are no swing', () => {
    const rise = Array.from({ length: 20 }, (_, i) => i);
    const track = {
      frames: rise,
      timesS: rise.map((i) => i / 10),
      heights: rise.map((i) => i / 10 - 1),
      places: [],
      jitter: { hands: 0, knees: 0 },
    };
    expect(coarseSwings(track)).toEqual([]);
    expect(handTrack(bodyOf(clips[0]!).slice(0, 5), timesOf(clips[0]!)).frames).toEqual([]);
  });
});

describe('leaving set-up, by the picture', () => {
  const timesS = Array.from({ length: 90 }, (_, i) => i / 30);
  /** A bright field of which more and more turns dark from a start; somebody walks through it until a time. */
  const film = (startS: number, walksUntilS: number): Grey[] =>
    timesS.map((t) => {
      const dark = Math.max(0, t - startS) * 400;
      const values = Uint8Array.from({ length: 2000 }, (_, k) =>
        k < dark ? 20 : k > 1000 && t < walksUntilS ? 90 : 200,
      );
      return { widthPx: 50, heightPx: 40, values };
    });
  const hands = { timeS: 1.65, sdS: 0.05 };
  test('the growth of what has changed is followed back to its start', () => {
    const found = must(departure(film(1.5, 0), timesS, hands, 0.9));
    expect(Math.abs(found.timeS - 1.5)).toBeLessThan(0.04);
  });
  test('a picture that is never still, or one too short, says nothing', () => {
    expect(departure(film(1.5, 0.95), timesS, hands, 0.9)).toBeUndefined();
    expect(departure([], timesS, hands, 0.9)).toBeUndefined();
  });
  test('halving takes the mean of four', () => {
    const grey = { widthPx: 4, heightPx: 2, values: Uint8Array.from([0, 4, 10, 10, 8, 4, 10, 30]) };
    expect(halved(grey)).toEqual({ widthPx: 2, heightPx: 1, values: Uint8Array.from([4, 15]) });
  });
});
