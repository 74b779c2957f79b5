import { dayOf, endOf } from '../../core/units/calendar-day.ts';
import type { LessonSheet, SeasonSheet } from '../../api/paper-types.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { conditionText } from '../../core/catalogue/swing-condition.ts';
import { median } from '../../core/numeric/statistics.ts';
import { dayWords } from '../../core/plan/day-words.ts';
import { gainSentence } from '../../core/review/gain-sentence.ts';
import type { Units } from '../../core/units/shown-units.ts';
import type { SpeedRow } from '../rows/figures.ts';
import type { LessonRow } from '../rows/lessons.ts';
import { ownDrills } from '../rows/own-drills.ts';
import { planInForce } from '../rows/plans.ts';
import type { StudentRow } from '../rows/students.ts';
import { targetsUpTo } from '../rows/thread.ts';
import type { Means } from '../work/means.ts';
import { courseOf } from './course.ts';
import { unitsOf } from './units.ts';
import { planOnPaper } from './paper.ts';
import { progressOf, type Progress } from './progress.ts';
import { wordsOfLesson } from './student-words.ts';

/** Medians of what was struck in the lesson beside the last ones of the same kind before it. */
function beforeAndNow(sessions: readonly SpeedRow[], lessonId: string, units: Units): LessonSheet['beforeAfter'] {
  const said = (s: SpeedRow): string =>
    `${units.speed(median(s.speeds))} (${s.speeds.length} swings, ${dayWords(dayOf(s.starts_at))})`;
  return sessions
    .filter((s) => s.lesson_id === lessonId && !s.old_place)
    .map((now) => {
      const what = conditionText({ club: now.club, withBall: now.with_ball, condition: now.condition });
      const before = sessions
        .filter(
          (s) =>
            !s.old_place &&
            s.starts_at < now.starts_at &&
            what === conditionText({ club: s.club, withBall: s.with_ball, condition: s.condition }),
        )
        .sort((a, b) => b.starts_at.getTime() - a.starts_at.getTime())[0];
      return {
        what: `club head speed, ${what}`,
        before: before ? said(before) : 'not measured before',
        now: said(now),
      };
    });
}

const verdictOf = ({ review, missing }: Progress, goal: StudentRow['goal_kind'], units: Units): string =>
  review ? gainSentence(review, goal, (v) => units.speed(v)) : `No gain can be said yet: it wants ${missing}.`;

/** What a student takes home from one lesson. */
export async function lessonSheet(
  means: Means,
  practiceId: string,
  student: StudentRow,
  lesson: LessonRow,
): Promise<LessonSheet> {
  const { db } = means;
  await ownDrills(db, practiceId);
  const [units, progress, said, targets, plan] = await Promise.all([
    unitsOf(db, practiceId),
    progressOf(means, practiceId, student, lesson.starts_at),
    wordsOfLesson(db, practiceId, student.id, lesson),
    targetsUpTo(db, practiceId, student.id, lesson.starts_at),
    planInForce(db, practiceId, student.id),
  ]);
  const target = targets[0] ? faultById(targets[0].target) : undefined;
  return {
    ...(await planOnPaper(db, practiceId, student, plan)),
    lessonId: lesson.id,
    student: student.name,
    handedness: student.handedness,
    startsAt: lesson.starts_at.toISOString(),
    changed: said.map((w) => w.words),
    beforeAfter: beforeAndNow(progress.sessions, lesson.id, units),
    verdict: verdictOf(progress, student.goal_kind, units),
    target: target ? { name: target.name, happens: target.happens } : null,
  };
}

/** A student's time from a day to another on one page. */
export async function seasonSheet(
  means: Means,
  practiceId: string,
  student: StudentRow,
  from: string,
  to: string,
): Promise<SeasonSheet> {
  const { db } = means;
  await ownDrills(db, practiceId);
  const until = endOf(to);
  const [units, progress, course] = await Promise.all([
    unitsOf(db, practiceId),
    progressOf(means, practiceId, student, until),
    courseOf(means, practiceId, student),
  ]);
  const has = (day: string): boolean => from <= day && day <= to;
  const within = (moment: string): boolean => has(dayOf(moment));
  const practised = course.practice.filter((p) => has(p.day));
  return {
    student: student.name,
    from,
    to,
    lessons: course.lessons.filter((l) => within(l.startsAt)).length,
    practiceDays: practised.length,
    practiceSets: practised.reduce((n, p) => n + p.sets, 0),
    verdict: verdictOf(progress, student.goal_kind, units),
    sessions: course.speeds
      .filter((s) => within(s.at))
      .map((s) => ({ startsAt: s.at, condition: s.condition, medianMps: s.medianMps, swings: s.swings })),
    notches: course.notches.filter((n) => within(n.date)),
    targets: course.targets
      .filter((t) => dayOf(t.from) <= to && (t.to === null || dayOf(t.to) >= from))
      .map((t) => ({
        name: faultById(t.target)?.name ?? t.target,
        from: t.from,
        to: t.to,
        drills: t.drills.map((d) => drillById(d.drillId)?.name ?? d.drillId),
      })),
  };
}
