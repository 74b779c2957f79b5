import type { SequenceWire } from '../../api/sequence-wire.ts';
import type { CurvesWire, FitWire, ImportWire, MotionHead, MotionWire, StudentMotionWire } from '../../api/types.ts';
import type { Measurement } from '../../core/diagnosis/findings.ts';
import type { PriceInputs } from '../../core/diagnosis/learned-price.ts';
import type { KeptPrice } from '../../core/diagnosis/priced-swing.ts';
import type { ColumnMapping } from '../../core/formats/shot-columns.ts';
import { contentHash } from '../http/secrets.ts';
import type { Db, Row } from '../db/connection.ts';

export interface ImportRow extends Row {
  id: string;
  block_id: string;
  lesson_id: string;
  starts_at: Date;
  file_name: string;
  /** Still on its way. */
  staged: boolean;
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
      `select i.id, i.block_id, i.file_name, i.staged, b.lesson_id, l.starts_at from imports i join live_blocks b on b.id = i.block_id
       join lessons l on l.id = b.lesson_id
       where i.practice_id = $1 and l.student_id = $2 and i.content_hash = $3 limit 1`,
      [practiceId, studentId, hash],
    )
  )[0];

export interface NewImport {
  readonly id: string;
  readonly blockId: string;
  readonly kind: ImportWire['kind'];
  readonly fileName: string;
  readonly hash: string;
  readonly rowCount: number;
  readonly madeBlocks?: readonly string[];
  /** The file as it came, in the content store, where what is kept was read out of it. */
  readonly originalSha256?: string;
  /** Not to be seen yet: its rows come by parts. */
  readonly staged?: boolean;
}

export const insertImport = (db: Db, practiceId: string, row: NewImport): Promise<unknown> =>
  db.query(
    `insert into imports (id, practice_id, block_id, kind, file_name, content_hash, row_count, made_blocks, original_sha256, staged)
     values ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10)`,
    [
      row.id,
      practiceId,
      row.blockId,
      row.kind,
      row.fileName,
      row.hash,
      row.rowCount,
      row.madeBlocks ?? [],
      row.originalSha256 ?? null,
      row.staged ?? false,
    ],
  );

export const importsOfLesson = async (db: Db, practiceId: string, lessonId: string): Promise<ImportWire[]> =>
  (
    await db.query<{
      id: string;
      block_id: string;
      kind: ImportWire['kind'];
      file_name: string;
      row_count: number;
      created_at: Date;
    }>(
      `select i.id, i.block_id, i.kind, i.file_name, i.row_count, i.created_at from imports i join live_blocks b on b.id = i.block_id
       where i.practice_id = $1 and b.lesson_id = $2 and not i.staged order by i.created_at, i.id`,
      [practiceId, lessonId],
    )
  ).map((r) => ({
    id: r.id,
    blockId: r.block_id,
    kind: r.kind,
    fileName: r.file_name,
    rowCount: r.row_count,
    createdAt: r.created_at.toISOString(),
  }));

/** Shows an import whose rows are all there. */
export const unstage = (db: Db, practiceId: string, id: string): Promise<unknown> =>
  db.query('update imports set staged = false where practice_id = $1 and id = $2', [practiceId, id]);

/**
 * Takes imports back that were cut off.
 * @param hours only those that began longer ago, where another program may still be at one; 0 for all
 * @returns how many
 */
export async function dropStaged(db: Db, hours: number): Promise<number> {
  const left = await db.query<{ id: string; practice_id: string }>(
    'select id, practice_id from imports where staged and ($1::int = 0 or created_at <= now() - make_interval(hours => $1::int))',
    [hours],
  );
  for (const { id, practice_id } of left) await db.transaction((tx) => undoImport(tx, practice_id, id));
  return left.length;
}

/** An import with where it belongs. */
export const importRow = async (
  db: Db,
  practiceId: string,
  id: string,
): Promise<{ file_name: string; lesson_id: string; student_id: string; made_blocks: string[] } | undefined> =>
  (
    await db.query<{ file_name: string; lesson_id: string; student_id: string; made_blocks: string[] }>(
      `select i.file_name, b.lesson_id, l.student_id, i.made_blocks from imports i join blocks b on b.id = i.block_id
         join lessons l on l.id = b.lesson_id where i.practice_id = $1 and i.id = $2`,
      [practiceId, id],
    )
  )[0];

/** Those of some blocks in which nothing is left. */
export const emptyBlocks = async (db: Db, practiceId: string, ids: readonly string[]): Promise<string[]> =>
  (
    await db.query<{ id: string }>(
      `select b.id from blocks b where b.practice_id = $1 and b.id = any($2::uuid[])
         and not exists (select 1 from shots s where s.block_id = b.id)
         and not exists (select 1 from motions m where m.block_id = b.id)
         and not exists (select 1 from ground_records g where g.block_id = b.id)`,
      [practiceId, ids],
    )
  ).map((r) => r.id);

/** Takes a whole import back: its shots or captures, and the blocks it made, where nothing else is in them. @returns the lesson */
export async function undoImport(db: Db, practiceId: string, id: string): Promise<string | undefined> {
  const [row] = await db.query<{ lesson_id: string; made_blocks: string[] }>(
    'select b.lesson_id, i.made_blocks from imports i join blocks b on b.id = i.block_id where i.practice_id = $1 and i.id = $2',
    [practiceId, id],
  );
  if (!row) return undefined;
  await db.query('delete from imports where practice_id = $1 and id = $2', [practiceId, id]);
  await db.query('delete from blocks where practice_id = $1 and id = any($2::uuid[])', [
    practiceId,
    await emptyBlocks(db, practiceId, row.made_blocks),
  ]);
  return row.lesson_id;
}

/** Key of a file's labels: the same names in the same order. */
export const headerHash = (header: readonly string[]): string => contentHash(header.join('\u001f'));

/** What an earlier file with these labels was taken as. */
export const mappingFor = async <T = ColumnMapping>(
  db: Db,
  practiceId: string,
  headerHash: string,
): Promise<T | undefined> =>
  (
    await db.query<{ mapping: T }>('select mapping from column_mappings where practice_id = $1 and header_hash = $2', [
      practiceId,
      headerHash,
    ])
  )[0]?.mapping;

export const rememberMapping = (db: Db, practiceId: string, headerHash: string, mapping: unknown): Promise<unknown> =>
  db.query(
    `insert into column_mappings (practice_id, header_hash, mapping) values ($1, $2, $3)
     on conflict (practice_id, header_hash) do update set mapping = excluded.mapping, saved_at = now()`,
    [practiceId, headerHash, JSON.stringify(mapping)],
  );

export interface MotionRow extends Row {
  id: string;
  block_id: string;
  file_name: string;
  sequence: SequenceWire;
  measurements: Measurement[];
  fit: FitWire | null;
  price_inputs: PriceInputs | null;
  price: KeptPrice | null;
}

export const motionToHead = (m: MotionRow): MotionHead => ({
  id: m.id,
  fileName: m.file_name,
  sequence: m.sequence,
  fit: m.fit,
});

export const insertMotion = (
  db: Db,
  practiceId: string,
  m: {
    id: string;
    blockId: string;
    importId: string;
    fileName: string;
    contentSha256: string;
    sequence: SequenceWire;
    curves: CurvesWire;
    measurements: readonly Measurement[];
    priceInputs: PriceInputs | null;
  },
): Promise<unknown> =>
  db.query(
    `insert into motions (id, practice_id, block_id, import_id, file_name, content_sha256, sequence, curves, measurements, price_inputs)
     values ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10)`,
    [
      m.id,
      practiceId,
      m.blockId,
      m.importId,
      m.fileName,
      m.contentSha256,
      JSON.stringify(m.sequence),
      JSON.stringify(m.curves),
      JSON.stringify(m.measurements),
      m.priceInputs && JSON.stringify(m.priceInputs),
    ],
  );

/** Hash of a captured swing's file in the content store. */
export const motionContent = async (db: Db, practiceId: string, id: string): Promise<string | undefined> =>
  (
    await db.query<{ content_sha256: string }>(
      'select content_sha256 from motions where practice_id = $1 and id = $2',
      [practiceId, id],
    )
  )[0]?.content_sha256;

export const motionsOfLesson = (db: Db, practiceId: string, lessonId: string): Promise<MotionRow[]> =>
  db.query<MotionRow>(
    `select m.id, m.block_id, m.file_name, m.sequence, m.measurements, m.fit, m.price_inputs, m.price from motions m
     join live_blocks b on b.id = m.block_id where m.practice_id = $1 and b.lesson_id = $2 order by m.created_at, m.id`,
    [practiceId, lessonId],
  );

/** Keeps what a captured swing's faults cost, as it was reckoned last. */
export const keepPrice = (db: Db, practiceId: string, id: string, price: KeptPrice): Promise<unknown> =>
  db.query('update motions set price = $3 where practice_id = $1 and id = $2', [practiceId, id, JSON.stringify(price)]);

/** Curves of a block's captured swings, by their ids. */
export const motionCurvesOf = async (
  db: Db,
  practiceId: string,
  blockId: string,
): Promise<Record<string, CurvesWire>> =>
  Object.fromEntries(
    (
      await db.query<{ id: string; curves: CurvesWire }>(
        'select id, curves from motions where practice_id = $1 and block_id = $2',
        [practiceId, blockId],
      )
    ).map((r) => [r.id, r.curves]),
  );

/** Keeps the fit of a captured swing. @returns its lesson, undefined where the swing is not of this practice */
export const saveFit = async (db: Db, practiceId: string, id: string, fit: FitWire): Promise<string | undefined> =>
  (
    await db.query<{ lesson_id: string }>(
      `update motions m set fit = $3 from live_blocks b
       where m.practice_id = $1 and m.id = $2 and b.id = m.block_id returning b.lesson_id`,
      [practiceId, id, JSON.stringify(fit)],
    )
  )[0]?.lesson_id;

/** Captured swings of a student, newest lesson first, without their curves. */
export const motionsOfStudent = async (db: Db, practiceId: string, studentId: string): Promise<StudentMotionWire[]> =>
  (
    await db.query<{ id: string; lesson_id: string; starts_at: Date; club: string; file_name: string }>(
      `select m.id, b.lesson_id, l.starts_at, b.club, m.file_name from motions m
       join live_blocks b on b.id = m.block_id join lessons l on l.id = b.lesson_id
       where m.practice_id = $1 and l.student_id = $2 order by l.starts_at desc, m.created_at, m.id limit 200`,
      [practiceId, studentId],
    )
  ).map((r) => ({
    id: r.id,
    lessonId: r.lesson_id,
    startsAt: r.starts_at.toISOString(),
    club: r.club,
    fileName: r.file_name,
  }));

/** One captured swing with its curves. */
export const wholeMotion = async (db: Db, practiceId: string, id: string): Promise<MotionWire | undefined> => {
  const [row] = await db.query<MotionRow & { curves: CurvesWire }>(
    `select m.id, m.block_id, m.file_name, m.sequence, m.curves, m.measurements, m.fit, m.price_inputs, m.price from motions m
     join live_blocks b on b.id = m.block_id where m.practice_id = $1 and m.id = $2`,
    [practiceId, id],
  );
  return row && { ...motionToHead(row), curves: row.curves };
};
