import type { ShotValues } from '../formats/shot-fields.ts';
import { median, robustSpread } from '../numeric/statistics.ts';

/** Middle, spread and best of one quantity in a block; spread is the robust standard deviation. */
export interface Summary {
  readonly count: number;
  readonly median: number;
  readonly spread: number;
  readonly best: number;
}

/** One or two values have no spread that could be told. */
const SPREAD_FROM = 3;
/** ± of a spread as words that follow the median; empty where it cannot be told yet. */
export const spreadWords = ({ count, spread }: Summary, figure: (spread: number) => string): string =>
  count >= SPREAD_FROM ? ` ± ${figure(spread)}` : '';

export interface BlockStatistics {
  readonly swings: number;
  readonly setAside: number;
  readonly clubSpeedMps?: Summary;
  readonly ballSpeedMps?: Summary;
  readonly smash?: Summary;
}

function summary(values: readonly (number | undefined)[]): Summary | undefined {
  const known = values.filter((v): v is number => v !== undefined);
  if (known.length === 0) return undefined;
  return { count: known.length, median: median(known), spread: robustSpread(known), best: Math.max(...known) };
}

/** Statistics of the shots that count; those set aside are only counted. */
export function blockStatistics(
  shots: readonly { readonly values: ShotValues; readonly setAside: boolean }[],
): BlockStatistics {
  const counted = shots.filter((s) => !s.setAside).map((s) => s.values);
  return {
    swings: counted.length,
    setAside: shots.length - counted.length,
    clubSpeedMps: summary(counted.map((v) => v.clubSpeedMps)),
    ballSpeedMps: summary(counted.map((v) => v.ballSpeedMps)),
    smash: summary(
      counted.map((v) =>
        v.clubSpeedMps !== undefined && v.ballSpeedMps !== undefined ? v.ballSpeedMps / v.clubSpeedMps : undefined,
      ),
    ),
  };
}
