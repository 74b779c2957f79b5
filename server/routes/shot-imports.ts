import { randomUUID } from 'node:crypto';
import express, { Router } from 'express';
import { headerSchema, importQuerySchema, mappedImportSchema } from '../../api/measure-schemas.ts';
import { LARGEST_FILE_BYTES } from '../../core/formats/delimited.ts';
import type { MappedShot, Repair } from '../../core/formats/mapped-shots.ts';
import { contentHash } from '../http/secrets.ts';
import { circumstancesToWire } from '../rows/circumstances.ts';
import { blockRow, insertBlock, type BlockRow } from '../rows/blocks.ts';
import type { Db } from '../db/connection.ts';
import { idParam, practiceOf, valid, type Services } from './context.ts';
import { notFound, Problem } from '../http/problem.ts';
import { insertShots, type NewShot } from '../rows/shots.ts';
import { contentIsUsed, contentOfImport } from '../rows/content.ts';
import { importTarget, refuseCopy } from '../readings/import-target.ts';
import { headerHash, insertImport, mappingFor, rememberMapping, undoImport } from '../rows/captures.ts';

/** Rows in one statement: larger ones hold the database longer than a live shot should wait. */
const ROWS_AT_ONCE = 2000;
/** JSON around the text of a file needs a little more room than the file. */
const LARGEST_BODY_BYTES = Math.round(1.4 * LARGEST_FILE_BYTES);

/** Rows without a time keep their order by one second each from the start of the lesson. */
const struckAt = (timeIso: string | undefined, startsAt: Date, index: number): string =>
  timeIso ?? new Date(startsAt.getTime() + 1000 * index).toISOString();

async function insertInParts(tx: Db, practiceId: string, blockId: string, shots: readonly NewShot[]): Promise<void> {
  for (let i = 0; i < shots.length; i += ROWS_AT_ONCE)
    await insertShots(tx, practiceId, blockId, shots.slice(i, i + ROWS_AT_ONCE));
}

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
  return { id: wanted.blockId, made: true };
}

const toNewShot = (s: MappedShot, importId: string, at: string): NewShot => ({
  id: randomUUID(),
  source: 'file',
  importId,
  struckAt: at,
  values: s.values,
  setAsideReason: s.wrong.length > 0 ? s.wrong.join('; ') : undefined,
});

/** Files of shots: our own header as it is, a foreign one through a mapping; undone as a whole. */
export function shotImportRoutes({ db, hub, work, content }: Services): Router {
  const router = Router();
  const textBody = express.text({ type: () => true, limit: LARGEST_FILE_BYTES });

  router.post('/blocks/:id/imports/shots', textBody, async (req, res) => {
    const practiceId = practiceOf(req);
    const { blockId, lessonId, startsAt, student } = await importTarget(db, practiceId, idParam(req));
    const query = valid(importQuerySchema, req.query);
    const text = typeof req.body === 'string' ? req.body : '';
    const file = await work.run('readShots', text, student.handedness, query.name);
    const hash = contentHash(text);
    const clubs = [...new Set(file.shots.map((s) => s.club))];
    const answer = { rows: file.shots.length, ignoredColumns: file.ignoredColumns, clubs };
    if (await refuseCopy(db, practiceId, student.id, hash, query.id)) return void res.status(201).json(answer);
    const shots = file.shots.map((s, i): NewShot => ({
      id: randomUUID(),
      source: 'file',
      importId: query.id,
      struckAt: struckAt(s.timeIso, startsAt, i),
      values: s.values,
    }));
    await db.transaction(async (tx) => {
      await insertImport(tx, practiceId, {
        id: query.id,
        blockId,
        kind: 'shots',
        fileName: query.name,
        hash,
        rowCount: shots.length,
      });
      await insertInParts(tx, practiceId, blockId, shots);
    });
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(201).json(answer);
  });

  router.post('/column-mappings/find', express.json(), async (req, res) => {
    const { header } = valid(headerSchema, req.body);
    res.json({ mapping: (await mappingFor(db, practiceOf(req), headerHash(header))) ?? null });
  });

  router.post('/blocks/:id/imports/mapped', express.json({ limit: LARGEST_BODY_BYTES }), async (req, res) => {
    const practiceId = practiceOf(req);
    const { block, blockId, lessonId, startsAt, student } = await importTarget(db, practiceId, idParam(req));
    const input = valid(mappedImportSchema, req.body);
    const shots = await work.run('readMappedShots', input.text, input.mapping, student.handedness, {
      fileName: input.name,
      defaultClub: block.club,
      repairs: input.repairs as Repair[],
    });
    // A row without any speed has nothing that could be kept as a shot; the database asks for one.
    const hasSpeed = (s: MappedShot): boolean =>
      s.values.clubSpeedMps !== undefined || s.values.ballSpeedMps !== undefined;
    const kept = shots.filter(hasSpeed);
    const clubs = [...new Set(kept.map((s) => s.club))];
    const missing = clubs.filter((c) => !input.blocks.some((b) => b.club === c));
    if (missing.length > 0)
      throw new Problem(400, 'club-without-block', `No block is given for ${missing.join(', ')}.`, 'blocks');
    const answer = {
      rows: kept.length,
      setAside: kept.filter((s) => s.wrong.length > 0).length,
      leftOut: shots
        .filter((s) => !hasSpeed(s))
        .slice(0, 20)
        .map((s) => ({ line: s.line, why: s.wrong.join('; ') })),
      leftOutCount: shots.length - kept.length,
    };
    const hash = contentHash(input.text);
    if (await refuseCopy(db, practiceId, student.id, hash, input.id)) return void res.status(201).json(answer);
    await db.transaction(async (tx) => {
      const made: string[] = [];
      const target = new Map<string, string>();
      for (const wanted of input.blocks.filter((b) => clubs.includes(b.club))) {
        const found = await blockFor(tx, practiceId, block, wanted);
        if (found.made) made.push(found.id);
        target.set(wanted.club, found.id);
      }
      await insertImport(tx, practiceId, {
        id: input.id,
        blockId,
        kind: 'shots',
        fileName: input.name,
        hash,
        rowCount: kept.length,
        madeBlocks: made,
      });
      for (const [club, id] of target) {
        const of = kept.flatMap((s, i) =>
          s.club === club ? [toNewShot(s, input.id, struckAt(s.timeIso, startsAt, i))] : [],
        );
        await insertInParts(tx, practiceId, id, of);
      }
      if (input.remember) {
        const header = input.mapping.map((c) => c.header);
        await rememberMapping(tx, practiceId, headerHash(header), input.mapping);
      }
    });
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(201).json(answer);
  });

  router.delete('/imports/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const id = idParam(req);
    const files = await contentOfImport(db, practiceId, id);
    const lessonId = await db.transaction((tx) => undoImport(tx, practiceId, id));
    if (!lessonId) throw notFound('The import');
    for (const sha256 of files) if (!(await contentIsUsed(db, sha256))) await content.drop(sha256);
    hub.publish(practiceId, { kind: 'changed', lessonId });
    res.status(204).end();
  });
  return router;
}
