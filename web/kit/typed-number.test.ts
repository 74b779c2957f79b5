import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { numberOf, sentOf, wholeOf, wrongNumber } from './typed-number.ts';

test('a whole number is what it is; what stands behind its digits is not run together with them', () => {
  fc.assert(fc.property(fc.nat(1_000_000), (n) => expect(wholeOf(String(n))).toBe(n)));
  expect(['4.5', '4,5', '4 mm', '4.', ' 4', '05'].map(wholeOf)).toEqual([4, 4, 4, 4, 4, 5]);
  expect(['', '-', 'four', '.'].map(wholeOf)).toEqual([0, 0, 0, 0]);
});

test('a number has a comma or a point, a hyphen or a minus; nothing is nothing, and anything else is none', () => {
  expect(['92,5', ' 92.5 ', '−3', '-3', '+3', '.5', '5.', '0'].map(numberOf)).toEqual([
    92.5, 92.5, -3, -3, 3, 0.5, 5, 0,
  ]);
  expect(['', '  '].map(numberOf)).toEqual([null, null]);
  for (const text of ['92mph', '1,000.5', '..', '.', '-', 'x', '1e5', '0x10', 'Infinity', 'NaN', '1 2'])
    expect(numberOf(text)).toBeNaN();
  fc.assert(
    fc.property(fc.double({ noNaN: true, min: -1e9, max: 1e9 }), (v) =>
      expect(numberOf(v.toFixed(3))).toBe(Number(v.toFixed(3))),
    ),
  );
});

test('one that is none goes to the server as it was typed, so that nothing is taken for empty', () => {
  expect(['', '4,5', 'abc', '1.2.3'].map(sentOf)).toEqual([null, 4.5, 'abc', '1.2.3']);
});

test('what is wrong is said with the limits, and nothing of an empty field', () => {
  expect(wrongNumber('')).toBeUndefined();
  expect(wrongNumber('abc')).toBe('A number like 92.5.');
  expect(['1.5', '60', '30'].map((t) => wrongNumber(t, 1.5, 60))).toEqual([undefined, undefined, undefined]);
  expect(wrongNumber('1', 1.5, 60)).toBe('Between 1.5 and 60.');
  expect(wrongNumber('-1', 0)).toBe('At least 0.');
  expect(wrongNumber('9', undefined, 5)).toBe('At most 5.');
});
