import { startRungOf } from '../core/catalogue/drill-rungs.ts';
import { drillById } from '../core/catalogue/drills.ts';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { TargetHistoryWire } from '../api/thread-types.ts';
import type { LedgerAnswer, LessonAnswer, PracticeAnswer, PrescribeAnswer, ReviewAnswer } from '../api/types.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const read = async <T>(path: string): Promise<T> => (await server.call('get', path).expect(200)).body as T;
const daysAgo = (days: number): string => new Date(Date.now() - days * 86_400_000).toISOString();

/** A student with a target, a plan of two drills from a lesson three weeks ago, and one of today. */
async function thread(level = 'club') {
  const studentId = await server.student({ name: 'Thread', level });
  const first = await server.lesson(studentId, 21);
  await server.call('put', `/lessons/${first}/signs/sway-hip`, { id: uuid(), grade: 'clear', note: '' }).expect(204);
  await server
    .call('post', `/lessons/${first}/verdict`, { id: uuid(), target: 'early-release', reason: 'heard and seen' })
    .expect(201);
  const drill = (drillId: string) => ({
    id: uuid(),
    drillId,
    rung: startRungOf(drillById(drillId)!),
    cue: 'as given',
    sets: 2,
    reps: 8,
    sessionsPerWeek: 3,
  });
  const drills = [drill('throw-bend-extend'), drill('flat-face-strike')];
  const prescribe = await read<PrescribeAnswer>(`/lessons/${first}/prescribe`);
  const open = prescribe.choices.filter((c) => c.open).map((c) => c.drillId);
  const given = open.includes('flat-face-strike')
    ? drills
    : [drills[0]!, drill(open.find((d) => d !== drills[0]!.drillId)!)];
  await server
    .call('post', `/lessons/${first}/plan`, {
      id: uuid(),
      target: 'early-release',
      startsOn: daysAgo(21).slice(0, 10),
      drills: given,
    })
    .expect(201);
  const log = (planDrillId: string, days: number, passed: number, reset: number) => ({
    id: uuid(),
    planDrillId,
    doneAt: daysAgo(days),
    passed,
    reset,
    swish: 'not heard',
    pain: false,
  });
  const { path } = (await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string };
  const today = await server.lesson(studentId, 0);
  return { studentId, first, today, given, log, path };
}

describe('a lesson opens on the thread', () => {
  test('running target and plan, evidence with its age and weight; what was practised since counts half', async () => {
    const { first, today, given, log, path } = await thread();
    const lesson = await read<LessonAnswer>(`/lessons/${today}`);
    expect(lesson.thread).toMatchObject({ target: 'early-release', sinceLessonId: first, practisedDays: 0 });
    expect(lesson.thread?.drills.map((d) => d.drillId)).toEqual(given.map((d) => d.drillId));
    expect(lesson.thread?.drills[0]!.askedSessions).toBe(9);
    expect(lesson.thread?.next.drills.map((d) => [d.drillId, d.rung, d.cue])).toEqual(
      given.map((d) => [d.drillId, d.rung, 'as given']),
    );
    let ledger = await read<LedgerAnswer>(`/lessons/${today}/ledger`);
    const seen = ledger.findings.find((f) => f.sign === 'sway-hip');
    expect(seen).toMatchObject({ ageDays: 21, source: { lessonId: first } });
    const weight = ledger.diagnosis.weighed.find((w) => w.findingId === seen?.id)?.weight;
    expect(weight).toBeCloseTo(2 ** (-21 / 30), 6);
    expect(ledger).toMatchObject({ running: 'early-release', verdict: null });
    // Its own lesson reads it fresh; the later one did not change it.
    const before = await read<LedgerAnswer>(`/lessons/${first}/ledger`);
    expect(before.findings.find((f) => f.sign === 'sway-hip')?.ageDays).toBeUndefined();
    // Read anew, the older reading is gone.
    await server.call('put', `/lessons/${today}/signs/sway-hip`, { id: uuid(), grade: 'absent', note: '' }).expect(204);
    ledger = await read<LedgerAnswer>(`/lessons/${today}/ledger`);
    expect(ledger.findings.filter((f) => f.sign === 'sway-hip')).toHaveLength(1);
    await server.http
      .post(`/api${path}/sets`)
      .send(log(given[0]!.id, 5, 7, 1))
      .expect(201);
    expect((await read<LessonAnswer>(`/lessons/${today}`)).thread).toMatchObject({ practisedDays: 1 });
    // Keeping what runs needs no reason.
    await server
      .call('post', `/lessons/${today}/verdict`, { id: uuid(), target: 'early-release', reason: '' })
      .expect(201);
  });

  test('signs of the target practised since count half; others by their age alone', async () => {
    const { today, first, given, log, path } = await thread();
    const { faultById } = await import('../core/catalogue/faults.ts');
    const own = faultById('early-release')!.seen[0]!.id;
    await server.call('put', `/lessons/${first}/signs/${own}`, { id: uuid(), grade: 'clear', note: '' }).expect(204);
    const weightOf = async (sign: string): Promise<number> => {
      const ledger = await read<LedgerAnswer>(`/lessons/${today}/ledger`);
      const finding = ledger.findings.find((f) => f.sign === sign);
      return ledger.diagnosis.weighed.find((w) => w.findingId === finding?.id)!.weight;
    };
    const fresh = await weightOf(own);
    await server.http
      .post(`/api${path}/sets`)
      .send(log(given[0]!.id, 5, 7, 1))
      .expect(201);
    expect(await weightOf(own)).toBeCloseTo(fresh / 2, 9);
    expect(await weightOf('sway-hip')).toBeCloseTo(2 ** (-21 / 30), 6);
  });

  test('shots of the lesson before are evidence until they are measured anew', async () => {
    const studentId = await server.student({ name: 'Carried shots' });
    const first = await server.lesson(studentId, 7);
    const paths = [7.8, 8, 8.2, 8.1, 7.9];
    const shoot = async (lessonId: string, around: number): Promise<void> => {
      const block = await server.block(lessonId);
      for (const p of paths)
        await server
          .call('post', `/blocks/${block}/shots`, {
            id: uuid(),
            values: { clubSpeedMps: 40, pathOutDeg: p + around },
          })
          .expect(201);
    };
    await shoot(first, 0);
    const today = await server.lesson(studentId, 0);
    const path = async (): Promise<LedgerAnswer['findings'][number][]> =>
      (await read<LedgerAnswer>(`/lessons/${today}/ledger`)).findings.filter((f) => f.sign === 'club-path');
    expect(await path()).toMatchObject([{ value: expect.closeTo(8, 1), ageDays: 7, source: { lessonId: first } }]);
    await shoot(today, -6);
    const [anew, ...rest] = await path();
    expect(rest).toEqual([]);
    expect(anew).toMatchObject({ value: expect.closeTo(2, 1) });
    expect(anew?.ageDays).toBeUndefined();
  });
});

describe('decisions do what they say', () => {
  const decide = (lessonId: string, planDrillId: string, chosen: string, more: object = {}) =>
    server.call('post', `/lessons/${lessonId}/decisions`, { id: uuid(), planDrillId, chosen, reason: '', ...more });

  test('the rung and cue that were decided stand in the next plan and on the phone; both drills go on', async () => {
    const { today, given, path } = await thread();
    expect((await decide(today, given[0]!.id, 'change-cue').expect(422)).body.where).toBe('cue');
    await decide(today, given[0]!.id, 'change-cue', { cue: 'like a door that swings shut' }).expect(201);
    await decide(today, given[1]!.id, 'stay').expect(201);
    const { thread: after } = await read<LessonAnswer>(`/lessons/${today}`);
    expect(after?.next.drills.map((d) => d.cue)).toEqual(['like a door that swings shut', 'as given']);
    const phone = (await server.http.get(`/api${path}`)).body as PracticeAnswer;
    expect(phone.drills[0]!.cue).toBe('like a door that swings shut');
  });

  test('sessions count over plans: a trial goes on where the last plan left it', async () => {
    const { studentId, today, given, log, path } = await thread();
    const one = given[0]!;
    for (const d of [18, 16, 14, 12])
      await server.http
        .post(`/api${path}/sets`)
        .send(log(one.id, d, 4, 4))
        .expect(201);
    const middle = await server.lesson(studentId, 10);
    const again = { ...one, id: uuid() };
    await server
      .call('post', `/lessons/${middle}/plan`, {
        id: uuid(),
        target: 'early-release',
        startsOn: daysAgo(10).slice(0, 10),
        drills: [again],
      })
      .expect(201);
    for (const d of [8, 6])
      await server.http
        .post(`/api${path}/sets`)
        .send(log(again.id, d, 4, 4))
        .expect(201);
    const review = await read<ReviewAnswer>(`/lessons/${today}/review`);
    expect(review.proposals[0]).toMatchObject({ drillId: one.drillId, move: 'change-cue' });
    expect(review.proposals[0]!.reason).toContain('6 sessions');
    // The failed trial is evidence against the target.
    const ledger = await read<LedgerAnswer>(`/lessons/${today}/ledger`);
    expect(ledger.findings.filter((f) => f.source.kind === 'trial')).toMatchObject([
      { fault: 'early-release', logOdds: -0.5 },
    ]);
    const lesson = await read<LessonAnswer>(`/lessons/${today}`);
    expect(lesson.thread?.failedDrillIds).toEqual([one.drillId]);
    const choice = (await read<PrescribeAnswer>(`/lessons/${today}/prescribe`)).choices.find(
      (c) => c.drillId === one.drillId,
    );
    expect(choice?.record).toContain('6 sessions');
  });

  test('a changed drill gives way to an untried one; a stopped one is off the phone at once and does not go on', async () => {
    const { studentId, today, given, path } = await thread();
    await decide(today, given[0]!.id, 'change-drill').expect(201);
    await decide(today, given[1]!.id, 'stop', { reason: 'enough of it' }).expect(201);
    const phone = (await server.http.get(`/api${path}`)).body as PracticeAnswer;
    expect(phone.drills.map((d) => d.state)).toEqual(['changed', 'stopped']);
    const next = (await read<LessonAnswer>(`/lessons/${today}`)).thread!.next;
    expect(next.drills).toHaveLength(1);
    expect(given.map((d) => d.drillId)).not.toContain(next.drills[0]!.drillId);
    expect(next.dropped.map((d) => d.drillId)).toEqual(given.map((d) => d.drillId));
    const history = await read<TargetHistoryWire[]>(`/students/${studentId}/thread`);
    expect(history[0]).toMatchObject({ target: 'early-release', to: null });
    expect(history[0]!.drills.map((d) => d.decisions[0]!.chosen)).toEqual(['change-drill', 'stop']);
  });
});
