import type { StudentVideoWire, VideoAnswer, VideoWire } from '../../api/capture-types.ts';
import type { Measurement } from '../../core/diagnosis/findings.ts';
import type { VideoFacts } from '../../core/formats/video-facts.ts';
import { NO_MARKS, type PictureMarks, type View } from '../../core/picture/marks.ts';
import { sinceS } from '../../core/picture/compare-pictures.ts';
import { footOrder } from '../../core/picture/foot-order.ts';
import { measurePicture } from '../../core/picture/picture-measures.ts';
import type { MarkedPicture } from '../../core/picture/marks.ts';
import type { Db, Row } from '../db/connection.ts';
import type { StudentRow } from './students.ts';

export interface VideoRow extends Row {
  id: string;
  lesson_id: string;
  file_name: string;
  view: View;
  source: VideoWire['source'];
  size_bytes: string | number;
  sha256: string | null;
  facts: VideoFacts | null;
  marks: PictureMarks;
  measurements: Measurement[];
  created_at: Date;
}
/** A row whose file is here. */
export type WholeVideoRow = VideoRow & { sha256: string; facts: VideoFacts };

export const isWhole = (row: VideoRow): row is WholeVideoRow => row.sha256 !== null && row.facts !== null;

/** Marked checkpoints, and what feet and hands were seen to do, in real seconds from the strike. */
function momentsOf({ marks, facts }: WholeVideoRow): Record<string, number> {
  const { strike } = marks.checkpoints;
  if (!strike) return {};
  const side = { frameTimesS: facts.frameTimesS, marks };
  const seen = footOrder(side).moments.filter((m) => m.by === 'eye');
  return Object.fromEntries([
    ...Object.entries(marks.checkpoints).map(([c, m]) => [c, sinceS(side, m.frame, 'strike') ?? 0] as const),
    ...seen.map((m) => [m.moment, (m.afterStrikeMs?.value ?? 0) / 1000] as const),
  ]);
}

export function videoToWire(row: WholeVideoRow): VideoWire {
  const { facts } = row;
  const times = facts.frameTimesS;
  return {
    id: row.id,
    lessonId: row.lesson_id,
    fileName: row.file_name,
    kind: facts.kind,
    view: row.view,
    source: row.source,
    sizeBytes: Number(row.size_bytes),
    sha256: row.sha256,
    widthPx: facts.widthPx,
    heightPx: facts.heightPx,
    frames: times.length,
    lengthS: times[times.length - 1]! - times[0]!,
    hasSound: facts.hasSound,
    warnings: facts.warnings,
    checkpoints: Object.keys(row.marks.checkpoints).length,
    momentsS: momentsOf(row),
    addedAt: row.created_at.toISOString(),
  };
}

/** The video's marks as the core measures them. */
export const pictureOf = (
  row: WholeVideoRow,
  student: StudentRow,
  change: Partial<MarkedPicture> = {},
): MarkedPicture => ({
  view: row.view,
  handedness: student.handedness,
  widthPx: row.facts.widthPx,
  heightPx: row.facts.heightPx,
  frameTimesS: row.facts.frameTimesS,
  marks: row.marks,
  heightM: student.height_m ?? undefined,
  ...change,
});

export const videoAnswer = (row: WholeVideoRow, student: StudentRow): VideoAnswer => ({
  ...videoToWire(row),
  handedness: student.handedness,
  heightM: student.height_m,
  frameTimesS: row.facts.frameTimesS,
  saysSlowFactor: row.facts.saysSlowFactor ?? null,
  marks: row.marks,
  measures: measurePicture(pictureOf(row, student)),
});

export const videoRow = async (db: Db, practiceId: string, id: string): Promise<VideoRow | undefined> =>
  (await db.query<VideoRow>('select * from videos where practice_id = $1 and id = $2', [practiceId, id]))[0];

/** Whole videos of a lesson, oldest first. */
export const videosOfLesson = async (db: Db, practiceId: string, lessonId: string): Promise<WholeVideoRow[]> =>
  (
    await db.query<VideoRow>(
      'select * from videos where practice_id = $1 and lesson_id = $2 and sha256 is not null order by created_at, id',
      [practiceId, lessonId],
    )
  ).filter(isWhole);

export const videosOfStudent = async (db: Db, practiceId: string, studentId: string): Promise<StudentVideoWire[]> =>
  (
    await db.query<VideoRow & { starts_at: Date }>(
      `select v.*, l.starts_at from videos v join lessons l on l.id = v.lesson_id
       where v.practice_id = $1 and l.student_id = $2 and v.sha256 is not null order by l.starts_at desc, v.created_at, v.id`,
      [practiceId, studentId],
    )
  )
    .filter((r): r is WholeVideoRow & { starts_at: Date } => isWhole(r))
    .map((r) => ({ ...videoToWire(r), startsAt: r.starts_at.toISOString() }));

export const insertVideo = (
  db: Db,
  practiceId: string,
  lessonId: string,
  v: { id: string; fileName: string; view: View; source: string; sizeBytes: number },
): Promise<unknown> =>
  db.query(
    `insert into videos (id, practice_id, lesson_id, file_name, view, source, size_bytes, marks)
     values ($1,$2,$3,$4,$5,$6,$7,$8) on conflict (id) do nothing`,
    [v.id, practiceId, lessonId, v.fileName, v.view, v.source, v.sizeBytes, JSON.stringify(NO_MARKS)],
  );

export const completeVideo = (
  db: Db,
  practiceId: string,
  id: string,
  v: { sha256: string; facts: VideoFacts },
): Promise<unknown> =>
  db.query('update videos set sha256 = $3, facts = $4 where practice_id = $1 and id = $2', [
    practiceId,
    id,
    v.sha256,
    JSON.stringify(v.facts),
  ]);

export const saveMarks = (
  db: Db,
  practiceId: string,
  id: string,
  v: { view: View; marks: PictureMarks; measurements: readonly Measurement[] },
): Promise<unknown> =>
  db.query('update videos set view = $3, marks = $4, measurements = $5 where practice_id = $1 and id = $2', [
    practiceId,
    id,
    v.view,
    JSON.stringify(v.marks),
    JSON.stringify(v.measurements),
  ]);

/** Uploads of all practices that wait for their rest. */
export const unfinishedVideos = (db: Db): Promise<(VideoRow & { practice_id: string; student_name: string })[]> =>
  db.query(
    `select v.*, s.name as student_name from videos v join lessons l on l.id = v.lesson_id
       join students s on s.id = l.student_id where v.sha256 is null order by v.created_at`,
  );

/** Takes all pictures of a student away. @returns what they stood on */
export const deleteVideosOf = (
  db: Db,
  practiceId: string,
  studentId: string,
): Promise<{ id: string; sha256: string | null }[]> =>
  db.query(
    `delete from videos v using lessons l where l.id = v.lesson_id and v.practice_id = $1 and l.student_id = $2
     returning v.id, v.sha256`,
    [practiceId, studentId],
  );

export const deleteVideo = (db: Db, practiceId: string, id: string): Promise<unknown> =>
  db.query('delete from videos where practice_id = $1 and id = $2', [practiceId, id]);

/** The same content among the videos of a student. */
export const videoByHash = async (
  db: Db,
  practiceId: string,
  studentId: string,
  sha256: string,
): Promise<{ id: string; file_name: string; starts_at: Date; lesson_id: string } | undefined> =>
  (
    await db.query<{ id: string; file_name: string; starts_at: Date; lesson_id: string }>(
      `select v.id, v.file_name, v.lesson_id, l.starts_at from videos v join lessons l on l.id = v.lesson_id
       where v.practice_id = $1 and l.student_id = $2 and v.sha256 = $3 limit 1`,
      [practiceId, studentId, sha256],
    )
  )[0];

/** Name of a film. */
export const filmOf = async (db: Db, practiceId: string, id: string): Promise<string | undefined> =>
  (
    await db.query<{ file_name: string }>('select file_name from videos where practice_id = $1 and id = $2', [
      practiceId,
      id,
    ])
  )[0]?.file_name;
