import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { TrialsAnswer, TrialWire } from '../api/trial-types.ts';
import type { LedgerAnswer, LessonAnswer, RemovalWire } from '../api/types.ts';
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
const USUAL = { label: 'As usual', kind: 'as usual' };
const cue = (label: string) => ({ label, kind: 'cue' });
const BODY = { faultId: 'early-release', club: 'driver', withBall: true, swings: 18 };

async function begun(conditions: object[], body: object = {}, person: object = {}) {
  const studentId = await server.student({ name: 'Trial', ...person });
  const lessonId = await server.lesson(studentId);
  const id = uuid();
  const made = await server.call('post', `/lessons/${lessonId}/trials`, { ...BODY, id, conditions, ...body });
  const answer = () => read<TrialsAnswer>(`/lessons/${lessonId}/trials`);
  const trial = async (): Promise<TrialWire> => must((await answer()).trials.find((t) => t.id === id));
  /** Makes the turn that is due, with a speed for each swing. */
  const turn = async (mphOf: (condition: number) => number | null) => {
    const due = must((await trial()).next);
    const [turnId, blockId] = [uuid(), uuid()];
    await server
      .call('post', `/trials/${id}/turns`, { id: turnId, blockId, round: due.round, condition: due.condition })
      .expect(201);
    const mph = mphOf(due.condition);
    const speeds = Array.from({ length: due.swings }, (_, i) => (mph ?? 0) + 0.3 * (i % 2));
    if (mph !== null) await server.shots(blockId, speeds);
    return { turnId, blockId, ...due };
  };
  return { studentId, lessonId, id, made, answer, trial, turn };
}

describe('a trial in a lesson', () => {
  test('leads through a balanced order, each turn in its own block, and the winner becomes the student’s cue', async () => {
    const t = await begun([USUAL, cue('Throw it past the ball'), cue('Hips first')]);
    expect(t.made.status).toBe(201);
    const { said } = await t.trial();
    expect(said).toMatchObject({ swingsATurn: 2 });
    expect(said.order).toHaveLength(3);
    const seen: number[] = [];
    for (let i = 0; i < 9; i++) seen.push((await t.turn((c) => 90 + 6 * Number(c === 1) + 0.2 * (i % 3))).condition);
    expect(seen).toEqual(said.order.flat());
    // The last turn runs until it is ended.
    expect((await t.trial()).roundsDone).toBe(2);
    await server.call('post', `/trials/${t.id}/end`, {}).expect(204);
    const over = await t.trial();
    expect(over).toMatchObject({ next: null, roundsDone: 3 });
    expect(over.answer).toMatchObject({ decidedBy: 'clubSpeedMps', leader: 1, verdict: 'better' });
    const { findings } = await read<LedgerAnswer>(`/lessons/${t.lessonId}/ledger`);
    expect(findings.find((f) => f.source.kind === 'trial')).toMatchObject({ fault: 'early-release', logOdds: 0.5 });
    const { blocks } = await read<LessonAnswer>(`/lessons/${t.lessonId}`);
    expect(new Set(blocks.map((b) => `${b.condition} ${b.cue}`))).toEqual(
      new Set(['normal ', 'trial Throw it past the ball', 'trial Hips first']),
    );
    await server.call('post', `/trials/${t.id}/keep`, { condition: 1 }).expect(204);
    const kept = must((await t.answer()).kept[0]);
    expect(kept).toMatchObject({ label: 'Throw it past the ball', faultId: 'early-release' });
    expect(kept.sentence).toContain('is the best of these');
    // In the next lesson it is offered first, after the swing as usual.
    const next = await server.lesson(t.studentId, -1);
    const later = await read<TrialsAnswer>(`/lessons/${next}/trials?fault=early-release`);
    expect(later.suggestions.slice(0, 2).map((s) => s.label)).toEqual(['As usual', 'Throw it past the ball']);
  });

  test('a stack keeps earlier steps: its blocks name them all, and going back keeps the state before the break', async () => {
    const setUp = { label: 'Tee 8 mm higher', kind: 'set-up' };
    const t = await begun([USUAL, setUp, cue('Throw it')], { stack: true, swings: 36 });
    expect(t.made.status).toBe(201);
    expect((await t.trial()).said.order).toEqual([
      [0, 1, 2],
      [2, 1, 0],
      [0, 1, 2],
      [2, 1, 0],
    ]);
    for (let i = 0; i < 12; i++) await t.turn((c) => [90, 94, 84][c] ?? null);
    await server.call('post', `/trials/${t.id}/end`, {}).expect(204);
    const { blocks } = await read<LessonAnswer>(`/lessons/${t.lessonId}`);
    expect(new Set(blocks.map((b) => b.cue))).toEqual(new Set(['', 'Tee 8 mm higher', 'Tee 8 mm higher + Throw it']));
    const { ledger } = await t.trial();
    expect(ledger).toMatchObject({ broken: 2, backTo: 1 });
    await server.call('post', `/trials/${t.id}/keep`, { condition: 1 }).expect(204);
    const kept = must((await t.answer()).kept[0]);
    expect(kept.label).toBe('Tee 8 mm higher');
    expect(kept.sentence).toContain('“+ Throw it” broke something: club head speed');
    await server.call('post', `/trials/${t.id}/rounds`, {}).expect(204);
    expect((await t.trial()).said.order.at(-1)).toEqual([0, 1, 2]);
    const bad = (conditions: object[]) =>
      server.call('post', `/lessons/${t.lessonId}/trials`, { ...BODY, id: uuid(), conditions, stack: true });
    await bad([cue('Throw it'), USUAL]).expect(422);
    await bad([USUAL, { label: 'Light stick', kind: 'implement' }]).expect(422);
  });

  test('a swing set aside is asked for again; a device that drops out does not stop the order', async () => {
    const t = await begun([USUAL, cue('Throw')], { swings: 8 });
    const first = await t.turn(() => 90);
    const { blocks } = await read<LessonAnswer>(`/lessons/${t.lessonId}`);
    const shot = must(must(blocks.find((b) => b.id === first.blockId)).shots[0]);
    await server.call('patch', `/shots/${shot.id}`, { reason: 'mishit' }).expect(204);
    await t.turn(() => null);
    // One of the two was set aside: it is made again before the round is over, and the device that is out is not waited for.
    expect(await t.turn(() => 90)).toMatchObject({ condition: 0, round: 0, swings: 1 });
    expect((await t.trial()).next).toMatchObject({ round: 1 });
  });

  test('without a device: ease, the ear and marks on the face decide', async () => {
    const t = await begun([USUAL, cue('Throw')], { swings: 6, withBall: false });
    for (let i = 0; i < 6; i++) {
      const { turnId, condition } = await t.turn(() => null);
      const said = { ease: 4 + 4 * condition, swish: condition === 1 ? 'past' : 'before', ended: true };
      await server.call('patch', `/trial-turns/${turnId}`, said).expect(204);
    }
    const { answer, roundsDone, turns } = await t.trial();
    expect(roundsDone).toBe(3);
    expect(turns[0]).toMatchObject({ swish: expect.any(String), ended: true });
    expect(answer).toMatchObject({ decidedBy: 'swishFromBallM', leader: 1 });
    expect(answer.quantities.map((q) => q.quantity)).toEqual(['swishFromBallM', 'ease']);
  });

  test('more rounds can be asked for, and a trial begun by mistake is removed and comes back', async () => {
    const t = await begun([USUAL, cue('Throw')], { swings: 6 });
    await server.call('post', `/trials/${t.id}/end`, {}).expect(204);
    await server.call('post', `/trials/${t.id}/rounds`, {}).expect(204);
    const more = await t.trial();
    expect(more.endedAt).toBeNull();
    expect(more.said.order).toHaveLength(4);
    await server.call('delete', `/trials/${t.id}`).expect(204);
    expect((await t.answer()).trials).toEqual([]);
    const [removed] = await read<RemovalWire[]>(`/removals?lesson=${t.lessonId}`);
    expect(removed).toMatchObject({ kind: 'trial' });
    await server.call('post', `/removals/${must(removed).id}/restore`, {}).expect(200);
    expect((await t.trial()).said.order).toHaveLength(4);
  });

  test('a kept cue stands on the running plan at once', async () => {
    const t = await begun([USUAL, cue('Throw it past the ball')], { swings: 6 });
    const prescribe = await read<{ choices: { drillId: string; open: boolean }[] }>(
      `/lessons/${t.lessonId}/prescribe?fault=early-release`,
    );
    const drillId = must(prescribe.choices.find((c) => c.open)).drillId;
    const wish = { drillId, rung: startRungOf(must(drillById(drillId))), cue: 'Soft hands', sets: 2, reps: 8 };
    const plan = { id: uuid(), target: 'early-release', startsOn: new Date().toISOString().slice(0, 10) };
    await server
      .call('post', `/lessons/${t.lessonId}/plan`, { ...plan, drills: [{ ...wish, id: uuid(), sessionsPerWeek: 3 }] })
      .expect(201);
    await server.call('post', `/trials/${t.id}/keep`, { condition: 1 }).expect(204);
    const after = await read<{ plan: { drills: { cue: string }[] } }>(`/lessons/${t.lessonId}/prescribe`);
    expect(after.plan.drills[0]?.cue).toBe('Throw it past the ball');
  });
});

describe('a trial that cannot be', () => {
  test.each([
    ['one thing', [USUAL], {}, 'conditions'],
    [
      'seven things',
      [USUAL, ...'abcdef'].map((x) => (typeof x === 'string' ? cue(x) : x)),
      { swings: 60 },
      'conditions',
    ],
    ['the same thing twice', [cue('Throw'), cue('throw')], {}, 'conditions'],
    ['too few swings', [USUAL, cue('a'), cue('b')], { swings: 8 }, 'swings'],
    ['no such fault', [USUAL, cue('a')], { faultId: 'nothing' }, 'faultId'],
    ['no such kind', [USUAL, { label: 'a', kind: 'spell' }], {}, 'conditions[1].kind'],
  ])('%s is refused, and where is said', async (_, conditions, body, where) => {
    const t = await begun(conditions, body);
    expect(t.made.status).toBeGreaterThanOrEqual(400);
    expect(t.made.body as object).toMatchObject({ where });
    expect((await t.answer()).trials).toEqual([]);
  });
  test('another implement is full-intent work: closed where that is closed', async () => {
    const heart = { flags: ['heart'] };
    const stick = { label: 'Light stick', kind: 'implement', club: 'light stick' };
    const t = await begun([USUAL, stick], {}, heart);
    expect(t.made.status).toBe(422);
  });
  test('a turn of a trial that has ended, or that it has not', async () => {
    const t = await begun([USUAL, cue('a')]);
    const ask = (round: number) =>
      server.call('post', `/trials/${t.id}/turns`, { id: uuid(), blockId: uuid(), round, condition: 0 });
    await ask(15).expect(422);
    await server.call('post', `/trials/${t.id}/end`, {}).expect(204);
    await ask(0).expect(422);
    await server.call('post', `/trials/${uuid()}/end`, {}).expect(404);
    await server.call('post', `/trials/${t.id}/keep`, { condition: 5 }).expect(422);
  });
});
