import { forgetRemovals } from './records/removals.ts';
import { tuple } from '../core/numeric/tuple.ts';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { LessonAnswer } from '../api/types.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const MANY = Array.from({ length: 12 }, (_, i) => i);
const lessonOf = async (id: string): Promise<LessonAnswer> =>
  (await server.call('get', `/lessons/${id}`).expect(200)).body as LessonAnswer;

describe('writes at the same moment', () => {
  test('blocks take places of their own, and one of them listens', async () => {
    const lesson = await server.lesson(await server.student());
    await Promise.all(MANY.map(() => server.block(lesson)));
    const { blocks } = await lessonOf(lesson);
    expect(blocks.map((b) => b.position)).toEqual(MANY.map((i) => i + 1));
    expect(blocks.filter((b) => b.listening)).toHaveLength(1);
    await Promise.all(blocks.map((b) => server.call('patch', `/blocks/${b.id}`, { listening: true }).expect(204)));
    expect((await lessonOf(lesson)).blocks.filter((b) => b.listening)).toHaveLength(1);
    const open = await server.db.query('select 1 from block_listening where until_at is null');
    expect(open).toHaveLength(1);
  });

  test('the same block sent twelve times is one block', async () => {
    const lesson = await server.lesson(await server.student());
    const id = uuid();
    await Promise.all(
      MANY.map(() =>
        server
          .call('post', `/lessons/${lesson}/blocks`, { id, club: 'driver', withBall: true, condition: 'normal' })
          .expect(201),
      ),
    );
    expect((await lessonOf(lesson)).blocks.map((b) => b.id)).toEqual([id]);
  });

  test('shots into one block from two sides are all there, and so are they in the figures', async () => {
    const lesson = await server.lesson(await server.student());
    const block = await server.block(lesson);
    await Promise.all(
      MANY.flatMap((i) => [
        server
          .call('post', `/blocks/${block}/shots`, { id: uuid(), values: { clubSpeedMps: 40 + i / 10 } })
          .expect(201),
        server.shots(block, [90 + i, 91 + i]),
      ]),
    );
    const [{ shots, swings }] = tuple(
      1,
      await server.db.query<{ shots: number; swings: number }>(
        'select shots, swings from session_figures where lesson_id = $1',
        [lesson],
      ),
    );
    expect({ shots, swings }).toEqual({ shots: 36, swings: 36 });
  });

  test('a shot that a device sends three times at once is there once', async () => {
    const lesson = await server.lesson(await server.student());
    const block = await server.block(lesson);
    const shots = [
      { deviceShotId: 'x', struckAt: new Date().toISOString(), row: { club: 'driver', club_speed_mph: 92 } },
    ];
    const answers = await Promise.all(
      [1, 2, 3].map(() =>
        server.http
          .post('/api/feed/shots')
          .set('X-Feed-Key', server.feedKey)
          .send({ deviceId: 'd', shots })
          .expect(201),
      ),
    );
    const added = answers.map((a) => (a.body as { added: number }).added).reduce((a, b) => a + b, 0);
    expect(added).toBe(1);
    expect(await server.db.query('select 1 from shots where block_id = $1', [block])).toHaveLength(1);
  });

  test('a file that is taken away for one student and stored for another at once is there for the other', async () => {
    const csv = readFileSync(join(import.meta.dirname, '../demo/samples/swing-arms-first.csv'), 'utf8');
    const store = async (block: string): Promise<{ importId: string; motionId: string }> => {
      const importId = uuid();
      const answer = await server.upload(`/blocks/${block}/imports/motion?id=${importId}&name=s.csv`, csv).expect(201);
      return { importId, motionId: (answer.body as { id: string }).id };
    };
    /** A day goes by: what was removed does not come back any more. */
    const aDayLater = async (): Promise<void> => {
      await server.db.query(`update removals set at = at - interval '25 hours'`);
      await forgetRemovals(server);
    };
    const blockOfAnother = async (): Promise<string> => server.block(await server.lesson(await server.student()));
    for (let round = 0; round < 6; round++) {
      const first = await store(await blockOfAnother());
      const other = await blockOfAnother();
      await server.call('delete', `/imports/${first.importId}`).expect(204);
      const [, second] = await Promise.all([aDayLater(), store(other)]);
      await server.call('get', `/motions/${second.motionId}/file`).expect(200);
      await server.call('delete', `/imports/${second.importId}`).expect(204);
    }
    // Nobody names it any more, and it does not come back: it is gone.
    await aDayLater();
    expect(readdirSync(server.content.folder).filter((f) => !f.endsWith('.part'))).toEqual([]);
  });

  test('two swings cannot take the same shot', async () => {
    const lesson = await server.lesson(await server.student());
    const block = await server.block(lesson);
    await server.shots(block, [90]);
    const [shot] = tuple(1, await server.db.query<{ id: string }>('select id from shots where block_id = $1', [block]));
    const join = {
      shotId: shot.id,
      motionId: null,
      groundId: null,
      videoId: null,
      swishSetId: null,
      swishNumber: null,
    };
    const answers = await Promise.all(
      MANY.map(() => server.call('post', `/blocks/${block}/swings`, { id: uuid(), ...join })),
    );
    expect(answers.filter((a) => a.status === 201)).toHaveLength(1);
    for (const a of answers.filter((x) => x.status !== 201))
      expect(a.body).toMatchObject({ status: 409, code: 'already-joined' });
  });
});
