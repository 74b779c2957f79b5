import { mean } from '../numeric/statistics.ts';
import { compareConditions, type ConditionRun, type RunsComparison } from './compare-runs.ts';

/** One run of swings with any measured quantity, in the order struck. */
export type QuantityRun = Omit<ConditionRun, 'speedsMps'> & { readonly values: readonly number[] };

export interface QuantityEffect {
  readonly label: string;
  /** In the quantity's own unit. */
  readonly difference: number;
  readonly interval90: readonly [number, number];
  /** Chance that it is greater than under the first condition. */
  readonly chanceGreater: number;
  /** Chance that it is the best of all: greatest, or least where less is better. */
  readonly chanceBest: number;
}

export interface QuantityComparison extends Pick<
  RunsComparison,
  'first' | 'firstChanceBest' | 'severalDays' | 'tie' | 'swingsToSettle' | 'missing'
> {
  readonly effects: readonly QuantityEffect[];
  /** Drift taken out, a run, in the quantity's unit. */
  readonly drift: number | null;
}

/** A player's swings differ by so much in speed (typical): the scale on which all quantities are compared. */
const SWING_SHARE = 0.015;
const STAND_IN_MPS = 40;

/** Spread of single swings inside their runs, pooled. */
function swingSd(runs: readonly QuantityRun[]): number {
  let squares = 0;
  let freedom = 0;
  for (const { values } of runs) {
    if (values.length < 2) continue;
    const middle = mean(values);
    squares += values.reduce((s, v) => s + (v - middle) ** 2, 0);
    freedom += values.length - 1;
  }
  return freedom > 0 ? Math.sqrt(squares / freedom) : 0;
}

/**
 * Conditions compared in any quantity, by the same model as club head speed: blocks, days, drift and the prior of an effect
 * count in shares of the swings' own spread, as they do for speed.
 * @param better whether more of it or less is better; it only decides which condition is called best
 */
export function compareQuantity(runs: readonly QuantityRun[], better: 'more' | 'less' = 'more'): QuantityComparison {
  const filled = runs.filter((r) => r.values.length > 0);
  const all = filled.flatMap((r) => r.values);
  const middle = all.length > 0 ? mean(all) : 0;
  const sd = swingSd(filled);
  const unit = sd / (SWING_SHARE * STAND_IN_MPS);
  const c = compareConditions(
    runs.map(({ values, ...run }) => ({
      ...run,
      speedsMps: values.map((v) => STAND_IN_MPS + (sd > 0 ? (v - middle) / unit : 0)),
    })),
    better === 'more' ? 'fastest' : 'slowest',
  );
  const { first, firstChanceBest, severalDays, tie, swingsToSettle, missing } = c;
  return {
    first,
    firstChanceBest,
    severalDays,
    tie,
    swingsToSettle,
    missing,
    drift: c.driftMps === null ? null : unit * c.driftMps,
    effects: c.effects.map((e) => ({
      label: e.label,
      difference: unit * e.differenceMps,
      interval90: [unit * e.interval90Mps[0], unit * e.interval90Mps[1]],
      chanceGreater: e.chanceFaster,
      chanceBest: e.chanceBest,
    })),
  };
}
