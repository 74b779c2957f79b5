import { tuple } from '../core/numeric/tuple.ts';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { LessonAnswer, LessonPage, StudentAnswer, StudentCard } from '../api/types.ts';
import { median, robustSpread } from '../core/numeric/statistics.ts';
import { rebuildFigures } from './rows/figures.ts';
import { warmStandings } from './readings/warm.ts';
import { inlineWork } from './work/inline.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

interface Shot {
  club: string;
  with_ball: boolean;
  condition: string;
  old_place: boolean;
  club_speed_mps: number | null;
  ball_speed_mps: number | null;
  set_aside_reason: string | null;
}

/** A lesson's figures as they follow from its shots, one by one. */
async function fromShots(lessonId: string) {
  const shots = await server.db.query<Shot & Record<string, unknown>>(
    `select b.club, b.with_ball, b.condition, b.old_place, s.club_speed_mps, s.ball_speed_mps, s.set_aside_reason
     from shots s join blocks b on b.id = s.block_id where b.lesson_id = $1 and b.deleted_at is null
     order by s.struck_at, s.arrived`,
    [lessonId],
  );
  const keys = [...new Set(shots.map((s) => JSON.stringify([s.club, s.with_ball, s.condition, s.old_place])))].sort();
  return keys.map((key) => {
    const of = shots.filter((s) => JSON.stringify([s.club, s.with_ball, s.condition, s.old_place]) === key);
    const counted = of.filter((s) => s.set_aside_reason === null);
    const speeds = counted.flatMap((s) => s.club_speed_mps ?? []);
    const balls = counted.flatMap((s) => s.ball_speed_mps ?? []);
    return {
      key,
      shots: of.length,
      speeds,
      median: speeds.length > 0 ? median(speeds) : null,
      spread: speeds.length > 0 ? robustSpread(speeds) : null,
      best: speeds.length > 0 ? Math.max(...speeds) : null,
      ball: balls.length > 0 ? median(balls) : null,
    };
  });
}

async function stored(lessonId: string) {
  const rows = await server.db.query<Record<string, unknown>>('select * from session_figures where lesson_id = $1', [
    lessonId,
  ]);
  return rows
    .map((r) => ({
      key: JSON.stringify([r.club, r.with_ball, r.condition, r.old_place]),
      shots: r.shots,
      speeds: r.speeds_mps,
      median: r.median_mps,
      spread: r.spread_mps,
      best: r.best_mps,
      ball: r.ball_median_mps,
    }))
    .sort((a, b) => (a.key < b.key ? -1 : 1));
}

const close = (rows: readonly object[]): unknown =>
  JSON.parse(JSON.stringify(rows, (_, v: unknown) => (typeof v === 'number' ? Number(v.toPrecision(10)) : v)));

/** What people do to a lesson, in any order. */
const deed = fc.oneof(
  fc.record({
    kind: fc.constant('shots' as const),
    block: fc.nat(2),
    mph: fc.array(fc.integer({ min: 60, max: 120 }), { minLength: 1, maxLength: 6 }),
  }),
  fc.record({ kind: fc.constant('aside' as const), shot: fc.nat(30), reason: fc.constantFrom('', 'mishit') }),
  fc.record({ kind: fc.constant('delete' as const), block: fc.nat(2) }),
  fc.record({ kind: fc.constant('restore' as const), block: fc.nat(2) }),
  fc.record({ kind: fc.constant('old place' as const), block: fc.nat(2), oldPlace: fc.boolean() }),
  fc.record({ kind: fc.constant('undo' as const), import: fc.nat(5) }),
);

describe('figures of sessions', () => {
  test('are those of the shots, whatever is done in whatever order, and after a rebuild', async () => {
    const student = await server.student();
    await fc.assert(
      fc.asyncProperty(fc.array(deed, { minLength: 1, maxLength: 12 }), async (deeds) => {
        const lesson = await server.lesson(student);
        const blocks = [
          await server.block(lesson),
          await server.block(lesson),
          await server.block(lesson, { club: 'iron', withBall: false }),
        ];
        for (const d of deeds) {
          if (d.kind === 'shots') {
            const alive = await server.db.query('select 1 from live_blocks where id = $1', [blocks[d.block]]);
            if (alive.length > 0) await server.shots(blocks[d.block]!, d.mph);
          } else if (d.kind === 'aside') {
            const shots = await server.db.query<{ id: string }>(
              'select s.id from shots s join live_blocks b on b.id = s.block_id where b.lesson_id = $1 order by s.arrived',
              [lesson],
            );
            const shot = shots[d.shot % Math.max(1, shots.length)];
            if (shot) await server.call('patch', `/shots/${shot.id}`, { reason: d.reason }).expect(204);
          } else if (d.kind === 'delete') await server.call('delete', `/blocks/${blocks[d.block]}`);
          else if (d.kind === 'restore') await server.call('post', `/blocks/${blocks[d.block]}/restore`);
          else if (d.kind === 'old place')
            await server.call('patch', `/blocks/${blocks[d.block]}`, { oldPlace: d.oldPlace });
          else {
            const { imports } = (await server.call('get', `/lessons/${lesson}`)).body as LessonAnswer;
            const undone = imports[d.import % Math.max(1, imports.length)];
            if (undone) await server.call('delete', `/imports/${undone.id}`).expect(204);
          }
        }
        expect(close(await stored(lesson))).toEqual(close(await fromShots(lesson)));
      }),
      { numRuns: 25 },
    );
    const before = await server.db.query(
      'select * from session_figures order by lesson_id, club, condition, old_place',
    );
    await server.db.query('update session_figures set swings = 0, speeds_mps = array[1.0], median_mps = 1');
    await server.db.query('delete from session_figures where club = $1', ['iron']);
    expect(await rebuildFigures(server.db)).toBeGreaterThan(20);
    const after = await server.db.query('select * from session_figures order by lesson_id, club, condition, old_place');
    expect(after).toEqual(before);
  });
});

describe('standings', () => {
  const card = async (id: string): Promise<StudentCard> => {
    const { students } = (await server.call('get', '/students?search=Standing')).body as { students: StudentCard[] };
    const found = students.find((s) => s.id === id);
    if (!found) throw new Error('no card');
    return found;
  };

  test('follow a new swing, a set-aside one, a deleted lesson’s block and a setting', async () => {
    const student = await server.student({ name: 'Standing Still' });
    const block = await server.block(await server.lesson(student, 3));
    expect((await card(student)).stick.latestMps).toBeNull();
    await server.shots(block, [90, 92, 94]);
    expect((await card(student)).stick.latestMps).toBeCloseTo(92 * 0.44704, 6);
    const [fastest] = tuple(
      1,
      await server.db.query<{ id: string }>(
        'select id from shots where block_id = $1 order by club_speed_mps desc limit 1',
        [block],
      ),
    );
    await server.call('patch', `/shots/${fastest.id}`, { reason: 'mishit' }).expect(204);
    expect((await card(student)).stick.latestMps).toBeCloseTo(91 * 0.44704, 6);
    const page = (await server.call('get', `/students/${student}`)).body as StudentAnswer;
    expect(page.stick).toEqual((await card(student)).stick);
    await server.call('delete', `/blocks/${block}`).expect(204);
    expect((await card(student)).stick.latestMps).toBeNull();
  });

  test('are reckoned ahead: the first look costs no more than the next, and a stop is heeded', async () => {
    const means = { db: server.db, work: inlineWork };
    for (let i = 0; i < 6; i++) {
      const student = await server.student({ name: `Ahead ${i}` });
      await server.shots(await server.block(await server.lesson(student, 3)), [90, 92, 94]);
    }
    expect(await warmStandings(means, () => true)).toBe(0);
    expect(await warmStandings(means, () => false)).toBeGreaterThanOrEqual(6);
    expect(await warmStandings(means, () => false)).toBe(0);
    const first = await server.count('/students?search=Ahead');
    expect((await server.count('/students?search=Ahead')).queries).toBe(first.queries);
  });

  test('are reckoned once and then read', async () => {
    const student = await server.student({ name: 'Standing Read' });
    await server.shots(await server.block(await server.lesson(student, 3)), [90, 92, 94]);
    const first = await server.count('/students?search=Standing%20Read');
    const again = await server.count('/students?search=Standing%20Read');
    expect(again.queries).toBeLessThan(first.queries);
  });
});

describe('queries of the main pages', () => {
  test('do not grow with what they show', async () => {
    const many = async (prefix: string, n: number): Promise<string[]> => {
      const ids: string[] = [];
      for (let i = 0; i < n; i++) {
        const student = await server.student({ name: `${prefix} ${i}` });
        ids.push(student);
        await server.shots(await server.block(await server.lesson(student, 2)), [90, 91, 92]);
        await server.lesson(student);
      }
      return ids;
    };
    await many('Few', 2);
    const today = await server.count('/today');
    const few = await server.count('/students?search=Few');
    await many('Lots', 9);
    expect((await server.count('/today')).queries).toBe(today.queries);
    // The first look stores the standings of all at once.
    expect((await server.count('/students?search=Lots')).queries).toBeLessThanOrEqual(few.queries + 7);
    expect((await server.count('/students?search=Lots')).queries).toBe(few.queries);
  });

  test('a student’s page shows 30 lessons at a time', async () => {
    const student = await server.student({ name: 'Long Standing' });
    for (let i = 0; i < 33; i++) await server.lesson(student, i + 1);
    const page = (await server.call('get', `/students/${student}`)).body as StudentAnswer;
    expect(page.lessons).toHaveLength(30);
    const rest = (await server.call('get', `/students/${student}/lessons?offset=${page.nextOffset}`))
      .body as LessonPage;
    expect(rest.lessons).toHaveLength(3);
    expect(rest.nextOffset).toBeNull();
    expect(Date.parse(rest.lessons[0]!.startsAt)).toBeLessThan(Date.parse(page.lessons[29]!.startsAt));
  });

  test('a lesson’s list of imports never reads the files', async () => {
    const lesson = await server.lesson(await server.student());
    const block = await server.block(lesson);
    await server.shots(block, [90, 91, 92]);
    const one = await server.count(`/lessons/${lesson}`);
    await server.db.query(
      "update imports set original = convert_to(repeat('x', 1000000), 'UTF8') where block_id = $1",
      [block],
    );
    const heavy = await server.count(`/lessons/${lesson}`);
    expect(heavy.queries).toBe(one.queries);
    expect(heavy.bytes).toBe(one.bytes);
  });
});

test('older data: spellings of the driver become one club, its figures one session, one set-up a lesson', async () => {
  const lesson = await server.lesson(await server.student());
  const blocks = [await server.block(lesson), await server.block(lesson), await server.block(lesson, { club: 'iron' })];
  await server.shots(blocks[0]!, [90, 92]);
  await server.shots(blocks[1]!, [94]);
  await server.db.query("update blocks set club = 'DR' where id = $1", [blocks[1]]);
  for (const club of [' Driver', '1W'])
    await server.db.query(
      'insert into setups (id, practice_id, lesson_id, club) select $1, practice_id, id, $2 from lessons where id = $3',
      [uuid(), club, lesson],
    );
  const clubs = async (table: string): Promise<unknown[]> =>
    (
      await server.db.query<{ club: string }>(`select club from ${table} where lesson_id = $1 order by club`, [lesson])
    ).map((r) => r.club);
  expect(await clubs('session_figures')).toEqual(['DR', 'driver']);
  await server.db.script(readFileSync(join(import.meta.dirname, 'db/migrations/012-club-names.sql'), 'utf8'));
  expect(await clubs('blocks')).toEqual(['driver', 'driver', 'iron']);
  expect(await clubs('session_figures')).toEqual(['driver']);
  expect(close(await stored(lesson))).toEqual(close(await fromShots(lesson)));
  expect((await clubs('setups')).filter((c) => c === 'driver')).toHaveLength(1);
});
