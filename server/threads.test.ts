import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { CannotSayError, InputError } from '../core/errors/input-error.ts';
import { ContentStore } from './content/content-store.ts';
import { moveContent } from './content/move-content.ts';
import type { Db } from './db/connection.ts';
import { migrate } from './db/migrate.ts';
import { threadedPGlite } from './db/threaded.ts';
import { TestServer, uuid } from './test-support.ts';
import { inlineWork } from './work/inline.ts';
import { remembering } from './work/remember.ts';
import type { ShotsFor } from './work/read-shots.ts';
import { pooledWork, type Work } from './work/work.ts';

jest.setTimeout(240_000);
const folder = (): string => mkdtempSync(join(tmpdir(), 'maple-threads-'));

const of = (fileName: string): ShotsFor => ({ importId: uuid(), handedness: 'right', startsAtMs: 0, fileName });

describe('the pool of threads', () => {
  let pool: Work;
  beforeAll(() => {
    pool = pooledWork(1);
  });
  afterAll(() => pool.close());

  test('gives what the same task gives in this thread, and its errors whole', async () => {
    const full = [40, 40.4, 39.8, 40.1, 40.2];
    const tests = { seated: [20, 20.4, 20.1], 'feet-together': [38, 38.3, 37.9] };
    expect(await pool.run('limitReading', full, tests)).toEqual(await inlineWork.run('limitReading', full, tests));
    const bad = pool.run('readShots', 'club,club_speed_mph\ndriver,fast\n', of('b.csv'));
    await expect(bad).rejects.toBeInstanceOf(InputError);
    await expect(bad).rejects.toMatchObject({ code: 'not-a-number', where: expect.stringContaining('2') as unknown });
    const thin = pool.run('limitReading', [], {});
    await expect(thin).rejects.toBeInstanceOf(CannotSayError);
    await expect(thin).rejects.toMatchObject({ missing: expect.stringContaining('swing') as unknown });
  });

  test('a task that breaks its thread fails alone: the next one is answered', async () => {
    const file = join(folder(), 'gone.csv');
    const options = { handedness: 'right' as const };
    await expect(pool.run('readMotion', { file, name: 'gone.csv', id: uuid(), options, own: true })).rejects.toThrow();
    expect(await pool.run('readShots', 'club,club_speed_mph\ndriver,90\n', of('c.csv'))).toBeDefined();
  });

  test('this thread goes on while a file of 50,000 rows is read there', async () => {
    const rows = Array.from({ length: 50_000 }, (_, i) => `driver,${(85 + (i % 90) / 10).toFixed(1)}`);
    const csv = ['club,club_speed_mph', ...rows].join('\n');
    await pool.run('readShots', 'club,club_speed_mph\ndriver,90\n', of('warm.csv'));
    let turns = 0;
    const timer = setInterval(() => turns++, 1);
    const there = await pool.run('readShots', csv, of('long.csv'));
    clearInterval(timer);
    expect(there.rows).toBe(50_000);
    expect(there.parts).toHaveLength(25);
    // In this thread not one turn would have been taken.
    expect(turns).toBeGreaterThan(2);
  });
});

describe('answers that are kept', () => {
  test('the same question is asked once, another one anew, and a failure is not kept', async () => {
    const asked: unknown[][] = [];
    let fail = true;
    const work = remembering({
      run: ((name: string, ...input: unknown[]) => {
        asked.push([name, ...input]);
        return fail ? Promise.reject(new Error('no')) : Promise.resolve(asked.length);
      }) as Work['run'],
      close: () => Promise.resolve(),
    });
    await expect(work.run('limitReading', [40], {})).rejects.toThrow('no');
    fail = false;
    const [first, same] = await Promise.all([work.run('limitReading', [40], {}), work.run('limitReading', [40], {})]);
    expect(same).toBe(first);
    expect(await work.run('limitReading', [41], {})).not.toBe(first);
    expect(asked).toHaveLength(3);
  });
});

describe('the database’s thread', () => {
  let db: Db;
  beforeAll(async () => {
    db = await threadedPGlite(folder());
    await migrate(db);
  });
  afterAll(() => db.close());

  test('keeps all of a transaction or nothing, and says what the database said', async () => {
    const practice = (id: string, name: string) =>
      ['insert into practices (id, name) values ($1, $2)', [id, name]] as const;
    const kept = uuid();
    await db.transaction(async (tx) => {
      await tx.query(...practice(kept, 'Kept'));
    });
    await expect(
      db.transaction(async (tx) => {
        await tx.query(...practice(uuid(), 'Lost'));
        await tx.query(...practice(kept, 'Twice'));
      }),
    ).rejects.toThrow(/duplicate key/);
    await expect(
      db.transaction(async (tx) => {
        await tx.query(...practice(uuid(), 'Lost too'));
        throw new Error('changed my mind');
      }),
    ).rejects.toThrow('changed my mind');
    expect((await db.query<{ name: string }>('select name from practices')).map((r) => r.name)).toEqual(['Kept']);
  });

  test('transactions wait for each other: no update is lost', async () => {
    const id = uuid();
    await db.query('insert into practices (id, name, settings) values ($1, $2, $3)', [id, 'Count', '{"n":0}']);
    await Promise.all(
      Array.from({ length: 8 }, () =>
        db.transaction(async (tx) => {
          const [{ settings }] = await tx.query<{ settings: { n: number } }>(
            'select settings from practices where id = $1',
            [id],
          );
          await tx.query('update practices set settings = $2 where id = $1', [
            id,
            JSON.stringify({ n: settings.n + 1 }),
          ]);
        }),
      ),
    );
    const [row] = await db.query<{ settings: { n: number } }>('select settings from practices where id = $1', [id]);
    expect(row.settings.n).toBe(8);
  });

  test('days, times, whole numbers and bytes come over as they are', async () => {
    const [row] = await db.query(
      "select date '2026-11-28' as day, timestamptz '2026-11-28T10:00:00Z' as at, 5::bigint as n, array[1.5, 2.5]::float8[] as v",
    );
    expect(row).toEqual({ day: '2026-11-28', at: new Date('2026-11-28T10:00:00Z'), n: 5, v: [1.5, 2.5] });
  });
});

describe('original files', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await TestServer.open();
    await server.setUp();
  });
  afterEach(() => server.db.close());

  test('one that is missing or changed is said, and what was read stays', async () => {
    const block = await server.block(await server.lesson(await server.student()));
    const csv = readFileSync(join(import.meta.dirname, '..', 'demo', 'samples', 'swing-arms-first.csv'), 'utf8');
    const { id } = (await server.upload(`/blocks/${block}/imports/motion?id=${uuid()}&name=m.csv`, csv).expect(201))
      .body as {
      id: string;
    };
    expect((await server.call('get', `/motions/${id}/file`).expect(200)).text).toBe(csv);
    const [{ content_sha256: sha }] = await server.db.query<{ content_sha256: string }>(
      'select content_sha256 from motions',
    );
    writeFileSync(server.content.whole(sha), 'something else');
    expect((await server.call('get', `/motions/${id}/file`).expect(410)).body).toMatchObject({
      code: 'content-damaged',
    });
    rmSync(server.content.whole(sha));
    expect((await server.call('get', `/motions/${id}/file`).expect(410)).body).toMatchObject({
      code: 'content-missing',
    });
    await server.call('get', `/motions/${id}`).expect(200);
  });

  test('what older versions kept in rows moves into the store, once', async () => {
    const block = await server.block(await server.lesson(await server.student()));
    await server.shots(block, [90, 91]);
    await server.db.query("update imports set original = convert_to('the file', 'UTF8')");
    const store = new ContentStore(folder());
    expect(await moveContent(server.db, store)).toBe(1);
    expect(await moveContent(server.db, store)).toBe(0);
    const [{ original_sha256 }] = await server.db.query<{ original_sha256: string }>(
      'select original_sha256 from imports',
    );
    expect((await store.read(original_sha256)).toString()).toBe('the file');
  });
});
