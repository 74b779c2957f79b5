import { Router } from 'express';
import {
  andLaterSchema,
  appointmentPatchSchema,
  appointmentSchema,
  lessonOfAppointmentSchema,
  stretchSchema,
} from '../../api/day-schemas.ts';
import { notFound, Problem } from '../http/problem.ts';
import { beginRemoval } from '../records/removals.ts';
import * as q from '../rows/appointments.ts';
import { insertLesson } from '../rows/lessons.ts';
import { studentRow } from '../rows/students.ts';
import { idParam, on, practiceOf, type Services, valid, whoIs } from './context.ts';

const MOST_STRETCH_MS = 100 * 86_400_000;

/** Lessons to come: made alone or as a series, moved, cancelled, opened. */
export function appointmentRoutes({ db, hub }: Services): Router {
  const router = Router();
  const changed = (practiceId: string): void => hub.publish(practiceId, { kind: 'changed', lessonId: '' });
  const toCome = async (practiceId: string, id: string) => {
    const row = await q.appointmentRow(db, practiceId, id);
    if (!row) throw notFound('The appointment');
    return row;
  };

  const stretchOf = (query: unknown): [Date, Date] => {
    const { from, to } = valid(stretchSchema, query);
    const [start, end] = [new Date(from), new Date(to)];
    if (!(end > start) || end.getTime() - start.getTime() > MOST_STRETCH_MS)
      throw new Problem(422, 'bad-field', 'The stretch must end after it starts, and be of at most 100 days.', 'to');
    return [start, end];
  };

  on(router, 'GET /appointments', async (req, res) => {
    const [start, end] = stretchOf(req.query);
    res.json((await q.appointmentsBetween(db, practiceOf(req), start, end)).map(q.appointmentToWire));
  });

  on(router, 'GET /appointments/none', async (req, res) => {
    const [start, end] = stretchOf(req.query);
    res.json(await q.lessonsWithoutAppointment(db, practiceOf(req), start, end));
  });

  on(router, 'POST /appointments', async (req, res) => {
    const practiceId = practiceOf(req);
    const input = valid(appointmentSchema, req.body);
    if (!(await studentRow(db, practiceId, input.studentId))) throw notFound('The student');
    if (!(await db.transaction((tx) => q.insertAppointments(tx, practiceId, input)))) throw notFound('The appointment');
    changed(practiceId);
    res.status(201).json({ id: input.id });
  });

  on(router, 'PATCH /appointments/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const { startsAt, minutes, note, andLater } = valid(appointmentPatchSchema, req.body);
    const row = await toCome(practiceId, idParam(req));
    if (row.lesson_id && startsAt)
      throw new Problem(422, 'bad-field', 'The lesson was opened: its time stands.', 'startsAt');
    const byMs = startsAt ? Date.parse(startsAt) - row.starts_at.getTime() : 0;
    await db.transaction(async (tx) =>
      q.changeAppointments(tx, practiceId, await q.withLater(tx, practiceId, row, andLater), { byMs, minutes, note }),
    );
    changed(practiceId);
    res.status(204).end();
  });

  on(router, 'DELETE /appointments/:id', async (req, res) => {
    const { practiceId, name } = whoIs(req);
    const { andLater } = valid(andLaterSchema, req.query);
    const row = await toCome(practiceId, idParam(req));
    await db.transaction(async (tx) => {
      const ids = await q.withLater(tx, practiceId, row, andLater);
      const removal = await beginRemoval(tx, {
        practiceId,
        studentId: row.student_id,
        lessonId: null,
        kind: 'appointment',
        about: row.id,
        what: ids.length === 1 ? 'a lesson to come' : `${ids.length} lessons to come`,
        by: name,
      });
      await removal.take('appointments', ids);
    });
    changed(practiceId);
    res.status(204).end();
  });

  /** Opens the lesson of an appointment; a second time leads to the same one. */
  on(router, 'POST /appointments/:id/lesson', async (req, res) => {
    const practiceId = practiceOf(req);
    const { id } = valid(lessonOfAppointmentSchema, req.body);
    const row = await toCome(practiceId, idParam(req));
    const lessonId = await db.transaction(async (tx) => {
      const [locked] = await tx.query<{ lesson_id: string | null }>(
        'select lesson_id from appointments where practice_id = $1 and id = $2 for update',
        [practiceId, row.id],
      );
      if (locked?.lesson_id) return locked.lesson_id;
      await insertLesson(tx, practiceId, row.student_id, { id, startsAt: row.starts_at.toISOString(), note: '' });
      await q.holdAppointment(tx, practiceId, row.id, id);
      return id;
    });
    changed(practiceId);
    res.status(201).json({ id: lessonId });
  });
  return router;
}
