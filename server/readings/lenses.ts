import type { LensesAnswer } from '../../api/lens-types.ts';
import { LENSES, type LensId } from '../../core/catalogue/stages.ts';
import { lensView } from '../../core/lens/view.ts';
import { MEASUREMENT_WORDS } from '../../core/diagnosis/verdict-sentence.ts';
import { drillsFor } from '../../core/plan/open-drills.ts';
import { workedFor } from '../../core/plan/worked.ts';
import { drillOutcomes } from '../rows/worked.ts';
import type { Means } from '../work/means.ts';
import { ledgerOf } from './ledger.ts';
import { loadLesson } from './lesson-data.ts';
import { planStudent } from './plan-student.ts';
import { keptCues } from './trials.ts';

/** How each school sees the student of a lesson; the chances are those of the ledger. */
export async function lensesAnswer(means: Means, practiceId: string, lessonId: string): Promise<LensesAnswer> {
  const { db } = means;
  const { lesson, student } = await loadLesson(db, practiceId, lessonId);
  const [who, { diagnosis, lens }, outcomes, kept] = await Promise.all([
    planStudent(db, practiceId, student, lesson.starts_at),
    ledgerOf(means, practiceId, lessonId),
    drillOutcomes(db, practiceId),
    keptCues(db, practiceId, student.id, lesson.starts_at),
  ]);
  const choicesFor = (fault: string, of: LensId) =>
    drillsFor(fault, { ...who, lens: of }, workedFor(outcomes, student, fault));
  const [next] = diagnosis.next;
  const measureFirst = next
    ? `Would measure first: ${MEASUREMENT_WORDS[next.measurement]}, about ${next.minutes} minutes.`
    : 'Would measure first: too little is known.';
  const keptCue = (fault: string): string | undefined => kept.find((k) => k.faultId === fault)?.label;
  return {
    lens: lens as LensId,
    views: LENSES.map(({ id }) => lensView(id, diagnosis, choicesFor, { keptCue, measureFirst })),
  };
}
