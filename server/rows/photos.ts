import type { Db } from '../db/connection.ts';

/** Bytes of a student's photo; undefined where there is none. */
export const photoOf = async (db: Db, practiceId: string, studentId: string): Promise<Buffer | undefined> => {
  const [row] = await db.query<{ jpeg: string }>(
    'select jpeg from student_photos where practice_id = $1 and student_id = $2',
    [practiceId, studentId],
  );
  return row && Buffer.from(row.jpeg, 'base64');
};

/** When the photo that a student has was taken; null for none. */
export const photoTakenAt = async (db: Db, practiceId: string, studentId: string): Promise<string | null> =>
  (
    await db.query<{ taken_at: Date }>(
      'select taken_at from student_photos where practice_id = $1 and student_id = $2',
      [practiceId, studentId],
    )
  )[0]?.taken_at.toISOString() ?? null;

/** Keeps a photo in place of the one before. */
export const keepPhoto = (
  db: Db,
  practiceId: string,
  studentId: string,
  photo: { readonly id: string; readonly jpeg: string },
): Promise<unknown> =>
  db.query(
    `insert into student_photos (id, practice_id, student_id, jpeg) values ($1,$2,$3,$4)
     on conflict (student_id) do update set jpeg = excluded.jpeg, agreed_on = current_date, taken_at = now()`,
    [photo.id, practiceId, studentId, photo.jpeg],
  );

export const dropPhoto = (db: Db, practiceId: string, studentId: string): Promise<unknown> =>
  db.query('delete from student_photos where practice_id = $1 and student_id = $2', [practiceId, studentId]);
