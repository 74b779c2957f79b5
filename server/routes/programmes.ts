import { Router, type Request } from 'express';
import { moveSchema, programmeSchema } from '../../api/programme-schemas.ts';
import { moveSession } from '../../core/plan/programme-rules.ts';
import { beginRemoval } from '../records/removals.ts';
import { notFound, Problem } from '../http/problem.ts';
import { makeProgramme, programmeAnswer } from '../readings/programme.ts';
import { endProgramme, runningProgramme, saveDays } from '../rows/programmes.ts';
import { studentRow, type StudentRow } from '../rows/students.ts';
import { idParam, on, practiceOf, type Services, valid, whoIs } from './context.ts';

/** A student's programme: made, moved, ended. */
export function programmeRoutes({ db, hub }: Services): Router {
  const router = Router();
  const studentOr404 = async (req: Request): Promise<StudentRow> => {
    const student = await studentRow(db, practiceOf(req), idParam(req));
    if (!student) throw notFound('The student');
    return student;
  };

  on(router, 'GET /students/:id/programme', async (req, res) => {
    res.json(await programmeAnswer(db, practiceOf(req), await studentOr404(req)));
  });
  on(router, 'POST /students/:id/programme', async (req, res) => {
    const student = await studentOr404(req);
    const input = valid(programmeSchema, req.body);
    await makeProgramme(db, practiceOf(req), student, input);
    hub.publish(practiceOf(req), { kind: 'changed', lessonId: '' });
    res.status(201).json({ id: input.id });
  });
  /** Moves a session; a move that breaks a hard constraint is refused with all of what it breaks. */
  on(router, 'POST /students/:id/programme/move', async (req, res) => {
    const student = await studentOr404(req);
    const { from, to } = valid(moveSchema, req.body);
    await db.transaction(async (tx) => {
      const row = await runningProgramme(tx, practiceOf(req), student.id);
      if (!row) throw notFound('The programme');
      const moved = moveSession(row.days, String(from), String(to), row.wish);
      if (moved.broken.length > 0)
        throw new Problem(422, 'rule-broken', moved.broken.map((b) => b.because).join(' '), 'to');
      await saveDays(tx, practiceOf(req), row.id, moved.days);
    });
    hub.publish(practiceOf(req), { kind: 'changed', lessonId: '' });
    res.status(204).end();
  });
  on(router, 'DELETE /students/:id/programme', async (req, res) => {
    const student = await studentOr404(req);
    const practiceId = practiceOf(req);
    const running = await runningProgramme(db, practiceId, student.id);
    if (!running) throw notFound('The programme');
    await db.transaction(async (tx) => {
      const removal = await beginRemoval(tx, {
        practiceId,
        studentId: student.id,
        lessonId: null,
        kind: 'programme',
        about: running.id,
        what: 'the programme',
        by: whoIs(req).name,
      });
      await removal.note('programmes', [running.id], ['ended_at']);
      await endProgramme(tx, practiceId, student.id);
    });
    res.status(204).end();
  });
  return router;
}
