import { mphToMps } from '../units/units.ts';
import { modelFault, type ModelFault } from './fault-families.ts';
import { clubHeadSpeedMps } from './model.ts';
import type { SwingParameters } from './parameters.ts';

/** A fault of a player with its amount in the unit of the fault table. */
export interface FaultAmount {
  readonly id: string;
  readonly amount: number;
}

/** What putting one fault right is worth, m/s of club head speed, all else of this player as it is. */
export interface Price extends FaultAmount {
  readonly unit: ModelFault['unit'];
  readonly gainMps: number;
  readonly intervalMps: readonly [number, number];
}

export interface PriceList {
  readonly prices: readonly Price[];
  /** All put right at once, simulated together; null where the model does not reach the ball. */
  readonly togetherMps: number | null;
  readonly togetherIntervalMps: readonly [number, number] | null;
}

/** No price is known better than this. */
const LEAST_BAND_MPS = mphToMps(0.75);
/** Where an amount is typical and not measured, the band is this many times as wide. */
const UNMEASURED_BAND = 2;
/** A single fix worth more than this share of the speed is not believed: the amounts are bad then. */
export const MOST_PLAUSIBLE_SHARE = 0.15;

/** Steps of a fault's range at which smaller amounts are looked at. */
const AMOUNT_STEPS = 12;

/** Amounts applied in the order of the table, so that the same list always gives the same swing. */
export const withFaults = (p: SwingParameters, faults: readonly FaultAmount[]): SwingParameters =>
  faults.reduce((swing, f) => modelFault(f.id)?.apply(swing, f.amount) ?? swing, p);

const band = (gain: number, relative: number): readonly [number, number] => {
  const reach = Math.max(LEAST_BAND_MPS, Math.abs(gain) * relative);
  return [gain - reach, gain + reach];
};

/**
 * The speed ledger: for each fault what is gained if only it is put right while the others stay. Model gains count as a share
 * of speed and are given in the player's own measured speed.
 *
 * Limits: planar model; strike, face, slide and early extension are not in it.
 * @param sound the player's swing without the faults
 * @param ownSpeedMps the player's measured speed; the model's own where left out
 * @param measured ids whose amounts are measured; the others get twice the band
 * @returns undefined where the model with all faults does not reach the ball
 */
export function priceList(
  sound: SwingParameters,
  faults: readonly FaultAmount[],
  ownSpeedMps?: number,
  measured: ReadonlySet<string> = new Set(faults.map((f) => f.id)),
): PriceList | undefined {
  const now = clubHeadSpeedMps(withFaults(sound, faults));
  if (now === undefined) return undefined;
  const inOwnSpeed = (speed: number): number => (speed / now - 1) * (ownSpeedMps ?? now);
  const speedWith = (fault: FaultAmount, amount: number): number | undefined =>
    clubHeadSpeedMps(
      withFaults(
        sound,
        faults.map((f) => (f === fault ? { ...f, amount } : f)),
      ),
    );
  const prices = faults.flatMap((fault): Price[] => {
    const known = modelFault(fault.id);
    const without = speedWith(fault, 0);
    if (!known || without === undefined) return [];
    // The price of an amount is the largest of those of smaller ones, and nothing at least: a little more is never cheaper.
    const step = known.range[1] / AMOUNT_STEPS;
    const smaller = Array.from({ length: Math.ceil(fault.amount / step) }, (_, i) => i * step).slice(1);
    const slowest = Math.min(now, without, ...smaller.flatMap((a) => speedWith(fault, a) ?? []));
    const gainMps = Math.max(0, inOwnSpeed(now + without - slowest));
    const relative = known.band * (measured.has(fault.id) ? 1 : UNMEASURED_BAND);
    return [{ ...fault, unit: known.unit, gainMps, intervalMps: band(gainMps, relative) }];
  });
  const best = clubHeadSpeedMps(sound);
  const togetherMps = best === undefined ? null : inOwnSpeed(best);
  // Together the bands of the parts add up as independent errors.
  const spread = Math.hypot(...prices.map((p) => p.intervalMps[1] - p.gainMps));
  return {
    prices,
    togetherMps,
    togetherIntervalMps: togetherMps === null ? null : [togetherMps - spread, togetherMps + spread],
  };
}
