import { expect, test } from '@jest/globals';
import { seededRandom } from '../core/numeric/random.ts';
import { seasonFigures } from './seasons.ts';

// Small samples of what `npm run bench -- verdicts` prints: bounds stand three standard errors off what is promised there.
test('a season without a change: hardly ever gained, lost or notched', () => {
  const f = seasonFigures({ baseline: 3, since: 9, gainMph: () => 0 }, 120, seededRandom('test'));
  expect(f.gained).toBeLessThan(0.03 + 0.047);
  expect(f.lost).toBeLessThan(0.03 + 0.047);
  expect(f.notch).toBeLessThan(0.01 + 0.027);
});
test('a gain of 5 mph is found by the sixth session in most', () => {
  const f = seasonFigures({ baseline: 3, since: 6, gainMph: () => 5 }, 60, seededRandom('test'));
  expect(f.gainedBy(6)).toBeGreaterThan(0.88 - 0.13);
});
