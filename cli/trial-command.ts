import * as yup from 'yup';
import { CannotSayError, InputError } from '../core/errors/input-error.ts';
import { LEAST_CONDITIONS, MOST_CONDITIONS } from '../core/trial/order.ts';
import type { TrialQuantity } from '../core/trial/quantities.ts';
import type { TrialSwing } from '../core/trial/fit-quantity.ts';
import { analyseTrial, USUAL_LIMITS } from '../core/trial/trial.ts';
import { trialSentence } from '../core/trial/trial-sentence.ts';
import { unitsFor } from '../core/units/shown-units.ts';
import { degToRad, METRES_PER_YARD, mphToMps } from '../core/units/units.ts';
import { Assumed, checked } from './input.ts';
import { number, required } from './schemas.ts';

/** Each quantity as it is written in a file, its range there, and one of its unit in SI. */
const WRITTEN: Readonly<Record<TrialQuantity, readonly [name: string, min: number, max: number, si: number]>> = {
  clubSpeedMps: ['clubSpeedMph', 5, 180, mphToMps(1)],
  ballSpeedMps: ['ballSpeedMph', 1, 260, mphToMps(1)],
  smash: ['smash', 0.5, 1.7, 1],
  carryM: ['carryYd', 0, 460, METRES_PER_YARD],
  attackRad: ['attackDeg', -25, 25, degToRad(1)],
  pathRad: ['pathOutDeg', -35, 35, degToRad(1)],
  faceToPathRad: ['faceToPathOutDeg', -45, 45, degToRad(1)],
  offsetM: ['strikeMm', 0, 80, 0.001],
  sideM: ['sideYd', 0, 200, METRES_PER_YARD],
  swishFromBallM: ['swishPastBallCm', -300, 300, 0.01],
  ease: ['ease', 0, 10, 1],
};
const QUANTITIES = Object.keys(WRITTEN) as TrialQuantity[];

const trialSchema = yup.object({
  conditions: yup
    .array(
      yup
        .string()
        .strict()
        .required(({ path }) => `${path} is missing.`),
    )
    .required(({ path }) => `${path} is missing; expected the names of what was tried.`)
    .min(LEAST_CONDITIONS, ({ path }) => `${path} needs at least ${LEAST_CONDITIONS} names.`)
    .max(MOST_CONDITIONS, ({ path }) => `${path} holds more than ${MOST_CONDITIONS} names.`),
  swings: yup
    .array(
      yup.object({
        condition: yup
          .string()
          .strict()
          .required(({ path }) => `${path} is missing.`),
        turn: required(number(0, 1000)),
        ...Object.fromEntries(QUANTITIES.map((q) => [WRITTEN[q][0], number(WRITTEN[q][1], WRITTEN[q][2])])),
      }),
    )
    .required(({ path }) => `${path} is missing; expected a list of swings in the order struck.`)
    .max(2000, ({ path }) => `${path} holds more than 2000 swings.`),
  mostStrikeMoreMm: number(0, 60),
  mostSmashLess: number(0, 0.5),
});

/** `trial`: two to six things tried against the first, every quantity with its interval, the best that keeps the strike. */
export function trial(input: unknown): unknown {
  const given = checked(trialSchema, input);
  const assumed = new Assumed();
  const { conditions } = given;
  const swings = given.swings.map((s, i): TrialSwing => {
    const condition = conditions.indexOf(s.condition);
    if (condition < 0)
      throw new InputError(
        'out-of-range',
        `swings[${i}].condition is “${s.condition}”; expected one of: ${conditions.join(', ')}.`,
        `swings[${i}].condition`,
      );
    const values = Object.fromEntries(
      QUANTITIES.flatMap((q) => {
        const v = (s as Record<string, unknown>)[WRITTEN[q][0]];
        return typeof v === 'number' ? [[q, v * WRITTEN[q][3]]] : [];
      }),
    );
    return { condition, turn: s.turn, values };
  });
  const a = analyseTrial(swings, conditions.length, {
    mostOffsetMoreM:
      assumed.take('mostStrikeMoreMm', given.mostStrikeMoreMm, 1000 * USUAL_LIMITS.mostOffsetMoreM) / 1000,
    mostSmashLess: assumed.take('mostSmashLess', given.mostSmashLess, USUAL_LIMITS.mostSmashLess),
  });
  if (a.leader === null || a.decidedBy === null)
    throw new CannotSayError('too-few-swings', 'Nothing can be said of this trial.', a.missing);
  const named = <T>(list: readonly T[]) => Object.fromEntries(conditions.map((c, i) => [c, list[i]]));
  return {
    reference: conditions[a.reference],
    decidedBy: WRITTEN[a.decidedBy][0],
    leader: conditions[a.leader],
    verdict: a.verdict,
    chanceBest: named(a.chanceBest),
    chanceKeepsStrike: named(a.chanceKeepsStrike),
    quantities: a.quantities.map((q) => {
      const [name, , , si] = WRITTEN[q.quantity];
      return {
        quantity: name,
        reference: conditions[q.reference],
        level: q.level / si,
        driftOverAll: q.drift / si,
        effects: q.effects.map((e) => ({
          condition: conditions[e.condition],
          swings: e.swings,
          difference: e.difference / si,
          interval90: e.interval90.map((v) => v / si),
          chanceBetter: e.chanceBetter,
        })),
      };
    }),
    roundsToSettle: a.roundsToSettle,
    leftOut: a.leftOut.map((c) => conditions[c]),
    sentence: trialSentence(a, conditions, unitsFor('mph', 'yd')),
    assumed: assumed.values,
  };
}
