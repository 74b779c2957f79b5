import type { SetupInput } from '../../api/measure-schemas.ts';
import type { SetupWire } from '../../api/types.ts';
import { degToRad, radToDeg } from '../../core/units/units.ts';
import type { Db, Row } from '../db/connection.ts';

interface SetupRow extends Row {
  id: string;
  club: string;
  grip_hold: SetupWire['gripHold'];
  knuckles: number | null;
  aim_feet_out_rad: number | null;
  aim_face_out_rad: number | null;
  ball_inside_heel_m: number | null;
  stance_width_m: number | null;
  side_tilt_rad: number | null;
  hand_height_m: number | null;
  elbow: SetupWire['elbow'];
  note: string;
  starts_at: Date;
}

const deg = (rad: number | null): number | null => (rad === null ? null : Math.round(radToDeg(rad) * 10) / 10);
const mm = (m: number | null): number | null => (m === null ? null : Math.round(1000 * m));
const rad = (value: number | null | undefined): number | null =>
  value === null || value === undefined ? null : degToRad(value);
const metres = (value: number | null | undefined): number | null =>
  value === null || value === undefined ? null : value / 1000;

const toWire = (r: SetupRow): SetupWire => ({
  id: r.id,
  club: r.club,
  takenAt: r.starts_at.toISOString(),
  gripHold: r.grip_hold,
  knuckles: r.knuckles,
  aimFeetOutDeg: deg(r.aim_feet_out_rad),
  aimFaceOutDeg: deg(r.aim_face_out_rad),
  ballInsideHeelMm: mm(r.ball_inside_heel_m),
  stanceWidthMm: mm(r.stance_width_m),
  sideTiltDeg: deg(r.side_tilt_rad),
  handHeightMm: mm(r.hand_height_m),
  elbow: r.elbow,
  note: r.note,
});

/** Records the set-up with a club in a lesson; recorded again, it is replaced. */
export const saveSetup = (db: Db, practiceId: string, lessonId: string, s: SetupInput): Promise<unknown> =>
  db.query(
    `insert into setups (id, practice_id, lesson_id, club, grip_hold, knuckles, aim_feet_out_rad, aim_face_out_rad,
       ball_inside_heel_m, stance_width_m, side_tilt_rad, hand_height_m, elbow, note)
     values ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11,$12,$13,$14)
     on conflict (lesson_id, club) do update set grip_hold = excluded.grip_hold, knuckles = excluded.knuckles,
       aim_feet_out_rad = excluded.aim_feet_out_rad, aim_face_out_rad = excluded.aim_face_out_rad,
       ball_inside_heel_m = excluded.ball_inside_heel_m, stance_width_m = excluded.stance_width_m,
       side_tilt_rad = excluded.side_tilt_rad, hand_height_m = excluded.hand_height_m, elbow = excluded.elbow,
       note = excluded.note`,
    [
      s.id,
      practiceId,
      lessonId,
      s.club,
      s.gripHold ?? null,
      s.knuckles ?? null,
      rad(s.aimFeetOutDeg),
      rad(s.aimFaceOutDeg),
      metres(s.ballInsideHeelMm),
      metres(s.stanceWidthMm),
      rad(s.sideTiltDeg),
      metres(s.handHeightMm),
      s.elbow ?? null,
      s.note,
    ],
  );

/** Set-ups of a student up to a moment, newest first: this lesson's and earlier ones. */
export const setupsUpTo = async (db: Db, practiceId: string, studentId: string, at: Date): Promise<SetupWire[]> =>
  (
    await db.query<SetupRow>(
      `select s.*, l.starts_at from setups s join lessons l on l.id = s.lesson_id
       where s.practice_id = $1 and l.student_id = $2 and l.starts_at <= $3 order by l.starts_at desc, s.club`,
      [practiceId, studentId, at.toISOString()],
    )
  ).map(toWire);
