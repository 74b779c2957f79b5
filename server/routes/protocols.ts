import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import { blockSchema } from '../../api/measure-schemas.ts';
import {
  attemptSchema,
  gateSaidSchema,
  phoneProtocolSchema,
  protocolRunSchema,
  protocolSchema,
} from '../../api/protocol-schemas.ts';
import { gateOf, nextStep, protocolClosedBecause, type Protocol } from '../../core/plan/protocol.ts';
import { beginRemoval } from '../records/removals.ts';
import { notFound, Problem } from '../http/problem.ts';
import { refuseClosedBlock } from '../readings/closures.ts';
import { loadLesson } from '../readings/lesson-data.ts';
import { planStudent } from '../readings/plan-student.ts';
import { figuresOf, protocolById, protocolsAnswer } from '../readings/protocols.ts';
import { insertBlock } from '../rows/blocks.ts';
import { drillFinder } from '../rows/own-drills.ts';
import * as q from '../rows/protocols.ts';
import { shotsOfLesson } from '../rows/shots.ts';
import { studentRow, type StudentRow } from '../rows/students.ts';
import { idParam, on, practiceOf, type Services, valid, whoIs } from './context.ts';

/** Session protocols: written, run in a lesson step by step, sent to the phone. */
export function protocolRoutes({ db, hub }: Services): Router {
  const router = Router();
  const refuseClosed = async (
    practiceId: string,
    student: StudentRow,
    said: Protocol,
    where: 'lesson' | 'home' = 'lesson',
  ): Promise<void> => {
    const closed = protocolClosedBecause(said, await planStudent(db, practiceId, student, new Date()), where);
    if (closed.length > 0)
      throw new Problem(422, 'block-closed', `This protocol is closed: ${closed.join(' ')}`, 'protocol');
  };
  const runOr404 = async (practiceId: string, id: string): Promise<q.RunRow> => {
    const run = await q.runRow(db, practiceId, id);
    if (!run) throw notFound('The run');
    return run;
  };

  on(router, 'GET /protocols', async (req, res) => {
    res.json(await q.ownProtocols(db, practiceOf(req)));
  });
  on(router, 'PUT /protocols/:id', async (req, res) => {
    const { practiceId, name } = whoIs(req);
    const find = await drillFinder(db, practiceId);
    const said = valid(protocolSchema, req.body) as Protocol;
    const foreign = said.steps.findIndex((s) => s.drillId !== '' && !find(s.drillId));
    if (foreign !== -1)
      throw new Problem(422, 'bad-field', 'It names no drill of the shelf.', `steps[${foreign}].drillId`);
    if (!(await q.saveProtocol(db, practiceId, idParam(req), said, name))) throw notFound('The protocol');
    res.json({ id: idParam(req) });
  });
  on(router, 'DELETE /protocols/:id', async (req, res) => {
    const { practiceId, name } = whoIs(req);
    const about = idParam(req);
    await db.transaction(async (tx) => {
      const what = 'a protocol of our own';
      const removal = await beginRemoval(tx, {
        practiceId,
        studentId: null,
        lessonId: null,
        kind: 'protocol',
        about,
        what,
        by: name,
      });
      await removal.note('own_protocols', [about], ['removed_at']);
      if (!(await q.removeProtocol(tx, practiceId, about))) throw notFound('The protocol');
    });
    res.status(204).end();
  });

  on(router, 'GET /lessons/:id/protocols', async (req, res) => {
    res.json(await protocolsAnswer(db, practiceOf(req), idParam(req)));
  });
  on(router, 'POST /lessons/:id/protocol-runs', async (req, res) => {
    const practiceId = practiceOf(req);
    const { lesson, student } = await loadLesson(db, practiceId, idParam(req));
    const input = valid(protocolRunSchema, req.body);
    const said = await protocolById(db, practiceId, input.protocol, input.withDriver);
    await refuseClosed(practiceId, student, said);
    await db.transaction(async (tx) => {
      for (const r of await q.runsOfLesson(tx, practiceId, lesson.id))
        if (!r.ended_at && r.id !== input.id) await q.endRun(tx, practiceId, r.id);
      await q.insertRun(tx, practiceId, lesson.id, input.id, said);
    });
    res.status(201).json({ id: input.id });
  });

  /** Begins the step that comes next: it makes its own block. */
  on(router, 'POST /protocol-runs/:id/attempts', async (req, res) => {
    const practiceId = practiceOf(req);
    const run = await runOr404(practiceId, idParam(req));
    const input = valid(attemptSchema, req.body);
    const { lesson, student } = await loadLesson(db, practiceId, run.lesson_id);
    const attempts = await q.attemptsOf(db, practiceId, [run.id]);
    if (attempts.some((a) => a.id === input.id)) {
      res.status(201).json({ id: input.id });
      return;
    }
    const due = run.ended_at ? null : nextStep(run.said, attempts);
    const step = run.said.steps[input.step];
    if (!step || due !== input.step || attempts.at(-1)?.gate === null)
      throw new Problem(422, 'bad-field', 'The step before is not done yet, or the run has ended.', 'step');
    const asked = { condition: step.condition, withBall: step.withBall, effort: step.effort };
    await refuseClosed(practiceId, student, run.said);
    await refuseClosedBlock(db, practiceId, student, lesson.starts_at, asked);
    const block = valid(blockSchema, { id: input.blockId, club: step.club, cue: '', feel: '', ...asked });
    await db.transaction(async (tx) => {
      await insertBlock(tx, practiceId, lesson.id, block);
      const position = attempts.length;
      await q.insertAttempt(tx, practiceId, { ...input, runId: run.id, position });
    });
    hub.publish(practiceId, { kind: 'changed', lessonId: lesson.id });
    res.status(201).json({ id: input.id });
  });

  /** Asks the gate of the step that runs: it decides by what was measured or seen, or by the instructor's word. */
  on(router, 'POST /protocol-attempts/:id/gate', async (req, res) => {
    const practiceId = practiceOf(req);
    const attempt = await q.attemptRow(db, practiceId, idParam(req));
    if (!attempt) throw notFound('The step');
    const input = valid(gateSaidSchema, req.body);
    const run = await runOr404(practiceId, attempt.run_id);
    const step = run.said.steps[attempt.step];
    if (!step) throw notFound('The step');
    const attempts = await q.attemptsOf(db, practiceId, [run.id]);
    if (attempts.at(-1)?.id !== attempt.id)
      throw new Problem(422, 'bad-field', 'The run has gone on; only the last step can be decided on.');
    const shots = await shotsOfLesson(db, practiceId, run.lesson_id);
    const first = figuresOf(shots, attempts.find((a) => a.step === 0)?.block_id ?? null);
    const told = gateOf(step, figuresOf(shots, attempt.block_id), first, input.passed ?? null);
    const answer = input.said ? { gate: input.said, because: `By your word. ${told.because}` } : told;
    await q.setGate(db, practiceId, attempt.id, answer.gate, answer.because);
    const after = nextStep(
      run.said,
      attempts.map((a) => (a.id === attempt.id ? { ...a, gate: answer.gate } : a)),
    );
    if (answer.gate !== null && after === null) await q.endRun(db, practiceId, run.id);
    hub.publish(practiceId, { kind: 'changed', lessonId: run.lesson_id });
    res.json(answer);
  });
  on(router, 'POST /protocol-runs/:id/end', async (req, res) => {
    const practiceId = practiceOf(req);
    const run = await runOr404(practiceId, idParam(req));
    await q.endRun(db, practiceId, run.id);
    res.status(204).end();
  });

  /** Puts a flow on the student's phone, or takes it off. */
  on(router, 'PUT /students/:id/phone-protocol', async (req, res) => {
    const practiceId = practiceOf(req);
    const student = await studentRow(db, practiceId, idParam(req));
    if (!student) throw notFound('The student');
    const input = valid(phoneProtocolSchema, req.body);
    if (input.protocol === '') await q.takeOffPhone(db, practiceId, student.id);
    else {
      const said = await protocolById(db, practiceId, input.protocol, input.withDriver);
      await refuseClosed(practiceId, student, said, 'home');
      await q.sendToPhone(db, practiceId, student.id, randomUUID(), said);
    }
    res.status(204).end();
  });
  return router;
}
