import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from '@jest/globals';
import { openData, type DataOptions } from './db/data-folder.ts';
import { lockFolder } from './db/lock.ts';
import { installationId } from './rows/content.ts';
import { ended, Processes } from './test-process.ts';

const folder = mkdtempSync(join(tmpdir(), 'maple-start-'));
const processes = new Processes();
afterAll(() => processes.end());
const launch = () => processes.launch(folder);
const newFolder = (): string => mkdtempSync(join(tmpdir(), 'maple-folder-'));

describe('a server that is killed', () => {
  test('loses no acknowledged shot, and a second one on the same folder is refused', async () => {
    const first = await launch();
    const call = async (method: string, path: string, body: unknown, cookie = ''): Promise<Response> =>
      fetch(`${first.address}/api${path}`, {
        method,
        headers: { 'content-type': 'application/json', cookie },
        body: JSON.stringify(body),
      });
    const setup = await call('POST', '/setup', {
      practiceName: 'P',
      name: 'N',
      signIn: 'n',
      password: 'long enough 1',
    });
    const cookie = (setup.headers.get('set-cookie') ?? '').split(';')[0]!;
    const [studentId, lessonId, blockId] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()];
    await call(
      'PUT',
      `/students/${studentId}`,
      { name: 'A', handedness: 'right', birthYear: 1990, level: 'club', goalKind: 'gain' },
      cookie,
    );
    await call('POST', `/students/${studentId}/lessons`, { id: lessonId, startsAt: new Date().toISOString() }, cookie);
    await call(
      'POST',
      `/lessons/${lessonId}/blocks`,
      { id: blockId, club: 'driver', withBall: true, condition: 'normal' },
      cookie,
    );

    const feed = JSON.parse(readFileSync(join(folder, 'feed.json'), 'utf8')) as { address: string; keys: string[] };
    expect(feed.address).toBe(first.address);
    expect(feed.keys).toHaveLength(1);

    const second = await launch();
    expect(second.address).toBeUndefined();
    expect(second.said).toContain('is in use');

    const acknowledged: string[] = [];
    let stopped = false;
    const writer = (async () => {
      while (!stopped) {
        const id = crypto.randomUUID();
        const ok = await call('POST', `/blocks/${blockId}/shots`, { id, values: { clubSpeedMps: 40 } }, cookie).then(
          (r) => r.status === 201,
          () => false,
        );
        if (ok) acknowledged.push(id);
        else stopped = true;
        if (acknowledged.length === 60) first.child.kill('SIGKILL');
      }
    })();
    await Promise.all([writer, ended(first.child)]);
    expect(acknowledged.length).toBeGreaterThanOrEqual(60);

    const third = await launch();
    const after = await fetch(`${third.address}/api/lessons/${lessonId}`, { headers: { cookie } });
    const lesson = (await after.json()) as { blocks: { shots: { id: string }[] }[] };
    const kept = new Set(lesson.blocks[0]!.shots.map((s) => s.id));
    expect(acknowledged.filter((id) => !kept.has(id))).toEqual([]);
    // Devices that knew the key go on with it after the restart.
    expect(JSON.parse(readFileSync(join(folder, 'feed.json'), 'utf8'))).toMatchObject({ keys: feed.keys });
    const hello = await fetch(`${third.address}/api/feed/hello`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-feed-key': feed.keys[0]! },
      body: JSON.stringify({ deviceId: 'd', kind: 'monitor' }),
    });
    expect(hello.status).toBe(200);
    third.child.kill('SIGTERM');
    await ended(third.child);
  });
  test('is told from another that was begun from the same built practice', async () => {
    const other = newFolder();
    const { child, address } = await processes.launch(other);
    expect(await (await fetch(`${address}/api/setup`)).json()).toMatchObject({ needsAccount: true });
    child.kill('SIGTERM');
    await ended(child);
    const idOf = async (dataFolder: string): Promise<string> => {
      const { db, close } = await openData({ dataFolder, mustExist: true });
      const id = await installationId(db);
      await close();
      return id;
    };
    const [one, two] = [await idOf(folder), await idOf(other)];
    expect(one).toMatch(/^[0-9a-f-]{36}$/);
    expect(two).not.toBe(one);
    expect(await idOf(other)).toBe(two);
  });
});

describe('the lock on a data folder', () => {
  test('is given back; another program is named; nothing that stands in the file matters', () => {
    const place = mkdtempSync(join(tmpdir(), 'maple-lock-'));
    for (const left of ['', '{"pid":', `${process.ppid}\n`]) {
      writeFileSync(join(place, 'in-use'), left);
      const unlock = lockFolder(place);
      expect(() => lockFolder(place)).toThrow(`process number ${process.pid}`);
      unlock();
    }
  });
});

describe('a data folder', () => {
  let first: string | undefined;
  /** A folder in which a practice was begun: a copy of one that is begun once. */
  const begun = async (): Promise<string> => {
    if (first === undefined) await (await openData({ dataFolder: (first = newFolder()) })).close();
    const copy = newFolder();
    cpSync(first, copy, { recursive: true });
    return copy;
  };
  const opened = async (options: DataOptions): Promise<string> => {
    try {
      await (await openData(options)).close();
      return 'opened';
    } catch (error) {
      return (error as Error).message;
    }
  };

  test('that has lost its database or a part of it is never begun anew', async () => {
    const place = await begun();
    const database = join(place, 'postgres');
    renameSync(join(database, 'PG_VERSION'), join(place, 'kept'));
    expect(await opened({ dataFolder: place })).toMatch(
      /damaged: PG_VERSION is missing\. Put the whole data folder back/,
    );
    renameSync(join(place, 'kept'), join(database, 'PG_VERSION'));
    expect(await opened({ dataFolder: place })).toBe('opened');
    writeFileSync(join(database, 'global', 'pg_control'), 'spoilt');
    const spoilt = await opened({ dataFolder: place });
    expect(spoilt).toMatch(/cannot be opened; it seems to be damaged/);
    expect(spoilt).not.toMatch(/undefined|Aborted\(\)/);
    rmSync(database, { recursive: true });
    expect(await opened({ dataFolder: place })).toMatch(/held a practice, and its database .* is missing/);
    mkdirSync(database);
    expect(await opened({ dataFolder: place })).toMatch(/held a practice, and its database .* is missing/);
    expect(readdirSync(database)).toEqual([]);
  });
  test('of a newer program is refused with both versions', async () => {
    const place = await begun();
    const { db, close } = await openData({ dataFolder: place });
    await db.query("insert into migrations (name) values ('999-later.sql')");
    await close();
    expect(await opened({ dataFolder: place })).toMatch(/newer version .* step 999, this program knows up to 0\d\d/);
  });
  test('is only started over where it is a demo’s, and not while a program runs on it', async () => {
    const demo = newFolder();
    await (await openData({ dataFolder: demo, demo: true })).close();
    const running = await openData({ dataFolder: demo });
    await running.db.query('create table still_here (n int)');
    expect(await opened({ dataFolder: demo, demo: true, fresh: true })).toMatch(/is in use by the program/);
    expect(await running.db.query('select * from still_here')).toEqual([]);
    await running.close();
    expect(await opened({ dataFolder: demo, demo: true, fresh: true })).toBe('opened');
    const own = await begun();
    expect(await opened({ dataFolder: own, demo: true, fresh: true })).toMatch(/does not hold a demo/);
    expect(await opened({ dataFolder: own })).toBe('opened');
  });
  test('whose first start was cut off begins again', async () => {
    const place = newFolder();
    mkdirSync(join(place, 'postgres.new', 'base'), { recursive: true });
    writeFileSync(join(place, 'postgres.new', 'PG_VERSION'), '17');
    expect(await opened({ dataFolder: place })).toBe('opened');
  });
});
