import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { placeOfSet } from './set-place.ts';

const swing = (pastBallM: number, offsetS = pastBallM / 40) => ({ pastBallM, uncertaintyM: 0.1, offsetS });

test('the middle of the set, whatever its last swing says', () => {
  expect(placeOfSet([0.5, 0.6, 0.55, 0.52, -0.4].map((m) => swing(m)))).toEqual({
    swings: 5,
    pastBallM: 0.52,
    uncertaintyM: 0.1,
    judgement: 'past',
  });
  expect(placeOfSet([-0.5, -0.6, 0.4].map((m) => swing(m)))?.judgement).toBe('before');
  expect(placeOfSet([0.02, -0.02, 0.4].map((m) => swing(m)))?.judgement).toBe('at');
});
test('fewer than three placed swings are no set', () => {
  const heard = { pastBallM: null, uncertaintyM: null, offsetS: null };
  expect(placeOfSet([swing(0.5), swing(0.6), heard, heard])).toBeNull();
  expect(placeOfSet([])).toBeNull();
});
test('the order of the swings does not matter, and its ± never shrinks with their number', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 3, maxLength: 20 }), (places) => {
      const set = placeOfSet(places.map((m) => swing(m)));
      expect(placeOfSet([...places].reverse().map((m) => swing(m)))).toEqual(set);
      expect(set?.uncertaintyM).toBe(0.1);
    }),
  );
});
