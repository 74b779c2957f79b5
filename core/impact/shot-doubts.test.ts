import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { carryM } from '../flight/ball-flight.ts';
import type { HeadKind } from '../catalogue/heads.ts';
import { degToRad, METRES_PER_YARD, mphToMps, rpmToRadPerS } from '../units/units.ts';
import { strikeBall } from './impact.ts';
import { mostSmash, shotDoubts } from './shot-doubts.ts';

const keysOf = (...args: Parameters<typeof shotDoubts>) => shotDoubts(...args).flatMap((d) => d.keys);

describe('figures that do not go together', () => {
  test.each([
    ['driver', 92, 184, true],
    ['driver', 92, 135, false],
    ['driver', 92, 146, true],
    ['driver', 92, 141, false],
    ['driver', 135, 92, true],
    ['7-iron', 80, 108, false],
    ['7-iron', 80, 128, true],
    ['wedge', 70, 52, false],
    ['driver', 100, 148, false],
  ])('%s, club %d mph, ball %d mph: asked about is %s', (club, clubMph, ballMph, asked) => {
    const shot = { clubSpeedMps: mphToMps(clubMph), ballSpeedMps: mphToMps(ballMph) };
    expect(keysOf(shot, club)).toEqual(asked ? ['clubSpeedMps', 'ballSpeedMps'] : []);
  });

  test('the bound is what the impact gives: near one and a half for a driver, never below what the model itself strikes', () => {
    expect(mostSmash('driver')).toBeGreaterThan(1.5);
    expect(mostSmash('driver')).toBeLessThan(1.6);
    const club = { driver: 'driver', fairway: '3-wood', iron: '7-iron' } as const;
    fc.assert(
      fc.property(
        fc.constantFrom<HeadKind>('driver', 'fairway', 'iron'),
        fc.double({ min: 20, max: 60, noNaN: true }),
        fc.double({ min: -8, max: 8, noNaN: true }),
        fc.double({ min: -6, max: 6, noNaN: true }),
        fc.double({ min: 8, max: 30, noNaN: true }),
        fc.double({ min: -0.02, max: 0.02, noNaN: true }),
        (head, clubSpeedMps, attack, path, loft, toeM) => {
          const [attackRad, pathOutRad, dynamicLoftRad] = [attack, path, loft].map(degToRad) as [
            number,
            number,
            number,
          ];
          const delivery = { head, clubSpeedMps, attackRad, pathOutRad, faceOutRad: 0, dynamicLoftRad, toeM, highM: 0 };
          const ball = strikeBall(delivery);
          const flown = carryM({ ...ball, launchDirectionRad: ball.launchDirectionOutRad, spinAxisRad: 0 });
          const shot = { ...ball, clubSpeedMps, attackRad, pathOutRad, faceOutRad: 0, dynamicLoftRad, carryM: flown };
          expect(shotDoubts(shot, club[head])).toEqual([]);
        },
      ),
      { numRuns: 300 },
    );
  });

  test('carry, total, launch and directions are held against each other', () => {
    const ballSpeedMps = mphToMps(120);
    expect(keysOf({ ballSpeedMps, carryM: 195 * METRES_PER_YARD }, 'driver')).toEqual([]);
    expect(keysOf({ ballSpeedMps, carryM: 320 * METRES_PER_YARD }, 'driver')).toEqual(['ballSpeedMps', 'carryM']);
    const spun = { ballSpeedMps, launchRad: degToRad(12), spinRadPerS: rpmToRadPerS(2600) };
    expect(keysOf({ ...spun, carryM: 190 }, 'driver')).toEqual([]);
    expect(keysOf({ ballSpeedMps, carryM: 180, totalM: 150 }, 'driver')).toEqual(['carryM', 'totalM']);
    expect(keysOf({ ballSpeedMps, launchRad: degToRad(25), dynamicLoftRad: degToRad(15) }, 'driver')).toEqual([
      'launchRad',
      'dynamicLoftRad',
    ]);
    const [face, path] = [degToRad(2), degToRad(-4)];
    const started = (deg: number) =>
      keysOf({ ballSpeedMps, faceOutRad: face, pathOutRad: path, launchDirectionOutRad: degToRad(deg) }, 'driver');
    expect(started(1)).toEqual([]);
    expect(started(-15)).toEqual(['launchDirectionOutRad', 'faceOutRad', 'pathOutRad']);
    expect(keysOf({ ballSpeedMps, faceOutRad: degToRad(20), pathOutRad: degToRad(-20) }, 'driver')).toEqual([
      'faceOutRad',
      'pathOutRad',
    ]);
    expect(shotDoubts({}, 'driver')).toEqual([]);
  });
});
