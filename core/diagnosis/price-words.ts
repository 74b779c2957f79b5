import type { DiagnosedFault } from './diagnose.ts';

/** Presence from which a price is stated, said with an if, and passed over below. */
const STATED_FROM = 0.8;
const LIKELY_FROM = 0.5;
const PASSED_OVER = 0.2;
/** Faults that the curves hold so faintly that their price is said only where they are sure to be there. */
const ONLY_WHEN_SURE = new Set(['held-off', 'tension']);

/**
 * What a fault costs, in words that are no larger than its numbers; empty where nothing is to be said.
 * @param speed writes m/s in the reader's unit, without it
 */
export function priceWords(
  fault: Pick<DiagnosedFault, 'id' | 'presentChance' | 'price'>,
  speed: (mps: number) => string,
  unit: string,
): string {
  const { price, presentChance } = fault;
  if (!price || presentChance < PASSED_OVER) return '';
  const [lo, hi] = price.interval90Mps;
  const range = `${speed(lo)} to ${speed(hi)} ${unit}${price.from ? ` (by ${price.from})` : ''}`;
  const needed = ONLY_WHEN_SURE.has(fault.id) ? STATED_FROM : LIKELY_FROM;
  if (presentChance < needed) return 'what it costs cannot be said from this swing';
  if (hi < 0) return `pays for this player if there: ${range}`;
  if (presentChance >= STATED_FROM && lo > 0) return `costs ${range}`;
  return lo > 0 ? `likely, worth ${range} if so` : `worth ${range} if there: it may cost nothing`;
}
