import * as yup from 'yup';
import { drillById } from '../core/catalogue/drills.ts';
import { faultById } from '../core/catalogue/faults.ts';
import { LEAST_CONDITIONS, MOST_CONDITIONS } from '../core/trial/order.ts';
import { CONDITION_KINDS } from '../core/trial/run.ts';
import { SWISH_PLACES, type SwishPlace } from '../core/trial/values.ts';
import { count, id, optionalNumber, text } from './fields.ts';

/** A trial as it is asked: the program makes its order. */
export const trialSchema = yup.object({
  id: id(),
  faultId: text(80).test('fault', 'names no fault of the catalogue', (v) => !v || faultById(v) !== undefined),
  club: yup.string().trim().required('is needed').max(40),
  withBall: yup.boolean().required('is needed'),
  /** Each thing keeps those before it: a stack of steps. */
  stack: yup.boolean().default(false),
  /** Swings at hand, of all things together. */
  swings: count(4, 120),
  conditions: yup
    .array(
      yup.object({
        label: yup.string().trim().required('is needed').max(120, 'must have at most 120 characters'),
        kind: yup
          .string()
          .oneOf(CONDITION_KINDS, `must be one of: ${CONDITION_KINDS.join(', ')}`)
          .required('is needed'),
        club: text(40),
        drillId: text(80).test('drill', 'names no drill of the shelf', (v) => !v || drillById(v) !== undefined),
      }),
    )
    .min(LEAST_CONDITIONS, `needs at least ${LEAST_CONDITIONS} things to tell apart`)
    .max(MOST_CONDITIONS, `holds at most ${MOST_CONDITIONS} things`)
    .required('is needed')
    .test(
      'stackable',
      'begins with the swing as usual and holds cues and set-ups after it: only these can be kept on top of each other',
      (list, { parent }) =>
        !(parent as { stack?: boolean }).stack ||
        list.every((c, i) => (i === 0 ? c.kind === 'as usual' : c.kind === 'cue' || c.kind === 'set-up')),
    )
    .test(
      'distinct',
      'names the same thing twice',
      (list) => new Set(list.map((c) => `${c.label.toLowerCase()} ${c.club ?? ''}`)).size === list.length,
    ),
});

const ratingFields = {
  ease: optionalNumber(0, 10, ''),
  swish: yup
    .string<SwishPlace>()
    .oneOf(SWISH_PLACES.map((p) => p.id))
    .nullable()
    .default(undefined),
  dots: yup
    .array(
      yup.object({
        toeM: yup.number().min(-0.06).max(0.06).required(),
        highM: yup.number().min(-0.05).max(0.05).required(),
      }),
    )
    .max(30, 'at most 30 marks')
    .default(undefined),
};
export const turnSchema = yup.object({ id: id(), blockId: id(), round: count(0, 20), condition: count(0, 5) });
/** What is said of a turn; what is not named stays. */
export const turnRatingSchema = yup.object({ ...ratingFields, ended: yup.boolean().default(undefined) });
export const keepSchema = yup.object({ condition: count(0, 5) });
