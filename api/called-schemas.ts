import * as yup from 'yup';
import { CALLED_THINGS, calledThing } from '../core/called/things.ts';
import { id, needed, optionalNumber, text } from './fields.ts';

const WIDEST = Math.max(...CALLED_THINGS.map((t) => t.most));

/** A run of calls as it is asked. */
export const calledRunSchema = yup.object({
  id: id(),
  thing: yup
    .string()
    .oneOf(CALLED_THINGS.map((t) => t.id))
    .required('is needed'),
  name: text(60).when('thing', {
    is: 'free',
    then: (s) => s.min(1, 'is needed: what is called').required('is needed: what is called'),
  }),
  unit: text(12),
  byWords: yup.boolean().required('is needed'),
  step: yup.number().moreThan(0, 'must be more than 0').max(WIDEST, `must be at most ${WIDEST}`).required('is needed'),
  wanted: optionalNumber(-WIDEST, WIDEST, ''),
  club: needed(40),
});

/** A value of what is called: no farther than the thing goes. */
export const calledValue = (thing: string) => {
  const most = calledThing(thing)?.most ?? WIDEST;
  const words = `must lie between −${most} and ${most} ${calledThing(thing)?.unit ?? ''}`.trim();
  return yup.number().typeError('must be a number').min(-most, words).max(most, words);
};
/** One call, in the unit of its thing; `blockId` is the block to make where none of the run takes its swing. */
export const callSchema = (thing: string) =>
  yup.object({
    id: id(),
    blockId: id(),
    called: calledValue(thing).required('is needed'),
    withBall: yup.boolean().required('is needed'),
    said: calledValue(thing).nullable().default(null),
  });
/** What a person says was done; null takes it back. */
export const saidSchema = (thing: string) => yup.object({ said: calledValue(thing).nullable().defined('is needed') });
/** What is aimed at in a run, put right. */
export const calledWantedSchema = yup.object({ wanted: optionalNumber(-WIDEST, WIDEST, '').defined('is needed') });
