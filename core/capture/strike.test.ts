import { describe, expect, test } from '@jest/globals';
import { recordSwing } from '../../stand-ins/motion-rig/motion-rig.ts';
import { seededRandom } from '../numeric/random.ts';
import { SKILLED_PLAYER } from '../swing/parameters.ts';
import { degToRad, radToDeg } from '../units/units.ts';
import { passages, releaseOf, separationOf, valueAt } from './checkpoints.ts';
import { peakOf, type PeakTime } from './peak.ts';
import { findStrike } from './strike.ts';

const RATE = 500;
const time = Array.from({ length: 600 }, (_, i) => i / RATE);
const STRIKE_S = 1;

/** A club that speeds up to the strike; with a ball it loses a quarter there. */
const club = (ball: boolean, noise = 0, seed = 1): number[] => {
  const random = seededRandom(seed);
  return time.map((t) => {
    const speed =
      t < 0.75
        ? -5 * Math.sin((Math.PI * t) / 0.75)
        : t < STRIKE_S
          ? 40 * ((t - 0.75) / 0.25) ** 1.5
          : 40 * (ball ? 0.75 : 1) * Math.exp(-(t - STRIKE_S) / 0.2);
    return speed + noise * random.normal();
  });
};
const TOP = 375;

describe('strike', () => {
  test('the ball’s blow is found to within a sample, noise or not', () => {
    for (const noise of [0, 0.4, 1.2]) {
      const s = findStrike(time, club(true, noise), TOP, undefined, false, noise, undefined);
      expect(s.from).toBe('speed-drop');
      expect(Math.abs(s.timeS - STRIKE_S)).toBeLessThanOrEqual(1 / RATE);
    }
  });
  test('without a ball the club’s angle through set-up is taken, else its peak', () => {
    const angle = time.map((t) => (t - STRIKE_S) * 40);
    expect(findStrike(time, club(false), TOP, angle, true, 0.1, undefined)).toMatchObject({ from: 'club-angle' });
    expect(findStrike(time, club(false), TOP, undefined, false, 0.1, undefined)).toMatchObject({ from: 'club-peak' });
  });
  test('summed angles are less certain than measured ones', () => {
    const angle = time.map((t) => (t - STRIKE_S) * 40);
    const sd = (measured: boolean): number =>
      findStrike(time, club(false), TOP, angle, measured, 0.1, undefined).uncertaintyS;
    expect(sd(false)).toBeGreaterThan(sd(true));
  });
  test('a drop far from the set-up angle is no strike', () => {
    const early = club(false).map((v, i) => (i >= 430 && i < 470 ? v * 0.6 : v));
    const angle = time.map((t) => (t - STRIKE_S) * 30);
    const s = findStrike(time, early, TOP, angle, true, 0.1, undefined);
    expect(s.from).toBe('club-angle');
    expect(s.timeS).toBeCloseTo(STRIKE_S, 2);
  });
  test('a marker is believed', () => {
    expect(findStrike(time, club(true), TOP, undefined, false, 0.1, 0.99)).toEqual({
      timeS: 0.99,
      from: 'marker',
      uncertaintyS: 0.0005,
      lastIndexBefore: 495,
    });
  });
});

describe('peaks', () => {
  const before = time.filter((t) => t <= STRIKE_S);
  const bump = (at: number, width: number): number[] => before.map((t) => 10 * Math.exp(-(((t - at) / width) ** 2)));

  const peak = (segment: 'chest' | 'club', raw: readonly number[], noiseSd = 0.01): PeakTime | undefined =>
    peakOf(segment, { time: before, raw, strikeS: STRIKE_S, rateHz: RATE, noiseSd });

  test('a clean bump is timed to a millisecond', () => {
    const p = peak('chest', bump(0.9, 0.08));
    expect(Math.abs((p?.timeS ?? 0) - 0.9)).toBeLessThan(0.001);
    expect(p?.valueRadPerS).toBeCloseTo(10, 1);
  });
  test('noise widens the stated uncertainty', () => {
    const random = seededRandom(4);
    const noisy = bump(0.9, 0.08).map((v) => v + 0.3 * random.normal());
    const quiet = peak('chest', bump(0.9, 0.08))?.sdS ?? 1;
    const loud = peak('chest', noisy, 0.3)?.sdS ?? 0;
    expect(loud).toBeGreaterThan(quiet);
  });
  test('an early hump outside the last 180 ms is no peak', () => {
    const two = before.map((_, i) => 12 * Math.exp(-(((before[i]! - 0.6) / 0.05) ** 2)) + bump(0.92, 0.06)[i]!);
    expect(Math.abs((peak('chest', two)?.timeS ?? 0) - 0.92)).toBeLessThan(0.003);
  });
  test('a turn just below a rising end is still the peak, within noise', () => {
    const rising = before.map((t) => 10 * Math.exp(-(((t - 0.92) / 0.05) ** 2)) + (t > 0.97 ? 180 * (t - 0.97) : 0));
    expect(peak('chest', rising, 3)?.timeS).toBeLessThan(0.95);
  });
  test('the club peaks at the strike unless it stands above it before', () => {
    expect(
      peak(
        'club',
        before.map((t) => 40 * t),
      )?.timeS,
    ).toBe(STRIKE_S);
    const early = before.map((t) => 40 - 3000 * (t - 0.975) ** 2);
    expect(Math.abs((peak('club', early)?.timeS ?? 0) - 0.975)).toBeLessThan(0.001);
  });
});

describe('checkpoints of a simulated swing', () => {
  const { capture, truth } = recordSwing(SKILLED_PLAYER, {
    rateHz: RATE,
    noiseShare: 0,
    backswingS: 0.9,
    ball: true,
    withAngles: true,
    handedness: 'right',
    random: seededRandom(1),
  });
  const last = capture.timeS.findIndex((t) => t > truth.strikeS) - 1;
  const strike = { timeS: truth.strikeS, from: 'marker' as const, uncertaintyS: 0, lastIndexBefore: last };
  const top = Math.round((truth.strikeS - 0.25) * RATE);
  const angleAt = (values: readonly number[] | undefined, beforeS: number): number =>
    radToDeg(valueAt(capture.timeS, values ?? [], truth.strikeS - beforeS, 0.01, truth.strikeS));

  test('lead arm level is where the arm is 98° back from set-up, delivery where the shaft is level', () => {
    const p = passages(capture, strike, top, capture.anglesRad.leadArm, capture.anglesRad.club);
    expect(angleAt(capture.anglesRad.leadArm, p.leadArmLevelBeforeStrikeS ?? 0)).toBeCloseTo(-98, 0);
    expect(angleAt(capture.anglesRad.club, p.deliveryBeforeStrikeS ?? 0)).toBeCloseTo(-86, 0);
    expect(p.leadArmLevelBeforeStrikeS).toBeGreaterThan(p.deliveryBeforeStrikeS ?? 1);
  });
  test('a note on the set-up arm angle moves the level', () => {
    const noted = { ...capture, notes: { setup_arm_deg: '20' } };
    const p = passages(noted, strike, top, capture.anglesRad.leadArm, undefined);
    expect(angleAt(capture.anglesRad.leadArm, p.leadArmLevelBeforeStrikeS ?? 0)).toBeCloseTo(-110, 0);
    expect(p.deliveryBeforeStrikeS).toBeUndefined();
  });
  test('release: least angle at the top, opening to the strike, start before its fastest moment', () => {
    const r = releaseOf(
      capture,
      strike,
      top,
      passages(capture, strike, top, capture.anglesRad.leadArm, capture.anglesRad.club),
    );
    expect(radToDeg(r?.wristAtStrikeRad ?? 0)).toBeGreaterThan(150);
    expect(radToDeg(r?.wristAtLeadArmLevelRad ?? 0)).toBeCloseTo(73, -0.5);
    expect(r?.startBeforeStrikeS).toBeGreaterThan(r?.peakRateBeforeStrikeS ?? 1);
    expect(releaseOf({ ...capture, wristRad: undefined }, strike, top, {})).toBeUndefined();
  });
  test('separation grows after the hips turn', () => {
    const reversal = {
      hips: {
        peakRadPerS: 1,
        peakBeforeStrikeS: 0,
        uncertaintyS: 0,
        atStrikeRadPerS: 0,
        reversalBeforeStrikeS: truth.reversalBeforeStrikeS.hips,
      },
    };
    const s = separationOf(capture, strike, reversal, capture.anglesRad.hips, capture.anglesRad.chest);
    expect(radToDeg(s?.atTopRad ?? 0)).toBeCloseTo(50, -0.5);
    expect(s?.stretchRad).toBeGreaterThan(degToRad(4));
    expect(separationOf(capture, strike, {}, capture.anglesRad.hips, capture.anglesRad.chest)).toBeUndefined();
  });
  test('a value at a place is that of the parabola through its neighbours', () => {
    const x = [0, 1, 2, 3, 4, 5];
    expect(
      valueAt(
        x,
        x.map((v) => v * v),
        2.5,
        2,
        9,
      ),
    ).toBeCloseTo(6.25, 8);
    expect(valueAt([0, 1], [3, 7], 0.9, 0.1, 9)).toBe(7);
  });
});
