import { tuple } from '../core/numeric/tuple.ts';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Worker } from 'node:worker_threads';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { CannotSayError, InputError } from '../core/errors/input-error.ts';
import type { Db } from './db/connection.ts';
import { migrate } from './db/migrate.ts';
import { threadedPGlite } from './db/threaded.ts';
import { uuid } from './test-support.ts';
import { startThread } from '../threads/threads.ts';
import { inlineWork } from './work/inline.ts';
import { remembering } from './work/remember.ts';
import type { ShotsFor } from './work/read-shots.ts';
import { pooledWork, type Work } from './work/work.ts';

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

  test('one that runs out of memory is ended and said so; the next task is answered', async () => {
    const small = pooledWork(1, { mostMemoryMb: 64 });
    const rows = Array.from({ length: 200_000 }, (_, i) => `driver,${(85 + (i % 90) / 10).toFixed(1)}`);
    const csv = ['club,club_speed_mph', ...rows].join('\n');
    await expect(small.run('readShots', csv, of('huge.csv'))).rejects.toMatchObject({ status: 413, code: 'too-much' });
    expect(await small.run('readShots', 'club,club_speed_mph\ndriver,90\n', of('c.csv'))).toMatchObject({ rows: 1 });
    await small.close();
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
    expect(there.parts).toHaveLength(250);
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
    db = await threadedPGlite(folder(), { create: true });
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
          const [{ settings }] = tuple(
            1,
            await tx.query<{ settings: { n: number } }>('select settings from practices where id = $1', [id]),
          );
          await tx.query('update practices set settings = $2 where id = $1', [
            id,
            JSON.stringify({ n: settings.n + 1 }),
          ]);
        }),
      ),
    );
    const [row] = tuple(
      1,
      await db.query<{ settings: { n: number } }>('select settings from practices where id = $1', [id]),
    );
    expect(row.settings.n).toBe(8);
  });

  test('a thread that dies is opened again: what was saved is there, what was on its way says so', async () => {
    const place = folder();
    let newest: Worker | undefined;
    const mortal = await threadedPGlite(place, {
      create: true,
      start: (module, data) => (newest = startThread(module, data)),
    });
    await migrate(mortal);
    const name = (id: string) => ['insert into practices (id, name) values ($1, $2)', [id, 'P']] as const;
    const [saved, lost] = [uuid(), uuid()];
    await mortal.query(...name(saved));
    const underway = mortal.transaction(async (tx) => {
      await tx.query(...name(lost));
      await newest?.terminate();
      await tx.query('select 1');
    });
    await expect(underway).rejects.toMatchObject({ status: 503, code: 'database-stopped' });
    expect((await mortal.query<{ id: string }>('select id from practices')).map((r) => r.id)).toEqual([saved]);
    await mortal.query(...name(lost));
    expect(await mortal.query('select 1 from practices')).toHaveLength(2);
    await mortal.close();
  });

  test('days, times, whole numbers and bytes come over as they are', async () => {
    const [row] = await db.query(
      "select date '2026-11-28' as day, timestamptz '2026-11-28T10:00:00Z' as at, 5::bigint as n, array[1.5, 2.5]::float8[] as v",
    );
    expect(row).toEqual({ day: '2026-11-28', at: new Date('2026-11-28T10:00:00Z'), n: 5, v: [1.5, 2.5] });
  });
});
