import * as yup from 'yup';
import { day, id } from './fields.ts';

const MOST_WEEKS = 52;
const needed = () => day().required('is needed');

/** What an instructor wishes of a programme; body, level and load come from the student. */
export const programmeSchema = yup.object({
  id: id(),
  startsOn: needed(),
  eventOn: day().default(null),
  weeks: yup
    .number()
    .integer()
    .min(1, 'must be at least 1')
    .max(MOST_WEEKS, `must be at most ${MOST_WEEKS}`)
    .default(12),
  sessionsPerWeek: yup
    .number()
    .integer()
    .min(1, 'must be at least 1')
    .max(7, 'must be at most 7')
    .required('is needed'),
  weekdays: yup.array(yup.number().integer().min(0).max(6).required()).max(7).required('is needed'),
  off: yup
    .array(
      yup
        .object({
          from: needed(),
          to: needed(),
          why: yup
            .string()
            .oneOf(['holiday', 'sick'] as const, 'must be holiday or sick')
            .required('is needed'),
        })
        .test('order', 'must end on or after its first day', (o) => !o.from || !o.to || o.from <= o.to),
    )
    .max(40)
    .default([]),
  lessons: yup
    .object({
      every: yup
        .string()
        .oneOf(['weekly', 'fortnightly', 'days'] as const)
        .required(),
      firstOn: needed(),
      count: yup.number().integer().min(1).max(14).default(1),
    })
    .required('is needed'),
});
export type ProgrammeInput = yup.InferType<typeof programmeSchema>;
export const moveSchema = yup.object({ from: needed(), to: needed() });
