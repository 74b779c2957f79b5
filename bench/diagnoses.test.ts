import { expect, test } from '@jest/globals';
import { seededRandom } from '../core/numeric/random.ts';
import { diagnosisFigures } from './diagnoses.ts';
import { soundSwingFigures } from './sound-swings.ts';
import { EVERYTHING } from './students.ts';

// Small samples of what `npm run bench -- verdicts` prints: bounds stand about three standard errors off what is promised there.
test('students with known roots: a true root among the first three, hardly ever something that is not there', () => {
  const f = diagnosisFigures({ kinds: EVERYTHING, roots: 'one-to-three' }, 60, seededRandom('test'));
  expect(f.rootAmongThree).toBeGreaterThan(0.88 - 0.13);
  expect(f.rootFirst).toBeGreaterThan(0.65 - 0.18);
  expect(f.namedAbsent).toBeLessThan(0.03 + 0.066);
});
test('fault-free students are hardly ever given a cause', () => {
  const f = diagnosisFigures({ kinds: EVERYTHING, roots: 'none' }, 60, seededRandom('test'));
  expect(f.namedRate).toBeLessThan(0.06 + 0.09);
});
test('sound swings of any speed, the model changed on purpose: no cause is named from motion alone', () => {
  const bands = soundSwingFigures(60, seededRandom('test'), 'wide');
  expect(bands.reduce((sum, b) => sum + b.n * b.named, 0)).toBeLessThanOrEqual(3);
});
