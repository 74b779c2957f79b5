import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DEFAULT_AIR, airViscosityPaS, type Air } from './air.ts';
import { initialState, launchFromDegrees, simulateFlight, type Flight } from './ball-flight.ts';
import { rollOut } from './bounce.ts';
import { flyToGround } from './in-air.ts';

const drive = (
  change: Partial<{ ballSpeedMps: number; launchDeg: number; spinRpm: number; spinAxisDeg: number }> = {},
  air: Partial<Air> = {},
): Flight =>
  simulateFlight(launchFromDegrees({ ballSpeedMps: 65, launchDeg: 12, spinRpm: 2700, ...change }), {
    ...DEFAULT_AIR,
    ...air,
  });

describe('more of this gives more of that', () => {
  test('faster balls carry farther', () => {
    fc.assert(
      fc.property(fc.double({ min: 30, max: 80, noNaN: true }), (v) => {
        expect(drive({ ballSpeedMps: v + 1 }).carryM).toBeGreaterThan(drive({ ballSpeedMps: v }).carryM);
      }),
      { numRuns: 20 },
    );
  });
  test('a head wind shortens, a tail wind lengthens, a cross wind pushes its own way', () => {
    expect(drive({}, { windTowardTargetMps: -5 }).carryM).toBeLessThan(drive().carryM);
    expect(drive({}, { windTowardTargetMps: 5 }).carryM).toBeGreaterThan(drive().carryM);
    expect(drive({}, { windToRightMps: 5 }).sideM).toBeGreaterThan(3);
    expect(drive({}, { windToRightMps: -5 }).sideM).toBeLessThan(-3);
  });
  test('thin air carries farther, cold air less far', () => {
    const mile = drive({}, { altitudeM: 1609 }).carryM / drive().carryM - 1;
    expect(mile).toBeGreaterThan(0.03);
    expect(mile).toBeLessThan(0.1);
    expect(drive({}, { temperatureC: 0 }).carryM).toBeLessThan(drive().carryM);
  });
  test('more spin climbs higher and lands steeper, less spin runs farther', () => {
    const [low, high] = [drive({ spinRpm: 2000 }), drive({ spinRpm: 4500 })];
    expect(high.apexM).toBeGreaterThan(low.apexM);
    expect(high.landAngleRad).toBeGreaterThan(low.landAngleRad);
    expect(low.totalM - low.carryM).toBeGreaterThan(high.totalM - high.carryM);
  });
  test('an axis tilted right curves right, the more the more', () => {
    expect(drive({ spinAxisDeg: 5 }).sideM).toBeGreaterThan(2);
    expect(drive({ spinAxisDeg: 15 }).sideM).toBeGreaterThan(drive({ spinAxisDeg: 5 }).sideM);
  });
  test('every flight ends with numbers, near the edges as well', () => {
    for (const shot of [
      { ballSpeedMps: 1, launchDeg: 1, spinRpm: 0 },
      { ballSpeedMps: 100, launchDeg: 60, spinRpm: 12000 },
      { ballSpeedMps: 40, launchDeg: -5, spinRpm: 3000 },
      { ballSpeedMps: 60, launchDeg: 0, spinRpm: 0 },
    ]) {
      const f = drive(shot);
      for (const v of [f.carryM, f.totalM, f.apexM, f.landAngleRad, f.sideM, f.timeS])
        expect(Number.isFinite(v)).toBe(true);
      expect(f.totalM).toBeGreaterThanOrEqual(f.carryM - 8);
    }
  });
});

describe('launch and roll', () => {
  test('lift of backspin points up, the spin stands across the flight', () => {
    const { velocity, spin } = initialState(
      launchFromDegrees({ ballSpeedMps: 60, launchDeg: 15, launchDirectionDeg: 8, spinRpm: 3000, spinAxisDeg: 12 }),
    );
    const dot = velocity[0] * spin[0] + velocity[1] * spin[1] + velocity[2] * spin[2];
    expect(dot).toBeCloseTo(0, 8);
    expect(spin[2] * velocity[0] - spin[0] * velocity[2]).toBeGreaterThan(0);
    expect(Math.hypot(...velocity)).toBeCloseTo(60, 9);
  });
  test('a ball that drops straight down stays where it is', () => {
    const { state } = flyToGround({ position: [10, 5, 2], velocity: [0, -1, 0], spin: [0, 0, 0] }, DEFAULT_AIR);
    const rest = rollOut(state, DEFAULT_AIR, 'normal');
    expect(Math.hypot(rest[0] - 10, rest[2] - 2)).toBeLessThan(0.05);
  });
  test('warm air is more viscous', () => {
    expect(airViscosityPaS({ ...DEFAULT_AIR, temperatureC: 35 })).toBeGreaterThan(airViscosityPaS(DEFAULT_AIR));
    expect(airViscosityPaS(DEFAULT_AIR)).toBeCloseTo(1.84e-5, 6);
  });
});
