import type { InferType } from 'yup';
import { CannotSayError, InputError } from '../core/errors/input-error.ts';
import { compareQuantity } from '../core/review/compare-quantity.ts';
import { compareConditions } from '../core/review/compare-runs.ts';
import { mphToMps, mpsToMph } from '../core/units/units.ts';
import { Assumed, checked } from './input.ts';
import { compareSchema } from './schemas.ts';

type Run = InferType<typeof compareSchema>['runs'][number];

const place = (r: Run) => ({ label: r.label, day: r.day ?? 'one', position: r.position });
const refuse = (missing: string): CannotSayError =>
  new CannotSayError('too-few-swings', 'The conditions cannot be compared.', missing);

function compareSpeed(runs: readonly Run[]): Record<string, unknown> {
  const c = compareConditions(runs.map((r) => ({ ...place(r), speedsMps: (r.speedsMph ?? []).map(mphToMps) })));
  if (c.effects.length === 0) throw refuse(c.missing);
  return {
    first: c.first,
    firstChanceBest: c.firstChanceBest,
    labels: c.effects.map((e) => ({
      label: e.label,
      differenceMph: mpsToMph(e.differenceMps),
      interval90Mph: e.interval90Mps.map(mpsToMph),
      chanceFaster: e.chanceFaster,
      chanceBest: e.chanceBest,
    })),
    driftMphPerRun: c.driftMps === null ? null : mpsToMph(c.driftMps),
    severalDays: c.severalDays,
    tie: c.tie,
    swingsToSettle: c.swingsToSettle,
  };
}

/** Values of a quantity in one run. @throws InputError where the run has none */
function valuesOf(run: Run, quantity: string, at: number): number[] {
  const listed =
    quantity === 'strikeMm' ? run.strikeMm : (run.values as Record<string, unknown> | undefined)?.[quantity];
  const where = `runs[${at}].${quantity === 'strikeMm' ? '' : 'values.'}${quantity}`;
  if (!Array.isArray(listed))
    throw new InputError('missing', `${where} is missing; expected a list of numbers.`, where);
  const wrong = listed.findIndex((v) => typeof v !== 'number' || !Number.isFinite(v));
  if (wrong >= 0)
    throw new InputError(
      'not-a-number',
      `${where}[${wrong}] is ${JSON.stringify(listed[wrong])}; expected a number.`,
      `${where}[${wrong}]`,
    );
  return listed as number[];
}

function compareOther(runs: readonly Run[], quantity: string): Record<string, unknown> {
  // A strike is the better the nearer to the centre; of other quantities more is called better.
  const c = compareQuantity(
    runs.map((r, i) => ({ ...place(r), values: valuesOf(r, quantity, i) })),
    quantity === 'strikeMm' ? 'less' : 'more',
  );
  if (c.effects.length === 0) throw refuse(c.missing);
  return {
    first: c.first,
    firstChanceBest: c.firstChanceBest,
    labels: c.effects,
    driftPerRun: c.drift,
    severalDays: c.severalDays,
    tie: c.tie,
    swingsToSettle: c.swingsToSettle,
  };
}

/** `compare`: runs of two or more conditions, each against the first one struck, in club head speed or any other quantity. */
export function compare(input: unknown): unknown {
  const given = checked(compareSchema, input);
  const assumed = new Assumed();
  const quantity = assumed.take('quantity', given.quantity, 'clubSpeed');
  if (given.runs.some((r) => r.day === undefined)) assumed.note('day', 'one');
  const answer = quantity === 'clubSpeed' ? compareSpeed(given.runs) : compareOther(given.runs, quantity);
  return { quantity, ...answer, assumed: assumed.values };
}
