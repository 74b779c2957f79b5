import { dayOf } from '../../core/units/calendar-day.ts';
import { Router } from 'express';
import { lateSetSchema } from '../../api/schemas.ts';
import { overruleSchema, painSchema, reopenSchema } from '../../api/body-schemas.ts';
import { isRedFlag, planIsClosed } from '../../core/plan/body.ts';
import { notFound, Problem } from '../http/problem.ts';
import { closuresOf } from '../readings/closures.ts';
import { planStudent } from '../readings/plan-student.ts';
import { lessonRow } from '../rows/lessons.ts';
import { settleLate } from '../rows/late-sets.ts';
import { logFlow } from '../readings/log-flow.ts';
import { logSet } from '../readings/log-set.ts';
import { planDrillRow } from '../rows/plans.ts';
import { insertOverrule } from '../rows/load.ts';
import { asOpenPain, insertPain, painRow, reopenPain } from '../rows/pains.ts';
import { studentRow } from '../rows/students.ts';
import { idParam, on, practiceOf, type Services, valid, whoIs } from './context.ts';

/** Pain that closes work, the word that reopens it, and caps that are overruled. */
export function bodyRoutes({ db, hub }: Services): Router {
  const router = Router();

  on(router, 'POST /students/:id/pains', async (req, res) => {
    const practiceId = practiceOf(req);
    const student = await studentRow(db, practiceId, idParam(req));
    if (!student) throw notFound('The student');
    const input = valid(painSchema, req.body);
    const notedAt = input.notedAt ?? new Date().toISOString();
    await insertPain(db, practiceId, student.id, { ...input, notedAt, drillId: null });
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.status(201).json({ id: input.id });
  });

  on(router, 'POST /pains/:id/reopen', async (req, res) => {
    const practiceId = practiceOf(req);
    const { word } = valid(reopenSchema, req.body);
    const known = await painRow(db, practiceId, idParam(req));
    const student = known && (await studentRow(db, practiceId, known.studentId));
    if (!known || !student) throw notFound('The note of pain');
    const pain = asOpenPain(known.pain);
    if (isRedFlag(pain) && (student.cleared_on === null || student.cleared_on < pain.notedOn))
      throw new Problem(
        422,
        'needs-clearance',
        `This kind of pain needs a clearance by a doctor or physiotherapist of ${pain.notedOn} or later on the student’s file first.`,
        'word',
      );
    await reopenPain(db, practiceId, known.pain.id, whoIs(req).name, word);
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.status(204).end();
  });

  on(router, 'POST /late-sets/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const { letIn } = valid(lateSetSchema, req.body);
    await db.transaction(async (tx) => {
      const settled = await settleLate(tx, practiceId, idParam(req), letIn);
      if (!settled) throw notFound('The log');
      if (!letIn) return;
      const { late, studentId } = settled;
      if (late.kind === 'flow') {
        await logFlow(tx, practiceId, studentId, late.said);
        return;
      }
      const drill = await planDrillRow(tx, practiceId, late.said.planDrillId);
      if (!drill || drill.student_id !== studentId) throw notFound('The drill of this log');
      await logSet(tx, practiceId, drill, late.said, false);
    });
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.status(204).end();
  });

  on(router, 'POST /lessons/:id/load-overrules', async (req, res) => {
    const practiceId = practiceOf(req);
    const lesson = await lessonRow(db, practiceId, idParam(req));
    const student = lesson && (await studentRow(db, practiceId, lesson.student_id));
    if (!lesson || !student) throw notFound('The lesson');
    const { id, reason } = valid(overruleSchema, req.body);
    const now = new Date();
    const who = await planStudent(db, practiceId, student, now);
    if (planIsClosed(who) || who.pains.length > 0) {
      const { planClosedBecause } = await closuresOf(db, practiceId, student, now);
      throw new Problem(
        422,
        'plan-closed',
        planClosedBecause[0] ?? 'Pain is open: reopen it with a word first; a cap is not overruled past it.',
      );
    }
    await insertOverrule(db, practiceId, student.id, { id, day: dayOf(now), reason, by: whoIs(req).name });
    hub.publish(practiceId, { kind: 'changed', lessonId: lesson.id });
    res.status(201).json({ id });
  });
  return router;
}
