import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ShotPage } from '../api/types.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
let blockId: string;
let lessonId: string;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
  lessonId = await server.lesson(await server.student());
  blockId = await server.block(lessonId);
});
afterAll(() => server.db.close());

const shotsNow = async (): Promise<ShotPage['shots']> =>
  ((await server.call('get', `/blocks/${blockId}/shots`).expect(200)).body as ShotPage).shots;
const typed = (values: object, more: object = {}) => {
  const id = uuid();
  return { id, sent: server.call('post', `/blocks/${blockId}/shots`, { id, values, ...more }) };
};
const median = async (): Promise<number | null> =>
  (
    await server.db.query<{ median_mps: number | null }>(
      'select median_mps from session_figures where lesson_id = $1',
      [lessonId],
    )
  )[0]?.median_mps ?? null;

describe('typed shots', () => {
  test('figures that do not go together are asked about; said to be meant they are kept with the remark', async () => {
    const pair = { clubSpeedMps: 40, ballSpeedMps: 80 };
    const first = typed(pair);
    const { body } = await first.sent.expect(422);
    expect(body).toMatchObject({ code: 'ask-again', where: 'values' });
    expect(body.detail).toContain('2.00 × club speed');
    expect(await shotsNow()).toEqual([]);
    const again = typed(pair, { sure: true });
    await again.sent.expect(201);
    expect(await shotsNow()).toMatchObject([{ id: again.id, doubt: expect.stringContaining('2.00'), was: {} }]);
    await server.call('patch', `/shots/${again.id}`, { reason: 'device misread' }).expect(204);
  });

  test('a figure is put right, the first one stays beside it, and the sums follow', async () => {
    const shot = typed({ clubSpeedMps: 40, ballSpeedMps: 58, attackDeg: 2 });
    await shot.sent.expect(201);
    expect(await median()).toBe(40);
    const put = (values: object, more: object = {}) => server.call('patch', `/shots/${shot.id}`, { values, ...more });
    await put({ clubSpeedMps: 41 }).expect(204);
    await put({ clubSpeedMps: 42, attackDeg: null, carryM: 190 }).expect(204);
    const now = (await shotsNow()).find((s) => s.id === shot.id)!;
    expect(now.values).toMatchObject({ clubSpeedMps: 42, ballSpeedMps: 58, carryM: 190 });
    expect(now.values.attackDeg).toBeUndefined();
    expect(now.was.clubSpeedMps).toBe(40);
    expect(now.was.attackDeg).toBeCloseTo(2, 6);
    expect(now.was.carryM).toBeNull();
    expect(now.was.ballSpeedMps).toBeUndefined();
    expect(await median()).toBe(42);
    const kept = await server.db.query<{ corrections: { by: string; before: object }[] }>(
      'select corrections from shots where id = $1',
      [shot.id],
    );
    expect(kept[0]!.corrections.map((c) => c.before)).toEqual([
      { clubSpeedMps: 40 },
      { clubSpeedMps: 41, attackRad: expect.closeTo(0.0349, 4), carryM: null },
    ]);
    // The same again changes nothing and adds no correction.
    await put({ clubSpeedMps: 42 }).expect(204);
    expect((await shotsNow()).find((s) => s.id === shot.id)!.was.clubSpeedMps).toBe(40);
    // What cannot be is refused whole: nothing of it is kept.
    await put({ clubSpeedMps: null, ballSpeedMps: null }).expect(422);
    expect((await put({ ballSpeedMps: 90, carryM: 200 }).expect(422)).body.code).toBe('ask-again');
    expect((await put({ clubSpeedMps: 400 }).expect(422)).body.detail).toContain('m/s');
    expect((await shotsNow()).find((s) => s.id === shot.id)!.values).toMatchObject({ ballSpeedMps: 58, carryM: 190 });
    await put({ ballSpeedMps: 90 }, { sure: true }).expect(204);
    expect((await shotsNow()).find((s) => s.id === shot.id)!.doubt).toContain('Ball speed');
    await put({ ballSpeedMps: 60 }).expect(204);
    expect((await shotsNow()).find((s) => s.id === shot.id)!.doubt).toBe('');
  });

  test('a shot of a file is put right too, and of another practice nothing is', async () => {
    await server.shots(blockId, [95]);
    const filed = (await shotsNow()).find((s) => s.source === 'file')!;
    await server.call('patch', `/shots/${filed.id}`, { values: { clubSpeedMps: 43 } }).expect(204);
    const now = (await shotsNow()).find((s) => s.id === filed.id)!;
    expect([now.values.clubSpeedMps, now.was.clubSpeedMps]).toEqual([43, expect.closeTo(42.4688, 3)]);
    const shot = typed({ clubSpeedMps: 44 });
    await shot.sent.expect(201);
    const other = await server.otherPractice();
    await server.http
      .patch(`/api/shots/${shot.id}`)
      .set('Cookie', other)
      .send({ values: { clubSpeedMps: 30 } })
      .expect(404);
    expect((await shotsNow()).find((s) => s.id === shot.id)!.values.clubSpeedMps).toBe(44);
  });

  test('the order of the typed figures is a setting with a speed in it', async () => {
    const settings = (await server.call('get', '/session').expect(200)).body.settings;
    expect(settings.shotFields).toEqual(['clubSpeedMps', 'ballSpeedMps']);
    const put = (shotFields: string[]) => server.call('put', '/settings', { ...settings, shotFields });
    await put(['ballSpeedMps', 'carryM', 'launchDeg', 'spinRpm']).expect(200);
    await put(['carryM']).expect(422);
    await put(['ballSpeedMps', 'ballSpeedMps']).expect(422);
    await put(['ballSpeedMps', 'sword']).expect(422);
    expect((await server.call('get', '/session').expect(200)).body.settings.shotFields).toHaveLength(4);
  });
});
