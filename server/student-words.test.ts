import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { LessonSheet } from '../api/paper-types.ts';
import type { StudentWordsWire } from '../api/student-words-types.ts';
import type { PracticeAnswer } from '../api/types.ts';
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
const words = (lessonId: string) => read<StudentWordsWire[]>(`/lessons/${lessonId}/student-words`);
const sheetOf = (lessonId: string) => read<LessonSheet>(`/lessons/${lessonId}/sheet`);

test('a decision is told in two sentences on the phone and on paper, in the instructor’s own words where they changed them', async () => {
  const studentId = await server.student({ name: 'Told' });
  const first = await server.lesson(studentId, 9);
  const drill = must(drillById('throw-bend-extend'));
  const target = 'early-release';
  await server.call('post', `/lessons/${first}/verdict`, { id: uuid(), target, reason: 'seen on film' }).expect(201);
  const planDrillId = uuid();
  await server
    .call('post', `/lessons/${first}/plan`, {
      id: uuid(),
      target,
      startsOn: new Date().toISOString().slice(0, 10),
      drills: [{ id: planDrillId, drillId: drill.id, rung: startRungOf(drill), cue: '', sets: 1, reps: 5, sessionsPerWeek: 3 }], // prettier-ignore
    })
    .expect(201);
  const [ofTarget, ...more] = await words(first);
  expect(more).toEqual([]);
  expect(must(ofTarget)).toMatchObject({ about: 'target', edited: false });
  // What and why now: two sentences, and no reason that was meant for the record.
  expect(must(ofTarget).words).toMatch(
    /^The one change is now: Throws the angle early\. Your instructor judges it .*\.$/,
  );
  expect(must(ofTarget).words).not.toContain('seen on film');

  const next = await server.lesson(studentId, 1);
  const decision = { id: uuid(), planDrillId, chosen: 'stay', reason: '', cue: '' };
  await server.call('post', `/lessons/${next}/decisions`, decision).expect(201);
  const [ofDrill] = await words(next);
  expect(must(ofDrill)).toMatchObject({ about: `drill:${drill.id}`, edited: false });
  expect(must(ofDrill).words).toMatch(new RegExp(`^${drill.name}: .*\\. It needs a little more time`));
  const { path } = (await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string };
  const phone = async () => (await read<PracticeAnswer>(path)).words;
  expect(await phone()).toEqual({ target: must(ofTarget).words, drills: { [drill.id]: must(ofDrill).words } });
  expect((await sheetOf(next)).changed).toEqual([must(ofDrill).words]);

  const own = 'Same step, one more week. You are nearly there.';
  const put = (body: object) => server.call('put', `/lessons/${next}/student-words`, body);
  await put({ about: `drill:${drill.id}`, words: own }).expect(204);
  expect(await words(next)).toEqual([{ about: `drill:${drill.id}`, words: own, edited: true }]);
  expect((await phone()).drills[drill.id]).toBe(own);
  expect((await sheetOf(next)).changed).toEqual([own]);
  await put({ about: `drill:${drill.id}`, words: '' }).expect(204);
  expect(await words(next)).toEqual([ofDrill]);
  await put({ about: 'luck', words: own }).expect(422);
  await put({ about: 'target', words: 'x'.repeat(501) }).expect(422);
});
