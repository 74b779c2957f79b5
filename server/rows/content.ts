import type { Db } from '../db/connection.ts';

/** Whether any row of any practice stands on a stored file. */
export const contentIsUsed = async (db: Db, sha256: string): Promise<boolean> =>
  (
    await db.query(
      `select 1 from videos where sha256 = $1 union all select 1 from imports where original_sha256 = $1
       union all select 1 from motions where content_sha256 = $1 union all select 1 from ground_records where content_sha256 = $1
       limit 1`,
      [sha256],
    )
  ).length > 0;

/** Stored files that an import stands on. */
export const contentOfImport = async (db: Db, practiceId: string, importId: string): Promise<string[]> =>
  (
    await db.query<{ sha256: string }>(
      `select original_sha256 as sha256 from imports where practice_id = $1 and id = $2 and original_sha256 is not null
       union select content_sha256 from motions where practice_id = $1 and import_id = $2 and content_sha256 is not null
       union select content_sha256 from ground_records where practice_id = $1 and import_id = $2 and content_sha256 is not null`,
      [practiceId, importId],
    )
  ).map((r) => r.sha256);
