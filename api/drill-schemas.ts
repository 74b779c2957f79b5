import * as yup from 'yup';
import { ASKS } from '../core/catalogue/drill-asks.ts';
import { JUDGES, KIT, PLACES } from '../core/catalogue/drill-type.ts';
import { drillById } from '../core/catalogue/drills.ts';
import { FAULTS } from '../core/catalogue/faults.ts';
import { count, needed, text } from './fields.ts';

const MOST = 20;
const oneOf = <T extends string>(list: readonly T[], what: string) =>
  yup
    .string<T>()
    .oneOf(
      [...list],
      ({ value }: { value: string }) =>
        `“${String(value).slice(0, 40)}” is no ${what}; it is one of: ${list.join(', ')}`,
    )
    .required();
const listOf = <T extends string>(list: readonly T[], what: string, least = 0) =>
  yup.array(oneOf(list, what)).min(least, `needs at least one ${what}`).max(MOST).default([]);

/** A drill as an instructor writes it; its ladder is looked at by the core. */
export const ownDrillSchema = yup.object({
  name: needed(80),
  treats: listOf(
    FAULTS.map((f) => f.id),
    'fault',
  ),
  kit: listOf(KIT, 'kit'),
  places: listOf(PLACES, 'place', 1),
  asks: listOf(
    ASKS.map((a) => a.id as string),
    'ask',
  ),
  steps: yup
    .array(needed(300))
    .min(1, 'needs at least one step')
    .max(10, 'holds at most 10 steps')
    .required('is needed'),
  outsideCue: needed(200),
  insideCue: text(200),
  dose: yup
    .object({ sets: count(1, 20), reps: count(1, 100), restS: count(0, 600), sessionsPerWeek: count(1, 14) })
    .required('is needed'),
  check: yup
    .object({ text: needed(300), passed: count(1, 100), of: count(1, 100), reset: text(300) })
    .test('mark', 'must pass no more reps than there are', (v) => !v || !(v.passed > v.of))
    .required('is needed'),
  judges: listOf(JUDGES, 'judge', 1),
  slip: text(300),
  slipTrains: text(300),
  rungs: yup.array(yup.string().required().max(80)).min(1, 'needs at least one rung').max(30).required('is needed'),
  startAt: count(0, 29),
  serves: text(40),
  figuresOf: text(40).test('figures', 'names no shipped drill', (v) => !v || drillById(v) !== undefined),
});

export const favouriteSchema = yup.object({ drill: needed(80), favourite: yup.boolean().required() });
