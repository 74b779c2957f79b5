import type { BlockWire, LessonAnswer, ShotWire } from '../../api/types.ts';
import { ageYears, loadLesson, mayFilm, type LessonData } from './lesson-data.ts';
import { blockStatistics } from '../../core/review/block-statistics.ts';
import { blockTrend } from '../../core/review/compare-blocks.ts';
import { groundToHead } from '../rows/grounds.ts';
import { motionToHead } from '../rows/captures.ts';

import { signsOf } from '../rows/verdicts.ts';

import type { Means } from '../work/means.ts';
import { closuresOf } from './closures.ts';
import { threadOf } from './thread.ts';
import { progressOf } from './progress.ts';
import { screensOf, studentToWire } from '../rows/students.ts';
import { circumstancesToWire } from '../rows/circumstances.ts';
import { blocksOf, type BlockRow } from '../rows/blocks.ts';
import { setupsUpTo } from '../rows/setups.ts';
import { toWire, valuesToWire, wireName, type ShotKey } from '../../core/formats/shot-fields.ts';
import { valuesOf, type ShotRow } from '../rows/shots.ts';
import { importsOfLesson } from '../rows/captures.ts';
import { waitingShots } from '../rows/waiting-shots.ts';
import { swingToWire } from '../rows/swings.ts';
import { swishToWire } from '../rows/swish.ts';
import { videoToWire } from '../rows/videos.ts';
import { lessonBefore } from '../rows/lessons.ts';

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
  was: Object.fromEntries(
    [...row.corrections]
      .reverse()
      .flatMap((c) => Object.entries(c.before))
      .map(([key, v]) => [wireName(key as ShotKey), v === null ? null : toWire(key as ShotKey, v)]),
  ),
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
  const [previous, setups, screens, signs, imports, waiting, { stick }, thread, closures] = await Promise.all([
    lessonBefore(db, practiceId, student.id, lesson.starts_at),
    setupsUpTo(db, practiceId, student.id, lesson.starts_at),
    screensOf(db, practiceId, student.id),
    signsOf(db, practiceId, lessonId),
    importsOfLesson(db, practiceId, lessonId),
    waitingShots(db, practiceId),
    progressOf(means, practiceId, student, lesson.starts_at),
    threadOf(db, practiceId, student, lesson),
    closuresOf(db, practiceId, student, new Date()),
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
    thread,
    closures,
  };
}
