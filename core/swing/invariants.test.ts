import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { simulateDownswing } from './model.ts';
import { scaledPlayer, SKILLED_PLAYER, type SwingParameters } from './parameters.ts';

const speed = (p: SwingParameters): number => simulateDownswing(p, 0.001)?.clubSpeedMps ?? 0;

describe('what must hold for the swing model', () => {
  test('the order of convergence is the fourth: halving the step cuts the error by about sixteen', () => {
    // No stops in play, smooth drives: the error is the integrator's alone.
    const smooth: SwingParameters = {
      ...SKILLED_PLAYER,
      drives: {
        hips: { ...SKILLED_PLAYER.drives.hips, onsetS: -0.001 },
        trunk: { ...SKILLED_PLAYER.drives.trunk, onsetS: -0.001 },
        shoulder: { ...SKILLED_PLAYER.drives.shoulder, onsetS: -0.001 },
        wrist: { ...SKILLED_PLAYER.drives.wrist, onsetS: -0.001 },
      },
      passive: {
        hips: { ...SKILLED_PLAYER.passive.hips, openStopNmPerRad: 0 },
        trunk: { ...SKILLED_PLAYER.passive.trunk, stopNmPerRad: 0 },
        shoulder: { ...SKILLED_PLAYER.passive.shoulder, stopNmPerRad: 0 },
        wrist: { ...SKILLED_PLAYER.passive.wrist, stopNmPerRad: 0 },
      },
      hub: { ...SKILLED_PLAYER.hub, lateralM: 0, liftM: 0 },
    };
    const at = (step: number): number => simulateDownswing(smooth, step)?.downswingS ?? 0;
    const exact = at(0.0002);
    const ratio = Math.abs(at(0.002) - exact) / Math.abs(at(0.001) - exact);
    expect(ratio).toBeGreaterThan(8);
    expect(ratio).toBeLessThan(40);
  });
  test('more strength is more speed, whatever the body', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.5, max: 2, noNaN: true }),
        fc.double({ min: 50, max: 110, noNaN: true }),
        fc.double({ min: 0.5, max: 0.9, noNaN: true }),
        (height, mass, strength) => {
          expect(speed(scaledPlayer(height, mass, strength + 0.08))).toBeGreaterThan(
            speed(scaledPlayer(height, mass, strength)),
          );
        },
      ),
      { numRuns: 12 },
    );
  });
  test('a tense wrist and a shorter turn cost speed, as published', () => {
    const base = speed(SKILLED_PLAYER);
    const tense = {
      ...SKILLED_PLAYER,
      passive: { ...SKILLED_PLAYER.passive, wrist: { ...SKILLED_PLAYER.passive.wrist, dampingNms: 1 } },
    };
    expect((base - speed(tense)) / 0.44704).toBeCloseTo(6.9, 0);
    const s = SKILLED_PLAYER.startRad;
    const by = (20 * Math.PI) / 180;
    const short = { ...SKILLED_PLAYER, startRad: { ...s, torso: s.torso + by, arm: s.arm + by, club: s.club + by } };
    expect((base - speed(short)) / 0.44704).toBeCloseTo(4.7, 0);
  });
  test('a cut drive stalls the torso', () => {
    const end = (p: SwingParameters): number => simulateDownswing(p)?.samples.at(-1)?.ratesRadPerS[1] ?? 0;
    const { trunk } = SKILLED_PLAYER.drives;
    const stalled = { ...SKILLED_PLAYER, drives: { ...SKILLED_PLAYER.drives, trunk: { ...trunk, cutS: 0.17 } } };
    expect(end(stalled)).toBeLessThan(end(SKILLED_PLAYER) - 1);
  });
  test('samples start at rest at the top and are evenly spaced', () => {
    const swing = simulateDownswing(SKILLED_PLAYER, 0.001);
    const samples = swing?.samples ?? [];
    expect(samples[0]!.ratesRadPerS).toEqual([0, 0, 0, 0]);
    expect(samples[1]!.timeS - samples[0]!.timeS).toBeCloseTo(0.001, 12);
    expect(samples.at(-1)?.timeS).toBe(swing?.downswingS);
    expect(Math.abs(samples.at(-1)?.anglesRad[3] ?? 1)).toBeLessThan(1e-9);
  });
});
