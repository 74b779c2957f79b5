import type { PainWire } from '../../api/body-types.ts';
import type { DayLesson, TodayAnswer } from '../../api/day-types.ts';
import type { PlanWire, PracticeSetWire } from '../../api/types.ts';
import type { ScreenInput } from '../../api/schemas.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { minutePlan, type Due } from '../../core/plan/minute-plan.ts';
import { appointmentsBetween, type AppointmentRow } from '../rows/appointments.ts';
import { lessonsBetween, type LessonRow } from '../rows/lessons.ts';
import { plansInForce } from '../rows/plans.ts';
import { setsOfPlans, setsSince } from '../rows/practice.ts';
import { latestScreens, studentsById, type StudentRow } from '../rows/students.ts';
import type { Means } from '../work/means.ts';
import { painWords, planIsClosed } from '../../core/plan/body.ts';
import { asOpenPain, painsOf } from '../rows/pains.ts';
import { bodyOf } from './plan-student.ts';
import { mayFilm } from './lesson-data.ts';
import { inboxOf } from './inbox.ts';
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
function dueIn(at: Date, student: StudentRow, { plan, sets, repeat, screen, pains }: Known): Due[] {
  const due: Due[] = [];
  const open = new Set(pains.map((p) => painWords(asOpenPain(p))));
  for (const pain of open) due.push({ kind: 'pain', text: `Pain is open (${pain}): ask, then reopen it with a word` });
  if (planIsClosed({ ...bodyOf(student), pains: pains.map(asOpenPain) }))
    due.push({ kind: 'clearance', text: 'Plan closed: record the clearance first' });
  if (!mayFilm(student, at)) due.push({ kind: 'consent', text: 'Guardian’s consent is missing: no filming' });
  if (plan) {
    const days = new Set(sets.filter((s) => !s.witnessed).map((s) => s.day)).size;
    const target = faultById(plan.target)?.name ?? plan.target;
    if (pains.length === 0 && sets.some((s) => s.pain))
      due.push({ kind: 'pain', text: 'Pain was noted since last time: ask first' });
    due.push({ kind: 'review', text: `Review “${target}”: ${days} practice day${days === 1 ? '' : 's'} logged` });
  }
  due.push(
    repeat
      ? { kind: 'repeat', text: `Repeat the block ${repeat}` }
      : { kind: 'baseline', text: 'Measure a baseline: driver and a middle iron' },
  );
  if (!screen) due.push({ kind: 'screen', text: 'Body screen' });
  else if (Date.parse(screen.takenOn ?? '') < at.getTime() - SCREEN_DAYS * DAY_MS)
    due.push({ kind: 'screen', text: 'Body screen again (older than half a year)' });
  return due;
}

/** A lesson of the day: with its appointment, without one, or still to come. */
interface Slot {
  readonly key: string;
  readonly lesson: LessonRow | undefined;
  readonly appointment: AppointmentRow | undefined;
  readonly studentId: string;
  readonly at: Date;
}

function slotsOf(lessons: readonly LessonRow[], appointments: readonly AppointmentRow[]): Slot[] {
  const held = new Map(appointments.map((a) => [a.lesson_id, a]));
  const open = appointments.filter((a) => lessons.every((l) => l.id !== a.lesson_id));
  return [
    ...lessons.map((l) => ({
      key: l.id,
      lesson: l,
      appointment: held.get(l.id),
      studentId: l.student_id,
      at: l.starts_at,
    })),
    ...open.map((a) => ({ key: a.id, lesson: undefined, appointment: a, studentId: a.student_id, at: a.starts_at })),
  ].sort((a, b) => a.at.getTime() - b.at.getTime());
}

/** Minutes of a lesson that was started without an appointment. */
const USUAL_MINUTES = 60;

/** The day's lessons with what each is due, what asks for a word, and what came in since yesterday; the same few queries for any number of lessons. */
export async function todayAnswer(
  means: Means,
  practiceId: string,
  now: Date,
): Promise<Omit<TodayAnswer, 'backupOverdueDays'>> {
  const { db } = means;
  const from = new Date(now);
  from.setHours(0, 0, 0, 0);
  const to = new Date(from.getTime() + DAY_MS);
  const slots = slotsOf(
    await lessonsBetween(db, practiceId, from, to),
    await appointmentsBetween(db, practiceId, from, to),
  );
  const students = await studentsById(db, practiceId, [...new Set(slots.map((s) => s.studentId))]);
  const ids = students.map((s) => s.id);
  const standing = await standings(means, practiceId, students);
  const plans = await plansInForce(
    db,
    practiceId,
    slots.map(({ key, studentId, at, lesson }) => ({ key, studentId, at, lessonId: lesson?.id ?? null })),
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
    inbox: await inboxOf(db, practiceId),
    lessons: slots.flatMap(({ key, lesson, appointment, studentId, at }): DayLesson[] => {
      const student = students.find((s) => s.id === studentId);
      const stands = student && standing.get(student.id);
      if (!student || !stands) return [];
      const plan = plans.get(key);
      const due = dueIn(at, student, {
        plan,
        sets: plan ? (sets.get(plan.id) ?? []) : [],
        repeat: stands.repeat,
        screen: screens.get(student.id),
        pains: pains.get(student.id) ?? [],
      });
      const minutes = appointment?.minutes ?? USUAL_MINUTES;
      return [
        {
          id: lesson?.id ?? null,
          appointment: appointment
            ? {
                id: appointment.id,
                seriesLeft: appointment.series_left,
                note: appointment.note,
                overlaps: appointment.overlaps,
              }
            : null,
          startsAt: at.toISOString(),
          minutes,
          doneAt: lesson?.done_at?.toISOString() ?? null,
          studentId: student.id,
          studentName: student.name,
          handedness: student.handedness,
          due,
          plan: minutePlan(due, minutes),
          stick: stands.stick,
        },
      ];
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
