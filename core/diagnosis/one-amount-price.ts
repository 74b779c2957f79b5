import { tuple } from '../numeric/tuple.ts';
import { mpsToMph } from '../units/units.ts';
import type { PriceIfPresent } from './diagnose.ts';
import type { Finding } from './findings.ts';
import { ONE_AMOUNT } from './fitted/one-amount.ts';
import type { OneAmountData, OneAmountTable } from './fitted/types.ts';

const MIDDLE_MPH = 90;
const SCALE_MPH = 20;
/** A value less sure than this, in shares of the population's measuring error, is not priced. */
const MOST_UNSURE: Readonly<Record<string, number>> = { 'chest-turn-top': 6, 'wrist-opened': 8, 'chest-at-strike': 12 };
/** Weights of the quantiles 5, 50, 95 % in the mean (extended Pearson–Tukey, Keefer & Bodily 1983). */
const TAIL = 0.185;

/** Straight pieces that begin at the knots, each 0 before its knot; per ten units. */
export const piecesOf = (amount: number, knots: readonly number[]): number[] =>
  knots.map((k) => Math.max(0, amount - k) / 10);

/** Terms of a regression: the pieces, and the pieces times the standardised speed. */
export function termsOf(amount: number, speedMph: number, knots: readonly number[]): number[] {
  const pieces = piecesOf(amount, knots);
  const z = (speedMph - MIDDLE_MPH) / SCALE_MPH;
  return [...pieces, ...pieces.map((p) => z * p)];
}

export const amountOf = (table: Pick<OneAmountTable, 'soundFrom' | 'side'>, value: number): number =>
  Math.max(0, table.side * (value - table.soundFrom));

/** Quantiles 5, 50, 95 % of the price of an amount, in shares of the own speed; each never falls with the amount. */
function quantilesAt(table: OneAmountTable, amount: number, speedMph: number): [number, number, number] {
  const at = (a: number): number[] => {
    const terms = termsOf(a, speedMph, table.knots);
    const [low, middle, high] = tuple(
      3,
      table.coefficients.map((c) => c.reduce((s, v, i) => s + v * terms[i]!, 0) / 100),
    );
    return [middle + table.widening * (low - middle), middle, middle + table.widening * (high - middle)];
  };
  const most: [number, number, number] = [0, 0, 0];
  // Straight pieces are highest at their ends: at a knot or at the amount itself.
  for (const a of [...table.knots.filter((k) => k < amount), amount])
    at(a).forEach((v, i) => {
      most[i] = Math.max(most[i]!, v);
    });
  most.sort((a, b) => a - b);
  return most;
}

/**
 * What a fault costs if it is there, from one measured amount without any curve. The band is wide: only the chest's turn says
 * more than "likely something".
 * @returns undefined where the sign gives no price, the value is too unsure, or player and amount lie outside the population
 */
export function priceOfAmount(
  sign: string,
  value: number,
  uncertainty: number,
  ownSpeedMps: number,
  data: OneAmountData = ONE_AMOUNT,
): (PriceIfPresent & { readonly fault: string }) | undefined {
  const table = data.tables.find((t) => t.sign === sign);
  const speedMph = mpsToMph(ownSpeedMps);
  const [slowest, fastest] = data.speedsMph;
  if (!table || uncertainty > MOST_UNSURE[sign]! || speedMph < slowest || speedMph > fastest) return undefined;
  const amount = amountOf(table, value);
  if (amount > table.most) return undefined;
  const [low, middle, high] = tuple(
    3,
    quantilesAt(table, amount, speedMph).map((share) => share * ownSpeedMps),
  );
  return {
    fault: table.fault,
    meanMps: TAIL * low + (1 - 2 * TAIL) * middle + TAIL * high,
    interval90Mps: [low, high],
    from: 'one amount',
  };
}

/** Prices by fault from the findings that give an amount, the newest of each. */
export function pricesOfAmounts(findings: readonly Finding[], ownSpeedMps: number): Map<string, PriceIfPresent> {
  const newest = [...findings].sort((a, b) => (b.ageDays ?? 0) - (a.ageDays ?? 0));
  return new Map(
    newest.flatMap((f) => {
      if (f.kind !== 'measured' || f.value === undefined) return [];
      const price = priceOfAmount(f.sign, f.value, f.uncertainty ?? 0, ownSpeedMps);
      return price ? [[price.fault, price] as const] : [];
    }),
  );
}
