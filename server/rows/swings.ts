import type { SwingWire } from '../../api/types.ts';
import type { Db, Row } from '../db/connection.ts';

export interface SwingRow extends Row {
  id: string;
  block_id: string;
  shot_id: string | null;
  motion_id: string | null;
  ground_id: string | null;
  motion_shift_s: number;
  ground_shift_s: number;
  video_id: string | null;
  video_shift_s: number;
  swish_set_id: string | null;
  swish_number: number | null;
  swish_shift_s: number;
}

/** Ids that a swing joins; null where it has none of a kind. */
export type SwingParts = Pick<SwingWire, 'shotId' | 'motionId' | 'groundId' | 'videoId' | 'swishSetId' | 'swishNumber'>;

export const swingToWire = (r: SwingRow): SwingWire => ({
  id: r.id,
  shotId: r.shot_id,
  motionId: r.motion_id,
  groundId: r.ground_id,
  motionShiftS: r.motion_shift_s,
  groundShiftS: r.ground_shift_s,
  videoId: r.video_id,
  videoShiftS: r.video_shift_s,
  swishSetId: r.swish_set_id,
  swishNumber: r.swish_number,
  swishShiftS: r.swish_shift_s,
});

const COLUMNS = `s.id, s.block_id, s.shot_id, s.motion_id, s.ground_id, s.motion_shift_s, s.ground_shift_s, s.video_id,
  s.video_shift_s, s.swish_set_id, s.swish_number, s.swish_shift_s`;

/** Swings of a lesson that still join something: what an import took back leaves no empty record. */
export const swingsOfLesson = (db: Db, practiceId: string, lessonId: string): Promise<SwingRow[]> =>
  db.query<SwingRow>(
    `select ${COLUMNS} from swings s join live_blocks b on b.id = s.block_id
     where s.practice_id = $1 and b.lesson_id = $2 and num_nonnulls(s.shot_id, s.motion_id, s.ground_id, s.video_id, s.swish_set_id) > 0
     order by s.created_at, s.id`,
    [practiceId, lessonId],
  );

export const swingRow = async (
  db: Db,
  practiceId: string,
  id: string,
): Promise<(SwingRow & { lesson_id: string }) | undefined> =>
  (
    await db.query<SwingRow & { lesson_id: string }>(
      `select ${COLUMNS}, b.lesson_id from swings s join live_blocks b on b.id = s.block_id where s.practice_id = $1 and s.id = $2`,
      [practiceId, id],
    )
  )[0];

/** How many of the given ids belong to a block of this practice, or to its lesson (videos, heard sets). */
export const partsInBlock = async (db: Db, practiceId: string, blockId: string, p: SwingParts): Promise<number> =>
  (
    await db.query<{ n: number }>(
      `select (select count(*) from live_shots where practice_id = $1 and block_id = $2 and id = $3)
            + (select count(*) from motions where practice_id = $1 and block_id = $2 and id = $4)
            + (select count(*) from ground_records where practice_id = $1 and block_id = $2 and id = $5)
            + (select count(*) from videos v join blocks b on b.lesson_id = v.lesson_id
               where v.practice_id = $1 and b.id = $2 and v.id = $6 and v.sha256 is not null)
            + (select count(*) from swish_sets w join blocks b on b.lesson_id = w.lesson_id
               where w.practice_id = $1 and b.id = $2 and w.id = $7 and jsonb_array_length(w.swings) > $8) as n`,
      [practiceId, blockId, p.shotId, p.motionId, p.groundId, p.videoId, p.swishSetId, p.swishNumber ?? 0],
    )
  ).map((r) => Number(r.n))[0]!;

/** Joins within one lesson take turns: a part belongs to one swing. */
export const lockLesson = (db: Db, practiceId: string, blockId: string): Promise<unknown> =>
  db.query(
    `select 1 from lessons where practice_id = $1 and id = (select lesson_id from blocks where id = $2) for no key update`,
    [practiceId, blockId],
  );

/** Parts that another swing of the block has already. */
export const takenElsewhere = async (db: Db, practiceId: string, id: string, p: SwingParts): Promise<boolean> =>
  (
    await db.query(
      `select 1 from swings where practice_id = $1 and id <> $2 and (shot_id = $3 or motion_id = $4 or ground_id = $5 or video_id = $6
         or (swish_set_id = $7 and swish_number = $8)) limit 1`,
      [practiceId, id, p.shotId, p.motionId, p.groundId, p.videoId, p.swishSetId, p.swishNumber],
    )
  ).length > 0;

export const insertSwing = (
  db: Db,
  practiceId: string,
  blockId: string,
  s: SwingParts & { id: string },
): Promise<unknown> =>
  db.query(
    `insert into swings (id, practice_id, block_id, shot_id, motion_id, ground_id, video_id, swish_set_id, swish_number)
     values ($1,$2,$3,$4,$5,$6,$7,$8,$9) on conflict (id) do nothing`,
    [s.id, practiceId, blockId, s.shotId, s.motionId, s.groundId, s.videoId, s.swishSetId, s.swishNumber],
  );

export const updateSwing = (db: Db, practiceId: string, s: SwingWire): Promise<unknown> =>
  db.query(
    `update swings set shot_id = $3, motion_id = $4, ground_id = $5, motion_shift_s = $6, ground_shift_s = $7, video_id = $8,
       video_shift_s = $9, swish_set_id = $10, swish_number = $11, swish_shift_s = $12
     where practice_id = $1 and id = $2`,
    [
      practiceId,
      s.id,
      s.shotId,
      s.motionId,
      s.groundId,
      s.motionShiftS,
      s.groundShiftS,
      s.videoId,
      s.videoShiftS,
      s.swishSetId,
      s.swishNumber,
      s.swishShiftS,
    ],
  );
