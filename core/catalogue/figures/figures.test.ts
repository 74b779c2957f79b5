import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DRILLS } from '../drills.ts';
import { BASES, between } from './figure.ts';
import { FIGURE_HEIGHT, FIGURE_WIDTH, figureShapes, type Point, type Shape } from './shapes.ts';

const pointsOf = (s: Shape): readonly Point[] => (s.kind === 'line' ? s.points : [s.at]);
const all = DRILLS.flatMap((d) => d.figures);

describe('figure strips', () => {
  test('each drill has two to four of its own, none the picture of another', () => {
    const pictures = DRILLS.map((d) => {
      expect([d.id, d.figures.length >= 2 && d.figures.length <= 4]).toEqual([d.id, true]);
      expect(new Set(d.figures.map((f) => f.label)).size).toBe(d.figures.length);
      return JSON.stringify(d.figures.map((f) => figureShapes(f)));
    });
    expect(new Set(pictures).size).toBe(DRILLS.length);
    for (const d of DRILLS) {
      const drawn = d.figures.map((f) => JSON.stringify(figureShapes(f)));
      expect([d.id, new Set(drawn).size]).toEqual([d.id, drawn.length]);
    }
  });
  test('every point is a number near its picture; the head stays above the hips', () => {
    for (const f of all)
      for (const s of figureShapes(f))
        for (const [x, y] of pointsOf(s)) {
          expect(x).toBeGreaterThan(-20);
          expect(x).toBeLessThan(FIGURE_WIDTH + 20);
          expect(y).toBeGreaterThan(-24);
          expect(y).toBeLessThan(FIGURE_HEIGHT + 4);
        }
  });
  test('a left-hander’s figure is the mirror of a right-hander’s', () => {
    for (const f of all) {
      const [right, left] = [figureShapes(f), figureShapes(f, true)];
      right.forEach((s, i) =>
        pointsOf(s).forEach(([x, y], k) => {
          const [mx, my] = pointsOf(left[i]!)[k]!;
          expect(mx).toBeCloseTo(FIGURE_WIDTH - x, 9);
          expect(my).toBe(y);
        }),
      );
    }
  });
  test('in motion it begins at the one figure and ends at the next', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...all),
        fc.constantFrom(...all),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (a, b, t) => {
          expect(between(a, b, 0)).toEqual(a);
          expect(between(a, b, 1).leadArmDeg).toBeCloseTo(b.leadArmDeg, 9);
          const [low, high] = [Math.min(a.clubDeg, b.clubDeg), Math.max(a.clubDeg, b.clubDeg)];
          expect(between(a, b, t).clubDeg).toBeGreaterThanOrEqual(low - 1e-9);
          expect(between(a, b, t).clubDeg).toBeLessThanOrEqual(high + 1e-9);
        },
      ),
    );
    expect(Object.keys(between(BASES.top, BASES.strike, 0.3)).sort()).toEqual(Object.keys(BASES.top).sort());
  });
});
