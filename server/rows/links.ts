import { whereThereIsRoom } from '../http/machine-fault.ts';
import type { PracticeLinkWire } from '../../api/account-types.ts';
import type { Db, Row } from '../db/connection.ts';

export interface LinkedStudent extends Row {
  id: string;
  practice_id: string;
  student_id: string;
}

/** A link that is neither withdrawn nor at its end. */
const OPEN = 'withdrawn_at is null and (expires_at is null or expires_at > now())';

/** The student behind an open link; that it is used is noted once an hour. */
export async function studentByLink(db: Db, hash: string): Promise<LinkedStudent | undefined> {
  const [link] = await db.query<LinkedStudent & { is_old: boolean }>(
    `select id, practice_id, student_id, used_at is null or used_at < now() - interval '1 hour' as is_old
     from practice_links where token_hash = $1 and ${OPEN}`,
    [hash],
  );
  if (link?.is_old)
    await whereThereIsRoom(db.query('update practice_links set used_at = now() where id = $1', [link.id]));
  return link;
}

/** The student behind a link that is not open any more; undefined where there never was one. */
export const endedLink = async (db: Db, hash: string): Promise<LinkedStudent | undefined> =>
  (
    await db.query<LinkedStudent>(
      `select id, practice_id, student_id from practice_links where token_hash = $1 and not (${OPEN})`,
      [hash],
    )
  )[0];

export const withdrawLinks = (db: Db, practiceId: string, studentId: string): Promise<unknown> =>
  db.query(
    'update practice_links set withdrawn_at = now() where practice_id = $1 and student_id = $2 and withdrawn_at is null',
    [practiceId, studentId],
  );

/** @returns false where there is no open one of this id */
export const withdrawLink = async (db: Db, practiceId: string, id: string): Promise<boolean> =>
  (
    await db.query(
      'update practice_links set withdrawn_at = now() where practice_id = $1 and id = $2 and withdrawn_at is null returning id',
      [practiceId, id],
    )
  ).length > 0;

/** @param days until it ends; null for never */
export const insertLink = (
  db: Db,
  practiceId: string,
  studentId: string,
  link: { id: string; hash: string; days: number | null },
): Promise<unknown> =>
  db.query(
    `insert into practice_links (id, practice_id, student_id, token_hash, expires_at)
     values ($1, $2, $3, $4, now() + make_interval(days => $5::int))`,
    [link.id, practiceId, studentId, link.hash, link.days],
  );

interface LinkRow extends Row {
  id: string;
  student_id: string;
  name: string;
  created_at: Date;
  expires_at: Date | null;
  used_at: Date | null;
}

/** Open links of a practice or of one student, newest first. */
export const openLinks = async (db: Db, practiceId: string, studentId?: string): Promise<PracticeLinkWire[]> =>
  (
    await db.query<LinkRow>(
      `select k.*, s.name from practice_links k join students s on s.id = k.student_id
       where k.practice_id = $1 and ($2::uuid is null or k.student_id = $2) and ${OPEN} order by k.created_at desc, k.id`,
      [practiceId, studentId ?? null],
    )
  ).map((r) => ({
    id: r.id,
    studentId: r.student_id,
    studentName: r.name,
    madeAt: r.created_at.toISOString(),
    expiresAt: r.expires_at?.toISOString() ?? null,
    usedAt: r.used_at?.toISOString() ?? null,
  }));
