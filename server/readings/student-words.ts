import type { StudentWordsWire } from '../../api/student-words-types.ts';
import { aidOf } from '../../core/catalogue/drill-rungs.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { rungWords } from '../../core/catalogue/rungs.ts';
import { MOVE_NAMES } from '../../core/plan/ladder.ts';
import { WHY_KEPT, whyOfMove, whyOfTarget } from '../../core/plan/student-words.ts';
import type { Db } from '../db/connection.ts';
import { editedWords } from '../rows/student-words.ts';
import { decisionsOfStudent, targetsUpTo, type ThreadDecisionRow } from '../rows/thread.ts';
import { keptCues } from './trials.ts';

/** Words without their own full stop. */
const bare = (words: string): string => words.replace(/\.$/, '');

/** A decision on a drill as a student reads it. */
function whatOfDecision(d: ThreadDecisionRow): string {
  const drill = drillById(d.drill_id);
  const rung = d.rung_from === d.rung_to ? '' : `, now ${rungWords(d.rung_to, drill && aidOf(drill))}`;
  const cue = d.cue && d.cue !== d.cue_from ? `, cue “${bare(d.cue)}”` : '';
  return `${drill?.name ?? d.drill_id}: ${MOVE_NAMES[d.chosen as keyof typeof MOVE_NAMES] ?? d.chosen}${rung}${cue}.`;
}

interface SaidInLesson extends StudentWordsWire {
  readonly lessonId: string;
}

/** What a student is told of every decision up to a moment, what and why in two sentences; the newest lesson last. */
async function wordsUpTo(db: Db, practiceId: string, studentId: string, until: Date): Promise<SaidInLesson[]> {
  const [targets, decisions, kept] = await Promise.all([
    targetsUpTo(db, practiceId, studentId, until),
    decisionsOfStudent(db, practiceId, studentId, until),
    keptCues(db, practiceId, studentId, until),
  ]);
  const oldFirst = targets.toReversed();
  const said = [
    ...oldFirst.flatMap((t, i) => {
      const before = oldFirst.slice(0, i).findLast((b) => b.lesson_id !== t.lesson_id);
      const last = oldFirst.slice(i + 1).every((b) => b.lesson_id !== t.lesson_id);
      const fault = faultById(t.target);
      // A plan for what runs already is no new decision.
      if (!last || !fault || before?.target === t.target) return [];
      const judged = oldFirst.some((b) => b.lesson_id === t.lesson_id && b.target === t.target && b.overruled);
      const words = `The one change is now: ${fault.name}. ${whyOfTarget(judged, fault.happens)}`;
      return [{ lessonId: t.lesson_id, about: 'target', words }];
    }),
    ...decisions.map((d) => ({
      lessonId: d.lesson_id,
      about: `drill:${d.drill_id}`,
      words: `${whatOfDecision(d)} ${whyOfMove(d.chosen)}`.trim(),
    })),
    ...kept.toReversed().map((k) => ({
      lessonId: k.lessonId,
      about: `trial:${k.trialId}`,
      words: `Your own from now on: “${bare(k.label)}”. ${WHY_KEPT}`,
    })),
  ];
  const edited = await editedWords(db, practiceId, [...new Set(said.map((s) => s.lessonId))]);
  return said.map((s) => {
    const other = edited(s.lessonId, s.about);
    return { ...s, words: other ?? s.words, edited: other !== undefined };
  });
}

/** What a student is told of the decisions of one lesson. */
export const wordsOfLesson = async (
  db: Db,
  practiceId: string,
  studentId: string,
  lesson: { readonly id: string; readonly starts_at: Date },
): Promise<StudentWordsWire[]> =>
  (await wordsUpTo(db, practiceId, studentId, lesson.starts_at))
    .filter((s) => s.lessonId === lesson.id)
    .map(({ about, words, edited }) => ({ about, words, edited }));

/** The newest words on each thing that was decided, for the phone: of the target, and by drill. */
export async function wordsForPhone(
  db: Db,
  practiceId: string,
  studentId: string,
): Promise<{ target: string; drills: Record<string, string> }> {
  const said = await wordsUpTo(db, practiceId, studentId, new Date());
  const drills = said.flatMap((s) => (s.about.startsWith('drill:') ? [[s.about.slice(6), s.words] as const] : []));
  return { target: said.findLast((s) => s.about === 'target')?.words ?? '', drills: Object.fromEntries(drills) };
}
