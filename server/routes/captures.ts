import { randomUUID } from 'node:crypto';
import express, { Router, type Request } from 'express';
import { captureQuerySchema, fitSchema } from '../../api/capture-schemas.ts';
import { headerSchema } from '../../api/measure-schemas.ts';
import { sequenceToWire } from '../../api/sequence-wire.ts';
import type { FitWire } from '../../api/types.ts';
import { analyseGround } from '../../core/capture/ground-analysis.ts';
import { groundTraces } from '../../core/capture/ground-traces.ts';
import { analyseSequence } from '../../core/capture/sequence.ts';
import { measureGround } from '../../core/diagnosis/evidence-of-ground.ts';
import { priceInputs } from '../../core/diagnosis/learned-price.ts';
import { measureMotion } from '../../core/diagnosis/evidence-of-motion.ts';
import {
  captureSource,
  isC3d,
  readGroundFile,
  readMotionFile,
  type CaptureFileOptions,
} from '../../core/formats/capture-file.ts';
import type { CaptureMapping } from '../../core/formats/capture-mapping.ts';
import { sourceLabels } from '../../core/formats/capture-source.ts';
import { LARGEST_C3D_BYTES } from '../../core/formats/c3d.ts';
import { writeC3d } from '../../core/formats/c3d-write.ts';
import { checkFileSize } from '../../core/formats/delimited.ts';
import { writeGroundCsv } from '../../core/formats/ground-csv.ts';
import { motionToC3d } from '../../core/formats/motion-c3d.ts';
import { readMotionCsv, writeMotionCsv } from '../../core/formats/motion-csv.ts';
import { contentHash } from '../http/secrets.ts';
import type { Db } from '../db/connection.ts';
import { idParam, practiceOf, valid, type Services } from '../http/context.ts';
import { notFound } from '../http/problem.ts';
import { groundContent, insertGround } from '../rows/grounds.ts';
import { importTarget, refuseCopy } from '../readings/import-target.ts';
import {
  headerHash,
  insertImport,
  insertMotion,
  mappingFor,
  motionContent,
  motionRow,
  motionsOfStudent,
  motionToWire,
  rememberMapping,
  saveFit,
} from '../rows/captures.ts';
import { curvesToWire } from '../readings/curves.ts';

type Target = Awaited<ReturnType<typeof importTarget>>;
interface Given {
  readonly id: string;
  readonly importId: string;
  readonly name: string;
  readonly bytes: ArrayBuffer;
  readonly options: CaptureFileOptions;
  /** Read as it is: our own columns and units. */
  readonly own: boolean;
  readonly target: Target;
}
/** What a reader found: rows, and how to store them. */
interface Found {
  readonly rows: number;
  store(tx: Db, practiceId: string): Promise<unknown>;
}

const textOf = (bytes: ArrayBuffer): string => new TextDecoder().decode(bytes);

function motionOf({ id, importId, name, bytes, options, own, target }: Given): Found {
  const capture = readMotionFile(bytes, name, options);
  const sequence = analyseSequence(capture);
  return {
    rows: capture.timeS.length,
    store: (tx, practiceId) =>
      insertMotion(tx, practiceId, {
        id,
        blockId: target.blockId,
        importId,
        fileName: name,
        content: own ? textOf(bytes) : writeMotionCsv(capture),
        sequence: sequenceToWire(sequence),
        curves: curvesToWire(sequence),
        measurements: measureMotion(capture, sequence, { kind: 'motion', id, label: name }),
        priceInputs: priceInputs(sequence) ?? null,
      }),
  };
}

function groundOf({ id, importId, name, bytes, options, own, target }: Given): Found {
  const capture = readGroundFile(bytes, name, options);
  const figures = analyseGround(capture);
  return {
    rows: capture.timeS.length,
    store: (tx, practiceId) =>
      insertGround(tx, practiceId, {
        id,
        blockId: target.blockId,
        importId,
        fileName: name,
        content: own ? textOf(bytes) : writeGroundCsv(capture),
        figures,
        traces: groundTraces(capture, figures.bodyWeightN),
        measurements: measureGround(figures, target.block.club, { kind: 'ground', id, label: name }),
      }),
  };
}

/** Imports of captured swings and their ground into a block: all of a file or nothing; the same file twice is recognised. */
export function captureRoutes({ db, hub }: Services): Router {
  const router = Router();
  const body = express.raw({ type: () => true, limit: LARGEST_C3D_BYTES });

  router.get('/motions/:id/file', async (req, res) => {
    const content = await motionContent(db, practiceOf(req), idParam(req));
    if (content === undefined) throw notFound('The captured swing');
    if (req.query.as !== 'c3d') return void res.type('text/csv').send(content);
    const file = motionToC3d(readMotionCsv(content, 'swing.csv'));
    res
      .type('application/octet-stream')
      .attachment('swing.c3d')
      .send(Buffer.from(writeC3d(file)));
  });

  router.get('/grounds/:id/file', async (req, res) => {
    const content = await groundContent(db, practiceOf(req), idParam(req));
    if (content === undefined) throw notFound('The ground of the swing');
    res.type('text/csv').send(content);
  });

  router.get('/motions/:id', async (req, res) => {
    const row = await motionRow(db, practiceOf(req), idParam(req));
    if (!row) throw notFound('The captured swing');
    res.json(motionToWire(row));
  });

  router.get('/students/:id/motions', async (req, res) => {
    res.json(await motionsOfStudent(db, practiceOf(req), idParam(req)));
  });

  router.put('/motions/:id/fit', express.json(), async (req, res) => {
    const practiceId = practiceOf(req);
    const lessonId = await saveFit(db, practiceId, idParam(req), valid(fitSchema, req.body) as unknown as FitWire);
    if (lessonId === undefined) throw notFound('The captured swing');
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(204).end();
  });

  router.post('/capture-mappings/find', express.json(), async (req, res) => {
    const { header } = valid(headerSchema, req.body);
    const mapping = await mappingFor<CaptureMapping>(db, practiceOf(req), headerHash(header));
    res.json({ mapping: mapping ?? null });
  });

  const importer = (kind: 'motion' | 'ground', read: (given: Given) => Found) => async (req: Request, id: string) => {
    const practiceId = practiceOf(req);
    const target = await importTarget(db, practiceId, id);
    const query = valid(captureQuerySchema, req.query);
    const raw = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0);
    const bytes = new Uint8Array(raw).buffer;
    const c3d = isC3d(bytes, query.name);
    if (!c3d) checkFileSize(raw.length, query.name);
    const mapping = query.mapping as CaptureMapping | undefined;
    const recordId = randomUUID();
    const own = !c3d && !mapping && query.rates !== 'rad_s';
    const options = { handedness: target.student.handedness, mapping, ratesIn: query.rates };
    const found = read({ id: recordId, importId: query.id, name: query.name, bytes, options, own, target });
    const hash = contentHash(raw);
    if (await refuseCopy(db, practiceId, target.student.id, hash, query.id)) return query.id;
    await db.transaction(async (tx) => {
      await insertImport(tx, practiceId, {
        id: query.id,
        blockId: target.blockId,
        kind,
        fileName: query.name,
        hash,
        rowCount: found.rows,
        original: own ? undefined : raw,
      });
      await found.store(tx, practiceId);
      if (mapping && query.remember) {
        const labels = sourceLabels(captureSource(bytes, query.name), kind);
        await rememberMapping(tx, practiceId, headerHash(labels), mapping);
      }
    });
    hub.publish(practiceId, { kind: 'changed', lessonId: target.lessonId });
    return recordId;
  };
  const motion = importer('motion', motionOf);
  const ground = importer('ground', groundOf);
  router.post('/blocks/:id/imports/motion', body, async (req, res) => {
    res.status(201).json({ id: await motion(req, idParam(req)) });
  });
  router.post('/blocks/:id/imports/ground', body, async (req, res) => {
    res.status(201).json({ id: await ground(req, idParam(req)) });
  });
  return router;
}
