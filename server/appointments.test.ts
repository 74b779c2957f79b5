import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { AppointmentWire, BegunLessonWire, TodayAnswer } from '../api/day-types.ts';
import type { RemovalWire } from '../api/types.ts';
import { drillById } from '../core/catalogue/drills.ts';
import { startRungOf } from '../core/catalogue/drill-rungs.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
let other: string;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
  other = await server.otherPractice();
});
afterAll(() => server.db.close());

const DAY_MS = 86_400_000;
/** A clock time of today or some days on, as a moment. */
const clock = (hour: number, minute = 0, days = 0): string => {
  const at = new Date();
  at.setHours(hour, minute, 0, 0);
  return new Date(at.getTime() + days * DAY_MS).toISOString();
};
const make = async (studentId: string, times: string[], minutes = 45): Promise<string> => {
  const id = uuid();
  await server.call('post', '/appointments', { id, studentId, times, minutes, note: '' }).expect(201);
  return id;
};
const between = async (from: string, to: string, studentId?: string): Promise<AppointmentWire[]> =>
  ((await server.call('get', `/appointments?from=${from}&to=${to}`).expect(200)).body as AppointmentWire[]).filter(
    (a) => studentId === undefined || a.studentId === studentId,
  );
const all = (studentId: string) => between(clock(0), clock(0, 0, 90), studentId);
const today = async (): Promise<TodayAnswer> => (await server.call('get', '/today').expect(200)).body as TodayAnswer;

describe('lessons to come', () => {
  test('one or a series; the same again makes none; who stands at the same time is said', async () => {
    const [ada, ben] = [await server.student({ name: 'Ada Series' }), await server.student({ name: 'Ben Beside' })];
    const times = [0, 7, 14, 21].map((d) => clock(9, 0, d));
    const id = uuid();
    const body = { id, studentId: ada, times, minutes: 45, note: 'bring the light stick' };
    await server.call('post', '/appointments', body).expect(201);
    await server.call('post', '/appointments', body).expect(201);
    expect((await all(ada)).map((a) => a.startsAt)).toEqual(times);
    expect((await all(ada)).map((a) => a.seriesLeft)).toEqual([4, 3, 2, 1]);
    await make(ben, [clock(9, 30)]);
    expect((await all(ada)).map((a) => a.overlaps)).toEqual([['Ben Beside'], [], [], []]);
    // End to start is no overlap.
    await make(ben, [clock(9, 45, 7)]);
    expect((await all(ada))[1]!.overlaps).toEqual([]);
  });

  test('moved alone or with the later ones; cancelled and brought back; a held one keeps its time', async () => {
    const studentId = await server.student({ name: 'Cal Moves' });
    await make(
      studentId,
      [0, 7, 14].map((d) => clock(10, 0, d)),
    );
    const [first, second] = await all(studentId);
    await server
      .call('patch', `/appointments/${second!.id}`, { startsAt: clock(11, 30, 8), andLater: true })
      .expect(204);
    expect((await all(studentId)).map((a) => a.startsAt)).toEqual([clock(10), clock(11, 30, 8), clock(11, 30, 15)]);
    await server.call('patch', `/appointments/${first!.id}`, { minutes: 30 }).expect(204);
    expect((await all(studentId)).map((a) => a.minutes)).toEqual([30, 45, 45]);
    await server.call('delete', `/appointments/${second!.id}?andLater=true`).expect(204);
    expect(await all(studentId)).toHaveLength(1);
    const removed = ((await server.call('get', `/removals?student=${studentId}`)).body as RemovalWire[])[0]!;
    expect(removed.what).toBe('2 lessons to come');
    await server.call('post', `/removals/${removed.id}/restore`, {}).expect(200);
    expect(await all(studentId)).toHaveLength(3);
    const opened = await server.call('post', `/appointments/${first!.id}/lesson`, { id: uuid() }).expect(201);
    const again = await server.call('post', `/appointments/${first!.id}/lesson`, { id: uuid() }).expect(201);
    expect(again.body.id).toBe(opened.body.id);
    await server.call('patch', `/appointments/${first!.id}`, { startsAt: clock(12) }).expect(422);
    // The lesson was a mistake: the appointment is open again, and held again when the lesson comes back.
    await server.call('delete', `/lessons/${opened.body.id}`).expect(204);
    expect((await all(studentId))[0]!.lessonId).toBeNull();
    const lesson = ((await server.call('get', `/removals?student=${studentId}`)).body as RemovalWire[])[0]!;
    await server.call('post', `/removals/${lesson.id}/restore`, {}).expect(200);
    expect((await all(studentId))[0]!.lessonId).toBe(opened.body.id);
  });

  test('what cannot be is refused, and another practice reaches none of it', async () => {
    const studentId = await server.student({ name: 'Dee Refused' });
    const post = (change: object) =>
      server.call('post', '/appointments', { id: uuid(), studentId, times: [clock(8)], minutes: 45, ...change });
    await post({ minutes: 5 }).expect(422);
    await post({ minutes: 45.5 }).expect(422);
    await post({ times: [] }).expect(422);
    await post({ times: ['2026-02-30T10:00:00Z'] }).expect(422);
    await post({ studentId: uuid() }).expect(404);
    const id = await make(studentId, [clock(8)]);
    const asOther = (method: 'post' | 'patch' | 'delete', path: string, body: object = {}) =>
      server.http[method](`/api${path}`).set('Cookie', other).send(body);
    await asOther('patch', `/appointments/${id}`, { minutes: 60 }).expect(404);
    await asOther('delete', `/appointments/${id}`).expect(404);
    await asOther('post', `/appointments/${id}/lesson`, { id: uuid() }).expect(404);
    await asOther('post', '/appointments', { id: uuid(), studentId, times: [clock(8)], minutes: 45 }).expect(404);
    await asOther('post', '/appointments', { id, studentId, times: [clock(8)], minutes: 45 }).expect(409);
    await server.call('get', `/appointments?from=${clock(8)}&to=${clock(7)}`).expect(422);
    await server.call('get', `/appointments?from=${clock(8)}&to=${clock(8, 0, 101)}`).expect(422);
  });

  test('today holds what is to come and what was started, in its order, with minutes and what is done', async () => {
    const studentId = await server.student({ name: 'Eve Today' });
    const id = await make(studentId, [clock(7, 15)], 30);
    const mine = async () => (await today()).lessons.filter((l) => l.studentId === studentId);
    const [open] = await mine();
    expect(open).toMatchObject({ id: null, minutes: 30, doneAt: null, appointment: { id, seriesLeft: 1 } });
    expect(open!.plan.parts.at(-1)!.toMin).toBe(30);
    expect(open!.due.map((d) => d.kind)).toEqual(['baseline', 'screen']);
    const { body } = await server.call('post', `/appointments/${id}/lesson`, { id: uuid() }).expect(201);
    await server.call('patch', `/lessons/${body.id}`, { note: 'kept' }).expect(204);
    await server.call('patch', `/lessons/${body.id}`, { done: true }).expect(204);
    const [done, ...more] = await mine();
    expect(more).toEqual([]);
    expect(done).toMatchObject({ id: body.id, doneAt: expect.any(String) });
    await server.call('patch', `/lessons/${body.id}`, { done: false }).expect(204);
    expect((await mine())[0]!.doneAt).toBeNull();
    expect((await server.call('get', `/lessons/${body.id}`)).body.lesson.note).toBe('kept');
    const times = (await today()).lessons.map((l) => l.startsAt);
    expect(times).toEqual([...times].sort());
  });
});

describe('between the lessons', () => {
  const inbox = async (studentId: string) =>
    (await today()).inbox.filter((e) => e.studentId === studentId).map((e) => e.kind);

  test('a plan kept or not, a link that is missing, pain: each is said once, pain first', async () => {
    const studentId = await server.student({ name: 'Fay Inbox' });
    const lessonId = await server.lesson(studentId, 10);
    const drill = drillById('throw-bend-extend')!;
    const planDrillId = uuid();
    const on = new Date(Date.now() - 10 * DAY_MS).toISOString().slice(0, 10);
    const given = { id: planDrillId, drillId: drill.id, rung: startRungOf(drill), cue: '', sets: 2, reps: 5 };
    await server
      .call('post', `/lessons/${lessonId}/plan`, {
        id: uuid(),
        target: 'early-release',
        startsOn: on,
        drills: [{ ...given, sessionsPerWeek: 3 }],
      })
      .expect(201);
    expect(await inbox(studentId)).toEqual(['link', 'behind']);
    const { path } = (await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string };
    expect(await inbox(studentId)).toEqual(['link', 'behind']);
    await server.http.get(`/api${path}`).expect(200);
    expect(await inbox(studentId)).toEqual(['behind']);
    const log = (daysAgo: number, more: object = {}) =>
      server.http
        .post(`/api${path}/sets`)
        .send({
          id: uuid(),
          planDrillId,
          passed: 4,
          reset: 1,
          swish: 'not heard',
          pain: false,
          doneAt: new Date(Date.now() - daysAgo * DAY_MS).toISOString(),
          ...more,
        })
        .expect(201);
    for (const d of [1, 3, 5]) await log(d);
    expect(await inbox(studentId)).toEqual(['done']);
    await log(0, { pain: true, painNote: '', painPart: 'elbow', painKind: 'dull' });
    expect(await inbox(studentId)).toEqual(['pain', 'done']);
    expect(await inbox(await server.student({ name: 'Nothing Runs' }))).toEqual([]);
  });
  test('the week knows lessons that were begun without an appointment; one with its appointment is not told twice', async () => {
    const student = await server.student({ name: 'Walk In' });
    const walkIn = await server.lesson(student);
    const planned = await make(student, [clock(9, 0, 0)]);
    await server.call('post', `/appointments/${planned}/lesson`, { id: uuid() }).expect(201);
    const stretch = `from=${clock(0)}&to=${clock(0, 0, 1)}`;
    const mine = async (cookie?: string): Promise<BegunLessonWire[]> =>
      ((await server.call('get', `/appointments/none?${stretch}`, undefined, cookie)).body as BegunLessonWire[]).filter(
        (l) => l.studentId === student,
      );
    expect(await mine()).toEqual([
      { id: walkIn, studentId: student, studentName: 'Walk In', startsAt: expect.any(String) as unknown as string },
    ]);
    expect(await mine(other)).toEqual([]);
    await server.call('get', `/appointments/none?from=${clock(1)}&to=${clock(0)}`).expect(422);
  });
});
