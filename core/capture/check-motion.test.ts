import { describe, expect, test } from '@jest/globals';
import { InputError } from '../errors/input-error.ts';
import { degToRad } from '../units/units.ts';
import { checkMotion, hasBackswing } from './check-motion.ts';
import type { MotionCapture } from './motion.ts';

/** One swing of the club: back, down to its peak and through, from the time at which it begins. */
const swingRate = (t: number, peak: number): number => {
  if (t < 0.4 || t > 2) return 0;
  if (t < 1.2) return -0.25 * peak * Math.sin((Math.PI * (t - 0.4)) / 0.8);
  if (t < 1.5) return peak * Math.sin(((Math.PI / 2) * (t - 1.2)) / 0.3);
  return peak * Math.exp(-(t - 1.5) / 0.12);
};
interface Made {
  readonly rateHz?: number;
  readonly peakDps?: number;
  readonly fromS?: number;
  readonly toS?: number;
  readonly startsS?: readonly number[];
}
/** A capture of the club alone. */
function capture({ rateHz = 200, peakDps = 2200, fromS = 0, toS = 2.2, startsS = [0] }: Made = {}): MotionCapture {
  const timeS = Array.from({ length: Math.round((toS - fromS) * rateHz) }, (_, i) => fromS + i / rateHz);
  const club = timeS.map((t) => startsS.reduce((sum, s) => sum + swingRate(t - s, degToRad(peakDps)), 0));
  return {
    timeS,
    ratesRadPerS: { club },
    anglesRad: {},
    pointsM: {},
    notes: { source: 'made up', club: 'driver' },
  } as unknown as MotionCapture;
}
function refusal(of: MotionCapture): InputError | undefined {
  try {
    checkMotion(of);
    return undefined;
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
}

describe('a capture that is one whole swing', () => {
  test.each([60, 100, 240, 1000])('is taken at %i samples a second', (rateHz) => {
    expect(refusal(capture({ rateHz }))).toBeUndefined();
  });
  test.each([700, 1500, 3000])('is taken with a club peak of %i °/s, slow or fast', (peakDps) => {
    expect(refusal(capture({ peakDps }))).toBeUndefined();
  });
  test('is taken from the top on where enough of the downswing is in it', () => {
    expect(refusal(capture({ fromS: 1.21 }))).toBeUndefined();
  });
});

describe('a capture that is none', () => {
  test('is refused where the samples are too far apart, with how many there are and how many are needed', () => {
    const error = refusal(capture({ rateHz: 50 }))!;
    expect(error.code).toBe('too-slow');
    expect(error.message).toMatch(/^The file has 50 samples a second; at least 60/);
  });
  test('is refused where time runs backward or jumps, with the row and the moment', () => {
    const back = capture();
    const timeS = back.timeS.map((t, i) => (i === 100 ? t - 0.1 : t));
    expect(refusal({ ...back, timeS })).toMatchObject({ code: 'time-order', where: 'row 101' });
    const jumped = back.timeS.map((t, i) => (i >= 150 ? t + 0.3 : t));
    const jump = refusal({ ...back, timeS: jumped })!;
    expect(jump).toMatchObject({ code: 'time-order', where: 'row 151' });
    expect(jump.message).toMatch(/^Time jumps by 305 ms after 0\.745 s/);
  });
  test('is asked about where its figures look like radians a second', () => {
    const error = refusal(capture({ peakDps: 38 }))!;
    expect(error.code).toBe('unit-doubt');
    expect(error.message).toMatch(/38\.0 °\/s.*Are these radians a second\?/);
  });
  test.each([
    [300, 'no-swing', /a putt, a chip or a waggle/],
    [5000, 'out-of-range', /no golf swing passes 4011 °\/s/],
  ])('is refused with a club peak of %i °/s', (peakDps, code, words) => {
    const error = refusal(capture({ peakDps }))!;
    expect(error.code).toBe(code);
    expect(error.message).toMatch(words);
  });
  test('is refused where nothing moves, where the club is missing, and where there is next to nothing', () => {
    const still = capture();
    expect(refusal({ ...still, ratesRadPerS: { club: still.timeS.map(() => 0) } })).toMatchObject({ code: 'no-swing' });
    expect(refusal({ ...still, ratesRadPerS: {} })).toMatchObject({ code: 'no-swing', where: 'club_dps' });
    expect(refusal(capture({ toS: 0.1 }))!.message).toMatch(/^The file has 20 samples/);
  });
  test('is refused where it holds two swings, with when each is fast', () => {
    const error = refusal(capture({ startsS: [0, 3], toS: 5.2 }))!;
    expect(error.code).toBe('two-swings');
    expect(error.message).toMatch(/^The file holds 2 swings \(fast at 1\.\d+ s and 4\.\d+ s\)/);
  });
  test('is refused where it begins so late in the downswing that the peaks of the body are not in it', () => {
    const error = refusal(capture({ fromS: 1.4 }))!;
    expect(error.code).toBe('no-top');
    expect(error.message).toMatch(/at least 180 ms before the strike are needed/);
  });
});

test('a club that only trembles before its peak did not go back', () => {
  const trembling = [0, -0.1, 0.1, -0.2, 5, 10];
  expect(hasBackswing(trembling, 5, 10)).toBe(false);
  expect(hasBackswing([0, -1, -2, 0, 5, 10], 5, 10)).toBe(true);
  expect(hasBackswing([10, 5, -8], 0, 10)).toBe(false);
});
