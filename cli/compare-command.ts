import { CannotSayError, InputError } from '../core/errors/input-error.ts';
import { compareConditions } from '../core/review/compare-runs.ts';
import { mphToMps, mpsToMph } from '../core/units/units.ts';
import { Assumed, checked } from './input.ts';
import { compareSchema } from './schemas.ts';

/** `compare`: runs of two or more conditions, each against the first one struck. */
export function compare(input: unknown): unknown {
  const given = checked(compareSchema, input);
  const assumed = new Assumed();
  const quantity = assumed.take('quantity', given.quantity, 'clubSpeed');
  if (quantity !== 'clubSpeed')
    throw new InputError('unknown-value', `quantity is "${quantity}"; only clubSpeed is compared as yet.`, 'quantity');
  if (given.runs.some((r) => r.day === undefined)) assumed.note('day', 'one');
  const c = compareConditions(
    given.runs.map((r) => ({
      label: r.label,
      day: r.day ?? 'one',
      position: r.position,
      speedsMps: r.speedsMph.map(mphToMps),
    })),
  );
  if (c.effects.length === 0)
    throw new CannotSayError('too-few-swings', 'The conditions cannot be compared.', c.missing);
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
    assumed: assumed.values,
  };
}
