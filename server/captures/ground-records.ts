import { randomUUID } from 'node:crypto';
import express, { Router } from 'express';
import { importQuerySchema } from '../../api/measure-schemas.ts';
import type { GroundWire } from '../../api/types.ts';
import { analyseGround, type Ground } from '../../core/capture/ground-analysis.ts';
import { groundTraces, type GroundTraces } from '../../core/capture/ground-traces.ts';
import type { Measurement } from '../../core/diagnosis/findings.ts';
import { measureGround } from '../../core/diagnosis/measure-ground.ts';
import { LARGEST_FILE_BYTES } from '../../core/formats/delimited.ts';
import { readGroundCsv } from '../../core/formats/ground-csv.ts';
import { contentHash } from '../accounts/secrets.ts';
import type { Db, Row } from '../db/connection.ts';
import { idParam, practiceOf, valid, type Services } from '../http/context.ts';
import { importTarget, refuseCopy } from './import-target.ts';
import { insertImport } from './queries.ts';

export interface GroundRow extends Row {
  id: string;
  block_id: string;
  file_name: string;
  figures: Ground;
  traces: GroundTraces;
  measurements: Measurement[];
}

export const groundsOfLesson = (db: Db, practiceId: string, lessonId: string): Promise<GroundRow[]> =>
  db.query<GroundRow>(
    `select g.id, g.block_id, g.file_name, g.figures, g.traces, g.measurements from ground_records g
     join live_blocks b on b.id = g.block_id where g.practice_id = $1 and b.lesson_id = $2 order by g.created_at, g.id`,
    [practiceId, lessonId],
  );

export const groundToWire = (row: GroundRow): GroundWire => ({
  id: row.id,
  fileName: row.file_name,
  ground: row.figures,
  traces: row.traces,
});

/** Imports of ground.csv into a block: all of a file or nothing; the same file twice is recognised. */
export function groundRoutes({ db, hub }: Services): Router {
  const router = Router();
  const body = express.text({ type: () => true, limit: LARGEST_FILE_BYTES });
  router.post('/blocks/:id/imports/ground', body, async (req, res) => {
    const practiceId = practiceOf(req);
    const { block, blockId, lessonId, student } = await importTarget(db, practiceId, idParam(req));
    const query = valid(importQuerySchema, req.query);
    const text = typeof req.body === 'string' ? req.body : '';
    const capture = readGroundCsv(text, query.name);
    const figures = analyseGround(capture);
    const hash = contentHash(text);
    if (await refuseCopy(db, practiceId, student.id, hash, query.id))
      return void res.status(201).json({ id: query.id });
    const id = randomUUID();
    const measurements = measureGround(figures, block.club, { kind: 'ground', id, label: query.name });
    await db.transaction(async (tx) => {
      await insertImport(tx, practiceId, {
        id: query.id,
        blockId,
        kind: 'ground',
        fileName: query.name,
        hash,
        rowCount: capture.timeS.length,
      });
      await tx.query(
        `insert into ground_records (id, practice_id, block_id, import_id, file_name, content, figures, traces, measurements)
         values ($1,$2,$3,$4,$5,$6,$7,$8,$9)`,
        [
          id,
          practiceId,
          blockId,
          query.id,
          query.name,
          text,
          JSON.stringify(figures),
          JSON.stringify(groundTraces(capture, figures.bodyWeightN)),
          JSON.stringify(measurements),
        ],
      );
    });
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(201).json({ id });
  });
  return router;
}
