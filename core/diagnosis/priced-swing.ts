import { headKindOf } from '../catalogue/heads.ts';
import { median } from '../numeric/statistics.ts';
import { priceSwing, type PricedBody, type PriceInputs, type SwingPrices } from './learned-price.ts';

/** Version of the learned prices and of the rules below, to be raised with either; a price kept under another is reckoned anew. */
export const PRICE_RULE = 1;

/** A captured swing as it may be priced; without inputs its curves do not hold a price. */
export interface CapturedSwing {
  readonly id: string;
  readonly inputs: PriceInputs | null;
}

export interface SpeedBlock {
  readonly club: string;
  readonly withBall: boolean;
  readonly condition: string;
  /** Counted swings, m/s. */
  readonly speedsMps: readonly number[];
}

/** A price as it is kept with its capture: what it was reckoned from, and what it says. */
export interface KeptPrice {
  readonly rule: number;
  readonly speedMps: number;
  readonly body: PricedBody;
  readonly prices: SwingPrices;
}

/** Which swing counts: the newest captured one of the lesson whose curves hold a price. */
export const swingToPrice = <T extends CapturedSwing>(swings: readonly T[]): T | undefined =>
  swings.filter((s) => s.inputs).at(-1);

/**
 * Speed that prices are shares of: the median of the lesson's newest block of full driver swings with a ball that has speeds.
 * @param before speed of the lessons before, where this one has none
 */
export function speedToPrice(blocks: readonly SpeedBlock[], before?: number): number | undefined {
  const full = blocks.filter(
    (b) => b.withBall && b.condition === 'normal' && headKindOf(b.club) === 'driver' && b.speedsMps.length > 0,
  );
  const newest = full.at(-1);
  return newest ? median(newest.speedsMps) : before;
}

/** Whether a kept price was reckoned by today's rule, for this body and speed. */
export const stillHolds = (kept: KeptPrice | null, body: PricedBody, speedMps: number): kept is KeptPrice =>
  kept !== null &&
  kept.rule === PRICE_RULE &&
  kept.speedMps === speedMps &&
  (['sex', 'ageYears', 'heightM', 'massKg'] as const).every((k) => kept.body[k] === body[k]);

/** What a swing's faults cost a body at a speed, with all it was reckoned from. */
export const priceToKeep = (inputs: PriceInputs, body: PricedBody, speedMps: number): KeptPrice => ({
  rule: PRICE_RULE,
  speedMps,
  body,
  prices: priceSwing(inputs, body, speedMps),
});
