import { randomUUID } from 'node:crypto';
import express, { Router } from 'express';
import { importQuerySchema } from '../../api/schemas.ts';
import { sequenceToWire } from '../../api/sequence-wire.ts';
import type { CurvesWire } from '../../api/types.ts';
import { analyseSequence, type Sequence } from '../../core/capture/sequence.ts';
import { SEGMENTS } from '../../core/capture/motion.ts';
import { measureSequence } from '../../core/diagnosis/measure.ts';
import { LARGEST_FILE_BYTES } from '../../core/formats/delimited.ts';
import { readMotionCsv } from '../../core/formats/motion-csv.ts';
import { readShotsCsv, writeShotsCsv } from '../../core/formats/shots-csv.ts';
import { radToDeg } from '../../core/units/units.ts';
import { contentHash } from '../accounts/secrets.ts';
import { idParam, practiceOf, valid, type Services } from '../http/context.ts';
import { notFound, Problem } from '../http/problem.ts';
import { blockRow, insertShots, lessonRow, shotsOfLesson, valuesOf, type NewShot } from '../lessons/queries.ts';
import { studentRow, type StudentRow } from '../students/queries.ts';
import { importByHash, insertImport, insertMotion } from './queries.ts';

const PICTURE_POINTS = 260;
/** Stretch before the strike that the picture shows, s. */
const PICTURE_S = 1.6;

/** Curves thinned for the picture, rounded to a tenth of a degree a second. */
function curvesToWire(sequence: Sequence): CurvesWire {
  const { timeS, ratesRadPerS } = sequence.curves;
  const from = timeS.findIndex((t) => t >= -PICTURE_S);
  const step = Math.max(1, Math.floor((timeS.length - from) / PICTURE_POINTS));
  const indices: number[] = [];
  for (let i = timeS.length - 1; i >= from; i -= step) indices.unshift(i);
  const dps: CurvesWire['dps'] = {};
  for (const segment of SEGMENTS) {
    const rates = ratesRadPerS[segment];
    if (rates) dps[segment] = indices.map((i) => Math.round(radToDeg(rates[i]) * 10) / 10);
  }
  return { timeS: indices.map((i) => Math.round(timeS[i] * 1e4) / 1e4), dps };
}

/** Imports of files into a block: all of a file or nothing; the same file twice is recognised. */
export function captureRoutes({ db, hub }: Services): Router {
  const router = Router();
  const body = express.text({ type: () => true, limit: LARGEST_FILE_BYTES });

  const target = async (
    practiceId: string,
    blockId: string,
  ): Promise<{ blockId: string; lessonId: string; startsAt: Date; student: StudentRow }> => {
    const block = await blockRow(db, practiceId, blockId);
    const lesson = block && (await lessonRow(db, practiceId, block.lesson_id));
    const student = lesson && (await studentRow(db, practiceId, lesson.student_id));
    if (!block || !lesson || !student) throw notFound('The block');
    return { blockId: block.id, lessonId: lesson.id, startsAt: lesson.starts_at, student };
  };

  /** Refuses a second copy, unless it is the same request again. */
  const refuseCopy = async (
    practiceId: string,
    studentId: string,
    hash: string,
    importId: string,
  ): Promise<boolean> => {
    const earlier = await importByHash(db, practiceId, studentId, hash);
    if (!earlier) return false;
    if (earlier.id === importId) return true;
    const day = earlier.starts_at.toISOString().slice(0, 10);
    throw new Problem(
      409,
      'already-here',
      `This file is already here: ${earlier.file_name} in the lesson of ${day}.`,
      earlier.lesson_id,
    );
  };

  router.post('/blocks/:id/imports/shots', body, async (req, res) => {
    const practiceId = practiceOf(req);
    const { blockId, lessonId, startsAt, student } = await target(practiceId, idParam(req));
    const query = valid(importQuerySchema, req.query);
    const text = typeof req.body === 'string' ? req.body : '';
    const file = readShotsCsv(text, student.handedness, query.name);
    const hash = contentHash(text);
    if (await refuseCopy(practiceId, student.id, hash, query.id))
      return void res.status(201).json({ rows: file.shots.length, ignoredColumns: file.ignoredColumns });
    // Rows without a time keep their order by one second each.
    const shots: NewShot[] = file.shots.map((s, i) => ({
      id: randomUUID(),
      source: 'file',
      importId: query.id,
      struckAt: s.timeIso ?? new Date(startsAt.getTime() + 1000 * i).toISOString(),
      values: s.values,
    }));
    const clubs = [...new Set(file.shots.map((s) => s.club))];
    await db.transaction(async (tx) => {
      await insertImport(tx, practiceId, {
        id: query.id,
        blockId,
        kind: 'shots',
        fileName: query.name,
        hash,
        rowCount: shots.length,
      });
      await insertShots(tx, practiceId, blockId, shots);
    });
    hub.publish(practiceId, { kind: 'shot', lessonId });
    res.status(201).json({ rows: shots.length, ignoredColumns: file.ignoredColumns, clubs });
  });

  router.get('/blocks/:id/shots.csv', async (req, res) => {
    const practiceId = practiceOf(req);
    const { blockId, lessonId, startsAt, student } = await target(practiceId, idParam(req));
    const club = (await blockRow(db, practiceId, blockId))?.club ?? '';
    const shots = (await shotsOfLesson(db, practiceId, lessonId)).filter((s) => s.block_id === blockId);
    const rows = shots.map((s) => ({ timeIso: s.struck_at.toISOString(), club, values: valuesOf(s) }));
    res.attachment(`shots-${startsAt.toISOString().slice(0, 10)}-${club.replace(/\W+/g, '-')}.csv`);
    res.type('text/csv').send(writeShotsCsv(rows, student.handedness));
  });

  router.post('/blocks/:id/imports/motion', body, async (req, res) => {
    const practiceId = practiceOf(req);
    const { blockId, lessonId, student } = await target(practiceId, idParam(req));
    const query = valid(importQuerySchema, req.query);
    const text = typeof req.body === 'string' ? req.body : '';
    const capture = readMotionCsv(text, query.name);
    const sequence = analyseSequence(capture);
    const hash = contentHash(text);
    if (await refuseCopy(practiceId, student.id, hash, query.id)) return void res.status(201).json({ id: query.id });
    const id = randomUUID();
    const measurements = measureSequence(capture, sequence, { kind: 'motion', id, label: query.name });
    await db.transaction(async (tx) => {
      await insertImport(tx, practiceId, {
        id: query.id,
        blockId,
        kind: 'motion',
        fileName: query.name,
        hash,
        rowCount: capture.timeS.length,
      });
      await insertMotion(tx, practiceId, {
        id,
        blockId,
        importId: query.id,
        fileName: query.name,
        content: text,
        sequence: sequenceToWire(sequence),
        curves: curvesToWire(sequence),
        measurements,
      });
    });
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(201).json({ id });
  });
  return router;
}
