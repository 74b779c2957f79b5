import { Router } from 'express';
import { verdictSchema } from '../../api/schemas.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';
import { Problem } from '../http/problem.ts';
import { ledgerOf } from '../readings/ledger.ts';
import { lensesAnswer } from '../readings/lenses.ts';
import { insertVerdict } from '../rows/verdicts.ts';

/** Ledger of a lesson, and the instructor's verdict on it. */
export function diagnosisRoutes(services: Services): Router {
  const { db, hub } = services;
  const router = Router();
  on(router, 'GET /lessons/:id/ledger', async (req, res) => {
    res.json(await ledgerOf(services, practiceOf(req), idParam(req)));
  });

  on(router, 'GET /lessons/:id/lenses', async (req, res) => {
    res.json(await lensesAnswer(services, practiceOf(req), idParam(req)));
  });

  on(router, 'POST /lessons/:id/verdict', async (req, res) => {
    const practiceId = practiceOf(req);
    const lessonId = idParam(req);
    const input = valid(verdictSchema, req.body);
    if (!faultById(input.target))
      throw new Problem(422, 'bad-field', `“${input.target}” is no fault of the catalogue.`, 'target');
    const ledger = await ledgerOf(services, practiceId, lessonId);
    const { rule, verdict, faults } = ledger.diagnosis;
    // Keeping what runs needs no reason: a trial is given its length.
    const overruled = !verdict.faults.includes(input.target) && ledger.running !== input.target;
    if (overruled && input.reason === '') {
      throw new Problem(422, 'bad-field', 'An overruled verdict needs your reason; it is kept with it.', 'reason');
    }
    await insertVerdict(db, practiceId, lessonId, {
      id: input.id,
      proposed: verdict.faults[0] ?? null,
      target: input.target,
      overruled,
      reason: input.reason,
      sentence: verdict.sentence,
      rule,
      beliefChanges: ledger.beliefChanges,
      chances: faults.map((f) => ({ id: f.id, chance: f.presentChance, causeChance: f.causeChance })),
      findings: ledger.findings,
      lens: ledger.lens,
      prices: faults.flatMap(({ id, price, worthMps }) =>
        price ? [{ id, meanMps: price.meanMps, interval90Mps: price.interval90Mps, worthMps }] : [],
      ),
      decidedAt: input.decidedAt ?? new Date().toISOString(),
    });
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(201).json({ id: input.id });
  });
  return router;
}
