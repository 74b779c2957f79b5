import type { TodayAnswer } from '../api/day-types.ts';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { BatteryAnswer, LessonAnswer, PracticeAnswer, PrescribeAnswer, StudentAnswer } from '../api/types.ts';
import { rungKeysOf, startRungOf } from '../core/catalogue/drill-rungs.ts';
import { drillById } from '../core/catalogue/drills.ts';
import { ISOLATION_TESTS } from '../core/catalogue/isolation-tests.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const read = async <T>(path: string): Promise<T> => (await server.call('get', path).expect(200)).body as T;
const KIT = [
  'driver',
  'iron',
  'club',
  'racket',
  'light stick',
  'heavy stick',
  'alignment stick',
  'mirror',
  'chair',
  'pen',
];

const person = (change: Record<string, unknown> = {}) => ({
  name: 'Body',
  handedness: 'right',
  birthYear: 1985,
  level: 'club',
  goalKind: 'gain',
  kit: KIT,
  places: ['range', 'garden', 'living room'],
  ...change,
});
const blockOf = (change: Record<string, unknown> = {}) => ({
  id: uuid(),
  club: 'driver',
  withBall: true,
  condition: 'normal',
  ...change,
});

/** A student with a plan of drills that load the arms, and the phone's address. */
async function practising(
  drillIds: readonly string[] = ['throw-bend-extend', 'flat-face-strike'],
  target = 'early-release',
) {
  const studentId = uuid();
  await server.call('put', `/students/${studentId}`, person()).expect(200);
  const lessonId = await server.lesson(studentId);
  const drills = drillIds.map((drillId) => ({
    id: uuid(),
    drillId,
    rung: startRungOf(drillById(drillId)!),
    cue: '',
    sets: 1,
    reps: 5,
    sessionsPerWeek: 3,
  }));
  await server
    .call('post', `/lessons/${lessonId}/plan`, {
      id: uuid(),
      target,
      startsOn: new Date().toISOString().slice(0, 10),
      drills,
    })
    .expect(201);
  const { path } = (await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string };
  const phone = async (): Promise<PracticeAnswer> =>
    (await server.http.get(`/api${path}`).expect(200)).body as PracticeAnswer;
  const set = (planDrillId: string, change: Record<string, unknown> = {}) => ({
    id: uuid(),
    planDrillId,
    passed: 4,
    reset: 1,
    swish: 'not heard',
    pain: false,
    ...change,
  });
  return { studentId, lessonId, drills, path, phone, set };
}

describe('pain closes at once', () => {
  test('on the phone, in Prescribe and Tests and for blocks, until the instructor reopens it with a word', async () => {
    const { studentId, lessonId, drills, path, phone, set } = await practising();
    const log = set(drills[0]!.id, { pain: true, painPart: 'elbow', painKind: 'dull', painNote: 'inner side' });
    await server.http.post(`/api${path}/sets`).send(log).expect(201);
    await server.http.post(`/api${path}/sets`).send(log).expect(201);
    let page = await phone();
    expect(page.pains).toMatchObject([{ part: 'elbow', kind: 'dull', reopened: null }]);
    expect(page.drills[0]!.closedBecause.join()).toContain('elbow');
    expect(page.drills[1]!.closedBecause).toEqual([]);
    const choices = (await read<PrescribeAnswer>(`/lessons/${lessonId}/prescribe`)).choices;
    for (const c of choices) {
      const drill = drillById(c.drillId)!;
      if (drill.demands.includes('elbow') || drill.intensity === 'maximal') expect(c.open).toBe(false);
    }
    expect(choices.find((c) => c.drillId === 'throw-bend-extend')!.open).toBe(false);
    const battery = await read<BatteryAnswer>(`/lessons/${lessonId}/battery`);
    for (const t of battery.tests) expect(t.closedBecause.join()).toContain('elbow');
    expect(
      (await server.call('post', `/lessons/${lessonId}/blocks`, blockOf({ effort: 10 })).expect(422)).body.code,
    ).toBe('block-closed');
    await server.call('post', `/lessons/${lessonId}/blocks`, blockOf({ effort: 6 })).expect(201);
    const closures = (await read<StudentAnswer>(`/students/${studentId}`)).closures;
    expect(closures.pains).toHaveLength(1);
    expect(closures.planClosedBecause).toEqual([]);
    const today = await read<TodayAnswer>('/today');
    expect(today.lessons.find((l) => l.id === lessonId)?.due[0]?.text).toContain('elbow');

    const assistant = await server.colleague('assistant', 'helper of bodies');
    await server.call('post', `/pains/${log.id}/reopen`, { word: 'looks fine' }, assistant).expect(403);
    await server.call('post', `/pains/${log.id}/reopen`, { word: '' }).expect(422);
    await server
      .call('post', `/pains/${log.id}/reopen`, { word: 'Asked: gone for a week, free in all tests.' })
      .expect(204);
    page = await phone();
    expect(page.pains).toEqual([]);
    expect(page.drills[0]!.closedBecause).toEqual([]);
  });

  test('a red flag closes everything until a clearance is on file; a word alone does not lift it', async () => {
    const { studentId, lessonId, drills, path, phone, set } = await practising();
    const log = set(drills[0]!.id, { pain: true, painPart: 'shoulder', painKind: 'radiating' });
    await server.http.post(`/api${path}/sets`).send(log).expect(201);
    expect(await phone()).toMatchObject({ planClosed: true, drills: [] });
    await server.call('post', `/lessons/${lessonId}/blocks`, blockOf()).expect(422);
    await server.call('post', `/lessons/${lessonId}/blocks`, blockOf({ withBall: false })).expect(422);
    expect(
      (await server.call('post', `/lessons/${lessonId}/load-overrules`, { id: uuid(), reason: 'he wants to' })).body
        .code,
    ).toBe('plan-closed');
    expect((await server.call('post', `/pains/${log.id}/reopen`, { word: 'fine again' }).expect(422)).body.code).toBe(
      'needs-clearance',
    );
    const clearedOn = new Date().toISOString().slice(0, 10);
    await server.call('put', `/students/${studentId}`, person({ clearedOn, clearedBy: 'Dr Reed' })).expect(200);
    expect((await phone()).planClosed).toBe(false);
    await server.call('post', `/pains/${log.id}/reopen`, { word: 'cleared, half swings first' }).expect(204);
    await server.call('post', `/lessons/${lessonId}/blocks`, blockOf()).expect(201);
  });

  test('pain without a part or kind is taken the careful way; the instructor notes pain as well', async () => {
    const { studentId, drills, path, phone, set } = await practising();
    await server.http
      .post(`/api${path}/sets`)
      .send(set(drills[1]!.id, { pain: true }))
      .expect(201);
    for (const d of (await phone()).drills) expect(d.closedBecause.length).toBeGreaterThan(0);
    await server.http
      .post(`/api${path}/sets`)
      .send(set(drills[1]!.id, { pain: true, painPart: 'tail' }))
      .expect(422);
    await server.call('post', `/students/${studentId}/pains`, { id: uuid(), part: 'knee', kind: 'sharp' }).expect(201);
    expect((await phone()).planClosed).toBe(true);
  });
});

describe('one count of full-intent swings', () => {
  test('over blocks and tests of the day; at the cap a block stops, and the reason of an overrule is kept', async () => {
    const { lessonId } = await practising();
    const blockId = await server.block(lessonId, { effort: 9 });
    await server.shots(
      blockId,
      Array.from({ length: 25 }, (_, i) => 90 + i / 10),
    );
    const load = async () => (await read<LessonAnswer>(`/lessons/${lessonId}`)).closures.load;
    expect(await load()).toMatchObject({ today: 25, dayCap: 30, state: 'near', left: 5 });
    const test = ISOLATION_TESTS.find((t) => t.condition !== 'normal' && t.kit.length === 0)!;
    const tested = await server.block(lessonId, { condition: test.condition, withBall: test.withBall });
    await server.shots(tested, [80, 81, 82, 83, 84]);
    expect(await load()).toMatchObject({ today: 30, state: 'over', left: 0 });
    const full = blockOf({ effort: 10 });
    expect((await server.call('post', `/lessons/${lessonId}/blocks`, full).expect(422)).body.code).toBe('load-cap');
    const gentle = await server.block(lessonId, { effort: 5 });
    await server.call('patch', `/blocks/${gentle}`, { effort: 10 }).expect(422);
    await server.call('post', `/lessons/${lessonId}/load-overrules`, { id: uuid(), reason: '' }).expect(422);
    await server
      .call('post', `/lessons/${lessonId}/load-overrules`, { id: uuid(), reason: 'last test of the battery, fresh' })
      .expect(201);
    await server.call('post', `/lessons/${lessonId}/blocks`, full).expect(201);
    expect((await read<LessonAnswer>(`/lessons/${lessonId}`)).closures.overruled).toMatchObject({
      reason: 'last test of the battery, fresh',
    });
  });

  test('what is done at home counts for the lesson, and the lesson’s for the phone', async () => {
    const { lessonId, drills, path, phone, set } = await practising(['light-fast'], 'effort-over-speed');
    await server.http
      .post(`/api${path}/sets`)
      .send(set(drills[0]!.id, { passed: 20, reset: 0 }))
      .expect(201);
    expect((await read<LessonAnswer>(`/lessons/${lessonId}`)).closures.load.today).toBe(20);
    expect((await phone()).drills[0]!.closedBecause).toEqual([]);
    await server.shots(
      await server.block(lessonId, { effort: 9 }),
      Array.from({ length: 10 }, (_, i) => 90 + i),
    );
    expect((await phone()).drills[0]!.closedBecause.join()).toContain('the cap is 30');
  });
});

describe('closed by the file', () => {
  test('a missing clearance closes blocks, tests, Prescribe and the phone alike', async () => {
    const { studentId, lessonId, phone } = await practising();
    await server.call('put', `/students/${studentId}`, person({ flags: ['pregnancy'] })).expect(200);
    for (const t of ISOLATION_TESTS)
      await server
        .call('post', `/lessons/${lessonId}/blocks`, blockOf({ condition: t.condition, withBall: t.withBall }))
        .expect(422);
    expect((await read<PrescribeAnswer>(`/lessons/${lessonId}/prescribe`)).choices.some((c) => c.open)).toBe(false);
    expect(await phone()).toMatchObject({ planClosed: true, drills: [], week: [] });
    // What was swung in an earlier lesson can still be written down.
    await server.block(await server.lesson(studentId, 20));
  });
  test('a back that hurts on file closes blocks at full intent, not easy ones', async () => {
    const studentId = await server.student({ name: 'Sore back', painfulParts: ['lower back'] });
    const lessonId = await server.lesson(studentId);
    const full = await server.call('post', `/lessons/${lessonId}/blocks`, blockOf({ effort: 9 })).expect(422);
    expect(JSON.stringify(full.body)).toContain('Loads the lower back, which hurts at present.');
    await server.call('post', `/lessons/${lessonId}/blocks`, blockOf({ effort: 6 })).expect(201);
  });
  test('clearance and consent need a name and cannot lie in the future', async () => {
    const { studentId } = await practising();
    const put = (change: Record<string, unknown>) => server.call('put', `/students/${studentId}`, person(change));
    const soon = new Date(Date.now() + 3 * 86_400_000).toISOString().slice(0, 10);
    const past = '2026-01-05';
    expect((await put({ clearedOn: past }).expect(422)).body.where).toBe('clearedOn');
    expect((await put({ clearedOn: soon, clearedBy: 'Dr Reed' }).expect(422)).body.where).toBe('clearedOn');
    expect((await put({ guardianConsentOn: past }).expect(422)).body.where).toBe('guardianConsentOn');
    expect((await put({ guardianConsentOn: soon, guardianName: 'A Parent' }).expect(422)).body.where).toBe(
      'guardianConsentOn',
    );
    await put({ clearedOn: past, clearedBy: 'Dr Reed', guardianConsentOn: past, guardianName: 'A Parent' }).expect(200);
  });
});

describe('what the phone sends', () => {
  const daysAgo = (days: number): string => new Date(Date.now() - days * 86_400_000).toISOString();

  test('a clock that is a day ahead is put right; the day is that of the phone’s own calendar', async () => {
    const { drills, path, phone, set } = await practising();
    const dayAhead = daysAgo(-1);
    await server.http
      .post(`/api${path}/sets`)
      .set('x-sent-at', dayAhead)
      .send(set(drills[0]!.id, { doneAt: daysAgo(-0.9), utcOffsetMin: 0 }))
      .expect(201);
    const [kept] = (await phone()).sets;
    expect(Math.abs(Date.parse(kept!.doneAt) - Date.now())).toBeLessThan(4 * 3_600_000);
    expect(kept!.day).toBe(new Date(kept!.doneAt).toISOString().slice(0, 10));
  });

  test('the same log three times is one; a plan that changed meanwhile keeps what was done at its rung', async () => {
    const { studentId, lessonId, drills, path, phone, set } = await practising();
    const rung = rungKeysOf(drillById('throw-bend-extend')!)[1]!;
    const log = set(drills[0]!.id, { rung });
    for (let i = 0; i < 3; i++) await server.http.post(`/api${path}/sets`).send(log).expect(201);
    expect((await phone()).sets).toHaveLength(1);
    const next = await server.lesson(studentId);
    const start = startRungOf(drillById('flat-face-strike')!);
    await server
      .call('post', `/lessons/${next}/plan`, {
        id: uuid(),
        target: 'early-release',
        startsOn: new Date().toISOString().slice(0, 10),
        drills: [
          { id: uuid(), drillId: 'flat-face-strike', rung: start, cue: '', sets: 1, reps: 5, sessionsPerWeek: 2 },
        ],
      })
      .expect(201);
    await server.http.post(`/api${path}/sets`).send(set(drills[0]!.id)).expect(201);
    const sets = await server.db.query<{ rung: string }>(
      'select s.rung from practice_sets s join plan_drills d on d.id = s.plan_drill_id where d.id = $1 order by s.done_at',
      [drills[0]!.id],
    );
    expect(sets.map((s) => s.rung)).toEqual([rung, startRungOf(drillById('throw-bend-extend')!)]);
    expect(lessonId).not.toBe(next);
  });

  test('a log over a withdrawn link waits and is let in or left out, once; an unknown link takes nothing', async () => {
    const { studentId, drills, path, set } = await practising();
    await server.call('delete', `/students/${studentId}/practice-link`).expect(204);
    const [one, other] = [set(drills[0]!.id), set(drills[0]!.id, { pain: true, painPart: 'hip', painKind: 'dull' })];
    for (const log of [one, one, other])
      expect((await server.http.post(`/api${path}/sets`).send(log).expect(202)).body.held).toBe(true);
    const late = async () => (await read<StudentAnswer>(`/students/${studentId}`)).closures.lateSets.map((l) => l.id);
    expect((await late()).sort()).toEqual([one.id, other.id].sort());
    const count = async (): Promise<number> =>
      (
        await server.db.query<{ n: number }>('select count(*)::int as n from practice_sets where plan_drill_id = $1', [
          drills[0]!.id,
        ])
      )[0]!.n;
    expect(await count()).toBe(0);
    await server.call('post', `/late-sets/${other.id}`, { letIn: true }).expect(204);
    await server.call('post', `/late-sets/${other.id}`, { letIn: true }).expect(404);
    await server.call('post', `/late-sets/${one.id}`, { letIn: false }).expect(204);
    expect(await count()).toBe(1);
    expect(await late()).toEqual([]);
    expect((await read<StudentAnswer>(`/students/${studentId}`)).closures.pains).toMatchObject([{ part: 'hip' }]);
    await server.http.post('/api/practice/AAAAAAAAAAAAAAAAAAAAAA/sets').send(set(drills[0]!.id)).expect(404);
  });

  test('a flow over a withdrawn link waits and is let in too, with its swings and its pain', async () => {
    const { studentId, path } = await practising();
    await server.call('delete', `/students/${studentId}/practice-link`).expect(204);
    const flow = {
      id: uuid(),
      protocolId: uuid(),
      doneAt: new Date().toISOString(),
      steps: [{ step: 0, passed: 4, reset: 1, unjudged: 2 }],
      effort: 5,
      pain: true,
      painNote: '',
      painPart: 'hip',
      painKind: 'dull',
      note: '',
    };
    const logged = async () =>
      await server.db.query<{ swings: number }>(
        'select full_intent_swings as swings from protocol_logs where student_id = $1',
        [studentId],
      );
    for (const again of [flow, flow])
      expect((await server.http.post(`/api${path}/protocol-logs`).send(again).expect(202)).body.held).toBe(true);
    expect(await logged()).toEqual([]);
    const closures = async () => (await read<StudentAnswer>(`/students/${studentId}`)).closures;
    expect((await closures()).lateSets).toMatchObject([{ id: flow.id, kind: 'flow', passed: 4, reset: 1, pain: true }]);
    await server.call('post', `/late-sets/${flow.id}`, { letIn: true }).expect(204);
    // What the flow asked is not known any more: every swing counts as a full one.
    expect(await logged()).toEqual([{ swings: 7 }]);
    expect(await closures()).toMatchObject({ lateSets: [], pains: [{ part: 'hip' }] });
  });
});
