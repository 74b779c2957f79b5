import express, { Router } from 'express';
import { headerSchema, importQuerySchema, mappedImportSchema } from '../../api/measure-schemas.ts';
import { checkFileSize, LARGEST_FILE_BYTES } from '../../core/formats/delimited.ts';
import type { Repair } from '../../core/formats/mapped-shots.ts';
import { contentHash } from '../http/secrets.ts';
import { circumstancesToWire } from '../rows/circumstances.ts';
import { blockRow, insertBlock, type BlockRow } from '../rows/blocks.ts';
import type { Db } from '../db/connection.ts';
import { idParam, on, practiceOf, type Services, valid, whoIs } from './context.ts';
import { onceForEachId } from './once.ts';
import { jsonBody } from './json-body.ts';
import { soundText } from '../http/sound-text.ts';
import { beginRemoval } from '../records/removals.ts';
import { notFound, Problem } from '../http/problem.ts';
import { bringInShots, type BlockParts } from '../readings/bring-in-shots.ts';
import { importTarget, refuseCopy } from '../readings/import-target.ts';
import { headerHash, mappingFor, rememberMapping, importRow, emptyBlocks } from '../rows/captures.ts';

/** JSON around the text of a file needs a little more room than the file. */
const LARGEST_BODY = `${Math.round((1.4 * LARGEST_FILE_BYTES) / 1024 / 1024)}mb`;

/** Block of a club in the file: one that is there, or a new one like the one the import was started from. */
async function blockFor(
  tx: Db,
  practiceId: string,
  like: BlockRow,
  wanted: { club: string; blockId: string },
): Promise<{ id: string; made: boolean }> {
  const existing = await blockRow(tx, practiceId, wanted.blockId);
  if (existing) {
    if (existing.lesson_id !== like.lesson_id) throw notFound('The block in this lesson');
    return { id: existing.id, made: false };
  }
  await insertBlock(tx, practiceId, like.lesson_id, {
    id: wanted.blockId,
    club: wanted.club,
    withBall: like.with_ball,
    condition: like.condition,
    cue: like.cue,
    effort: like.effort,
    feel: '',
    listening: false,
    circumstances: { ...circumstancesToWire(like), clubLoftDeg: null, clubLengthM: null, clubShaft: '', clubHead: '' },
  });
  // A block that was deleted is there all the same, and takes nothing.
  if (!(await blockRow(tx, practiceId, wanted.blockId))) throw notFound('The block');
  return { id: wanted.blockId, made: true };
}

/** Files of shots: our own header as it is, a foreign one through a mapping; undone as a whole. */
export function shotImportRoutes(services: Services): Router {
  const { db, hub, work } = services;
  const router = Router();
  const textBody = [express.text({ type: () => true, limit: LARGEST_FILE_BYTES }), soundText, onceForEachId(db)];

  on(router, 'POST /blocks/:id/imports/shots', ...textBody, async (req, res) => {
    const practiceId = practiceOf(req);
    const { blockId, lessonId, startsAt, student } = await importTarget(db, practiceId, idParam(req));
    const query = valid(importQuerySchema, req.query);
    const text = typeof req.body === 'string' ? req.body : '';
    const of = { importId: query.id, handedness: student.handedness, startsAtMs: +startsAt, fileName: query.name };
    const { parts, ...answer } = await work.run('readShots', text, of);
    const hash = contentHash(text);
    if (await refuseCopy(db, practiceId, student.id, hash, query.id)) return void res.status(201).json(answer);
    await bringInShots(services, practiceId, {
      file: { id: query.id, blockId, kind: 'shots', fileName: query.name, hash, rowCount: answer.rows },
      lessonId,
      prepare: () => Promise.resolve({ targets: [{ blockId, parts }], made: [] }),
    });
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(201).json(answer);
  });

  on(router, 'POST /column-mappings/find', ...jsonBody(db), async (req, res) => {
    const { header } = valid(headerSchema, req.body);
    res.json({ mapping: (await mappingFor(db, practiceOf(req), headerHash(header))) ?? null });
  });

  on(router, 'POST /blocks/:id/imports/mapped', ...jsonBody(db, LARGEST_BODY), async (req, res) => {
    const practiceId = practiceOf(req);
    const { block, blockId, lessonId, startsAt, student } = await importTarget(db, practiceId, idParam(req));
    const input = valid(mappedImportSchema, req.body);
    checkFileSize(Buffer.byteLength(input.text), input.name);
    const { clubs, ...answer } = await work.run('readForeignShots', input.text, input.mapping, {
      importId: input.id,
      handedness: student.handedness,
      startsAtMs: +startsAt,
      fileName: input.name,
      defaultClub: block.club,
      repairs: input.repairs as Repair[],
    });
    const missing = clubs.map((c) => c.club).filter((c) => !input.blocks.some((b) => b.club === c));
    if (missing.length > 0)
      throw new Problem(400, 'club-without-block', `No block is given for ${missing.join(', ')}.`, 'blocks');
    const hash = contentHash(input.text);
    if (await refuseCopy(db, practiceId, student.id, hash, input.id)) return void res.status(201).json(answer);
    await bringInShots(services, practiceId, {
      file: { id: input.id, blockId, kind: 'shots', fileName: input.name, hash, rowCount: answer.rows },
      lessonId,
      prepare: async (tx) => {
        const made: string[] = [];
        const targets: BlockParts[] = [];
        for (const wanted of input.blocks) {
          const of = clubs.find((c) => c.club === wanted.club);
          if (!of) continue;
          const found = await blockFor(tx, practiceId, block, wanted);
          if (found.made) made.push(found.id);
          targets.push({ blockId: found.id, parts: of.parts });
        }
        return { targets, made };
      },
      finish: async (tx) => {
        if (!input.remember) return;
        const header = input.mapping.map((c) => c.header);
        await rememberMapping(tx, practiceId, headerHash(header), input.mapping);
      },
    });
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(201).json(answer);
  });

  on(router, 'DELETE /imports/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const id = idParam(req);
    const lessonId = await db.transaction(async (tx) => {
      const of = await importRow(tx, practiceId, id);
      if (!of) throw notFound('The import');
      const removal = await beginRemoval(tx, {
        practiceId,
        studentId: of.student_id,
        lessonId: of.lesson_id,
        kind: 'import',
        about: id,
        what: `the import of ${of.file_name}`,
        by: whoIs(req).name,
      });
      await removal.take('imports', [id]);
      await removal.take('blocks', await emptyBlocks(tx, practiceId, of.made_blocks));
      return of.lesson_id;
    });
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(204).end();
  });
  return router;
}
