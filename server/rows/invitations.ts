import type { InvitationWire } from '../../api/account-types.ts';
import type { Role } from '../../api/roles.ts';
import type { Db, Row } from '../db/connection.ts';

/** A one-time link lives this long. */
const DAYS = 7;

export interface InvitationRow extends Row {
  id: string;
  practice_id: string;
  practice_name: string;
  role: Role;
  name: string;
  /** The account whose password it resets; null makes a new account. */
  instructor_id: string | null;
}

/**
 * Keeps an invitation; the same id again, whose answer was lost, gets the new link in place of the one that nobody has seen.
 * @returns whether the link is good: not where the id is another's, or was used already
 */
export const insertInvitation = async (
  db: Db,
  i: { id: string; practiceId: string; hash: string; role: Role; name: string; instructorId?: string },
): Promise<boolean> =>
  (
    await db.query(
      `insert into invitations (id, practice_id, token_hash, role, name, instructor_id, expires_at)
       values ($1, $2, $3, $4, $5, $6, now() + make_interval(days => ${DAYS}))
       on conflict (id) do update set token_hash = excluded.token_hash, expires_at = excluded.expires_at
         where invitations.practice_id = excluded.practice_id and invitations.used_at is null
       returning id`,
      [i.id, i.practiceId, i.hash, i.role, i.name, i.instructorId ?? null],
    )
  ).length > 0;

const OPEN = 'used_at is null and expires_at > now()';

export const invitationByHash = async (db: Db, hash: string): Promise<InvitationRow | undefined> =>
  (
    await db.query<InvitationRow>(
      `select i.*, p.name as practice_name from invitations i join practices p on p.id = i.practice_id
       where i.token_hash = $1 and ${OPEN}`,
      [hash],
    )
  )[0];

/** Uses a link up. @returns false where somebody else has just used it */
export const useInvitation = async (tx: Db, id: string): Promise<boolean> =>
  (await tx.query(`update invitations set used_at = now() where id = $1 and ${OPEN} returning id`, [id])).length > 0;

/** @returns false where there is none that is open */
export const withdrawInvitation = async (db: Db, practiceId: string, id: string): Promise<boolean> =>
  (
    await db.query('delete from invitations where practice_id = $1 and id = $2 and used_at is null returning id', [
      practiceId,
      id,
    ])
  ).length > 0;

/** Links to reset a password that are open end with the next one. */
export const withdrawResets = (db: Db, instructorId: string): Promise<unknown> =>
  db.query('delete from invitations where instructor_id = $1 and used_at is null', [instructorId]);

export const openInvitations = async (db: Db, practiceId: string): Promise<InvitationWire[]> =>
  (
    await db.query<InvitationRow & { expires_at: Date }>(
      `select * from invitations where practice_id = $1 and ${OPEN} order by made_at, id`,
      [practiceId],
    )
  ).map((r) => ({
    id: r.id,
    name: r.name,
    role: r.role,
    isReset: r.instructor_id !== null,
    expiresAt: r.expires_at.toISOString(),
  }));
