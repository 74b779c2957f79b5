import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { analyseSequence } from '../capture/sequence.ts';
import { must } from '../errors/must.ts';
import { readMotionCsv } from '../formats/motion-csv.ts';
import { LEARNED_PRICE } from './fitted/learned-price.ts';
import { priceInputs, priceSwing, type PriceInputs } from './learned-price.ts';
import { priceWords } from './price-words.ts';

const swing = (name: string): PriceInputs | undefined =>
  priceInputs(
    analyseSequence(
      readMotionCsv(readFileSync(join(import.meta.dirname, '../capture/fixtures/motion', `${name}.csv`), 'utf8')),
    ),
  );
const priced = (name: string, speedMps = 45) => priceSwing(swing(name), { sex: 'male', ageYears: 40 }, speedMps);

describe('learned prices', () => {
  test('a captured swing has a band for each fault, in order, and one for all together', () => {
    const { refused, prices, together } = priced('04-stall-500hz');
    expect(refused).toBe('');
    expect(prices.map((p) => p.fault)).toEqual(expect.arrayContaining(['short-turn', 'body-stall', 'early-release']));
    for (const { meanMps, interval90Mps } of [...prices, must(together)]) {
      expect(interval90Mps[0]).toBeLessThanOrEqual(interval90Mps[1]);
      expect(meanMps).toBeGreaterThan(interval90Mps[0] - 1);
      expect(meanMps).toBeLessThan(interval90Mps[1] + 1);
    }
  });
  test('prices are shares of the own speed', () => {
    const [slow, fast] = [priced('01-cast-500hz', 30), priced('01-cast-500hz', 60)];
    slow.prices.forEach((p, i) => {
      expect(fast.prices[i]!.meanMps).toBeCloseTo(2 * p.meanMps, 9);
      expect(fast.prices[i]!.interval90Mps[1]).toBeCloseTo(2 * p.interval90Mps[1], 9);
    });
  });
  test('the network finds the fault of a file by itself, as a check', () => {
    const check = (name: string, fault: string): number =>
      must(priced(name).prices.find((p) => p.fault === fault)).presentCheck;
    expect(check('04-stall-500hz', 'body-stall')).toBeGreaterThan(check('00-even-240hz', 'body-stall'));
    expect(check('01-cast-500hz', 'early-release')).toBeGreaterThan(check('00-even-240hz', 'early-release'));
    expect(check('05-short-100hz', 'short-turn')).toBeGreaterThan(check('00-even-240hz', 'short-turn'));
  });
  test('without the curves it needs, and for a swing unlike all players, nothing is said and why', () => {
    expect(priceSwing(undefined, {}, 45)).toMatchObject({ prices: [], together: null });
    const strange = Object.fromEntries(
      Object.entries(must(swing('00-even-240hz'))).map(([k, v], i) => [k, v * (i % 2 ? 9 : -7)]),
    );
    expect(priceSwing(strange, {}, 45).refused).toContain('unlike all players');
  });
  test('without the hips no price of hips that start late', () => {
    const hipless = { ...must(swing('00-even-240hz')), hasHips: 0 };
    expect(priceSwing(hipless, {}, 45).prices.map((p) => p.fault)).not.toContain('no-foot-torque');
  });
  test('the data say what they were made from', () => {
    expect(LEARNED_PRICE.players).toBeGreaterThan(10_000);
    expect(LEARNED_PRICE.widening).toHaveLength(LEARNED_PRICE.faults.length + 1);
    expect(LEARNED_PRICE.quantiles).toContain(0.05);
  });
});

describe('prices in words', () => {
  const words = (id: string, presentChance: number, lo: number, hi: number): string =>
    priceWords(
      { id, presentChance, price: { meanMps: (lo + hi) / 2, interval90Mps: [lo, hi] } },
      (v) => v.toFixed(1),
      'm/s',
    );
  test.each([
    ['short-turn', 0.9, 1, 3, 'costs 1.0 to 3.0 m/s'],
    ['short-turn', 0.6, 1, 3, 'likely, worth 1.0 to 3.0 m/s if so'],
    ['short-turn', 0.9, -0.5, 3, 'worth -0.5 to 3.0 m/s if there: it may cost nothing'],
    ['short-turn', 0.3, 1, 3, 'what it costs cannot be said from this swing'],
    ['short-turn', 0.1, 1, 3, ''],
    ['tension', 0.7, 1, 3, 'what it costs cannot be said from this swing'],
    ['tension', 0.85, 1, 3, 'costs 1.0 to 3.0 m/s'],
    ['arms-first', 0.9, -2, -0.2, 'pays for this player if there: -2.0 to -0.2 m/s'],
  ] as const)('%s there at %p, %p to %p: %s', (id, there, lo, hi, said) => expect(words(id, there, lo, hi)).toBe(said));
  test('without a price nothing is said', () => {
    expect(priceWords({ id: 'sway', presentChance: 0.9 }, String, 'mph')).toBe('');
  });
});
