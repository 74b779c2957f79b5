import {
  outside,
  priceSwing,
  standardised,
  type PricedBody,
  type PriceInputs,
} from '../core/diagnosis/learned-price.ts';
import { LEARNED_PRICE } from '../core/diagnosis/fitted/learned-price.ts';
import { seededRandom } from '../core/numeric/random.ts';
import type { PlayerModel } from '../training/population.ts';
import { FAMILIES } from '../training/families.ts';
import { drawPriceRows } from '../training/price-rows.ts';

/** The body that a row's inputs hold. */
const bodyOf = (i: PriceInputs): PricedBody =>
  i.hasBody === 1
    ? { heightM: i.heightM, massKg: i.massKg, ageYears: i.ageYears, sex: i.female === 1 ? 'female' : 'male' }
    : {};

export interface PriceFigures {
  readonly fault: string;
  /** Share of 90 % bands, if the fault is there, that hold the true price. */
  readonly held: number;
  /** Middle of the bands' half widths, share of the own speed. */
  readonly halfWidth: number;
  readonly n: number;
}

/** Bands of the learned prices on players of another seed, the model changed on purpose or not. */
export function priceFigures(seed: string, n: number, model: PlayerModel): PriceFigures[] {
  const rows = drawPriceRows(seededRandom(seed), n, [model]);
  const outs = rows.map((r) => priceSwing(r.inputs, bodyOf(r.inputs), 1));
  return [...FAMILIES, 'all together'].flatMap((fault): PriceFigures[] => {
    const widths: number[] = [];
    let held = 0;
    rows.forEach((r, i) => {
      const truth =
        fault === 'all together' ? (Object.keys(r.price).length > 0 ? r.together : undefined) : r.price[fault as never];
      const price = fault === 'all together' ? outs[i]!.together : outs[i]!.prices.find((p) => p.fault === fault);
      if (truth === undefined || !price) return;
      const [lo, hi] = price.interval90Mps;
      if (lo <= truth && truth <= hi) held++;
      widths.push((hi - lo) / 2);
    });
    if (widths.length === 0) return [];
    widths.sort((a, b) => a - b);
    return [{ fault, held: held / widths.length, halfWidth: widths[widths.length >> 1]!, n: widths.length }];
  });
}

/** Faultless players: how often any single band lies wholly above a quarter mph, and how often a swing is refused. */
export function soundPriceFigures(
  seed: string,
  n: number,
  model: PlayerModel,
): { n: number; above: number; refused: number } {
  const rows = drawPriceRows(seededRandom(seed), n, [model], 0);
  const speedMps = 40;
  const quarterMph = 0.112;
  const said = rows.map((r) => priceSwing(r.inputs, bodyOf(r.inputs), speedMps));
  const named = (i: number): boolean =>
    said[i]!.prices.some((p) => p.interval90Mps[0] > quarterMph && p.presentCheck >= 0.5);
  return {
    n,
    above: rows.filter((_, i) => named(i)).length / n,
    refused:
      rows.filter(
        (r) => outside(standardised(r.inputs, LEARNED_PRICE), LEARNED_PRICE) > LEARNED_PRICE.population.mostOutside,
      ).length / n,
  };
}
