import { isolationTest, type IsolationTest } from '../catalogue/isolation-tests.ts';
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

/** Fewest swings of the test and of the full swing from which a ratio is read. */
export const FEWEST_SWINGS = 3;
/** Variance of a median against that of the mean, for normal data. */
const MEDIAN_VARIANCE = Math.PI / 2;
/** Swings that the prior of the spread is worth (as in the session means). */
const PRIOR_SWINGS = 4;
interface LogRatio {
  readonly value: number;
  /** Standard error of the ratio, and the part of it that the test's own swings make. */
  readonly sd: number;
  readonly testSd: number;
  readonly freedom: number;
}

/** Log of the ratio of medians and its standard error, with the spread pooled over both and a stated prior. */
export function logRatio(full: readonly number[], test: readonly number[]): LogRatio {
  const shares = [full, test].map((list) => list.map((v) => v / median(list)));
  const spread = pooledSpread(shares, 1);
  return {
    value: Math.log(median(test) / median(full)),
    sd: spread * Math.sqrt(MEDIAN_VARIANCE * (1 / full.length + 1 / test.length)),
    testSd: spread * Math.sqrt(MEDIAN_VARIANCE / test.length),
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
