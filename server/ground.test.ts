import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { LedgerAnswer, LessonAnswer, BlockCurves } from '../api/types.ts';
import { TestServer, uuid } from './test-support.ts';

const HANG = readFileSync(join(import.meta.dirname, '../demo/samples/ground-hanging-back.csv'), 'utf8');

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

describe('the ground of a swing', () => {
  test('is read, shown, weighed as evidence, recognised again and taken back', async () => {
    const lessonId = await server.lesson(await server.student());
    const blockId = await server.block(lessonId);
    const importId = uuid();
    const path = (id: string): string => `/blocks/${blockId}/imports/ground?id=${id}&name=hang.csv`;
    await server.upload(path(importId), HANG).expect(201);
    await server.upload(path(importId), HANG).expect(201);
    const again = await server.upload(path(uuid()), HANG).expect(409);
    expect(again.body).toMatchObject({ code: 'already-here' });

    const lesson = (await server.call('get', `/lessons/${lessonId}`).expect(200)).body as LessonAnswer;
    expect(lesson.blocks[0]!.grounds).toHaveLength(1);
    const { id, ground } = lesson.blocks[0]!.grounds[0]!;
    const curves = (await server.call('get', `/blocks/${lesson.blocks[0]!.id}/curves`).expect(200)).body as BlockCurves;
    const traces = curves.grounds[id]!;
    expect(ground.leadShare.strike).toBeCloseTo(0.52, 1);
    expect(ground.flags).toContain('loads-outside');
    expect(traces.leadShare.length).toBe(traces.fromStrikeS.length);
    expect(traces.lead?.length).toBe(traces.fromStrikeS.length);
    const ledger = (await server.call('get', `/lessons/${lessonId}/ledger`).expect(200)).body as LedgerAnswer;
    const chance = (id: string): number => ledger.diagnosis.faults.find((f) => f.id === id)?.presentChance ?? 0;
    expect(chance('hang-back')).toBeGreaterThan(0.5);
    expect(chance('no-leg-extension')).toBeGreaterThan(0.5);

    await server.call('delete', `/imports/${importId}`).expect(204);
    const after = (await server.call('get', `/lessons/${lessonId}`).expect(200)).body as LessonAnswer;
    expect(after.blocks[0]!.grounds).toEqual([]);
    expect(after.imports).toEqual([]);
  });
  test.each([
    [
      'swapped plates',
      HANG.replace(/lead_/g, 'X_')
        .replace(/trail_/g, 'lead_')
        .replace(/X_/g, 'trail_'),
      'plates-swapped',
    ],
    ['a cut file', HANG.slice(0, 30_010), 'wrong-column-count'],
    ['no strike', HANG.replace(/# strike_s.*\n/, ''), 'no-strike'],
  ])('%s: said, and nothing is kept', async (_, text, code) => {
    const lessonId = await server.lesson(await server.student());
    const blockId = await server.block(lessonId);
    const res = await server.upload(`/blocks/${blockId}/imports/ground?id=${uuid()}&name=bad.csv`, text);
    expect(res.status).toBeGreaterThanOrEqual(400);
    expect(res.status).toBeLessThan(500);
    expect(res.body).toMatchObject({ code });
    const lesson = (await server.call('get', `/lessons/${lessonId}`).expect(200)).body as LessonAnswer;
    expect(lesson.blocks[0]!.grounds).toEqual([]);
    expect(lesson.imports).toEqual([]);
  });
});
