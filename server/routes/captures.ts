import { contentHash } from '../http/secrets.ts';
import { holdContent } from '../rows/content.ts';
import { randomUUID } from 'node:crypto';
import { open } from 'node:fs/promises';
import { Router, type Request } from 'express';
import { captureQuerySchema, fitSchema } from '../../api/capture-schemas.ts';
import { headerSchema } from '../../api/measure-schemas.ts';
import type { BlockCurves, FitWire } from '../../api/types.ts';
import { isC3d } from '../../core/formats/capture-file.ts';
import type { CaptureMapping } from '../../core/formats/capture-mapping.ts';
import { LARGEST_C3D_BYTES } from '../../core/formats/c3d.ts';
import { checkFileSize } from '../../core/formats/delimited.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';
import { jsonBody } from './json-body.ts';
import { notFound } from '../http/problem.ts';
import { groundContent, groundTracesOf, insertGround } from '../rows/grounds.ts';
import { importTarget, refuseCopy } from '../readings/import-target.ts';
import {
  headerHash,
  insertImport,
  insertMotion,
  mappingFor,
  motionContent,
  motionCurvesOf,
  motionsOfStudent,
  rememberMapping,
  saveFit,
  wholeMotion,
} from '../rows/captures.ts';

type Kind = 'motion' | 'ground';

/** Enough of a file to tell what it is. */
async function firstBytes(file: string): Promise<Uint8Array<ArrayBuffer>> {
  const opened = await open(file);
  try {
    const bytes = new Uint8Array(1024);
    const { bytesRead } = await opened.read(bytes, 0, bytes.length, 0);
    return bytes.slice(0, bytesRead);
  } finally {
    await opened.close();
  }
}

/** Imports of captured swings and their ground into a block: all of a file or nothing; the same file twice is recognised. */
export function captureRoutes({ db, hub, work, content }: Services): Router {
  const router = Router();

  on(router, 'GET /motions/:id/file', async (req, res) => {
    const sha256 = await motionContent(db, practiceOf(req), idParam(req));
    if (sha256 === undefined) throw notFound('The captured swing');
    const csv = (await content.read(sha256)).toString();
    if (req.query.as !== 'c3d') return void res.type('text/csv').send(csv);
    const file = await work.run('motionAsC3d', csv);
    res.type('application/octet-stream').attachment('swing.c3d').send(Buffer.from(file));
  });

  on(router, 'GET /grounds/:id/file', async (req, res) => {
    const sha256 = await groundContent(db, practiceOf(req), idParam(req));
    if (sha256 === undefined) throw notFound('The ground of the swing');
    res.type('text/csv').send((await content.read(sha256)).toString());
  });

  on(router, 'GET /motions/:id', async (req, res) => {
    const motion = await wholeMotion(db, practiceOf(req), idParam(req));
    if (!motion) throw notFound('The captured swing');
    res.json(motion);
  });

  on(router, 'GET /blocks/:id/curves', async (req, res) => {
    const practiceId = practiceOf(req);
    const id = idParam(req);
    const [motions, grounds] = await Promise.all([
      motionCurvesOf(db, practiceId, id),
      groundTracesOf(db, practiceId, id),
    ]);
    const answer: BlockCurves = { motions, grounds };
    res.json(answer);
  });

  on(router, 'GET /students/:id/motions', async (req, res) => {
    res.json(await motionsOfStudent(db, practiceOf(req), idParam(req)));
  });

  on(router, 'PUT /motions/:id/fit', ...jsonBody(db), async (req, res) => {
    const practiceId = practiceOf(req);
    const lessonId = await saveFit(db, practiceId, idParam(req), valid(fitSchema, req.body) as unknown as FitWire);
    if (lessonId === undefined) throw notFound('The captured swing');
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(204).end();
  });

  on(router, 'POST /capture-mappings/find', ...jsonBody(db), async (req, res) => {
    const { header } = valid(headerSchema, req.body);
    const mapping = await mappingFor<CaptureMapping>(db, practiceOf(req), headerHash(header));
    res.json({ mapping: mapping ?? null });
  });

  /** Reads a received file in a thread and stores what it holds, all of it or nothing. @returns id of the record */
  const importer = (kind: Kind) => async (req: Request, blockId: string) => {
    const practiceId = practiceOf(req);
    const target = await importTarget(db, practiceId, blockId);
    const query = valid(captureQuerySchema, req.query);
    const received = await content.receive(req, query.name, LARGEST_C3D_BYTES);
    try {
      const c3d = isC3d((await firstBytes(received.file)).buffer, query.name);
      if (!c3d) checkFileSize(received.bytes, query.name);
      if (await refuseCopy(db, practiceId, target.student.id, received.sha256, query.id)) return query.id;
      const mapping = query.mapping as CaptureMapping | undefined;
      const own = !c3d && !mapping && query.rates !== 'rad_s';
      const id = randomUUID();
      const { file } = received;
      const options = { handedness: target.student.handedness, mapping, ratesIn: query.rates };
      const input = { file, name: query.name, id, options, own };
      const labels = mapping && query.remember ? await work.run('captureLabels', file, query.name, kind) : undefined;
      const motion = kind === 'motion' ? await work.run('readMotion', input) : undefined;
      const ground =
        kind === 'ground' ? await work.run('readGround', { ...input, club: target.block.club }) : undefined;
      const read = (motion ?? ground)?.content;
      const contentSha256 = typeof read === 'string' ? contentHash(read) : received.sha256;
      const record = { id, blockId: target.blockId, importId: query.id, fileName: query.name, contentSha256 };
      await db.transaction(async (tx) => {
        await holdContent(tx, received.sha256, contentSha256);
        // Kept before the rows name it: a failure leaves a file that nothing names, never a row without its file.
        if (typeof read === 'string') await content.put(Buffer.from(read));
        await content.keep(received.id, received.sha256);
        await insertImport(tx, practiceId, {
          id: query.id,
          blockId: target.blockId,
          kind,
          fileName: query.name,
          hash: received.sha256,
          rowCount: (motion ?? ground)?.rows ?? 0,
          originalSha256: own ? undefined : received.sha256,
        });
        if (motion) await insertMotion(tx, practiceId, { ...record, ...motion });
        if (ground) await insertGround(tx, practiceId, { ...record, ...ground });
        if (labels) await rememberMapping(tx, practiceId, headerHash(labels), mapping);
      });
      hub.publish(practiceId, { kind: 'changed', lessonId: target.lessonId });
      return id;
    } finally {
      await content.dropPart(received.id);
    }
  };
  const motion = importer('motion');
  const ground = importer('ground');
  on(router, 'POST /blocks/:id/imports/motion', async (req, res) => {
    res.status(201).json({ id: await motion(req, idParam(req)) });
  });
  on(router, 'POST /blocks/:id/imports/ground', async (req, res) => {
    res.status(201).json({ id: await ground(req, idParam(req)) });
  });
  return router;
}
