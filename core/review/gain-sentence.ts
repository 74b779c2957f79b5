import type { Review, Verdict } from './review.ts';
import type { Settling } from './settle.ts';

/** What the sentence needs of a review. */
export interface GainFacts {
  readonly gainMps: number;
  readonly interval90Mps: readonly [number, number];
  readonly verdict: Verdict;
  readonly growthMps: number;
}

/**
 * The verdict on a gain as one or two sentences.
 * @param settling how many more sessions would settle it, once that is worked out
 * @param speed writes a speed with its unit, in the instructor's units
 */
export function gainSentence(
  facts: GainFacts,
  goal: 'gain' | 'win-back' | 'hold',
  speed: (mps: number) => string,
  settling?: Settling,
): string {
  const [lo, hi] = facts.interval90Mps;
  const range = `(90 % sure between ${speed(lo)} and ${speed(hi)})`;
  const growth =
    Math.abs(facts.growthMps) > 0.05 ? ` Growth alone explains about ${speed(facts.growthMps)}; it is taken out.` : '';
  switch (facts.verdict) {
    case 'gained':
      return `Gained ${speed(facts.gainMps)} ${range}.${growth}`;
    case 'lost':
      return `Lost ${speed(-facts.gainMps)} ${range.replace(/between.*and.*\)/, `between ${speed(-hi)} and ${speed(-lo)} lost)`)}.${growth}`;
    case 'no-change':
      return goal === 'hold'
        ? `Speed is held: any loss is too small to matter ${range}.${growth}`
        : `No change that matters: ${speed(facts.gainMps)} ${range}.${growth}`;
    case 'cannot-say':
      return `Cannot say yet: ${speed(facts.gainMps)} so far ${range}.${settling ? ` ${settlingSentence(settling)}` : ''}${growth}`;
  }
}

/** How many further sessions would settle it, or the chance that 24 do. */
export function settlingSentence({ sessions, chanceWithin24 }: Settling): string {
  if (sessions !== null)
    return `About ${sessions} more session${sessions === 1 ? '' : 's'} like these would settle it, in four of five futures.`;
  return `Not within 24 more sessions in most futures (a verdict by then in ${Math.round(100 * chanceWithin24)} %).`;
}

/** The plain difference to the session before; it carries no verdict. */
export const sinceLastSentence = (
  { differenceMps, interval90Mps: [lo, hi] }: Review['sinceLast'],
  speed: (mps: number) => string,
): string =>
  `Since last time: ${differenceMps > 0 && !/^0[.0]* /.test(speed(differenceMps)) ? '+' : ''}${speed(differenceMps)} (90 % between ${speed(lo)} and ${speed(hi)}); one day against another, no verdict.`;

/** What a baseline of one or two sessions may hide; empty from three on. */
export function baselineSentence(
  { baselineSessions, baselineMayHideMps }: Pick<Review, 'baselineSessions' | 'baselineMayHideMps'>,
  speed: (mps: number) => string,
): string {
  if (baselineMayHideMps <= 0) return '';
  const n = baselineSessions === 1 ? 'One session' : 'Two sessions';
  return `${n} before the change may have been slow days: an unlucky baseline alone looks like a gain of ${speed(baselineMayHideMps)}. Three are wanted; with two, a true gain is found in 63 of 100 students instead of 84.`;
}
