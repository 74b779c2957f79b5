import { Router, type Request } from 'express';
import { practiceSetSchema } from '../../api/schemas.ts';
import type { PracticeAnswer } from '../../api/types.ts';
import { ALWAYS_CAUTIONS, REFERRAL } from '../../core/catalogue/cautions.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { cautionsFor, planIsClosed } from '../../core/plan/open-drills.ts';
import { tokenHash } from '../http/secrets.ts';
import { on, type Services, valid } from './context.ts';
import { notFound, Problem } from '../http/problem.ts';
import { planStudent } from '../readings/plan-student.ts';
import { planDrillRow, planInForce } from '../rows/plans.ts';
import { standingOf } from '../readings/standing.ts';
import { studentRow, type StudentRow } from '../rows/students.ts';
import { studentByLink } from '../rows/links.ts';
import { insertSet, setsOfPlan } from '../rows/practice.ts';

/** The student's page behind a private link: the plan in force, and the log of sets. */
export function practiceRoutes(services: Services): Router {
  const { db, hub } = services;
  const router = Router();

  const studentOf = async (req: Request): Promise<{ practiceId: string; student: StudentRow }> => {
    const link = await studentByLink(db, tokenHash(String(req.params.token)));
    const student = link && (await studentRow(db, link.practice_id, link.student_id));
    if (!link || !student) {
      throw new Problem(
        404,
        'link-withdrawn',
        'This practice link is not valid any more. Ask your instructor for a new one.',
      );
    }
    return { practiceId: link.practice_id, student };
  };

  on(router, 'GET /practice/:token', async (req, res) => {
    const { practiceId, student } = await studentOf(req);
    const who = await planStudent(db, practiceId, student, new Date());
    const plan = await planInForce(db, practiceId, student.id);
    const closed = planIsClosed(who);
    const answer: PracticeAnswer = {
      studentName: student.name,
      handedness: student.handedness,
      planClosed: closed,
      target: plan?.target ?? null,
      startsOn: plan?.startsOn ?? null,
      week: closed ? [] : (plan?.week ?? []),
      cautions: [...ALWAYS_CAUTIONS],
      referral: REFERRAL,
      drills: closed
        ? []
        : (plan?.drills ?? []).map((d) => {
            const drill = drillById(d.drillId);
            return { ...d, cautions: drill ? cautionsFor(drill, who) : [] };
          }),
      sets: plan ? await setsOfPlan(db, practiceId, plan.id) : [],
      stick: (await standingOf(services, practiceId, student)).stick,
    };
    res.set('Referrer-Policy', 'no-referrer').json(answer);
  });

  on(router, 'POST /practice/:token/sets', async (req, res) => {
    const { practiceId, student } = await studentOf(req);
    const input = valid(practiceSetSchema, req.body);
    const drill = await planDrillRow(db, practiceId, input.planDrillId);
    if (!drill || drill.student_id !== student.id) throw notFound('The drill');
    const doneAt = input.doneAt ?? new Date().toISOString();
    await insertSet(db, practiceId, { ...input, doneAt, rung: drill.rung, witnessed: false });
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.status(201).json({ id: input.id, stop: input.pain });
  });
  return router;
}
