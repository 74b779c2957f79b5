import type { BlockInput } from '../../api/schemas.ts';
import { columnOf, SHOT_FIELDS, toWire, wireName, type ShotValues } from '../../core/formats/shot-fields.ts';
import type { Db, Row } from '../db/connection.ts';

export interface LessonRow extends Row {
  id: string;
  student_id: string;
  starts_at: Date;
  note: string;
}

export interface BlockRow extends Row {
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
}

export interface ShotRow extends Row {
  id: string;
  block_id: string;
  source: 'typed' | 'file' | 'feed';
  struck_at: Date;
  set_aside_reason: string | null;
}

export interface NewShot {
  readonly id: string;
  readonly source: ShotRow['source'];
  readonly struckAt: string;
  readonly values: ShotValues;
  readonly importId?: string;
  readonly deviceId?: string;
  readonly deviceShotId?: string;
}

export const insertLesson = (
  db: Db,
  practiceId: string,
  studentId: string,
  l: { id: string; startsAt: string; note: string },
): Promise<unknown> =>
  db.query(
    'insert into lessons (id, practice_id, student_id, starts_at, note) values ($1, $2, $3, $4, $5) on conflict (id) do nothing',
    [l.id, practiceId, studentId, l.startsAt, l.note],
  );

export const lessonRow = async (db: Db, practiceId: string, id: string): Promise<LessonRow | undefined> =>
  (await db.query<LessonRow>('select * from lessons where practice_id = $1 and id = $2', [practiceId, id]))[0];

export const lessonsOf = (db: Db, practiceId: string, studentId: string): Promise<LessonRow[]> =>
  db.query<LessonRow>('select * from lessons where practice_id = $1 and student_id = $2 order by starts_at, id', [
    practiceId,
    studentId,
  ]);

export const updateLessonNote = (db: Db, practiceId: string, id: string, note: string): Promise<unknown> =>
  db.query('update lessons set note = $3 where practice_id = $1 and id = $2', [practiceId, id, note]);

export const blockRow = async (db: Db, practiceId: string, id: string): Promise<BlockRow | undefined> =>
  (await db.query<BlockRow>('select * from blocks where practice_id = $1 and id = $2', [practiceId, id]))[0];

export const blocksOf = (db: Db, practiceId: string, lessonId: string): Promise<BlockRow[]> =>
  db.query<BlockRow>('select * from blocks where practice_id = $1 and lesson_id = $2 order by position', [
    practiceId,
    lessonId,
  ]);

/** Adds a block and lets it, and it alone, take what the feed sends. */
export async function insertBlock(db: Db, practiceId: string, lessonId: string, b: BlockInput): Promise<void> {
  await db.query('update blocks set listening = false where practice_id = $1 and listening and id <> $2', [
    practiceId,
    b.id,
  ]);
  await db.query(
    `insert into blocks (id, practice_id, lesson_id, position, club, with_ball, condition, cue, effort, feel, listening)
     values ($1, $2, $3, (select coalesce(max(position), 0) + 1 from blocks where lesson_id = $3), $4, $5, $6, $7, $8, $9, true)
     on conflict (id) do nothing`,
    [b.id, practiceId, lessonId, b.club, b.withBall, b.condition, b.cue, b.effort ?? null, b.feel],
  );
}

export const updateBlock = (
  db: Db,
  practiceId: string,
  id: string,
  b: { cue: string; effort: number | null; feel: string },
): Promise<unknown> =>
  db.query('update blocks set cue = $3, effort = $4, feel = $5 where practice_id = $1 and id = $2', [
    practiceId,
    id,
    b.cue,
    b.effort,
    b.feel,
  ]);

export async function setListening(db: Db, practiceId: string, id: string, listening: boolean): Promise<void> {
  if (listening)
    await db.query('update blocks set listening = false where practice_id = $1 and listening', [practiceId]);
  await db.query('update blocks set listening = $3 where practice_id = $1 and id = $2', [practiceId, id, listening]);
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

/** Adds shots in one statement; a shot that is already there (by id, or by device and its number) is left alone. */
export const insertShots = (
  db: Db,
  practiceId: string,
  blockId: string,
  shots: readonly NewShot[],
): Promise<{ id: string }[]> =>
  db.query<{ id: string }>(
    `insert into shots (id, practice_id, block_id, import_id, source, device_id, device_shot_id, struck_at,
       club_speed_mps, ball_speed_mps, launch_rad, launch_direction_out_rad, spin_rad_per_s, spin_axis_out_rad,
       attack_rad, path_out_rad, face_out_rad, dynamic_loft_rad, impact_toe_m, impact_high_m, carry_m, total_m, side_out_m)
     select x.id, $1, $2, x.import_id, x.source, x.device_id, x.device_shot_id, x.struck_at,
       x.club_speed_mps, x.ball_speed_mps, x.launch_rad, x.launch_direction_out_rad, x.spin_rad_per_s, x.spin_axis_out_rad,
       x.attack_rad, x.path_out_rad, x.face_out_rad, x.dynamic_loft_rad, x.impact_toe_m, x.impact_high_m, x.carry_m,
       x.total_m, x.side_out_m
     from jsonb_to_recordset($3::jsonb) as x (id uuid, import_id uuid, source text, device_id text, device_shot_id text,
       struck_at timestamptz, club_speed_mps float8, ball_speed_mps float8, launch_rad float8,
       launch_direction_out_rad float8, spin_rad_per_s float8, spin_axis_out_rad float8, attack_rad float8,
       path_out_rad float8, face_out_rad float8, dynamic_loft_rad float8, impact_toe_m float8, impact_high_m float8,
       carry_m float8, total_m float8, side_out_m float8)
     on conflict do nothing returning id`,
    [
      practiceId,
      blockId,
      JSON.stringify(
        shots.map((s) => ({
          id: s.id,
          import_id: s.importId ?? null,
          source: s.source,
          device_id: s.deviceId ?? null,
          device_shot_id: s.deviceShotId ?? null,
          struck_at: s.struckAt,
          ...Object.fromEntries(SHOT_FIELDS.map((f) => [columnOf(f.key), s.values[f.key] ?? null])),
        })),
      ),
    ],
  );

export const shotsOfLesson = (db: Db, practiceId: string, lessonId: string): Promise<ShotRow[]> =>
  db.query<ShotRow>(
    `select s.* from shots s join blocks b on b.id = s.block_id
     where s.practice_id = $1 and b.lesson_id = $2 order by s.struck_at, s.arrived`,
    [practiceId, lessonId],
  );

export const setShotAside = async (
  db: Db,
  practiceId: string,
  id: string,
  reason: string | null,
): Promise<string | undefined> =>
  (
    await db.query<{ block_id: string }>(
      'update shots set set_aside_reason = $3 where practice_id = $1 and id = $2 returning block_id',
      [practiceId, id, reason],
    )
  )[0]?.block_id;

/** SI values of a stored shot. */
export function valuesOf(row: ShotRow): ShotValues {
  const values: ShotValues = {};
  for (const f of SHOT_FIELDS) {
    const v = row[columnOf(f.key)];
    if (typeof v === 'number') values[f.key] = v;
  }
  return values;
}

/** SI values as the wire says them. */
export const valuesToWire = (values: ShotValues): Record<string, number> =>
  Object.fromEntries(
    SHOT_FIELDS.filter((f) => values[f.key] !== undefined).map((f) => [
      wireName(f.key),
      toWire(f.key, values[f.key] as number),
    ]),
  );

export interface SpeedRow extends Row {
  lesson_id: string;
  starts_at: Date;
  condition: string;
  speeds: number[];
}

/** Club head speeds by lesson and condition, set-aside swings left out: what the review compares. */
export const speedsByLesson = (db: Db, practiceId: string, studentId: string): Promise<SpeedRow[]> =>
  db.query<SpeedRow>(
    `select l.id as lesson_id, l.starts_at,
       b.club || case when b.with_ball then ' · ball · ' else ' · no ball · ' end || b.condition as condition,
       array_agg(s.club_speed_mps order by s.struck_at, s.arrived) as speeds
     from shots s join blocks b on b.id = s.block_id join lessons l on l.id = b.lesson_id
     where s.practice_id = $1 and l.student_id = $2 and s.set_aside_reason is null and s.club_speed_mps is not null
     group by 1, 2, 3 order by l.starts_at, l.id`,
    [practiceId, studentId],
  );
