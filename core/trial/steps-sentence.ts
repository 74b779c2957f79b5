import { percent } from '../numeric/percent.ts';
import type { Units } from '../units/shown-units.ts';
import { QUANTITY_FACTS } from './quantities.ts';
import type { StepDifference, StepLedger } from './steps.ts';
import { differenceParts } from './trial-sentence.ts';

/** What of a ledger is said first: the first of these that was measured. */
const PAYS_IN = ['clubSpeedMps', 'ballSpeedMps', 'carryM'] as const;

/** What a step added in a quantity, in words. */
export const stepWords = (d: StepDifference, units: Pick<Units, 'speed' | 'distance'>) =>
  differenceParts(d.quantity, { difference: d.difference, interval90: d.joint90 }, units);

/** A stack in two or three sentences: which step paid, which one broke something, where to go back. */
export function stepsSentence(
  ledger: StepLedger,
  labels: readonly string[],
  units: Pick<Units, 'speed' | 'distance'>,
): string {
  if (ledger.missing !== '') return `Cannot say yet: it takes ${ledger.missing}.`;
  const name = (step: number): string => `“${labels[step]}”`;
  const pays = PAYS_IN.find((q) => ledger.steps.some((s) => s.added.some((a) => a.quantity === q)));
  const paid = ledger.steps.flatMap((s) =>
    s.added.filter((a) => a.quantity === pays && a.joint90[0] > 0).map((a) => ({ step: s.step, a })),
  );
  const first =
    pays === undefined
      ? 'Neither speed nor carry was measured on both sides of a step.'
      : paid.length === 0
        ? `No step is known to have added ${QUANTITY_FACTS[pays].name}.`
        : `${paid.map(({ step, a }) => `${name(step)} added: ${stepWords(a, units).difference} (${stepWords(a, units).interval})`).join('; ')}.`;
  const broken = ledger.steps.find((s) => s.step === ledger.broken);
  const second = broken?.worst
    ? ` ${name(broken.step)} broke something: ${QUANTITY_FACTS[broken.worst.quantity].name}, ${percent(broken.worst.chance)} sure. Go back to ${name(ledger.backTo)}.`
    : ledger.steps.some((s) => s.worst)
      ? ' No step is known to have broken the strike, the direction or the speed.'
      : '';
  const out =
    ledger.leftOut.length > 0
      ? ` Nothing can be said of ${ledger.leftOut.map(name).join(', ')}: fewer than three swings count.`
      : '';
  return `${first}${second}${out}`;
}
