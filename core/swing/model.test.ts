import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { mpsToMph, radToDeg } from '../units/units.ts';
import { MODEL_SEGMENTS, swingFigures } from './figures.ts';
import { simulateDownswing } from './model.ts';
import { scaledPlayer, SKILLED_HEIGHT_M, SKILLED_MASS_KG, SKILLED_PLAYER, type SwingParameters } from './parameters.ts';

interface Case {
  name: string;
  parameters: SwingParameters;
  expect: {
    clubSpeedMph: number;
    downswingS: number;
    handSpeedAtStrikeMps: number;
    handSpeedMaxMps: number;
    wristAngleAtLeadArmLevelDeg: number;
    segments: Record<string, { peakDegPerS: number; peakBeforeStrikeMs: number; atStrikeDegPerS: number }>;
  };
}
const { cases } = JSON.parse(readFileSync(join(import.meta.dirname, 'fixtures/swing-cases.json'), 'utf8')) as {
  cases: Case[];
};

describe('swing model against the independent reference', () => {
  test.each(cases.map((c) => [c.name, c] as const))('%s', (_, c) => {
    const f = swingFigures(c.parameters);
    expect(f).toBeDefined();
    if (!f) return;
    expect(mpsToMph(f.clubSpeedMps)).toBeCloseTo(c.expect.clubSpeedMph, 3);
    expect(f.downswingS).toBeCloseTo(c.expect.downswingS, 5);
    expect(f.handSpeedAtStrikeMps).toBeCloseTo(c.expect.handSpeedAtStrikeMps, 3);
    expect(f.handSpeedMaxMps).toBeCloseTo(c.expect.handSpeedMaxMps, 2);
    expect(radToDeg(f.wristAtLeadArmLevelRad ?? NaN)).toBeCloseTo(c.expect.wristAngleAtLeadArmLevelDeg, 1);
    expect(Math.abs(f.energyResidual)).toBeLessThan(1e-6);
    for (const name of MODEL_SEGMENTS) {
      const mine = f.segments[name];
      const theirs = c.expect.segments[name]!;
      expect(radToDeg(mine.peakRadPerS)).toBeCloseTo(theirs.peakDegPerS, 1);
      expect(radToDeg(mine.atStrikeRadPerS)).toBeCloseTo(theirs.atStrikeDegPerS, 1);
      expect(Math.abs(1000 * mine.peakBeforeStrikeS - theirs.peakBeforeStrikeMs)).toBeLessThan(0.2);
    }
  });
});

test('the skilled player is the base case', () => {
  expect(SKILLED_PLAYER).toEqual(cases[0]!.parameters);
});

test('a 2 ms step is within 0.001 mph of a 0.25 ms step', () => {
  const coarse = simulateDownswing(SKILLED_PLAYER, 0.002);
  const fine = simulateDownswing(SKILLED_PLAYER, 0.00025);
  expect(Math.abs(mpsToMph((coarse?.clubSpeedMps ?? 0) - (fine?.clubSpeedMps ?? 99)))).toBeLessThan(0.001);
});

test('a typical adult man scales to about 93 mph, a smaller player to less', () => {
  const typical = mpsToMph(simulateDownswing(scaledPlayer(SKILLED_HEIGHT_M, SKILLED_MASS_KG, 0.66))?.clubSpeedMps ?? 0);
  expect(typical).toBeGreaterThan(88);
  expect(typical).toBeLessThan(98);
  const smaller = mpsToMph(simulateDownswing(scaledPlayer(1.62, 58, 0.66))?.clubSpeedMps ?? 0);
  expect(smaller).toBeLessThan(typical);
});

test('a player who cannot reach the ball gives no swing, not a wrong one', () => {
  const limp = scaledPlayer(1.7, 60, 0);
  expect(simulateDownswing({ ...limp, gravityInPlaneMps2: 0 })).toBeUndefined();
});
