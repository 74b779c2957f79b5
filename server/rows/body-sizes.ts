import type { Db, Row } from '../db/connection.ts';

export interface BodySizeRow extends Row {
  student_id: string;
  taken_on: string;
  height_m: number;
  mass_kg: number;
}

/** Recorded heights and masses of some students, oldest first. */
export const bodySizesOf = (db: Db, practiceId: string, studentIds: readonly string[]): Promise<BodySizeRow[]> =>
  db.query<BodySizeRow>(
    `select student_id, taken_on, height_m, mass_kg from body_sizes
     where practice_id = $1 and student_id = any($2::uuid[]) order by taken_on`,
    [practiceId, studentIds],
  );

/** Keeps height and mass of a day, so that growth can be told apart from technique. */
export const saveBodySize = (
  db: Db,
  practiceId: string,
  studentId: string,
  size: { takenOn: string; heightM: number; massKg: number },
): Promise<unknown> =>
  db.query(
    `insert into body_sizes (practice_id, student_id, taken_on, height_m, mass_kg) values ($1, $2, $3, $4, $5)
     on conflict (student_id, taken_on) do update set height_m = excluded.height_m, mass_kg = excluded.mass_kg`,
    [practiceId, studentId, size.takenOn, size.heightM, size.massKg],
  );
