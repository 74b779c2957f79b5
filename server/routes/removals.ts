import { dayOf } from '../../core/units/calendar-day.ts';
import { Router, type Request } from 'express';
import { removalQuerySchema } from '../../api/schemas.ts';
import type { RemovalWire } from '../../api/types.ts';
import { dayWords } from '../../core/plan/day-words.ts';
import { notFound } from '../http/problem.ts';
import { removalsOf, removeRow, restoreRemoval } from '../records/removals.ts';
import { addVersion, lastWords } from '../rows/own-drills.ts';
import { lessonRow } from '../rows/lessons.ts';
import { ownerOf } from '../rows/owners.ts';
import { idParam, on, practiceOf, type Services, valid, whoIs } from './context.ts';

/** Removes the thing that an address names, so that it comes back for a day. @throws Problem where it is not there */
export async function removeOne(
  { db, hub }: Pick<Services, 'db' | 'hub'>,
  req: Request,
  table: Parameters<typeof ownerOf>[2],
  kind: RemovalWire['kind'],
  what: string,
): Promise<void> {
  const { practiceId, name } = whoIs(req);
  const about = idParam(req);
  const owner = await ownerOf(db, practiceId, table, about);
  if (!owner) throw notFound(what.charAt(0).toUpperCase() + what.slice(1));
  const { student_id: studentId, lesson_id: lessonId } = owner;
  await removeRow(db, table, { practiceId, studentId, lessonId, kind, about, what, by: name });
  hub.publish(practiceId, { kind: 'changed', lessonId: lessonId ?? '' });
}

/** What was removed and comes back, and removals that no other subject holds. */
export function removalRoutes(services: Services): Router {
  const { db, hub } = services;
  const router = Router();

  on(router, 'GET /removals', async (req, res) => {
    const { student, lesson } = valid(removalQuerySchema, req.query);
    res.json(await removalsOf(db, practiceOf(req), { studentId: student, lessonId: lesson }));
  });

  on(router, 'POST /removals/:id/restore', async (req, res) => {
    const { practiceId, name } = whoIs(req);
    const { kind, about, lesson_id: lessonId } = await restoreRemoval(db, practiceId, idParam(req));
    if (kind === 'drill')
      await db.transaction(async (tx) =>
        addVersion(tx, practiceId, about, await lastWords(tx, practiceId, about), name),
      );
    hub.publish(practiceId, { kind: 'changed', lessonId: lessonId ?? '' });
    res.json({ lessonId });
  });

  on(router, 'DELETE /lessons/:id', async (req, res) => {
    const lesson = await lessonRow(db, practiceOf(req), idParam(req));
    if (!lesson) throw notFound('The lesson');
    const day = dayWords(dayOf(lesson.starts_at));
    await removeOne(services, req, 'lessons', 'lesson', `the lesson of ${day}`);
    res.status(204).end();
  });
  on(router, 'DELETE /screens/:id', async (req, res) => {
    await removeOne(services, req, 'screens', 'screen', 'a body screen');
    res.status(204).end();
  });
  on(router, 'DELETE /setups/:id', async (req, res) => {
    await removeOne(services, req, 'setups', 'set-up', 'a set-up');
    res.status(204).end();
  });
  on(router, 'DELETE /protocol-runs/:id', async (req, res) => {
    await removeOne(services, req, 'protocol_runs', 'session', 'a session of steps');
    res.status(204).end();
  });
  on(router, 'DELETE /trials/:id', async (req, res) => {
    await removeOne(services, req, 'trials', 'trial', 'a trial');
    res.status(204).end();
  });
  on(router, 'DELETE /called/:id', async (req, res) => {
    await removeOne(services, req, 'called_runs', 'called', 'a run of calls');
    res.status(204).end();
  });
  on(router, 'DELETE /sets/:id', async (req, res) => {
    await removeOne(services, req, 'practice_sets', 'set', 'a practised set');
    res.status(204).end();
  });
  return router;
}
