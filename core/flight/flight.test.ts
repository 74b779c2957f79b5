import { tuple } from '../numeric/tuple.ts';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { degToRad, metresToYards, mphToMps, radToDeg, rpmToRadPerS } from '../units/units.ts';
import { airDensityKgM3, DEFAULT_AIR, type Air } from './air.ts';
import { launchFromDegrees, simulateFlight, type Flight } from './ball-flight.ts';

interface Shot {
  ballSpeedMph: number;
  launchDeg: number;
  launchDirectionDeg: number;
  spinRpm: number;
  spinAxisDeg: number;
}
const fixture = <T>(name: string): T =>
  JSON.parse(readFileSync(join(import.meta.dirname, 'fixtures', name), 'utf8')) as T;
const { cases } = fixture<{ cases: { name: string; air: Air; shot: Shot; expect: Record<string, number> }[] }>(
  'flight-cases.json',
);

const fly = (shot: Shot, air: Air): Flight =>
  simulateFlight(launchFromDegrees({ ...shot, ballSpeedMps: mphToMps(shot.ballSpeedMph) }), air);

describe('flight against the independent reference', () => {
  test.each(cases.map((c) => [c.name, c] as const))('%s', (_, c) => {
    const f = fly(c.shot, c.air);
    expect(Math.abs(metresToYards(f.carryM) - c.expect.carryYd!)).toBeLessThan(0.05);
    expect(Math.abs(metresToYards(f.totalM) - c.expect.totalYd!)).toBeLessThan(0.5);
    expect(Math.abs(metresToYards(f.apexM) - c.expect.apexYd!)).toBeLessThan(0.05);
    expect(Math.abs(metresToYards(f.sideM) - c.expect.sideYd!)).toBeLessThan(0.05);
    expect(Math.abs(radToDeg(f.landAngleRad) - c.expect.landAngleDeg!)).toBeLessThan(0.02);
    expect(Math.abs(f.timeS - c.expect.timeS!)).toBeLessThan(0.005);
  });
});

describe('flight against published averages', () => {
  type Row = {
    ballSpeedMph: number;
    launchDeg: number;
    spinRpm: number;
    carryYd: number;
    apexYd: number;
    landAngleDeg: number;
  };
  const tables = fixture<{ men: Row[]; women: Row[] }>('flight-tables.json');
  const rows = [...tables.men, ...tables.women].map((row) => ({
    row,
    f: fly({ ...row, launchDirectionDeg: 0, spinAxisDeg: 0 }, DEFAULT_AIR),
  }));
  const average = (values: number[]): number => values.reduce((a, b) => a + b, 0) / values.length;

  test('carry is within 2 % on average and 5 % at worst', () => {
    const errors = rows.map(({ row, f }) => Math.abs(metresToYards(f.carryM) / row.carryYd - 1));
    expect(average(errors)).toBeLessThan(0.02);
    expect(Math.max(...errors)).toBeLessThan(0.05);
  });
  test('apex within 1.5 yd and landing within 3° on average', () => {
    expect(average(rows.map(({ row, f }) => Math.abs(metresToYards(f.apexM) - row.apexYd)))).toBeLessThan(1.5);
    expect(average(rows.map(({ row, f }) => Math.abs(radToDeg(f.landAngleRad) - row.landAngleDeg)))).toBeLessThan(3);
  });
});

describe('what must hold for any flight', () => {
  const launches = fc.record({
    ballSpeedMps: fc.double({ min: 20, max: 85, noNaN: true }),
    launchDeg: fc.double({ min: 4, max: 40, noNaN: true }),
    launchDirectionDeg: fc.double({ min: -15, max: 15, noNaN: true }),
    spinRpm: fc.double({ min: 0, max: 9000, noNaN: true }),
    spinAxisDeg: fc.double({ min: -30, max: 30, noNaN: true }),
  });

  test('a mirrored launch flies the mirrored path', () => {
    fc.assert(
      fc.property(launches, (l) => {
        const a = simulateFlight(launchFromDegrees(l));
        const b = simulateFlight(
          launchFromDegrees({ ...l, launchDirectionDeg: -l.launchDirectionDeg, spinAxisDeg: -l.spinAxisDeg }),
        );
        expect(b.carryM).toBeCloseTo(a.carryM, 8);
        expect(b.sideM).toBeCloseTo(-a.sideM, 8);
        expect(b.totalM).toBeCloseTo(a.totalM, 8);
      }),
      { numRuns: 25 },
    );
  });

  test('turning the launch turns the landing', () => {
    fc.assert(
      fc.property(launches, (l) => {
        const straight = simulateFlight(launchFromDegrees({ ...l, launchDirectionDeg: 0 }));
        const turned = simulateFlight(launchFromDegrees(l));
        expect(Math.hypot(turned.carryM, turned.sideM)).toBeCloseTo(Math.hypot(straight.carryM, straight.sideM), 6);
      }),
      { numRuns: 25 },
    );
  });

  test('in next to no air the range is that of the vacuum', () => {
    const v = 40;
    const f = simulateFlight(
      {
        ballSpeedMps: v,
        launchRad: degToRad(45),
        launchDirectionRad: 0,
        spinRadPerS: rpmToRadPerS(3000),
        spinAxisRad: 0,
      },
      { ...DEFAULT_AIR, pressureHpa: 1e-3, humidityPct: 0 },
    );
    expect(f.carryM).toBeCloseTo((v * v) / 9.80665, 1);
  });

  test('the path starts at the ball and ends at the carry', () => {
    const f = fly(cases[0]!.shot, DEFAULT_AIR);
    expect(f.path[0]!.positionM).toEqual([0, 0, 0]);
    const end = f.path[f.path.length - 1]!;
    expect(end.positionM[0]).toBeCloseTo(f.carryM, 9);
    expect(end.positionM[1]).toBeCloseTo(0, 6);
  });

  test('firm ground runs farther than soft ground', () => {
    const l = launchFromDegrees({ ballSpeedMps: 65, launchDeg: 12, spinRpm: 2600 });
    const [soft, normal, firm] = tuple(
      3,
      (['soft', 'normal', 'firm'] as const).map((g) => simulateFlight(l, DEFAULT_AIR, g).totalM),
    );
    expect(soft).toBeLessThan(normal);
    expect(normal).toBeLessThan(firm);
  });
});

test('air gets thinner with height, heat and damp', () => {
  const base = airDensityKgM3(DEFAULT_AIR);
  expect(base).toBeCloseTo(1.177, 2);
  expect(airDensityKgM3({ ...DEFAULT_AIR, altitudeM: 1600 })).toBeLessThan(0.84 * base);
  expect(airDensityKgM3({ ...DEFAULT_AIR, temperatureC: 35 })).toBeLessThan(base);
  expect(airDensityKgM3({ ...DEFAULT_AIR, humidityPct: 100 })).toBeLessThan(base);
});
