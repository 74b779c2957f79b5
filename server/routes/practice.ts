import { Router, type Request } from 'express';
import { practiceSetSchema } from '../../api/schemas.ts';
import type { PlanDrillWire, PracticeAnswer } from '../../api/types.ts';
import { ALWAYS_CAUTIONS, REFERRAL } from '../../core/catalogue/cautions.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { bodyClosedBecause, planIsClosed } from '../../core/plan/body.ts';
import type { Load } from '../../core/plan/load.ts';
import { cautionsFor, type PlanStudent } from '../../core/plan/open-drills.ts';
import { closuresOf } from '../readings/closures.ts';
import { tokenHash } from '../http/secrets.ts';
import { on, type Services, valid } from './context.ts';
import { notFound, Problem } from '../http/problem.ts';
import { planStudent } from '../readings/plan-student.ts';
import { planDrillRow, planInForce } from '../rows/plans.ts';
import { standingOf } from '../readings/standing.ts';
import { studentRow, type StudentRow } from '../rows/students.ts';
import { studentByLink } from '../rows/links.ts';
import { logSet } from '../readings/log-set.ts';
import { setsOfPlan } from '../rows/practice.ts';

/** A drill of the plan with its cautions, and why it is closed now: by the instructor, by pain, by the caps. */
function onPhone(d: PlanDrillWire, who: PlanStudent, load: Load): PracticeAnswer['drills'][number] {
  const drill = drillById(d.drillId);
  const maximal = drill?.intensity === 'maximal';
  const body = drill ? bodyClosedBecause({ loads: drill.demands, maximal, drillId: drill.id }, who) : [];
  return {
    ...d,
    cautions: drill ? cautionsFor(drill, who) : [],
    closedBecause: [
      ...(d.state === 'stopped' ? ['Stopped by your instructor.'] : []),
      ...(d.state === 'changed' ? ['Your instructor brings another drill for it.'] : []),
      ...body,
      ...(maximal ? load.because : []),
    ],
  };
}

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
    const { load, pains, planClosedBecause } = await closuresOf(db, practiceId, student, new Date());
    const answer: PracticeAnswer = {
      studentName: student.name,
      handedness: student.handedness,
      planClosed: closed,
      planClosedBecause,
      pains,
      load,
      target: plan?.target ?? null,
      startsOn: plan?.startsOn ?? null,
      week: closed ? [] : (plan?.week ?? []),
      cautions: [...ALWAYS_CAUTIONS],
      referral: REFERRAL,
      drills: closed ? [] : (plan?.drills ?? []).map((d) => onPhone(d, who, load)),
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
    await logSet(db, practiceId, drill, input, false);
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.status(201).json({ id: input.id, stop: input.pain });
  });
  return router;
}
