import { tuple } from '../numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import { seededRandom } from '../numeric/random.ts';
import { compareConditions } from './compare-runs.ts';
import { compareQuantity, type QuantityRun } from './compare-quantity.ts';

/** Alternating runs of two cues in any quantity: blocks differ by half of what swings do. */
function runs(difference: number, sd: number, seed: string, base = 3): QuantityRun[] {
  const random = seededRandom(seed);
  return ['a', 'b', 'a', 'b'].map((label, position) => {
    const block = 0.45 * sd * random.normal();
    const values = Array.from(
      { length: 5 },
      () => base + (label === 'b' ? difference : 0) + block + sd * random.normal(),
    );
    return { label, day: 'one', position, values };
  });
}

describe('comparing any quantity', () => {
  test('a quantity in another unit gives the same chances and scaled figures', () => {
    const mm = runs(4, 6, 'unit', 20);
    const cm = mm.map((r) => ({ ...r, values: r.values.map((v) => v / 10 + 7) }));
    const [a, b] = tuple(2, [compareQuantity(mm).effects[0]!, compareQuantity(cm).effects[0]!]);
    expect(b.difference).toBeCloseTo(a.difference / 10, 9);
    expect(b.interval90[1]).toBeCloseTo(a.interval90[1] / 10, 9);
    expect(b.chanceGreater).toBeCloseTo(a.chanceGreater, 9);
  });

  test('less is better turns the best, never the difference', () => {
    const list = runs(8, 5, 'less', 20);
    const [more, less] = tuple(2, [
      compareQuantity(list, 'more').effects[0]!,
      compareQuantity(list, 'less').effects[0]!,
    ]);
    expect(less.difference).toBeCloseTo(more.difference, 6);
    expect(less.interval90[0]).toBeCloseTo(more.interval90[0], 6);
    expect(less.chanceGreater).toBeCloseTo(more.chanceGreater, 6);
    expect(more.chanceBest).toBeGreaterThan(0.8);
    expect(less.chanceBest).toBeLessThan(0.2);
  });

  test('speed as any quantity comes out near the model of speed', () => {
    const random = seededRandom('speed');
    const speeds = ['a', 'b', 'a', 'b'].map((label, position) => ({
      label,
      day: 'one',
      position,
      speedsMps: Array.from({ length: 6 }, () => 40 + (label === 'b' ? 0.8 : 0) + 0.6 * random.normal()),
    }));
    const asSpeed = compareConditions(speeds).effects[0]!;
    const any = compareQuantity(speeds.map(({ speedsMps, ...r }) => ({ ...r, values: speedsMps }))).effects[0]!;
    expect(any.difference).toBeCloseTo(asSpeed.differenceMps, 1);
    expect(any.chanceGreater).toBeCloseTo(asSpeed.chanceFaster, 1);
  });

  test('90 % intervals hold, and nothing said with nine in ten is wrong more than so often', () => {
    let [held, sure, wrong] = [0, 0, 0];
    for (let i = 0; i < 250; i++) {
      const random = seededRandom(`truth ${i}`);
      const difference = 0.8 * random.normal();
      const {
        difference: _d,
        interval90,
        chanceGreater,
      } = compareQuantity(runs(difference, 1, `runs ${i}`)).effects[0]!;
      if (interval90[0] <= difference && difference <= interval90[1]) held++;
      if (Math.max(chanceGreater, 1 - chanceGreater) < 0.9) continue;
      sure++;
      if (chanceGreater > 0.5 !== difference > 0) wrong++;
    }
    expect(held / 250).toBeGreaterThan(0.85);
    expect(wrong / sure).toBeLessThan(0.1);
  });

  test('all values alike, or too few, cannot be compared', () => {
    const alike = ['a', 'b'].map((label) => ({ label, day: 'one', values: [5, 5, 5, 5] }));
    expect(compareQuantity(alike).missing).toContain('as measured');
    expect(compareQuantity(alike.map((r) => ({ ...r, values: [5] }))).missing).toContain('2 more swings of a');
  });
});
