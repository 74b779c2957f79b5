import type { JoinedSwing } from '../../core/diagnosis/evidence-of-joined.ts';
import type { Measurement } from '../../core/diagnosis/findings.ts';
import type { SeenSignWire } from '../../api/types.ts';
import type { Db } from '../db/connection.ts';
import type { BlockRow } from './blocks.ts';
import type { ShotRow } from './shots.ts';

/** What was measured of captured swings, the ground, the swish and pictures in one earlier lesson. */
export interface StoredMeasurements {
  readonly lesson_id: string;
  readonly starts_at: Date;
  readonly kind: 'capture' | 'swish' | 'picture';
  readonly measurements: readonly Measurement[];
}

/** Shots of so many of the newest earlier lessons are looked at again; an older reading of a sign is replaced by a newer one. */
const LESSONS_WITH_SHOTS = 6;
/** Newest shots of each block that are looked at again. */
const SHOTS_OF_BLOCK = 300;

/** Stored measurements of a student's lessons within a stretch of time. */
export const storedMeasurements = (
  db: Db,
  practiceId: string,
  studentId: string,
  from: Date,
  before: Date,
): Promise<StoredMeasurements[]> =>
  db.query<StoredMeasurements & Record<string, unknown>>(
    `with earlier as (select id, starts_at from lessons
       where practice_id = $1 and student_id = $2 and starts_at >= $3 and starts_at < $4)
     select l.id as lesson_id, l.starts_at, 'capture' as kind, m.measurements
       from motions m join live_blocks b on b.id = m.block_id join earlier l on l.id = b.lesson_id where m.practice_id = $1
     union all select l.id, l.starts_at, 'capture', g.measurements
       from ground_records g join live_blocks b on b.id = g.block_id join earlier l on l.id = b.lesson_id
       where g.practice_id = $1
     union all select l.id, l.starts_at, 'swish', s.measurements
       from swish_sets s join earlier l on l.id = s.lesson_id where s.practice_id = $1
     union all select l.id, l.starts_at, 'picture', v.measurements
       from videos v join earlier l on l.id = v.lesson_id where v.practice_id = $1 and v.sha256 is not null`,
    [practiceId, studentId, from.toISOString(), before.toISOString()],
  );

/** A captured swing and plates of one strike in an earlier lesson. */
export interface EarlierJoined extends JoinedSwing {
  readonly lessonId: string;
  readonly startsAt: Date;
  readonly groundId: string;
}

/** Swings joined of capture and plates in a student's lessons within a stretch of time. */
export const earlierJoined = async (
  db: Db,
  practiceId: string,
  studentId: string,
  from: Date,
  before: Date,
): Promise<EarlierJoined[]> =>
  (
    await db.query<{
      lesson_id: string;
      starts_at: Date;
      ground_id: string;
      release_ms: number | null;
      strike_sd_ms: number;
      push_s: number | null;
      motion_shift_s: number;
      ground_shift_s: number;
    }>(
      `select l.id as lesson_id, l.starts_at, s.ground_id, s.motion_shift_s, s.ground_shift_s,
         (m.sequence -> 'release' ->> 'startBeforeStrikeMs')::float8 as release_ms,
         (m.sequence -> 'strike' ->> 'uncertaintyMs')::float8 as strike_sd_ms,
         (g.figures -> 'peakLeadVerticalBw' ->> 'beforeStrikeS')::float8 as push_s
       from lessons l join live_blocks b on b.lesson_id = l.id join swings s on s.block_id = b.id
         join motions m on m.id = s.motion_id join ground_records g on g.id = s.ground_id
       where l.practice_id = $1 and l.student_id = $2 and l.starts_at >= $3 and l.starts_at < $4`,
      [practiceId, studentId, from.toISOString(), before.toISOString()],
    )
  ).map((r) => ({
    lessonId: r.lesson_id,
    startsAt: r.starts_at,
    groundId: r.ground_id,
    releaseStartBeforeStrikeMs: r.release_ms,
    strikeSdMs: r.strike_sd_ms,
    pushBeforeStrikeS: r.push_s,
    motionShiftS: r.motion_shift_s,
    groundShiftS: r.ground_shift_s,
  }));

export interface EarlierShots {
  readonly lessons: readonly { readonly id: string; readonly starts_at: Date }[];
  readonly blocks: readonly BlockRow[];
  readonly shots: readonly ShotRow[];
}

/** Blocks and shots of the newest lessons with swings before a moment. */
export async function earlierShots(
  db: Db,
  practiceId: string,
  studentId: string,
  from: Date,
  before: Date,
): Promise<EarlierShots> {
  const lessons = await db.query<{ id: string; starts_at: Date }>(
    `select l.id, l.starts_at from lessons l where l.practice_id = $1 and l.student_id = $2 and l.starts_at >= $3
       and l.starts_at < $4 and exists (select 1 from session_figures f where f.lesson_id = l.id)
     order by l.starts_at desc, l.id limit $5`,
    [practiceId, studentId, from.toISOString(), before.toISOString(), LESSONS_WITH_SHOTS],
  );
  const ids = lessons.map((l) => l.id);
  if (ids.length === 0) return { lessons, blocks: [], shots: [] };
  const [blocks, shots] = await Promise.all([
    db.query<BlockRow>(
      'select * from live_blocks where practice_id = $1 and lesson_id = any($2::uuid[]) order by lesson_id, position',
      [practiceId, ids],
    ),
    db.query<ShotRow>(
      `select * from (
         select s.*, row_number() over (partition by s.block_id order by s.struck_at desc, s.arrived desc) as from_newest
         from live_shots s join live_blocks b on b.id = s.block_id
         where s.practice_id = $1 and b.lesson_id = any($2::uuid[])) x
       where from_newest <= $3 order by struck_at, arrived`,
      [practiceId, ids, SHOTS_OF_BLOCK],
    ),
  ]);
  return { lessons, blocks, shots };
}

/** Signs seen in a student's earlier lessons, newest first. */
export const earlierSigns = async (
  db: Db,
  practiceId: string,
  studentId: string,
  from: Date,
  before: Date,
): Promise<(SeenSignWire & { lessonId: string; startsAt: Date })[]> =>
  (
    await db.query<{
      sign_id: string;
      grade: SeenSignWire['grade'];
      note: string;
      lesson_id: string;
      starts_at: Date;
    }>(
      `select s.sign_id, s.grade, s.note, s.lesson_id, l.starts_at from seen_signs s join lessons l on l.id = s.lesson_id
       where s.practice_id = $1 and l.student_id = $2 and l.starts_at >= $3 and l.starts_at < $4
       order by l.starts_at desc, s.sign_id`,
      [practiceId, studentId, from.toISOString(), before.toISOString()],
    )
  ).map((r) => ({ signId: r.sign_id, grade: r.grade, note: r.note, lessonId: r.lesson_id, startsAt: r.starts_at }));
