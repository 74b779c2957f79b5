import type { TodayAnswer } from '../api/day-types.ts';
import { createServer, get, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { pino } from 'pino';
import type { LessonAnswer, ReviewAnswer, StudentAnswer } from '../api/types.ts';
import { createApp } from './app.ts';
import { ContentStore } from './content/content-store.ts';
import { inlineWork } from './work/inline.ts';
import { temporaryFolder, TestServer, uuid } from './test-support.ts';

let server: TestServer;
let http: Server;
let port = 0;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
  http = createServer(
    createApp({
      db: server.db,
      log: pino({ level: 'silent' }),
      work: inlineWork,
      content: new ContentStore(temporaryFolder()),
    }).app,
  );
  await new Promise<void>((resolve) => http.listen(0, '127.0.0.1', resolve));
  port = (http.address() as AddressInfo).port;
});
afterAll(async () => {
  http.closeAllConnections();
  await new Promise((resolve) => http.close(resolve));
  await server.db.close();
});

/** Opens the event stream and resolves with the first event of a kind. */
function firstEvent(kind: string): { opened: Promise<IncomingMessage>; event: Promise<{ lessonId: string }> } {
  let open: (res: IncomingMessage) => void;
  const opened = new Promise<IncomingMessage>((resolve) => (open = resolve));
  const event = new Promise<{ lessonId: string }>((resolve) => {
    get({ port, path: '/api/events', headers: { cookie: server.cookie } }, (res) => {
      let text = '';
      res.on('data', (chunk: Buffer) => {
        text += chunk.toString();
        if (text.includes('retry')) open(res);
        const match = new RegExp(`event: ${kind}\ndata: (.*)\n\n`).exec(text);
        if (match) {
          resolve(JSON.parse(match[1]!) as { lessonId: string });
          res.destroy();
        }
      });
    });
  });
  return { opened, event };
}
const write = (method: string, path: string, body: unknown): Promise<Response> =>
  fetch(`http://127.0.0.1:${port}/api${path}`, {
    method,
    headers: { 'content-type': 'application/json', cookie: server.cookie },
    body: JSON.stringify(body),
  });

describe('live', () => {
  test('an open lesson hears of a shot at once', async () => {
    const lessonId = await server.lesson(await server.student());
    const blockId = await server.block(lessonId);
    const { opened, event } = firstEvent('shots');
    expect((await opened).headers['content-type']).toContain('text/event-stream');
    expect((await write('POST', `/blocks/${blockId}/shots`, { id: uuid(), values: { clubSpeedMps: 41 } })).status).toBe(
      201,
    );
    expect(await event).toMatchObject({ kind: 'shots', lessonId, shotsTotal: 1, statistics: { swings: 1 } });
  });
  test('and of a sign, a verdict or a new block', async () => {
    const lessonId = await server.lesson(await server.student());
    const { opened, event } = firstEvent('changed');
    await opened;
    await write('PUT', `/lessons/${lessonId}/signs/sway-hip`, { id: uuid(), grade: 'slight' });
    expect(await event).toEqual({ kind: 'changed', lessonId });
  });
  test('without a sign-in there is no stream', async () => {
    expect((await fetch(`http://127.0.0.1:${port}/api/events`)).status).toBe(401);
  });
});

describe('today', () => {
  const due = async (lessonId: string): Promise<string> =>
    ((await server.call('get', '/today')).body as TodayAnswer).lessons
      .find((l) => l.id === lessonId)
      ?.due.map((d) => d.text)
      .join(' | ') ?? '';

  test('a first lesson is due a baseline and the screen; a flag and a missing consent come first', async () => {
    const plain = await server.lesson(await server.student());
    expect(await due(plain)).toBe('Measure a baseline: driver and a middle iron | Body screen');
    const young = await server.lesson(
      await server.student({ birthYear: new Date().getFullYear() - 14, flags: ['heart'] }),
    );
    expect(
      (await due(young)).startsWith(
        'Plan closed: record the clearance first | Guardian’s consent is missing: no filming',
      ),
    ).toBe(true);
  });
  test('an old screen is due again, a measured block is due a repeat', async () => {
    const studentId = await server.student();
    await server
      .call('post', `/students/${studentId}/screens`, { id: uuid(), takenOn: '2020-01-01', balanceLeadS: 12 })
      .expect(201);
    const first = await server.lesson(studentId, 9);
    await server.shots(await server.block(first, { club: 'iron', withBall: false }), [80, 81, 82]);
    const today = await due(await server.lesson(studentId));
    expect(today).toContain('Repeat the block iron · no ball · normal');
    expect(today).toContain('older than half a year');
  });
  test('lessons of other days are not today’s', async () => {
    const lessonId = await server.lesson(await server.student(), 3);
    expect(await due(lessonId)).toBe('');
  });
});

describe('review over lessons', () => {
  const swings = (mph: number): number[] => [-1, -0.4, 0, 0.4, 1, 0.2].map((d) => mph + d);

  test('only like conditions are compared, and set-aside swings are left out', async () => {
    const studentId = await server.student();
    for (const [daysAgo, mph] of [
      [30, 90],
      [20, 90.2],
      [10, 95],
    ] as const) {
      const lessonId = await server.lesson(studentId, daysAgo);
      await server.shots(await server.block(lessonId), swings(mph));
      await server.shots(await server.block(lessonId, { withBall: false }), swings(mph + 9));
    }
    const last = await server.lesson(studentId, 1);
    await server.shots(await server.block(last), [...swings(95.2), 40]);
    const { blocks } = (await server.call('get', `/lessons/${last}`)).body as LessonAnswer;
    const mishit = blocks[0]!.shots.find((s) => (s.values.clubSpeedMps ?? 99) < 20);
    await server.call('patch', `/shots/${mishit?.id}`, { reason: 'mishit' }).expect(204);
    const review = (await server.call('get', `/lessons/${last}/review`)).body as ReviewAnswer;
    expect(review.gain?.condition).toBe('driver · ball · normal');
    expect(review.sessions.filter((s) => s.condition.includes('no ball'))).toHaveLength(3);
    expect(Math.abs((review.gain?.sinceLast.differenceMps ?? 9) / 0.44704 - 0.2)).toBeLessThan(0.1);
    expect(review.gain?.baselineSessions).toBe(3);
    expect(review.sessions.at(-1)?.count).toBe(6);
  });
  test('a student with one lesson is told what is missing', async () => {
    const lessonId = await server.lesson(await server.student());
    await server.shots(await server.block(lessonId), swings(88));
    const review = (await server.call('get', `/lessons/${lessonId}/review`)).body as ReviewAnswer;
    expect(review).toMatchObject({ gain: null, plan: null, proposals: [] });
    expect(review.missing).toContain('1 more session');
  });
  test('holding speed is judged as holding', async () => {
    const studentId = await server.student({ goalKind: 'hold' });
    let last = '';
    for (let i = 0; i < 9; i++) {
      last = await server.lesson(studentId, 90 - 10 * i);
      await server.shots(await server.block(last), [
        ...swings(85 + 0.1 * (i % 2)),
        ...swings(85),
        ...swings(85.2 + 0.01 * i),
      ]);
    }
    const review = (await server.call('get', `/lessons/${last}/review`)).body as ReviewAnswer;
    expect(['no-change', 'cannot-say']).toContain(review.gain?.verdict);
    expect(review.gain?.notches).toEqual([]);
  });
  test('body sizes of a growing player take growth out', async () => {
    const studentId = await server.student({ birthYear: new Date().getFullYear() - 15 });
    const day = (daysAgo: number): string => new Date(Date.now() - daysAgo * 86_400_000).toISOString().slice(0, 10);
    await server
      .call('post', `/students/${studentId}/body-sizes`, { takenOn: day(200), heightM: 1.6, massKg: 50 })
      .expect(201);
    await server
      .call('post', `/students/${studentId}/body-sizes`, { takenOn: day(1), heightM: 1.68, massKg: 57 })
      .expect(201);
    await server
      .call('post', `/students/${studentId}/body-sizes`, { takenOn: 'once', heightM: 1.6, massKg: 50 })
      .expect(422);
    await server.shots(await server.block(await server.lesson(studentId, 200)), swings(80));
    const last = await server.lesson(studentId, 1);
    await server.shots(await server.block(last), swings(84));
    const review = (await server.call('get', `/lessons/${last}/review`)).body as ReviewAnswer;
    expect(review.gain?.growthMps).toBeGreaterThan(0.8);
    expect((review.gain?.gainMps ?? 9) / 0.44704).toBeLessThan(3);
  });
});

describe('small things', () => {
  test('a lesson’s record is kept and shown with the student', async () => {
    const studentId = await server.student();
    const lessonId = await server.lesson(studentId);
    await server.call('patch', `/lessons/${lessonId}`, { note: 'Feet together helped most.' }).expect(204);
    const { lessons } = (await server.call('get', `/students/${studentId}`)).body as StudentAnswer;
    expect(lessons[0]!.note).toBe('Feet together helped most.');
    await server.call('patch', `/lessons/${lessonId}`, { note: 'x'.repeat(5000) }).expect(422);
  });
  test('cue, effort and feel of a block can be changed afterwards', async () => {
    const lessonId = await server.lesson(await server.student());
    const blockId = await server.block(lessonId, { cue: 'a' });
    await server.call('patch', `/blocks/${blockId}`, { feel: 'like a rope', effort: 6 }).expect(204);
    const { blocks } = (await server.call('get', `/lessons/${lessonId}`)).body as LessonAnswer;
    expect(blocks[0]).toMatchObject({ cue: 'a', feel: 'like a rope', effort: 6, listening: true });
    await server.call('patch', `/blocks/${blockId}`, { effort: 12 }).expect(422);
  });
  test('broken JSON, an unknown address and an unknown drill are problems, not crashes', async () => {
    const broken = await server.http.post('/api/session').set('Content-Type', 'application/json').send('{"a":');
    expect(broken.status).toBe(400);
    expect(broken.body.code).toBe('not-json');
    expect((await server.call('get', '/nowhere')).status).toBe(404);
    const lessonId = await server.lesson(await server.student());
    const plan = {
      id: uuid(),
      target: 'tension',
      startsOn: '2026-03-01',
      drills: [{ id: uuid(), drillId: 'levitate', rung: 1, sets: 1, reps: 1, sessionsPerWeek: 1 }],
    };
    expect((await server.call('post', `/lessons/${lessonId}/plan`, plan)).body.where).toBe('drills[0].drillId');
  });
  test('guessing passwords is slowed down', async () => {
    let status = 0;
    for (let i = 0; i < 12 && status !== 429; i++) {
      status = (await server.http.post('/api/session').send({ signIn: 'tester', password: `guess number ${i}` }))
        .status;
    }
    expect(status).toBe(429);
  });
});
