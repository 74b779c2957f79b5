import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { CalledAnswerWire, CalledRunWire } from '../api/called-types.ts';
import type { LessonAnswer, PracticeAnswer, PrescribeAnswer } from '../api/types.ts';
import { startRungOf } from '../core/catalogue/drill-rungs.ts';
import { drillById } from '../core/catalogue/drills.ts';
import { must } from '../core/errors/must.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const read = async <T>(path: string): Promise<T> => (await server.call('get', path).expect(200)).body as T;
const PATH = { thing: 'path', name: '', unit: '', byWords: true, step: 3, wanted: 0, club: 'driver' };

async function begun(body: object = {}, person: object = {}) {
  const studentId = await server.student({ name: 'Called', ...person });
  const lessonId = await server.lesson(studentId);
  const id = uuid();
  const made = await server.call('post', `/lessons/${lessonId}/called`, { ...PATH, id, ...body });
  const answer = () => read<CalledAnswerWire>(`/lessons/${lessonId}/called`);
  const run = async (): Promise<CalledRunWire> => must((await answer()).runs.find((r) => r.id === id));
  const call = (called: number, rest: object = {}) =>
    server.call('post', `/called/${id}/calls`, { id: uuid(), blockId: uuid(), called, withBall: true, ...rest });
  /** A shot with a path into the block that takes shots now. */
  const shot = async (pathDeg: number): Promise<string> => {
    const { blocks } = await read<LessonAnswer>(`/lessons/${lessonId}`);
    const block = must(blocks.find((b) => b.listening));
    const shotId = uuid();
    await server
      .call('post', `/blocks/${block.id}/shots`, {
        id: shotId,
        values: { clubSpeedMps: 40, pathOutDeg: pathDeg },
      })
      .expect(201);
    return shotId;
  };
  return { studentId, lessonId, id, made, answer, run, call, shot };
}

describe('called and done in a lesson', () => {
  test('each call has the shot after it; the line says what to ask for, with a ball and without', async () => {
    const t = await begun();
    expect(t.made.status).toBe(201);
    for (const withBall of [true, false]) {
      for (const called of [-6, 6, -3, 3, 0, 6, -6]) {
        await t.call(called, { withBall }).expect(201);
        await t.shot(-3 + (withBall ? 0.5 : 1) * called + 0.2 * Math.sin(called));
      }
    }
    const { answer, calls } = await t.run();
    expect(calls.every((c) => c.measured)).toBe(true);
    expect(answer.verdict).toBe('done in part');
    expect(must(answer.withBall).slope).toBeCloseTo(0.5, 1);
    expect(must(answer.withoutBall).slope).toBeCloseTo(1, 1);
    expect(must(answer.askFor).called).toBeGreaterThan(3);
    // A change between ball and none made a block of its own; neither counts as a session of the ordinary swing.
    const { blocks } = await read<LessonAnswer>(`/lessons/${t.lessonId}`);
    expect(blocks.map((b) => [b.condition, b.withBall, b.shots.length])).toEqual([
      ['called', true, 7],
      ['called', false, 7],
    ]);
  });

  test('a swing set aside is swung again, a call is taken back, and a person’s word goes before the device', async () => {
    const t = await begun();
    await t.call(3).expect(201);
    const bad = await t.shot(20);
    await server.call('patch', `/shots/${bad}`, { reason: 'mishit' }).expect(204);
    expect((await t.run()).calls).toMatchObject([{ done: null, setAside: 1 }]);
    await t.shot(1);
    await t.call(-3).expect(201);
    const calls = (await t.run()).calls;
    expect(calls.map((c) => c.done)).toEqual([expect.closeTo(1), null]);
    await server.call('patch', `/calls/${must(calls[0]).id}`, { said: 2 }).expect(204);
    await server.call('delete', `/calls/${must(calls[1]).id}`).expect(204);
    expect((await t.run()).calls).toMatchObject([{ done: 2, measured: false }]);
    await server.call('patch', `/calls/${must(calls[0]).id}`, { said: 99 }).expect(422);
  });

  test('ends, goes on, is removed and comes back; the next lesson sees what was called', async () => {
    const t = await begun({ thing: 'tilt', byWords: false, step: 5, wanted: null });
    for (const called of [5, 10, 15, 5, 10, 15]) await t.call(called, { said: 0.5 * called + 1 }).expect(201);
    await server.call('post', `/called/${t.id}/end`, {}).expect(204);
    await t.call(5).expect(422);
    await server.call('patch', `/called/${t.id}`, { wanted: 6 }).expect(204);
    expect(must((await t.run()).answer.askFor).called).toBeCloseTo(10, 1);
    const next = await server.lesson(t.studentId, -1);
    const later = await read<CalledAnswerWire>(`/lessons/${next}/called`);
    expect(later.history).toMatchObject([{ thing: 'tilt', lessonId: t.lessonId, swings: 6 }]);
    await server.call('post', `/called/${t.id}/more`, {}).expect(204);
    await t.call(0).expect(201);
    await server.call('delete', `/called/${t.id}`).expect(204);
    expect((await t.answer()).runs).toEqual([]);
    const [removal] = await read<{ id: string; kind: string }[]>(`/removals?lesson=${t.lessonId}`);
    expect(must(removal).kind).toBe('called');
    await server.call('post', `/removals/${must(removal).id}/restore`, {}).expect(200);
    expect((await t.run()).calls).toHaveLength(7);
  });

  test('bad input says what is wrong; what is closed stays closed', async () => {
    const t = await begun();
    const refused = async (body: object, where: string): Promise<void> => {
      const { body: said } = await server
        .call('post', `/lessons/${t.lessonId}/called`, { ...PATH, id: uuid(), ...body })
        .expect(422);
      expect(JSON.stringify(said)).toContain(where);
    };
    await refused({ thing: 'luck' }, 'thing');
    await refused({ thing: 'free' }, 'name');
    await refused({ step: 0 }, 'step');
    await t.call(31).expect(422);
    const effort = { thing: 'effort', step: 2, wanted: null };
    const closed = await begun(effort, { flags: ['heart'] });
    expect(closed.made.status).toBe(422);
  });
});

test('calls at home go with the set; the lead they say stands on the phone and in Prescribe', async () => {
  const studentId = await server.student({ name: 'Home caller' });
  const lessonId = await server.lesson(studentId, 2);
  const drill = must(drillById('past-ball-half'));
  const target = must(drill.treats[0]);
  await server
    .call('post', `/lessons/${lessonId}/plan`, {
      id: uuid(),
      target,
      startsOn: new Date().toISOString().slice(0, 10),
      drills: [{ id: uuid(), drillId: drill.id, rung: startRungOf(drill), cue: '', sets: 2, reps: 6, sessionsPerWeek: 3 }], // prettier-ignore
    })
    .expect(201);
  const { path } = (await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string };
  const phone = () => read<PracticeAnswer>(path);
  const before = await phone();
  expect(before.swishLead).toBeNull();
  const set = {
    id: uuid(),
    planDrillId: must(before.drills[0]).id,
    doneAt: new Date().toISOString(),
    passed: 3,
    reset: 3,
    swish: 'before',
    calls: [30, 60, 0, 30, 60, 0].map((calledCm) => ({ calledCm, heardCm: calledCm - 40 })),
    pain: false,
  };
  await server.call('post', `${path}/sets`, set).expect(201);
  await server.call('post', `${path}/sets`, set).expect(201);
  const after = await phone();
  expect(after.swishLead).toEqual({ swings: 6, leadCm: 40, callCm: 70, wantedCm: 30 });
  expect(must(after.sets[0]).calls).toHaveLength(6);
  const next = await server.lesson(studentId, 0);
  const { choices } = await read<PrescribeAnswer>(`/lessons/${next}/prescribe?fault=${target}`);
  expect(must(choices.find((c) => c.drillId === drill.id)).fitted.join(' ')).toContain('call it 70 cm past the ball');
  const { history, lead } = await read<CalledAnswerWire>(`/lessons/${next}/called`);
  expect(history).toMatchObject([{ thing: 'swish', lessonId: null, swings: 6 }]);
  expect(lead).toEqual(after.swishLead);
  await server.call('post', `${path}/sets`, { ...set, id: uuid(), calls: [{ calledCm: 900, heardCm: 0 }] }).expect(422);
});
