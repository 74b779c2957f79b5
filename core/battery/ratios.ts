import {
  ISOLATION_TESTS,
  isolationTest,
  LIMITS,
  LIMIT_WORDS,
  type IsolationTest,
  type Limit,
} from '../catalogue/isolation-tests.ts';
import { median, student95 } from '../numeric/statistics.ts';
import { pooledSpread } from '../review/session-mean.ts';

export type RatioVerdict = 'low' | 'typical' | 'high' | 'cannot-say';

/** A test's speed as a share of the full swing's, same club, same day. */
export interface TestRatio {
  readonly test: string;
  readonly name: string;
  readonly swings: number;
  readonly ratio: number | null;
  readonly interval90: readonly [number, number] | null;
  readonly typical: readonly [number, number] | null;
  readonly verdict: RatioVerdict;
  readonly reading: string;
}

export interface LimitReading {
  readonly limit: Limit | 'none' | 'cannot-say';
  /** Strength of each limit's pattern, in spreads between players; above 1 counts. */
  readonly scores: Readonly<Partial<Record<Limit, number>>>;
  readonly sentence: string;
}

const FEWEST_SWINGS = 3;
/** Variance of a median against that of the mean, for normal data. */
const MEDIAN_VARIANCE = Math.PI / 2;
/** Swings that the prior of the spread is worth (as in the session means). */
const PRIOR_SWINGS = 4;
/** A window holds nine players of ten. */
const WINDOW_SDS = 1.645;
/** A pattern must reach this, and lead the next by half of it, to be named. */
const NAMED_FROM = 1;
const LEAD = 0.4;
/** One test alone counts no more than this. */
const MOST_ONE_TEST = 3;

interface LogRatio {
  readonly value: number;
  readonly sd: number;
  readonly freedom: number;
}

/** Log of the ratio of medians and its standard error, with the spread pooled over both and a stated prior. */
function logRatio(full: readonly number[], test: readonly number[]): LogRatio {
  const shares = [full, test].map((list) => list.map((v) => v / median(list)));
  const spread = pooledSpread(shares, 1);
  return {
    value: Math.log(median(test) / median(full)),
    sd: spread * Math.sqrt(MEDIAN_VARIANCE * (1 / full.length + 1 / test.length)),
    freedom: PRIOR_SWINGS + full.length + test.length - 2,
  };
}

function verdictOf(lo: number, hi: number, ratio: number, [from, to]: readonly [number, number]): RatioVerdict {
  if (lo < from && hi > to) return 'cannot-say';
  return ratio < from ? 'low' : ratio > to ? 'high' : 'typical';
}

/**
 * One test against the full swing: ratio of medians, 90 % interval (delta method), and what it says.
 * @param full speeds of full swings, any unit; @param speeds of the test, the same unit
 */
export function testRatio(name: string, full: readonly number[], speeds: readonly number[]): TestRatio {
  const test = isolationTest(name);
  const base = {
    test: test?.id ?? name,
    name: test?.name ?? name,
    swings: speeds.length,
    typical: test?.typical ?? null,
  };
  const short = [
    full.length < FEWEST_SWINGS ? `${FEWEST_SWINGS - full.length} more full swings` : '',
    speeds.length < FEWEST_SWINGS ? `${FEWEST_SWINGS - speeds.length} more swings of the test` : '',
  ].filter(Boolean);
  if (short.length > 0) {
    const ratio = full.length > 0 && speeds.length > 0 ? median(speeds) / median(full) : null;
    return {
      ...base,
      ratio,
      interval90: null,
      verdict: 'cannot-say',
      reading: `Not enough to say: ${short.join(' and ')}.`,
    };
  }
  const log = logRatio(full, speeds);
  const reach = student95(log.freedom) * log.sd;
  const ratio = Math.exp(log.value);
  const interval90 = [Math.exp(log.value - reach), Math.exp(log.value + reach)] as const;
  const verdict = test ? verdictOf(interval90[0], interval90[1], ratio, test.typical) : 'cannot-say';
  return { ...base, ratio, interval90, verdict, reading: readingOf(test, verdict, interval90) };
}

function readingOf(
  test: IsolationTest | undefined,
  verdict: RatioVerdict,
  [lo, hi]: readonly [number, number],
): string {
  if (!test) return 'No typical window is known for this test.';
  const [from, to] = test.typical;
  const unsure =
    (verdict === 'low' && hi >= from) || (verdict === 'high' && lo <= to)
      ? ' Its interval still reaches the typical window.'
      : '';
  switch (verdict) {
    case 'low':
      return `${test.lowMeans}${unsure}`;
    case 'high':
      return `${test.highMeans}${unsure}`;
    case 'typical':
      return 'Typical for adults who play.';
    case 'cannot-say':
      return 'Not enough to say: the interval is wider than the typical window. More swings would settle it.';
  }
}

/** How far a ratio lies from the middle of its window, in spreads between players and of the measurement. */
function deviation(full: readonly number[], speeds: readonly number[], test: IsolationTest): number {
  const [from, to] = test.typical.map(Math.log);
  const log = logRatio(full, speeds);
  const z = (log.value - (from + to) / 2) / Math.hypot((to - from) / 2 / WINDOW_SDS, log.sd);
  return Math.max(-MOST_ONE_TEST, Math.min(MOST_ONE_TEST, z));
}

/**
 * Which part of the swing limits the speed, from the pattern over all tests done: each test's deviation from the middle of its
 * window points to or away from the limits that the catalogue states. At least two tests of a limit's pattern are needed (one for the ball).
 */
export function limitReading(
  full: readonly number[],
  tests: Readonly<Record<string, readonly number[]>>,
): LimitReading {
  const deviations = new Map<string, number>();
  for (const [name, speeds] of Object.entries(tests)) {
    const test = isolationTest(name);
    if (test && full.length >= FEWEST_SWINGS && speeds.length >= FEWEST_SWINGS)
      deviations.set(test.id, deviation(full, speeds, test));
  }
  const scores: Partial<Record<Limit, number>> = {};
  for (const limit of LIMITS) {
    const of = ISOLATION_TESTS.filter((t) => t.points[limit] !== undefined && deviations.has(t.id));
    const needed = limit === 'ball' ? 1 : 2;
    if (of.length < needed) continue;
    const sum = of.reduce((s, t) => s + (t.points[limit] ?? 0) * (deviations.get(t.id) ?? 0), 0);
    scores[limit] = sum / Math.sqrt(of.length);
  }
  const ranked = (Object.entries(scores) as [Limit, number][]).sort((a, b) => b[1] - a[1]);
  if (ranked.length === 0) {
    return {
      limit: 'cannot-say',
      scores,
      sentence:
        'Not enough to say where the limit lies: do the full swing and at least two tests, three good swings each.',
    };
  }
  const [best, score] = ranked[0];
  const lead = score - (ranked[1]?.[1] ?? 0);
  if (score < NAMED_FROM || lead < LEAD) {
    const none = score < NAMED_FROM;
    return {
      limit: none ? 'none' : 'cannot-say',
      scores,
      sentence: none
        ? 'No single limit stands out: the ratios lie about where those of sound players do.'
        : `Not enough to say: ${LIMIT_WORDS[best]} and ${LIMIT_WORDS[ranked[1][0]]} both fit. More tests would part them.`,
    };
  }
  return { limit: best, scores, sentence: `The pattern points to ${LIMIT_WORDS[best]} as the limit.` };
}
