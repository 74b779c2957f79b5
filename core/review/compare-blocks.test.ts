import { tuple } from '../numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import { must } from '../errors/must.ts';
import { seededRandom } from '../numeric/random.ts';
import { compareConditions } from './compare-runs.ts';
import { blockTrend, compareRuns, nextInAlternation, unlikeCircumstances, type Run } from './compare-blocks.ts';

function runs(pattern: string, each: number, effect: number, drift: number, seed: string): Run[] {
  const random = seededRandom(seed);
  let k = 0;
  return [...pattern].map((label) => ({
    label: label as 'A' | 'B',
    day: 'today',
    speedsMps: Array.from(
      { length: each },
      () => 41 + (label === 'B' ? effect : 0) + drift * k++ + 0.6 * random.normal(),
    ),
  }));
}

describe('two blocks compared', () => {
  test('the interval holds the true difference nine times in ten, drift or no drift', () => {
    for (const [pattern, drift] of [
      ['AB', 0],
      ['ABAB', -0.05],
      ['ABABAB', 0.04],
    ] as const) {
      let held = 0;
      for (let i = 0; i < 400; i++) {
        const [lo, hi] = must(compareRuns(runs(pattern, 5, 0.8, drift, `${pattern}-${i}`)).interval90Mps);
        if (lo <= 0.8 && 0.8 <= hi) held++;
      }
      // Runs without any spread of their own are covered more than promised: the model keeps a place for it.
      expect(held / 400).toBeGreaterThan(0.85);
    }
  });
  test('tiring counts for neither side when the runs alternate', () => {
    const c = compareRuns(runs('ABABAB', 6, 0, -0.06, 'tired'));
    expect(c.alternated).toBe(true);
    expect(Math.abs(must(c.differenceMps))).toBeLessThan(0.5);
    expect(must(c.driftMps)).toBeLessThan(-0.1);
  });
  test('exchanging A and B turns the sign and the chance', () => {
    const forward = runs('ABAB', 5, 1, 0, 'turn');
    const back = forward.map((r) => ({ ...r, label: r.label === 'A' ? ('B' as const) : ('A' as const) }));
    const [x, y] = [compareRuns(forward), compareRuns(back)];
    expect(must(y.differenceMps)).toBeCloseTo(-must(x.differenceMps), 9);
    expect(must(x.chanceBFaster) + must(y.chanceBFaster)).toBeCloseTo(1, 9);
  });
  test('three conditions: chances of being best add up, and the best of them leads', () => {
    const random = seededRandom('three');
    const c = compareConditions(
      ['feel', 'push', 'throw', 'throw', 'push', 'feel', 'push', 'feel', 'throw'].map((label) => ({
        label,
        day: 'today',
        speedsMps: Array.from({ length: 5 }, () => 41 + (label === 'push' ? 1.6 : 0) + 0.5 * random.normal()),
      })),
    );
    const chances = [c.firstChanceBest, ...c.effects.map((e) => e.chanceBest)];
    expect(chances.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(c.effects[0]).toMatchObject({ label: 'push' });
    expect(c.effects[0]!.chanceBest).toBeGreaterThan(0.9);
  });
  test('another day widens the interval; what is alike is a tie', () => {
    const width = (day: string): number => {
      const [a, b] = tuple(2, runs('AB', 8, 0, 0, 'days'));
      const [lo, hi] = must(compareRuns([a, { ...b, day }]).interval90Mps);
      return hi - lo;
    };
    expect(width('yesterday')).toBeGreaterThan(1.2 * width('today'));
    expect(compareRuns(runs('ABABABABABAB', 12, 0, 0, 'tie')).tie).toBe(true);
    expect(compareRuns(runs('ABAB', 8, 3, 0, 'no tie')).tie).toBe(false);
  });
  test('runs in which all swings carry one figure cannot be compared', () => {
    const c = compareRuns([
      { label: 'A', day: 'd', speedsMps: [40, 40, 40] },
      { label: 'B', day: 'd', speedsMps: [41, 41, 41] },
    ]);
    expect(c.differenceMps).toBeNull();
    expect(c.missing).toContain('as measured');
  });
  test('too few swings: says how many are missing', () => {
    const c = compareRuns([
      { label: 'A', day: 'd', speedsMps: [40, 41, 42] },
      { label: 'B', day: 'd', speedsMps: [42] },
    ]);
    expect(c.differenceMps).toBeNull();
    expect(c.missing).toBe('2 more swings of B');
  });
  test('the next run of an alternation', () => {
    expect(nextInAlternation([])).toBe('A');
    expect(nextInAlternation(runs('AB', 1, 0, 0, 's'))).toBe('A');
    expect(nextInAlternation(runs('ABA', 1, 0, 0, 's'))).toBe('B');
  });
});

describe('trend within a block', () => {
  const speeds = (drift: number, n = 14): number[] => {
    const random = seededRandom('trend');
    return Array.from({ length: n }, (_, i) => 41 + drift * i + 0.3 * random.normal());
  };
  test.each([
    ['tiring', -0.15],
    ['warming', 0.15],
    ['steady', 0],
  ])('%s', (kind, drift) => expect(blockTrend(speeds(drift)).kind).toBe(kind));
  test('a few swings cannot say', () => expect(blockTrend([40, 41, 42]).kind).toBe('cannot-say'));
});

test('unlike conditions are named, small differences of weather are not', () => {
  const base = { club: 'driver', device: 'monitor', ball: 'range ball', temperatureC: 20 };
  expect(unlikeCircumstances(base, { ...base, temperatureC: 22 })).toEqual([]);
  expect(unlikeCircumstances(base, { ...base, ball: 'foam ball', temperatureC: 30 })).toEqual(['ball', 'temperature']);
  expect(unlikeCircumstances(base, { club: 'driver', device: 'monitor', ball: 'range ball' })).toEqual([
    'temperature: recorded in one only',
  ]);
});
