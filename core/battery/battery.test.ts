import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { LIMITED_SHARES, testSpeeds, type LimitedKind } from '../../stand-ins/range-monitor/hidden-shares.ts';
import { ISOLATION_TESTS, isolationTest } from '../catalogue/isolation-tests.ts';
import { must } from '../errors/must.ts';
import { seededRandom } from '../numeric/random.ts';
import { effortCurve, effortSentence, type EffortSwing } from './effort.ts';
import { BALANCED_SLOPE, loadVelocity } from './load-velocity.ts';
import { LIMIT_CLASSES, limitReading } from './limit.ts';
import { testRatio } from './ratios.ts';

/** A whole battery of a hidden player. */
function battery(kind: LimitedKind, seed: string) {
  const random = seededRandom(seed);
  const player = LIMITED_SHARES[kind];
  const speeds = (t: { condition: string; withBall: boolean; massShare?: number }, n: number) =>
    testSpeeds(player, 92, t, n, 1.3, random);
  return {
    full: speeds({ condition: 'normal', withBall: true }, 8),
    tests: Object.fromEntries(ISOLATION_TESTS.map((t) => [t.id, speeds(t, t.swings)])),
  };
}

describe('isolation ratios', () => {
  test.each(Object.keys(LIMITED_SHARES) as LimitedKind[])('a player limited by %s is read as that', (kind) => {
    let right = 0;
    let wrong = 0;
    for (let i = 0; i < 40; i++) {
      const { full, tests } = battery(kind, `${kind}-${i}`);
      const { named } = limitReading(full, tests);
      if (named === (kind === 'none' ? null : kind)) right++;
      // A wrong limit named with certainty would be worse than none.
      else if (named !== null) wrong++;
    }
    expect(right).toBeGreaterThanOrEqual(kind === 'trunk' ? 20 : 28);
    expect(wrong).toBeLessThanOrEqual(4);
  });
  test('chances add up to one, and do not change with the unit of speed or the order of the tests', () => {
    const { full, tests } = battery('legs', 'sum');
    const a = must(limitReading(full, tests).limit);
    expect(LIMIT_CLASSES.reduce((sum, c) => sum + a[c], 0)).toBeCloseTo(1, 12);
    const reversed = Object.fromEntries(Object.entries(tests).reverse());
    const b = must(
      limitReading(
        full.map((v) => 0.447 * v),
        Object.fromEntries(Object.entries(reversed).map(([k, v]) => [k, v.map((x) => 0.447 * x)])),
      ).limit,
    );
    for (const c of LIMIT_CLASSES) expect(b[c]).toBeCloseTo(a[c], 9);
  });
  test('one test alone says that it is too little, and what would tell', () => {
    const { full, tests } = battery('legs', 'one');
    const r = limitReading(full, { kneeling: tests.kneeling! });
    expect(r).toMatchObject({ limit: null, named: null });
    expect(r.sentence).toContain('one test alone');
    expect(r.nextTest).not.toBeNull();
  });

  test('the interval holds the true ratio nine times in ten', () => {
    const random = seededRandom('coverage');
    let held = 0;
    const runs = 2000;
    for (let i = 0; i < runs; i++) {
      const draw = (centre: number, n: number) =>
        Array.from({ length: n }, () => centre * (1 + 0.018 * random.normal()));
      const r = testRatio('kneeling', draw(90, 6), draw(90 * 0.74, 5));
      const [lo, hi] = must(r.interval90);
      if (lo <= 0.74 && 0.74 <= hi) held++;
    }
    expect(held / runs).toBeGreaterThan(0.88);
    expect(held / runs).toBeLessThan(0.97);
  });

  test('units of speed do not matter', () => {
    const list = fc.array(fc.double({ min: 60, max: 110, noNaN: true }), { minLength: 3, maxLength: 9 });
    fc.assert(
      fc.property(list, list, fc.double({ min: 0.3, max: 3, noNaN: true }), (full, speeds, k) => {
        const a = testRatio('kneeling', full, speeds);
        const b = testRatio(
          'kneeling',
          full.map((v) => v * k),
          speeds.map((v) => v * k),
        );
        expect(b.ratio).toBeCloseTo(must(a.ratio), 9);
        expect(b.verdict).toBe(a.verdict);
      }),
    );
  });

  test('fewer than three good swings: not enough to say, with what is missing', () => {
    const r = testRatio('kneeling', [90, 91, 92, 90], [66, 67]);
    expect(r.verdict).toBe('cannot-say');
    expect(r.reading).toContain('1 more swings of the test');
    expect(() => limitReading([90, 91], {})).toThrow(/too few full swings/);
  });
  test('a wide scatter is not read as typical', () => {
    expect(testRatio('step-into-it', [70, 90, 110], [75, 92, 108]).verdict).toBe('cannot-say');
  });
  test('tests are found by any spelling; each states how, swings, safety and window', () => {
    for (const name of ['feetTogether', 'feet-together', 'Feet together'])
      expect(isolationTest(name)?.id).toBe('feet-together');
    for (const alias of ['halfWayDown', 'halfWayDownOnly', 'stepInto', 'trailArm', 'lightStick', 'noBall'])
      expect(isolationTest(alias)).toBeDefined();
    expect(isolationTest('juggling')).toBeUndefined();
    for (const t of ISOLATION_TESTS) {
      expect(t.how.length).toBeGreaterThan(0);
      expect(t.safety).not.toBe('');
      expect(t.typical[0]).toBeLessThan(t.typical[1]);
      expect(t.swings).toBeGreaterThanOrEqual(3);
    }
  });
});

describe('load–velocity line', () => {
  const swings = (slope: number, scatter: number, n = 5, seed = 'load') => {
    const random = seededRandom(seed);
    return [0.25, 0.31, 0.37].map((massKg) => ({
      massKg,
      speeds: Array.from({ length: n }, () => 92 * (massKg / 0.31) ** slope * (1 + scatter * random.normal())),
    }));
  };
  test.each([
    [-0.55, 'strength-limited'],
    [-0.28, 'balanced'],
    [-0.05, 'speed-limited'],
  ])('a slope of %d is %s', (slope, reading) => {
    const line = loadVelocity(swings(slope, 0.008));
    expect(line.reading).toBe(reading);
    expect(Math.abs(must(line.slope) - slope)).toBeLessThan(0.06);
  });
  test('exact data gives the exact slope, by mass and by inertia', () => {
    expect(loadVelocity(swings(-0.3, 0)).slope).toBeCloseTo(-0.3, 9);
    const byInertia = swings(-0.3, 0).map((i) => ({ ...i, inertiaKgM2: 0.9 * i.massKg }));
    expect(loadVelocity(byInertia).slope).toBeCloseTo(-0.3, 9);
  });
  test('two loads, loads too near together, or a spread larger than the effect: not enough to say', () => {
    expect(loadVelocity(swings(-0.3, 0.01).slice(0, 2)).sentence).toContain('3 different loads');
    const near = [0.3, 0.31, 0.32].map((massKg) => ({ massKg, speeds: [90, 91, 92] }));
    expect(loadVelocity(near).sentence).toContain('too near');
    expect(loadVelocity(swings(BALANCED_SLOPE, 0.08, 3)).reading).toBe('cannot-say');
  });
});

test('load–velocity: with blocks that differ and few swings the interval holds the true slope nine times in ten', () => {
  let held = 0;
  for (let i = 0; i < 400; i++) {
    const random = seededRandom(`loads ${i}`);
    const loads = [0.24, 0.3, 0.36].map((massKg) => {
      const block = 0.007 * random.normal();
      const speed = 40 * (massKg / 0.3) ** -0.3;
      return { massKg, speeds: Array.from({ length: 4 }, () => speed * (1 + block + 0.015 * random.normal())) };
    });
    const [lo, hi] = must(loadVelocity(loads).interval90);
    if (lo < -0.3 && hi > -0.3) held++;
  }
  expect(held / 400).toBeGreaterThan(0.86);
  expect(held / 400).toBeLessThan(0.96);
});

describe('effort and speed', () => {
  const swing = (f: (e: number) => number, efforts: readonly number[], n = 5, seed = 'effort'): EffortSwing[] => {
    const random = seededRandom(seed);
    // Each effort is a block of its own: blocks of one day differ by 0.7 %, swings by 1.3 %.
    return efforts.flatMap((effort) => {
      const block = 0.007 * random.normal();
      return Array.from({ length: n }, () => ({ effort, speedMps: f(effort) * (1 + block + 0.013 * random.normal()) }));
    });
  };
  const shareNamed = (f: (e: number) => number, efforts: readonly number[], name: string): number =>
    Array.from({ length: 400 }, (_, i) => effortCurve(swing(f, efforts, 4, `${name} ${i}`)).kind).filter(
      (k) => k === 'best-inside',
    ).length / 400;
  test('a top inside the range is found, and its interval holds it nine times in ten', () => {
    let held = 0;
    let named = 0;
    for (let i = 0; i < 300; i++) {
      const curve = effortCurve(swing((e) => 42 - 0.3 * (e - 7) ** 2, [4, 5, 6, 7, 8, 9, 10], 5, `top-${i}`));
      if (curve.kind !== 'best-inside') continue;
      named++;
      const [lo, hi] = must(curve.bestInterval90);
      if (lo < 7 && hi > 7) held++;
      if (named === 1) expect(effortSentence(curve, String)).toContain('Fastest at a felt effort');
    }
    expect(named / 300).toBeGreaterThan(0.9);
    expect(held / named).toBeGreaterThan(0.84);
    expect(held / named).toBeLessThan(0.97);
  });
  test.each([
    ['flat', () => 40],
    ['levelling off', (e: number) => 40 + 2 * (1 - Math.exp(-(e - 4) / 1.2))],
    ['rising', (e: number) => 38 + 0.4 * e],
  ])('a curve that is %s is named best inside in one of ten at most', (name, f) => {
    for (const efforts of [
      [5, 6, 7, 8, 9],
      [4, 6, 7, 8, 9, 10],
      [3, 4, 5, 6, 7, 8, 9, 10],
    ])
      expect(shareNamed(f, efforts, name)).toBeLessThanOrEqual(0.1);
  });
  test.each([
    ['rises', (e: number) => 36 + 0.7 * e],
    ['falls', (e: number) => 44 - 0.7 * e],
  ])('a line that %s is said as that', (kind, f) => {
    expect(effortCurve(swing(f, [5, 6, 7, 8, 9], 8)).kind).toBe(kind);
  });
  test('where effort makes no difference, a direction is named in one of ten at most, and mostly nothing that matters', () => {
    const kinds = Array.from(
      { length: 300 },
      (_, i) => effortCurve(swing(() => 40, [3, 4, 5, 6, 7, 8, 9, 10], 8, `flat ${i}`)).kind,
    );
    const share = (...named: string[]): number => kinds.filter((k) => named.includes(k)).length / 300;
    expect(share('rises', 'falls')).toBeLessThan(0.12);
    expect(share('flat')).toBeGreaterThan(0.5);
  });
  test('one level of effort, or a few swings, cannot say', () => {
    expect(effortSentence(effortCurve(swing(() => 40, [7])), String)).toContain('two or more levels');
    expect(
      effortCurve([
        { effort: 5, speedMps: 40 },
        { effort: 8, speedMps: 41 },
      ]).missing,
    ).toContain('4 more swings');
  });
  test('a single mishit does not turn the curve', () => {
    const swings = swing((e) => 36 + 0.5 * e, [5, 6, 7, 8, 9]);
    expect(effortCurve([...swings, { effort: 9, speedMps: 20 }]).kind).toBe('rises');
  });
});
