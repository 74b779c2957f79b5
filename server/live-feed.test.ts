import { tuple } from '../core/numeric/tuple.ts';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import type { LessonAnswer } from '../api/types.ts';
import { mphToMps } from '../core/units/units.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

let lessonId = '';
let blockId = '';
beforeEach(async () => {
  await server.db.query('delete from waiting_shots');
  lessonId = await server.lesson(await server.student());
  blockId = await server.block(lessonId);
});

interface Sent {
  added: number;
  repeated: number;
  waiting: number;
}
let device = 0;
const newDevice = (): string => `monitor-${++device}`;
const row = (mph = 91, change: Record<string, unknown> = {}) => ({ club: 'driver', club_speed_mph: mph, ...change });
async function send(
  deviceId: string,
  shots: readonly { n: number; at?: number; row?: Record<string, unknown> }[],
): Promise<Sent> {
  const body = {
    deviceId,
    shots: shots.map((s) => ({
      deviceShotId: String(s.n),
      struckAt: new Date(s.at ?? Date.now()).toISOString(),
      row: s.row ?? row(),
    })),
  };
  const res = await server.http.post('/api/feed/shots').set('x-feed-key', server.feedKey).send(body);
  return res.body as Sent;
}
const lesson = async (): Promise<LessonAnswer> =>
  (await server.call('get', `/lessons/${lessonId}`).expect(200)).body as LessonAnswer;
const shotsOf = async (id = blockId) => (await lesson()).blocks.find((b) => b.id === id)?.shots ?? [];

describe('where a shot belongs', () => {
  test('a shot that comes late goes into the block that was listening when it was struck', async () => {
    const struck = Date.now();
    const second = await server.block(lessonId, { club: 'iron' });
    await server.db.query("update block_listening set from_at = from_at - interval '5 minutes' where block_id = $1", [
      blockId,
    ]);
    const m = newDevice();
    await send(m, [{ n: 2, at: Date.now() + 20 }]);
    expect(await send(m, [{ n: 1, at: struck - 60_000 }])).toMatchObject({ added: 1 });
    expect(await shotsOf()).toHaveLength(1);
    expect(await shotsOf(second)).toHaveLength(1);
  });

  test('the order within a block is that of the strikes, whenever they arrive; repeats are dropped by their id', async () => {
    const m = newDevice();
    const at = Date.now() + 1000;
    await send(m, [{ n: 3, at: at + 2000, row: row(93) }]);
    await send(m, [
      { n: 1, at, row: row(91) },
      { n: 2, at: at + 1000, row: row(92) },
    ]);
    expect(await send(m, [{ n: 2, at: at + 1000, row: row(92) }])).toMatchObject({ added: 0, repeated: 1 });
    const mph = (await shotsOf()).map((s) => Math.round(s.values.clubSpeedMps! / mphToMps(1)));
    expect(mph).toEqual([91, 92, 93]);
  });

  test('while no block listens shots wait; they are placed or thrown away by hand, once', async () => {
    await server.call('patch', `/blocks/${blockId}`, { listening: false }).expect(204);
    const m = newDevice();
    const at = Date.now();
    expect(
      await send(m, [
        { n: 1, at },
        { n: 2, at: at + 1 },
      ]),
    ).toMatchObject({ added: 0, waiting: 2 });
    expect(await send(m, [{ n: 1, at }])).toMatchObject({ waiting: 0, repeated: 1 });
    const { waiting } = await lesson();
    expect(waiting.map((w) => w.why)).toEqual(['no block was listening', 'no block was listening']);
    await server.call('post', '/waiting-shots', { ids: [waiting[0]!.id], blockId }).expect(200);
    await server.call('post', '/waiting-shots', { ids: [waiting[1]!.id], blockId: null }).expect(200);
    const again = await server.call('post', '/waiting-shots', { ids: [waiting[0]!.id], blockId }).expect(200);
    expect(again.body).toEqual({ taken: 0 });
    const shots = await shotsOf();
    expect(shots).toHaveLength(1);
    expect(shots[0]!.doubt).toContain('placed by hand');
    expect((await lesson()).waiting).toEqual([]);
    expect(await send(m, [{ n: 1, at }])).toMatchObject({ waiting: 0, repeated: 1 });
  });

  test('a shot of a deleted block waits; the block comes back with all its shots', async () => {
    const m = newDevice();
    await send(m, [{ n: 1 }]);
    const struck = Date.now();
    await server.call('delete', `/blocks/${blockId}`).expect(204);
    expect((await lesson()).blocks).toEqual([]);
    expect(await send(m, [{ n: 2, at: struck - 1 }])).toMatchObject({ waiting: 1 });
    expect((await lesson()).waiting[0]!.why).toContain('was deleted');
    await server.call('post', `/blocks/${blockId}/shots`, { id: uuid(), values: { clubSpeedMps: 40 } }).expect(404);
    await server.call('post', `/blocks/${blockId}/restore`).expect(204);
    expect(await shotsOf()).toHaveLength(1);
  });
});

describe('devices that err', () => {
  test('impossible values are kept, set aside with the reason; a bad row does not take the others with it', async () => {
    const m = newDevice();
    const sent = await send(m, [
      { n: 1, row: row(90, { ball_speed_mph: 153 }) },
      { n: 2, row: row(91, { launch_deg: 95, spin_rpm: -3000 }) },
      { n: 3, row: { club: 'driver', loudness: 5 } },
      { n: 4, row: row(92) },
    ]);
    expect(sent).toMatchObject({ added: 3, refused: [{ deviceShotId: '3', code: 'wrong-header' }] });
    const reasons = (await shotsOf()).map((s) => s.setAsideReason ?? '');
    expect(reasons.filter((r) => r.includes('smash factor 1.70'))).toHaveLength(1);
    expect(reasons.filter((r) => r.includes('launch 95') && r.includes('spin −3000'))).toHaveLength(1);
    expect(reasons.filter((r) => r === '')).toHaveLength(1);
  });

  test('a clock set back: the shot keeps the time of its arrival and says so; sent again it is known', async () => {
    const m = newDevice();
    const now = Date.now();
    await send(m, [{ n: 7, at: now }]);
    await send(m, [{ n: 8, at: now - 3_600_000 }]);
    expect(await send(m, [{ n: 8, at: now - 3_600_000 }])).toMatchObject({ added: 0, repeated: 1 });
    const shots = await shotsOf();
    expect(shots).toHaveLength(2);
    expect(shots[1]!.doubt).toContain('set back');
    expect(Date.parse(shots[1]!.struckAt)).toBeGreaterThanOrEqual(now);
  });

  test('a clock far ahead is not believed', async () => {
    await send(newDevice(), [{ n: 1, at: Date.now() + 86_400_000 }]);
    const [shot] = tuple(1, await shotsOf());
    expect(Date.parse(shot.struckAt)).toBeLessThan(Date.now() + 1000);
    expect(shot.doubt).toContain('ahead');
  });

  test('two devices with the same shot numbers both count; under one shared id the second is marked', async () => {
    const [a, b] = [newDevice(), newDevice()];
    const now = Date.now();
    await send(a, [{ n: 1, at: now }]);
    await send(b, [{ n: 1, at: now }]);
    expect(await shotsOf()).toHaveLength(2);
    await send(a, [{ n: 1, at: now + 1500 }]);
    const shots = await shotsOf();
    expect(shots).toHaveLength(3);
    expect(shots.filter((s) => s.doubt.includes('may share an id'))).toHaveLength(1);
  });

  test('a device that says hello is shown with the time it was heard', async () => {
    const m = newDevice();
    await server.http.post('/api/feed/hello').send({ deviceId: m, kind: 'x' }).expect(401);
    const told = await server.http
      .post('/api/feed/hello')
      .set('x-feed-key', server.feedKey)
      .send({ deviceId: m, kind: 'range monitor' })
      .expect(200);
    expect(told.body).toEqual({ listening: { club: 'driver', withBall: true, condition: 'normal' } });
    const devices = (await server.call('get', '/devices').expect(200)).body as { deviceId: string; kind: string }[];
    expect(devices.find((d) => d.deviceId === m)).toMatchObject({ kind: 'range monitor' });
    const other = await server.otherPractice();
    expect((await server.call('get', '/devices', undefined, other)).body).toEqual([]);
  });
});
