import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { LensesAnswer } from '../api/lens-types.ts';
import type { LedgerAnswer, PrescribeAnswer } from '../api/types.ts';
import { startRungOf } from '../core/catalogue/drill-rungs.ts';
import { drillById } from '../core/catalogue/drills.ts';
import { faultById } from '../core/catalogue/faults.ts';
import { LENSES } from '../core/catalogue/stages.ts';
import { must } from '../core/errors/must.ts';
import { disagreement } from '../core/lens/disagree.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const read = async <T>(path: string): Promise<T> => (await server.call('get', path).expect(200)).body as T;
const FAULT = 'early-release';

/** A student of whom the signs of a fault were seen in a lesson. */
async function seen(person: object = {}) {
  const studentId = await server.student({ name: 'Lens', ...person });
  const lessonId = await server.lesson(studentId, 20);
  for (const sign of must(faultById(FAULT)).seen)
    await server
      .call('put', `/lessons/${lessonId}/signs/${sign.id}`, { id: uuid(), grade: 'clear', note: '' })
      .expect(204);
  return { studentId, lessonId };
}

describe('lenses of a lesson', () => {
  test('every school has its view on the same chances; the student’s own is named; a disagreement starts as a trial', async () => {
    const { lessonId } = await seen({ lens: 'ground-up' });
    const { lens, views } = await read<LensesAnswer>(`/lessons/${lessonId}/lenses`);
    expect(lens).toBe('ground-up');
    expect(views.map((v) => v.lens)).toEqual(LENSES.map((l) => l.id));
    const { diagnosis } = await read<LedgerAnswer>(`/lessons/${lessonId}/ledger`);
    for (const v of views)
      for (const f of v.faults)
        expect(f.presentChance).toBeCloseTo(must(diagnosis.faults.find((d) => d.id === f.fault)).presentChance, 9);
    const of = (id: string) => must(views.find((v) => v.lens === id));
    const { trial } = disagreement(of('ground-up'), of('hands-and-arms'));
    await server
      .call('post', `/lessons/${lessonId}/trials`, {
        id: uuid(),
        ...must(trial),
        club: 'driver',
        withBall: true,
        swings: 18,
      }) // prettier-ignore
      .expect(201);
  });

  test('the practice’s lens is kept; a lens that is none is refused', async () => {
    await server.call('put', '/settings', { lens: 'free-swing' }).expect(200);
    expect((await server.call('get', '/session')).body).toMatchObject({ settings: { lens: 'free-swing' } });
    await server.call('put', '/settings', { lens: 'luck' }).expect(422);
  });

  test('under Measured a drill that moved this student’s marks comes first, and says so; another school keeps its order', async () => {
    const { studentId, lessonId } = await seen();
    const before = await read<PrescribeAnswer>(`/lessons/${lessonId}/prescribe?fault=${FAULT}`);
    const last = must(before.choices.filter((c) => c.open).at(-1));
    const drill = must(drillById(last.drillId));
    const planDrillId = uuid();
    await server
      .call('post', `/lessons/${lessonId}/plan`, {
        id: uuid(),
        target: FAULT,
        startsOn: new Date(Date.now() - 20 * 86_400_000).toISOString().slice(0, 10),
        drills: [{ id: planDrillId, drillId: drill.id, rung: startRungOf(drill), cue: '', sets: 1, reps: 5, sessionsPerWeek: 3 }], // prettier-ignore
      })
      .expect(201);
    const next = await server.lesson(studentId, 5);
    await server
      .call('post', `/lessons/${next}/decisions`, {
        id: uuid(),
        planDrillId,
        chosen: 'up',
        reason: 'marks met',
        cue: '',
      })
      .expect(201);
    const after = await read<PrescribeAnswer>(`/lessons/${next}/prescribe?fault=${FAULT}`);
    expect(must(after.choices[0])).toMatchObject({
      drillId: drill.id,
      worked: 'Moved this student’s own marks before.',
    });
    const another = await seen();
    const theirs = await read<PrescribeAnswer>(`/lessons/${another.lessonId}/prescribe?fault=${FAULT}`);
    expect(theirs.choices.map((c) => c.drillId)).toEqual(before.choices.map((c) => c.drillId));
    expect(must(theirs.choices.find((c) => c.drillId === drill.id)).worked).toContain(
      '1 of 1 went up a rung: counts only',
    );
  });
});
