import { describe, expect, test } from '@jest/globals';
import { must } from '../errors/must.ts';
import { seededRandom } from '../numeric/random.ts';
import { simulateTrial, trialFigures } from '../../bench/trials.ts';
import { mphToMps } from '../units/units.ts';
import { unitsFor } from '../units/shown-units.ts';
import { balancedOrder, planProblem, planTrial } from './order.ts';
import type { TrialQuantity } from './quantities.ts';
import { nextTurn, roundsDone, type Turn } from './run.ts';
import type { TrialSwing } from './fit-quantity.ts';
import { analyseTrial } from './trial.ts';
import { differenceWords, levelWords, trialSentence } from './trial-sentence.ts';
import { ratingValues, trialValues } from './values.ts';

const units = unitsFor('mph', 'yd');

/** Swings of a balanced trial: what each condition and each swing adds is given. */
function trial(
  conditions: number,
  swings: number,
  of: (condition: number, index: number, noise: () => number) => Partial<Record<TrialQuantity, number>>,
  seed = 'made',
): TrialSwing[] {
  const random = seededRandom(seed);
  const { order, swingsATurn } = planTrial(conditions, swings, seed);
  return order.flat().flatMap((condition, turn) =>
    Array.from({ length: swingsATurn }, (_, s) => ({
      condition,
      turn,
      values: of(condition, turn * swingsATurn + s, () => random.normal()),
    })),
  );
}

describe('the order of a trial', () => {
  test.each([
    [2, 4],
    [3, 3],
    [3, 6],
    [4, 4],
    [5, 5],
    [6, 6],
  ])(
    '%i things in %i rounds: each as often in each place, none twice running, followers even',
    (conditions, rounds) => {
      for (const seed of ['a', 'b', 'c']) {
        const order = balancedOrder(conditions, rounds, seed);
        for (const round of order) expect(round.toSorted()).toEqual(Array.from({ length: conditions }, (_, i) => i));
        for (let c = 0; c < conditions; c++)
          for (let place = 0; place < conditions; place++) {
            const times = order.filter((round) => round[place] === c).length;
            expect(Math.abs(times - rounds / conditions)).toBeLessThanOrEqual(1);
          }
        const flat = order.flat();
        // Two things that never run twice would only alternate, and one of them would always be later.
        if (conditions > 2) flat.forEach((c, i) => expect(flat[i + 1]).not.toBe(c));
        const after = flat.slice(1).map((c, i) => `${flat[i]}${c}`);
        const most = Math.max(...[...new Set(after)].map((a) => after.filter((b) => b === a).length));
        expect(most).toBeLessThanOrEqual(Math.ceil(after.length / (conditions * (conditions - 1))) + 1);
      }
    },
  );
  test('rounds added later even out those before', () => {
    const order = balancedOrder(4, 2, 'x');
    const more = balancedOrder(4, 2, 'x', order);
    const all = [...order, ...more];
    for (let c = 0; c < 4; c++)
      for (let place = 0; place < 4; place++) expect(all.filter((r) => r[place] === c).length).toBeLessThanOrEqual(2);
  });
  test('the swings at hand become short turns; too few of them are said', () => {
    expect(planTrial(3, 18, 's')).toMatchObject({ rounds: 3, swingsATurn: 2 });
    expect(planTrial(2, 6, 's')).toMatchObject({ rounds: 3, swingsATurn: 1 });
    expect(planTrial(2, 60, 's').rounds).toBe(10);
    expect(planProblem(6, 12)).toContain('at least 18 swings');
    expect(planProblem(1, 12)).toContain('at least two');
    expect(planProblem(6, 18)).toBe('');
  });
});

describe('who is next', () => {
  const said = { order: [[0, 1, 2], [2, 0, 1]], swingsATurn: 2 }; // prettier-ignore
  const turn = (round: number, condition: number, part: Partial<Turn> = {}): Turn => ({
    round,
    condition,
    counted: 2,
    setAside: 0,
    ended: true,
    ...part,
  });
  test('the order is followed, and at the end there is nothing', () => {
    expect(nextTurn(said, [])).toEqual({ round: 0, condition: 0, swings: 2 });
    const first = [turn(0, 0), turn(0, 1), turn(0, 2)];
    expect(nextTurn(said, first)).toEqual({ round: 1, condition: 2, swings: 2 });
    expect(roundsDone(said, first)).toBe(1);
    expect(nextTurn(said, [...first, turn(1, 2), turn(1, 0), turn(1, 1)])).toBeNull();
  });
  test('a swing set aside is made again before the round is over; a device that dropped out holds nothing up', () => {
    const aside = [turn(0, 0, { counted: 1, setAside: 1 }), turn(0, 1), turn(0, 2)];
    expect(nextTurn(said, aside)).toEqual({ round: 0, condition: 0, swings: 1 });
    expect(nextTurn(said, [...aside, turn(0, 0, { counted: 1 })])).toMatchObject({ round: 1 });
    expect(nextTurn(said, [turn(0, 0), turn(0, 1, { counted: 0 }), turn(0, 2)])).toMatchObject({ round: 1 });
    // All mishit again and again: the order goes on all the same.
    const mishit = Array.from({ length: 3 }, () => turn(0, 0, { counted: 0, setAside: 2 }));
    expect(nextTurn(said, [...mishit, turn(0, 1), turn(0, 2)])).toMatchObject({ round: 1 });
  });
});

describe('a trial', () => {
  const speed = (mph: number) => ({ clubSpeedMps: mphToMps(mph) });
  test('names the faster one with its interval, tiring taken out', () => {
    const a = analyseTrial(
      trial(3, 30, (c, i, noise) => speed(95 + (c === 2 ? 4 : 0) - 0.08 * i + 0.7 * noise())),
      3,
    );
    expect(a.verdict).toBe('better');
    expect(a.leader).toBe(2);
    const [, two] = must(a.quantities[0]).effects;
    expect(must(two).interval90[0]).toBeLessThan(mphToMps(4));
    expect(must(two).interval90[1]).toBeGreaterThan(mphToMps(4) * 0.9);
    expect(must(a.quantities[0]).drift).toBeLessThan(0);
    expect(trialSentence(a, ['usual', 'hips', 'throw'], units)).toMatch(
      /^“throw” is the best of these: .* faster \(.*\) than “usual”, .* sure\. The strike was not measured\./,
    );
  });
  test('a faster cue that breaks the strike is not the best', () => {
    const swings = trial(2, 24, (c, _, noise) => ({
      ...speed(95 + (c === 1 ? 4 : 0) + 0.7 * noise()),
      offsetM: 0.01 + (c === 1 ? 0.012 : 0) + 0.003 * noise(),
    }));
    const a = analyseTrial(swings, 2);
    expect(a.leader).toBe(0);
    expect(must(a.chanceKeepsStrike[1])).toBeLessThan(0.1);
    const loose = analyseTrial(swings, 2, { mostOffsetMoreM: 0.05, mostSmashLess: 0.2 });
    expect(loose.leader).toBe(1);
  });
  test('alike is a tie, and said as one', () => {
    const a = analyseTrial(
      trial(2, 40, (_, __, noise) => speed(95 + 0.5 * noise()), 'alike'),
      2,
    );
    expect(a.verdict).toBe('tie');
    expect(trialSentence(a, ['usual', 'throw'], units)).toContain('A tie');
  });
  test('thin trials say what they cannot: one round, a condition without swings, six with three each', () => {
    const one = analyseTrial([{ condition: 0, turn: 0, values: speed(95) }, { condition: 1, turn: 1, values: speed(99) }], 2); // prettier-ignore
    expect(one).toMatchObject({ verdict: 'cannot say', leader: null, decidedBy: null });
    expect(trialSentence(one, ['a', 'b'], units)).toContain('at least 3 measured swings');
    const empty = analyseTrial(
      trial(3, 18, (_, __, noise) => speed(95 + noise())).filter((s) => s.condition !== 1),
      3,
    );
    expect(empty.leftOut).toEqual([1]);
    expect(trialSentence(empty, ['a', 'b', 'c'], units)).toContain('Nothing can be said of “b”');
    // The first condition all mishit: the next one becomes what is compared with.
    const first = analyseTrial(
      trial(3, 18, (_, __, noise) => speed(95 + noise())).filter((s) => s.condition !== 0),
      3,
    );
    expect(first.reference).toBe(1);
    const six = analyseTrial(
      trial(6, 18, (c, _, noise) => speed(95 + 0.3 * c + 1.5 * noise())),
      6,
    );
    expect(six.verdict).toBe('cannot say');
    expect(trialSentence(six, [...'abcdef'], units)).toMatch(/Cannot say yet: .*round/);
  });
  test('without a device: by the ear, by marks on the face, by ease', () => {
    const rated = trial(2, 6, () => ({}), 'rated').map((s, i) => ({
      ...s,
      values: must(ratingValues({ ease: s.condition === 1 ? 8 : 5 - (i % 2), swish: null, dots: [] }, false)[0]),
    }));
    const ease = analyseTrial(rated, 2);
    expect(ease).toMatchObject({ decidedBy: 'ease', leader: 1 });
    expect(trialSentence(ease, ['usual', 'throw'], units)).toContain('freer');
    expect(ratingValues({ ease: 7, swish: 'past', dots: [{ toeM: 0.003, highM: 0.004 }] }, false)).toEqual([
      { ease: 7, swishFromBallM: 0.3 },
      { offsetM: 0.005 },
    ]);
    expect(ratingValues({ ease: null, swish: null, dots: [{ toeM: 0, highM: 0 }] }, true)).toEqual([]);
  });
  test('left and right are alike, and exchanging two conditions turns every sign', () => {
    const made = (swap: boolean) =>
      analyseTrial(
        trial(2, 20, (c, _, noise) => speed(95 + 2 * c + noise()), 'swap').map((s) =>
          swap ? { ...s, condition: 1 - s.condition } : s,
        ),
        2,
      );
    const [a, b] = [must(made(false).quantities[0]).effects[0]!, must(made(true).quantities[0]).effects[0]!];
    expect(b.difference).toBeCloseTo(-a.difference, 9);
    expect(b.interval90[0]).toBeCloseTo(-a.interval90[1], 6);
  });
  test('carry is flown where only the launch is known, and what is not there stays out', () => {
    const v = trialValues({ ballSpeedMps: 60, launchRad: 0.22, spinRadPerS: 280 }, 'driver');
    expect(must(v.carryM)).toBeGreaterThan(150);
    expect(v.smash).toBeUndefined();
    expect(trialValues({ clubSpeedMps: 40 }, 'driver')).toEqual({ clubSpeedMps: 40 });
  });
});

test('levels and differences spell their sides and say the unit once', () => {
  expect(levelWords('pathRad', -0.02, units)).toBe('1.1° in');
  expect(levelWords('attackRad', -0.0001, units)).toBe('0.0°');
  expect(levelWords('clubSpeedMps', mphToMps(90), units)).toBe('90.0 mph');
  const words = (quantity: TrialQuantity, difference: number, lo: number, hi: number) =>
    differenceWords(quantity, { difference, interval90: [lo, hi] }, units);
  expect(words('clubSpeedMps', 1, 0.5, 1.5)).toBe('2.2 mph faster (1.1 to 3.4 mph)');
  expect(words('clubSpeedMps', -1, -1.5, 0.5)).toBe('2.2 mph slower (1.1 mph faster to 3.4 mph slower)');
  expect(words('offsetM', -0.004, -0.006, -0.002)).toBe('4 mm nearer to the centre (2 to 6 mm)');
  expect(words('ease', 2, 1, 3)).toBe('2.0 of 10 freer (1.0 to 3.0 of 10)');
});

describe('made-up players that the model was not made for', () => {
  test('intervals hold, and nothing is named where nothing differs, looked at after every round', () => {
    const none = trialFigures({ conditions: 3, swingsEach: 6, effectSd: 0 }, 80, seededRandom('none'), 'n');
    expect(none.named).toBeLessThanOrEqual(0.15);
    expect(none.covered90).toBeGreaterThan(0.85);
    const some = trialFigures({ conditions: 3, swingsEach: 6, effectSd: 0.0106 }, 80, seededRandom('some'), 's');
    expect(some.covered90).toBeGreaterThan(0.82);
    expect(some.nearBestKept).toBeGreaterThan(0.8);
    expect(some.namedWorse).toBeLessThanOrEqual(0.05);
  });
  test('a mishit in a turn of one swing moves the answer little', () => {
    const { swings } = simulateTrial({ conditions: 2, swingsEach: 3, effectSd: 0 }, seededRandom('mishit'), 'm');
    const before = must(analyseTrial(swings, 2).quantities[0]).effects[0]!.difference;
    const size = must(swings[0]).values.clubSpeedMps!;
    const hit = swings.map((s, i) => (i === 3 ? { ...s, values: { clubSpeedMps: 0.8 * size } } : s));
    const after = must(analyseTrial(hit, 2).quantities[0]).effects[0]!.difference;
    // A plain mean would move by a third of a fifth of the speed.
    expect(Math.abs(after - before)).toBeLessThan(0.03 * size);
  });
});
