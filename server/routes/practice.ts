import { Router, type Request } from 'express';
import { protocolLogSchema } from '../../api/protocol-schemas.ts';
import { practiceSetSchema } from '../../api/schemas.ts';
import { settingsSchema } from '../../api/settings-schemas.ts';
import type { PlanDrillWire, PracticeAnswer } from '../../api/types.ts';
import { ALWAYS_CAUTIONS, REFERRAL } from '../../core/catalogue/cautions.ts';
import { isFullIntentAt } from '../../core/catalogue/drill-rungs.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { bodyClosedBecause, planIsClosed } from '../../core/plan/body.ts';
import type { Load } from '../../core/plan/load.ts';
import { cautionsFor, type PlanStudent } from '../../core/plan/open-drills.ts';
import { fullIntentSwings, protocolClosedBecause } from '../../core/plan/protocol.ts';
import { closuresOf } from '../readings/closures.ts';
import { tokenHash } from '../http/secrets.ts';
import { on, type Services, valid } from './context.ts';
import { notFound, Problem } from '../http/problem.ts';
import { momentOfSet } from '../../api/clock.ts';
import { planStudent } from '../readings/plan-student.ts';
import { planDrillRow, planInForce } from '../rows/plans.ts';
import { standingOf } from '../readings/standing.ts';
import { studentRow, type StudentRow } from '../rows/students.ts';
import { practiceRow } from '../rows/accounts.ts';
import { keepLate, type LateSaid } from '../rows/late-sets.ts';
import { endedLink, studentByLink } from '../rows/links.ts';
import { swishLeadOf } from '../readings/called.ts';
import { wordsForPhone } from '../readings/student-words.ts';
import { logFlow } from '../readings/log-flow.ts';
import { logSet } from '../readings/log-set.ts';
import { ownDrillId } from '../../core/catalogue/own-drill.ts';
import { ownDrillVersions } from '../rows/own-drills.ts';
import { programmeDays } from '../rows/programmes.ts';
import { phoneProtocol } from '../rows/protocols.ts';
import { setsOfPlan } from '../rows/practice.ts';

/** The phone's own time as it says it; undefined where it is no time. */
function sentAtOf(req: Request): string | undefined {
  const said = req.get('x-sent-at');
  return said !== undefined && Number.isFinite(Date.parse(said)) ? said : undefined;
}

/** A drill of the plan with its cautions, and why it is closed now: by the instructor, by pain, by the caps. */
function onPhone(d: PlanDrillWire, who: PlanStudent, load: Load): PracticeAnswer['drills'][number] {
  const drill = drillById(d.drillId);
  const maximal = isFullIntentAt(drill, d.rung);
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

  /** The flow that was sent to this phone, and why it is closed now. */
  const phoneFlow = async (
    practiceId: string,
    student: StudentRow,
    who: PlanStudent,
    load: Load,
  ): Promise<PracticeAnswer['protocol']> => {
    const sent = await phoneProtocol(db, practiceId, student.id);
    if (!sent) return null;
    const caps = fullIntentSwings(sent.said) > 0 ? load.because : [];
    return { id: sent.id, said: sent.said, closedBecause: [...protocolClosedBecause(sent.said, who, 'home'), ...caps] };
  };

  on(router, 'GET /practice/:token', async (req, res) => {
    const { practiceId, student } = await studentOf(req);
    const who = await planStudent(db, practiceId, student, new Date());
    const plan = await planInForce(db, practiceId, student.id);
    const settings = settingsSchema.cast((await practiceRow(db, practiceId))?.settings ?? {});
    const closed = planIsClosed(who);
    const versions = await ownDrillVersions(db, practiceId);
    const { load, pains, planClosedBecause } = await closuresOf(db, practiceId, student, new Date());
    const answer: PracticeAnswer = {
      studentName: student.name,
      handedness: student.handedness,
      planClosed: closed,
      planClosedBecause,
      // The words of a note may be the instructor's; the phone needs part and kind.
      pains: pains.map((p) => ({ ...p, note: '' })),
      load,
      target: plan?.target ?? null,
      startsOn: plan?.startsOn ?? null,
      week: closed ? [] : (plan?.week ?? []),
      cautions: [...ALWAYS_CAUTIONS],
      referral: REFERRAL,
      drills: closed ? [] : (plan?.drills ?? []).map((d) => onPhone(d, who, load)),
      ownDrills: versions
        .flatMap((v) => (v.said ? [{ drillId: ownDrillId(v.id, v.version), said: v.said }] : []))
        .filter((v) => plan?.drills.some((d) => d.drillId === v.drillId)),
      programmeDays: await programmeDays(db, practiceId, student.id),
      protocol: closed ? null : await phoneFlow(practiceId, student, who, load),
      sets: plan ? await setsOfPlan(db, practiceId, plan.id) : [],
      phone: settings.phone,
      speedUnit: student.speed_unit ?? settings.speedUnit,
      words: await wordsForPhone(db, practiceId, student.id),
      swishLead: await swishLeadOf(db, practiceId, student.id, new Date()),
      stick: (await standingOf(services, practiceId, student)).stick,
    };
    res.set('Referrer-Policy', 'no-referrer').json(answer);
  });

  /** Keeps a log whose link has ended: what was practised before it was withdrawn is not lost, an instructor lets it in. */
  const keptLate = async (req: Request, late: LateSaid): Promise<boolean> => {
    const ended = await endedLink(db, tokenHash(String(req.params.token)));
    if (!ended) return false;
    const when = momentOfSet({ ...late.said, sentAt: sentAtOf(req) }, new Date());
    await keepLate(db, ended.practice_id, ended.student_id, { ...late, said: { ...late.said, ...when } } as LateSaid);
    hub.publish(ended.practice_id, { kind: 'changed', lessonId: '' });
    return true;
  };

  on(router, 'POST /practice/:token/protocol-logs', async (req, res) => {
    const input = valid(protocolLogSchema, req.body);
    if (await keptLate(req, { kind: 'flow', said: input })) {
      res.status(202).json({ id: input.id, stop: input.pain, held: true });
      return;
    }
    const { practiceId, student } = await studentOf(req);
    await db.transaction((tx) => logFlow(tx, practiceId, student.id, input, sentAtOf(req)));
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.status(201).json({ id: input.id, stop: input.pain, held: false });
  });

  on(router, 'POST /practice/:token/sets', async (req, res) => {
    const input = valid(practiceSetSchema, req.body);
    if (await keptLate(req, { kind: 'set', said: input })) {
      res.status(202).json({ id: input.id, stop: input.pain, held: true });
      return;
    }
    const { practiceId, student } = await studentOf(req);
    const drill = await planDrillRow(db, practiceId, input.planDrillId);
    if (!drill || drill.student_id !== student.id) throw notFound('The drill');
    await db.transaction((tx) => logSet(tx, practiceId, drill, input, false, sentAtOf(req)));
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.status(201).json({ id: input.id, stop: input.pain, held: false });
  });
  return router;
}
