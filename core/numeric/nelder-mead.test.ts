import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { nelderMead } from './nelder-mead.ts';

test('the bottom of any tilted bowl is found', () => {
  const place = fc.double({ min: -5, max: 5, noNaN: true });
  fc.assert(
    fc.property(place, place, fc.double({ min: 0.2, max: 5, noNaN: true }), (a, b, k) => {
      const bowl = ([x = 0, y = 0]: readonly number[]): number =>
        (x - a) ** 2 + k * (y - b) ** 2 + 0.3 * (x - a) * (y - b) * Math.sqrt(k);
      const found = nelderMead(bowl, [0, 0], [1, 1], { evaluations: 800, tolerance: 1e-12 });
      expect(found.at[0]).toBeCloseTo(a, 3);
      expect(found.at[1]).toBeCloseTo(b, 3);
    }),
  );
});
test('a bent valley, a wall and the stated number of evaluations', () => {
  const valley = ([x = 0, y = 0]: readonly number[]): number => (1 - x) ** 2 + 100 * (y - x * x) ** 2;
  const free = nelderMead(valley, [-1, 1], [0.5, 0.5], { evaluations: 2000, tolerance: 1e-12 });
  expect(free.at[0]).toBeCloseTo(1, 2);
  const walled = nelderMead((x) => (x[0]! > 0.5 ? Infinity : valley(x)), [-1, 1], [0.5, 0.5], {
    evaluations: 2000,
    tolerance: 1e-12,
  });
  expect(walled.at[0]).toBeLessThanOrEqual(0.5);
  expect(nelderMead(valley, [-1, 1], [0.5, 0.5], { evaluations: 30, tolerance: 0 }).evaluations).toBeLessThanOrEqual(
    33,
  );
});
