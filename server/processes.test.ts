import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { LessonAnswer } from '../api/types.ts';
import { playerSwing } from '../core/swing/player.ts';
import { SOUND_BODY } from '../stand-ins/camera/body.ts';
import { PLAIN_CAMERA, recordVideo } from '../stand-ins/camera/record-video.ts';
import { SimulatedObjectStore } from '../stand-ins/object-store/object-store.ts';
import { serverDb } from './db/connection.ts';
import { ownDatabase } from './test-databases.ts';
import { ended, Processes, type Launched } from './test-process.ts';
import { temporaryFolder } from './test-support.ts';

const uuid = (): string => crypto.randomUUID();
const objects = new SimulatedObjectStore('a-key', ['practice']);
let film: Uint8Array;
beforeAll(async () => {
  await objects.listen();
  const player = playerSwing({ sex: 'female', heightM: 1.66, massKg: 61, strength: 0.5 });
  film = (await recordVideo(player, SOUND_BODY, { ...PLAIN_CAMERA, widthPx: 160, heightPx: 160, fps: 30 })).mp4;
});
afterAll(() => objects.close());
/** The same film made another file by a byte that no player reads. */
const copyOf = (n: number): Uint8Array => Uint8Array.from([...film, 0, 0, 0, 10, 102, 114, 101, 101, n >> 8, n & 255]);

describe.each(['a shared folder', 'an object store'] as const)('two processes on one database and %s', (files) => {
  const processes = new Processes();
  const folder = temporaryFolder();
  let database: Awaited<ReturnType<typeof ownDatabase>>;
  let env: Record<string, string>;
  let [a, b]: Launched[] = [];
  let cookie = '';
  beforeAll(async () => {
    database = await ownDatabase((globalThis as { testPostgres?: string }).testPostgres ?? '');
    env = {
      DATABASE_URL: database.url,
      ...(files === 'an object store'
        ? { MAPLE_FILES: `${objects.address}/practice/p`, MAPLE_FILES_KEY: 'a-key', MAPLE_FILES_SECRET: 's' }
        : {}),
    };
    [a, b] = await Promise.all([processes.launch(folder, env), processes.launch(folder, env)]);
    expect([a?.said, b?.said]).toEqual([expect.stringContaining('at http'), expect.stringContaining('at http')]);
  });
  afterAll(async () => {
    processes.end();
    await database.drop();
  });

  const on = (
    to: Launched | undefined,
    method: string,
    path: string,
    body?: unknown,
    as = cookie,
  ): Promise<Response> => {
    const isBytes = body instanceof Uint8Array;
    return fetch(`${to?.address}/api${path}`, {
      method,
      headers: {
        cookie: as,
        ...(body === undefined ? {} : { 'content-type': isBytes ? 'application/octet-stream' : 'application/json' }),
      },
      body: body === undefined ? undefined : isBytes ? Buffer.from(body) : JSON.stringify(body),
    });
  };
  const well = async (answer: Promise<Response>): Promise<Response> => {
    const response = await answer;
    if (!response.ok) throw new Error(`${response.status} ${await response.text()}`);
    return response;
  };
  const cookieOf = (res: Response): string => (res.headers.get('set-cookie') ?? '').split(';')[0]!;

  /** A stream of events, as a page holds it open; ends when the server ends it. */
  async function events(to: Launched | undefined, as = cookie) {
    const stop = new AbortController();
    const res = await fetch(`${to?.address}/api/events`, { headers: { cookie: as }, signal: stop.signal });
    const kinds: string[] = [];
    let hasEnded = false;
    const waiters = new Set<() => void>();
    void (async () => {
      const reader = res.body!.pipeThrough(new TextDecoderStream()).getReader();
      for (;;) {
        const { value, done } = await reader.read().catch(() => ({ value: undefined, done: true }));
        kinds.push(...(value ?? '').split('\n').flatMap((l) => (l.startsWith('event: ') ? [l.slice(7)] : [])));
        if (done) hasEnded = true;
        for (const waiter of waiters) waiter();
        if (done) return;
      }
    })();
    const until = (is: () => boolean): Promise<void> =>
      new Promise((resolve) => {
        const look = (): void => {
          if (is()) resolve();
        };
        waiters.add(look);
        look();
      });
    return { kinds, until, isOver: () => hasEnded, stop: () => stop.abort() };
  }

  async function lesson(): Promise<{ studentId: string; lessonId: string; blockId: string }> {
    const [studentId, lessonId, blockId] = [uuid(), uuid(), uuid()];
    const student = { name: 'A', handedness: 'right', birthYear: 1990, level: 'club', goalKind: 'gain' };
    await well(on(a, 'PUT', `/students/${studentId}`, student));
    await well(on(b, 'POST', `/students/${studentId}/lessons`, { id: lessonId, startsAt: new Date().toISOString() }));
    const block = { id: blockId, club: 'driver', withBall: true, condition: 'normal' };
    await well(on(a, 'POST', `/lessons/${lessonId}/blocks`, block));
    return { studentId, lessonId, blockId };
  }

  test('of two who set the practice up at once, one does; its sign-in holds at both and ends at both', async () => {
    const account = { practiceName: 'P', name: 'N', signIn: 'n', password: 'long enough 1' };
    const tries = await Promise.all([
      on(a, 'POST', '/setup', account),
      on(b, 'POST', '/setup', { ...account, signIn: 'm' }),
    ]);
    expect(tries.map((t) => t.status).sort()).toEqual([201, 409]);
    const [first] = tries.filter((t) => t.status === 201);
    cookie = cookieOf(first!);
    const { name } = (await (await well(on(b, 'GET', '/account'))).json()) as { signIn: string; name?: string };
    expect(name).toBeUndefined();
    const signIn = first === tries[0] ? 'n' : 'm';
    const second = cookieOf(await well(on(b, 'POST', '/session', { signIn, password: 'long enough 1' })));
    const stream = await events(b, second);
    await well(on(a, 'GET', '/account', undefined, second));
    await well(on(a, 'DELETE', '/session', undefined, second));
    await stream.until(stream.isOver);
    expect((await on(b, 'GET', '/account', undefined, second)).status).toBe(401);
  });

  test('every change at one reaches the pages of the other, once', async () => {
    const { blockId } = await lesson();
    const stream = await events(b);
    // Until both listen to each other, what is sent may be missed; a first one is waited for.
    const beat = setInterval(
      () => void on(a, 'POST', `/blocks/${blockId}/shots`, { id: uuid(), values: { clubSpeedMps: 40 } }),
      100,
    );
    await stream.until(() => stream.kinds.length > 0);
    clearInterval(beat);
    await well(on(a, 'GET', '/account'));
    const before = stream.kinds.length;
    for (let i = 0; i < 50; i += 1)
      await well(on(a, 'POST', `/blocks/${blockId}/shots`, { id: uuid(), values: { clubSpeedMps: 41 } }));
    await stream.until(() => stream.kinds.length >= before + 50);
    // The last beats may still have been on their way; nothing comes twice beyond them.
    expect(stream.kinds.length).toBeLessThanOrEqual(before + 53);
    stream.stop();
  });

  test('a device that posts to either is one device, and each of its shots goes in once', async () => {
    const { lessonId, blockId } = await lesson();
    const { key } = (await (await well(on(a, 'POST', '/feed-key', {}))).json()) as { key: string };
    const post = (to: Launched | undefined, shots: readonly object[]): Promise<Response> =>
      fetch(`${to?.address}/api/feed/shots`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-feed-key': key },
        body: JSON.stringify({ deviceId: 'monitor', shots }),
      });
    const shots = Array.from({ length: 40 }, (_, i) => ({
      deviceShotId: `s${i}`,
      struckAt: new Date(Date.now() + i).toISOString(),
      row: { club: 'driver', club_speed_mph: 90 + i / 100 },
    }));
    await Promise.all(shots.flatMap((s) => [well(post(a, [s])), well(post(b, [s]))]));
    const answer = (await (await well(on(b, 'GET', `/lessons/${lessonId}`))).json()) as LessonAnswer;
    expect(answer.blocks.find((x) => x.id === blockId)?.statistics.swings).toBe(40);
    const devices = async (to: Launched | undefined): Promise<string[]> =>
      ((await (await well(on(to, 'GET', '/devices'))).json()) as { deviceId: string }[]).map((d) => d.deviceId);
    expect(await devices(a)).toContain('monitor');
    expect(await devices(b)).toContain('monitor');
  });

  const begin = async (lessonId: string, bytes: Uint8Array): Promise<string> => {
    const id = uuid();
    const video = { id, fileName: 'swing.mp4', sizeBytes: bytes.length, view: 'face-on' };
    await well(on(a, 'POST', `/lessons/${lessonId}/videos`, video));
    return id;
  };

  test('a video whose pieces go to both, each twice at once, is whole, and is finished once', async () => {
    const { lessonId } = await lesson();
    const bytes = copyOf(1);
    const id = await begin(lessonId, bytes);
    const size = Math.ceil(bytes.length / 6);
    for (let from = 0; from < bytes.length; from += size) {
      const piece = bytes.subarray(from, from + size);
      await Promise.all([a, b].map((to) => well(on(to, 'POST', `/videos/${id}/pieces?from=${from}`, piece))));
    }
    const done = await Promise.all([a, b, a, b].map((to) => on(to, 'POST', `/videos/${id}/done`, {})));
    expect(done.map((d) => d.status)).toEqual([200, 200, 200, 200]);
    for (const to of [a, b]) {
      const got = await (await well(on(to, 'GET', `/videos/${id}/file`))).arrayBuffer();
      expect(Buffer.from(got).equals(Buffer.from(bytes))).toBe(true);
    }
  });

  test('one deletes a video while the other finishes the same bytes: who is told that it is there has it', async () => {
    for (let round = 0; round < 12; round += 1) {
      const bytes = copyOf(100 + round);
      const [one, two] = [await lesson(), await lesson()];
      const first = await begin(one.lessonId, bytes);
      await well(on(a, 'POST', `/videos/${first}/pieces?from=0`, bytes));
      await well(on(a, 'POST', `/videos/${first}/done`, {}));
      const second = await begin(two.lessonId, bytes);
      await well(on(b, 'POST', `/videos/${second}/pieces?from=0`, bytes));
      await Promise.all([well(on(a, 'DELETE', `/videos/${first}`)), well(on(b, 'POST', `/videos/${second}/done`, {}))]);
      const got = await (await well(on(a, 'GET', `/videos/${second}/file`))).arrayBuffer();
      expect(got.byteLength).toBe(bytes.length);
    }
  });

  test('a backup asked of both at once is made by one', async () => {
    const tries = await Promise.all([on(a, 'POST', '/backups', {}), on(b, 'POST', '/backups', {})]);
    expect(tries.map((t) => t.status)).toContain(201);
    expect(tries.every((t) => t.status === 201 || t.status === 409)).toBe(true);
    const { backups } = (await (await well(on(b, 'GET', '/backups'))).json()) as { backups: unknown[] };
    expect(backups.length).toBeGreaterThanOrEqual(1);
  });

  test('one is killed again and again in the middle of writes: what was acknowledged is there, once, and the other goes on', async () => {
    const { blockId, lessonId } = await lesson();
    const acknowledged = new Set<string>();
    const sent: string[] = [];
    for (let round = 0; round < 6; round += 1) {
      const victim = a!;
      const writes = Array.from({ length: 30 }, (_, i) => {
        const id = uuid();
        sent.push(id);
        return on(i % 3 === 0 ? b : victim, 'POST', `/blocks/${blockId}/shots`, { id, values: { clubSpeedMps: 42 } })
          .then((r) => {
            if (r.ok) acknowledged.add(id);
          })
          .catch(() => undefined);
      });
      await Promise.race(writes);
      victim.child.kill('SIGKILL');
      await Promise.all([...writes, ended(victim.child)]);
      await well(on(b, 'GET', `/lessons/${lessonId}`));
      a = await processes.launch(folder, env);
      expect(a.address).toBeDefined();
    }
    // The other one has answered every one of its own.
    expect(acknowledged.size).toBeGreaterThanOrEqual(60);
    const db = serverDb(database.url);
    const kept = await db.query<{ id: string }>('select id from shots where block_id = $1', [blockId]);
    await db.close();
    const there = new Set(kept.map((r) => r.id));
    expect([...acknowledged].filter((id) => !there.has(id))).toEqual([]);
    for (const id of sent) await well(on(a, 'POST', `/blocks/${blockId}/shots`, { id, values: { clubSpeedMps: 42 } }));
    const answer = (await (await well(on(b, 'GET', `/lessons/${lessonId}`))).json()) as LessonAnswer;
    expect(answer.blocks.find((x) => x.id === blockId)?.statistics.swings).toBe(sent.length);
  });
});
