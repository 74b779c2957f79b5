import { columnOf, SHOT_FIELDS, type ShotKey, type ShotValues } from '../../core/formats/shot-fields.ts';
import type { Db, Row } from '../db/connection.ts';
import { shotRows, type NewShot } from './new-shots.ts';

export interface ShotRow extends Row {
  id: string;
  block_id: string;
  source: NewShot['source'];
  struck_at: Date;
  set_aside_reason: string | null;
  felt_effort: number | null;
  strike_by_hand: boolean;
  doubt: string;
  device_id: string | null;
  corrections: Correction[];
}

/** What stood in a shot before somebody put it right: SI values, null where nothing stood. */
export interface Correction {
  readonly at: string;
  readonly by: string;
  readonly before: Partial<Record<ShotKey, number | null>>;
}

/** Adds shots in one statement; a shot that is already there (by id, or by device and its number) is left alone. */
export const insertShots = (
  db: Db,
  practiceId: string,
  blockId: string,
  shots: readonly NewShot[],
): Promise<{ id: string }[]> => insertShotRows(db, practiceId, blockId, shotRows(shots));

/** The same for shots that were made ready as rows (in a thread, where they are many). */
export const insertShotRows = (db: Db, practiceId: string, blockId: string, rows: string): Promise<{ id: string }[]> =>
  db.query<{ id: string }>(
    `insert into shots (id, practice_id, block_id, import_id, source, device_id, device_shot_id, struck_at,
       set_aside_reason, doubt, felt_effort,
       club_speed_mps, ball_speed_mps, launch_rad, launch_direction_out_rad, spin_rad_per_s, spin_axis_out_rad,
       attack_rad, path_out_rad, face_out_rad, dynamic_loft_rad, impact_toe_m, impact_high_m, carry_m, total_m, side_out_m)
     select x.id, $1, $2, x.import_id, x.source, x.device_id, x.device_shot_id, x.struck_at,
       x.set_aside_reason, x.doubt, x.felt_effort,
       x.club_speed_mps, x.ball_speed_mps, x.launch_rad, x.launch_direction_out_rad, x.spin_rad_per_s, x.spin_axis_out_rad,
       x.attack_rad, x.path_out_rad, x.face_out_rad, x.dynamic_loft_rad, x.impact_toe_m, x.impact_high_m, x.carry_m,
       x.total_m, x.side_out_m
     from jsonb_to_recordset($3::jsonb) as x (id uuid, import_id uuid, source text, device_id text, device_shot_id text,
       struck_at timestamptz, set_aside_reason text, doubt text, felt_effort int, club_speed_mps float8, ball_speed_mps float8, launch_rad float8,
       launch_direction_out_rad float8, spin_rad_per_s float8, spin_axis_out_rad float8, attack_rad float8,
       path_out_rad float8, face_out_rad float8, dynamic_loft_rad float8, impact_toe_m float8, impact_high_m float8,
       carry_m float8, total_m float8, side_out_m float8)
     where exists (select 1 from blocks b where b.practice_id = $1 and b.id = $2)
     on conflict do nothing returning id`,
    [practiceId, blockId, rows],
  );

/** Shots beyond this in one block are counted but not carried about: the newest are. */
export const MOST_BLOCK_SHOTS = 2000;

/** Shots of a lesson's blocks in the order struck, the newest 2,000 of each block. */
export const shotsOfLesson = (db: Db, practiceId: string, lessonId: string): Promise<ShotRow[]> =>
  db.query<ShotRow>(
    `select * from (
       select s.*, row_number() over (partition by s.block_id order by s.struck_at desc, s.arrived desc) as from_newest
       from live_shots s join live_blocks b on b.id = s.block_id where s.practice_id = $1 and b.lesson_id = $2) x
     where from_newest <= $3 order by struck_at, arrived`,
    [practiceId, lessonId, MOST_BLOCK_SHOTS],
  );

/** How many shots each block of a lesson holds, set-aside ones too. */
export const shotCounts = async (db: Db, practiceId: string, lessonId: string): Promise<Map<string, number>> =>
  new Map(
    (
      await db.query<{ block_id: string; n: number }>(
        `select s.block_id, count(*)::int as n from live_shots s join live_blocks b on b.id = s.block_id
         where s.practice_id = $1 and b.lesson_id = $2 group by 1`,
        [practiceId, lessonId],
      )
    ).map((r) => [r.block_id, r.n]),
  );

/** The newest 2,000 shots of one block in the order struck. */
export const newestShots = (db: Db, practiceId: string, blockId: string): Promise<ShotRow[]> =>
  db.query<ShotRow>(
    `select * from (select * from live_shots where practice_id = $1 and block_id = $2 order by struck_at desc, arrived desc limit $3) x
     order by struck_at, arrived`,
    [practiceId, blockId, MOST_BLOCK_SHOTS],
  );

/** How many shots a block holds, set-aside ones too. */
export const shotCount = async (db: Db, practiceId: string, blockId: string): Promise<number> =>
  (
    await db.query<{ n: number }>(
      'select count(*)::int as n from live_shots where practice_id = $1 and block_id = $2',
      [practiceId, blockId],
    )
  )[0]!.n;

/** All shots of one block in the order struck. */
export const shotsOfBlock = (db: Db, practiceId: string, blockId: string): Promise<ShotRow[]> =>
  db.query<ShotRow>('select * from live_shots where practice_id = $1 and block_id = $2 order by struck_at, arrived', [
    practiceId,
    blockId,
  ]);

/** All shots of some blocks that are not removed, in the order struck. */
export const shotsOfBlocks = (db: Db, practiceId: string, blockIds: readonly string[]): Promise<ShotRow[]> =>
  db.query<ShotRow>(
    `select s.* from live_shots s join live_blocks b on b.id = s.block_id
     where s.practice_id = $1 and s.block_id = any($2::uuid[]) order by s.struck_at, s.arrived`,
    [practiceId, blockIds],
  );

export interface ShotPatch {
  readonly reason?: string | null;
  readonly feltEffort?: number | null;
  readonly strike?: { readonly toeM: number; readonly highM: number } | null;
}

/** Changes what a person says of a shot; what is not given stays. @returns its block, undefined where there is no such shot */
export const patchShot = async (db: Db, practiceId: string, id: string, p: ShotPatch): Promise<string | undefined> =>
  (
    await db.query<{ block_id: string }>(
      `update shots set
         set_aside_reason = case when $3 then $4 else set_aside_reason end,
         felt_effort = case when $5 then $6 else felt_effort end,
         impact_toe_m = case when $7 then $8 else impact_toe_m end,
         impact_high_m = case when $7 then $9 else impact_high_m end,
         strike_by_hand = case when $7 then $8::float8 is not null else strike_by_hand end
       where practice_id = $1 and id = $2 returning block_id`,
      [
        practiceId,
        id,
        p.reason !== undefined,
        p.reason ?? null,
        p.feltEffort !== undefined,
        p.feltEffort ?? null,
        p.strike !== undefined,
        p.strike?.toeM ?? null,
        p.strike?.highM ?? null,
      ],
    )
  )[0]?.block_id;

/** A shot of any block that is not taken back. */
export const shotRow = async (db: Db, practiceId: string, id: string): Promise<ShotRow | undefined> =>
  (await db.query<ShotRow>('select * from live_shots where practice_id = $1 and id = $2', [practiceId, id]))[0];

/** Puts figures of a shot right; what stood before is kept with it. Within a transaction that has read the shot. */
export const correctShot = async (
  tx: Db,
  practiceId: string,
  row: ShotRow,
  values: Partial<Record<ShotKey, number | null>>,
  by: string,
  doubt: string,
): Promise<void> => {
  const keys = Object.keys(values) as ShotKey[];
  const now = valuesOf(row);
  const correction: Correction = {
    at: new Date().toISOString(),
    by,
    before: Object.fromEntries(keys.map((k) => [k, now[k] ?? null])),
  };
  const sets = keys.map((k, i) => `${columnOf(k)} = $${i + 5}`);
  const byHand = keys.some((k) => k === 'impactToeM' || k === 'impactHighM') ? ', strike_by_hand = true' : '';
  await tx.query(
    `update shots set corrections = corrections || $3::jsonb, doubt = $4, ${sets.join(', ')}${byHand}
     where practice_id = $1 and id = $2`,
    [practiceId, row.id, JSON.stringify([correction]), doubt, ...keys.map((k) => values[k] ?? null)],
  );
};

/** SI values of a stored shot. */
export function valuesOf(row: ShotRow): ShotValues {
  const values: ShotValues = {};
  for (const f of SHOT_FIELDS) {
    const v = row[columnOf(f.key)];
    if (typeof v === 'number') values[f.key] = v;
  }
  return values;
}
