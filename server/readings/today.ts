import type { PainWire } from '../../api/body-types.ts';
import type { PlanWire, PracticeSetWire, TodayAnswer } from '../../api/types.ts';
import type { ScreenInput } from '../../api/schemas.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { lessonsBetween, type LessonRow } from '../rows/lessons.ts';
import { plansInForce } from '../rows/plans.ts';
import { setsOfPlans, setsSince } from '../rows/practice.ts';
import { latestScreens, studentsById, type StudentRow } from '../rows/students.ts';
import type { Means } from '../work/means.ts';
import { painWords, planIsClosed } from '../../core/plan/body.ts';
import { asOpenPain, painsOf } from '../rows/pains.ts';
import { bodyOf } from './plan-student.ts';
import { mayFilm } from './lesson-data.ts';
import { standings } from './standing.ts';

const DAY_MS = 86_400_000;
const SCREEN_DAYS = 180;

interface Known {
  readonly plan: PlanWire | undefined;
  readonly sets: readonly PracticeSetWire[];
  readonly repeat: string | null;
  readonly screen: ScreenInput | undefined;
  readonly pains: readonly PainWire[];
}

/** What a lesson is due, in order: safety first, then practice, then measuring. */
function dueIn(lesson: LessonRow, student: StudentRow, { plan, sets, repeat, screen, pains }: Known): string[] {
  const due: string[] = [];
  const open = new Set(pains.map((p) => painWords(asOpenPain(p))));
  for (const pain of open) due.push(`Pain is open (${pain}): ask, then reopen it with a word`);
  if (planIsClosed({ ...bodyOf(student), pains: pains.map(asOpenPain) }))
    due.push('Plan closed: record the clearance first');
  if (!mayFilm(student, lesson.starts_at)) due.push('Guardian’s consent is missing: no filming');
  if (plan) {
    const days = new Set(sets.filter((s) => !s.witnessed).map((s) => s.doneAt.slice(0, 10))).size;
    const target = faultById(plan.target)?.name ?? plan.target;
    if (pains.length === 0 && sets.some((s) => s.pain)) due.push('Pain was noted since last time: ask first');
    due.push(`Review “${target}”: ${days} practice day${days === 1 ? '' : 's'} logged`);
  }
  due.push(repeat ? `Repeat the block ${repeat}` : 'Measure a baseline: driver and a middle iron');
  if (!screen) due.push('Body screen');
  else if (Date.parse(screen.takenOn ?? '') < lesson.starts_at.getTime() - SCREEN_DAYS * DAY_MS)
    due.push('Body screen again (older than half a year)');
  return due;
}

/** The day's lessons with what each is due, and what came in since yesterday; the same few queries for any number of lessons. */
export async function todayAnswer(
  means: Means,
  practiceId: string,
  now: Date,
): Promise<Omit<TodayAnswer, 'backupOverdueDays'>> {
  const { db } = means;
  const from = new Date(now);
  from.setHours(0, 0, 0, 0);
  const lessons = await lessonsBetween(db, practiceId, from, new Date(from.getTime() + DAY_MS));
  const students = await studentsById(
    db,
    practiceId,
    lessons.map((l) => l.student_id),
  );
  const ids = students.map((s) => s.id);
  const standing = await standings(means, practiceId, students);
  const plans = await plansInForce(
    db,
    practiceId,
    lessons.map((l) => l.id),
  );
  const sets = await setsOfPlans(
    db,
    practiceId,
    [...plans.values()].map((p) => p.id),
  );
  const screens = await latestScreens(db, practiceId, ids);
  const pains = await painsOf(db, practiceId, ids, true);
  const recent = await setsSince(db, practiceId, new Date(from.getTime() - DAY_MS));
  return {
    lessons: lessons.flatMap((lesson) => {
      const student = students.find((s) => s.id === lesson.student_id);
      const at = student && standing.get(student.id);
      if (!student || !at) return [];
      const plan = plans.get(lesson.id);
      return {
        id: lesson.id,
        startsAt: lesson.starts_at.toISOString(),
        studentId: student.id,
        studentName: student.name,
        handedness: student.handedness,
        due: dueIn(lesson, student, {
          plan,
          sets: plan ? (sets.get(plan.id) ?? []) : [],
          repeat: at.repeat,
          screen: screens.get(student.id),
          pains: pains.get(student.id) ?? [],
        }),
        stick: at.stick,
      };
    }),
    cameIn: recent.map((r) => ({
      studentId: r.student_id,
      studentName: r.student_name,
      doneAt: r.done_at.toISOString(),
      pain: r.pain,
      text: `${drillById(r.drill_id)?.name ?? r.drill_id}: ${r.passed} of ${r.passed + r.reset} passed${r.pain ? `, pain${r.pain_note ? ` – ${r.pain_note}` : ''}` : ''}`,
    })),
  };
}
