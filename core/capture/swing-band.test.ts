import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { must } from '../errors/must.ts';
import { blockFigure, blockOrder, swingBand, type AlignedCurves } from './swing-band.ts';

const curve = (peakAt: number, height: number, rate = 240): AlignedCurves => {
  const timeS = Array.from({ length: rate }, (_, i) => (i - rate + 1) / rate);
  return { timeS, of: { hips: timeS.map((t) => height * Math.exp(-(((t - peakAt) / 0.06) ** 2))) } };
};

describe('several swings laid over each other at the strike', () => {
  test('the median of like swings is the swing itself, whatever their rates', () => {
    const band = must(swingBand([curve(-0.1, 500), curve(-0.1, 500, 100), curve(-0.1, 500, 500)]));
    band.timeS.forEach((t, i) => {
      const truth = 500 * Math.exp(-(((t + 0.1) / 0.06) ** 2));
      expect(Math.abs(must(band.median.hips)[i]! - truth)).toBeLessThan(4);
    });
    expect(band.timeS.at(-1)).toBe(0);
  });
  test('one wild swing of seven moves neither median nor band by much', () => {
    const like = Array.from({ length: 6 }, (_, k) => curve(-0.1, 480 + 8 * k));
    const band = must(swingBand([...like, curve(-0.1, 2000)]));
    const at = band.timeS.findIndex((t) => t >= -0.1);
    expect(must(band.median.hips)[at]).toBeLessThan(515);
    expect(must(band.high.hips)[at]).toBeLessThan(700);
  });
  test('the band always holds the median; a segment that one lacks is left out; one swing has none', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 100, max: 900, noNaN: true }), { minLength: 2, maxLength: 9 }),
        (heights) => {
          const band = must(swingBand(heights.map((h) => curve(-0.1, h))));
          must(band.median.hips).forEach((m, i) => {
            expect(must(band.low.hips)[i]).toBeLessThanOrEqual(m + 1e-9);
            expect(must(band.high.hips)[i]).toBeGreaterThanOrEqual(m - 1e-9);
          });
        },
      ),
      { numRuns: 25 },
    );
    const bare = { timeS: curve(0, 1).timeS, of: {} };
    expect(must(swingBand([curve(-0.1, 1), bare])).median.hips).toBeUndefined();
    expect(swingBand([curve(-0.1, 1)])).toBeUndefined();
  });
});

describe('figures and order of a block', () => {
  test('four swings know a time twice as well as one', () => {
    const f = must(blockFigure([100, 104, 96, 100], [8, 8, 8, 8]));
    expect(f.median).toBe(100);
    expect(f.uncertainty).toBeCloseTo(4, 9);
    expect(blockFigure([100, undefined])).toBeUndefined();
  });
  test('peaks nearer than their uncertainty are together', () => {
    const figure = (median: number, uncertainty: number) => ({ median, uncertainty, spread: uncertainty, count: 4 });
    const { order, together } = blockOrder({ hips: figure(110, 3), chest: figure(113, 3), leadArm: figure(80, 3) });
    expect(order).toEqual(['chest', 'hips', 'leadArm']);
    expect(together).toEqual([['chest', 'hips']]);
  });
});
