import { tuple } from '../numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { carryM } from '../flight/ball-flight.ts';
import { degToRad, metresToYards, mphToMps, mpsToMph, radPerSToRpm, radToDeg } from '../units/units.ts';
import { strikeBall } from './impact.ts';
import { bestLaunch, launchOut } from './optimum.ts';
import { placeOnArc, teeForAttack } from './tee.ts';

describe('launch optimum', () => {
  test.each([
    [90, -5, 129, 11.8, 3443, 195, 214],
    [90, 0, 132, 14.0, 2876, 204, 224],
    [90, 5, 133, 16.5, 2363, 212, 233],
    [110, 0, 163, 11.1, 2798, 264, 284],
  ])('%d mph, %d° attack', (mph, attack, ball, launch, spin, carry, total) => {
    const best = bestLaunch('driver', mphToMps(mph), degToRad(attack));
    expect(Math.abs(mpsToMph(best.ballSpeedMps) - ball)).toBeLessThan(1);
    expect(Math.abs(metresToYards(best.carryM) / carry - 1)).toBeLessThan(0.025);
    expect(Math.abs(metresToYards(best.totalM) / total - 1)).toBeLessThan(0.025);
    expect(Math.abs(radToDeg(best.launchRad) - launch)).toBeLessThan(1.5);
    expect(Math.abs(radPerSToRpm(best.spinRadPerS) / spin - 1)).toBeLessThan(0.15);
  });

  test('no loft of a dense grid carries farther', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 125, noNaN: true }),
        fc.double({ min: -6, max: 6, noNaN: true }),
        (mph, attack) => {
          const best = bestLaunch('driver', mphToMps(mph), degToRad(attack));
          let densest = 0;
          for (let loft = 5; loft <= 35; loft += 0.1) {
            const ball = strikeBall({
              head: 'driver',
              clubSpeedMps: mphToMps(mph),
              attackRad: degToRad(attack),
              pathOutRad: 0,
              faceOutRad: 0,
              dynamicLoftRad: degToRad(loft),
              toeM: 0,
              highM: 0,
            });
            densest = Math.max(densest, carryM(launchOut(ball)));
          }
          expect(metresToYards(densest - best.carryM)).toBeLessThan(0.01);
        },
      ),
      { numRuns: 12 },
    );
  });

  test('total wants a lower launch than carry', () => {
    const [carry, total] = tuple(
      2,
      (['carry', 'total'] as const).map((aim) => bestLaunch('driver', mphToMps(95), 0, { aim })),
    );
    expect(total.launchRad).toBeLessThan(carry.launchRad);
    expect(total.totalM).toBeGreaterThan(carry.totalM);
    expect(carry.carryM).toBeGreaterThan(total.carryM);
  });
  test('a speed that is none is refused', () => expect(() => bestLaunch('driver', 0, 0)).toThrow('above 0'));
});

describe('tee and attack', () => {
  test.each([
    [1, 38, 0.3],
    [3, 113, 3.0],
    [5, 188, 8.2],
  ])('%d° up lies %d mm ahead and %d mm up', (attack, ahead, rise) => {
    const place = placeOnArc(degToRad(attack));
    expect(Math.abs(1000 * place.ballAheadM - ahead)).toBeLessThan(1);
    expect(Math.abs(1000 * place.riseM - rise)).toBeLessThan(0.15);
  });
  test('a low strike asks for a higher tee; the arc adds little', () => {
    const advice = teeForAttack(degToRad(-2), degToRad(2), -0.008);
    expect(advice.fromStrikeM).toBeCloseTo(0.008, 9);
    expect(Math.abs(advice.fromRiseM)).toBeLessThan(1e-9);
    expect(advice.moveBallM).toBeGreaterThan(0.1);
    expect(advice.pathShiftOutRad).toBeLessThan(0);
  });
  test('an arc does not hold every attack', () => expect(() => placeOnArc(degToRad(30))).toThrow('± 15°'));
});
