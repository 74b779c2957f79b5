import express, { Router } from 'express';
import { marksOf, newVideoSchema, videoPatchSchema } from '../../api/picture-schemas.ts';
import { InputError } from '../../core/errors/input-error.ts';
import { measurePictureSigns } from '../../core/diagnosis/evidence-of-picture.ts';
import { LARGEST_VIDEO_BYTES } from '../../core/formats/video-limits.ts';
import { checkFileSize } from '../../core/formats/delimited.ts';
import { readPictureFile } from '../../threads/picture-file.ts';
import { measurePicture } from '../../core/picture/picture-measures.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';
import { jsonBody } from '../http/json-body.ts';
import { notFound, Problem } from '../http/problem.ts';
import { ageYears } from '../readings/lesson.ts';
import { dropUnused, holdContent } from '../rows/content.ts';
import { lessonRow } from '../rows/lessons.ts';
import { studentRow, type StudentRow } from '../rows/students.ts';
import type { Db } from '../db/connection.ts';
import {
  completeVideo,
  deleteVideo,
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
const ADULT_AGE = 18;

async function studentOfLesson(
  db: Db,
  practiceId: string,
  lessonId: string,
): Promise<{ student: StudentRow; startsAt: Date }> {
  const lesson = await lessonRow(db, practiceId, lessonId);
  const student = lesson && (await studentRow(db, practiceId, lesson.student_id));
  if (!lesson || !student) throw notFound('The lesson');
  return { student, startsAt: lesson.starts_at };
}

/** A minor is filmed only with a guardian's consent on file. @throws Problem 403 */
function checkConsent(student: StudentRow, on: Date): void {
  if (ageYears(student, on) >= ADULT_AGE || student.guardian_consent_on !== null) return;
  throw new Problem(
    403,
    'no-consent',
    `${student.name} is under ${ADULT_AGE} and no guardian’s consent is on file: nothing was stored. Record the consent on the student’s page first.`,
    'guardianConsentOn',
  );
}

/** Videos and stills of lessons: sent in pieces, stored as given, marked and measured. */
export function videoRoutes({ db, hub, content: files }: Services): Router {
  const router = Router();
  const here = async (practiceId: string, id: string): Promise<VideoRow> => {
    const row = await videoRow(db, practiceId, id);
    if (!row) throw notFound('The video');
    return row;
  };
  const whole = async (practiceId: string, id: string): Promise<WholeVideoRow> => {
    const row = await here(practiceId, id);
    if (!isWhole(row)) throw new Problem(409, 'not-whole', 'The video is still on its way.', 'id');
    return row;
  };

  on(router, 'POST /lessons/:id/videos', ...jsonBody(db), async (req, res) => {
    const practiceId = practiceOf(req);
    const lessonId = idParam(req);
    const { student, startsAt } = await studentOfLesson(db, practiceId, lessonId);
    const input = valid(newVideoSchema, req.body);
    checkConsent(student, startsAt);
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

  on(router, 'POST /videos/:id/done', async (req, res) => {
    const practiceId = practiceOf(req);
    const row = await here(practiceId, idParam(req));
    const { student, startsAt } = await studentOfLesson(db, practiceId, row.lesson_id);
    if (isWhole(row)) return void res.json(videoAnswer(row, student));
    const received = await files.received(row.id);
    if (received !== Number(row.size_bytes)) {
      throw new Problem(409, 'not-whole', `Only ${received} of ${row.size_bytes} bytes are here.`, String(received));
    }
    const forget = async (): Promise<void> => {
      await deleteVideo(db, practiceId, row.id);
      await files.dropPart(row.id);
    };
    try {
      checkConsent(student, startsAt);
      const sha256 = await files.hashPart(row.id);
      const same = await videoByHash(db, practiceId, student.id, sha256);
      if (same) {
        const day = same.starts_at.toISOString().slice(0, 10);
        throw new Problem(
          409,
          'already-here',
          `This video is already here: ${same.file_name} in the lesson of ${day}.`,
          same.lesson_id,
        );
      }
      const facts = await readPictureFile(files.part(row.id), row.file_name);
      await db.transaction(async (tx) => {
        await holdContent(tx, sha256);
        await files.keep(row.id, sha256);
        await completeVideo(tx, practiceId, row.id, { sha256, facts });
      });
    } catch (error) {
      if (error instanceof Problem || error instanceof InputError) await forget();
      throw error;
    }
    hub.publish(practiceId, { kind: 'changed', lessonId: row.lesson_id });
    res.json(videoAnswer(await whole(practiceId, row.id), student));
  });

  on(router, 'GET /videos/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const row = await whole(practiceId, idParam(req));
    res.json(videoAnswer(row, (await studentOfLesson(db, practiceId, row.lesson_id)).student));
  });

  on(router, 'GET /videos/:id/file', async (req, res) => {
    const row = await whole(practiceOf(req), idParam(req));
    const type = { still: `image/${row.facts.codec === 'jpg' ? 'jpeg' : row.facts.codec}`, video: 'video/mp4' }[
      row.facts.kind
    ];
    res.sendFile(files.whole(row.sha256), {
      headers: {
        'Content-Type': /\.webm$/i.test(row.file_name) ? 'video/webm' : type,
        'X-Content-Type-Options': 'nosniff',
        // The same address always gives the same bytes: they may stay on this machine.
        'Cache-Control': 'private, max-age=86400',
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
    const row = await whole(practiceId, idParam(req));
    const { student } = await studentOfLesson(db, practiceId, row.lesson_id);
    const input = valid(videoPatchSchema, req.body);
    const marks = marksOf(input.marks);
    const frames = row.facts.frameTimesS.length;
    if ([...Object.values(marks.checkpoints), ...marks.frames].some((m) => m.frame >= frames)) {
      throw new Problem(422, 'bad-field', `A mark stands beyond the video’s ${frames} frames.`, 'marks');
    }
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
    await deleteVideo(db, practiceId, row.id);
    await files.dropPart(row.id);
    if (row.sha256 !== null) await dropUnused(db, files, [row.sha256]);
    hub.publish(practiceId, { kind: 'changed', lessonId: row.lesson_id });
    res.status(204).end();
  });

  on(router, 'GET /students/:id/videos', async (req, res) => {
    res.json(await videosOfStudent(db, practiceOf(req), idParam(req)));
  });
  return router;
}
