import type { Verdict } from './review.ts';

/** What the sentence needs of a review. */
export interface GainFacts {
  readonly gainMps: number;
  readonly interval90Mps: readonly [number, number];
  readonly verdict: Verdict;
  readonly sessionsToSettle: number | null;
  readonly growthMps: number;
}

/**
 * The verdict on a gain as one or two sentences.
 * @param speed writes a speed with its unit, in the instructor's units
 */
export function gainSentence(
  facts: GainFacts,
  goal: 'gain' | 'win-back' | 'hold',
  speed: (mps: number) => string,
): string {
  const [lo, hi] = facts.interval90Mps;
  const range = `(90 % sure between ${speed(lo)} and ${speed(hi)})`;
  const growth =
    Math.abs(facts.growthMps) > 0.05 ? ` Growth alone explains about ${speed(facts.growthMps)}; it is taken out.` : '';
  switch (facts.verdict) {
    case 'gained':
      return `Gained ${speed(facts.gainMps)} ${range}.${growth}`;
    case 'lost':
      return `Lost ${speed(-facts.gainMps)} ${range}.${growth}`;
    case 'no-change':
      return goal === 'hold'
        ? `Speed is held: any loss is too small to matter ${range}.${growth}`
        : `No change that matters: ${speed(facts.gainMps)} ${range}.${growth}`;
    case 'cannot-say': {
      const n = facts.sessionsToSettle;
      const more =
        n === null
          ? 'At this estimate no number of sessions alone would settle it.'
          : `About ${n} more session${n === 1 ? '' : 's'} like these would settle it.`;
      return `Cannot say yet: ${speed(facts.gainMps)} so far ${range}. ${more}${growth}`;
    }
  }
}
