import { describe, expect, test } from '@jest/globals';
import { must } from '../errors/must.ts';
import { HANDS_FROM_BUTT_M } from './club.ts';
import { swingFigures } from './figures.ts';
import { SKILLED_PLAYER } from './parameters.ts';
import { playerSwing } from './player.ts';
import {
  bodyAdds,
  chestClosedWhileHipsOpen,
  headSplit,
  headToHand,
  hipsAtPeakDeg,
  pushAfterRelease,
  slowingOf,
  TYPICAL_TRAVEL,
  type ReadSwing,
} from './hands-and-legs.ts';

const DEG = 180 / Math.PI;
/** Hips turn at 300 °/s and pass square 100 ms before the strike, the chest at 400 °/s and 40 ms before. */
const timeS = Array.from({ length: 401 }, (_, i) => -0.4 + i / 1000);
const SWING: ReadSwing = {
  clubDpsAtStrike: 2300,
  segments: {
    hips: { peakDps: 400, peakBeforeStrikeMs: 80, uncertaintyMs: 5, atStrikeDps: 200 },
    chest: { peakDps: 700, peakBeforeStrikeMs: 60, uncertaintyMs: 5, atStrikeDps: 560 },
  },
  curves: { timeS, deg: { hips: timeS.map((t) => 300 * (t + 0.1)), chest: timeS.map((t) => 400 * (t + 0.04)) } },
  releaseStartBeforeStrikeMs: 90,
};

describe('hands and legs', () => {
  test('the split adds up to the head speed, and is that of simulated players within its spread', () => {
    for (const [player, from, to] of [
      [SKILLED_PLAYER, 0.12, 0.18],
      [playerSwing({}), 0.11, 0.17],
      [playerSwing({ sex: 'female', ageYears: 62 }), 0.06, 0.16],
    ] as const) {
      const f = must(swingFigures(player));
      const clubM = player.segments.club.headDistanceM + HANDS_FROM_BUTT_M;
      const split = must(headSplit(f.segments.club.atStrikeRadPerS * DEG, clubM, f.clubSpeedMps));
      expect(split.turningMps.value + split.travelMps.value).toBeCloseTo(f.clubSpeedMps, 9);
      expect(split.travelShare.value).toBeGreaterThan(from);
      expect(split.travelShare.value).toBeLessThan(to);
    }
    expect(TYPICAL_TRAVEL[0]).toBeLessThan(TYPICAL_TRAVEL[1]);
  });
  test('the speed of another swing is not split, and what is not known is not said', () => {
    expect(headSplit(2300, 1.14, 30)).toBeNull();
    expect(headSplit(null, 1.14, 45)).toBeNull();
    expect(headSplit(2300, 1.14, null)).toBeNull();
  });
  test('head to hand: the ratio of the maxima is that of the swing, and needs the hands’ place', () => {
    const t = Array.from({ length: 61 }, (_, i) => -0.3 + i * 0.005);
    // Hands peak at 8 m/s and slow to 6, the club turns up to 36 rad/s at the strike.
    const handMps = t.map((x) => 8 - 2 * Math.max(0, (x + 0.08) / 0.08) ** 2);
    const club = t.map((x) => Math.max(0, 36 * DEG * (1 + x / 0.3)));
    const swing = { ...SWING, curves: { timeS: t, dps: { club }, handMps } };
    const ratio = must(headToHand(swing, 1.143));
    expect(ratio.ofMaxima.value).toBeCloseTo((6 + 36 * (1.143 - HANDS_FROM_BUTT_M)) / 8, 1);
    expect(ratio.mean.value).toBeGreaterThan(3);
    expect(ratio.mean.value).toBeLessThan(ratio.ofMaxima.value + 1.5);
    expect(headToHand(SWING, 1.143)).toBeNull();
  });
  test('hips at their peak, and the chest closed while they are open', () => {
    const hips = must(hipsAtPeakDeg(SWING));
    expect(hips.value).toBeCloseTo(6, 6);
    expect(hips.sd).toBeGreaterThan(3);
    const closed = must(chestClosedWhileHipsOpen(SWING));
    expect(closed.leadMs.value).toBeCloseTo(60, 6);
    expect(closed.chestDeg.value).toBeCloseTo(-24, 6);
    expect(closed.leadMs.sd).toBeGreaterThan(5);
    expect(chestClosedWhileHipsOpen({ ...SWING, curves: { timeS } })).toBeNull();
    expect(hipsAtPeakDeg({ ...SWING, segments: {} })).toBeNull();
  });
  test('slowing in shares of the peak; the push against the release with its sign', () => {
    expect(slowingOf(SWING).map((s) => [s.part, s.atStrike.value])).toEqual([
      ['hips', 0.5],
      ['chest', 0.8],
    ]);
    const push = (pushBeforeStrikeS: number | null, motionShiftS = 0, groundShiftS = 0) =>
      pushAfterRelease({
        releaseStartBeforeStrikeMs: SWING.releaseStartBeforeStrikeMs,
        strikeSdMs: 1,
        pushBeforeStrikeS,
        motionShiftS,
        groundShiftS,
      });
    expect(must(push(0.12)).value).toBeCloseTo(-30, 6);
    expect(must(push(0.05)).value).toBeCloseTo(40, 6);
    expect(push(null)).toBeNull();
    // Plates laid later come nearer to the strike; both laid later alike change nothing.
    expect(must(push(0.12, 0, 0.01)).value).toBeCloseTo(-20, 6);
    expect(must(push(0.12, 0.01, 0.01)).value).toBeCloseTo(-30, 6);
  });
  test('what the body adds is the full swing less the test, its interval turned round', () => {
    const tests = [
      { test: 'kneeling', name: 'Kneeling', ratio: 0.75, interval90: [0.7, 0.8] as const },
      { test: 'no-ball', name: 'No ball', ratio: 1.05, interval90: null },
    ];
    const [adds, ...more] = bodyAdds(40, tests);
    expect(more).toEqual([]);
    expect(must(adds).mps).toBeCloseTo(10, 9);
    expect(must(adds).interval90Mps.map((v) => Math.round(v))).toEqual([8, 12]);
    expect(bodyAdds(null, tests)).toEqual([]);
  });
});
