import { tuple } from '../numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { frameInStep, sinceS, differences, type StepSide } from './compare-pictures.ts';
import { frameAt, frameRate, frameSdS, insideFrameS, slowMotionFactors } from './frame-times.ts';
import type { PictureMeasures, PictureValue } from './picture-measures.ts';
import { scaleFrom, scaleNearer } from './scale.ts';

/** Times of frames with uneven steps. */
const times = fc
  .array(fc.double({ min: 0.002, max: 0.2, noNaN: true }), { minLength: 2, maxLength: 60 })
  .map((steps) => steps.reduce<number[]>((all, s) => [...all, all[all.length - 1]! + s], [0]));

describe('frames by their own times', () => {
  test('a time sought inside a frame shows that frame, whatever the steps', () => {
    fc.assert(
      fc.property(times, fc.nat(), (t, n) => {
        const frame = n % t.length;
        expect(frameAt(t, insideFrameS(t, frame))).toBe(frame);
        expect(frameAt(t, t[frame]!)).toBe(frame);
      }),
    );
  });
  test('before the first and after the last frame the ends are shown', () => {
    expect(frameAt([0, 0.1, 0.2], -1)).toBe(0);
    expect(frameAt([0, 0.1, 0.2], 9)).toBe(2);
    expect(frameAt([0], 0)).toBe(0);
  });
  test('the rate is that of the middle step, and a dropped frame shows', () => {
    expect(frameRate([0, 0.01, 0.02, 0.03])).toMatchObject({ variable: false });
    const dropped = frameRate([0, 0.01, 0.02, 0.04, 0.05]);
    expect(dropped.fps).toBeCloseTo(100);
    expect(dropped.variable).toBe(true);
    expect(dropped.longestStepS).toBeCloseTo(0.02);
    expect(frameRate([0])).toEqual({ fps: 0, variable: false, longestStepS: 0 });
  });
  test('an event is known to half a frame either way: the longer neighbour counts', () => {
    expect(frameSdS([0, 0.01, 0.03], 1)).toBeCloseTo(0.02 / Math.sqrt(12));
    expect(frameSdS([0, 0.01, 0.03], 0)).toBeCloseTo(0.01 / Math.sqrt(12));
  });
  test('only factors that make a downswing of a player are offered', () => {
    const t = Array.from({ length: 300 }, (_, i) => i / 30);
    const marks = { top: { frame: 100, source: 'picked' as const }, strike: { frame: 160, source: 'picked' as const } };
    expect(slowMotionFactors(t, marks, 1)).toEqual([8]);
    expect(slowMotionFactors(t, marks, 8)).toEqual([]);
    expect(slowMotionFactors(t, { top: marks.top }, 1)).toEqual([]);
    expect(slowMotionFactors(t, { top: marks.strike, strike: marks.top }, 1)).toEqual([]);
  });
});

const side = (fps: number, slowFactor: number, strike: number, frames = 400): StepSide => ({
  frameTimesS: Array.from({ length: frames }, (_, i) => i / fps),
  marks: { slowFactor, checkpoints: { strike: { frame: strike, source: 'picked' } } },
});

describe('two videos in step', () => {
  test('the same real time from the strike, at different rates and slowness', () => {
    const [a, b] = [side(120, 1, 200), side(30, 8, 240)];
    // 30 frames a second played 8 times slower were 240 a second.
    expect(frameInStep(a, 200, b, 'strike')).toBe(240);
    expect(frameInStep(a, 188, b, 'strike')).toBe(216);
    expect(frameInStep(b, 216, a, 'strike')).toBe(188);
    expect(sinceS(a, 188, 'strike')).toBeCloseTo(-0.1);
  });
  test('there and back is the same frame of the slower one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 100, max: 300 }), (frame) => {
        const [slow, fast] = [side(60, 1, 200), side(240, 1, 1000, 2000)];
        const there = frameInStep(slow, frame, fast, 'strike');
        expect(there).toBeDefined();
        expect(frameInStep(fast, there ?? 0, slow, 'strike')).toBe(frame);
      }),
    );
  });
  test('beyond the other’s ends, or without the checkpoint, there is nothing beside it', () => {
    const [a, b] = [side(120, 1, 200), side(120, 1, 10, 40)];
    expect(frameInStep(a, 100, b, 'strike')).toBeUndefined();
    expect(frameInStep(a, 399, b, 'strike')).toBeUndefined();
    expect(frameInStep(a, 200, b, 'top')).toBeUndefined();
  });
});

const value = (id: string, checkpoint: PictureValue['checkpoint'], v: number, sd: number): PictureValue => ({
  id,
  name: id,
  kind: id === 'length' ? 'length' : 'angle',
  checkpoint,
  frame: 1,
  value: v,
  sd,
  words: ['', ''],
  provisional: false,
});
const measures = (values: PictureValue[]): PictureMeasures => ({
  values,
  times: { provisional: false },
  speeds: {},
  feet: { moments: [], gaps: [] },
  rate: { fps: 60, variable: false, longestStepS: 0 },
  scale: null,
  tiltRad: 0,
  missing: [],
  warnings: [],
});

describe('differences', () => {
  test('only what both have, in the order of the swing, told apart beyond twice its doubt', () => {
    const first = measures([
      value('angle', 'strike', 1, 0.05),
      value('length', 'top', 0.1, 0.01),
      value('x', 'top', 1, 1),
    ]);
    const second = measures([value('angle', 'strike', 1.05, 0.05), value('length', 'top', 0.14, 0.01)]);
    const rows = differences(first, second);
    expect(rows.map((r) => r.id)).toEqual(['length', 'angle']);
    expect(rows[0]).toMatchObject({ beyondDoubt: true });
    expect(rows[0]!.change).toBeCloseTo(0.04);
    expect(rows[1]).toMatchObject({ beyondDoubt: false });
  });
  test('an angle goes the short way round', () => {
    const [row] = tuple(
      1,
      differences(
        measures([value('angle', 'top', Math.PI - 0.1, 0.01)]),
        measures([value('angle', 'top', -Math.PI + 0.1, 0.01)]),
      ),
    );
    expect(row.change).toBeCloseTo(0.2);
  });
});

describe('scale', () => {
  const mark = { a: { x: 0, y: 0 }, b: { x: 0, y: 300 }, lengthM: 1.2, lengthSdM: 0.012, at: 'body' as const };
  test('metres a pixel, with the doubt of length and picking', () => {
    const { metresPerPx, sdShare } = scaleFrom(mark);
    expect(metresPerPx).toBeCloseTo(0.004);
    expect(sdShare).toBeCloseTo(Math.hypot(0.01, (3 * Math.SQRT2) / 300));
  });
  test.each([
    [{ ...mark, b: { x: 0, y: 5 } }, /30 px or more/],
    [{ ...mark, lengthM: 0 }, /above 0/],
    [{ ...mark, lengthM: 9 }, /up to 5 m/],
  ])('a length that is none is refused', (bad, words) => {
    expect(() => scaleFrom(bad)).toThrow(words);
  });
  test('what is nearer to the camera is enlarged: its pixels are shorter', () => {
    const body = scaleNearer(mark, 5, 'body').metresPerPx;
    const club = scaleNearer(mark, 5, 'clubHead').metresPerPx;
    expect(club / body).toBeCloseTo(0.8, 6);
    expect(scaleNearer({ ...mark, at: 'ball' }, 5, 'clubHead').metresPerPx).toBeCloseTo(body, 9);
    expect(scaleNearer(mark, null, 'clubHead').sdShare).toBeGreaterThan(scaleNearer(mark, 5, 'clubHead').sdShare);
  });
});
