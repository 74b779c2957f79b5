import { robustLeastSquares } from '../numeric/least-squares.ts';
import { median, normalCdf, student95 } from '../numeric/statistics.ts';
import { pooledSpread, sessionMeans } from './session-mean.ts';

/** Speeds of one run of swings, in the order swung, under condition A or B. */
export interface Run {
  readonly label: 'A' | 'B';
  readonly speedsMps: readonly number[];
}

export interface Comparison {
  /** B minus A, m/s; null where it cannot be said. */
  readonly differenceMps: number | null;
  readonly interval90Mps: readonly [number, number] | null;
  readonly chanceBFaster: number | null;
  /** Drift taken out, m/s a swing, where the runs alternate. */
  readonly driftMps: number | null;
  readonly alternated: boolean;
  readonly missing: string;
}

const FEWEST_SWINGS = 3;

const speedsOf = (runs: readonly Run[], label: 'A' | 'B'): number[] =>
  runs.filter((r) => r.label === label).flatMap((r) => r.speedsMps);

/**
 * Two conditions compared: B minus A with a 90 % interval and the chance that B is faster. Runs that alternate (A B A …) have a
 * linear drift over the swing number fitted with the difference, so tiring does not count for either.
 */
export function compareRuns(runs: readonly Run[]): Comparison {
  const [a, b] = [speedsOf(runs, 'A'), speedsOf(runs, 'B')];
  const short = [
    a.length < FEWEST_SWINGS ? `${FEWEST_SWINGS - a.length} more swings of A` : '',
    b.length < FEWEST_SWINGS ? `${FEWEST_SWINGS - b.length} more swings of B` : '',
  ].filter(Boolean);
  const alternated = runs.length >= 3;
  if (short.length > 0) {
    return {
      differenceMps: null,
      interval90Mps: null,
      chanceBFaster: null,
      driftMps: null,
      alternated,
      missing: short.join(' and '),
    };
  }
  const { difference, sd, drift } = alternated ? withDrift(runs) : plain(a, b);
  const reach = student95(4 + a.length + b.length - 2 - (alternated ? 1 : 0)) * sd;
  return {
    differenceMps: difference,
    interval90Mps: [difference - reach, difference + reach],
    chanceBFaster: normalCdf(difference / Math.max(1e-9, sd)),
    driftMps: drift,
    alternated,
    missing: '',
  };
}

interface Effect {
  readonly difference: number;
  readonly sd: number;
  readonly drift: number | null;
}

function plain(a: readonly number[], b: readonly number[]): Effect {
  const { means } = sessionMeans([a, b]);
  return {
    difference: means[1].meanMps - means[0].meanMps,
    sd: Math.sqrt(means[0].varianceMps2 + means[1].varianceMps2),
    drift: null,
  };
}

function withDrift(runs: readonly Run[]): Effect {
  const swings = runs.flatMap((r) => r.speedsMps.map((speed) => ({ speed, isB: r.label === 'B' ? 1 : 0 })));
  const middle = (swings.length - 1) / 2;
  const fit = robustLeastSquares(
    swings.map((s, i) => [1, s.isB, i - middle]),
    swings.map((s) => s.speed),
  );
  if (!fit) return plain(speedsOf(runs, 'A'), speedsOf(runs, 'B'));
  // The spread leans on the stated prior as the session means do: a handful of swings can look too even.
  const typical = median(swings.map((s) => s.speed));
  const left = swings.map((s, i) => s.speed - fit.coefficients[1] * s.isB - fit.coefficients[2] * (i - middle));
  const spread = pooledSpread([left], typical);
  return {
    difference: fit.coefficients[1],
    sd: spread * Math.sqrt(fit.covariance[1][1]),
    drift: fit.coefficients[2],
  };
}

export interface BlockTrend {
  readonly kind: 'tiring' | 'warming' | 'steady' | 'cannot-say';
  /** Change over ten swings, m/s. */
  readonly perTenMps: number | null;
  readonly interval90Mps: readonly [number, number] | null;
}

const FEWEST_FOR_TREND = 6;
/** A change over ten swings that is taken as none, as a share of the speed. */
const STEADY_SHARE = 0.015;

/** Trend of speed over the swings of a block, in the order swung: does the student tire? */
export function blockTrend(speedsMps: readonly number[]): BlockTrend {
  const middle = (speedsMps.length - 1) / 2;
  const fit =
    speedsMps.length < FEWEST_FOR_TREND
      ? undefined
      : robustLeastSquares(
          speedsMps.map((_, i) => [1, (i - middle) / 10]),
          speedsMps,
        );
  if (!fit) return { kind: 'cannot-say', perTenMps: null, interval90Mps: null };
  const slope = fit.coefficients[1];
  const reach = student95(speedsMps.length - 2) * fit.residualSd * Math.sqrt(fit.covariance[1][1]);
  const limit = STEADY_SHARE * median(speedsMps);
  const kind =
    slope + reach < 0
      ? 'tiring'
      : slope - reach > 0
        ? 'warming'
        : Math.abs(slope) + reach < 2 * limit
          ? 'steady'
          : 'cannot-say';
  return { kind, perTenMps: slope, interval90Mps: [slope - reach, slope + reach] };
}

/** Next condition that an A B A B order wants after the runs so far. */
export const nextInAlternation = (runs: readonly Run[]): 'A' | 'B' =>
  runs.length > 0 && runs[runs.length - 1].label === 'A' ? 'B' : 'A';

/** What must be alike for two blocks to be compared. */
export interface BlockCircumstances {
  readonly club: string;
  readonly device?: string;
  readonly ball?: string;
  readonly place?: string;
  readonly slopeRad?: number;
  readonly temperatureC?: number;
  readonly altitudeM?: number;
  readonly windTowardTargetMps?: number;
  readonly windToRightMps?: number;
  readonly carryNormalised?: boolean;
}

const NEAR = {
  slopeRad: 0.02,
  temperatureC: 5,
  altitudeM: 100,
  windTowardTargetMps: 1.5,
  windToRightMps: 1.5,
} as const;
const NAMES: Readonly<Record<keyof BlockCircumstances, string>> = {
  club: 'club',
  device: 'device',
  ball: 'ball',
  place: 'place',
  slopeRad: 'slope',
  temperatureC: 'temperature',
  altitudeM: 'altitude',
  windTowardTargetMps: 'wind along the line',
  windToRightMps: 'wind across',
  carryNormalised: 'carry normalised or not',
};

/** What differs between two blocks, in words; empty where like is compared with like. What is not recorded in one of them is said. */
export function unlikeCircumstances(a: BlockCircumstances, b: BlockCircumstances): string[] {
  return (Object.keys(NAMES) as (keyof BlockCircumstances)[]).flatMap((key) => {
    const [x, y] = [a[key], b[key]];
    if (x === undefined && y === undefined) return [];
    if (x === undefined || y === undefined) return [`${NAMES[key]}: recorded in one only`];
    const near = key in NEAR ? NEAR[key as keyof typeof NEAR] : 0;
    const same = typeof x === 'number' && typeof y === 'number' ? Math.abs(x - y) <= near : x === y;
    return same ? [] : [NAMES[key]];
  });
}
