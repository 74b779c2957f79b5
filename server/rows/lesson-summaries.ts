import type { LessonSummary } from '../../api/types.ts';
import type { Db } from '../db/connection.ts';

/** Lessons of a student with what each held, newest first. */
export const lessonSummaries = async (db: Db, practiceId: string, studentId: string): Promise<LessonSummary[]> =>
  (
    await db.query<{
      id: string;
      starts_at: Date;
      note: string;
      blocks: number;
      swings: number;
      target: string | null;
    }>(
      `select l.id, l.starts_at, l.note, count(distinct b.id)::int as blocks, count(s.id)::int as swings,
         (select v.target from verdicts v where v.lesson_id = l.id order by v.decided_at desc limit 1) as target
       from lessons l left join live_blocks b on b.lesson_id = l.id left join shots s on s.block_id = b.id
       where l.practice_id = $1 and l.student_id = $2 group by l.id order by l.starts_at desc, l.id`,
      [practiceId, studentId],
    )
  ).map((r) => ({
    id: r.id,
    startsAt: r.starts_at.toISOString(),
    note: r.note,
    blocks: r.blocks,
    swings: r.swings,
    target: r.target,
  }));
