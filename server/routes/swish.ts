import { Router } from 'express';
import { swishSetSchema } from '../../api/capture-schemas.ts';
import { measureSwish } from '../../core/diagnosis/evidence-of-swish.ts';
import { removeOne } from './removals.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';
import { notFound, Problem } from '../http/problem.ts';
import { lessonRow } from '../rows/lessons.ts';
import { insertSwishSet, sameSwishSet } from '../rows/swish.ts';

/** Sets of swings that were heard in a lesson, kept as evidence. */
export function swishRoutes(services: Services): Router {
  const { db, hub } = services;
  const router = Router();

  on(router, 'POST /lessons/:id/swish-sets', async (req, res) => {
    const practiceId = practiceOf(req);
    const lesson = await lessonRow(db, practiceId, idParam(req));
    if (!lesson) throw notFound('The lesson');
    const input = valid(swishSetSchema, req.body);
    if (await sameSwishSet(db, practiceId, lesson.id, input.id, input.swings))
      throw new Problem(
        409,
        'already-here',
        'These swings are kept in this lesson already; they count once.',
        'swings',
      );
    const usual = input.swings.filter((s) => s.direction === 'usual');
    const label = `swish of ${input.swings.length} swings`;
    const measurements = measureSwish(usual, { kind: 'swish', id: input.id, label });
    await insertSwishSet(db, practiceId, lesson.id, { ...input, measurements });
    hub.publish(practiceId, { kind: 'changed', lessonId: lesson.id });
    res.status(201).json({ id: input.id });
  });

  on(router, 'DELETE /swish-sets/:id', async (req, res) => {
    await removeOne(services, req, 'swish_sets', 'swish', 'a swish set');
    res.status(204).end();
  });
  return router;
}
