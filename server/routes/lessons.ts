import { Router } from 'express';
import { setupSchema } from '../../api/measure-schemas.ts';
import { lessonPatchSchema, seenSignSchema, studentWordsSchema } from '../../api/schemas.ts';
import { seenFinding } from '../../core/diagnosis/findings.ts';
import { deleteSign, saveSign } from '../rows/verdicts.ts';
import { idParam, on, practiceOf, whoIs, type Services, valid } from './context.ts';
import { notFound } from '../http/problem.ts';
import { saveSetup } from '../rows/setups.ts';
import { batteryOf } from '../readings/battery.ts';
import { loadLesson } from '../readings/lesson-data.ts';
import { lessonAnswer } from '../readings/lesson.ts';
import { wordsOfLesson } from '../readings/student-words.ts';
import { ownDrills } from '../rows/own-drills.ts';
import { keepWords } from '../rows/student-words.ts';
import * as q from '../rows/lessons.ts';

/** Lessons, their set-ups, tests and seen signs. */
export function lessonRoutes(services: Services): Router {
  const { db, hub } = services;
  const router = Router();
  const changed = (practiceId: string, lessonId: string): void =>
    hub.publish(practiceId, { kind: 'changed', lessonId });

  on(router, 'GET /lessons/:id', async (req, res) => {
    res.json(await lessonAnswer(services, practiceOf(req), idParam(req)));
  });

  on(router, 'PATCH /lessons/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const { note, done } = valid(lessonPatchSchema, req.body);
    if (!(await q.updateLesson(db, practiceId, idParam(req), note, done))) throw notFound('The lesson');
    changed(practiceId, idParam(req));
    res.status(204).end();
  });

  on(router, 'GET /lessons/:id/student-words', async (req, res) => {
    const practiceId = practiceOf(req);
    const { lesson, student } = await loadLesson(db, practiceId, idParam(req));
    await ownDrills(db, practiceId);
    res.json(await wordsOfLesson(db, practiceId, student.id, lesson));
  });
  on(router, 'PUT /lessons/:id/student-words', async (req, res) => {
    const practiceId = practiceOf(req);
    const { lesson } = await loadLesson(db, practiceId, idParam(req));
    const { about, words } = valid(studentWordsSchema, req.body);
    await keepWords(db, practiceId, lesson.id, about, words);
    changed(practiceId, lesson.id);
    res.status(204).end();
  });

  on(router, 'GET /events', (req, res) => {
    const practiceId = practiceOf(req);
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive' });
    res.flushHeaders();
    res.write('retry: 1000\n\n');
    hub.open(practiceId, res, whoIs(req).signIn);
  });

  on(router, 'PUT /lessons/:id/setups', async (req, res) => {
    const practiceId = practiceOf(req);
    const lesson = await q.lessonRow(db, practiceId, idParam(req));
    if (!lesson) throw notFound('The lesson');
    await saveSetup(db, practiceId, lesson.id, valid(setupSchema, req.body));
    changed(practiceId, lesson.id);
    res.status(204).end();
  });

  on(router, 'GET /lessons/:id/battery', async (req, res) => {
    res.json(await batteryOf(services, practiceOf(req), idParam(req)));
  });

  on(router, 'PUT /lessons/:id/signs/:sign', async (req, res) => {
    const practiceId = practiceOf(req);
    const lesson = await q.lessonRow(db, practiceId, idParam(req));
    if (!lesson) throw notFound('The lesson');
    const { id, grade, note } = valid(seenSignSchema, req.body);
    const signId = String(req.params.sign);
    if (grade === null) await deleteSign(db, practiceId, lesson.id, signId);
    else {
      seenFinding(signId, grade, note);
      await saveSign(db, practiceId, lesson.id, { id, signId, grade, note });
    }
    changed(practiceId, lesson.id);
    res.status(204).end();
  });
  return router;
}
