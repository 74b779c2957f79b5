import { today } from '../core/units/calendar-day.ts';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ProgrammeAnswer } from '../api/programme-types.ts';
import type { PracticeAnswer } from '../api/types.ts';
import { addDays } from '../core/plan/calendar-days.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const read = async <T>(path: string): Promise<T> => (await server.call('get', path).expect(200)).body as T;
const TODAY = today();
const wish = (change: object = {}) => ({
  id: uuid(),
  startsOn: TODAY,
  eventOn: addDays(TODAY, 84),
  sessionsPerWeek: 3,
  weekdays: [0, 1, 2, 3, 4, 5, 6],
  lessons: { every: 'weekly', firstOn: addDays(TODAY, 5) },
  ...change,
});

async function laid(person: object = {}, change: object = {}) {
  const studentId = await server.student({ name: 'Programme', ...person });
  const made = await server.call('post', `/students/${studentId}/programme`, wish(change));
  const answer = () => read<ProgrammeAnswer>(`/students/${studentId}/programme`);
  return { studentId, made, answer };
}

describe('the programme over HTTP', () => {
  test('is laid from the student’s file, takes the place of the one before, and ends', async () => {
    const { studentId, made, answer } = await laid();
    expect(made.status).toBe(201);
    const { programme } = await answer();
    expect(programme!.phases.map((p) => p.id)).toEqual(['learn', 'force', 'transfer', 'taper']);
    expect(programme!.broken).toEqual([]);
    expect(programme!.weeks.reduce((n, w) => n + w.plannedMaximal, 0)).toBeGreaterThan(50);
    const again = wish({ sessionsPerWeek: 2 });
    for (let i = 0; i < 2; i++) await server.call('post', `/students/${studentId}/programme`, again).expect(201);
    expect((await answer()).programme!.wish.sessionsPerWeek).toBe(2);
    await server.call('delete', `/students/${studentId}/programme`).expect(204);
    expect((await answer()).programme).toBeNull();
    await server.call('delete', `/students/${studentId}/programme`).expect(404);
  });
  test('a session moves to a free day, and is refused with why where it breaks a constraint; nothing is moved then', async () => {
    const { studentId, answer } = await laid();
    const before = (await answer()).programme!.days;
    const from = before.find((d) => d.session && d.phase === 'learn')!.date;
    const free = before.find((d) => d.phase === 'learn' && !d.session && !d.lesson && d.date > from)!.date;
    const move = (to: string, what = from) =>
      server.call('post', `/students/${studentId}/programme/move`, { from: what, to });
    await move(free).expect(204);
    const after = (await answer()).programme!.days;
    expect(after.find((d) => d.date === free)!.session).not.toBeNull();
    const refused = await move(after.find((d) => d.lesson)!.date, free).expect(422);
    expect([refused.body.code, refused.body.where, refused.body.detail]).toEqual([
      'rule-broken',
      'to',
      expect.stringContaining('lesson'),
    ]);
    expect((await answer()).programme!.days).toEqual(after);
    await move('2041-01-01', free).expect(422);
  });
  test('wishes that cannot be met are said, wrong ones refused with their field', async () => {
    const { answer } = await laid({}, { weekdays: [], eventOn: addDays(TODAY, 14) });
    expect((await answer()).programme!.gaveWay.join(' ')).toContain('0 of 3 sessions');
    const where = async (change: object): Promise<string> => (await laid({}, change)).made.body.where as string;
    expect(await where({ eventOn: addDays(TODAY, -3) })).toBe('eventOn');
    expect(await where({ eventOn: addDays(TODAY, 800) })).toBe('eventOn');
    expect(await where({ off: [{ from: addDays(TODAY, 3), to: TODAY, why: 'holiday' }] })).toBe('off[0]');
    expect(await where({ sessionsPerWeek: 9 })).toBe('sessionsPerWeek');
  });
  test('closed work: none at full intent is laid; a clearance that goes missing later breaks what is to come', async () => {
    const { answer } = await laid({ flags: ['heart'] });
    expect((await answer()).programme!.days.every((d) => !d.session?.maximalSwings)).toBe(true);
    expect((await answer()).programme!.gaveWay.join(' ')).toContain('full intent');
    const open = await laid();
    const pain = { id: uuid(), part: 'wrist', kind: 'dull', note: '' };
    await server.call('post', `/students/${open.studentId}/pains`, pain).expect(201);
    expect((await open.answer()).programme!.broken.join(' ')).toContain('closed');
  });
  test('the phone goes by it: on a day without a session nothing is planned', async () => {
    const { studentId, answer } = await laid();
    const { path } = (await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string };
    const phone = (await server.http.get(`/api${path}`).expect(200)).body as PracticeAnswer;
    const { programme } = await answer();
    expect(phone.programmeDays!.length).toBeGreaterThan(30);
    for (const d of phone.programmeDays!) expect(d).toEqual(programme!.days.find((x) => x.date === d.date));
  });
  test('another practice reaches none of it', async () => {
    const { studentId } = await laid();
    const other = await server.otherPractice();
    await server.call('get', `/students/${studentId}/programme`, undefined, other).expect(404);
    await server.call('post', `/students/${studentId}/programme`, wish(), other).expect(404);
    await server.call('post', `/students/${studentId}/programme/move`, { from: TODAY, to: TODAY }, other).expect(404);
  });
});
