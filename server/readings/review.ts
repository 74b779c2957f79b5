import type { GainWire, PlanDrillWire, ReviewAnswer } from '../../api/types.ts';
import { conditionText } from '../../core/catalogue/swing-condition.ts';
import { passShareAt } from '../../core/catalogue/drill-rungs.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { median } from '../../core/numeric/statistics.ts';
import { decideLadder, type LadderDecision } from '../../core/plan/ladder.ts';
import { sessionsByDay, setsOnRung, type ThreadSet } from '../../core/plan/thread.ts';
import type { Review } from '../../core/review/review.ts';
import type { Db } from '../db/connection.ts';
import { loadLesson } from './lesson-data.ts';
import { lessonEnds } from '../rows/lessons.ts';
import { ownWordsOf } from '../rows/blocks.ts';
import { ownDrills } from '../rows/own-drills.ts';
import { setsOfPlan } from '../rows/practice.ts';
import { threadSets } from './thread.ts';
import type { Means } from '../work/means.ts';
import { progressOf } from './progress.ts';
import type { StudentRow } from '../rows/students.ts';
import { decidedReview, decisionsOfLesson, triedSoFar } from '../rows/decisions.ts';
import { planInForce } from '../rows/plans.ts';

/** The ladder rule's proposal for one drill of a plan: its sessions at the present rung, over all plans for the target. */
async function ladderProposal(
  db: Db,
  practiceId: string,
  student: StudentRow,
  target: string,
  planDrill: PlanDrillWire,
  sets: readonly ThreadSet[],
): Promise<LadderDecision> {
  const { drillId, rung } = planDrill;
  const tried = await triedSoFar(db, practiceId, drillId, student.id, target);
  return decideLadder({
    level: student.level,
    rungs: drillById(drillId)?.rungs ?? [],
    rung,
    passShare: passShareAt(drillId, rung),
    sessions: sessionsByDay(
      setsOnRung(
        sets.filter((s) => s.target === target && s.drillId === drillId),
        rung,
      ),
    ),
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
  await ownDrills(db, practiceId);
  const progress = await progressOf(means, practiceId, student, lesson.starts_at);
  const plan = await planInForce(db, practiceId, student.id, lesson.starts_at, lessonId);
  const practice = plan ? await setsOfPlan(db, practiceId, plan.id) : [];
  const proposals: ReviewAnswer['proposals'] = [];
  const sets = await threadSets(db, practiceId, student.id, await lessonEnds(db, practiceId, lesson));
  for (const d of plan?.drills ?? []) {
    const decision = await ladderProposal(db, practiceId, student, plan?.target ?? '', d, sets);
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
      rungFrom: d.rung_from,
      rungTo: d.rung_to,
      cue: d.cue,
      cueFrom: d.cue_from,
      reason: d.reason,
      decidedAt: d.decided_at.toISOString(),
      earlier: d.earlier,
    })),
    ownWords: await ownWordsOf(db, practiceId, student.id, lesson.starts_at),
  };
}
