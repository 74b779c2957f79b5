import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, jest, test } from '@jest/globals';
import { lockFolder } from './db/lock.ts';
import { ended, Processes } from './test-process.ts';

jest.setTimeout(180_000);
const folder = mkdtempSync(join(tmpdir(), 'maple-start-'));
const processes = new Processes();
afterAll(() => processes.end());
const launch = () => processes.launch(folder);

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
});

describe('the lock on a data folder', () => {
  test('is given back, and one left by a dead process is taken over', () => {
    const place = mkdtempSync(join(tmpdir(), 'maple-lock-'));
    const unlock = lockFolder(place);
    unlock();
    writeFileSync(join(place, 'in-use.json'), JSON.stringify({ pid: 2 ** 22 - 3 }));
    expect(() => lockFolder(place)).not.toThrow();
    writeFileSync(join(place, 'in-use.json'), JSON.stringify({ pid: process.ppid }));
    expect(() => lockFolder(place)).toThrow(/in use by the program/);
  });
});
