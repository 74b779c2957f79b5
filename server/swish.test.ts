import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { LedgerAnswer, LessonAnswer } from '../api/types.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const swing = (offsetMs: number | null, direction: 'usual' | 'other' = 'usual') => ({
  direction,
  tipSpeedMps: 41,
  offsetS: offsetMs === null ? null : offsetMs / 1000,
  offsetSdS: offsetMs === null ? null : 0.005,
  pastBallM: offsetMs === null ? null : offsetMs / 25,
  uncertaintyM: offsetMs === null ? null : 0.2,
  judgement: offsetMs === null ? 'none' : offsetMs < -8 ? 'before' : offsetMs > 8 ? 'past' : 'at',
});
const set = (swings: ReturnType<typeof swing>[]) => ({ id: uuid(), diameterM: 0.0095, ball: 'click', swings });

describe('a set that was heard', () => {
  const chanceAfter = async (swings: ReturnType<typeof swing>[]): Promise<number> => {
    const lessonId = await server.lesson(await server.student());
    await server.call('post', `/lessons/${lessonId}/swish-sets`, set(swings)).expect(201);
    const ledger = (await server.call('get', `/lessons/${lessonId}/ledger`).expect(200)).body as LedgerAnswer;
    return ledger.diagnosis.faults.find((f) => f.id === 'early-swish')?.presentChance ?? 0;
  };
  test('speaks for an early peak, against it, or not at all with too few', async () => {
    const none = await chanceAfter([swing(-30), swing(-25)]);
    expect(await chanceAfter([swing(-30), swing(-25), swing(-34), swing(null)])).toBeGreaterThan(0.5);
    expect(await chanceAfter([swing(20), swing(25), swing(18)])).toBeLessThan(none);
    // Swings the other way are no evidence of the usual swing.
    expect(await chanceAfter([swing(-30, 'other'), swing(-30, 'other'), swing(-30, 'other')])).toBeCloseTo(none, 6);
  });
  test('is kept once, shown, removed; a wrong one is refused by its field', async () => {
    const lessonId = await server.lesson(await server.student());
    const one = set([swing(-30), swing(10)]);
    const path = `/lessons/${lessonId}/swish-sets`;
    await server.call('post', path, one).expect(201);
    await server.call('post', path, one).expect(201);
    const lesson = async () => (await server.call('get', `/lessons/${lessonId}`).expect(200)).body as LessonAnswer;
    expect((await lesson()).swishSets).toMatchObject([{ id: one.id, swings: one.swings }]);
    const bad = await server.call('post', path, { ...one, id: uuid(), diameterM: 3 }).expect(422);
    expect(bad.body).toMatchObject({ where: 'diameterM' });
    await server.call('post', path, { ...one, id: uuid(), swings: [] }).expect(422);
    // The same recording kept again counts once; in another lesson it is another's.
    expect((await server.call('post', path, { ...one, id: uuid() }).expect(409)).body.code).toBe('already-here');
    const elsewhere = await server.lesson(await server.student());
    await server.call('post', `/lessons/${elsewhere}/swish-sets`, { ...one, id: uuid() }).expect(201);
    const stranger = await server.otherPractice();
    await server.call('delete', `/swish-sets/${one.id}`, undefined, stranger).expect(404);
    await server.call('delete', `/swish-sets/${one.id}`).expect(204);
    expect((await lesson()).swishSets).toEqual([]);
  });
});
