import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { analyseSequence } from '../core/capture/sequence.ts';
import { seededRandom } from '../core/numeric/random.ts';
import { mean, standardDeviation } from '../core/numeric/statistics.ts';
import { clubHeadSpeedMps } from '../core/swing/model.ts';
import { scaledPlayer } from '../core/swing/parameters.ts';
import { drawCaptureOptions, makeCapture } from './capture.ts';
import { AMOUNTS, FAMILIES, withFamilies, withFamily } from './families.ts';
import { drawAmounts, drawPlayer, PLAYER_MODELS } from './population.ts';
import { drawPriceRows } from './price-rows.ts';

// What the fitted tables are made from: made-up players. What they must be, whatever is fitted to them.

const seed = fc.integer({ min: 0, max: 1_000_000 }).map((n) => seededRandom(`players ${n}`));
const some = { numRuns: 15 };

describe('faults that are put into a swing', () => {
  const sound = scaledPlayer(1.78, 80, 0.74);
  test('an amount of nothing changes nothing, and the order in which they are said does not matter', () => {
    for (const id of FAMILIES) expect(withFamily(sound, id, 0)).toBe(sound);
    expect(withFamilies(sound, {})).toEqual(sound);
    expect(withFamilies(sound, { tension: 0.4, 'short-turn': 20 })).toEqual(
      withFamilies(sound, { 'short-turn': 20, tension: 0.4 }),
    );
  });
  test.each(FAMILIES.map((id) => [id]))('%s costs speed, more of it more', (id) => {
    const [least, most] = AMOUNTS[id];
    const speed = (amount: number): number => clubHeadSpeedMps(withFamily(sound, id, amount)) ?? NaN;
    expect(speed(most)).toBeLessThan(speed(0));
    expect(speed(most)).toBeLessThan(speed(least));
  });
});

describe('made-up players', () => {
  test('property: of any age and model are people who reach the ball at a speed that players have', () => {
    fc.assert(
      fc.property(
        seed,
        fc.constantFrom(...PLAYER_MODELS),
        fc.integer({ min: 0, max: 4 }),
        (random, model, mostFaults) => {
          const p = drawPlayer(random, { mostFaults, model });
          expect(p.ageYears).toBeGreaterThanOrEqual(12);
          expect(p.ageYears).toBeLessThanOrEqual(80);
          expect(p.heightM).toBeGreaterThan(1.2);
          expect(p.heightM).toBeLessThan(2.15);
          expect(p.massKg / p.heightM ** 2).toBeGreaterThan(12);
          expect(p.speedMps).toBeGreaterThan(22);
          expect(p.speedMps).toBeLessThan(57);
          expect(clubHeadSpeedMps(p.swing)).toBe(p.speedMps);
          expect(Object.keys(p.amounts).length).toBeLessThanOrEqual(mostFaults);
        },
      ),
      some,
    );
  });
  test('without faults the swing is the sound one; the same seed is the same player', () => {
    const one = drawPlayer(seededRandom('same'), { mostFaults: 0 });
    expect(one.swing).toEqual(one.sound);
    expect(drawPlayer(seededRandom('same'), { mostFaults: 0 })).toEqual(one);
    expect(drawPlayer(seededRandom('another'), { mostFaults: 0 }).speedMps).not.toBe(one.speedMps);
  });
  test('property: amounts lie where a fault has its name, or below where small ones are asked for; two of the wrist exclude each other', () => {
    fc.assert(
      fc.property(seed, fc.integer({ min: 0, max: 6 }), fc.constantFrom(0, 0.5, 1), (random, most, small) => {
        const amounts = drawAmounts(random, most, small);
        expect(amounts['held-off'] !== undefined && amounts['early-release'] !== undefined).toBe(false);
        for (const id of FAMILIES) {
          const amount = amounts[id];
          if (amount === undefined) continue;
          const [lo, hi] = AMOUNTS[id];
          expect(amount).toBeGreaterThan(0);
          expect(amount).toBeLessThanOrEqual(small === 1 ? lo : hi);
          if (small === 0) expect(amount).toBeGreaterThanOrEqual(lo);
        }
      }),
    );
  });
  test('cover the slow, the old, the young and the fast, of both sexes', () => {
    const random = seededRandom('cover');
    const players = Array.from({ length: 60 }, () => drawPlayer(random, { mostFaults: 3 }));
    const speeds = players.map((p) => p.speedMps);
    expect(Math.min(...speeds)).toBeLessThan(30);
    expect(Math.max(...speeds)).toBeGreaterThan(45);
    expect(players.some((p) => p.ageYears < 17)).toBe(true);
    expect(players.some((p) => p.ageYears > 70)).toBe(true);
    expect(new Set(players.map((p) => p.sex)).size).toBe(2);
    const of = (sex: string): number => mean(players.filter((p) => p.sex === sex).map((p) => p.speedMps));
    expect(of('male')).toBeGreaterThan(of('female'));
  });
  test('the wider model differs more from player to player of one body than the product’s own', () => {
    const hub = (model: 'own' | 'wide'): number => {
      const random = seededRandom(`hub ${model}`);
      const moves = Array.from({ length: 25 }, () => drawPlayer(random, { mostFaults: 0, model }).sound.hub.lateralM);
      return standardDeviation(moves) / mean(moves);
    };
    expect(hub('wide')).toBeGreaterThan(hub('own'));
  });
});

describe('captures of them', () => {
  test('property: run forward at their rate, hold what was asked for, and are read by the product’s own reader', () => {
    fc.assert(
      fc.property(seed, fc.boolean(), fc.boolean(), (random, slow, withHips) => {
        const player = drawPlayer(random, { mostFaults: 2 });
        const options = { ...drawCaptureOptions(random, slow), withHips };
        const capture = makeCapture(player.swing, options, random)!;
        const { timeS } = capture;
        for (const [i, t] of timeS.entries()) if (i > 0) expect(t - timeS[i - 1]!).toBeCloseTo(1 / options.rateHz, 9);
        expect(capture.ratesRadPerS.hips !== undefined).toBe(withHips);
        for (const curve of Object.values(capture.ratesRadPerS)) expect(curve).toHaveLength(timeS.length);
        const { topBeforeStrikeS, order } = analyseSequence(capture);
        expect(topBeforeStrikeS).toBeGreaterThan(0.12);
        expect(topBeforeStrikeS).toBeLessThan(0.6);
        expect(order).toContain('club');
      }),
      some,
    );
  });
  test('a slow backswing is a longer one', () => {
    const random = seededRandom('slow');
    const drawn = (slow: boolean): number[] =>
      Array.from({ length: 20 }, () => drawCaptureOptions(random, slow).backswingS);
    expect(Math.min(...drawn(true))).toBeGreaterThan(Math.max(...drawn(false)));
  });
});

test('what a fault costs is nothing where there is none, and all of them together cost at least nearly the dearest', () => {
  const none = drawPriceRows(seededRandom('none'), 4, ['own'], 0);
  for (const row of none) expect([row.together, row.price]).toEqual([0, {}]);
  const rows = drawPriceRows(seededRandom('some'), 12, ['own', 'wide'], 4);
  expect(rows.some((r) => Object.keys(r.price).length > 0)).toBe(true);
  for (const { price, together, speedMps } of rows) {
    expect(speedMps).toBeGreaterThan(22);
    for (const cost of Object.values(price)) expect(cost).toBeLessThanOrEqual(Math.max(0.02, together + 0.05));
  }
});
