import { Router } from 'express';
import { blockPatchSchema, blockSchema, compareQuerySchema } from '../../api/measure-schemas.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';
import { notFound } from '../http/problem.ts';
import { refuseClosedBlock, type AskedBlock } from '../readings/closures.ts';
import { lessonRow, type LessonRow } from '../rows/lessons.ts';
import { studentRow } from '../rows/students.ts';
import { circumstanceRow } from '../rows/circumstances.ts';
import { compareBlocks } from '../readings/compare.ts';
import * as q from '../rows/blocks.ts';

/** Blocks of a lesson: made, changed, deleted and brought back, compared. */
export function blockRoutes(services: Services): Router {
  const { db, hub } = services;
  const router = Router();
  const changed = (practiceId: string, lessonId: string): void =>
    hub.publish(practiceId, { kind: 'changed', lessonId });
  const blockOr404 = async (practiceId: string, id: string): Promise<q.BlockRow> => {
    const block = await q.blockRow(db, practiceId, id);
    if (!block) throw notFound('The block');
    return block;
  };

  const refuseClosed = async (practiceId: string, lesson: LessonRow, asked: AskedBlock): Promise<void> => {
    const student = await studentRow(db, practiceId, lesson.student_id);
    if (!student) throw notFound('The student');
    await refuseClosedBlock(db, practiceId, student, lesson.starts_at, asked);
  };

  on(router, 'POST /lessons/:id/blocks', async (req, res) => {
    const practiceId = practiceOf(req);
    const lesson = await lessonRow(db, practiceId, idParam(req));
    if (!lesson) throw notFound('The lesson');
    const input = valid(blockSchema, req.body);
    await refuseClosed(practiceId, lesson, input);
    await db.transaction((tx) => q.insertBlock(tx, practiceId, lesson.id, input));
    changed(practiceId, lesson.id);
    res.status(201).json({ id: input.id });
  });

  on(router, 'PATCH /blocks/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const block = await blockOr404(practiceId, idParam(req));
    const patch = valid(blockPatchSchema, req.body);
    // Asking for more effort opens full-intent work as a new block does.
    if ((patch.effort ?? 0) > (block.effort ?? 0)) {
      const lesson = await lessonRow(db, practiceId, block.lesson_id);
      if (lesson)
        await refuseClosed(practiceId, lesson, {
          condition: block.condition,
          withBall: block.with_ball,
          effort: patch.effort,
        });
    }
    await db.transaction(async (tx) => {
      await q.updateBlock(tx, practiceId, block.id, {
        cue: patch.cue ?? block.cue,
        effort: patch.effort === undefined ? block.effort : patch.effort,
        feel: patch.feel ?? block.feel,
        oldPlace: patch.oldPlace ?? block.old_place,
      });
      if (patch.circumstances)
        await q.updateCircumstances(tx, practiceId, block.id, circumstanceRow(patch.circumstances));
      if (patch.listening !== undefined) await q.setListening(tx, practiceId, block.id, patch.listening);
    });
    changed(practiceId, block.lesson_id);
    res.status(204).end();
  });

  on(router, 'DELETE /blocks/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const lessonId = await db.transaction((tx) => q.setDeleted(tx, practiceId, idParam(req), true));
    if (!lessonId) throw notFound('The block');
    changed(practiceId, lessonId);
    res.status(204).end();
  });

  on(router, 'POST /blocks/:id/restore', async (req, res) => {
    const practiceId = practiceOf(req);
    const lessonId = await q.setDeleted(db, practiceId, idParam(req), false);
    if (!lessonId) throw notFound('The block');
    changed(practiceId, lessonId);
    res.status(204).end();
  });

  on(router, 'GET /lessons/:id/compare', async (req, res) => {
    const ids = valid(compareQuerySchema, req.query);
    res.json(await compareBlocks(services, practiceOf(req), idParam(req), ids));
  });
  return router;
}
