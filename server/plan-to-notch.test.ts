import type { TodayAnswer } from '../api/day-types.ts';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { PracticeAnswer, PrescribeAnswer, ReviewAnswer, StudentAnswer } from '../api/types.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const setCount = async (): Promise<number> =>
  (await server.db.query<{ n: number }>('select count(*)::int as n from practice_sets'))[0]!.n;

describe('from a plan to a notch', () => {
  test('plan, practice by private link, ladder, gain and notch', async () => {
    const studentId = await server.student({ name: 'Notch Maker' });
    const swings = (mph: number): number[] => [-1, -0.5, 0, 0.5, 1, -0.3, 0.3].map((d) => mph + d);
    for (const [daysAgo, mph] of [
      [49, 90.1],
      [42, 90],
    ] as const)
      await server.shots(await server.block(await server.lesson(studentId, daysAgo)), swings(mph));
    const second = await server.lesson(studentId, 35);
    await server.shots(await server.block(second), swings(90.3));
    await server
      .call('post', `/lessons/${second}/verdict`, { id: uuid(), target: 'early-release', reason: 'seen on video' })
      .expect(201);
    const prescribe = (await server.call('get', `/lessons/${second}/prescribe`)).body as PrescribeAnswer;
    expect(prescribe.target).toBe('early-release');
    expect(prescribe.choices.filter((c) => c.open).length).toBeGreaterThanOrEqual(2);
    expect(prescribe.choices.find((c) => !c.open)?.closedBecause.join()).toMatch(/Needs|Only/);

    const planDrillId = uuid();
    const drill = {
      id: planDrillId,
      drillId: 'throw-bend-extend',
      rung: 'slow/part/short-iron/none/on/garden',
      cue: 'throw',
      sets: 2,
      reps: 8,
      sessionsPerWeek: 3,
    };
    const plan = {
      id: uuid(),
      target: 'early-release',
      startsOn: new Date(Date.now() - 35 * 86_400_000).toISOString().slice(0, 10),
      drills: [drill],
    };
    await server
      .call('post', `/lessons/${second}/plan`, {
        ...plan,
        drills: [{ ...drill, rung: 'full/whole/driver/alone/off/moon' }],
      })
      .expect(422);
    const tooFar = 'slow/part/none/none/on/mirror';
    await server.call('post', `/lessons/${second}/plan`, { ...plan, drills: [{ ...drill, rung: tooFar }] }).expect(422);
    const closed = prescribe.choices.find((c) => !c.open)?.drillId ?? '';
    expect(
      (
        await server.call('post', `/lessons/${second}/plan`, {
          ...plan,
          drills: [{ ...drill, drillId: closed }],
        })
      ).body.code,
    ).toBe('drill-closed');
    await server.call('post', `/lessons/${second}/plan`, plan).expect(201);
    await server.call('post', `/lessons/${second}/plan`, plan).expect(201);

    const { path } = (await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string };
    expect(path).toMatch(/^\/practice\/[\w-]{22}$/);
    const page = (await server.http.get(`/api${path}`).expect(200)).body as PracticeAnswer;
    expect(page.drills).toHaveLength(1);
    expect(page.cautions.length).toBeGreaterThan(3);
    expect(page.week.length).toBe(3);
    const set = (passed: number, reset: number, daysAgo: number) => ({
      id: uuid(),
      planDrillId,
      doneAt: new Date(Date.now() - daysAgo * 86_400_000).toISOString(),
      passed,
      reset,
      swish: 'past',
      easeWithoutBall: 7,
      easeWithBall: 6,
      pain: false,
    });
    const first = set(7, 1, 33);
    await server.http.post(`/api${path}/sets`).send(first).expect(201);
    const before = await setCount();
    await server.http.post(`/api${path}/sets`).send(first).expect(201);
    expect(await setCount()).toBe(before);
    await server.http
      .post(`/api${path}/sets`)
      .send({ ...set(1, 1, 31), planDrillId: uuid() })
      .expect(404);
    await server.http
      .post(`/api${path}/sets`)
      .send({ ...set(1, 1, 31), swish: 'loud' })
      .expect(422);

    const third = await server.lesson(studentId, 28);
    await server.shots(await server.block(third), swings(95.6));
    await server.call('post', `/lessons/${third}/sets`, set(8, 0, 28)).expect(201);
    let review = (await server.call('get', `/lessons/${third}/review`)).body as ReviewAnswer;
    expect(review.practice.map((s) => s.witnessed)).toEqual([false, true]);
    expect(review.proposals[0]).toMatchObject({ move: 'up', rung: 'half/part/short-iron/none/on/garden' });
    expect(review.repeatBlock).toEqual({ club: 'driver', withBall: true, condition: 'normal' });
    await server
      .call('post', `/lessons/${third}/decisions`, { id: uuid(), planDrillId, chosen: 'up', reason: '' })
      .expect(201);
    await server
      .call('post', `/lessons/${third}/decisions`, { id: uuid(), planDrillId, chosen: 'up', reason: '' })
      .expect(201);
    expect(((await server.http.get(`/api${path}`)).body as PracticeAnswer).drills[0]!.rung).toBe(
      'half/part/short-iron/none/on/garden',
    );
    // An amended decision keeps what it was.
    review = (await server.call('get', `/lessons/${third}/review`)).body as ReviewAnswer;
    expect(review.decisions).toHaveLength(1);
    expect(review.decisions[0]!.earlier).toMatchObject([
      { chosen: 'up', rungTo: 'half/part/short-iron/none/on/garden' },
    ]);

    const later: string[] = [];
    for (const [daysAgo, mph] of [
      [21, 95.9],
      [14, 95.7],
      [7, 95.8],
    ] as const) {
      later.push(await server.lesson(studentId, daysAgo));
      await server.shots(await server.block(later[later.length - 1]!), swings(mph));
    }
    const lookAt = async (id: string): Promise<ReviewAnswer> =>
      (await server.call('get', `/lessons/${id}/review`)).body as ReviewAnswer;
    expect((await lookAt(later[0]!)).gain).toMatchObject({ verdict: 'cannot-say', baselineSessions: 3 });
    expect((await lookAt(later[1]!)).gain).toMatchObject({ verdict: 'gained', notches: [] });
    review = await lookAt(later[2]!);
    expect(review.gain).toMatchObject({ verdict: 'gained', sessionsSince: 4 });
    expect(review.gain?.notches).toHaveLength(1);
    expect(review.asDecided).toBeNull();
    expect((await lookAt(third)).asDecided).toMatchObject({ rule: 2, gain: { verdict: 'cannot-say' } });
    // The notch is in the record: a smallest gain chosen later does not move it.
    const settings = { smallestGainMps: 4 };
    await server.call('put', '/settings', settings).expect(200);
    expect((await lookAt(later[2]!)).gain?.notches).toEqual(review.gain?.notches);
    expect((await lookAt(later[2]!)).gain?.verdict).not.toBe('gained');
    await server.call('put', '/settings', { smallestGainMps: 0.44704 }).expect(200);
    const { stick } = (await server.call('get', `/students/${studentId}`)).body as StudentAnswer;
    expect(stick.notches).toHaveLength(1);
    // A lesson looked at later still shows its own day.
    expect(((await server.call('get', `/lessons/${third}/review`)).body as ReviewAnswer).gain?.notches).toEqual([]);

    const fresh = ((await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string })
      .path;
    await server.http.get(`/api${path}`).expect(404);
    await server.http.get(`/api${fresh}`).expect(200);
    await server.call('delete', `/students/${studentId}/practice-link`).expect(204);
    expect((await server.http.get(`/api${fresh}`).expect(404)).body.code).toBe('link-withdrawn');
  });
  test('a flagged student’s plan and practice page stay closed until clearance is recorded', async () => {
    const flagged = { name: 'Waits', flags: ['back'] };
    const studentId = await server.student(flagged);
    const lessonId = await server.lesson(studentId);
    const plan = {
      id: uuid(),
      target: 'tension',
      startsOn: '2026-03-01',
      drills: [{ id: uuid(), drillId: 'feet-together', rung: 2, sets: 2, reps: 8, sessionsPerWeek: 2 }],
    };
    expect((await server.call('post', `/lessons/${lessonId}/plan`, plan)).body).toMatchObject({ code: 'drill-closed' });
    const { path } = (await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string };
    expect(((await server.http.get(`/api${path}`)).body as PracticeAnswer).planClosed).toBe(true);
    await server
      .call('put', `/students/${studentId}`, {
        ...flagged,
        handedness: 'right',
        birthYear: 1985,
        level: 'club',
        goalKind: 'gain',
        kit: ['iron'],
        places: ['range'],
        clearedOn: '2026-02-20',
        clearedBy: 'the physiotherapist',
      })
      .expect(200);
    await server.call('post', `/lessons/${lessonId}/plan`, plan).expect(201);
    expect(((await server.http.get(`/api${path}`)).body as PracticeAnswer).drills).toHaveLength(1);
  });
  test('pain stops the drill and comes first today', async () => {
    const studentId = await server.student({ name: 'Sore Back' });
    const lessonId = await server.lesson(studentId, 2);
    const planDrillId = uuid();
    const drills = [{ id: planDrillId, drillId: 'feet-together', rung: 2, sets: 2, reps: 8, sessionsPerWeek: 2 }];
    await server
      .call('post', `/lessons/${lessonId}/plan`, { id: uuid(), target: 'tension', startsOn: '2026-03-01', drills })
      .expect(201);
    const { path } = (await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string };
    const set = {
      id: uuid(),
      planDrillId,
      passed: 4,
      reset: 2,
      swish: 'not heard',
      pain: true,
      painNote: 'lower back',
    };
    expect((await server.http.post(`/api${path}/sets`).send(set).expect(201)).body.stop).toBe(true);
    const next = await server.lesson(studentId);
    const review = (await server.call('get', `/lessons/${next}/review`)).body as ReviewAnswer;
    expect(review.proposals[0]!.move).toBe('stop');
    const today = (await server.call('get', '/today')).body as TodayAnswer;
    expect(today.cameIn[0]).toMatchObject({ studentName: 'Sore Back', pain: true });
    expect(today.lessons.find((l) => l.id === next)?.due[0]?.text).toContain('Pain is open');
    await server
      .call('post', `/lessons/${next}/decisions`, { id: uuid(), planDrillId, chosen: 'stop', reason: '' })
      .expect(201);
    expect(((await server.http.get(`/api${path}`)).body as PracticeAnswer).drills[0]!.state).toBe('stopped');
  });
});
