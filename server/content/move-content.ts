import type { Db } from '../db/connection.ts';
import type { ContentStore } from './content-store.ts';

const AT_ONCE = 10;
const COLUMNS = [
  { table: 'imports', content: 'original', hash: 'original_sha256' },
  { table: 'motions', content: 'content', hash: 'content_sha256' },
  { table: 'ground_records', content: 'content', hash: 'content_sha256' },
] as const;

/** Moves files that older versions kept in rows into the content store, a few at a time; a stop in between loses nothing. @returns how many */
export async function moveContent(db: Db, store: ContentStore): Promise<number> {
  let moved = 0;
  for (const { table, content, hash } of COLUMNS) {
    for (;;) {
      const rows = await db.query<{ id: string; content: string | Uint8Array }>(
        `select id, ${content} as content from ${table} where ${content} is not null limit ${AT_ONCE}`,
      );
      if (rows.length === 0) break;
      for (const row of rows) {
        const sha256 = await store.put(Buffer.from(row.content as Uint8Array));
        await db.query(`update ${table} set ${hash} = $2, ${content} = null where id = $1`, [row.id, sha256]);
        moved++;
      }
    }
  }
  return moved;
}
