import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { wholeOf } from './whole-number.ts';

test('a whole number is what it is; what stands behind its digits is not run together with them', () => {
  fc.assert(fc.property(fc.nat(1_000_000), (n) => expect(wholeOf(String(n))).toBe(n)));
  expect(['4.5', '4,5', '4 mm', '4.', ' 4', '05'].map(wholeOf)).toEqual([4, 4, 4, 4, 4, 5]);
  expect(['', '-', 'four', '.'].map(wholeOf)).toEqual([0, 0, 0, 0]);
});
