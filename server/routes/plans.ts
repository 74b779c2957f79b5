import { Router } from 'express';
import { decisionSchema, planSchema, practiceSetSchema } from '../../api/schemas.ts';
import type { Drill } from '../../core/catalogue/drill-type.ts';
import { fallBack, stepUp } from '../../core/catalogue/drill-rungs.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { rungKey, rungOfKey } from '../../core/catalogue/rungs.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';
import { notFound, Problem } from '../http/problem.ts';
import { loadLesson } from '../readings/lesson-data.ts';
import { logSet } from '../readings/log-set.ts';
import { makePlan, prescribeAnswer } from '../readings/prescribe.ts';
import { insertDecision, keepReview } from '../rows/decisions.ts';
import { planDrillRow, updatePlanDrill } from '../rows/plans.ts';
import { reviewAnswer } from '../readings/review.ts';

/** Key of the rung that a decision leads to; the same where there is no further one. */
function rungAfter(drill: Drill | undefined, from: string, chosen: string): string {
  const here = rungOfKey(from);
  if (!drill || !here) return from;
  const to = chosen === 'up' ? stepUp(drill.rungs, here) : chosen === 'down' ? fallBack(drill.rungs, here) : undefined;
  return to ? rungKey(to) : from;
}

/** What a drill is after a decision; where none is named it runs on. */
const STATE_AFTER: Readonly<Partial<Record<string, 'stopped' | 'changed'>>> = {
  stop: 'stopped',
  'change-drill': 'changed',
  'look-again': 'stopped',
};

/** Prescribe and Review stations. */
export function planRoutes(services: Services): Router {
  const { db, hub } = services;
  const router = Router();

  on(router, 'GET /lessons/:id/prescribe', async (req, res) => {
    const fault = typeof req.query.fault === 'string' && req.query.fault !== '' ? req.query.fault : undefined;
    res.json(await prescribeAnswer(db, practiceOf(req), idParam(req), fault));
  });

  on(router, 'POST /lessons/:id/plan', async (req, res) => {
    const practiceId = practiceOf(req);
    const lessonId = idParam(req);
    const input = valid(planSchema, req.body);
    await makePlan(db, practiceId, lessonId, input);
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(201).json({ id: input.id });
  });

  on(router, 'GET /lessons/:id/review', async (req, res) => {
    res.json(await reviewAnswer(services, practiceOf(req), idParam(req)));
  });

  /** A set done under the instructor's eyes: it counts as witnessed. */
  on(router, 'POST /lessons/:id/sets', async (req, res) => {
    const practiceId = practiceOf(req);
    const { lesson } = await loadLesson(db, practiceId, idParam(req));
    const input = valid(practiceSetSchema, req.body);
    const drill = await planDrillRow(db, practiceId, input.planDrillId);
    if (!drill || drill.student_id !== lesson.student_id) throw notFound('The drill');
    await db.transaction((tx) => logSet(tx, practiceId, drill, input, true));
    hub.publish(practiceId, { kind: 'changed', lessonId: lesson.id });
    res.status(201).json({ id: input.id });
  });

  on(router, 'POST /lessons/:id/decisions', async (req, res) => {
    const practiceId = practiceOf(req);
    const lessonId = idParam(req);
    const input = valid(decisionSchema, req.body);
    const review = await reviewAnswer(services, practiceId, lessonId);
    const proposal = review.proposals.find((p) => p.planDrillId === input.planDrillId);
    const drill = await planDrillRow(db, practiceId, input.planDrillId);
    if (!proposal || !drill) throw notFound('The drill');
    // Changing one's mind within a lesson starts from where the lesson found the drill.
    const before = review.decisions.find((d) => d.planDrillId === drill.id);
    const [rungFrom, cueFrom] = [before?.rungFrom ?? drill.rung, before?.cueFrom ?? drill.cue];
    const rungTo = rungAfter(drillById(drill.drill_id), rungFrom, input.chosen);
    if (input.chosen === 'change-cue' && input.cue === '')
      throw new Problem(
        422,
        'bad-field',
        'Changing the cue needs the new cue: of the catalogue, in the student’s own words, or yours.',
        'cue',
      );
    const cue = input.chosen === 'change-cue' ? input.cue : '';
    await db.transaction(async (tx) => {
      const added = await insertDecision(tx, practiceId, {
        id: input.id,
        lessonId,
        planDrillId: drill.id,
        proposed: proposal.move,
        chosen: input.chosen,
        rungFrom,
        rungTo,
        reason: input.reason || proposal.reason,
        cue,
        cueFrom,
        decidedAt: input.decidedAt ?? new Date().toISOString(),
      });
      if (!added) return;
      if (review.gain) {
        const { rule, verdict, gainMps, interval90Mps } = review.gain;
        const decidedAt = input.decidedAt ?? new Date().toISOString();
        await keepReview(tx, practiceId, lessonId, { rule, decidedAt, gain: { verdict, gainMps, interval90Mps } });
      }
      await updatePlanDrill(tx, practiceId, drill.id, {
        rung: rungTo,
        cue: cue || cueFrom,
        state: STATE_AFTER[input.chosen] ?? 'running',
      });
    });
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(201).json({ rungTo });
  });
  return router;
}
