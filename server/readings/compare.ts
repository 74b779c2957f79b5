import { dayOf } from '../../core/units/calendar-day.ts';
import type { ComparisonAnswer } from '../../api/types.ts';
import { nextInAlternation, unlikeCircumstances, type Run } from '../../core/review/compare-blocks.ts';
import type { Db } from '../db/connection.ts';
import { notFound, Problem } from '../http/problem.ts';
import type { Means } from '../work/means.ts';
import { loadLesson, type LessonData } from './lesson-data.ts';
import { comparable } from '../rows/circumstances.ts';
import { blockRow, type BlockRow } from '../rows/blocks.ts';

/** Blocks of the same club, ball, condition and cue are runs of one condition. */
const sameCondition = (a: BlockRow, b: BlockRow): boolean =>
  a.club === b.club && a.with_ball === b.with_ball && a.condition === b.condition && a.cue === b.cue;

interface Place {
  readonly block: BlockRow;
  readonly data: LessonData;
}

/** A block of this lesson, or of another lesson of the same student. */
async function placeOf(db: Db, practiceId: string, here: LessonData, id: string): Promise<Place> {
  const block = here.blocks.find((b) => b.id === id) ?? (await blockRow(db, practiceId, id));
  if (!block) throw notFound('The block to compare');
  const data = block.lesson_id === here.lesson.id ? here : await loadLesson(db, practiceId, block.lesson_id);
  if (data.student.id !== here.student.id)
    throw new Problem(400, 'other-student', 'Only blocks of the same student can be compared.', 'a');
  return { block, data };
}

const speedsIn = (block: BlockRow, data: LessonData): number[] =>
  data.shots
    .filter((s) => s.block_id === block.id && s.set_aside_reason === null && s.club_speed_mps !== null)
    .map((s) => s.club_speed_mps as number);

/**
 * Two blocks of a student compared. In one lesson every block of either condition is a run of it, so that A B A B counts;
 * two blocks of one condition, or of two lessons, are compared as they are.
 */
export async function compareBlocks(
  { db, work }: Means,
  practiceId: string,
  lessonId: string,
  ids: { a: string; b: string },
): Promise<ComparisonAnswer> {
  if (ids.a === ids.b) throw new Problem(400, 'same-block', 'Choose two different blocks to compare.', 'b');
  const here = await loadLesson(db, practiceId, lessonId);
  const a = await placeOf(db, practiceId, here, ids.a);
  const b = await placeOf(db, practiceId, here, ids.b);
  const oneDay = a.data.lesson.id === b.data.lesson.id;
  const asTheyAre = !oneDay || sameCondition(a.block, b.block);
  const places = oneDay ? a.data.blocks.map((block) => ({ block, data: a.data })) : [a, b];
  const labelled = places.flatMap(({ block, data }): { block: BlockRow; run: Run }[] => {
    const inA = asTheyAre ? block.id === a.block.id : sameCondition(block, a.block);
    const inB = asTheyAre ? block.id === b.block.id : sameCondition(block, b.block);
    return inA || inB
      ? [
          {
            block,
            run: {
              label: inA ? 'A' : 'B',
              day: dayOf(data.lesson.starts_at),
              speedsMps: speedsIn(block, data),
            },
          },
        ]
      : [];
  });
  const runs = labelled.map((l) => l.run);
  return {
    ...(await work.run('compareRuns', runs)),
    unlike: [...(oneDay ? [] : ['another day']), ...unlikeCircumstances(comparable(a.block), comparable(b.block))],
    runs: labelled.map((l) => ({ blockId: l.block.id, label: l.run.label, swings: l.run.speedsMps.length })),
    next: nextInAlternation(runs),
  };
}
