import { robustLeastSquares } from '../numeric/least-squares.ts';
import { median, student95 } from '../numeric/statistics.ts';
import { compareConditions } from './compare-runs.ts';

/** Speeds of one run of swings, in the order swung, under condition A or B. */
export interface Run {
  readonly label: 'A' | 'B';
  /** Any name of the day. */
  readonly day: string;
  readonly speedsMps: readonly number[];
}

export interface Comparison {
  /** B minus A, m/s; null where it cannot be said. */
  readonly differenceMps: number | null;
  readonly interval90Mps: readonly [number, number] | null;
  readonly chanceBFaster: number | null;
  /** Drift taken out, m/s a run, where the runs alternate. */
  readonly driftMps: number | null;
  readonly alternated: boolean;
  readonly severalDays: boolean;
  readonly tie: boolean;
  readonly swingsToSettle: number | null;
  readonly missing: string;
}

/** Two conditions compared, B minus A, by the model of `compareConditions`. */
export function compareRuns(runs: readonly Run[]): Comparison {
  const c = compareConditions(runs);
  const [effect] = c.effects;
  // The model takes the condition struck first as the one to compare with.
  const sign = c.first === 'B' ? -1 : 1;
  const turned = ([lo, hi]: readonly [number, number]): readonly [number, number] => (sign > 0 ? [lo, hi] : [-hi, -lo]);
  return {
    differenceMps: effect ? sign * effect.differenceMps : null,
    interval90Mps: effect ? turned(effect.interval90Mps) : null,
    chanceBFaster: effect ? (sign > 0 ? effect.chanceFaster : 1 - effect.chanceFaster) : null,
    driftMps: c.driftMps,
    alternated: runs.length >= 3,
    severalDays: c.severalDays,
    tie: c.tie,
    swingsToSettle: c.swingsToSettle,
    missing: c.missing,
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
  const slope = fit.coefficients[1]!;
  const reach = student95(speedsMps.length - 2) * fit.residualSd * Math.sqrt(fit.covariance[1]![1]!);
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
  runs.length > 0 && runs[runs.length - 1]!.label === 'A' ? 'B' : 'A';

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
