import type { StudentCard } from '../../api/types.ts';
import type { Db } from '../db/connection.ts';
import { lessonCounts } from '../rows/lessons.ts';
import type { StudentRow } from '../rows/students.ts';
import { standings } from './standing.ts';

/** Students as the list shows them; the same few queries for any number of them. */
export async function studentCards(
  db: Db,
  practiceId: string,
  rows: readonly StudentRow[],
  now: Date,
): Promise<StudentCard[]> {
  const ids = rows.map((r) => r.id);
  const standing = await standings(db, practiceId, rows);
  const counts = new Map((await lessonCounts(db, practiceId, ids, now)).map((c) => [c.student_id, c]));
  return rows.flatMap((row) => {
    const at = standing.get(row.id);
    const count = counts.get(row.id);
    return at
      ? {
          id: row.id,
          name: row.name,
          handedness: row.handedness,
          level: row.level,
          goalKind: row.goal_kind,
          goalDate: row.goal_date,
          lessons: count?.lessons ?? 0,
          lastLessonAt: count?.last_at?.toISOString() ?? null,
          stick: at.stick,
        }
      : [];
  });
}
