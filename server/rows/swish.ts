import type { SwishSetWire } from '../../api/types.ts';
import type { Measurement } from '../../core/diagnosis/findings.ts';
import type { Db, Row } from '../db/connection.ts';

export interface SwishSetRow extends Row {
  id: string;
  diameter_m: number;
  ball: SwishSetWire['ball'];
  swings: SwishSetWire['swings'];
  measurements: Measurement[];
  created_at: Date;
}

export const swishToWire = (r: SwishSetRow): SwishSetWire => ({
  id: r.id,
  diameterM: r.diameter_m,
  ball: r.ball,
  swings: r.swings,
  heardAt: r.created_at.toISOString(),
});

export const swishSetsOfLesson = (db: Db, practiceId: string, lessonId: string): Promise<SwishSetRow[]> =>
  db.query<SwishSetRow>(
    `select id, diameter_m, ball, swings, measurements, created_at from swish_sets
     where practice_id = $1 and lesson_id = $2 order by created_at, id`,
    [practiceId, lessonId],
  );

/** Whether a lesson holds the same swings in another set: the same recording twice is one. */
export const sameSwishSet = async (
  db: Db,
  practiceId: string,
  lessonId: string,
  id: string,
  swings: SwishSetWire['swings'],
): Promise<boolean> =>
  (
    await db.query(
      'select 1 from swish_sets where practice_id = $1 and lesson_id = $2 and id <> $3 and swings = $4::jsonb limit 1',
      [practiceId, lessonId, id, JSON.stringify(swings)],
    )
  ).length > 0;

export const insertSwishSet = (
  db: Db,
  practiceId: string,
  lessonId: string,
  s: Omit<SwishSetWire, 'heardAt'> & { measurements: readonly Measurement[] },
): Promise<unknown> =>
  db.query(
    `insert into swish_sets (id, practice_id, lesson_id, diameter_m, ball, swings, measurements)
     values ($1,$2,$3,$4,$5,$6,$7) on conflict (id) do nothing`,
    [s.id, practiceId, lessonId, s.diameterM, s.ball, JSON.stringify(s.swings), JSON.stringify(s.measurements)],
  );
