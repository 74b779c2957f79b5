import { dayOf, today } from '../../core/units/calendar-day.ts';
import type { TargetHistoryWire, ThreadWire } from '../../api/thread-types.ts';
import type { PlanWire } from '../../api/types.ts';
import { metMark } from '../../core/plan/ladder.ts';
import { askedDays, failedDrills, nextPlan, sessionsByDay, trialsFor, type ThreadSet } from '../../core/plan/thread.ts';
import type { Trial } from '../../core/plan/trials.ts';
import type { Db } from '../db/connection.ts';
import { lessonEnds, type LessonRow } from '../rows/lessons.ts';
import { planInForce } from '../rows/plans.ts';
import type { StudentRow } from '../rows/students.ts';
import {
  decisionsOfStudent,
  givenDrills,
  runningTarget,
  setsOfStudent,
  targetsUpTo,
  type GivenDrillRow,
} from '../rows/thread.ts';
import { daysBetween } from '../../core/diagnosis/carried.ts';
import { planStudent } from './plan-student.ts';

/** All sets of a student up to a moment as the core takes them. */
export const threadSets = async (db: Db, practiceId: string, studentId: string, until: Date): Promise<ThreadSet[]> =>
  (await setsOfStudent(db, practiceId, studentId, until)).map((s) => ({
    drillId: s.drill_id,
    target: s.target,
    rung: s.rung,
    doneAt: s.done_at,
    day: s.local_day ?? dayOf(s.done_at),
    passed: s.passed,
    reset: s.reset,
    witnessed: s.witnessed,
    pain: s.pain,
  }));

/** What was practised for the running target: when last, and every drill's sessions. */
export async function practiceOfTarget(
  db: Db,
  practiceId: string,
  studentId: string,
  target: string,
  until: Date,
): Promise<{ target: string; practisedDaysAgo: number | null; trials: Trial[] }> {
  const sets = (await threadSets(db, practiceId, studentId, until)).filter((s) => s.target === target);
  const last = sets[sets.length - 1];
  return {
    target,
    practisedDaysAgo: last ? daysBetween(last.doneAt, until) : null,
    trials: trialsFor(target, sets),
  };
}

/** Days on which a drill was asked for, over the plans that held it, each until the next plan began. */
function askedOf(drillId: string, given: readonly GivenDrillRow[], until: Date): number {
  const last = dayOf(until) < today() ? dayOf(until) : today();
  const starts = [...new Set(given.map((g) => g.starts_on))].sort();
  return given
    .filter((g) => g.drill_id === drillId)
    .reduce((sum, g) => {
      const next = starts.find((s) => s > g.starts_on);
      const end = next !== undefined && next < last ? next : last;
      const days = g.week.filter((d) => d.drillIds.includes(drillId)).map((d) => d.day);
      return sum + askedDays(days, g.starts_on, end);
    }, 0);
}

/** The thread that a lesson opens on; null before the first target. What was done counts up to the student's next lesson. */
export async function threadOf(
  db: Db,
  practiceId: string,
  student: StudentRow,
  lesson: LessonRow,
): Promise<ThreadWire | null> {
  const until = lesson.starts_at;
  const running = await runningTarget(db, practiceId, student.id, until);
  if (!running) return null;
  const [plan, sets, given, who] = await Promise.all([
    planInForce(db, practiceId, student.id, until, lesson.id),
    threadSets(db, practiceId, student.id, await lessonEnds(db, practiceId, lesson)),
    givenDrills(db, practiceId, student.id, until),
    planStudent(db, practiceId, student, until),
  ]);
  const own = sets.filter((s) => s.target === running.target);
  const forTarget = given.filter((g) => g.target === running.target && g.lesson_id !== lesson.id);
  const runs: PlanWire | null = plan?.target === running.target ? plan : null;
  const next = nextPlan(running.target, who, runs?.drills ?? [], new Set(forTarget.map((g) => g.drill_id)));
  return {
    target: running.target,
    since: running.since.toISOString(),
    sinceLessonId: running.sinceLessonId,
    reason: running.reason,
    planStartsOn: runs?.startsOn ?? null,
    practisedDays: new Set(own.map((s) => s.day)).size,
    lastPractisedAt: own[own.length - 1]?.doneAt.toISOString() ?? null,
    drills: (runs?.drills ?? []).map((d) => {
      const done = sessionsByDay(own.filter((s) => s.drillId === d.drillId));
      return {
        ...d,
        askedSessions: askedOf(d.drillId, forTarget, until),
        doneSessions: done.length,
        lastDoneAt: done[done.length - 1]?.date ?? null,
      };
    }),
    failedDrillIds: failedDrills(running.target, sets, student.level).map((t) => t.drillId),
    next: { drills: [...next.drills], dropped: [...next.dropped] },
  };
}

/** Every target of a student, newest first, with each drill tried for it: rungs, cues, dose asked and done, decisions. */
export async function historyOf(
  db: Db,
  practiceId: string,
  student: StudentRow,
  until: Date,
): Promise<TargetHistoryWire[]> {
  const [targets, sets, given, decisions] = await Promise.all([
    targetsUpTo(db, practiceId, student.id, until),
    threadSets(db, practiceId, student.id, until),
    givenDrills(db, practiceId, student.id, until),
    decisionsOfStudent(db, practiceId, student.id, until),
  ]);
  const spans: { target: string; from: Date; to: Date | null }[] = [];
  for (const t of [...targets].reverse()) {
    const last = spans[spans.length - 1];
    if (last?.target === t.target) continue;
    if (last) last.to = t.starts_at;
    spans.push({ target: t.target, from: t.starts_at, to: null });
  }
  return spans.reverse().map(({ target, from, to }) => {
    const within = (d: Date): boolean => d >= from && (to === null || d < to);
    const mine = given.filter((g) => g.target === target && within(g.lesson_at));
    return {
      target,
      from: from.toISOString(),
      to: to?.toISOString() ?? null,
      drills: [...new Set(mine.map((g) => g.drill_id))].map((drillId) => {
        const of = mine.filter((g) => g.drill_id === drillId);
        const decided = decisions.filter((d) => d.drill_id === drillId && d.target === target && within(d.lesson_at));
        const done = sessionsByDay(
          sets.filter((s) => s.drillId === drillId && s.target === target && within(s.doneAt)),
        );
        const rungs = [
          ...of.slice(0, 1).map((g) => {
            const first = decided.find((d) => d.rung_from !== d.rung_to);
            return { rung: first && first.lesson_at > g.lesson_at ? first.rung_from : g.rung, from: g.lesson_at };
          }),
          ...decided.filter((d) => d.rung_from !== d.rung_to).map((d) => ({ rung: d.rung_to, from: d.lesson_at })),
        ];
        const cues = [
          ...of.map((g) => {
            // A cue changed later stands in the row by now; the decision kept the one before it.
            const first = decided.find((d) => d.cue !== '' && d.lesson_at > g.lesson_at);
            return { cue: first && first.cue === g.cue ? first.cue_from : g.cue, from: g.lesson_at };
          }),
          ...decided.filter((d) => d.cue !== '').map((d) => ({ cue: d.cue, from: d.lesson_at })),
        ].sort((a, b) => a.from.getTime() - b.from.getTime());
        return {
          drillId,
          rungs: rungs.map((r) => ({ rung: r.rung, from: r.from.toISOString() })),
          cues: cues
            .filter((c, i) => c.cue !== '' && c.cue !== cues[i - 1]?.cue)
            .map((c) => ({ cue: c.cue, from: c.from.toISOString() })),
          askedSessions: askedOf(drillId, mine, to ?? until),
          doneSessions: done.length,
          metSessions: done.filter(metMark).length,
          decisions: decided.map((d) => ({ chosen: d.chosen, at: d.lesson_at.toISOString(), reason: d.reason })),
        };
      }),
    };
  });
}
