import type { GroundHead } from '../../api/types.ts';
import type { Ground } from '../../core/capture/ground-analysis.ts';
import type { GroundTraces } from '../../core/capture/ground-traces.ts';
import type { Measurement } from '../../core/diagnosis/findings.ts';
import type { Db, Row } from '../db/connection.ts';

export interface GroundRow extends Row {
  id: string;
  block_id: string;
  file_name: string;
  figures: Ground;
  measurements: Measurement[];
}

export const groundsOfLesson = (db: Db, practiceId: string, lessonId: string): Promise<GroundRow[]> =>
  db.query<GroundRow>(
    `select g.id, g.block_id, g.file_name, g.figures, g.measurements from ground_records g
     join live_blocks b on b.id = g.block_id where g.practice_id = $1 and b.lesson_id = $2 order by g.created_at, g.id`,
    [practiceId, lessonId],
  );

export const groundToHead = (row: GroundRow): GroundHead => ({
  id: row.id,
  fileName: row.file_name,
  ground: row.figures,
});

/** Curves of the ground of a block's swings, by their ids. */
export const groundTracesOf = async (
  db: Db,
  practiceId: string,
  blockId: string,
): Promise<Record<string, GroundTraces>> =>
  Object.fromEntries(
    (
      await db.query<{ id: string; traces: GroundTraces }>(
        'select id, traces from ground_records where practice_id = $1 and block_id = $2',
        [practiceId, blockId],
      )
    ).map((r) => [r.id, r.traces]),
  );

export const insertGround = (
  db: Db,
  practiceId: string,
  g: {
    id: string;
    blockId: string;
    importId: string;
    fileName: string;
    contentSha256: string;
    figures: Ground;
    traces: GroundTraces;
    measurements: readonly Measurement[];
  },
): Promise<unknown> =>
  db.query(
    `insert into ground_records (id, practice_id, block_id, import_id, file_name, content_sha256, figures, traces, measurements)
     values ($1,$2,$3,$4,$5,$6,$7,$8,$9)`,
    [
      g.id,
      practiceId,
      g.blockId,
      g.importId,
      g.fileName,
      g.contentSha256,
      JSON.stringify(g.figures),
      JSON.stringify(g.traces),
      JSON.stringify(g.measurements),
    ],
  );

/** Hash of a swing's ground.csv in the content store. */
export const groundContent = async (db: Db, practiceId: string, id: string): Promise<string | undefined> =>
  (
    await db.query<{ content_sha256: string }>(
      'select content_sha256 from ground_records where practice_id = $1 and id = $2',
      [practiceId, id],
    )
  )[0]?.content_sha256;
