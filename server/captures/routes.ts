import { randomUUID } from 'node:crypto';
import express, { Router } from 'express';
import { importQuerySchema } from '../../api/measure-schemas.ts';
import { sequenceToWire } from '../../api/sequence-wire.ts';
import type { CurvesWire } from '../../api/types.ts';
import { analyseSequence, type Sequence } from '../../core/capture/sequence.ts';
import { SEGMENTS } from '../../core/capture/motion.ts';
import { measureSequence } from '../../core/diagnosis/measure.ts';
import { LARGEST_FILE_BYTES } from '../../core/formats/delimited.ts';
import { readMotionCsv } from '../../core/formats/motion-csv.ts';
import { radToDeg } from '../../core/units/units.ts';
import { contentHash } from '../accounts/secrets.ts';
import { idParam, practiceOf, valid, type Services } from '../http/context.ts';
import { notFound } from '../http/problem.ts';
import { importTarget, refuseCopy } from './import-target.ts';
import { insertImport, insertMotion, motionContent } from './queries.ts';

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

/** Imports of captured swings into a block: all of a file or nothing; the same file twice is recognised. */
export function captureRoutes({ db, hub }: Services): Router {
  const router = Router();
  const body = express.text({ type: () => true, limit: LARGEST_FILE_BYTES });

  router.get('/motions/:id/file', async (req, res) => {
    const content = await motionContent(db, practiceOf(req), idParam(req));
    if (content === undefined) throw notFound('The captured swing');
    res.type('text/csv').send(content);
  });

  router.post('/blocks/:id/imports/motion', body, async (req, res) => {
    const practiceId = practiceOf(req);
    const { blockId, lessonId, student } = await importTarget(db, practiceId, idParam(req));
    const query = valid(importQuerySchema, req.query);
    const text = typeof req.body === 'string' ? req.body : '';
    const capture = readMotionCsv(text, query.name);
    const sequence = analyseSequence(capture);
    const hash = contentHash(text);
    if (await refuseCopy(db, practiceId, student.id, hash, query.id))
      return void res.status(201).json({ id: query.id });
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
