import { dayOf } from '../../core/units/calendar-day.ts';
import type { TrialsAnswer, TrialTurnWire, TrialWire } from '../../api/trial-types.ts';
import { nextTurn, roundsDone, type TrialCondition } from '../../core/trial/run.ts';
import { kindCounts, kindThatMoved, type TriedBefore } from '../../core/trial/trial-finding.ts';
import { suggestConditions } from '../../core/trial/suggest.ts';
import type { TrialSwing } from '../../core/trial/fit-quantity.ts';
import { proposeSetUp } from '../../core/trial/next-step.ts';
import { ratingValues } from '../../core/trial/values.ts';
import { daysBetween } from '../../core/diagnosis/carried.ts';
import { drillsFor } from '../../core/plan/open-drills.ts';
import type { Db } from '../db/connection.ts';
import { ownWordsOf, type BlockRow } from '../rows/blocks.ts';
import { shotsOfLesson, valuesOf, type ShotRow } from '../rows/shots.ts';
import { runningTarget } from '../rows/thread.ts';
import { keptOf, trialsOfLesson, triedUpTo, turnsOf, type TrialRow, type TurnRow } from '../rows/trials.ts';
import type { TrialShot } from '../work/tasks.ts';
import type { Means } from '../work/means.ts';
import { loadLesson } from './lesson-data.ts';
import { planStudent } from './plan-student.ts';

const MOST_KEPT_SHOWN = 6;

/** Club of a condition's swings. */
export const clubOf = (trial: TrialRow, c: TrialCondition | undefined): string => c?.club || trial.said.club;

function turnToWire(t: TurnRow, shots: readonly ShotRow[]): TrialTurnWire {
  const own = shots.filter((s) => s.block_id === t.block_id);
  const setAside = own.filter((s) => s.set_aside_reason !== null).length;
  return {
    id: t.id,
    round: t.round,
    condition: t.condition,
    blockId: t.block_id,
    // Without a device the marks are the swings.
    counted: Math.max(own.length - setAside, t.dots.length),
    setAside,
    ended: t.ended_at !== null,
    ease: t.ease,
    swish: t.swish,
    dots: t.dots,
  };
}

/** The swings of a trial for the sums, in the order struck: shots that count, then what was said of their turn. */
function swingsOf(trial: TrialRow, turns: readonly TurnRow[], shots: readonly ShotRow[]): (TrialShot | TrialSwing)[] {
  return turns.flatMap((t) => {
    const counted = shots.filter((s) => s.block_id === t.block_id && s.set_aside_reason === null).map(valuesOf);
    const strikeMeasured = counted.some((v) => v.impactToeM !== undefined);
    const place = { condition: t.condition, turn: t.position };
    const club = clubOf(trial, trial.said.conditions[t.condition]);
    return [
      ...counted.map((shot) => ({ ...place, club, shot })),
      ...ratingValues(t, strikeMeasured).map((values) => ({ ...place, values })),
    ];
  });
}

/** One trial with its turns, what is next, and what can be said so far. */
export async function trialToWire(
  { work }: Pick<Means, 'work'>,
  trial: TrialRow,
  turns: readonly TurnRow[],
  shots: readonly ShotRow[],
): Promise<TrialWire> {
  const wire = turns.map((t) => turnToWire(t, shots));
  const swings = swingsOf(trial, turns, shots);
  const states = trial.said.conditions.length;
  return {
    id: trial.id,
    said: trial.said,
    startedAt: trial.started_at.toISOString(),
    endedAt: trial.ended_at?.toISOString() ?? null,
    turns: wire,
    running: trial.ended_at ? null : (wire.find((t) => !t.ended)?.id ?? null),
    next: trial.ended_at ? null : nextTurn(trial.said, wire),
    roundsDone: roundsDone(trial.said, wire),
    answer: await work.run('analyseTrialShots', swings, states),
    ledger: trial.said.stack ? await work.run('ledgerOfShots', swings, states) : null,
    kept:
      trial.kept_condition === null
        ? null
        : {
            condition: trial.kept_condition,
            at: trial.kept_at?.toISOString() ?? '',
            sentence: trial.kept_sentence,
          },
  };
}

/** One trial as it stands. */
export async function readTrial(means: Means, practiceId: string, trial: TrialRow): Promise<TrialWire> {
  const shots = await shotsOfLesson(means.db, practiceId, trial.lesson_id);
  return trialToWire(means, trial, await turnsOf(means.db, practiceId, [trial.id]), shots);
}

/** A student's trials that are over, with what they said then. */
export async function triedBefore(db: Db, practiceId: string, studentId: string, until: Date): Promise<TriedBefore[]> {
  const rows = await triedUpTo(db, practiceId, { studentId }, until);
  return rows.map((r) => ({
    id: r.id,
    lessonId: r.lesson_id,
    said: r.said,
    answer: r.answer,
    day: dayOf(r.starts_at),
    ageDays: daysBetween(r.starts_at, until),
  }));
}

/** What trials made a student's own, newest first. */
export async function keptCues(db: Db, practiceId: string, studentId: string, until: Date) {
  const rows = await keptOf(db, practiceId, studentId, until);
  return rows.map((t) => ({
    trialId: t.id,
    lessonId: t.lesson_id,
    label: t.kept_label,
    faultId: t.said.faultId,
    sentence: t.kept_sentence,
    at: t.kept_at?.toISOString() ?? '',
  }));
}

/** Next steps of ball place and tee from the newest block with a ball of which they can be told. */
function setUpsFrom(blocks: readonly BlockRow[], shots: readonly ShotRow[]) {
  const normal = blocks.filter((b) => b.with_ball && b.condition === 'normal').toReversed();
  for (const block of normal) {
    const own = shots.filter((s) => s.block_id === block.id && s.set_aside_reason === null).map(valuesOf);
    const steps = proposeSetUp(own, block.club);
    if (steps.length > 0) return steps;
  }
  return [];
}

/** Trials of a lesson, what was kept of earlier ones, and what may be tried next. */
export async function trialsAnswer(
  means: Means,
  practiceId: string,
  lessonId: string,
  fault: string,
): Promise<TrialsAnswer> {
  const { db } = means;
  const { lesson, student, blocks } = await loadLesson(db, practiceId, lessonId);
  const [trials, shots, kept, words, who, target, tried, others] = await Promise.all([
    trialsOfLesson(db, practiceId, lessonId),
    shotsOfLesson(db, practiceId, lessonId),
    keptCues(db, practiceId, student.id, lesson.starts_at),
    ownWordsOf(db, practiceId, student.id, lesson.starts_at),
    planStudent(db, practiceId, student, lesson.starts_at),
    runningTarget(db, practiceId, student.id, lesson.starts_at),
    triedBefore(db, practiceId, student.id, lesson.starts_at),
    triedUpTo(db, practiceId, { studentId: student.id, othersOf: student.level }, lesson.starts_at),
  ]);
  const turns = await turnsOf(
    db,
    practiceId,
    trials.map((t) => t.id),
  );
  const faultId = fault || target?.target || '';
  const shown = kept.slice(0, MOST_KEPT_SHOWN);
  return {
    trials: await Promise.all(
      trials.map((t) =>
        trialToWire(
          means,
          t,
          turns.filter((x) => x.trial_id === t.id),
          shots,
        ),
      ),
    ),
    kept: shown,
    faultId,
    alike: kindCounts(others, faultId),
    setUps: setUpsFrom(blocks, shots),
    suggestions: suggestConditions(
      faultId ? drillsFor(faultId, who) : [],
      words,
      shown.filter((k) => k.faultId === faultId).map((k) => k.label),
      kindThatMoved(tried, faultId),
    ),
  };
}
