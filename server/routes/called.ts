import { calledRunSchema, calledWantedSchema, callSchema, saidSchema } from '../../api/called-schemas.ts';
import { blockSchema } from '../../api/measure-schemas.ts';
import { CALLED, thingOf, type CalledSaid } from '../../core/called/run.ts';
import { FULL_INTENT_EFFORT } from '../../core/plan/load.ts';
import { Router } from 'express';
import { notFound, Problem } from '../http/problem.ts';
import { calledAnswer } from '../readings/called.ts';
import { refuseClosedBlock } from '../readings/closures.ts';
import { loadLesson } from '../readings/lesson-data.ts';
import { insertBlock, updateCircumstances } from '../rows/blocks.ts';
import * as q from '../rows/called.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';

/** Calls of effort reach full intent, and count as such. */
const effortOf = (said: CalledSaid): number | null => (said.thing === 'effort' ? FULL_INTENT_EFFORT : null);

/** Called and done: a run of calls of one thing, each answered by the swing after it or by a person. */
export function calledRoutes({ db, hub }: Services): Router {
  const router = Router();
  const runOr404 = async (practiceId: string, id: string): Promise<q.CalledRunRow> => {
    const run = await q.calledRunRow(db, practiceId, id);
    if (!run) throw notFound('The run of calls');
    return run;
  };
  const changed = (practiceId: string, lessonId: string): void =>
    hub.publish(practiceId, { kind: 'changed', lessonId });

  on(router, 'GET /lessons/:id/called', async (req, res) => {
    res.json(await calledAnswer(db, practiceOf(req), idParam(req)));
  });

  on(router, 'POST /lessons/:id/called', async (req, res) => {
    const practiceId = practiceOf(req);
    const { lesson, student } = await loadLesson(db, practiceId, idParam(req));
    const { id, ...asked } = valid(calledRunSchema, req.body);
    const said: CalledSaid = { ...asked, wanted: asked.wanted ?? null };
    await refuseClosedBlock(db, practiceId, student, lesson.starts_at, {
      condition: CALLED,
      withBall: true,
      effort: effortOf(said),
    });
    await db.transaction((tx) => q.insertCalledRun(tx, practiceId, lesson.id, id, said));
    changed(practiceId, lesson.id);
    res.status(201).json({ id });
  });

  /** Calls once, before the swing; a change between ball and no ball makes its own block. */
  on(router, 'POST /called/:id/calls', async (req, res) => {
    const practiceId = practiceOf(req);
    const run = await runOr404(practiceId, idParam(req));
    const input = valid(callSchema(run.said.thing), req.body);
    if (run.ended_at) throw new Problem(422, 'bad-field', 'The run of calls has ended: begin another.', 'id');
    const { lesson, student, blocks } = await loadLesson(db, practiceId, run.lesson_id);
    const last = (await q.callsOfRuns(db, practiceId, [run.id])).get(run.id)?.at(-1);
    const lastBlock = blocks.find((b) => b.id === last?.blockId);
    const asked = { condition: CALLED, withBall: input.withBall, effort: effortOf(run.said) };
    await refuseClosedBlock(db, practiceId, student, lesson.starts_at, asked);
    // The block in hand takes the swing; what was measured between in another block needs one of its own.
    const inHand = lastBlock?.listening && lastBlock.with_ball === input.withBall ? lastBlock.id : null;
    await db.transaction(async (tx) => {
      if (!inHand) {
        const block = valid(blockSchema, {
          id: input.blockId,
          club: run.said.club,
          cue: `called: ${thingOf(run.said).name}`,
          feel: '',
          ...asked,
        });
        const like = blocks.findLast((b) => b.club === block.club);
        await insertBlock(tx, practiceId, lesson.id, block);
        if (like) await updateCircumstances(tx, practiceId, block.id, like);
      }
      await q.insertCall(tx, practiceId, run.id, { ...input, blockId: inHand ?? input.blockId });
    });
    changed(practiceId, lesson.id);
    res.status(201).json({ id: input.id });
  });

  const runOfCall = async (practiceId: string, id: string): Promise<q.CalledRunRow> => {
    const run = await q.runOfCall(db, practiceId, id);
    if (!run) throw notFound('The call');
    return run;
  };
  on(router, 'PATCH /calls/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const run = await runOfCall(practiceId, idParam(req));
    await q.sayDone(db, practiceId, idParam(req), valid(saidSchema(run.said.thing), req.body).said);
    changed(practiceId, run.lesson_id);
    res.status(204).end();
  });
  /** Takes a call back, as if it had not been tapped; its swing stays in its block. */
  on(router, 'DELETE /calls/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const run = await runOfCall(practiceId, idParam(req));
    await q.dropCall(db, practiceId, idParam(req));
    changed(practiceId, run.lesson_id);
    res.status(204).end();
  });

  on(router, 'PATCH /called/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const run = await runOr404(practiceId, idParam(req));
    await q.setWanted(db, practiceId, run.id, valid(calledWantedSchema, req.body).wanted ?? null);
    changed(practiceId, run.lesson_id);
    res.status(204).end();
  });
  on(router, 'POST /called/:id/end', async (req, res) => {
    const practiceId = practiceOf(req);
    const run = await runOr404(practiceId, idParam(req));
    await q.endCalledRun(db, practiceId, run.id, true);
    changed(practiceId, run.lesson_id);
    res.status(204).end();
  });
  /** Goes on with a run that had ended; any other of the lesson ends. */
  on(router, 'POST /called/:id/more', async (req, res) => {
    const practiceId = practiceOf(req);
    const run = await runOr404(practiceId, idParam(req));
    await db.transaction(async (tx) => {
      await q.insertCalledRun(tx, practiceId, run.lesson_id, run.id, run.said);
      await q.endCalledRun(tx, practiceId, run.id, false);
    });
    changed(practiceId, run.lesson_id);
    res.status(204).end();
  });
  return router;
}
