import { dayOf } from '../../core/units/calendar-day.ts';
import express, { Router } from 'express';
import { marksOf, newVideoSchema, videoPatchSchema } from '../../api/picture-schemas.ts';
import { InputError } from '../../core/errors/input-error.ts';
import { measurePictureSigns } from '../../core/diagnosis/evidence-of-picture.ts';
import { LARGEST_VIDEO_BYTES } from '../../core/formats/video-limits.ts';
import { checkFileSize } from '../../core/formats/delimited.ts';
import { readPictureFile } from '../../threads/picture-file.ts';
import { measurePicture } from '../../core/picture/picture-measures.ts';
import { forgetRemovals } from '../records/removals.ts';
import { checkConsent } from '../readings/consent.ts';
import { removeOne } from './removals.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';
import { jsonBody } from './json-body.ts';
import { notFound, Problem } from '../http/problem.ts';
import { dropUnused, holdContent } from '../rows/content.ts';
import { lessonRow } from '../rows/lessons.ts';
import { studentRow, type StudentRow } from '../rows/students.ts';
import type { Db } from '../db/connection.ts';
import {
  completeVideo,
  deleteVideo,
  deleteVideosOf,
  insertVideo,
  isWhole,
  pictureOf,
  saveMarks,
  videoAnswer,
  videoByHash,
  videoRow,
  videosOfStudent,
  type VideoRow,
  type WholeVideoRow,
} from '../rows/videos.ts';

/** Largest piece of a video in one request. */
const PIECE = '9mb';

async function studentOfLesson(db: Db, practiceId: string, lessonId: string): Promise<StudentRow> {
  const lesson = await lessonRow(db, practiceId, lessonId);
  const student = lesson && (await studentRow(db, practiceId, lesson.student_id));
  if (!lesson || !student) throw notFound('The lesson');
  return student;
}

const NOT_STORED = 'Nothing was stored.';
const CLOSED = 'The films are closed; they can be erased.';

/** What a stored picture is served as: what its bytes say, whatever its name is. */
function typeOf({ facts, file_name }: WholeVideoRow): string {
  if (facts.mimeType) return facts.mimeType;
  if (facts.kind === 'still') return `image/${facts.codec === 'jpg' ? 'jpeg' : facts.codec}`;
  return /\.webm$/i.test(file_name) ? 'video/webm' : 'video/mp4';
}

/** Sound goes on a little after the last picture. */
const BEYOND_END_S = 0.5;

/** Videos and stills of lessons: sent in pieces, stored as given, marked and measured. */
export function videoRoutes(services: Services): Router {
  const { db, hub, content: files } = services;
  const router = Router();
  const here = async (practiceId: string, id: string): Promise<VideoRow> => {
    const row = await videoRow(db, practiceId, id);
    if (!row) throw notFound('The video');
    return row;
  };
  /** A film that is all here and may be looked at, and whose it is. */
  const film = async (practiceId: string, id: string): Promise<{ row: WholeVideoRow; student: StudentRow }> => {
    const row = await here(practiceId, id);
    if (!isWhole(row)) throw new Problem(409, 'not-whole', 'The video is still on its way.', 'id');
    const student = await studentOfLesson(db, practiceId, row.lesson_id);
    checkConsent(student, CLOSED);
    return { row, student };
  };

  on(router, 'POST /lessons/:id/videos', ...jsonBody(db), async (req, res) => {
    const practiceId = practiceOf(req);
    const lessonId = idParam(req);
    const student = await studentOfLesson(db, practiceId, lessonId);
    const input = valid(newVideoSchema, req.body);
    checkConsent(student, NOT_STORED);
    checkFileSize(input.sizeBytes, input.fileName, LARGEST_VIDEO_BYTES);
    await insertVideo(db, practiceId, lessonId, input);
    // An id of another practice was not taken: it is not there for this one.
    const row = await here(practiceId, input.id);
    res
      .status(201)
      .json({ id: row.id, receivedBytes: isWhole(row) ? Number(row.size_bytes) : await files.received(row.id) });
  });

  on(router, 'POST /videos/:id/pieces', express.raw({ type: () => true, limit: PIECE }), async (req, res) => {
    const row = await here(practiceOf(req), idParam(req));
    if (isWhole(row)) return void res.json({ receivedBytes: Number(row.size_bytes) });
    const from = Number(req.query.from);
    const piece: unknown = req.body;
    if (!(piece instanceof Uint8Array) || piece.length === 0) {
      throw new Problem(422, 'empty-file', 'A piece of the video has no bytes.', 'body');
    }
    const receivedBytes = await files.inTurn(row.id, async () => {
      const received = await files.received(row.id);
      // A piece that is here already is not taken twice; the answer says where to go on.
      if (from !== received) return received;
      if (received + piece.length > Number(row.size_bytes)) {
        throw new Problem(422, 'too-large', 'More bytes came than were announced; send the video anew.', 'body');
      }
      return files.append(row.id, piece);
    });
    res.json({ receivedBytes });
  });

  /** Reads and keeps an upload whose last piece is here; what is refused is gone. @returns its lesson */
  const complete = async (practiceId: string, id: string): Promise<string> => {
    const row = await here(practiceId, id);
    if (isWhole(row)) return row.lesson_id;
    const student = await studentOfLesson(db, practiceId, row.lesson_id);
    const received = await files.received(row.id);
    if (received !== Number(row.size_bytes)) {
      throw new Problem(409, 'not-whole', `Only ${received} of ${row.size_bytes} bytes are here.`, String(received));
    }
    try {
      checkConsent(student, NOT_STORED);
      const sha256 = await files.hashPart(row.id);
      const facts = await readPictureFile(await files.localPart(row.id), row.file_name);
      await db.transaction(async (tx) => {
        await holdContent(tx, sha256);
        const same = await videoByHash(tx, practiceId, student.id, sha256);
        if (same) {
          const day = dayOf(same.starts_at);
          throw new Problem(
            409,
            'already-here',
            `This video is already here: ${same.file_name} in the lesson of ${day}.`,
            same.lesson_id,
          );
        }
        await completeVideo(tx, practiceId, row.id, { sha256, facts });
        await files.keep(row.id, sha256);
      });
    } catch (error) {
      if (error instanceof Problem || error instanceof InputError) {
        await deleteVideo(db, practiceId, row.id);
        await files.dropPart(row.id);
      }
      throw error;
    }
    hub.publish(practiceId, { kind: 'changed', lessonId: row.lesson_id });
    return row.lesson_id;
  };

  on(router, 'POST /videos/:id/done', async (req, res) => {
    const practiceId = practiceOf(req);
    const id = idParam(req);
    await files.inTurn(id, () => complete(practiceId, id));
    const { row, student } = await film(practiceId, id);
    res.json(videoAnswer(row, student));
  });

  on(router, 'GET /videos/:id', async (req, res) => {
    const { row, student } = await film(practiceOf(req), idParam(req));
    res.json(videoAnswer(row, student));
  });

  on(router, 'GET /videos/:id/file', async (req, res) => {
    const { row } = await film(practiceOf(req), idParam(req));
    res.sendFile(await files.localWhole(row.sha256), {
      headers: {
        'Content-Type': typeOf(row),
        'X-Content-Type-Options': 'nosniff',
        // Asked for anew each time: who has signed out sees nothing, what has not changed is not sent again.
        'Cache-Control': 'private, no-cache',
        ...(req.query.save === undefined
          ? {}
          : { 'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(row.file_name)}` }),
      },
      acceptRanges: true,
      cacheControl: false,
      dotfiles: 'allow',
    });
  });

  on(router, 'PUT /videos/:id/marks', ...jsonBody(db, '20mb'), async (req, res) => {
    const practiceId = practiceOf(req);
    const { row, student } = await film(practiceId, idParam(req));
    const input = valid(videoPatchSchema, req.body);
    const marks = marksOf(input.marks);
    const frames = row.facts.frameTimesS.length;
    if ([...Object.values(marks.checkpoints), ...marks.frames].some((m) => m.frame >= frames)) {
      throw new Problem(422, 'bad-field', `A mark stands beyond the video’s ${frames} frames.`, 'marks');
    }
    const endS = row.facts.frameTimesS[frames - 1]! + BEYOND_END_S;
    if (Object.values(marks.moments ?? {}).some((m) => m.timeS > endS))
      throw new Problem(
        422,
        'bad-field',
        `A moment lies beyond the end of the video at ${endS.toFixed(1)} s.`,
        'marks',
      );
    const measures = measurePicture(pictureOf(row, student, { view: input.view, marks }));
    const measurements = measurePictureSigns(measures, {
      id: row.id,
      label: `${input.view} video`,
      view: input.view,
      heightM: student.height_m ?? undefined,
    });
    await saveMarks(db, practiceId, row.id, { view: input.view, marks, measurements });
    hub.publish(practiceId, { kind: 'changed', lessonId: row.lesson_id });
    res.json(videoAnswer({ ...row, view: input.view, marks, measurements: [...measurements] }, student));
  });

  on(router, 'DELETE /videos/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const row = await here(practiceId, idParam(req));
    // One that is not whole yet is given up; a whole one comes back for a day.
    if (row.sha256 === null) {
      await deleteVideo(db, practiceId, row.id);
      await files.dropPart(row.id);
      hub.publish(practiceId, { kind: 'changed', lessonId: row.lesson_id });
    } else await removeOne(services, req, 'videos', 'film', `the film ${row.file_name}`);
    res.status(204).end();
  });

  on(router, 'DELETE /students/:id/videos', async (req, res) => {
    const practiceId = practiceOf(req);
    // Withdrawn consent: what was removed before does not come back either.
    await forgetRemovals(services, { practiceId, studentId: idParam(req), kind: 'film' });
    const taken = await deleteVideosOf(db, practiceId, idParam(req));
    for (const { id } of taken) await files.dropPart(id);
    await dropUnused(
      db,
      files,
      taken.flatMap((v) => v.sha256 ?? []),
    );
    hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    res.json({ erased: taken.length });
  });

  on(router, 'GET /students/:id/videos', async (req, res) => {
    res.json(await videosOfStudent(db, practiceOf(req), idParam(req)));
  });
  return router;
}
