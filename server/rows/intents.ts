import type { Db } from '../db/connection.ts';

/** How long it is known what an id was used for. */
const KEPT_DAYS = 60;

/** What was meant under an id: the hash of where it was sent, and of what. */
export interface Intent {
  readonly id: string;
  readonly address: string;
  readonly hash: string;
}

/** @returns false where the id is in use already */
export const keepIntent = async (db: Db, { id, address, hash }: Intent): Promise<boolean> =>
  (
    await db.query(
      'insert into intents (id, address, hash) values ($1, $2, $3) on conflict (id) do nothing returning id',
      [id, address, hash],
    )
  ).length > 0;

export const intentOf = async (db: Db, id: string): Promise<Omit<Intent, 'id'> | undefined> =>
  (await db.query<{ address: string; hash: string }>('select address, hash from intents where id = $1', [id]))[0];

export const dropIntent = (db: Db, id: string): Promise<unknown> => db.query('delete from intents where id = $1', [id]);

/** Forgets what ids were used for long ago. */
export const forgetIntents = (db: Db): Promise<unknown> =>
  db.query(`delete from intents where at < now() - make_interval(days => $1)`, [KEPT_DAYS]);
