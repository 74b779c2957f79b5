import type { Settings } from '../../api/settings-schemas.ts';
import type { Role } from '../../api/roles.ts';
import type { Db } from '../db/connection.ts';

export interface InstructorRow extends Record<string, unknown> {
  id: string;
  practice_id: string;
  name: string;
  password_salt: string;
  password_hash: string;
  sign_in: string;
  role: Role;
  closed_at: Date | null;
  totp_secret: string | null;
  totp_pending: string | null;
}

export const anyInstructor = async (db: Db): Promise<boolean> =>
  (await db.query('select 1 from instructors limit 1')).length > 0;

/** Within a transaction: of several who set the practice up at once, each sees what the one before has done. */
export const oneAtATime = (tx: Db): Promise<unknown> =>
  tx.query("select pg_advisory_xact_lock(hashtextextended('first account', 0))");

export const insertPractice = (db: Db, id: string, name: string, feedKeyHash: string): Promise<unknown> =>
  db.query('insert into practices (id, name, feed_key_hash) values ($1, $2, $3)', [id, name, feedKeyHash]);

export const insertInstructor = (
  db: Db,
  row: { id: string; practiceId: string; name: string; signIn: string; salt: string; hash: string; role?: Role },
): Promise<unknown> =>
  db.query(
    'insert into instructors (id, practice_id, name, sign_in, password_salt, password_hash, role) values ($1, $2, $3, $4, $5, $6, $7)',
    [row.id, row.practiceId, row.name, row.signIn, row.salt, row.hash, row.role ?? 'owner'],
  );

export const instructorBySignIn = async (db: Db, signIn: string): Promise<InstructorRow | undefined> =>
  (await db.query<InstructorRow>('select * from instructors where lower(sign_in) = lower($1)', [signIn]))[0];

export const instructorRow = async (db: Db, practiceId: string, id: string): Promise<InstructorRow | undefined> =>
  (await db.query<InstructorRow>('select * from instructors where practice_id = $1 and id = $2', [practiceId, id]))[0];

/** Accounts of a practice with when each was last seen, oldest first. */
export const instructorsOf = (db: Db, practiceId: string): Promise<(InstructorRow & { seen_at: Date | null })[]> =>
  db.query(
    `select i.*, (select max(s.seen_at) from sign_ins s where s.instructor_id = i.id and s.expires_at > now()) as seen_at
     from instructors i where i.practice_id = $1 order by i.created_at, i.id`,
    [practiceId],
  );

export const updatePassword = (db: Db, id: string, salt: string, hash: string): Promise<unknown> =>
  db.query('update instructors set password_salt = $2, password_hash = $3 where id = $1', [id, salt, hash]);

/** Changes what an account may do, or closes it. @returns false where the practice would be left without an owner */
export async function changeAccount(
  tx: Db,
  practiceId: string,
  id: string,
  change: { role?: Role; isClosed?: boolean },
): Promise<boolean> {
  // In one order, so that two changes at once cannot each leave the other as the last owner.
  await tx.query('select 1 from instructors where practice_id = $1 order by id for update', [practiceId]);
  await tx.query(
    `update instructors set role = coalesce($3, role),
       closed_at = case when $4::boolean is null then closed_at when $4 then coalesce(closed_at, now()) else null end
     where practice_id = $1 and id = $2`,
    [practiceId, id, change.role ?? null, change.isClosed ?? null],
  );
  const owners = await tx.query(
    `select 1 from instructors where practice_id = $1 and role = 'owner' and closed_at is null limit 1`,
    [practiceId],
  );
  return owners.length > 0;
}

export const setTotp = (
  db: Db,
  id: string,
  totp: { secret: string | null; pending: string | null },
): Promise<unknown> =>
  db.query('update instructors set totp_secret = $2, totp_pending = $3 where id = $1', [id, totp.secret, totp.pending]);

/** Uses a step of the one-time codes up. @returns false where it was used before */
export const useTotpStep = async (db: Db, id: string, step: number): Promise<boolean> =>
  (await db.query('update instructors set totp_step = $2 where id = $1 and totp_step < $2 returning id', [id, step]))
    .length > 0;

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

/** Names that people sign in with. */
export const instructorSignIns = async (db: Db): Promise<string[]> =>
  (await db.query<{ sign_in: string }>('select sign_in from instructors order by sign_in')).map((r) => r.sign_in);
