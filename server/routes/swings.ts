import { Router } from 'express';
import { swingPatchSchema, swingSchema } from '../../api/capture-schemas.ts';
import { blockRow } from '../rows/blocks.ts';
import type { Db } from '../db/connection.ts';
import { removeOne } from './removals.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';
import { notFound, Problem } from '../http/problem.ts';
import * as q from '../rows/swings.ts';

/** Every part must be of the block and of no other swing. Within a transaction. @throws Problem 404, 409, 422 */
async function checkParts(db: Db, practiceId: string, blockId: string, id: string, parts: q.SwingParts): Promise<void> {
  const { shotId, motionId, groundId, videoId, swishSetId } = parts;
  const wanted = [shotId, motionId, groundId, videoId, swishSetId].filter((p) => p !== null).length;
  if ((swishSetId === null) !== (parts.swishNumber === null))
    throw new Problem(422, 'bad-field', 'A heard swing is a set and its number in it.', 'swishNumber');
  if (wanted === 0)
    throw new Problem(
      422,
      'bad-field',
      'A swing joins at least one of shot, captured swing, ground, video and heard swing.',
      'motionId',
    );
  await q.lockLesson(db, practiceId, blockId);
  if ((await q.partsInBlock(db, practiceId, blockId, parts)) !== wanted) throw notFound('A record of this block');
  if (await q.takenElsewhere(db, practiceId, id, parts))
    throw new Problem(409, 'already-joined', 'One of these is already part of another swing; part it there first.');
}

/** Swings that join a shot, a captured swing and its ground at the strike. */
export function swingRoutes(services: Services): Router {
  const { db, hub } = services;
  const router = Router();

  on(router, 'POST /blocks/:id/swings', async (req, res) => {
    const practiceId = practiceOf(req);
    const block = await blockRow(db, practiceId, idParam(req));
    if (!block) throw notFound('The block');
    const input = valid(swingSchema, req.body);
    await db.transaction(async (tx) => {
      await checkParts(tx, practiceId, block.id, input.id, input);
      await q.insertSwing(tx, practiceId, block.id, input);
    });
    // An id that another practice uses was not stored.
    if (!(await q.swingRow(db, practiceId, input.id))) throw notFound('The swing');
    hub.publish(practiceId, { kind: 'changed', lessonId: block.lesson_id });
    res.status(201).json({ id: input.id });
  });

  on(router, 'PATCH /swings/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const row = await q.swingRow(db, practiceId, idParam(req));
    if (!row) throw notFound('The swing');
    const given = Object.entries(valid(swingPatchSchema, req.body)).filter(([, v]) => v !== undefined);
    const next = { ...q.swingToWire(row), ...Object.fromEntries(given) };
    await db.transaction(async (tx) => {
      await checkParts(tx, practiceId, row.block_id, row.id, next);
      await q.updateSwing(tx, practiceId, next);
    });
    hub.publish(practiceId, { kind: 'changed', lessonId: row.lesson_id });
    res.status(204).end();
  });

  on(router, 'DELETE /swings/:id', async (req, res) => {
    await removeOne(services, req, 'swings', 'swing', 'records joined into one swing');
    res.status(204).end();
  });
  return router;
}
