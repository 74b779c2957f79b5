import type { CourseAnswer } from '../../api/course-types.ts';
import { conditionText } from '../../core/catalogue/swing-condition.ts';
import { median } from '../../core/numeric/statistics.ts';
import { appointmentsOfStudent } from '../rows/appointments.ts';
import { sessionsOfStudents } from '../rows/figures.ts';
import { lessonsInShort } from '../rows/lessons.ts';
import { painsOf } from '../rows/pains.ts';
import { practiceDays } from '../rows/practice.ts';
import { screensOf, type StudentRow } from '../rows/students.ts';
import { videosOfStudent } from '../rows/videos.ts';
import type { Means } from '../work/means.ts';
import { standingOf } from './standing.ts';
import { historyOf } from './thread.ts';

/** Everything of a student's record that has a day, for one time axis; the same few queries for any number of lessons. */
export async function courseOf(means: Means, practiceId: string, student: StudentRow): Promise<CourseAnswer> {
  const { db } = means;
  const now = new Date();
  const [lessons, sessions, targets, practice, pains, screens, films, toCome, { stick }] = await Promise.all([
    lessonsInShort(db, practiceId, student.id),
    sessionsOfStudents(db, practiceId, [student.id]),
    historyOf(db, practiceId, student, now),
    practiceDays(db, practiceId, student.id),
    painsOf(db, practiceId, [student.id], false),
    screensOf(db, practiceId, student.id),
    videosOfStudent(db, practiceId, student.id),
    appointmentsOfStudent(db, practiceId, student.id, now),
    standingOf(means, practiceId, student),
  ]);
  return {
    lessons: lessons.map((l) => ({ id: l.id, startsAt: l.starts_at.toISOString(), note: l.note, target: l.target })),
    speeds: sessions.map((s) => ({
      lessonId: s.lesson_id,
      at: s.starts_at.toISOString(),
      condition: conditionText({ club: s.club, withBall: s.with_ball, condition: s.condition }),
      medianMps: median(s.speeds),
      swings: s.speeds.length,
    })),
    notches: stick.notches.map(({ date, speedMps }) => ({ date, speedMps })),
    targets,
    practice,
    pains: (pains.get(student.id) ?? []).map(({ id, notedAt, part, kind, reopened }) => ({
      id,
      notedAt,
      part,
      kind,
      reopened,
    })),
    screens: screens.flatMap((s) => (s.takenOn ? [{ id: s.id, takenOn: s.takenOn }] : [])),
    films: films.map((f) => ({ id: f.id, lessonId: f.lessonId, at: f.startsAt })),
    toCome,
  };
}
