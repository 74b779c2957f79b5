import { describe, expect, test } from '@jest/globals';
import { recordSwing } from '../../stand-ins/motion-rig/motion-rig.ts';
import { analyseSequence } from '../capture/sequence.ts';
import { must } from '../errors/must.ts';
import { levenbergMarquardt } from '../numeric/levenberg-marquardt.ts';
import { seededRandom } from '../numeric/random.ts';
import { mpsToMph } from '../units/units.ts';
import { modelFault } from './fault-families.ts';
import { fitSwing, type CapturedDownswing, type SwingFit } from './fit.ts';
import { capturedDownswing } from './fit-capture.ts';
import { fitPrices } from './fit-prices.ts';
import { clubHeadSpeedMps } from './model.ts';
import type { SwingParameters } from './parameters.ts';
import { playerSwing } from './player.ts';

const BODY = { sex: 'male', heightM: 1.8, massKg: 80 } as const;
const sound = playerSwing({ ...BODY, strength: 0.68 });

function capture(player: SwingParameters, seed: string): CapturedDownswing {
  const { capture: c } = recordSwing(player, {
    rateHz: 240,
    noiseShare: 0.01,
    backswingS: 0.8,
    ball: true,
    withAngles: true,
    handedness: 'right',
    random: seededRandom(seed),
  });
  return capturedDownswing(c, analyseSequence(c));
}
const priceOf = (fit: SwingFit, id: string) => must(fitPrices(fit).find((p) => p.id === id));

describe('fit to one captured swing', () => {
  test('a sound swing: speed, onsets and strengths come back, nothing is to be put right', () => {
    const fit = fitSwing(capture(sound, 'sound'), BODY);
    expect(Math.abs(mpsToMph(fit.clubSpeedMps - must(clubHeadSpeedMps(sound))))).toBeLessThan(1.2);
    for (const name of ['hipsOnsetMs', 'trunkOnsetMs', 'shoulderOnsetMs'] as const)
      expect(Math.abs(fit.values[name].value)).toBeLessThan(8);
    for (const name of ['hipsStrength', 'trunkStrength', 'shoulderStrength'] as const)
      expect(Math.abs(Math.log(fit.values[name].value))).toBeLessThan(0.1);
    for (const share of Object.values(fit.residuals)) expect(share).toBeLessThan(0.03);
    for (const p of fitPrices(fit)) expect(Math.abs(mpsToMph(p.gainMps))).toBeLessThan(1);
  });
  test.each([
    ['short-turn', 28, 0.4],
    ['early-release', 35, 0.8],
    ['arms-first', 40, 1.8],
    ['body-stall', 55, 0.9],
  ])('%s of %i is priced within %f mph, the truth inside its interval', (id, amount, within) => {
    const swing = must(modelFault(id)).apply(sound, amount);
    const truth = must(clubHeadSpeedMps(sound)) - must(clubHeadSpeedMps(swing));
    const price = priceOf(fitSwing(capture(swing, id), BODY), id);
    expect(Math.abs(mpsToMph(price.gainMps - truth))).toBeLessThan(within);
    expect(price.interval90Mps[0]).toBeLessThan(truth);
    expect(price.interval90Mps[1]).toBeGreaterThan(truth);
    expect(price.amount).toBeGreaterThan(0);
  });
  test('hips and trunk that stop together well before the strike are told from the trunk alone', () => {
    const stalled = must(modelFault('body-stall')).apply(sound, 90);
    const both = {
      ...stalled,
      drives: { ...stalled.drives, hips: { ...stalled.drives.hips, cutS: stalled.drives.trunk.cutS } },
    };
    const truth = must(clubHeadSpeedMps(sound)) - must(clubHeadSpeedMps(both));
    const fit = fitSwing(capture(both, 'both'), BODY);
    expect(fit.hipsStopToo).toBe(true);
    expect(fit.values.trunkCutMs.value).toBeGreaterThan(70);
    expect(Math.abs(mpsToMph(priceOf(fit, 'body-stall').gainMps - truth))).toBeLessThan(2.5);
    expect(fitSwing(capture(stalled, 'trunk'), BODY).hipsStopToo).toBe(false);
  });
  test('a chest turn that nobody knows has no price', () => {
    const fit = fitSwing({ ...capture(sound, 'unknown turn'), startRad: {} }, BODY);
    expect(fitPrices(fit).some((p) => p.id === 'short-turn')).toBe(false);
  });
  test('without the hips it still fits; without the chest or the arm it refuses', () => {
    const whole = capture(sound, 'parts');
    expect(fitSwing({ ...whole, hips: undefined }, BODY).residuals).not.toHaveProperty('hips');
    expect(() => fitSwing({ ...whole, chest: undefined }, BODY)).toThrow(/chest/);
    expect(() => fitSwing({ ...whole, leadArm: undefined }, BODY)).toThrow(/lead arm/);
  });
  test('a swing that the model does not describe is refused, with the curve that is off', () => {
    const whole = capture(sound, 'odd');
    const chest = must(whole.chest).map((v, i) => (i % 20 < 10 ? v : -v));
    expect(() => fitSwing({ ...whole, chest }, BODY)).toThrow(/does not describe this swing/);
  });
});

describe('Levenberg–Marquardt', () => {
  test('finds the valley of a curved function and keeps to its bounds', () => {
    const rosenbrock = ([a = 0, b = 0]: readonly number[]): number[] => [1 - a, 10 * (b - a * a)];
    const free = must(
      levenbergMarquardt(
        rosenbrock,
        [-1.2, 1],
        [
          [-3, 3],
          [-3, 3],
        ],
        [1e-5, 1e-5],
        { iterations: 80, tolerance: 1e-12 },
      ),
    );
    expect(free.at[0]).toBeCloseTo(1, 3);
    expect(free.at[1]).toBeCloseTo(1, 3);
    const bound = must(
      levenbergMarquardt(
        rosenbrock,
        [-1.2, 1],
        [
          [-3, 0.5],
          [-3, 3],
        ],
        [1e-5, 1e-5],
        { iterations: 80 },
      ),
    );
    expect(bound.at[0]).toBeLessThanOrEqual(0.5);
    expect(bound.at[1]).toBeCloseTo(bound.at[0]! ** 2, 2);
  });
  test('a model without an answer at the start gives none', () => {
    expect(levenbergMarquardt(() => undefined, [0], [[-1, 1]], [0.1])).toBeUndefined();
  });
});
