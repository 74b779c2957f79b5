import type { SignInWire } from '../../api/account-types.ts';
import type { Role } from '../../api/roles.ts';
import type { Db, Row } from '../db/connection.ts';

/** How often it is noted that a sign-in is still used. */
const SEEN_EVERY = '5 minutes';

export const insertSignIn = (
  db: Db,
  s: { hash: string; instructorId: string; expiresAt: Date; agent: string },
): Promise<unknown> =>
  db.query('insert into sign_ins (token_hash, instructor_id, expires_at, agent) values ($1, $2, $3, $4)', [
    s.hash,
    s.instructorId,
    s.expiresAt.toISOString(),
    s.agent,
  ]);

export interface SignedInRow extends Row {
  instructor_id: string;
  practice_id: string;
  name: string;
  role: Role;
  is_old: boolean;
}

export const signInByHash = async (db: Db, hash: string): Promise<SignedInRow | undefined> =>
  (
    await db.query<SignedInRow>(
      `select s.instructor_id, i.practice_id, i.name, i.role, s.seen_at < now() - interval '${SEEN_EVERY}' as is_old
       from sign_ins s join instructors i on i.id = s.instructor_id
       where s.token_hash = $1 and s.expires_at > now() and i.closed_at is null`,
      [hash],
    )
  )[0];

export const seenNow = (db: Db, hash: string): Promise<unknown> =>
  db.query('update sign_ins set seen_at = now() where token_hash = $1', [hash]);

export const deleteSignIn = (db: Db, hash: string): Promise<unknown> =>
  db.query('delete from sign_ins where token_hash = $1 or expires_at < now()', [hash]);

/** Ends sign-ins of an account. @param except hash of one that stays @param only id of the one to end @returns hashes of those ended */
export const endSignIns = async (
  db: Db,
  instructorId: string,
  { except, only }: { except?: string; only?: string } = {},
): Promise<string[]> =>
  (
    await db.query<{ token_hash: string }>(
      `delete from sign_ins where instructor_id = $1 and ($2::text is null or token_hash <> $2) and ($3::uuid is null or id = $3)
       returning token_hash`,
      [instructorId, except ?? null, only ?? null],
    )
  ).map((r) => r.token_hash);

/** Open sign-ins of an account, last used first. @param own hash of the one that asks */
export const signInsOf = async (db: Db, instructorId: string, own: string): Promise<SignInWire[]> =>
  (
    await db.query<{ id: string; made_at: Date; seen_at: Date; agent: string; token_hash: string }>(
      'select id, made_at, seen_at, agent, token_hash from sign_ins where instructor_id = $1 and expires_at > now() order by seen_at desc, id',
      [instructorId],
    )
  ).map((r) => ({
    id: r.id,
    madeAt: r.made_at.toISOString(),
    seenAt: r.seen_at.toISOString(),
    agent: r.agent,
    isThis: r.token_hash === own,
  }));
