import { describe, expect, test } from '@jest/globals';
import { must } from '../errors/must.ts';
import { seededRandom } from '../numeric/random.ts';
import { unitsFor } from '../units/shown-units.ts';
import type { TrialSwing } from './fit-quantity.ts';
import { proposeSetUp } from './next-step.ts';
import { cueOf, holdsCue, labelsOf } from './run.ts';
import { planStack, stackOrder, stepLedger } from './steps.ts';
import { stepsSentence } from './steps-sentence.ts';

const UNITS = unitsFor('mph', 'yd');
const LABELS = ['As usual', '+ Tee 8 mm higher', '+ Ball forward', '+ Throw it'];

/** Swings of a stack: what each step adds to speed, m/s, and to the distance of the strike, mm; tiring over the swings. */
function stack(
  speeds: readonly number[],
  offsetsMm: readonly number[] | null,
  { rounds = 4, aTurn = 3, tiring = 0, seed = 'stack' } = {},
): TrialSwing[] {
  const random = seededRandom(seed);
  const swings: TrialSwing[] = [];
  const upTo = (list: readonly number[], s: number): number => list.slice(0, s).reduce((a, b) => a + b, 0);
  stackOrder(speeds.length + 1, rounds).forEach((round, r) =>
    round.forEach((state, place) => {
      for (let i = 0; i < aTurn; i++)
        swings.push({
          condition: state,
          turn: r * (speeds.length + 1) + place,
          values: {
            clubSpeedMps: 40 + upTo(speeds, state) - tiring * swings.length + 0.4 * random.normal(),
            ...(offsetsMm ? { offsetM: Math.abs(0.008 + upTo(offsetsMm, state) / 1000 + 0.003 * random.normal()) } : {}), // prettier-ignore
          },
        });
    }),
  );
  return swings;
}

describe('steps that keep the earlier ones', () => {
  test('the step that broke the strike is named, what paid is told apart, and the way back leads before it', () => {
    const ledger = stepLedger(stack([1.5, 0, 0], [0, 8, 0]), 4);
    expect(ledger).toMatchObject({ broken: 2, backTo: 1, leftOut: [], missing: '' });
    expect(must(ledger.steps[1]).worst?.quantity).toBe('offsetM');
    const words = stepsSentence(ledger, LABELS, UNITS);
    expect(words).toMatch(/^“\+ Tee 8 mm higher” added: \d\.\d mph faster/);
    expect(words).toContain('“+ Ball forward” broke something: distance of the strike from the centre');
    expect(words).toContain('Go back to “+ Tee 8 mm higher”.');
  });
  test('nothing broken leads on from the last step; tiring is not a step', () => {
    const ledger = stepLedger(stack([0, 0, 0], [0, 0, 0], { tiring: 0.04 }), 4);
    expect(ledger).toMatchObject({ broken: null, backTo: 3 });
    for (const s of ledger.steps) {
      const [lo, hi] = must(s.added.find((a) => a.quantity === 'clubSpeedMps')).joint90;
      expect([lo < 0, hi > 0]).toEqual([true, true]);
    }
    expect(stepsSentence(ledger, LABELS, UNITS)).toContain('No step is known to have broken');
  });
  test('the intervals of all steps hold together nine times in ten, and steps add up to the last state', () => {
    let held = 0;
    for (let i = 0; i < 150; i++) {
      const truth = [0.8, -0.4, 0.3];
      const { steps } = stepLedger(stack(truth, null, { seed: `held ${i}` }), 4);
      const speeds = steps.map((s) => must(s.added.find((a) => a.quantity === 'clubSpeedMps')));
      held += Number(speeds.every((a, k) => a.joint90[0] <= truth[k]! && truth[k]! <= a.joint90[1]));
    }
    expect(held / 150).toBeGreaterThan(0.85);
  });
  test('a state without enough swings is left out, and neighbours of it are not guessed', () => {
    const swings = stack([1, 1, 1], [0, 0, 0]).filter((s) => s.condition !== 2);
    const ledger = stepLedger(swings, 4);
    expect(ledger.leftOut).toEqual([2]);
    expect(ledger.steps.map((s) => s.added.length > 0)).toEqual([true, false, false]);
    expect(stepLedger([], 3).missing).toContain('on both sides of a step');
    expect(stepsSentence(stepLedger([], 3), LABELS, UNITS)).toMatch(/^Cannot say yet/);
  });
  test('goes up and down again, with turns as long as the swings allow', () => {
    expect(planStack(3, 18)).toEqual({
      conditions: 3,
      rounds: 2,
      swingsATurn: 3,
      order: [
        [0, 1, 2],
        [2, 1, 0],
      ],
    });
    expect(stackOrder(2, 1, 1)).toEqual([[1, 0]]);
    expect(planStack(6, 18)).toMatchObject({ rounds: 3, swingsATurn: 1 });
  });
  test('a state is named by all its steps', () => {
    const kinds = ['as usual', 'set-up', 'cue'] as const;
    const said = {
      stack: true,
      conditions: kinds.map((kind, i) => ({
        kind,
        label: must(['As usual', 'Tee up', 'Throw'][i]),
        club: '',
        drillId: '',
      })),
    };
    expect([0, 1, 2].map((c) => cueOf(said, c))).toEqual(['', 'Tee up', 'Tee up + Throw']);
    expect([0, 1, 2].map((c) => holdsCue(said, c))).toEqual([false, false, true]);
    expect(labelsOf(said)).toEqual(['As usual', '+ Tee up', '+ Throw']);
    expect(cueOf({ ...said, stack: false }, 2)).toBe('Throw');
  });
});

describe('next step of ball and tee', () => {
  const shots = (attackDeg: number, highMm: number | null, n = 8) =>
    Array.from({ length: n }, (_, i) => ({
      clubSpeedMps: 42,
      ballSpeedMps: 60,
      launchRad: 0.2,
      spinRadPerS: 300,
      attackRad: ((attackDeg + 0.3 * (i % 3) - 0.3) * Math.PI) / 180,
      ...(highMm === null ? {} : { impactToeM: 0, impactHighM: highMm / 1000 }),
    }));
  test('a driver hit down gets the ball forward, a low strike the tee up; each says why', () => {
    const steps = proposeSetUp(shots(-4, -12), 'driver');
    expect(steps.map((s) => s.label)).toEqual([
      expect.stringMatching(/^Ball \d+ mm forward$/),
      expect.stringMatching(/^Tee \d+ mm higher$/),
    ]);
    expect(must(steps[0]).because).toMatch(/^the attack is 4\.\d° down on average, \d\.\d° (up|down) is aimed at$/);
    expect(must(steps[1]).because).toBe('the strike is 12 mm low on average');
  });
  test('nothing for another club, too few shots, or where nothing is worth a step', () => {
    expect(proposeSetUp(shots(-4, -8), 'middle iron')).toEqual([]);
    expect(proposeSetUp(shots(-4, -8, 4), 'driver')).toEqual([]);
    expect(proposeSetUp(shots(-4, null), 'driver').map((s) => s.label)).toEqual([expect.stringMatching(/^Ball/)]);
  });
});
