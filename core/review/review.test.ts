import { tuple } from '../numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import { CannotSayError, InputError } from '../errors/input-error.ts';
import { seededRandom, type Random } from '../numeric/random.ts';
import { mphToMps, mpsToMph } from '../units/units.ts';
import { blockStatistics } from './block-statistics.ts';
import { growthShare, sizeAt } from './growth.ts';
import { reviewGain, type ReviewOptions, type ReviewSession } from './review.ts';
import { baselineSentence, gainSentence, sinceLastSentence } from './gain-sentence.ts';
import { settled } from './settle.ts';
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
  const [lo, hi] = tuple(2, reviewGain(sessions, { baselineSessions }).interval90Mps.map(mpsToMph));
  return lo <= gainMph && gainMph <= hi;
};

describe('the 90 % interval keeps its promise', () => {
  test('over students whose days differ little or much, 4 to 16 sessions, 3 to 20 swings', () => {
    const random = seededRandom(2026);
    let inside = 0;
    const students = 400;
    for (let i = 0; i < students; i++) {
      const sessions = 4 + random.below(13);
      const gainMph = 4 * random.uniform();
      const drawn = student(random, {
        sessions,
        baseline: 3,
        swings: 3 + random.below(18),
        tauMph: 0.0125 * Math.exp(0.4 * random.normal()) * SPEED_MPH,
        sigmaMph: 1.2 + 1.3 * random.uniform(),
        gainMph,
      });
      if (covers(drawn, 3, gainMph)) inside++;
    }
    // Two standard errors of a share of 0.9 in 400 students are 3 %.
    expect(inside / students).toBeGreaterThan(0.87);
    expect(inside / students).toBeLessThan(0.96);
  });
});

describe('verdicts', () => {
  const swings = (mph: number): number[] => [-1.2, -0.6, -0.2, 0, 0.3, 0.7, 1.1, -0.4].map((d) => mph + d);
  const run = (mph: readonly number[], options: ReviewOptions = {}) =>
    reviewGain(
      mph.map((v, i) => session(i, swings(v))),
      { baselineSessions: 3, ...options },
    );

  test('a clear gain', () => {
    const r = run([90, 90.3, 90.1, 95, 95.2, 95.1, 95]);
    expect(r.verdict).toBe('gained');
    expect(Math.abs(mpsToMph(r.gainMps) - 4.95)).toBeLessThan(0.3);
    expect(settled(r).sessions).toBe(0);
    expect(r.chanceAboveSmallest).toBeGreaterThan(r.chanceNeeded);
  });
  test('a clear loss', () => expect(run([95, 95.2, 95.1, 90, 90.1, 90.2, 90]).verdict).toBe('lost'));
  test('no change that matters, with many steady sessions', () => {
    expect(run([95, 95.1, 94.9, 95, 95.1, 95.2, 95, 94.9, 95.1, 95, 95.1], { baselineSessions: 5 }).verdict).toBe(
      'no-change',
    );
  });
  test('one good day is not a gain, and it says how many more sessions would settle it', () => {
    const r = run([95, 95.4, 95.2, 96.9]);
    expect(r.verdict).toBe('cannot-say');
    const { sessions, chanceWithin24 } = settled(r);
    expect(sessions === null ? chanceWithin24 < 0.8 : sessions > 0).toBe(true);
  });
  test('more baseline and more sessions settle what few cannot', () => {
    const few = run([95, 95.8, 97.1, 96.9]);
    expect(few.verdict).toBe('cannot-say');
    const many = run([95, 95.8, 95.3, 95.4, 98.1, 97.9, 98.2, 98.1, 98.3, 98.2, 98.0, 98.1], { baselineSessions: 4 });
    expect(many.verdict).toBe('gained');
  });
  test('one mishit does not move the estimate', () => {
    const plain = run([90, 90, 93, 93], { baselineSessions: 2 });
    const sessions = [90, 90, 93, 93].map((v, i) => session(i, swings(v)));
    const spoiled = sessions.map((s, i) => (i === 3 ? { ...s, speedsMps: [...s.speedsMps, mphToMps(60)] } : s));
    expect(Math.abs(mpsToMph(reviewGain(spoiled, { baselineSessions: 2 }).gainMps - plain.gainMps))).toBeLessThan(0.35);
  });
  test('holding speed is a question of non-inferiority', () => {
    const steady = [95, 95.1, 95, 95.2, 95.3, 95.1, 95.2, 95.2, 95.3];
    expect(run(steady, { goal: 'hold', baselineSessions: 4 }).verdict).toBe('no-change');
    expect(run([95, 95, 95, 91, 91, 91, 91], { goal: 'hold' }).verdict).toBe('lost');
  });
  test('no verdict before the third session since the change, however large the difference', () => {
    expect(run([90, 90, 90, 99, 99]).verdict).toBe('cannot-say');
    expect(run([90, 90, 90, 99, 99, 99]).verdict).toBe('gained');
  });
  test('latest is the plain difference to the session before, without a verdict', () => {
    const mph = [90, 90, 90, 92, 94, 97, 97];
    const latest = run([...mph, 99], { compare: 'latest' });
    expect(latest.verdict).toBe('cannot-say');
    expect(mpsToMph(latest.gainMps)).toBeCloseTo(2, 1);
    expect(latest.sinceLast.interval90Mps).toEqual(latest.interval90Mps);
    expect(run(mph).sinceLast.differenceMps).toBeCloseTo(0, 6);
  });
  test('a session at the old place that is as fast takes the gain away', () => {
    const list = [90, 90.2, 90.1, 93, 93.2, 93.1, 93, 93.2].map((v, i) => session(i, swings(v)));
    const plain = reviewGain(list.slice(0, 7), { baselineSessions: 3 });
    const told = reviewGain(
      list.map((s, i) => (i === 6 ? { ...s, oldPlace: true } : s)),
      { baselineSessions: 3 },
    );
    expect(plain.verdict).toBe('gained');
    expect(told.gainMps).toBeLessThan(0.6 * plain.gainMps);
    expect(told.verdict).not.toBe('gained');
    expect(told.sessionsSince).toBe(4);
  });
  test('near the limit, and after ten sessions, a block at the old place is proposed', () => {
    expect(run([90, 90.2, 90.1, 98, 98.2, 98.1]).oldPlaceWanted).toBe(false);
    expect(run([90, 90.1, 90, ...Array.from({ length: 10 }, () => 90.1)]).oldPlaceWanted).toBe(true);
  });
  test('a baseline of one or two says what it may hide, three hide nothing that is said', () => {
    const list = [90, 90.2, 90.1, 93, 93.2, 93.1];
    const hidden = [1, 2, 3].map((baselineSessions) => run(list, { baselineSessions }).baselineMayHideMps);
    expect(hidden[0]).toBeGreaterThan(hidden[1]!);
    expect(hidden[1]).toBeGreaterThan(0);
    expect(hidden[2]).toBe(0);
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
    expect(r.baselineSessions).toBe(2);
  });
  test('sessions with fewer than three swings are left out and said', () => {
    const list = [90, 90.2, 94, 94.5].map((v, i) => session(i, swings(v)));
    const r = reviewGain([...list, session(4, [99])]);
    expect(r.leftOut).toEqual([{ date: day(4), condition: 'driver', why: 'fewer than 3 swings' }]);
  });
});

describe('notches', () => {
  const swings = (mph: number): number[] => [-1, -0.5, 0, 0.5, 1, -0.2, 0.2, 0.1, -0.1].map((d) => mph + d);
  const listOf = (mph: readonly number[]): ReviewSession[] => mph.map((v, i) => session(i, swings(v)));
  const notchesOf = (list: ReviewSession[], o: ReviewOptions = {}) =>
    reviewGain(list, { baselineSessions: 3, ...o }).notches;
  const risen = [90, 90.2, 90.1, 95.5, 95.7, 95.6, 95.5, 95.6];

  test('cut at the second sure look, below the level and not at the best', () => {
    const notches = notchesOf(listOf(risen));
    expect(notches).toHaveLength(1);
    expect(notches[0]!.date).toBe(day(6));
    expect(notches[0]!.smallestGainMps).toBeCloseTo(mphToMps(1), 6);
    const mph = mpsToMph(notches[0]!.speedMps);
    expect(mph).toBeGreaterThan(91);
    expect(mph).toBeLessThan(95.5);
  });
  test('not cut where the second look is less than five days later', () => {
    const list = listOf(risen).slice(0, 7);
    const soon = { ...list[6]!, date: '2026-02-08' };
    expect(notchesOf([...list.slice(0, 6), soon])).toHaveLength(0);
  });
  test('not cut where the gain was gone a lesson later', () => {
    expect(notchesOf(listOf([90, 90.2, 90.1, 95.5, 95.6, 95.5, 90.1, 90]))).toHaveLength(0);
  });
  test('a second notch starts from the level of the first', () => {
    const notches = notchesOf(listOf([...risen.slice(0, 7), 101, 101.2, 101.1, 101, 101.1]));
    expect(notches).toHaveLength(2);
    expect(notches[1]!.speedMps).toBeGreaterThan(notches[0]!.speedMps);
  });
  test('one in the record stays as it was cut, whatever the setting is now', () => {
    const list = listOf([...risen.slice(0, 7), 101, 101.2, 101.1, 101, 101.1]);
    const kept = notchesOf(list).slice(0, 1);
    const later = notchesOf(list, { kept, smallestGainMps: mphToMps(9) });
    expect(later).toEqual(kept);
    expect(notchesOf(list, { smallestGainMps: mphToMps(9) })).toHaveLength(0);
  });
});

describe('growth', () => {
  const sizes = [
    { date: day(0), heightM: 1.66, massKg: 54 },
    { date: day(5), heightM: 1.71, massKg: 59 },
  ];
  test('a taller, heavier player is faster by the model; the same player is not', () => {
    expect(growthShare(sizes[0]!, sizes[1]!).share).toBeGreaterThan(0.02);
    expect(growthShare(sizes[0]!, sizes[0]!).share).toBeCloseTo(0, 9);
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
  test('sessions out of order, and one that is there twice', () => {
    const [a, b, c] = tuple(
      3,
      [90, 91, 92].map((v, i) => session(i, [v, v + 1, v + 2])),
    );
    expect(() => reviewGain([a, c, b])).toThrow(/order of time/);
    expect(() => reviewGain([a, b, b])).toThrow(/there twice/);
  });
  test('swings that are all alike are no measurement', () => {
    expect(() => reviewGain([90, 92, 92, 92].map((v, i) => session(i, [v, v, v, v])))).toThrow(CannotSayError);
  });
  test('sessions of one swing are too thin', () => {
    expect(() => reviewGain([90, 92, 92, 92].map((v, i) => session(i, [v])))).toThrow(CannotSayError);
  });
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
  const facts = { gainMps: 1.2, interval90Mps: [0.4, 2] as const, growthMps: 0 };
  const soon = { sessions: 3, chanceWithin24: 0.95, chanceWithin: [] };
  test.each([
    ['gained', 'gain', /^Gained 1\.2 m\/s \(90 % sure between 0\.4 m\/s and 2\.0 m\/s\)\.$/],
    ['lost', 'gain', /^Lost/],
    ['no-change', 'gain', /^No change that matters/],
    ['no-change', 'hold', /^Speed is held/],
    ['cannot-say', 'gain', /^Cannot say yet.*About 3 more sessions/],
  ] as const)('%s, goal %s', (verdict, goal, pattern) =>
    expect(gainSentence({ ...facts, verdict }, goal, speed, soon)).toMatch(pattern),
  );
  test('where 24 sessions are not enough it says so, with the chance', () => {
    const far = { sessions: null, chanceWithin24: 0.36, chanceWithin: [] };
    expect(gainSentence({ ...facts, verdict: 'cannot-say' }, 'gain', speed, far)).toContain('36 %');
  });
  test('a loss is told as a loss, with its bounds turned round', () => {
    const lost = { ...facts, gainMps: -1.2, interval90Mps: [-2, -0.4] as const, verdict: 'lost' as const };
    expect(gainSentence(lost, 'gain', speed)).toBe('Lost 1.2 m/s (90 % sure between 0.4 m/s and 2.0 m/s lost).');
  });
  test('since last time, and what a thin baseline hides', () => {
    expect(sinceLastSentence({ differenceMps: 0.5, interval90Mps: [-1, 2] }, speed)).toMatch(
      /^Since last time: \+0\.5/,
    );
    expect(baselineSentence({ baselineSessions: 3, baselineMayHideMps: 0 }, speed)).toBe('');
    expect(baselineSentence({ baselineSessions: 1, baselineMayHideMps: 0.9 }, speed)).toContain('One session');
  });
});

test('spread within sessions: the prior holds for few swings, the data for many', () => {
  const few = pooledSpread([[40, 40]], 40);
  expect(few).toBeGreaterThan(0.4);
  const random = seededRandom(4);
  const many = Array.from({ length: 20 }, () => Array.from({ length: 20 }, () => 40 + 0.3 * random.normal()));
  expect(pooledSpread(many, 40)).toBeCloseTo(0.3, 1);
  expect(sessionMeans(many).means[0]!.varianceMps2).toBeCloseTo((1.05 * 0.09) / 20, 2);
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
