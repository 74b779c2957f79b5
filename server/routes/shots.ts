import { Router } from 'express';
import { shotListSchema, shotPatchSchema, shotSchema } from '../../api/measure-schemas.ts';
import type { ShotPage } from '../../api/types.ts';
import { SHOT_FIELDS, valuesFromWire, wireName } from '../../core/formats/shot-fields.ts';
import { writeShotsCsv } from '../../core/formats/shots-csv.ts';
import { blockRow } from '../rows/blocks.ts';
import { idParam, on, practiceOf, type Services, valid } from './context.ts';
import { notFound } from '../http/problem.ts';
import { lessonRow } from '../rows/lessons.ts';
import { shotToWire } from '../readings/lesson.ts';
import { studentRow } from '../rows/students.ts';
import { publishShots } from './publish-shots.ts';
import { insertShots, patchShot, shotsOfBlock, valuesOf } from '../rows/shots.ts';

const PAGE_SHOTS = 100;

/** Shots of blocks: typed, judged, listed, saved. */
export function shotRoutes(services: Services): Router {
  const { db } = services;
  const router = Router();
  const blockOr404 = async (practiceId: string, id: string) => {
    const block = await blockRow(db, practiceId, id);
    if (!block) throw notFound('The block');
    return block;
  };

  on(router, 'POST /blocks/:id/shots', async (req, res) => {
    const practiceId = practiceOf(req);
    const block = await blockOr404(practiceId, idParam(req));
    const input = valid(shotSchema, req.body);
    const values = valuesFromWire(input.values as Record<string, number | null | undefined>);
    const struckAt = input.struckAt ?? new Date().toISOString();
    await insertShots(db, practiceId, block.id, [
      { id: input.id, source: 'typed', struckAt, values, feltEffort: input.feltEffort ?? undefined },
    ]);
    await publishShots(services, practiceId, { id: block.id, lessonId: block.lesson_id }, [input.id]);
    res.status(201).json({ id: input.id });
  });

  on(router, 'PATCH /shots/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const { reason, feltEffort, strike } = valid(shotPatchSchema, req.body);
    const blockId = await patchShot(db, practiceId, idParam(req), {
      reason: reason === '' ? null : reason,
      feltEffort,
      strike,
    });
    if (!blockId) throw notFound('The shot');
    const block = await blockOr404(practiceId, blockId);
    await publishShots(services, practiceId, { id: block.id, lessonId: block.lesson_id }, [idParam(req)]);
    res.status(204).end();
  });

  on(router, 'GET /blocks/:id/shots', async (req, res) => {
    const practiceId = practiceOf(req);
    const block = await blockOr404(practiceId, idParam(req));
    const { sort, direction, show, least, most, page } = valid(shotListSchema, req.query);
    const field = SHOT_FIELDS.find((f) => wireName(f.key) === sort);
    const all = (await shotsOfBlock(db, practiceId, block.id)).map((row, i) => ({ row, number: i + 1 }));
    const valueOf = (s: (typeof all)[number]): number | undefined =>
      field ? shotToWire(s.row).values[wireName(field.key)] : s.number;
    const shown = all.filter((s) => {
      if (show !== 'all' && (s.row.set_aside_reason === null) !== (show === 'counted')) return false;
      if ((least ?? null) === null && (most ?? null) === null) return true;
      const v = valueOf(s);
      return v !== undefined && v >= (least ?? -Infinity) && v <= (most ?? Infinity);
    });
    // Shots without the value come last, whichever way is up.
    shown.sort((a, b) => {
      const [x, y] = [valueOf(a), valueOf(b)];
      if (x === undefined || y === undefined) return x === y ? a.number - b.number : x === undefined ? 1 : -1;
      return (direction === 'up' ? x - y : y - x) || a.number - b.number;
    });
    const answer: ShotPage = {
      total: shown.length,
      pages: Math.max(1, Math.ceil(shown.length / PAGE_SHOTS)),
      shots: shown
        .slice(page * PAGE_SHOTS, (page + 1) * PAGE_SHOTS)
        .map((s) => ({ ...shotToWire(s.row), number: s.number })),
    };
    res.json(answer);
  });

  on(router, 'GET /blocks/:id/shots.csv', async (req, res) => {
    const practiceId = practiceOf(req);
    const block = await blockOr404(practiceId, idParam(req));
    const lesson = await lessonRow(db, practiceId, block.lesson_id);
    const student = lesson && (await studentRow(db, practiceId, lesson.student_id));
    if (!lesson || !student) throw notFound('The lesson');
    const rows = (await shotsOfBlock(db, practiceId, block.id)).map((s) => ({
      timeIso: s.struck_at.toISOString(),
      club: block.club,
      values: valuesOf(s),
    }));
    res.attachment(`shots-${lesson.starts_at.toISOString().slice(0, 10)}-${block.club.replace(/\W+/g, '-')}.csv`);
    res.type('text/csv').send(writeShotsCsv(rows, student.handedness));
  });
  return router;
}
