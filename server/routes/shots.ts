import { dayOf } from '../../core/units/calendar-day.ts';
import { Router } from 'express';
import { shotListSchema, shotPatchSchema, shotSchema } from '../../api/measure-schemas.ts';
import type { ShotPage } from '../../api/types.ts';
import {
  fromWire,
  SHOT_FIELDS,
  valuesFromWire,
  valuesToWire,
  wireName,
  type ShotKey,
  type ShotValues,
} from '../../core/formats/shot-fields.ts';
import { shotDoubts } from '../../core/impact/shot-doubts.ts';
import { writeShotsCsv } from '../../core/formats/shots-csv.ts';
import { blockRow } from '../rows/blocks.ts';
import { idParam, on, practiceOf, type Services, valid, whoIs } from './context.ts';
import { notFound, Problem } from '../http/problem.ts';
import { lessonRow } from '../rows/lessons.ts';
import { shotToWire } from '../readings/lesson.ts';
import { studentRow } from '../rows/students.ts';
import { publishShots } from './publish-shots.ts';
import { correctShot, insertShots, patchShot, shotRow, shotsOfBlock, valuesOf, type ShotRow } from '../rows/shots.ts';

const PAGE_SHOTS = 100;

/** What does not go together in a shot, in words, once somebody said that it is meant. @throws Problem before that */
function doubtOf(values: ShotValues, club: string, sure: boolean): string {
  const doubts = shotDoubts(values, club);
  const said = doubts.map((d) => d.text).join(' ');
  if (doubts.length > 0 && !sure)
    throw new Problem(422, 'ask-again', `${said} If it is meant, send it again as sure.`, 'values');
  return said;
}

/** Figures that a correction changes, in SI; null takes one away. */
function changedOf(
  row: ShotRow,
  wire: Record<string, number | null | undefined> | undefined,
): Partial<Record<ShotKey, number | null>> {
  const now = valuesToWire(valuesOf(row));
  return Object.fromEntries(
    SHOT_FIELDS.flatMap(({ key }) => {
      const to = wire?.[wireName(key)];
      if (to === undefined || to === (now[wireName(key)] ?? null)) return [];
      return [[key, to === null ? null : fromWire(key, to)]];
    }),
  );
}
const corrected = (now: ShotValues, values: Partial<Record<ShotKey, number | null>>): ShotValues =>
  Object.fromEntries(
    Object.entries({ ...now, ...values }).filter((e): e is [string, number] => typeof e[1] === 'number'),
  );

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
    const doubt = doubtOf(values, block.club, input.sure);
    await insertShots(db, practiceId, block.id, [
      { id: input.id, source: 'typed', struckAt, values, doubt, feltEffort: input.feltEffort ?? undefined },
    ]);
    await publishShots(services, practiceId, { id: block.id, lessonId: block.lesson_id }, [input.id]);
    res.status(201).json({ id: input.id });
  });

  on(router, 'PATCH /shots/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const input = valid(shotPatchSchema, req.body);
    const reason = input.reason === '' ? null : input.reason;
    const { name } = whoIs(req);
    const block = await db.transaction(async (tx) => {
      const blockId = await patchShot(tx, practiceId, idParam(req), { ...input, reason });
      const of = blockId && (await blockRow(tx, practiceId, blockId));
      const row = of && (await shotRow(tx, practiceId, idParam(req)));
      if (!of || !row) throw notFound('The shot');
      const values = changedOf(row, input.values as Record<string, number | null | undefined> | undefined);
      if (Object.keys(values).length === 0) return of;
      const after = corrected(valuesOf(row), values);
      if (after.clubSpeedMps === undefined && after.ballSpeedMps === undefined)
        throw new Problem(422, 'bad-field', 'A swing needs its club speed or its ball speed.', 'values');
      await correctShot(tx, practiceId, row, values, name, doubtOf(after, of.club, input.sure));
      return of;
    });
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
    res.attachment(`shots-${dayOf(lesson.starts_at)}-${block.club.replace(/\W+/g, '-')}.csv`);
    res.type('text/csv').send(writeShotsCsv(rows, student.handedness));
  });
  return router;
}
