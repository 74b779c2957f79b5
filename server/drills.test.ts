import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ShelfAnswer } from '../api/drill-types.ts';
import type { LessonAnswer, PracticeAnswer, PrescribeAnswer, StudentAnswer } from '../api/types.ts';
import { drillById } from '../core/catalogue/drills.ts';
import { copyOf } from '../core/catalogue/own-drill.ts';
import { PROTOCOLS } from '../core/plan/protocols.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
/** Cookie of another practice. */
let other: string;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
  other = await server.otherPractice();
});
afterAll(() => server.db.close());

const read = async <T>(path: string): Promise<T> => (await server.call('get', path).expect(200)).body as T;
const base = { ...copyOf(drillById('feet-together')!), name: 'Feet on a line' };
const write = async (id: string, change: object = {}): Promise<string> =>
  ((await server.call('put', `/drills/${id}`, { ...base, ...change }).expect(200)).body as { drillId: string }).drillId;
const planned = (drillId: string, change: object = {}) => ({
  id: uuid(),
  drillId,
  rung: base.rungs[base.startAt],
  cue: '',
  sets: 2,
  reps: 5,
  sessionsPerWeek: 3,
  ...change,
});
const plan = (drills: object[], target = 'tension') => ({
  id: uuid(),
  target,
  startsOn: new Date().toISOString().slice(0, 10),
  drills,
});

describe('own drills', () => {
  test('each change is a version; the same words again are none', async () => {
    const id = uuid();
    expect(await write(id)).toBe(`own-${id}-1`);
    expect(await write(id)).toBe(`own-${id}-1`);
    expect(await write(id, { name: 'Feet on two lines' })).toBe(`own-${id}-2`);
    const { own } = await read<ShelfAnswer>('/drills');
    expect(own.filter((v) => v.id === id).map((v) => [v.version, v.said?.name])).toEqual([
      [1, 'Feet on a line'],
      [2, 'Feet on two lines'],
    ]);
  });
  test('what is wrong is said with its field, and nothing is kept', async () => {
    const id = uuid();
    const where = async (change: object): Promise<string> =>
      (await server.call('put', `/drills/${id}`, { ...base, ...change }).expect(422)).body.where as string;
    expect(await where({ name: ' ' })).toBe('name');
    expect(await where({ rungs: [base.rungs[0], base.rungs[3]] })).toBe('rungs[1]');
    expect(await where({ kit: ['sword'] })).toBe('kit[0]');
    expect(await where({ judges: [] })).toBe('judges');
    expect(await where({ steps: [] })).toBe('steps');
    expect(await where({ check: { ...base.check, passed: 9, of: 8 } })).toBe('check');
    expect((await read<ShelfAnswer>('/drills')).own.some((v) => v.id === id)).toBe(false);
  });
  test('another practice neither sees nor changes it', async () => {
    const id = uuid();
    await write(id);
    const asOther = (method: 'get' | 'put' | 'delete', path: string) =>
      server.http[method](`/api${path}`).set('Cookie', other);
    expect(((await asOther('get', '/drills').expect(200)).body as ShelfAnswer).own).toEqual([]);
    await asOther('put', `/drills/${id}`).send(base).expect(404);
    await asOther('delete', `/drills/${id}`).expect(404);
    const protocol = {
      ...PROTOCOLS[0]!,
      steps: [{ ...PROTOCOLS[0]!.steps[0]!, drillId: `own-${id}-1` }],
    };
    await asOther('put', `/protocols/${uuid()}`).send(protocol).expect(422);
    await server.call('put', `/protocols/${uuid()}`, protocol).expect(200);
  });
  test('a plan of another practice that names it is refused, and nothing of it is kept', async () => {
    const id = uuid();
    const drillId = await write(id);
    const asOther = (method: 'get' | 'put' | 'post', path: string) =>
      server.http[method](`/api${path}`).set('Cookie', other);
    const [studentId, lessonId] = [uuid(), uuid()];
    const kept = (await server.call('get', `/students/${await server.student({ name: 'Copied' })}`).expect(200))
      .body as StudentAnswer;
    await asOther('put', `/students/${studentId}`).send(kept.student).expect(200);
    await asOther('post', `/students/${studentId}/lessons`)
      .send({ id: lessonId, startsAt: new Date().toISOString() })
      .expect(201);
    const refused = await asOther('post', `/lessons/${lessonId}/plan`)
      .send(plan([planned(drillId)]))
      .expect(422);
    expect(JSON.stringify(refused.body)).not.toContain('Feet on a line');
    expect(((await asOther('get', `/lessons/${lessonId}/prescribe`).expect(200)).body as PrescribeAnswer).plan).toBe(
      null,
    );
    const own = await server.student({ name: 'Its Own' });
    const lesson = await server.lesson(own);
    await server.call('post', `/lessons/${lesson}/plan`, plan([planned(drillId)])).expect(201);
  });
  test('it is offered for its faults, given, practised and counted; off the shelf, a plan keeps it', async () => {
    const id = uuid();
    const drillId = await write(id, { asks: ['full-effort'], rungs: base.rungs, startAt: 6 });
    const studentId = await server.student({ name: 'Own Drill' });
    const lessonId = await server.lesson(studentId);
    const choices = async () =>
      (await read<PrescribeAnswer>(`/lessons/${lessonId}/prescribe?fault=tension`)).choices.map((c) => c.drillId);
    expect(await choices()).toContain(drillId);
    const fast = base.rungs.find((r) => r.startsWith('full/'))!;
    const given = planned(drillId, { rung: fast });
    await server.call('post', `/lessons/${lessonId}/plan`, plan([given])).expect(201);
    const { path } = (await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string };
    const phone = async () => (await server.http.get(`/api${path}`).expect(200)).body as PracticeAnswer;
    expect((await phone()).ownDrills.map((d) => d.drillId)).toEqual([drillId]);
    const set = { id: uuid(), planDrillId: given.id, passed: 4, reset: 0, unjudged: 3, swish: 'past', pain: false };
    await server.http.post(`/api${path}/sets`).send(set).expect(201);
    expect((await read<LessonAnswer>(`/lessons/${lessonId}`)).closures.load.today).toBe(7);
    await server.call('delete', `/drills/${id}`).expect(204);
    expect(await choices()).not.toContain(drillId);
    expect((await phone()).drills.map((d) => d.drillId)).toEqual([drillId]);
    const next = await server.lesson(studentId);
    expect((await read<LessonAnswer>(`/lessons/${next}`)).thread?.next.drills.map((d) => d.drillId)).toEqual([drillId]);
  });
  test('pain and a missing clearance close it as any other', async () => {
    const drillId = await write(uuid(), { asks: ['deep-bend'] });
    const studentId = await server.student({ name: 'Knee', flags: ['joint-surgery'] });
    const lessonId = await server.lesson(studentId);
    expect(
      (await server.call('post', `/lessons/${lessonId}/plan`, plan([planned(drillId)])).expect(422)).body.code,
    ).toBe('drill-closed');
  });
});

describe('a drill for a target that it does not treat', () => {
  test('takes a reason, which is kept and goes on; the body closes it all the same', async () => {
    const studentId = await server.student({ name: 'Attached' });
    const lessonId = await server.lesson(studentId);
    const given = planned('feet-together', { because: '' });
    const refused = await server.call('post', `/lessons/${lessonId}/plan`, plan([given], 'early-release')).expect(422);
    expect(refused.body.where).toBe('drills[0].because');
    const because = 'Loses balance before the release can be worked on.';
    await server.call('post', `/lessons/${lessonId}/plan`, plan([{ ...given, because }], 'early-release')).expect(201);
    const next = await server.lesson(studentId);
    expect((await read<LessonAnswer>(`/lessons/${next}`)).thread?.next.drills).toMatchObject([
      { drillId: 'feet-together', because, continues: true },
    ]);
    const sore = await server.student({ name: 'Attached and sore', painfulParts: ['knee'] });
    const theirs = await server.lesson(sore);
    const closed = planned('heel-lift-turn', { because, rung: 'half/whole/driver/none/on/garden' });
    expect(
      (await server.call('post', `/lessons/${theirs}/plan`, plan([closed], 'early-release')).expect(422)).body.code,
    ).toBe('drill-closed');
  });
});

test('favourites are an account’s own, on and off', async () => {
  await server.call('put', '/favourites', { drill: 'light-fast', favourite: true }).expect(204);
  await server.call('put', '/favourites', { drill: 'light-fast', favourite: true }).expect(204);
  expect((await read<ShelfAnswer>('/drills')).favourites).toEqual(['light-fast']);
  await server.call('put', '/favourites', { drill: 'light-fast', favourite: false }).expect(204);
  expect((await read<ShelfAnswer>('/drills')).favourites).toEqual([]);
});

test('a screen moves the mark that the phone shows', async () => {
  const studentId = await server.student({ name: 'Short Turn', kit: ['club'], places: ['living room'] });
  await server
    .call('post', `/students/${studentId}/screens`, {
      id: uuid(),
      takenOn: new Date().toISOString().slice(0, 10),
      trunkTurnLeadDeg: 72,
      trunkTurnTrailDeg: 70,
    })
    .expect(201);
  const lessonId = await server.lesson(studentId);
  const given = planned('club-across-turn', { rung: 'slow/part/none/none/on/mirror' });
  await server.call('post', `/lessons/${lessonId}/plan`, plan([given], 'short-turn')).expect(201);
  const { path } = (await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string };
  const phone = (await server.http.get(`/api${path}`).expect(200)).body as PracticeAnswer;
  expect(phone.drills[0]!.mark).toContain('65–70°');
});
