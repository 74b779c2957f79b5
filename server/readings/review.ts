import type { GainWire, PlanDrillWire, PracticeSetWire, ReviewAnswer } from '../../api/types.ts';
import { conditionText } from '../../core/catalogue/swing-condition.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { median } from '../../core/numeric/statistics.ts';
import { decideLadder, type DrillSession, type LadderDecision } from '../../core/plan/ladder.ts';
import type { Review } from '../../core/review/review.ts';
import type { Db } from '../db/connection.ts';
import { loadLesson } from './lesson.ts';
import { setsOfPlan } from '../rows/practice.ts';
import type { Means } from '../work/means.ts';
import { progressOf } from './progress.ts';
import type { StudentRow } from '../rows/students.ts';
import { decidedReview, decisionsOfLesson, planInForce, triedSoFar } from '../rows/plans.ts';

/** Sets of one drill on its present rung, summed by day. */
function sessionsOf(sets: readonly PracticeSetWire[], drill: PlanDrillWire): DrillSession[] {
  const byDay = new Map<string, DrillSession>();
  for (const s of sets) {
    if (s.planDrillId !== drill.id || s.rung !== drill.rung) continue;
    const date = s.doneAt.slice(0, 10);
    const day = byDay.get(date);
    byDay.set(date, {
      date,
      passed: (day?.passed ?? 0) + s.passed,
      reset: (day?.reset ?? 0) + s.reset,
      witnessed: (day?.witnessed ?? false) || s.witnessed,
      pain: (day?.pain ?? false) || s.pain,
    });
  }
  return [...byDay.values()];
}

/** The ladder rule's proposal for one drill of a plan. */
export async function ladderProposal(
  db: Db,
  practiceId: string,
  student: StudentRow,
  target: string,
  planDrill: PlanDrillWire,
  sets: readonly PracticeSetWire[],
): Promise<LadderDecision> {
  const drill = drillById(planDrill.drillId);
  const tried = await triedSoFar(db, practiceId, planDrill.id, student.id, target);
  return decideLadder({
    level: student.level,
    rungs: drill?.rungs ?? [planDrill.rung],
    rung: planDrill.rung,
    passShare: drill ? drill.check.passed / drill.check.of : 0.75,
    sessions: sessionsOf(sets, planDrill),
    cuesTried: tried.cues,
    drillsTried: tried.drills,
  });
}

function gainToWire(review: Review): GainWire {
  const { latestMedianMps: _latest, leftOut: _leftOut, ...gain } = review;
  return gain;
}

/** Opens a lesson's review: what was practised since, the block to repeat, gain with verdict, ladder proposals. */
export async function reviewAnswer(means: Means, practiceId: string, lessonId: string): Promise<ReviewAnswer> {
  const { db } = means;
  const { lesson, student } = await loadLesson(db, practiceId, lessonId);
  const progress = await progressOf(means, practiceId, student, lesson.starts_at);
  const plan = await planInForce(db, practiceId, student.id, lesson.starts_at, lessonId);
  const practice = plan ? await setsOfPlan(db, practiceId, plan.id) : [];
  const proposals: ReviewAnswer['proposals'] = [];
  for (const d of plan?.drills ?? []) {
    const decision = await ladderProposal(db, practiceId, student, plan?.target ?? '', d, practice);
    proposals.push({ planDrillId: d.id, drillId: d.drillId, ...decision });
  }
  return {
    gain: progress.review ? gainToWire(progress.review) : null,
    asDecided: await decidedReview(db, practiceId, lessonId),
    missing: progress.missing,
    sessions: progress.sessions.map((s) => ({
      lessonId: s.lesson_id,
      startsAt: s.starts_at.toISOString(),
      condition: conditionText({ club: s.club, withBall: s.with_ball, condition: s.condition }),
      oldPlace: s.old_place,
      medianMps: median(s.speeds),
      count: s.speeds.length,
    })),
    plan,
    practice,
    repeatBlock: progress.repeat,
    proposals,
    decisions: (await decisionsOfLesson(db, practiceId, lessonId)).map((d) => ({
      planDrillId: d.plan_drill_id,
      proposed: d.proposed,
      chosen: d.chosen,
      rungTo: d.rung_to,
      reason: d.reason,
    })),
  };
}
