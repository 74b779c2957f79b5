import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { MotionCapture } from './motion.ts';
import { LONGEST_GAP_S, prepareMotion } from './prepare-motion.ts';

const RATE = 200;
const time = Array.from({ length: 300 }, (_, i) => i / RATE);
const curve = (t: number): number => 8 * Math.sin(5 * t) + 3 * Math.cos(11 * t);
const whole: MotionCapture = {
  timeS: time,
  ratesRadPerS: { hips: time.map(curve), club: time.map((t) => 2 * curve(t)) },
  anglesRad: { club: time.map((t) => curve(t) / 4) },
  pointsM: { hand: time.map((t) => [Math.sin(t), Math.cos(t), t] as const) },
  notes: {},
};
const holed = (values: readonly number[], from: number, count: number): number[] =>
  values.map((v, i) => (i >= from && i < from + count ? NaN : v));

describe('gaps', () => {
  test('a sound capture goes through as it is', () => {
    const done = prepareMotion(whole);
    expect(done.ratesRadPerS).toEqual(whole.ratesRadPerS);
    expect(done.timeS).toEqual(whole.timeS);
    expect(done.repairs).toEqual([]);
  });
  test('any gap up to the stated length is filled near the truth; nothing else changes', () => {
    const most = Math.floor(LONGEST_GAP_S * RATE) - 1;
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 270 }), fc.integer({ min: 1, max: most }), (from, count) => {
        const hips = holed(whole.ratesRadPerS.hips ?? [], from, count);
        const done = prepareMotion({ ...whole, ratesRadPerS: { ...whole.ratesRadPerS, hips } });
        done.ratesRadPerS.hips?.forEach((v, i) => {
          if (Number.isNaN(hips[i])) expect(Math.abs(v - curve(time[i]!))).toBeLessThan(0.3);
          else expect(v).toBe(hips[i]);
        });
        expect(done.ratesRadPerS.club).toEqual(whole.ratesRadPerS.club);
        expect(done.repairs?.join(' ')).toContain(`hips curve ${count} samples`);
      }),
      { numRuns: 60 },
    );
  });
  test('a longer one is refused by name and time', () => {
    const club = holed(whole.ratesRadPerS.club ?? [], 100, 14);
    expect(() => prepareMotion({ ...whole, ratesRadPerS: { ...whole.ratesRadPerS, club } })).toThrow(
      /club curve is missing from 0\.495 s to 0\.570 s \(75 ms\)/,
    );
  });
  test('what one curve lacks at either end is cut off all of them', () => {
    const hips = (whole.ratesRadPerS.hips ?? []).map((v, i) => (i < 40 || i > 279 ? NaN : v));
    const done = prepareMotion({ ...whole, ratesRadPerS: { ...whole.ratesRadPerS, hips } });
    expect(done.timeS[0]).toBe(time[40]);
    expect(done.timeS.at(-1)).toBe(time[279]);
    expect(done.pointsM.hand).toHaveLength(240);
    expect(done.repairs?.join(' ')).toMatch(/Used from 0\.200 s to 1\.395 s/);
  });
  test('a point or an angle with a long gap is left out, the rest stays', () => {
    const hand = whole.pointsM.hand!.map((p, i) => (i > 50 && i < 120 ? ([NaN, NaN, NaN] as const) : p));
    const done = prepareMotion({ ...whole, pointsM: { hand }, anglesRad: { club: holed(time, 10, 60) } });
    expect(done.pointsM).toEqual({});
    expect(done.anglesRad).toEqual({});
    expect(done.repairs?.join(' ')).toMatch(/Left out .*club angle.*point hand/);
  });
});

describe('uneven steps', () => {
  test('any jitter of the steps comes out even, near the truth', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -0.3, max: 0.3, noNaN: true }), { minLength: 300, maxLength: 300 }),
        (jitter) => {
          const timeS = time.map((t, i) => t + jitter[i]! / RATE);
          const at = (f: (t: number) => number): number[] => timeS.map(f);
          const done = prepareMotion({
            ...whole,
            timeS,
            ratesRadPerS: { club: at(curve) },
            anglesRad: {},
            pointsM: {},
          });
          const step = done.timeS[1]! - done.timeS[0]!;
          done.timeS.forEach((t, i) => {
            expect(t).toBeCloseTo(done.timeS[0]! + i * step, 9);
            expect(Math.abs((done.ratesRadPerS.club?.[i] ?? NaN) - curve(t))).toBeLessThan(0.05);
          });
        },
      ),
      { numRuns: 30 },
    );
  });
  test('time that runs backward or jumps is left for the check to refuse', () => {
    const jump = time.map((t, i) => (i > 150 ? t + 0.4 : t));
    expect(prepareMotion({ ...whole, timeS: jump }).timeS).toEqual(jump);
    const back = time.map((t, i) => (i === 150 ? t - 0.1 : t));
    expect(prepareMotion({ ...whole, timeS: back }).timeS).toEqual(back);
  });
});
