import { describe, expect, test } from '@jest/globals';
import { CannotSayError, InputError } from '../errors/input-error.ts';
import { seededRandom, type Random } from '../numeric/random.ts';
import { mphToMps, mpsToMph } from '../units/units.ts';
import { blockStatistics } from './block-statistics.ts';
import { growthShare, sizeAt } from './growth.ts';
import { reviewGain, type ReviewOptions, type ReviewSession } from './review.ts';
import { gainSentence } from './sentence.ts';
import { pooledSpread, sessionMeans } from './session-mean.ts';

const SPEED_MPH = 95;
const day = (i: number): string => new Date(Date.UTC(2026, 0, 1 + 7 * i)).toISOString().slice(0, 10);
const session = (i: number, mph: readonly number[], condition = 'driver'): ReviewSession => ({
  date: day(i),
  condition,
  speedsMps: mph.map(mphToMps),
});

/** A student of the stated prior: sessions with day-to-day and swing-to-swing spread, the gain after the baseline. */
function student(
  random: Random,
  o: { sessions: number; baseline: number; swings: number; tauMph: number; sigmaMph: number; gainMph: number },
): ReviewSession[] {
  return Array.from({ length: o.sessions }, (_, i) => {
    const level = SPEED_MPH + (i >= o.baseline ? o.gainMph : 0) + o.tauMph * random.normal();
    return session(
      i,
      Array.from({ length: o.swings }, () => level + o.sigmaMph * random.normal()),
    );
  });
}
const covers = (sessions: ReviewSession[], baselineSessions: number, gainMph: number): boolean => {
  const [lo, hi] = reviewGain(sessions, { baselineSessions }).interval90Mps.map(mpsToMph);
  return lo <= gainMph && gainMph <= hi;
};

describe('the 90 % interval keeps its promise', () => {
  test('over 1,000 students drawn from the stated prior, 2 to 40 sessions, 3 to 30 swings', () => {
    const random = seededRandom(2026);
    let inside = 0;
    for (let i = 0; i < 1000; i++) {
      const sessions = 2 + random.below(39);
      const baseline = sessions < 4 ? 1 : 2;
      const gainMph = 4 * random.uniform();
      const tauMph = Math.abs(random.normal()) * 0.012 * SPEED_MPH;
      const drawn = student(random, {
        sessions,
        baseline,
        swings: 3 + random.below(28),
        tauMph,
        sigmaMph: 1.2 + 1.3 * random.uniform(),
        gainMph,
      });
      if (covers(drawn, baseline, gainMph)) inside++;
    }
    expect(inside / 1000).toBeGreaterThanOrEqual(0.88);
    expect(inside / 1000).toBeLessThanOrEqual(0.92);
  });

  test.each([0.4, 1.2, 2])('four sessions at τ = %p mph stay above 84 %% (every cell: npm run bench)', (tauMph) => {
    const random = seededRandom(`cell ${tauMph}`);
    const runs = 600;
    let inside = 0;
    for (let i = 0; i < runs; i++) {
      if (covers(student(random, { sessions: 4, baseline: 2, swings: 10, tauMph, sigmaMph: 1.8, gainMph: 2 }), 2, 2))
        inside++;
    }
    // Two standard errors of a share of 0.84 in 600 runs are 3 %.
    expect(inside / runs).toBeGreaterThan(0.84 - 0.03);
  });
});

describe('verdicts', () => {
  const swings = (mph: number): number[] => [-1.2, -0.6, -0.2, 0, 0.3, 0.7, 1.1, -0.4].map((d) => mph + d);
  const run = (mph: readonly number[], options: ReviewOptions = {}) =>
    reviewGain(
      mph.map((v, i) => session(i, swings(v))),
      { baselineSessions: 2, ...options },
    );

  test('a clear gain', () => {
    const r = run([90, 90.3, 95, 95.2, 95.1]);
    expect(r.verdict).toBe('gained');
    expect(mpsToMph(r.gainMps)).toBeCloseTo(4.95, 1);
    expect(r.sessionsToSettle).toBe(0);
    expect(r.chanceAboveSmallest).toBeGreaterThan(0.95);
  });
  test('a clear loss', () => expect(run([95, 95.2, 90, 90.1, 90.2]).verdict).toBe('lost'));
  test('no change that matters, with many steady sessions', () => {
    expect(run([95, 95.1, 94.9, 95, 95.1, 95.2, 95, 94.9, 95.1, 95, 95.1], { baselineSessions: 5 }).verdict).toBe(
      'no-change',
    );
  });
  test('one good day is not a gain, and it says how many more sessions would settle it', () => {
    const r = run([95, 95.4, 96.9]);
    expect(r.verdict).toBe('cannot-say');
    expect(r.sessionsToSettle === null || r.sessionsToSettle > 0).toBe(true);
  });
  test('more baseline and more sessions settle what few cannot', () => {
    const few = run([95, 95.8, 97.1, 96.9]);
    expect(few.verdict).toBe('cannot-say');
    const many = run([95, 95.8, 95.3, 95.4, 97.1, 96.9, 97.2, 97.1, 97.3, 97.2, 97.0, 97.1], { baselineSessions: 4 });
    expect(many.verdict).toBe('gained');
  });
  test('one mishit does not move the estimate', () => {
    const plain = run([90, 90, 93, 93]);
    const sessions = [90, 90, 93, 93].map((v, i) => session(i, swings(v)));
    const spoiled = sessions.map((s, i) => (i === 3 ? { ...s, speedsMps: [...s.speedsMps, mphToMps(60)] } : s));
    expect(Math.abs(mpsToMph(reviewGain(spoiled, { baselineSessions: 2 }).gainMps - plain.gainMps))).toBeLessThan(0.35);
  });
  test('holding speed is a question of non-inferiority', () => {
    const steady = [95, 95.1, 95, 95.2, 95.3, 95.1, 95.2, 95.2, 95.3];
    expect(run(steady, { goal: 'hold', baselineSessions: 4 }).verdict).toBe('no-change');
    expect(run([95, 95, 91, 91, 91], { goal: 'hold' }).verdict).toBe('lost');
  });
  test('latest compares the last session alone', () => {
    const mph = [90, 90, 92, 94, 97];
    const since = run(mph);
    const latest = run(mph, { compare: 'latest' });
    expect(latest.gainMps).toBeGreaterThan(since.gainMps + 0.5);
    const steady = [90, 90.1, 93, 93.1, 93.2];
    const width = (r: typeof latest): number => r.interval90Mps[1] - r.interval90Mps[0];
    expect(width(run(steady, { compare: 'latest' }))).toBeGreaterThan(width(run(steady)));
  });
  test('unlike conditions are never mixed: the rest is listed', () => {
    const r = reviewGain([
      session(0, swings(90), 'no ball'),
      session(1, swings(85)),
      session(2, swings(86)),
      session(3, swings(99), 'no ball'),
      session(4, swings(87)),
    ]);
    expect(r.condition).toBe('driver');
    expect(r.leftOut.map((s) => s.condition)).toEqual(['no ball', 'no ball']);
    expect(r.baselineSessions).toBe(1);
  });
  test('order of the input does not matter', () => {
    const list = [90, 90.2, 94, 94.5].map((v, i) => session(i, swings(v)));
    const shuffled = [list[2], list[0], list[3], list[1]];
    expect(reviewGain(shuffled, { baselineSessions: 2 })).toEqual(reviewGain(list, { baselineSessions: 2 }));
  });
});

describe('notches', () => {
  const swings = (mph: number): number[] => [-1, -0.5, 0, 0.5, 1, -0.2, 0.2, 0.1, -0.1].map((d) => mph + d);
  const notchesOf = (list: ReviewSession[]) => reviewGain(list, { baselineSessions: 2 }).notches;

  test('cut at two gained sessions running, at the lower bound and not at the best', () => {
    const notches = notchesOf([90, 90.2, 95.5, 95.7].map((v, i) => session(i, swings(v))));
    expect(notches).toHaveLength(1);
    expect(notches[0].date).toBe(day(3));
    const mph = mpsToMph(notches[0].speedMps);
    expect(mph).toBeGreaterThan(91);
    expect(mph).toBeLessThan(95.5);
  });
  test('not cut where the second session is less than five days later', () => {
    const list = [90, 90.2, 95.5].map((v, i) => session(i, swings(v)));
    const soon = { ...session(2, swings(95.6)), date: '2026-01-18' };
    expect(notchesOf([...list, soon])).toHaveLength(0);
  });
  test('not cut where the gain was gone a lesson later', () => {
    expect(notchesOf([90, 90.2, 95.5, 90.4, 90.1].map((v, i) => session(i, swings(v))))).toHaveLength(0);
  });
  test('a second notch starts from the level of the first', () => {
    const notches = notchesOf([90, 90.2, 95.5, 95.7, 95.6, 100.8, 101].map((v, i) => session(i, swings(v))));
    expect(notches).toHaveLength(2);
    expect(notches[1].speedMps).toBeGreaterThan(notches[0].speedMps);
  });
});

describe('growth', () => {
  const sizes = [
    { date: day(0), heightM: 1.66, massKg: 54 },
    { date: day(5), heightM: 1.71, massKg: 59 },
  ];
  test('a taller, heavier player is faster by the model; the same player is not', () => {
    expect(growthShare(sizes[0], sizes[1]).share).toBeGreaterThan(0.02);
    expect(growthShare(sizes[0], sizes[0]).share).toBeCloseTo(0, 9);
  });
  test('sizes between the measurements lie on a line, beyond them they are held', () => {
    expect(sizeAt(sizes, day(2)).heightM).toBeCloseTo(1.68, 2);
    expect(sizeAt(sizes, day(9))).toBe(sizes[1]);
    expect(sizeAt(sizes, '2025-01-01')).toBe(sizes[0]);
  });
  test('is taken out of the gain, and its uncertainty widens the interval', () => {
    const list = [90, 90.2, 93, 93.4, 93.3, 93.5].map((v, i) => session(i, [v - 0.5, v, v + 0.5, v + 0.2]));
    const plain = reviewGain(list, { baselineSessions: 2 });
    const grown = reviewGain(list, { baselineSessions: 2, growth: sizes });
    expect(grown.growthMps).toBeGreaterThan(0.5);
    expect(grown.gainMps).toBeLessThan(plain.gainMps - 0.3);
    expect(gainSentence(grown, 'gain', (v) => `${mpsToMph(v).toFixed(1)} mph`)).toContain('Growth alone explains');
  });
});

describe('bad and thin input', () => {
  test('a date that is none, an impossible speed, a baseline of nothing', () => {
    expect(() => reviewGain([{ date: 'soon', condition: '', speedsMps: [40] }])).toThrow(InputError);
    expect(() => reviewGain([{ date: day(0), condition: '', speedsMps: [400] }])).toThrow(/not possible/);
    expect(() => reviewGain([session(0, [90, 91]), session(1, [90, 91])], { baselineSessions: 0 })).toThrow(
      /baselineSessions/,
    );
  });
  test('nothing to compare yet is said, with what is missing', () => {
    expect(() => reviewGain([session(0, [90, 91])])).toThrow(CannotSayError);
    expect(() => reviewGain([])).toThrow(CannotSayError);
    expect(() => reviewGain([session(0, [90, 91]), session(1, [])], {})).toThrow(/nothing to compare/);
  });
});

describe('sentences', () => {
  const speed = (v: number): string => `${v.toFixed(1)} m/s`;
  const facts = { gainMps: 1.2, interval90Mps: [0.4, 2] as const, growthMps: 0, sessionsToSettle: 3 };
  test.each([
    ['gained', 'gain', /^Gained 1\.2 m\/s \(90 % sure between 0\.4 m\/s and 2\.0 m\/s\)\.$/],
    ['lost', 'gain', /^Lost/],
    ['no-change', 'gain', /^No change that matters/],
    ['no-change', 'hold', /^Speed is held/],
    ['cannot-say', 'gain', /^Cannot say yet.*About 3 more sessions/],
  ] as const)('%s, goal %s', (verdict, goal, pattern) =>
    expect(gainSentence({ ...facts, verdict }, goal, speed)).toMatch(pattern),
  );
  test('where no number of sessions would settle it, it says so', () => {
    expect(gainSentence({ ...facts, verdict: 'cannot-say', sessionsToSettle: null }, 'gain', speed)).toContain(
      'no number of sessions',
    );
  });
});

test('spread within sessions: the prior holds for few swings, the data for many', () => {
  const few = pooledSpread([[40, 40]], 40);
  expect(few).toBeGreaterThan(0.4);
  const random = seededRandom(4);
  const many = Array.from({ length: 20 }, () => Array.from({ length: 20 }, () => 40 + 0.3 * random.normal()));
  expect(pooledSpread(many, 40)).toBeCloseTo(0.3, 1);
  expect(sessionMeans(many).means[0].varianceMps2).toBeCloseTo((1.05 * 0.09) / 20, 2);
});

test('block statistics leave out what was set aside', () => {
  const shot = (club: number, ball: number | undefined, setAside = false) => ({
    values: { clubSpeedMps: club, ballSpeedMps: ball },
    setAside,
  });
  const s = blockStatistics([shot(40, 58), shot(42, 60), shot(20, 21, true), shot(41, undefined)]);
  expect(s).toMatchObject({ swings: 3, setAside: 1 });
  expect(s.clubSpeedMps).toMatchObject({ count: 3, median: 41, best: 42 });
  expect(s.smash?.count).toBe(2);
  expect(blockStatistics([]).clubSpeedMps).toBeUndefined();
});
