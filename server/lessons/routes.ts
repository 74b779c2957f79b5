import { Router } from 'express';
import {
  blockPatchSchema,
  blockSchema,
  noteSchema,
  seenSignSchema,
  setAsideSchema,
  shotSchema,
} from '../../api/schemas.ts';
import { fromWire, SHOT_FIELDS, wireName, type ShotValues } from '../../core/formats/shot-fields.ts';
import { seenFinding } from '../../core/diagnosis/findings.ts';
import { deleteSign, saveSign } from '../diagnosis/queries.ts';
import { idParam, practiceOf, valid, type Services } from '../http/context.ts';
import { notFound } from '../http/problem.ts';
import { lessonAnswer } from './lesson-view.ts';
import * as q from './queries.ts';

/** Wire values of a shot back to SI. */
export function valuesFromWire(wire: Record<string, number | null | undefined>): ShotValues {
  const values: ShotValues = {};
  for (const f of SHOT_FIELDS) {
    const v = wire[wireName(f.key)];
    if (v !== null && v !== undefined) values[f.key] = fromWire(f.key, v);
  }
  return values;
}

/** Lessons, their blocks, shots and seen signs. */
export function lessonRoutes({ db, hub }: Services): Router {
  const router = Router();
  const changed = (practiceId: string, lessonId: string): void =>
    hub.publish(practiceId, { kind: 'changed', lessonId });
  const lessonOfBlock = async (practiceId: string, blockId: string): Promise<string> => {
    const block = await q.blockRow(db, practiceId, blockId);
    if (!block) throw notFound('The block');
    return block.lesson_id;
  };

  router.get('/lessons/:id', async (req, res) => {
    res.json(await lessonAnswer(db, practiceOf(req), idParam(req)));
  });

  router.patch('/lessons/:id', async (req, res) => {
    const { note } = valid(noteSchema, req.body);
    await q.updateLessonNote(db, practiceOf(req), idParam(req), note);
    res.status(204).end();
  });

  router.get('/events', (req, res) => {
    const practiceId = practiceOf(req);
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive' });
    res.flushHeaders();
    res.write('retry: 1000\n\n');
    hub.open(practiceId, res);
  });

  router.post('/lessons/:id/blocks', async (req, res) => {
    const practiceId = practiceOf(req);
    const lesson = await q.lessonRow(db, practiceId, idParam(req));
    if (!lesson) throw notFound('The lesson');
    const input = valid(blockSchema, req.body);
    await db.transaction((tx) => q.insertBlock(tx, practiceId, lesson.id, input));
    changed(practiceId, lesson.id);
    res.status(201).json({ id: input.id });
  });

  router.patch('/blocks/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const block = await q.blockRow(db, practiceId, idParam(req));
    if (!block) throw notFound('The block');
    const patch = valid(blockPatchSchema, req.body);
    await db.transaction(async (tx) => {
      await q.updateBlock(tx, practiceId, block.id, {
        cue: patch.cue ?? block.cue,
        effort: patch.effort === undefined ? block.effort : patch.effort,
        feel: patch.feel ?? block.feel,
      });
      if (patch.listening !== undefined) await q.setListening(tx, practiceId, block.id, patch.listening);
    });
    changed(practiceId, block.lesson_id);
    res.status(204).end();
  });

  router.post('/blocks/:id/shots', async (req, res) => {
    const practiceId = practiceOf(req);
    const blockId = idParam(req);
    const lessonId = await lessonOfBlock(practiceId, blockId);
    const input = valid(shotSchema, req.body);
    const values = valuesFromWire(input.values as Record<string, number | null | undefined>);
    const struckAt = input.struckAt ?? new Date().toISOString();
    await q.insertShots(db, practiceId, blockId, [{ id: input.id, source: 'typed', struckAt, values }]);
    hub.publish(practiceId, { kind: 'shot', lessonId });
    res.status(201).json({ id: input.id });
  });

  router.patch('/shots/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const { reason } = valid(setAsideSchema, req.body);
    const blockId = await q.setShotAside(db, practiceId, idParam(req), reason === '' ? null : reason);
    if (!blockId) throw notFound('The shot');
    changed(practiceId, await lessonOfBlock(practiceId, blockId));
    res.status(204).end();
  });

  router.put('/lessons/:id/signs/:sign', async (req, res) => {
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
