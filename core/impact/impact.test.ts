import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { degToRad, mphToMps, mpsToMph, radPerSToRpm, radToDeg } from '../units/units.ts';
import { clubName, headKindOf, HEADS, type HeadKind } from '../catalogue/heads.ts';
import { loftFromLaunch, strikeBall, type Delivery } from './impact.ts';

interface Case {
  input: {
    club: HeadKind;
    clubSpeedMph: number;
    attackDeg: number;
    pathDeg: number;
    faceDeg: number;
    dynamicLoftDeg: number;
    toeMm: number;
    highMm: number;
  };
  expect: Record<string, number>;
}
const { cases } = JSON.parse(readFileSync(join(import.meta.dirname, 'fixtures/impact-cases.json'), 'utf8')) as {
  cases: Case[];
};
const delivery = (i: Case['input']): Delivery => ({
  head: i.club,
  clubSpeedMps: mphToMps(i.clubSpeedMph),
  attackRad: degToRad(i.attackDeg),
  pathOutRad: degToRad(i.pathDeg),
  faceOutRad: degToRad(i.faceDeg),
  dynamicLoftRad: degToRad(i.dynamicLoftDeg),
  toeM: i.toeMm / 1000,
  highM: i.highMm / 1000,
});
const drive = (change: Partial<Case['input']> = {}) =>
  strikeBall(
    delivery({
      club: 'driver',
      clubSpeedMph: 113,
      attackDeg: -1.3,
      pathDeg: 0,
      faceDeg: 0,
      dynamicLoftDeg: 12.7,
      toeMm: 0,
      highMm: 0,
      ...change,
    }),
  );

describe('impact against the independent reference', () => {
  test.each(cases.map((c, i) => [`${i} ${c.input.club} ${c.input.toeMm}/${c.input.highMm}`, c] as const))(
    '%s',
    (_, c) => {
      const b = strikeBall(delivery(c.input));
      expect(Math.abs(mpsToMph(b.ballSpeedMps) - c.expect.ballSpeedMph!)).toBeLessThan(0.001);
      expect(Math.abs(radToDeg(b.launchRad) - c.expect.launchDeg!)).toBeLessThan(0.001);
      expect(Math.abs(radToDeg(b.launchDirectionOutRad) - c.expect.launchDirectionDeg!)).toBeLessThan(0.001);
      expect(Math.abs(radPerSToRpm(b.spinRadPerS) - c.expect.spinRpm!)).toBeLessThan(0.1);
      expect(Math.abs(radToDeg(b.spinAxisOutRad) - c.expect.spinAxisDeg!)).toBeLessThan(0.001);
    },
  );
});

describe('a drive at 113 mph', () => {
  test.each([
    [{}, 167.1, 10.6, 3077],
    [{ highMm: -12.7 }, 166.2, 7.7, 3748],
    [{ highMm: 12.7 }, 162.1, 13.4, 2426],
  ])('%j', (change, speedMph, launchDeg, spinRpm) => {
    const b = drive(change);
    expect(mpsToMph(b.ballSpeedMps)).toBeCloseTo(speedMph, 0);
    expect(Math.abs(radToDeg(b.launchRad) - launchDeg)).toBeLessThan(0.06);
    expect(Math.abs(radPerSToRpm(b.spinRadPerS) - spinRpm)).toBeLessThan(3);
  });
  test('a toe strike starts out and curves back in', () => {
    const b = drive({ toeMm: 12.7 });
    expect(radToDeg(b.launchDirectionOutRad)).toBeCloseTo(2.6, 1);
    expect(radToDeg(b.spinAxisOutRad)).toBeCloseTo(-3.6, 1);
  });
  test('the start is mostly the face: about 85 %', () => {
    const share = radToDeg(drive({ faceDeg: 1 }).launchDirectionOutRad);
    expect(share).toBeGreaterThan(0.8);
    expect(share).toBeLessThan(0.9);
  });
});

describe('what must hold for any strike', () => {
  const inputs = fc.record({
    club: fc.constantFrom<HeadKind>('driver', 'fairway', 'iron'),
    clubSpeedMph: fc.double({ min: 50, max: 125, noNaN: true }),
    attackDeg: fc.double({ min: -6, max: 6, noNaN: true }),
    pathDeg: fc.double({ min: -6, max: 6, noNaN: true }),
    faceDeg: fc.double({ min: -5, max: 5, noNaN: true }),
    dynamicLoftDeg: fc.double({ min: 9, max: 35, noNaN: true }),
    toeMm: fc.double({ min: -20, max: 20, noNaN: true }),
    highMm: fc.double({ min: -14, max: 14, noNaN: true }),
  });
  test('mirrored path, face and toe give the mirrored ball', () => {
    fc.assert(
      fc.property(inputs, (i) => {
        const a = strikeBall(delivery(i));
        const b = strikeBall(delivery({ ...i, pathDeg: -i.pathDeg, faceDeg: -i.faceDeg, toeMm: -i.toeMm }));
        expect(b.ballSpeedMps).toBeCloseTo(a.ballSpeedMps, 9);
        expect(b.launchDirectionOutRad).toBeCloseTo(-a.launchDirectionOutRad, 9);
        // Half a turn to either side is the same axis: a ball struck high on the face may turn forward.
        const apart = b.spinAxisOutRad + a.spinAxisOutRad;
        expect(apart - 2 * Math.PI * Math.round(apart / (2 * Math.PI))).toBeCloseTo(0, 9);
      }),
      {
        examples: [
          [
            {
              club: 'driver',
              clubSpeedMph: 50,
              attackDeg: 5.650526209896899,
              pathDeg: 0,
              faceDeg: 0,
              dynamicLoftDeg: 9,
              toeMm: 0,
              highMm: 13.999999999999984,
            },
          ],
        ],
      },
    );
  });
  test('a strike never makes energy', () => {
    fc.assert(
      fc.property(inputs, (i) => {
        const b = strikeBall(delivery(i));
        const mass = 0.04593;
        const ball = 0.5 * mass * b.ballSpeedMps ** 2 + 0.5 * 0.4 * mass * 0.021335 ** 2 * b.spinRadPerS ** 2;
        expect(ball).toBeLessThan(0.5 * HEADS[i.club].massKg * mphToMps(i.clubSpeedMph) ** 2);
      }),
    );
  });
  test('twice the speed gives twice the ball and spin, the same angles', () => {
    fc.assert(
      fc.property(inputs, (i) => {
        const a = strikeBall(delivery(i));
        const b = strikeBall(delivery({ ...i, clubSpeedMph: 2 * i.clubSpeedMph }));
        expect(b.ballSpeedMps).toBeCloseTo(2 * a.ballSpeedMps, 8);
        expect(b.spinRadPerS).toBeCloseTo(2 * a.spinRadPerS, 6);
        expect(b.launchRad).toBeCloseTo(a.launchRad, 9);
      }),
    );
  });
});

test('loft comes back from launch and spin', () => {
  for (const loft of [10, 14, 22, 34]) {
    const b = drive({ dynamicLoftDeg: loft });
    expect(radToDeg(loftFromLaunch(b.ballSpeedMps, b.launchRad, b.spinRadPerS))).toBeCloseTo(loft, 6);
  }
});

test('a strike off the face and a head that moves away are refused', () => {
  expect(() => drive({ toeMm: 80 })).toThrow('not on the face');
  expect(() => drive({ dynamicLoftDeg: 85, attackDeg: -20 })).toThrow('does not move into');
});

test.each([
  ['driver', 'driver'],
  ['3-wood', 'fairway'],
  ['5 wood', 'fairway'],
  ['4-hybrid', 'fairway'],
  ['wood', 'fairway'],
  ['7-iron', 'iron'],
  ['wedge', 'iron'],
])('%s has a %s head', (club, kind) => expect(headKindOf(club)).toBe(kind));

test.each([
  [' Driver ', 'driver'],
  ['DR', 'driver'],
  ['1-Wood', 'driver'],
  ['1W', 'driver'],
  ['the old Driver', 'the old Driver'],
  ['7-iron', '7-iron'],
])('%s is the club %s', (typed, name) => {
  expect(clubName(typed)).toBe(name);
  expect(headKindOf(typed)).toBe(headKindOf(name));
});
