import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { must } from '../errors/must.ts';
import type { ShotKey, ShotValues } from '../formats/shot-fields.ts';
import { degToRad, mphToMps, radToDeg } from '../units/units.ts';
import { strikeMap } from './strike-map.ts';
import { completeShot, knownValues } from './complete-shot.ts';
import { strikeBall } from './impact.ts';

/** A shot of the impact model with everything measured. */
function wholeShot(loftDeg: number, attackDeg: number, pathDeg: number, faceDeg: number, toeMm = 0): ShotValues {
  const clubSpeedMps = mphToMps(95);
  const delivery = {
    attackRad: degToRad(attackDeg),
    pathOutRad: degToRad(pathDeg),
    faceOutRad: degToRad(faceDeg),
    dynamicLoftRad: degToRad(loftDeg),
  };
  const ball = strikeBall({ head: 'driver', clubSpeedMps, ...delivery, toeM: toeMm / 1000, highM: 0 });
  return { clubSpeedMps, ...delivery, impactToeM: toeMm / 1000, impactHighM: 0, ...ball };
}
const without = (shot: ShotValues, ...keys: ShotKey[]): ShotValues =>
  Object.fromEntries(Object.entries(shot).filter(([k]) => !keys.includes(k as ShotKey)));

describe('filling what is missing', () => {
  test('what is taken out comes back, whatever the delivery', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 9, max: 20, noNaN: true }),
        fc.double({ min: -5, max: 6, noNaN: true }),
        fc.double({ min: -6, max: 6, noNaN: true }),
        fc.double({ min: -5, max: 5, noNaN: true }),
        fc.constantFrom<ShotKey>('ballSpeedMps', 'clubSpeedMps', 'dynamicLoftRad', 'faceOutRad', 'spinRadPerS'),
        (loft, attack, path, face, key) => {
          const whole = wholeShot(loft, attack, path, face, 4);
          const { estimated } = completeShot(without(whole, key), 'driver');
          const back = must(estimated[key]);
          expect(Math.abs(back.value - must(whole[key]))).toBeLessThan(Math.max(0.002, 1.2 * back.sd));
        },
      ),
      { numRuns: 60 },
    );
  });
  test('loft from launch and attack alone', () => {
    const whole = wholeShot(14, 2, 0, 0);
    const { estimated } = completeShot(without(whole, 'dynamicLoftRad', 'spinRadPerS'), 'driver');
    expect(radToDeg(must(estimated.dynamicLoftRad).value)).toBeCloseTo(14, 3);
    expect(must(estimated.dynamicLoftRad).from).toBe('launch and attack');
  });
  test('what was measured stays as it was and is never listed as estimated', () => {
    const odd = { ...wholeShot(14, 2, 0, 0), ballSpeedMps: 50 };
    const done = completeShot(odd, 'driver');
    expect(done.measured).toEqual(odd);
    expect(Object.keys(done.estimated).sort()).toEqual(['carryM', 'sideOutM', 'totalM']);
    expect(knownValues(done).ballSpeedMps).toBe(50);
  });
  test('a speed alone gives the other speed and nothing more', () => {
    expect(Object.keys(completeShot({ clubSpeedMps: 42 }, 'driver').estimated)).toEqual(['ballSpeedMps']);
    const back = must(completeShot({ ballSpeedMps: 62 }, 'driver').estimated.clubSpeedMps);
    expect(62 / back.value).toBeGreaterThan(1.44);
    expect(62 / back.value).toBeLessThan(1.52);
    expect(back.from).toContain('taken as centred');
  });
  test('an off-centre strike lowers the estimated ball speed', () => {
    const speed = (impactToeM: number): number =>
      must(completeShot({ clubSpeedMps: 42, impactToeM, impactHighM: 0 }, 'driver').estimated.ballSpeedMps).value;
    expect(speed(0.02)).toBeLessThan(speed(0) - 0.5);
  });
  test('a spot beyond the face counts as at its edge, and one such shot does not stop a block', () => {
    const shot = { clubSpeedMps: 42, impactToeM: 0.058, impactHighM: 0.045 };
    const { estimated } = completeShot(shot, 'driver');
    expect(must(estimated.ballSpeedMps).value).toBeLessThan(0.9 * 1.48 * 42);
    expect(must(strikeMap([shot, { ...shot, impactToeM: 0, impactHighM: 0 }], 'driver')).strikes).toHaveLength(2);
  });
});
