import { percent } from '../numeric/percent.ts';
import { radToDeg } from '../units/units.ts';
import type { Units } from '../units/shown-units.ts';
import { QUANTITY_FACTS, type TrialQuantity } from './quantities.ts';
import type { TrialEffect } from './fit-quantity.ts';
import type { TrialAnswer } from './trial.ts';

/** Size of a difference with its unit and without sign. */
export function sizeWords(quantity: TrialQuantity, value: number, units: Pick<Units, 'speed' | 'distance'>): string {
  const v = Math.abs(value);
  switch (quantity) {
    case 'clubSpeedMps':
    case 'ballSpeedMps':
      return units.speed(v);
    case 'carryM':
    case 'sideM':
      return units.distance(v);
    case 'smash':
      return v.toFixed(2);
    case 'attackRad':
    case 'pathRad':
    case 'faceToPathRad':
      return `${radToDeg(v).toFixed(1)}°`;
    case 'offsetM':
      return `${(1000 * v).toFixed(0)} mm`;
    case 'swishFromBallM':
      return `${(100 * v).toFixed(0)} cm`;
    case 'ease':
      return `${v.toFixed(1)} of 10`;
  }
}

/** Which way a difference goes, in words. */
const WAYS: Readonly<Record<TrialQuantity, readonly [above: string, below: string]>> = {
  clubSpeedMps: ['faster', 'slower'],
  ballSpeedMps: ['faster', 'slower'],
  carryM: ['longer', 'shorter'],
  sideM: ['farther from the line', 'nearer to the line'],
  smash: ['higher', 'lower'],
  attackRad: ['more up', 'more down'],
  pathRad: ['more out', 'more in'],
  faceToPathRad: ['more out', 'more in'],
  offsetM: ['farther from the centre', 'nearer to the centre'],
  swishFromBallM: ['farther past', 'farther back'],
  ease: ['freer', 'less free'],
};

/** Words for which side of nought a level lies; a level of another quantity has no side. */
const SIDES: Readonly<Partial<Record<TrialQuantity, readonly [above: string, below: string]>>> = {
  attackRad: ['up', 'down'],
  pathRad: ['out', 'in'],
  faceToPathRad: ['out', 'in'],
  swishFromBallM: ['past the ball', 'before the ball'],
};

/** A level in words, its side spelled: "1.2° in". */
export function levelWords(quantity: TrialQuantity, level: number, units: Pick<Units, 'speed' | 'distance'>): string {
  const size = sizeWords(quantity, level, units);
  const sides = SIDES[quantity];
  return sides && !/^0(\.0)?\D/.test(size) ? `${size} ${sides[level > 0 ? 0 : 1]}` : size;
}

/** A difference and its interval in words: "2.1 mph faster", "0.4 to 3.6 mph"; one across nought says its other end. */
export function differenceParts(
  quantity: TrialQuantity,
  { difference, interval90: [lo, hi] }: Pick<TrialEffect, 'difference' | 'interval90'>,
  units: Pick<Units, 'speed' | 'distance'>,
): { difference: string; interval: string } {
  const [above, below] = WAYS[quantity];
  const size = (v: number): string => sizeWords(quantity, v, units);
  const way = difference >= 0 ? above : below;
  const [near, far] = difference >= 0 ? [lo, hi] : [hi, lo];
  // The unit once, where the first figure has the same.
  const bare = (words: string): string => /^[\d.]+/.exec(words)?.[0] ?? words;
  const interval =
    lo < 0 && hi > 0
      ? `${size(near)} ${difference >= 0 ? below : above} to ${size(far)} ${way}`
      : `${bare(size(near))} to ${size(far)}`;
  return { difference: `${size(difference)} ${way}`, interval };
}

/** A difference in words: "2.1 mph faster (0.4 to 3.6 mph)". */
export function differenceWords(...of: Parameters<typeof differenceParts>): string {
  const { difference, interval } = differenceParts(...of);
  return `${difference} (${interval})`;
}

/** The trial in one or two sentences. */
export function trialSentence(
  answer: TrialAnswer,
  labels: readonly string[],
  units: Pick<Units, 'speed' | 'distance'>,
): string {
  const { leader, decidedBy, reference } = answer;
  const out =
    answer.leftOut.length > 0 && decidedBy
      ? ` Nothing can be said of ${answer.leftOut.map((c) => `“${labels[c]}”`).join(', ')}: fewer than three swings count.`
      : '';
  const main = answer.quantities.find((q) => q.quantity === decidedBy);
  if (leader === null || decidedBy === null || !main) return `Cannot say yet: it takes ${answer.missing}.`;
  const name = `“${labels[leader]}”`;
  const chance = percent(answer.chanceBest[leader]!);
  const effect = main.effects.find((e) => e.condition === leader);
  const by = effect ? ` ${differenceWords(decidedBy, effect, units)} than “${labels[reference]}”,` : '';
  const kept = answer.chanceKeepsStrike[leader];
  const strike =
    kept === null || kept === undefined
      ? leader === reference || !['clubSpeedMps', 'ballSpeedMps', 'carryM'].includes(decidedBy)
        ? ''
        : ' The strike was not measured.'
      : ` The strike holds with ${percent(kept)}.`;
  const settle =
    answer.roundsToSettle === null
      ? ' Twelve more rounds would hardly settle it: take the one that feels better, or try something that differs more.'
      : ` About ${answer.roundsToSettle} more round${answer.roundsToSettle === 1 ? '' : 's'} like these would settle it.`;
  if (answer.verdict === 'better')
    return effect
      ? `${name} is the best of these:${by} ${chance} sure.${strike}${out}`
      : `${name} is still the best of these, ${chance} sure: nothing tried beats it.${out}`;
  if (answer.verdict === 'tie')
    return `A tie: in ${QUANTITY_FACTS[decidedBy].name} they lie within 1.5 % of each other. Take the one that feels easier.${out}`;
  return `Cannot say yet: ${name} leads with ${chance}${effect ? `, ${differenceWords(decidedBy, effect, units)} than “${labels[reference]}”` : ''}.${settle}${strike}${out}`;
}
