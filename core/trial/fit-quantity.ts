import { seededRandom } from '../numeric/random.ts';
import { median } from '../numeric/statistics.ts';
import { BLOCK_MIDDLE, cellsOf, drawEffects, effectOf, type Cell } from '../review/effects.ts';
import { FEWEST_SWINGS } from './order.ts';
import { QUANTITY_FACTS, type TrialQuantity } from './quantities.ts';
import { turnMeans, type QuantityTurn } from './turn-means.ts';

/** One swing that counts, or one rating of a turn: what was measured of it. */
export interface TrialSwing {
  readonly condition: number;
  /** Number of its turn, counted over the whole trial. */
  readonly turn: number;
  readonly values: Partial<Record<TrialQuantity, number>>;
}

/** One condition against the reference in one quantity, drift taken out. */
export interface TrialEffect {
  readonly condition: number;
  readonly swings: number;
  /** In the quantity's own unit. */
  readonly difference: number;
  readonly interval90: readonly [number, number];
  /** Chance that it is better; null where neither way is better by itself. */
  readonly chanceBetter: number | null;
}

export interface QuantityAnswer {
  readonly quantity: TrialQuantity;
  /** Condition that the others are compared with. */
  readonly reference: number;
  /** Level of the reference in the middle of the trial. */
  readonly level: number;
  readonly effects: readonly TrialEffect[];
  /** Change over the whole trial that was taken out: tiring or warming up. */
  readonly drift: number;
}

/** Draws of a posterior. */
export const DRAWS = 2000;
/** Prior spread of the drift from one swing to the next, share of speed. */
const DRIFT_SD = 0.001;
const SWING_SHARE = 0.015;

/** A quantity with its whole posterior. */
export interface QuantityFit extends QuantityAnswer {
  readonly cells: readonly Cell[];
  /** All conditions that are in it, the reference first. */
  readonly order: readonly number[];
  /** What one per cent and so on are shares of, in the unit. */
  readonly size: number;
  /** Variance of one more turn's mean. */
  readonly turnVariance: number;
}

function turnsOf(swings: readonly TrialSwing[], quantity: TrialQuantity): QuantityTurn[] {
  const turns = new Map<number, { condition: number; firstSwing: number; values: number[] }>();
  swings.forEach((s, i) => {
    const v = s.values[quantity];
    if (v === undefined || !Number.isFinite(v)) return;
    const turn = turns.get(s.turn);
    if (turn) turn.values.push(v);
    else turns.set(s.turn, { condition: s.condition, firstSwing: i, values: [v] });
  });
  return [...turns.values()].map((t) => ({ ...t, firstSwing: t.firstSwing + (t.values.length - 1) / 2 }));
}

function chanceBetter(quantity: TrialQuantity, level: number, draws: readonly number[]): number | null {
  const { better } = QUANTITY_FACTS[quantity];
  if (better === 'neither') return null;
  const good = (d: number): boolean =>
    better === 'more' ? d > 0 : better === 'less' ? d < 0 : Math.abs(level + d) < Math.abs(level);
  return draws.filter(good).length / draws.length;
}

/** One quantity over all conditions of which enough was measured; undefined with fewer than two of them. */
export function fitQuantity(
  swings: readonly TrialSwing[],
  conditions: number,
  quantity: TrialQuantity,
): QuantityFit | undefined {
  const counts = Array.from(
    { length: conditions },
    (_, c) => swings.filter((s) => s.condition === c && s.values[quantity] !== undefined).length,
  );
  const order = counts.flatMap((n, c) => (n >= FEWEST_SWINGS ? [c] : []));
  const [reference] = order;
  if (reference === undefined || order.length < 2) return undefined;
  const turns = turnsOf(swings, quantity).filter((t) => order.includes(t.condition));
  const all = turns.flatMap((t) => t.values);
  const middle = median(all);
  const { usualSd } = QUANTITY_FACTS[quantity];
  const usual = 'share' in usualSd ? usualSd.share * Math.abs(middle) : usualSd.own;
  if (!(usual > 0)) return undefined;
  // A speed's blocks and effects are shares of the speed; another quantity's are of its own spread, as a speed's would be.
  const own = quantity === 'clubSpeedMps' || quantity === 'ballSpeedMps';
  const found = turnMeans(turns, usual, own ? Math.abs(middle) : usual / SWING_SHARE);
  const size = own ? Math.abs(middle) : found.sd / SWING_SHARE;
  const centre = turns.reduce((s, t) => s + t.firstSwing, 0) / turns.length;
  const cells = cellsOf(
    {
      means: found.means.map((m) => m - middle + size),
      variances: found.variances,
      effectOf: turns.map((t) => order.indexOf(t.condition) - 1),
      places: turns.map((t) => t.firstSwing - centre),
      days: turns.map(() => 0),
      speed: size,
      effects: order.length - 1,
      driftSd: DRIFT_SD,
    },
    false,
  );
  const level = middle - size + cells.reduce((s, c) => s + c.weight * c.level, 0);
  const draws = drawEffects(cells, seededRandom(quantity), DRAWS);
  const effects = order.slice(1).map((condition, e): TrialEffect => {
    const { mean, interval90 } = effectOf(cells, e);
    const better = chanceBetter(
      quantity,
      level,
      draws.map((d) => d[e]!),
    );
    return { condition, swings: counts[condition]!, difference: mean, interval90, chanceBetter: better };
  });
  const perSwing = cells.reduce((s, c) => s + c.weight * c.drift, 0);
  return {
    quantity,
    reference,
    level,
    effects,
    drift: perSwing * Math.max(0, swings.length - 1),
    cells,
    order,
    size,
    turnVariance: (BLOCK_MIDDLE * size) ** 2 + median(found.variances),
  };
}
