import type { SequenceWire } from '../../api/sequence-wire.ts';
import type { CurvesWire } from '../../api/types.ts';
import type { Measurement } from '../../core/diagnosis/findings.ts';
import type { Db, Row } from '../db/connection.ts';

export interface ImportRow extends Row {
  id: string;
  block_id: string;
  lesson_id: string;
  starts_at: Date;
  file_name: string;
}

/** An earlier import of the same content for the same student. */
export const importByHash = async (
  db: Db,
  practiceId: string,
  studentId: string,
  hash: string,
): Promise<ImportRow | undefined> =>
  (
    await db.query<ImportRow>(
      `select i.id, i.block_id, i.file_name, b.lesson_id, l.starts_at from imports i join blocks b on b.id = i.block_id
       join lessons l on l.id = b.lesson_id
       where i.practice_id = $1 and l.student_id = $2 and i.content_hash = $3 limit 1`,
      [practiceId, studentId, hash],
    )
  )[0];

export const insertImport = (
  db: Db,
  practiceId: string,
  row: { id: string; blockId: string; kind: 'shots' | 'motion'; fileName: string; hash: string; rowCount: number },
): Promise<unknown> =>
  db.query(
    'insert into imports (id, practice_id, block_id, kind, file_name, content_hash, row_count) values ($1,$2,$3,$4,$5,$6,$7)',
    [row.id, practiceId, row.blockId, row.kind, row.fileName, row.hash, row.rowCount],
  );

export interface MotionRow extends Row {
  id: string;
  block_id: string;
  file_name: string;
  sequence: SequenceWire;
  curves: CurvesWire;
  measurements: Measurement[];
}

export const insertMotion = (
  db: Db,
  practiceId: string,
  m: {
    id: string;
    blockId: string;
    importId: string;
    fileName: string;
    content: string;
    sequence: SequenceWire;
    curves: CurvesWire;
    measurements: readonly Measurement[];
  },
): Promise<unknown> =>
  db.query(
    `insert into motions (id, practice_id, block_id, import_id, file_name, content, sequence, curves, measurements)
     values ($1,$2,$3,$4,$5,$6,$7,$8,$9)`,
    [
      m.id,
      practiceId,
      m.blockId,
      m.importId,
      m.fileName,
      m.content,
      JSON.stringify(m.sequence),
      JSON.stringify(m.curves),
      JSON.stringify(m.measurements),
    ],
  );

export const motionsOfLesson = (db: Db, practiceId: string, lessonId: string): Promise<MotionRow[]> =>
  db.query<MotionRow>(
    `select m.id, m.block_id, m.file_name, m.sequence, m.curves, m.measurements from motions m
     join blocks b on b.id = m.block_id where m.practice_id = $1 and b.lesson_id = $2 order by m.created_at, m.id`,
    [practiceId, lessonId],
  );
