import type { Settings } from '../../api/schemas.ts';
import type { Db } from '../db/connection.ts';

export interface InstructorRow extends Record<string, unknown> {
  id: string;
  practice_id: string;
  name: string;
  password_salt: string;
  password_hash: string;
}

export const anyInstructor = async (db: Db): Promise<boolean> =>
  (await db.query('select 1 from instructors limit 1')).length > 0;

export const insertPractice = (db: Db, id: string, name: string, feedKeyHash: string): Promise<unknown> =>
  db.query('insert into practices (id, name, feed_key_hash) values ($1, $2, $3)', [id, name, feedKeyHash]);

export const insertInstructor = (
  db: Db,
  row: { id: string; practiceId: string; name: string; signIn: string; salt: string; hash: string },
): Promise<unknown> =>
  db.query(
    'insert into instructors (id, practice_id, name, sign_in, password_salt, password_hash) values ($1, $2, $3, $4, $5, $6)',
    [row.id, row.practiceId, row.name, row.signIn, row.salt, row.hash],
  );

export const instructorBySignIn = async (db: Db, signIn: string): Promise<InstructorRow | undefined> =>
  (await db.query<InstructorRow>('select * from instructors where lower(sign_in) = lower($1)', [signIn]))[0];

export const insertSignIn = (db: Db, hash: string, instructorId: string, expiresAt: Date): Promise<unknown> =>
  db.query('insert into sign_ins (token_hash, instructor_id, expires_at) values ($1, $2, $3)', [
    hash,
    instructorId,
    expiresAt.toISOString(),
  ]);

export const signInByHash = async (
  db: Db,
  hash: string,
): Promise<{ instructor_id: string; practice_id: string; name: string } | undefined> =>
  (
    await db.query<{ instructor_id: string; practice_id: string; name: string }>(
      `select s.instructor_id, i.practice_id, i.name from sign_ins s join instructors i on i.id = s.instructor_id
       where s.token_hash = $1 and s.expires_at > now()`,
      [hash],
    )
  )[0];

export const deleteSignIn = (db: Db, hash: string): Promise<unknown> =>
  db.query('delete from sign_ins where token_hash = $1 or expires_at < now()', [hash]);

export const practiceRow = async (
  db: Db,
  practiceId: string,
): Promise<{ name: string; settings: Partial<Settings> } | undefined> =>
  (
    await db.query<{ name: string; settings: Partial<Settings> }>(
      'select name, settings from practices where id = $1',
      [practiceId],
    )
  )[0];

export const updateSettings = (db: Db, practiceId: string, settings: Settings): Promise<unknown> =>
  db.query('update practices set settings = $2 where id = $1', [practiceId, JSON.stringify(settings)]);

export const practiceIds = async (db: Db): Promise<string[]> =>
  (await db.query<{ id: string }>('select id from practices')).map((r) => r.id);

export const updateFeedKey = (db: Db, practiceId: string, hash: string): Promise<unknown> =>
  db.query('update practices set feed_key_hash = $2 where id = $1', [practiceId, hash]);

export const practiceByFeedKey = async (db: Db, hash: string): Promise<string | undefined> =>
  (await db.query<{ id: string }>('select id from practices where feed_key_hash = $1', [hash]))[0]?.id;
