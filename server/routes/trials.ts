import { blockSchema } from '../../api/measure-schemas.ts';
import { keepSchema, trialSchema, turnRatingSchema, turnSchema } from '../../api/trial-schemas.ts';
import { effortOf, trialClosedBecause } from '../../core/trial/closed.ts';
import { balancedOrder, planProblem, planTrial } from '../../core/trial/order.ts';
import { blockCondition, cueOf, holdsCue, labelsOf, type TrialSaid } from '../../core/trial/run.ts';
import { planStack, stackOrder } from '../../core/trial/steps.ts';
import { stepsSentence } from '../../core/trial/steps-sentence.ts';
import { trialSentence } from '../../core/trial/trial-sentence.ts';
import { Router } from 'express';
import { notFound, Problem } from '../http/problem.ts';
import { refuseClosedBlock } from '../readings/closures.ts';
import { loadLesson } from '../readings/lesson-data.ts';
import { unitsOf } from '../readings/units.ts';
import { planStudent } from '../readings/plan-student.ts';
import { clubOf, readTrial, trialsAnswer } from '../readings/trials.ts';
import { insertBlock, updateCircumstances } from '../rows/blocks.ts';
import { updatePlanDrill } from '../rows/plans.ts';
import type { StudentRow } from '../rows/students.ts';
import * as q from '../rows/trials.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';

/** Trials: several things against each other, led through in a balanced order. */
export function trialRoutes(services: Services): Router {
  const { db, hub } = services;
  const router = Router();
  const trialOr404 = async (practiceId: string, id: string): Promise<q.TrialRow> => {
    const trial = await q.trialRow(db, practiceId, id);
    if (!trial) throw notFound('The trial');
    return trial;
  };
  const changed = (practiceId: string, lessonId: string): void =>
    hub.publish(practiceId, { kind: 'changed', lessonId });
  const refuseClosed = async (practiceId: string, student: StudentRow, said: TrialSaid): Promise<void> => {
    const closed = trialClosedBecause(said.conditions, await planStudent(db, practiceId, student, new Date()));
    if (closed.length > 0)
      throw new Problem(422, 'block-closed', `This trial is closed: ${closed.join(' ')}`, 'conditions');
  };

  on(router, 'GET /lessons/:id/trials', async (req, res) => {
    const fault = typeof req.query.fault === 'string' ? req.query.fault : '';
    res.json(await trialsAnswer(services, practiceOf(req), idParam(req), fault));
  });

  on(router, 'POST /lessons/:id/trials', async (req, res) => {
    const practiceId = practiceOf(req);
    const { lesson, student } = await loadLesson(db, practiceId, idParam(req));
    const input = valid(trialSchema, req.body);
    const conditions = input.conditions.map((c) => ({ ...c, club: c.club ?? '', drillId: c.drillId ?? '' }));
    const problem = planProblem(conditions.length, input.swings);
    if (problem) throw new Problem(422, 'bad-field', problem, 'swings');
    const { club, withBall, faultId, stack } = input;
    const { order, swingsATurn } = stack
      ? planStack(conditions.length, input.swings)
      : planTrial(conditions.length, input.swings, input.id);
    const said: TrialSaid = { faultId: faultId ?? '', club, withBall, stack, conditions, swingsATurn, order };
    await refuseClosed(practiceId, student, said);
    await db.transaction((tx) => q.insertTrial(tx, practiceId, lesson.id, input.id, said));
    changed(practiceId, lesson.id);
    res.status(201).json({ id: input.id });
  });

  /** Begins the turn that comes next, and ends the one before: it makes its own block. */
  on(router, 'POST /trials/:id/turns', async (req, res) => {
    const practiceId = practiceOf(req);
    const trial = await trialOr404(practiceId, idParam(req));
    const input = valid(turnSchema, req.body);
    const { lesson, student, blocks } = await loadLesson(db, practiceId, trial.lesson_id);
    const turns = await q.turnsOf(db, practiceId, [trial.id]);
    if (turns.some((t) => t.id === input.id)) {
      res.status(201).json({ id: input.id });
      return;
    }
    const condition = trial.said.conditions[input.condition];
    if (trial.ended_at || !condition || !trial.said.order[input.round])
      throw new Problem(422, 'bad-field', 'The trial has ended, or has no such turn.', 'round');
    await refuseClosed(practiceId, student, trial.said);
    const asked = {
      condition: blockCondition(condition),
      withBall: trial.said.withBall,
      effort: effortOf(condition),
    };
    await refuseClosedBlock(db, practiceId, student, lesson.starts_at, asked);
    const cue = cueOf(trial.said, input.condition).slice(0, 300);
    const block = valid(blockSchema, { id: input.blockId, club: clubOf(trial, condition), cue, feel: '', ...asked });
    // Device, ball, place and air are those of the last block with this club.
    const like = blocks.findLast((b) => b.club === block.club);
    await db.transaction(async (tx) => {
      await q.endTurns(tx, practiceId, trial.id);
      await insertBlock(tx, practiceId, lesson.id, block);
      if (like) await updateCircumstances(tx, practiceId, block.id, like);
      await q.insertTurn(tx, practiceId, { ...input, trialId: trial.id, position: turns.length });
    });
    changed(practiceId, lesson.id);
    res.status(201).json({ id: input.id });
  });

  on(router, 'PATCH /trial-turns/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const turn = await q.turnRow(db, practiceId, idParam(req));
    if (!turn) throw notFound('The turn');
    await q.updateTurn(db, practiceId, turn.id, valid(turnRatingSchema, req.body));
    changed(practiceId, (await trialOr404(practiceId, turn.trial_id)).lesson_id);
    res.status(204).end();
  });

  on(router, 'POST /trials/:id/end', async (req, res) => {
    const practiceId = practiceOf(req);
    const trial = await trialOr404(practiceId, idParam(req));
    const { answer } = await readTrial(services, practiceId, trial);
    await db.transaction(async (tx) => {
      await q.endTurns(tx, practiceId, trial.id);
      await q.endTrial(tx, practiceId, trial.id, answer);
    });
    changed(practiceId, trial.lesson_id);
    res.status(204).end();
  });

  /** One more round, in the order that evens out those before. */
  on(router, 'POST /trials/:id/rounds', async (req, res) => {
    const practiceId = practiceOf(req);
    const trial = await trialOr404(practiceId, idParam(req));
    const { order, conditions, stack } = trial.said;
    if (order.length >= 20) throw new Problem(422, 'bad-field', 'A trial holds at most 20 rounds.', 'rounds');
    await q.extendTrial(db, practiceId, trial.id, {
      ...trial.said,
      order: [
        ...order,
        ...(stack
          ? stackOrder(conditions.length, 1, order.length)
          : balancedOrder(conditions.length, 1, trial.id, order)),
      ],
    });
    changed(practiceId, trial.lesson_id);
    res.status(204).end();
  });

  /** Makes a condition the student's own cue: on the running plan and the phone, remembered with its evidence. */
  on(router, 'POST /trials/:id/keep', async (req, res) => {
    const practiceId = practiceOf(req);
    const trial = await trialOr404(practiceId, idParam(req));
    const { condition } = valid(keepSchema, req.body);
    const kept = trial.said.conditions[condition];
    if (!kept) throw new Problem(422, 'bad-field', 'The trial has no such condition.', 'condition');
    const { student } = await loadLesson(db, practiceId, trial.lesson_id);
    const { answer, ledger } = await readTrial(services, practiceId, trial);
    const labels = labelsOf(trial.said);
    const units = await unitsOf(db, practiceId);
    const sentence = ledger ? stepsSentence(ledger, labels, units) : trialSentence(answer, labels, units);
    const label = (cueOf(trial.said, condition) || kept.label).slice(0, 300);
    await db.transaction(async (tx) => {
      await q.keepCondition(tx, practiceId, trial.id, { condition, label, sentence, answer });
      if (!holdsCue(trial.said, condition) || trial.said.faultId === '') return;
      for (const d of await q.runningDrillsFor(tx, practiceId, student.id, trial.said.faultId))
        await updatePlanDrill(tx, practiceId, d.id, { rung: d.rung, cue: label, state: 'running' });
    });
    changed(practiceId, trial.lesson_id);
    res.status(204).end();
  });
  return router;
}
