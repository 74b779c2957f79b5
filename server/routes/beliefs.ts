import { Router } from 'express';
import { beliefChangeSchema, beliefImportSchema, beliefResetSchema } from '../../api/belief-schemas.ts';
import type { BeliefsAnswer } from '../../api/types.ts';
import { checkChange, readBeliefs, type BeliefValue } from '../../core/beliefs/changes.ts';
import { on, practiceOf, type Services, valid, whoIs } from './context.ts';
import { heldBeliefs, insertChange, resetChanges, takeBeliefs } from '../rows/beliefs.ts';

/** The practice's own numbers of the diagnosis: seen, changed one by one, put back, with history. */
export function beliefRoutes({ db, hub }: Services): Router {
  const router = Router();

  on(router, 'GET /beliefs', async (req, res) => {
    const answer: BeliefsAnswer = await heldBeliefs(db, practiceOf(req));
    res.json(answer);
  });

  on(router, 'POST /beliefs/changes', async (req, res) => {
    const { practiceId, instructorId } = whoIs(req);
    const { id, kind, about, note, value } = valid(beliefChangeSchema, req.body);
    const change = { id, kind, about, note, value: (value ?? null) as BeliefValue | null };
    checkChange(change);
    await insertChange(db, practiceId, instructorId, change);
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.status(201).json({ id });
  });

  on(router, 'POST /beliefs/reset', async (req, res) => {
    const { practiceId, instructorId } = whoIs(req);
    const { kind } = valid(beliefResetSchema, req.body);
    await resetChanges(db, practiceId, instructorId, kind ?? null);
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.status(204).end();
  });
  on(router, 'POST /beliefs/import', async (req, res) => {
    const { practiceId, instructorId } = whoIs(req);
    const { beliefs, fileName } = valid(beliefImportSchema, req.body);
    await takeBeliefs(db, practiceId, instructorId, readBeliefs(beliefs), `from ${fileName}`);
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.status(204).end();
  });
  return router;
}
