import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ShelfAnswer } from '../api/drill-types.ts';
import type { RemovalWire } from '../api/types.ts';
import { copyOf } from '../core/catalogue/own-drill.ts';
import { drillById } from '../core/catalogue/drills.ts';
import { startRungOf } from '../core/catalogue/drill-rungs.ts';
import { tablesInOrder } from './backup/tables.ts';
import { forgetRemovals } from './records/removals.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
let other: string;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
  other = await server.otherPractice();
});
afterAll(() => server.db.close());

/** Every row of every table that is part of the record, as text. */
async function everything(): Promise<Record<string, string>> {
  const all: Record<string, string> = {};
  // What was asked of the server goes on being noted; versions only count up.
  for (const table of [...(await tablesInOrder(server.db)), 'session_figures'].filter((t) => t !== 'audit')) {
    const [row] = await server.db.query<{ all: string | null }>(
      `select string_agg(t.row, E'\\n' order by t.row) as all from (select to_jsonb(x)::text as row from "${table}" x) t`,
    );
    all[table] = row?.all ?? '';
  }
  return all;
}
const removals = async (query: string): Promise<RemovalWire[]> =>
  (await server.call('get', `/removals?${query}`).expect(200)).body as RemovalWire[];

/** Removes, sees that something went, brings back, and holds every row of every table against what was. */
async function thereAndBack(path: string, kind: RemovalWire['kind'], query: string): Promise<void> {
  const before = await everything();
  const answer = await server.call('delete', path);
  expect([200, 204]).toContain(answer.status);
  expect(await everything()).not.toEqual(before);
  const [removed] = await removals(query);
  expect(removed).toMatchObject({ kind, by: expect.stringMatching(/./) });
  await server.http.post(`/api/removals/${removed!.id}/restore`).set('Cookie', other).send({}).expect(404);
  await server.call('post', `/removals/${removed!.id}/restore`, {}).expect(200);
  expect(await everything()).toEqual(before);
  await server.call('post', `/removals/${removed!.id}/restore`, {}).expect(404);
  expect((await removals(query)).some((r) => r.id === removed!.id)).toBe(false);
}

/** A lesson with a bit of everything in it. */
async function fullLesson(name: string) {
  const studentId = await server.student({ name });
  const lessonId = await server.lesson(studentId);
  const blockId = await server.block(lessonId);
  await server.shots(blockId, [90, 91, 92, 93, 94]);
  const shotId = uuid();
  await server.call('post', `/blocks/${blockId}/shots`, { id: shotId, values: { clubSpeedMps: 41 } }).expect(201);
  await server.call('patch', `/shots/${shotId}`, { values: { clubSpeedMps: 41.5 } }).expect(204);
  const setupId = uuid();
  await server.call('put', `/lessons/${lessonId}/setups`, { id: setupId, club: 'driver', knuckles: 2 }).expect(204);
  const screenId = uuid();
  await server
    .call('post', `/students/${studentId}/screens`, { id: screenId, takenOn: '2026-03-14', trunkTurnLeadDeg: 40 })
    .expect(201);
  const swishId = uuid();
  const heard = { offsetS: 0.01, offsetSdS: 0.002, pastBallM: 0.1, uncertaintyM: 0.05, judgement: 'past' };
  const swings = [40, 41, 42].map((tipSpeedMps) => ({ direction: 'usual', tipSpeedMps, ...heard }));
  await server
    .call('post', `/lessons/${lessonId}/swish-sets`, {
      id: swishId,
      diameterM: 0.01,
      ball: 'none',
      swings,
    })
    .expect(201);
  await server
    .call('post', `/lessons/${lessonId}/verdict`, { id: uuid(), target: 'tension', reason: 'by eye' })
    .expect(201);
  const drill = drillById('throw-bend-extend')!;
  const planDrillId = uuid();
  const plan = {
    id: uuid(),
    target: 'early-release',
    startsOn: new Date().toISOString().slice(0, 10),
    drills: [
      { id: planDrillId, drillId: drill.id, rung: startRungOf(drill), cue: '', sets: 2, reps: 5, sessionsPerWeek: 3 },
    ],
  };
  await server.call('post', `/lessons/${lessonId}/plan`, plan).expect(201);
  const setId = uuid();
  await server
    .call('post', `/lessons/${lessonId}/sets`, {
      id: setId,
      planDrillId,
      passed: 4,
      reset: 1,
      swish: 'not heard',
      pain: false,
    })
    .expect(201);
  return { studentId, lessonId, blockId, shotId, setupId, screenId, swishId, setId };
}

describe('what was removed comes back as it was', () => {
  test('a lesson with all that is in it, each of its parts, and a body screen', async () => {
    const l = await fullLesson('Comes Back');
    await fullLesson('Stays Untouched');
    const of = `student=${l.studentId}`;
    await thereAndBack(`/lessons/${l.lessonId}`, 'lesson', of);
    await thereAndBack(`/swish-sets/${l.swishId}`, 'swish', of);
    await thereAndBack(`/setups/${l.setupId}`, 'set-up', of);
    await thereAndBack(`/screens/${l.screenId}`, 'screen', of);
    await thereAndBack(`/sets/${l.setId}`, 'set', of);
    const imports = await server.db.query<{ id: string }>('select id from imports where block_id = $1', [l.blockId]);
    await thereAndBack(`/imports/${imports[0]!.id}`, 'import', `lesson=${l.lessonId}`);
    expect(await removals(`lesson=${l.lessonId}`)).toEqual([]);
  });

  test('a lesson that is gone is gone everywhere; what hangs on it comes back after it', async () => {
    const l = await fullLesson('One After Another');
    const of = `student=${l.studentId}`;
    await server.call('delete', `/setups/${l.setupId}`).expect(204);
    await server.call('delete', `/lessons/${l.lessonId}`).expect(204);
    await server.call('get', `/lessons/${l.lessonId}`).expect(404);
    await server.call('get', `/lessons/${l.lessonId}/ledger`).expect(404);
    const [lesson, setup] = await removals(of);
    expect([lesson?.kind, setup?.kind]).toEqual(['lesson', 'set-up']);
    // Its lesson is not there: refused, and nothing is lost by the try.
    await server.call('post', `/removals/${setup!.id}/restore`, {}).expect(404);
    await server.call('post', `/removals/${lesson!.id}/restore`, {}).expect(200);
    await server.call('post', `/removals/${setup!.id}/restore`, {}).expect(200);
    expect(await removals(of)).toEqual([]);
  });

  test('another practice removes nothing of it, and sees nothing removed', async () => {
    const l = await fullLesson('Not Theirs');
    for (const path of [`/lessons/${l.lessonId}`, `/setups/${l.setupId}`, `/screens/${l.screenId}`, `/sets/${l.setId}`])
      await server.http.delete(`/api${path}`).set('Cookie', other).expect(404);
    await server.call('delete', `/lessons/${l.lessonId}`).expect(204);
    expect(
      (await server.http.get(`/api/removals?student=${l.studentId}`).set('Cookie', other).expect(200)).body,
    ).toEqual([]);
  });

  test('a drill of our own goes back on the shelf', async () => {
    const id = uuid();
    const base = copyOf(drillById('throw-bend-extend')!);
    await server.call('put', `/drills/${id}`, base).expect(200);
    const onShelf = async (): Promise<boolean> =>
      ((await server.call('get', '/drills').expect(200)).body as ShelfAnswer).own.filter((v) => v.id === id).at(-1)
        ?.said !== null;
    await server.call('delete', `/drills/${id}`).expect(204);
    expect(await onShelf()).toBe(false);
    const removed = (await removals('')).find((r) => r.kind === 'drill')!;
    await server.call('post', `/removals/${removed.id}/restore`, {}).expect(200);
    expect(await onShelf()).toBe(true);
  });

  test('after a day it is gone for good, and with an erased student at once', async () => {
    const l = await fullLesson('A Day Later');
    await server.call('delete', `/lessons/${l.lessonId}`).expect(204);
    const [removed] = await removals(`student=${l.studentId}`);
    await server.db.query(`update removals set at = now() - interval '25 hours' where id = $1`, [removed!.id]);
    expect(await removals(`student=${l.studentId}`)).toEqual([]);
    await server.call('post', `/removals/${removed!.id}/restore`, {}).expect(404);
    await forgetRemovals(server);
    const left = async (): Promise<number> =>
      (
        await server.db.query<{ n: number }>(
          'select count(*)::int as n from removed_rows x join removals r on r.id = x.removal_id where r.student_id = $1',
          [l.studentId],
        )
      )[0]!.n;
    expect(await left()).toBe(0);
    const again = await fullLesson('Erased');
    await server.call('delete', `/lessons/${again.lessonId}`).expect(204);
    await server.call('delete', `/students/${again.studentId}`, { name: 'Erased' }).expect(200);
    expect(await server.db.query('select 1 from removals where student_id = $1', [again.studentId])).toEqual([]);
  });
});
