import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ProtocolsAnswer } from '../api/protocol-types.ts';
import type { LessonAnswer, PracticeAnswer, RemovalWire } from '../api/types.ts';
import { PROTOCOLS } from '../core/plan/protocols.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const read = async <T>(path: string): Promise<T> => (await server.call('get', path).expect(200)).body as T;
const KIT = ['driver', 'iron', 'club', 'light stick', 'heavy stick', 'wedge pad', 'slider'];
const speeds = (mph: number): number[] => Array.from({ length: 5 }, (_, i) => mph + 0.2 * (i % 3));

async function run(protocol: string, person: object = {}) {
  const studentId = await server.student({ name: 'Session', kit: KIT, ...person });
  const lessonId = await server.lesson(studentId);
  const answer = () => read<ProtocolsAnswer>(`/lessons/${lessonId}/protocols`);
  const id = uuid();
  const begin = await server.call('post', `/lessons/${lessonId}/protocol-runs`, { id, protocol });
  const attempt = async (step: number, mph?: number) => {
    const [attemptId, blockId] = [uuid(), uuid()];
    const made = await server.call('post', `/protocol-runs/${id}/attempts`, { id: attemptId, blockId, step });
    if (mph !== undefined && made.status === 201) await server.shots(blockId, speeds(mph));
    return { status: made.status, attemptId, blockId, body: made.body as { code?: string } };
  };
  const gate = async (attemptId: string, said: object = {}) =>
    (await server.call('post', `/protocol-attempts/${attemptId}/gate`, said).expect(200)).body as {
      gate: string | null;
      because: string;
    };
  return { studentId, lessonId, id, begin, answer, attempt, gate };
}

describe('a session that was begun by mistake', () => {
  test('is removed with its steps, its blocks stay, and all comes back within the day', async () => {
    const r = await run('body-part-by-part');
    await r.gate((await r.attempt(0, 60)).attemptId);
    const before = await r.answer();
    expect(before.runs).toHaveLength(1);
    await server.call('delete', `/protocol-runs/${r.id}`).expect(204);
    expect((await r.answer()).runs).toEqual([]);
    expect((await read<LessonAnswer>(`/lessons/${r.lessonId}`)).blocks).toHaveLength(1);
    const [removed] = await read<RemovalWire[]>(`/removals?lesson=${r.lessonId}`);
    expect(removed).toMatchObject({ kind: 'session' });
    await server.call('post', `/removals/${removed!.id}/restore`, {}).expect(200);
    expect((await r.answer()).runs).toEqual(before.runs);
    await server.call('delete', `/protocol-runs/${uuid()}`).expect(404);
  });
});

describe('a protocol in a lesson', () => {
  test('each step makes its block; the gate decides: on, again, one back; all against the first', async () => {
    const r = await run('body-part-by-part');
    expect(r.begin.status).toBe(201);
    expect((await r.attempt(1)).status).toBe(422);
    const first = await r.attempt(0, 60);
    expect((await r.attempt(1)).status).toBe(422);
    expect((await r.gate(first.attemptId)).gate).toBe('met');
    const slow = await r.attempt(1, 55);
    expect(await r.gate(slow.attemptId)).toMatchObject({ gate: 'missed', because: expect.stringContaining('100 %') });
    const again = await r.attempt(1, 55);
    await r.gate(again.attemptId);
    expect((await r.answer()).runs[0]!.next).toBe(0);
    const back = await r.attempt(0, 60);
    await r.gate(back.attemptId);
    const better = await r.attempt(1, 64);
    expect((await r.gate(better.attemptId)).gate).toBe('met');
    const [wire] = (await r.answer()).runs;
    expect(wire!.next).toBe(2);
    expect(wire!.attempts.map((a) => [a.step, a.gate])).toEqual([
      [0, 'met'],
      [1, 'missed'],
      [1, 'missed'],
      [0, 'met'],
      [1, 'met'],
    ]);
    expect(wire!.table.clubSpeedMps.map((t) => t.step)).toEqual([1]);
    const lesson = await read<LessonAnswer>(`/lessons/${r.lessonId}`);
    expect(lesson.blocks.map((b) => [b.condition, b.effort])).toContainEqual(['feet together, chest turns', 6]);
  });
  test('what figures cannot tell is asked of the instructor, and kept as such', async () => {
    const r = await run('late-set-to-full');
    const a = await r.attempt(0);
    expect(await r.gate(a.attemptId)).toMatchObject({ gate: null, because: expect.stringContaining('0 of 5') });
    expect((await r.gate(a.attemptId, { said: 'met' })).because).toContain('By your word');
    const b = await r.attempt(1, 60);
    expect((await r.gate(b.attemptId)).because).toContain('Cannot say');
  });
  test('the run ends at its last gate or by hand; a repeat of every call changes nothing', async () => {
    const r = await run('three-lengths');
    for (const [step, s] of PROTOCOLS.find((p) => p.id === 'three-lengths')!.steps.entries()) {
      const a = await r.attempt(step);
      const passed = s.gate.kind === 'seen' ? s.gate.passed : null;
      await r.gate(a.attemptId, { passed });
      const same = { id: a.attemptId, blockId: a.blockId, step };
      await server.call('post', `/protocol-runs/${r.id}/attempts`, same).expect(201);
    }
    const [wire] = (await r.answer()).runs;
    expect([wire!.next, wire!.endedAt === null, wire!.attempts.length]).toEqual([null, false, 4]);
    expect((await r.attempt(0)).status).toBe(422);
  });
});

describe('closed means closed', () => {
  test('a missing clearance, pain and youth close it in the lesson and for the phone, with why', async () => {
    const flagged = await run('warm-up-flow', { flags: ['heart'] });
    expect([flagged.begin.status, (flagged.begin.body as { code: string }).code]).toEqual([422, 'block-closed']);
    const young = await run('pads', { birthYear: new Date().getFullYear() - 13, guardianName: 'G' });
    expect(young.begin.status).toBe(422);
    const send = await server.call('put', `/students/${young.studentId}/phone-protocol`, { protocol: 'pads' });
    expect(send.status).toBe(422);
    const sore = await run('push-series');
    const pain = { id: uuid(), part: 'foot', kind: 'dull', note: '' };
    await server.call('post', `/students/${sore.studentId}/pains`, pain).expect(201);
    expect((await sore.attempt(0)).body.code).toBe('block-closed');
    expect((await sore.answer()).choices.find((c) => c.id === 'push-series')!.closedBecause.join()).toContain('foot');
  });
  test('full-intent swings of a flow on the phone count into the day; pain in it closes the plan', async () => {
    const r = await run('both-directions');
    await server.call('put', `/students/${r.studentId}/phone-protocol`, { protocol: 'both-directions' }).expect(204);
    const { path } = (await server.call('post', `/students/${r.studentId}/practice-link`, {})).body as { path: string };
    const phone = async () => (await server.http.get(`/api${path}`).expect(200)).body as PracticeAnswer;
    const flow = (await phone()).protocol!;
    expect([flow.said.name, flow.closedBecause]).toEqual(['Both directions, light stick to driver', []]);
    const log = {
      id: uuid(),
      protocolId: flow.id,
      steps: flow.said.steps.map((_, step) => ({ step, passed: 0, reset: 0, unjudged: 5 })),
      pain: false,
    };
    for (let i = 0; i < 2; i++) await server.http.post(`/api${path}/protocol-logs`).send(log).expect(201);
    expect((await read<LessonAnswer>(`/lessons/${r.lessonId}`)).closures.load.today).toBe(10);
    const hurt = { ...log, id: uuid(), pain: true, painPart: 'elbow', painKind: 'sharp' };
    expect((await server.http.post(`/api${path}/protocol-logs`).send(hurt).expect(201)).body.stop).toBe(true);
    expect((await phone()).planClosed).toBe(true);
  });
});

describe('own protocols', () => {
  const said = PROTOCOLS.map(({ id: _id, ...p }) => p);
  test('every shipped one can be written as one’s own; what is wrong is said with its field', async () => {
    for (const p of said) await server.call('put', `/protocols/${uuid()}`, p).expect(200);
    const bad = async (step: object) =>
      (
        await server
          .call('put', `/protocols/${uuid()}`, { ...said[0], steps: [{ ...said[0]!.steps[0], ...step }] })
          .expect(422)
      ).body.where as string;
    expect(await bad({ swings: 0 })).toBe('steps[0].swings');
    expect(await bad({ drillId: 'levitate' })).toBe('steps[0].drillId');
    expect(await bad({ gate: { kind: 'speed', leastShare: 9 } })).toBe('steps[0].gate.leastShare');
    expect(await bad({ gate: { kind: 'seen', text: 'x', passed: 6, of: 5 } })).toBe('steps[0].gate');
  });
  test('another practice neither sees, changes nor runs it', async () => {
    const id = uuid();
    await server.call('put', `/protocols/${id}`, said[0]).expect(200);
    const other = await server.otherPractice();
    expect((await server.call('get', '/protocols', undefined, other)).body).toEqual([]);
    await server.call('put', `/protocols/${id}`, said[1], other).expect(404);
    await server.call('delete', `/protocols/${id}`, undefined, other).expect(404);
    const r = await run(id);
    expect(r.begin.status).toBe(201);
    await server.call('delete', `/protocols/${id}`).expect(204);
    expect((await r.answer()).runs[0]!.said.name).toBe(said[0]!.name);
  });
});
