import { tuple } from '../numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { must } from '../errors/must.ts';
import { mphToMps, mpsToMph } from '../units/units.ts';
import { measuredFinding, namedSource } from './findings.ts';
import { ONE_AMOUNT } from './fitted/one-amount.ts';
import { priceOfAmount, pricesOfAmounts } from './one-amount-price.ts';

const SIGNS = ONE_AMOUNT.tables.map((t) => t.sign);
const bandMph = (sign: string, value: number, mph: number): number[] => {
  const p = must(priceOfAmount(sign, value, 2, mphToMps(mph)));
  return [p.interval90Mps[0], p.meanMps, p.interval90Mps[1]].map((v) => mpsToMph(v));
};

describe('a price from one amount', () => {
  test('chest turn of 70° at 90 mph, as an independent fit has it: 3.0, 5.4, 8.5 mph', () => {
    const [low, mean, high] = tuple(3, bandMph('chest-turn-top', 70, 90));
    expect(low).toBeGreaterThan(1.8);
    expect(low).toBeLessThan(3.6);
    expect(Math.abs(mean - 5.4)).toBeLessThan(0.8);
    expect(high).toBeGreaterThan(7.5);
    expect(high).toBeLessThan(10.8);
  });

  test('nothing missing costs nothing, more never costs less, and quantiles keep their order', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ONE_AMOUNT.tables),
        fc.double({ min: 0, max: 0.95, noNaN: true }),
        fc.double({ min: 0, max: 0.05, noNaN: true }),
        fc.double({ min: 60, max: 115, noNaN: true }),
        (table, share, more, mph) => {
          const at = (amount: number): number[] => bandMph(table.sign, table.soundFrom + table.side * amount, mph);
          expect(at(0)).toEqual([0, 0, 0]);
          const [less, greater] = [at(share * table.most), at((share + more) * table.most)];
          less.forEach((v, i) => expect(greater[i]).toBeGreaterThanOrEqual(v - 1e-9));
          expect(less[0]).toBeLessThanOrEqual(less[1]! + 1e-9);
          expect(less[1]).toBeLessThanOrEqual(less[2]! + 1e-9);
        },
      ),
      { numRuns: 1000 },
    );
  });

  test('no price for a sign that gives none, an unsure value, or a player outside those it was learned on', () => {
    const own = mphToMps(90);
    expect(SIGNS).toContain('chest-turn-top');
    expect(priceOfAmount('hips-past', 95, 1, own)).toBeUndefined();
    expect(priceOfAmount('chest-turn-top', 70, 15, own)).toBeUndefined();
    expect(priceOfAmount('chest-turn-top', 5, 2, own)).toBeUndefined();
    expect(priceOfAmount('chest-turn-top', 70, 2, mphToMps(20))).toBeUndefined();
  });

  test('of several readings the newest counts', () => {
    const reading = (value: number, ageDays: number) =>
      must(
        measuredFinding({
          sign: 'chest-turn-top',
          value,
          uncertainty: 2,
          ageDays,
          source: namedSource('chest-turn-top', `${ageDays}`),
        }),
      );
    const list = [reading(80, 0), reading(60, 30)];
    const price = must(pricesOfAmounts(list, mphToMps(90)).get('short-turn'));
    expect(mpsToMph(price.meanMps)).toBeCloseTo(bandMph('chest-turn-top', 80, 90)[1]!, 9);
    expect(price.from).toBe('one amount');
  });
});
