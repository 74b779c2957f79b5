import { Router } from 'express';
import { blockPatchSchema, blockSchema } from '../../api/measure-schemas.ts';
import type { ComparisonAnswer } from '../../api/types.ts';
import { compareRuns, nextInAlternation, unlikeCircumstances, type Run } from '../../core/review/compare-blocks.ts';
import { idParam, practiceOf, valid, type Services } from '../http/context.ts';
import { notFound, Problem } from '../http/problem.ts';
import { loadLesson } from '../lessons/lesson-view.ts';
import { lessonRow } from '../lessons/queries.ts';
import { comparable, circumstanceRow } from './circumstances.ts';
import * as q from './queries.ts';

/** Blocks of the same club, ball, condition and cue are runs of one condition. */
const sameCondition = (a: q.BlockRow, b: q.BlockRow): boolean =>
  a.club === b.club && a.with_ball === b.with_ball && a.condition === b.condition && a.cue === b.cue;

/** Blocks of a lesson: made, changed, deleted and brought back, compared. */
export function blockRoutes({ db, hub }: Services): Router {
  const router = Router();
  const changed = (practiceId: string, lessonId: string): void =>
    hub.publish(practiceId, { kind: 'changed', lessonId });
  const blockOr404 = async (practiceId: string, id: string): Promise<q.BlockRow> => {
    const block = await q.blockRow(db, practiceId, id);
    if (!block) throw notFound('The block');
    return block;
  };

  router.post('/lessons/:id/blocks', async (req, res) => {
    const practiceId = practiceOf(req);
    const lesson = await lessonRow(db, practiceId, idParam(req));
    if (!lesson) throw notFound('The lesson');
    const input = valid(blockSchema, req.body);
    await db.transaction((tx) => q.insertBlock(tx, practiceId, lesson.id, input));
    changed(practiceId, lesson.id);
    res.status(201).json({ id: input.id });
  });

  router.patch('/blocks/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const block = await blockOr404(practiceId, idParam(req));
    const patch = valid(blockPatchSchema, req.body);
    await db.transaction(async (tx) => {
      await q.updateBlock(tx, practiceId, block.id, {
        cue: patch.cue ?? block.cue,
        effort: patch.effort === undefined ? block.effort : patch.effort,
        feel: patch.feel ?? block.feel,
      });
      if (patch.circumstances)
        await q.updateCircumstances(tx, practiceId, block.id, circumstanceRow(patch.circumstances));
      if (patch.listening !== undefined) await q.setListening(tx, practiceId, block.id, patch.listening);
    });
    changed(practiceId, block.lesson_id);
    res.status(204).end();
  });

  router.delete('/blocks/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const lessonId = await db.transaction((tx) => q.setDeleted(tx, practiceId, idParam(req), true));
    if (!lessonId) throw notFound('The block');
    changed(practiceId, lessonId);
    res.status(204).end();
  });

  router.post('/blocks/:id/restore', async (req, res) => {
    const practiceId = practiceOf(req);
    const lessonId = await q.setDeleted(db, practiceId, idParam(req), false);
    if (!lessonId) throw notFound('The block');
    changed(practiceId, lessonId);
    res.status(204).end();
  });

  router.get('/lessons/:id/compare', async (req, res) => {
    const practiceId = practiceOf(req);
    const data = await loadLesson(db, practiceId, idParam(req));
    const find = (id: unknown): q.BlockRow => {
      const block = data.blocks.find((b) => b.id === id);
      if (!block) throw notFound('The block to compare');
      return block;
    };
    const [a, b] = [find(req.query.a), find(req.query.b)];
    if (sameCondition(a, b) && a.id === b.id)
      throw new Problem(400, 'same-block', 'Choose two different blocks to compare.', 'b');
    const speeds = (block: q.BlockRow): number[] =>
      data.shots
        .filter((s) => s.block_id === block.id && s.set_aside_reason === null && s.club_speed_mps !== null)
        .map((s) => s.club_speed_mps as number);
    // Two blocks of one condition are compared as they are; else every block of either condition is a run of it.
    const labelled = data.blocks.flatMap((block): { block: q.BlockRow; run: Run }[] => {
      const inA = sameCondition(a, b) ? block.id === a.id : sameCondition(block, a);
      const inB = sameCondition(a, b) ? block.id === b.id : sameCondition(block, b);
      return inA || inB ? [{ block, run: { label: inA ? 'A' : 'B', speedsMps: speeds(block) } }] : [];
    });
    const runs = labelled.map((l) => l.run);
    const answer: ComparisonAnswer = {
      ...compareRuns(runs),
      unlike: unlikeCircumstances(comparable(a), comparable(b)),
      runs: labelled.map((l) => ({ blockId: l.block.id, label: l.run.label, swings: l.run.speedsMps.length })),
      next: nextInAlternation(runs),
    };
    res.json(answer);
  });
  return router;
}
