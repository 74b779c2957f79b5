import { dayOf } from '../../core/units/calendar-day.ts';
import type { Db } from '../db/connection.ts';
import { blockRow, type BlockRow } from '../rows/blocks.ts';
import { notFound, Problem } from '../http/problem.ts';
import { lessonRow } from '../rows/lessons.ts';
import { studentRow, type StudentRow } from '../rows/students.ts';
import { importByHash } from '../rows/captures.ts';

/** Block that a file goes into, with its lesson and student. @throws Problem 404 */
export async function importTarget(
  db: Db,
  practiceId: string,
  blockId: string,
): Promise<{ block: BlockRow; blockId: string; lessonId: string; startsAt: Date; student: StudentRow }> {
  const block = await blockRow(db, practiceId, blockId);
  const lesson = block && (await lessonRow(db, practiceId, block.lesson_id));
  const student = lesson && (await studentRow(db, practiceId, lesson.student_id));
  if (!block || !lesson || !student) throw notFound('The block');
  return { block, blockId: block.id, lessonId: lesson.id, startsAt: lesson.starts_at, student };
}

/** Refuses a second copy of a file. @returns true where it is the same request again */
export async function refuseCopy(
  db: Db,
  practiceId: string,
  studentId: string,
  hash: string,
  importId: string,
): Promise<boolean> {
  const earlier = await importByHash(db, practiceId, studentId, hash);
  if (!earlier) return false;
  if (earlier.staged)
    throw new Problem(409, 'not-whole', 'This file is still being read; look again in a moment.', earlier.lesson_id);
  if (earlier.id === importId) return true;
  const day = dayOf(earlier.starts_at);
  throw new Problem(
    409,
    'already-here',
    `This file is already here: ${earlier.file_name} in the lesson of ${day}.`,
    earlier.lesson_id,
  );
}
