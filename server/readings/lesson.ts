import type { BlockWire, LessonAnswer, ShotWire } from '../../api/types.ts';
import { blockStatistics } from '../../core/review/block-statistics.ts';
import { blockTrend } from '../../core/review/compare-blocks.ts';
import { groundsOfLesson, groundToHead, type GroundRow } from '../rows/grounds.ts';
import { motionsOfLesson, motionToHead, type MotionRow } from '../rows/captures.ts';
import type { Db } from '../db/connection.ts';
import { signsOf } from '../rows/verdicts.ts';
import { notFound } from '../http/problem.ts';
import type { Means } from '../work/means.ts';
import { progressOf } from './progress.ts';
import { screensOf, studentRow, studentToWire, type StudentRow } from '../rows/students.ts';
import { circumstancesToWire } from '../rows/circumstances.ts';
import { blocksOf, type BlockRow } from '../rows/blocks.ts';
import { setupsUpTo } from '../rows/setups.ts';
import { valuesToWire } from '../../core/formats/shot-fields.ts';
import { shotCounts, shotsOfLesson, valuesOf, type ShotRow } from '../rows/shots.ts';
import { importsOfLesson } from '../rows/captures.ts';
import { waitingShots } from '../rows/waiting-shots.ts';
import { swingsOfLesson, swingToWire, type SwingRow } from '../rows/swings.ts';
import { swishSetsOfLesson, swishToWire, type SwishSetRow } from '../rows/swish.ts';
import { videosOfLesson, videoToWire, type WholeVideoRow } from '../rows/videos.ts';
import { lessonBefore, lessonRow, type LessonRow } from '../rows/lessons.ts';

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

/** Age on a day, years: to the day where the birth date is on record, else what the student becomes in that year. */
export function ageYears(student: StudentRow, on: Date): number {
  const years = on.getUTCFullYear() - student.birth_year;
  const before = student.birth_date !== null && on.toISOString().slice(5, 10) < student.birth_date.slice(5);
  return before ? years - 1 : years;
}

const ADULT_AGE = 18;

/** Whether a student is under age, or may be: in the year of the eighteenth birthday the birth date tells. */
export const mayBeMinor = (student: StudentRow, on: Date): boolean =>
  student.birth_date === null
    ? on.getUTCFullYear() - student.birth_year <= ADULT_AGE
    : ageYears(student, on) < ADULT_AGE;

/** Whether a student may be filmed, and films be looked at: a minor only with a guardian's consent on file. */
export const mayFilm = (student: StudentRow, on: Date): boolean =>
  student.guardian_consent_on !== null || !mayBeMinor(student, on);

/** The newest shots of a block that travel with the lesson; the table pages through all of them. */
const LESSON_SHOTS = 300;

export const shotToWire = (row: ShotRow): ShotWire => ({
  id: row.id,
  source: row.source,
  struckAt: row.struck_at.toISOString(),
  values: valuesToWire(valuesOf(row)),
  setAsideReason: row.set_aside_reason,
  feltEffort: row.felt_effort,
  strikeByHand: row.strike_by_hand,
  doubt: row.doubt,
});

function blockToWire(block: BlockRow, data: LessonData): BlockWire {
  const shots = data.shots.filter((s) => s.block_id === block.id);
  return {
    id: block.id,
    position: block.position,
    club: block.club,
    withBall: block.with_ball,
    condition: block.condition,
    cue: block.cue,
    effort: block.effort,
    feel: block.feel,
    listening: block.listening,
    oldPlace: block.old_place,
    circumstances: circumstancesToWire(block),
    shotsTotal: data.counts.get(block.id) ?? 0,
    trend: blockTrend(shots.filter((s) => s.set_aside_reason === null).flatMap((s) => valuesOf(s).clubSpeedMps ?? [])),
    statistics: blockStatistics(shots.map((s) => ({ values: valuesOf(s), setAside: s.set_aside_reason !== null }))),
    shots: shots.slice(-LESSON_SHOTS).map(shotToWire),
    grounds: data.grounds.filter((g) => g.block_id === block.id).map(groundToHead),
    motions: data.motions.filter((m) => m.block_id === block.id).map(motionToHead),
    swings: data.swings.filter((s) => s.block_id === block.id).map(swingToWire),
  };
}

export async function lessonAnswer(means: Means, practiceId: string, lessonId: string): Promise<LessonAnswer> {
  const { db } = means;
  const data = await loadLesson(db, practiceId, lessonId);
  const { lesson, student } = data;
  const startsAt = lesson.starts_at.toISOString();
  const [previous, setups, screens, signs, imports, waiting, { stick }] = await Promise.all([
    lessonBefore(db, practiceId, student.id, lesson.starts_at),
    setupsUpTo(db, practiceId, student.id, lesson.starts_at),
    screensOf(db, practiceId, student.id),
    signsOf(db, practiceId, lessonId),
    importsOfLesson(db, practiceId, lessonId),
    waitingShots(db, practiceId),
    progressOf(means, practiceId, student, lesson.starts_at),
  ]);
  const previousBlocks = previous ? await blocksOf(db, practiceId, previous.id) : [];
  return {
    lesson: { id: lesson.id, startsAt, note: lesson.note },
    student: studentToWire(student),
    ageYears: ageYears(student, lesson.starts_at),
    mayFilm: mayFilm(student, new Date()),
    screens,
    blocks: data.blocks.map((b) => blockToWire(b, data)),
    signs,
    swishSets: data.swishSets.map(swishToWire),
    videos: data.videos.map(videoToWire),
    setups: setups.filter((s) => s.takenAt === startsAt),
    earlierSetups: setups.filter((s) => s.takenAt !== startsAt),
    imports,
    waiting,
    stick,
    previousLesson: previous
      ? {
          id: previous.id,
          startsAt: previous.starts_at.toISOString(),
          blocks: previousBlocks.map((b) => ({ club: b.club, withBall: b.with_ball, condition: b.condition })),
        }
      : null,
  };
}
