import { turningPoint } from '../numeric/root.ts';
import { MODEL_FAULTS, modelFault } from '../swing/fault-families.ts';
import { simulateDownswing } from '../swing/model.ts';
import type { SwingParameters } from '../swing/parameters.ts';
import type { FaultAmount } from '../swing/price-list.ts';
import type { Finding } from './findings.ts';

/** A fault with the amount that goes into the price list, and whether it was measured. */
export interface KnownAmount extends FaultAmount {
  readonly measured: boolean;
}

/** Chest turn at the top that counts as put right, °. */
const FULL_TURN_DEG = 90;
/** Chance from which a small measured amount is priced. */
const LIKELY = 0.4;
/** Beyond this the chest swings back into its stop and its speed at strike says no more when its drive ended. */
const STALL_MOST_MS = 80;
/** Log-odds from which a measured amount counts although its fault is not likely as a whole. */
const SPEAKS_FOR_IT = 1;

/** Share of its peak that this player's chest keeps at strike when its drive ends so long before, %. */
function chestKeptPercent(sound: SwingParameters, cutMs: number): number {
  const swing = simulateDownswing(modelFault('body-stall')?.apply(sound, cutMs) ?? sound, 0.002);
  if (!swing) return 0;
  const rates = swing.samples.map((s) => s.ratesRadPerS[1]);
  return (100 * rates[rates.length - 1]!) / Math.max(...rates);
}

/** What each measured sign says of the amount of its fault, in the unit of the fault table; 0 is put right. */
const AMOUNT_OF: Readonly<Record<string, (value: number, sound: SwingParameters) => number>> = {
  'chest-turn-top': (deg) => Math.max(0, FULL_TURN_DEG - deg),
  'wrist-opened': (deg) => Math.max(0, deg),
  'chest-at-strike': (percent, sound) =>
    percent >= chestKeptPercent(sound, 0)
      ? 0
      : turningPoint((ms) => chestKeptPercent(sound, ms) < percent, 0, STALL_MOST_MS, 2),
};

const signOf = (finding: Finding): string => finding.id.split(':')[0]!;

/**
 * Faults of a student that the swing model can price: those whose amount was measured.
 * @param chances chance of each fault by id
 * @param sound the player's swing without faults, from which an amount is reckoned where the sign is not in its unit
 */
export function faultAmounts(
  findings: readonly Finding[],
  chances: ReadonlyMap<string, number>,
  sound: SwingParameters,
): KnownAmount[] {
  return MODEL_FAULTS.flatMap((fault): KnownAmount[] => {
    const measured = findings.find(
      (f) => f.fault === fault.id && f.value !== undefined && AMOUNT_OF[signOf(f)] !== undefined,
    );
    if (measured) {
      // Little of a thing is no fault: it is priced from where it speaks for the fault at all, or where the fault is likely.
      if (measured.logOdds < SPEAKS_FOR_IT && (chances.get(fault.id) ?? 0) < LIKELY) return [];
      const amount = Math.min(fault.range[1], AMOUNT_OF[signOf(measured)]!(measured.value ?? 0, sound));
      return amount > 0 ? [{ id: fault.id, amount, measured: true }] : [];
    }
    // What was not measured has no price: a typical amount would be a guess in the dress of a figure.
    return [];
  });
}
