import { FILES_STAY, type ContentStore } from '../content/content-store.ts';
import type { Db } from '../db/connection.ts';

/**
 * Within a transaction: holds stored files until it ends, so that none is taken away while a row is about to name it, nor named
 * while it is taken away.
 */
export async function holdContent(tx: Db, ...sha256s: readonly string[]): Promise<void> {
  // In one order everywhere: two who hold several never wait for each other.
  for (const sha256 of [...new Set(sha256s)].sort())
    await tx.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [sha256]);
}

/** Takes stored files away that no row names any more. @returns how many */
export const dropUnused = (db: Db, store: ContentStore, sha256s: readonly string[]): Promise<number> =>
  db.transaction(async (tx) => {
    await holdContent(tx, ...sha256s);
    // While a backup or an export needs them, here or in another process, they are left for the next tidying.
    const [stay] = await tx.query<{ free: boolean }>(
      'select pg_try_advisory_xact_lock_shared(hashtextextended($1, 0)) as free',
      [FILES_STAY],
    );
    if (!stay?.free) return 0;
    let dropped = 0;
    for (const sha256 of new Set(sha256s)) {
      if (await contentIsUsed(tx, sha256)) continue;
      await store.drop(sha256);
      dropped += 1;
    }
    return dropped;
  });

/** Stored files that rows stand on. */
export const namedContent = async (db: Db): Promise<string[]> =>
  (
    await db.query<{ sha256: string }>(
      `select sha256 from videos where sha256 is not null union select original_sha256 from imports where original_sha256 is not null
       union select content_sha256 from motions where content_sha256 is not null
       union select content_sha256 from ground_records where content_sha256 is not null order by 1`,
    )
  ).map((r) => r.sha256);

/** Those of some stored files that no row of any practice names. */
export const unnamedContent = async (db: Db, sha256s: readonly string[]): Promise<string[]> =>
  (
    await db.query<{ sha256: string }>(
      `select x.sha256 from unnest($1::text[]) as x (sha256) where not exists (select 1 from videos v where v.sha256 = x.sha256)
       and not exists (select 1 from imports i where i.original_sha256 = x.sha256)
       and not exists (select 1 from motions m where m.content_sha256 = x.sha256)
       and not exists (select 1 from ground_records g where g.content_sha256 = x.sha256)
       and not exists (select 1 from removed_files r where r.sha256 = x.sha256)`,
      [sha256s],
    )
  ).map((r) => r.sha256);

/** What tells this database from any other. */
export const installationId = async (db: Db): Promise<string> =>
  (await db.query<{ id: string }>('select id from installation'))[0]!.id;

/** Whether any row of any practice stands on a stored file. */
const contentIsUsed = async (db: Db, sha256: string): Promise<boolean> =>
  (
    await db.query(
      `select 1 from videos where sha256 = $1 union all select 1 from imports where original_sha256 = $1
       union all select 1 from motions where content_sha256 = $1 union all select 1 from ground_records where content_sha256 = $1
       union all select 1 from removed_files where sha256 = $1 limit 1`,
      [sha256],
    )
  ).length > 0;
