import * as yup from 'yup';
import { calledAndDone } from '../core/called/called.ts';
import { CannotSayError } from '../core/errors/input-error.ts';
import { Assumed, checked } from './input.ts';
import { number, required } from './schemas.ts';

const MOST = 1e6;
const calledSchema = yup.object({
  pairs: yup
    .array(
      yup.object({
        called: required(number(-MOST, MOST)),
        done: required(number(-MOST, MOST)),
        withBall: yup.boolean().strict(),
      }),
    )
    .required(({ path }) => `${path} is missing; expected a list of what was called and done.`)
    .max(2000, ({ path }) => `${path} holds more than 2000 pairs.`),
  unit: yup.string().strict().max(20),
  /** Values to say a call for; the calls themselves unless given. */
  want: yup.array(required(number(-MOST, MOST))).max(50),
});

/** `called`: the line of done on called, its score, and what to call for wanted values. */
export function called(input: unknown): unknown {
  const given = checked(calledSchema, input);
  const assumed = new Assumed();
  const unit = assumed.take('unit', given.unit, '');
  if (given.pairs.some((p) => p.withBall === undefined)) assumed.note('withBall', true);
  const swings = given.pairs.map((p) => ({ called: p.called, done: p.done, withBall: p.withBall ?? true }));
  const first = calledAndDone(swings, null);
  if (!first.line)
    throw new CannotSayError('too-few-swings', 'It cannot be said how far calls are done.', first.missing);
  const wants = assumed.take(
    'want',
    given.want,
    first.atCalls.map((c) => c.called),
  );
  const { line, offset } = first;
  return {
    unit,
    slope: line.slope,
    interval90: line.slopeInterval90,
    offset: line.intercept,
    score: line.score,
    residualSd: line.residualSd,
    verdict: first.verdict,
    doneLessCalled: offset && { mean: offset.mean, interval90: offset.interval90 },
    withBall: first.withBall?.slope ?? null,
    withoutBall: first.withoutBall?.slope ?? null,
    atCalls: first.atCalls,
    askFor: wants.flatMap((want) => {
      const { askFor } = calledAndDone(swings, want);
      return askFor ? [{ want, call: askFor.called, interval90: askFor.interval90, beyond: askFor.beyond }] : [];
    }),
    assumed: assumed.values,
  };
}
