import type { BlockInput } from '../../api/measure-schemas.ts';
import type { Db, Row } from '../db/connection.ts';
import { Problem } from '../http/problem.ts';
import { CIRCUMSTANCE_COLUMNS, circumstanceRow, type CircumstanceRow } from './circumstances.ts';

export interface BlockRow extends Row, CircumstanceRow {
  id: string;
  lesson_id: string;
  position: number;
  club: string;
  with_ball: boolean;
  condition: string;
  cue: string;
  effort: number | null;
  feel: string;
  listening: boolean;
  old_place: boolean;
  deleted_at: Date | null;
}

export const blockRow = async (db: Db, practiceId: string, id: string): Promise<BlockRow | undefined> =>
  (await db.query<BlockRow>('select * from live_blocks where practice_id = $1 and id = $2', [practiceId, id]))[0];

export const blocksOf = (db: Db, practiceId: string, lessonId: string): Promise<BlockRow[]> =>
  db.query<BlockRow>('select * from live_blocks where practice_id = $1 and lesson_id = $2 order by position', [
    practiceId,
    lessonId,
  ]);

/** Adds a block and lets it, and it alone, take what the feed sends. Within a transaction. */
export async function insertBlock(db: Db, practiceId: string, lessonId: string, b: BlockInput): Promise<void> {
  // Two blocks at once would take the same place.
  await db.query('select 1 from lessons where practice_id = $1 and id = $2 for no key update', [practiceId, lessonId]);
  const added = await db.query<{ id: string }>(
    `insert into blocks (id, practice_id, lesson_id, position, club, with_ball, condition, cue, effort, feel, old_place)
     values ($1, $2, $3, (select coalesce(max(position), 0) + 1 from blocks where lesson_id = $3), $4, $5, $6, $7, $8, $9, $10)
     on conflict (id) do nothing returning id`,
    [b.id, practiceId, lessonId, b.club, b.withBall, b.condition, b.cue, b.effort ?? null, b.feel, b.oldPlace ?? false],
  );
  if (added.length === 0) {
    const known = await db.query('select 1 from blocks where practice_id = $1 and lesson_id = $2 and id = $3', [
      practiceId,
      lessonId,
      b.id,
    ]);
    if (known.length === 0) throw new Problem(409, 'id-taken', 'This id is already used for another block.', 'id');
    return;
  }
  await updateCircumstances(db, practiceId, b.id, circumstanceRow(b.circumstances ?? {}));
  if (b.listening !== false) await setListening(db, practiceId, b.id, true);
}

/** Blocks that an import has made are not seen before it is whole. */
export const hideBlocks = (db: Db, practiceId: string, ids: readonly string[]): Promise<unknown> =>
  db.query('update blocks set deleted_at = now() where practice_id = $1 and id = any($2::uuid[])', [practiceId, ids]);
export const showBlocks = (db: Db, practiceId: string, ids: readonly string[]): Promise<unknown> =>
  db.query('update blocks set deleted_at = null where practice_id = $1 and id = any($2::uuid[])', [practiceId, ids]);

/** Where a block was hit and with what; columns not given are emptied. */
export const updateCircumstances = (db: Db, practiceId: string, id: string, row: CircumstanceRow): Promise<unknown> =>
  db.query(
    `update blocks set device = $3, ball_kind = $4, place = $5, slope_rad = $6, temperature_c = $7, pressure_hpa = $8,
       altitude_m = $9, humidity_pct = $10, wind_toward_target_mps = $11, wind_to_right_mps = $12, carry_normalised = $13,
       club_loft_rad = $14, club_length_m = $15, club_shaft = $16, club_head = $17
     where practice_id = $1 and id = $2`,
    [practiceId, id, ...CIRCUMSTANCE_COLUMNS.map((c) => row[c])],
  );

/** Marks a block as deleted (nothing of it is lost) or brings it back. */
export async function setDeleted(
  db: Db,
  practiceId: string,
  id: string,
  deleted: boolean,
): Promise<string | undefined> {
  if (deleted) await setListening(db, practiceId, id, false);
  return (
    await db.query<{ lesson_id: string }>(
      `update blocks set deleted_at = case when $3 then now() end where practice_id = $1 and id = $2 returning lesson_id`,
      [practiceId, id, deleted],
    )
  )[0]?.lesson_id;
}

export const updateBlock = (
  db: Db,
  practiceId: string,
  id: string,
  b: { cue: string; effort: number | null; feel: string; oldPlace: boolean },
): Promise<unknown> =>
  db.query('update blocks set cue = $3, effort = $4, feel = $5, old_place = $6 where practice_id = $1 and id = $2', [
    practiceId,
    id,
    b.cue,
    b.effort,
    b.feel,
    b.oldPlace,
  ]);

/** Lets a block, and it alone, take what the devices send, or pauses it; when it did so is kept. Within a transaction. */
export async function setListening(db: Db, practiceId: string, id: string, listening: boolean): Promise<void> {
  // One block of a practice listens: those who change that take turns.
  await db.query('select 1 from practices where id = $1 for no key update', [practiceId]);
  const stopped = await db.query<{ id: string }>(
    'update blocks set listening = false where practice_id = $1 and listening and (not $3 or id <> $2) and ($3 or id = $2) returning id',
    [practiceId, id, listening],
  );
  for (const block of stopped)
    await db.query(
      // A clock that was set back must not end it before it began.
      'update block_listening set until_at = greatest(clock_timestamp(), from_at) where block_id = $1 and until_at is null',
      [block.id],
    );
  if (!listening) return;
  const started = await db.query<{ id: string }>(
    'update blocks set listening = true where practice_id = $1 and id = $2 and not listening returning id',
    [practiceId, id],
  );
  if (started.length > 0)
    // The time of the clock: a transaction's own time is that of its start, before it waited for its turn.
    await db.query('insert into block_listening (practice_id, block_id, from_at) values ($1, $2, clock_timestamp())', [
      practiceId,
      id,
    ]);
}

export const listeningBlock = async (
  db: Db,
  practiceId: string,
): Promise<(BlockRow & { handedness: 'right' | 'left' }) | undefined> =>
  (
    await db.query<BlockRow & { handedness: 'right' | 'left' }>(
      `select b.*, s.handedness from blocks b join lessons l on l.id = b.lesson_id join students s on s.id = l.student_id
       where b.practice_id = $1 and b.listening order by b.created_at desc limit 1`,
      [practiceId],
    )
  )[0];

/** Block that was listening at a moment, deleted ones too: where a shot that comes late belongs. */
export const blockListeningAt = async (
  db: Db,
  practiceId: string,
  at: string,
): Promise<(BlockRow & { handedness: 'right' | 'left' }) | undefined> =>
  (
    await db.query<BlockRow & { handedness: 'right' | 'left' }>(
      `select b.*, s.handedness from block_listening t join blocks b on b.id = t.block_id
       join lessons l on l.id = b.lesson_id join students s on s.id = l.student_id
       where t.practice_id = $1 and t.from_at <= $2 and (t.until_at is null or t.until_at > $2)
       order by t.from_at desc limit 1`,
      [practiceId, at],
    )
  )[0];

const MOST_WORDS = 12;
/** What a student said that swings felt like, newest first, each once; of lessons up to a moment. */
export const ownWordsOf = async (db: Db, practiceId: string, studentId: string, until: Date): Promise<string[]> =>
  (
    await db.query<{ feel: string }>(
      `select feel from (
         select b.feel, b.created_at as at from live_blocks b join lessons l on l.id = b.lesson_id
           where b.practice_id = $1 and l.student_id = $2 and l.starts_at <= $3 and b.feel <> ''
         union all select s.words, s.done_at from practice_sets s join plan_drills d on d.id = s.plan_drill_id
           join plans p on p.id = d.plan_id where s.practice_id = $1 and p.student_id = $2 and s.words <> '') w
       group by feel order by max(at) desc limit $4`,
      [practiceId, studentId, until.toISOString(), MOST_WORDS],
    )
  ).map((r) => r.feel);
