import { describe, expect, test } from '@jest/globals';
import { analyseGround } from '../core/capture/ground-analysis.ts';
import { readGroundCsv, writeGroundCsv } from '../core/formats/ground-csv.ts';
import { readShotsCsv } from '../core/formats/shots-csv.ts';
import { seededRandom } from '../core/numeric/random.ts';
import { mean, standardDeviation } from '../core/numeric/statistics.ts';
import { mphToMps, mpsToMph, radToDeg } from '../core/units/units.ts';
import { recordGround, SOUND_GROUND } from './ground-plates/ground-plates.ts';
import { shotRow } from './range-monitor/run.ts';
import { typicalPlayer } from './range-monitor/true-player.ts';
import { monitorShot, type TruePlayer } from './range-monitor/true-player.ts';

const player: TruePlayer = {
  ...typicalPlayer('driver', 92, 'right'),
  pathOutDeg: -4,
  faceToPathDeg: 3,
  toeMm: -9,
  highMm: 6,
  airGain: 0.08,
};

/** Shots of a player read back through the application's own reader. */
function read(p: TruePlayer, withBall: boolean, count: number) {
  const random = seededRandom('monitor');
  const rows = Array.from({ length: count }, () => shotRow(monitorShot(p, withBall, random)));
  const header = Object.keys(rows[0]!);
  const csv = [header.join(','), ...rows.map((r) => header.map((h) => r[h]).join(','))].join('\n');
  return readShotsCsv(csv, p.handedness).shots.map((s) => s.values);
}

describe('range monitor', () => {
  const shots = read(player, true, 200);
  const of = (key: keyof (typeof shots)[number]): number[] => shots.map((s) => s[key] ?? NaN);

  test('the true player is recovered from the shots', () => {
    expect(mpsToMph(mean(of('clubSpeedMps')))).toBeCloseTo(92, 0);
    expect(mpsToMph(standardDeviation(of('clubSpeedMps')))).toBeCloseTo(1.4, 0);
    expect(radToDeg(mean(of('pathOutRad')))).toBeCloseTo(-4, 0);
    expect(radToDeg(mean(of('faceOutRad')) - mean(of('pathOutRad')))).toBeCloseTo(3, 0);
    expect(1000 * mean(of('impactToeM'))).toBeCloseTo(-9, -0.5);
    expect(1000 * mean(of('impactHighM'))).toBeCloseTo(6, -0.5);
  });
  test('smash falls with the distance from the centre and is possible', () => {
    const smash = shots.map((s) => (s.ballSpeedMps ?? 0) / (s.clubSpeedMps ?? 1));
    expect(Math.max(...smash)).toBeLessThan(1.53);
    const centred = read({ ...player, toeMm: 0, highMm: 0, strikeSpreadMm: 1 }, true, 50).map(
      (s) => (s.ballSpeedMps ?? 0) / (s.clubSpeedMps ?? 1),
    );
    expect(mean(centred)).toBeGreaterThan(mean(smash) + 0.01);
  });
  test('an air swing has a club speed only, faster by the stated share', () => {
    const air = read(player, false, 100);
    expect(Object.keys(air[0]!)).toEqual(['clubSpeedMps']);
    expect(mean(air.map((s) => s.clubSpeedMps ?? 0)) / mean(of('clubSpeedMps'))).toBeCloseTo(1.08, 1);
  });
  test('a left-hander’s device signs are mirrored, the out signs are the same', () => {
    const left = read({ ...player, handedness: 'left' }, true, 50);
    expect(radToDeg(mean(left.map((s) => s.pathOutRad ?? 0)))).toBeCloseTo(-4, 0);
    const random = seededRandom(1);
    expect(monitorShot({ ...player, handedness: 'left' }, true, random).pathDeg).toBeGreaterThan(0);
  });
  test('the same seed makes the same shots', () => {
    expect(monitorShot(player, true, seededRandom(5))).toEqual(monitorShot(player, true, seededRandom(5)));
  });
  test('carry grows with speed', () => {
    const carry = (mph: number): number =>
      mean(read({ ...player, clubSpeedMph: mph }, true, 20).map((s) => s.carryM ?? 0));
    expect(carry(100)).toBeGreaterThan(carry(85) + mphToMps(15));
  });
});

describe('ground plates', () => {
  const truth = { ...SOUND_GROUND, massKg: 78 };
  test.each([
    ['sound', truth],
    ['weak and late', { ...truth, peakVerticalBw: 1.2, peakVerticalBeforeStrikeS: 0.03 }],
    ['outside', { ...truth, trailOutside: 0.8 }],
  ])('%s: the truth comes back from the analysis', (_, t) => {
    const g = analyseGround(readGroundCsv(writeGroundCsv(recordGround(t, 500, seededRandom('plates')))));
    expect(Math.abs((g.bodyWeightN ?? 0) / 9.80665 - t.massKg)).toBeLessThan(0.5);
    expect(Math.abs((g.leadShare.top ?? 0) - t.leadShare.top)).toBeLessThan(0.02);
    expect(Math.abs((g.leadShare.strike ?? 0) - t.leadShare.strike)).toBeLessThan(0.03);
    expect(Math.abs((g.peakVerticalBw?.value ?? 0) - t.peakVerticalBw)).toBeLessThan(0.03);
    expect(Math.abs((g.peakVerticalBw?.beforeStrikeS ?? 0) - t.peakVerticalBeforeStrikeS)).toBeLessThan(0.012);
    expect(Math.abs((g.peakTorqueNm?.value ?? 0) - t.peakTorqueNm)).toBeLessThan(6);
    expect(Math.abs((g.peakTorqueNm?.beforeStrikeS ?? 0) - t.peakTorqueBeforeStrikeS)).toBeLessThan(0.015);
    expect(g.flags.includes('loads-outside')).toBe(t.trailOutside > 0.7);
  });
});
