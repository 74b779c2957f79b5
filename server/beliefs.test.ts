import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { BeliefsAnswer, LedgerAnswer } from '../api/types.ts';
import { must } from '../core/errors/must.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const held = async (): Promise<BeliefsAnswer> => (await server.call('get', '/beliefs').expect(200)).body;
const change = (kind: string, about: string, value: unknown, note = '') =>
  server.call('post', '/beliefs/changes', { id: uuid(), kind, about, value, note });
const ledger = async (lessonId: string): Promise<LedgerAnswer> =>
  (await server.call('get', `/lessons/${lessonId}/ledger`).expect(200)).body;
const chance = ({ diagnosis }: LedgerAnswer, id: string): number =>
  must(diagnosis.faults.find((f) => f.id === id)).presentChance;
const graded = async (studentId: string, daysAgo = 0): Promise<string> => {
  const lessonId = await server.lesson(studentId, daysAgo);
  await server.call('put', `/lessons/${lessonId}/signs/sway-hip`, { id: uuid(), grade: 'clear', note: '' }).expect(204);
  return lessonId;
};

describe('numbers of the diagnosis', () => {
  test('a change moves the ledger, stands in the history with its author, and goes back', async () => {
    const lessonId = await graded(await server.student());
    const before = await ledger(lessonId);
    await change('leak', 'sway', 0.4, 'most of my beginners').expect(201);
    await change('eye', 'specificity', 0.6).expect(201);
    const after = await ledger(lessonId);
    expect(after.beliefs).toEqual({ leaks: { sway: 0.4 }, eye: { specificity: 0.6 } });
    expect(chance(after, 'sway')).not.toBeCloseTo(chance(before, 'sway'), 3);
    expect(must(after.findings[0]).logOdds).toBeLessThan(must(before.findings[0]).logOdds);
    expect((await held()).changes).toMatchObject([
      { kind: 'leak', about: 'sway', value: 0.4, note: 'most of my beginners', changedBy: 'Tester' },
      { kind: 'eye', about: 'specificity', value: 0.6 },
    ]);
    await change('leak', 'sway', null).expect(201);
    await server.call('post', '/beliefs/reset', { kind: 'leak' }).expect(204);
    expect((await held()).changes).toHaveLength(3);
    await server.call('post', '/beliefs/reset', {}).expect(204);
    expect((await held()).beliefs).toEqual({});
    expect((await held()).changes).toHaveLength(4);
    expect((await ledger(lessonId)).diagnosis).toEqual(before.diagnosis);
  });

  test('the same change twice is one; another practice sees and moves nothing', async () => {
    const other = await server.otherPractice();
    const body = { id: uuid(), kind: 'half-life', about: 'seen', value: 60, note: '' };
    await server.call('post', '/beliefs/changes', body).expect(201);
    await server.call('post', '/beliefs/changes', body).expect(201);
    expect((await held()).changes.filter((c) => c.about === 'seen')).toHaveLength(1);
    const theirs = (await server.call('get', '/beliefs', undefined, other)).body as BeliefsAnswer;
    expect(theirs).toEqual({ beliefs: {}, learnedSince: null, confirmed: [], changes: [] });
    await server.call('post', '/beliefs/reset', {}, other).expect(204);
    expect((await held()).beliefs).toEqual({ halfLives: { seen: 60 } });
    await server.call('post', '/beliefs/reset', {}).expect(204);
  });

  test('what is out of range or unknown is refused with its place, and nothing is kept', async () => {
    const n = (await held()).changes.length;
    expect((await change('leak', 'sway', 2).expect(422)).body).toMatchObject({ where: 'value' });
    expect((await change('leak', 'no-such', 0.1).expect(422)).body).toMatchObject({ where: 'about' });
    expect((await change('mood', 'sway', 0.1).expect(422)).body).toMatchObject({ where: 'kind' });
    await change('sign', 'toe-extension', [1, 2]).expect(422);
    await change('leak', 'sway', undefined).expect(422);
    expect((await held()).changes).toHaveLength(n);
  });

  test('a verdict keeps how many changes held, and is shown as it was', async () => {
    const lessonId = await graded(await server.student());
    const verdict = { id: uuid(), target: 'sway', reason: 'seen at the top' };
    await server.call('post', `/lessons/${lessonId}/verdict`, verdict).expect(201);
    const n = (await held()).changes.length;
    await change('leak', 'sway', 0.3).expect(201);
    const after = await ledger(lessonId);
    expect(after.verdict?.beliefChanges).toBe(n);
    expect(after.beliefChanges).toBe(n + 1);
    expect(after.verdict?.chances.find((c) => c.id === 'sway')?.chance).not.toBeCloseTo(chance(after, 'sway'), 3);
    await server.call('post', '/beliefs/reset', {}).expect(204);
  });
});

describe('priors that learn', () => {
  const notch = (studentId: string, daysAgo: number) =>
    server.db.query(
      `insert into notches (practice_id, student_id, condition, cut_at, speed_mps, smallest_gain_mps, rule)
       select practice_id, id, 'driver · ball · normal', $2, 44, 0.45, 2 from students where id = $1`,
      [studentId, new Date(Date.now() - daysAgo * 86_400_000).toISOString()],
    );

  test('a notch under a target counts it once, for others than the student; a verdict alone counts nothing', async () => {
    const gained = await server.student({ name: 'Gained' });
    const fresh = await server.student({ name: 'Fresh' });
    const target = { id: uuid(), target: 'sway', reason: 'by eye' };
    await server.call('post', `/lessons/${await graded(gained, 40)}/verdict`, target).expect(201);
    const lessonId = await graded(fresh);
    const own = await graded(gained, 1);
    const before = await ledger(lessonId);
    const ownBefore = await ledger(own);
    expect((await held()).confirmed).toEqual([]);
    await notch(gained, 20);
    await notch(gained, 10);
    const now = await held();
    expect(now.confirmed).toMatchObject([{ studentId: gained, studentName: 'Gained', fault: 'sway' }]);
    expect(now.beliefs.confirmed?.exposure).toBe(1);
    expect(now.beliefs.confirmed?.causes.sway).toBe(1);
    expect(chance(await ledger(lessonId), 'sway')).toBeGreaterThan(chance(before, 'sway'));
    expect(chance(await ledger(own), 'sway')).toBeCloseTo(chance(ownBefore, 'sway'), 12);
    // A notch from before the target confirms nothing.
    const early = await server.student({ name: 'Early' });
    await notch(early, 50);
    await server.call('post', `/lessons/${await graded(early, 40)}/verdict`, { ...target, id: uuid() }).expect(201);
    expect((await held()).confirmed).toHaveLength(1);
    // Starting anew forgets what was confirmed before, and that can be taken back.
    await change('learning', '', new Date(Date.now() - 86_400_000).toISOString()).expect(201);
    expect((await held()).confirmed).toEqual([]);
    expect((await ledger(lessonId)).diagnosis).toEqual(before.diagnosis);
    await change('learning', '', null).expect(201);
    expect((await held()).confirmed).toHaveLength(1);
  });
});
