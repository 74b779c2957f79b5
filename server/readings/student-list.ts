import type { StudentCard } from '../../api/types.ts';
import { lessonCounts } from '../rows/lessons.ts';
import type { StudentRow } from '../rows/students.ts';
import type { Means } from '../work/means.ts';
import { standings } from './standing.ts';

/** Students as the list shows them; the same few queries for any number of them. */
export async function studentCards(
  means: Means,
  practiceId: string,
  rows: readonly StudentRow[],
  now: Date,
): Promise<StudentCard[]> {
  const ids = rows.map((r) => r.id);
  const standing = await standings(means, practiceId, rows);
  const counts = new Map((await lessonCounts(means.db, practiceId, ids, now)).map((c) => [c.student_id, c]));
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
