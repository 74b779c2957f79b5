import { dayOf } from '../../core/units/calendar-day.ts';
import type { Db } from '../db/connection.ts';
import { notFound } from '../http/problem.ts';
import { blocksOf, type BlockRow } from '../rows/blocks.ts';
import { motionsOfLesson, type MotionRow } from '../rows/captures.ts';
import { groundsOfLesson, type GroundRow } from '../rows/grounds.ts';
import { lessonRow, type LessonRow } from '../rows/lessons.ts';
import { shotCounts, shotsOfLesson, type ShotRow } from '../rows/shots.ts';
import { studentRow, type StudentRow } from '../rows/students.ts';
import { swingsOfLesson, type SwingRow } from '../rows/swings.ts';
import { swishSetsOfLesson, type SwishSetRow } from '../rows/swish.ts';
import { videosOfLesson, type WholeVideoRow } from '../rows/videos.ts';

/** A lesson with everything measured in it, as rows. */
export interface LessonData {
  readonly lesson: LessonRow;
  readonly student: StudentRow;
  readonly blocks: readonly BlockRow[];
  readonly shots: readonly ShotRow[];
  readonly motions: readonly MotionRow[];
  readonly grounds: readonly GroundRow[];
  readonly swings: readonly SwingRow[];
  readonly swishSets: readonly SwishSetRow[];
  readonly videos: readonly WholeVideoRow[];
  /** Shots in each block, also those beyond the newest 2,000 that are carried about. */
  readonly counts: ReadonlyMap<string, number>;
}

/** @throws Problem 404 where the lesson is not of this practice */
export async function loadLesson(db: Db, practiceId: string, lessonId: string): Promise<LessonData> {
  const lesson = await lessonRow(db, practiceId, lessonId);
  if (!lesson) throw notFound('The lesson');
  const student = await studentRow(db, practiceId, lesson.student_id);
  if (!student) throw notFound('The student');
  const [blocks, shots, motions, grounds, swings, swishSets, videos, counts] = await Promise.all([
    blocksOf(db, practiceId, lessonId),
    shotsOfLesson(db, practiceId, lessonId),
    motionsOfLesson(db, practiceId, lessonId),
    groundsOfLesson(db, practiceId, lessonId),
    swingsOfLesson(db, practiceId, lessonId),
    swishSetsOfLesson(db, practiceId, lessonId),
    videosOfLesson(db, practiceId, lessonId),
    shotCounts(db, practiceId, lessonId),
  ]);
  return { lesson, student, blocks, shots, motions, grounds, swings, swishSets, videos, counts };
}

const yearOf = (on: Date): number => Number(dayOf(on).slice(0, 4));

/** Age on a day, years: to the day where the birth date is on record, else what the student becomes in that year. */
export function ageYears(student: StudentRow, on: Date): number {
  const years = yearOf(on) - student.birth_year;
  const before = student.birth_date !== null && dayOf(on).slice(5) < student.birth_date.slice(5);
  return before ? years - 1 : years;
}

const ADULT_AGE = 18;

/** Whether a student is under age, or may be: in the year of the eighteenth birthday the birth date tells. */
export const mayBeMinor = (student: StudentRow, on: Date): boolean =>
  student.birth_date === null ? yearOf(on) - student.birth_year <= ADULT_AGE : ageYears(student, on) < ADULT_AGE;

/** Whether a student may be filmed, and films be looked at: a minor only with a guardian's consent on file. */
export const mayFilm = (student: StudentRow, on: Date): boolean =>
  student.guardian_consent_on !== null || !mayBeMinor(student, on);
