import * as yup from 'yup';
import { LEAST_MINUTES, MOST_MINUTES } from '../core/plan/minute-plan.ts';
import { day, id, moment, text } from './fields.ts';

const minutes = () =>
  yup
    .number()
    .integer('must be whole minutes')
    .min(LEAST_MINUTES, `must be at least ${LEAST_MINUTES} min`)
    .max(MOST_MINUTES, `must be at most ${MOST_MINUTES} min`);

/** One lesson to come, or a series of them: each moment as the calendar of who makes it says. */
export const appointmentSchema = yup.object({
  id: id(),
  studentId: id(),
  times: yup
    .array(moment().required('is needed'))
    .min(1, 'needs at least one time')
    .max(60, 'holds at most 60 lessons')
    .required('is needed'),
  minutes: minutes().required('is needed'),
  note: text(500),
});

/** What changes of a lesson to come; `andLater` moves the later ones of its series by as much. */
export const appointmentPatchSchema = yup.object({
  startsAt: moment(),
  minutes: minutes(),
  note: yup.string().trim().max(500, 'must have at most 500 characters'),
  andLater: yup.boolean().default(false),
});
export const stretchSchema = yup.object({ from: moment().required('is needed'), to: moment().required('is needed') });
export const andLaterSchema = yup.object({ andLater: yup.boolean().default(false) });
export const lessonOfAppointmentSchema = yup.object({ id: id() });

/** From which day to which a season's page tells. */
export const seasonSchema = yup
  .object({ from: day().required('is needed'), to: day().required('is needed') })
  .test('order', 'from must not lie after to', ({ from, to }) => !from || !to || from <= to);
