import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { LessonAnswer, StorageAnswer } from '../api/types.ts';
import { tidy } from './readings/tidy.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
let studentId = '';
let lessonId = '';
let blockId = '';
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
  studentId = await server.student();
  lessonId = await server.lesson(studentId);
  blockId = await server.block(lessonId);
});
afterAll(() => server.db.close());

const lesson = async (): Promise<LessonAnswer> =>
  (await server.call('get', `/lessons/${lessonId}`)).body as LessonAnswer;
const codeOf = (res: { body: unknown }): string => (res.body as { code: string }).code;

describe('an id', () => {
  const shot = (id: string, mps: number) =>
    server.call('post', `/blocks/${blockId}/shots`, { id, values: { clubSpeedMps: mps } });
  test('makes one thing: the same again is a repeat, anything else under it is refused', async () => {
    const id = uuid();
    await shot(id, 40).expect(201);
    await shot(id, 40).expect(201);
    expect(codeOf(await shot(id, 41).expect(409))).toBe('id-taken');
    const other = await server.block(lessonId);
    await server.call('post', `/blocks/${other}/shots`, { id, values: { clubSpeedMps: 40 } }).expect(409);
    expect((await lesson()).blocks.flatMap((b) => b.shots).filter((s) => s.id === id)).toHaveLength(1);
  });
  test('is free again where what was asked failed', async () => {
    const id = uuid();
    await shot(id, 4000).expect(422);
    await shot(id, 42).expect(201);
  });
  test('of another practice is not told about, and nothing is put into that practice', async () => {
    const cookie = await server.otherPractice();
    const [theirStudent, theirLesson, theirBlock] = [uuid(), uuid(), uuid()];
    const student = { name: 'B', handedness: 'right', birthYear: 1990, level: 'club', goalKind: 'gain' };
    await server.call('put', `/students/${theirStudent}`, student, cookie).expect(200);
    await server
      .call('post', `/students/${theirStudent}/lessons`, { id: theirLesson, startsAt: '2026-03-14T09:00:00Z' }, cookie)
      .expect(201);
    const block = { id: theirBlock, club: 'driver', withBall: true, condition: 'normal' };
    await server.call('post', `/lessons/${theirLesson}/blocks`, block, cookie).expect(201);
    const into = (target: string) =>
      server.call('post', `/blocks/${blockId}/imports/mapped`, {
        id: uuid(),
        text: `Club,Speed (mph)\ndriver,${90 + Math.random()}\n`,
        mapping: [
          { header: 'Club', target: 'club', unit: '' },
          { header: 'Speed (mph)', target: 'clubSpeedMps', unit: 'mph' },
        ],
        blocks: [{ club: 'driver', blockId: target }],
      });
    await into(theirBlock).expect(409);
    const gone = await server.block(lessonId);
    await server.call('delete', `/blocks/${gone}`).expect(204);
    expect((await into(gone)).status).toBeGreaterThanOrEqual(400);
    for (const id of [theirBlock, gone])
      expect(await server.db.query('select 1 from shots where block_id = $1', [id])).toEqual([]);
    // Whatever a route forgets, the database itself refuses.
    const [own] = await server.db.query<{ practice_id: string }>('select practice_id from blocks where id = $1', [
      blockId,
    ]);
    await expect(
      server.db.query(
        `insert into shots (id, practice_id, block_id, source, struck_at, club_speed_mps) values ($1, $2, $3, 'typed', now(), 40)`,
        [uuid(), own!.practice_id, theirBlock],
      ),
    ).rejects.toMatchObject({ code: '23503' });
  });
});

describe('what cannot be stored is refused in words', () => {
  const NUL = '\u0000';
  test.each<[string, 'post' | 'put' | 'patch', () => string, unknown]>([
    ['a text with NUL', 'patch', () => `/lessons/${lessonId}`, { note: `a${NUL}b` }],
    ['half a pair', 'patch', () => `/lessons/${lessonId}`, { note: 'a\ud800b' }],
    ['a list for a text', 'patch', () => `/lessons/${lessonId}`, { note: ['a'] }],
    ['a note of no lesson', 'patch', () => `/lessons/${uuid()}`, { note: 'a' }],
    [
      'a day that is none',
      'put',
      () => `/students/${studentId}`,
      { name: 'A', handedness: 'right', birthYear: 1985, level: 'club', goalKind: 'gain', goalDate: '2026-02-31' },
    ],
    [
      'a year of no calendar',
      'put',
      () => `/students/${studentId}`,
      { name: 'A', handedness: 'right', birthYear: 1985, level: 'club', goalKind: 'gain', clearedOn: '9999-01-01' },
    ],
    [
      'a fraction in a whole number',
      'put',
      () => `/students/${studentId}`,
      { name: 'A', handedness: 'right', birthYear: 1985.5, level: 'club', goalKind: 'gain' },
    ],
    [
      'a time that is none',
      'post',
      () => `/students/${studentId}/lessons`,
      { id: uuid(), startsAt: '2026-13-45T99:00:00Z' },
    ],
    [
      'a time of year 275000',
      'post',
      () => `/students/${studentId}/lessons`,
      { id: uuid(), startsAt: '+275000-01-01T00:00:00Z' },
    ],
    ['a word for a list', 'post', () => '/waiting-shots', { ids: 'all', blockId: null }],
  ])('%s', async (_, method, path, body) => {
    const res = await server.call(method, path(), body);
    expect([404, 422]).toContain(res.status);
    expect((res.body as { detail: string }).detail.length).toBeGreaterThan(10);
  });
  test('bodies and addresses that no page sends', async () => {
    const raw = (body: string) =>
      server.http
        .patch(`/api/lessons/${lessonId}`)
        .set('Cookie', server.cookie)
        .set('Content-Type', 'application/json')
        .send(body);
    expect((await raw('{"__proto__":{"note":"x"},"note":"y"}')).status).toBe(422);
    expect((await raw(`${'['.repeat(5000)}${']'.repeat(5000)}`)).status).toBeLessThan(500);
    expect((await server.http.get('/api/lessons/%E0%A4%A').set('Cookie', server.cookie)).status).toBe(400);
    expect((await server.call('get', '/students?offset=1e308')).status).toBeLessThan(500);
    expect((await server.call('get', '/students?offset=-7.5&search=%00')).status).toBeLessThan(500);
    expect((await server.call('get', '/students?search[]=a&search[]=b')).status).toBe(200);
  });
  test('settings that come as text are not taken for empty ones', async () => {
    await server.call('put', '/settings', { theme: 'bay' }).expect(200);
    const res = await server.http
      .put('/api/settings')
      .set('Cookie', server.cookie)
      .set('Content-Type', 'text/plain')
      .send('{}');
    expect(res.status).toBe(415);
    const session = (await server.call('get', '/session')).body as { settings: { theme: string } };
    expect(session.settings.theme).toBe('bay');
    await server.call('put', '/settings', {}).expect(200);
  });
});

describe('limits are where they are said', () => {
  const mapped = (bytes: number) => {
    const head = 'Club,Speed (mph),Remark\n';
    const row = `driver,${(90 + bytes / 1e9).toFixed(6)},`;
    return server.call('post', `/blocks/${blockId}/imports/mapped`, {
      id: uuid(),
      text: `${head}${row}${'x'.repeat(bytes - head.length - row.length - 1)}\n`,
      mapping: [
        { header: 'Club', target: 'club', unit: '' },
        { header: 'Speed (mph)', target: 'clubSpeedMps', unit: 'mph' },
        { header: 'Remark', target: 'ignore', unit: '' },
      ],
      blocks: [{ club: 'driver', blockId }],
    });
  };
  const MB = 1024 * 1024;
  test('a mapped file of 20 MB is read, one beyond it is not', async () => {
    expect((await mapped(3 * MB)).status).toBe(201);
    expect((await mapped(20 * MB)).status).toBe(201);
    const over = await mapped(20 * MB + 1);
    expect([over.status, codeOf(over)]).toEqual([413, 'too-large']);
    // Marks of a thousand followed frames are larger than what other routes take.
    const marks = { view: 'face-on', marks: { junk: 'x'.repeat(3 * MB) } };
    await server.call('put', `/videos/${uuid()}/marks`, marks).expect(404);
    expect((await server.call('patch', `/lessons/${lessonId}`, { note: 'x'.repeat(2 * MB) })).status).toBe(413);
  });
});

describe('the clock', () => {
  test('set back by an hour: a block is started, paused and deleted all the same', async () => {
    await server.db.query(
      "update block_listening set from_at = now() + interval '1 hour' where block_id = $1 and until_at is null",
      [blockId],
    );
    await server.call('patch', `/blocks/${blockId}`, { listening: false }).expect(204);
    await server.call('patch', `/blocks/${blockId}`, { listening: true }).expect(204);
    await server.db.query(
      "update block_listening set from_at = now() + interval '1 hour' where block_id = $1 and until_at is null",
      [blockId],
    );
    const next = await server.block(lessonId);
    await server.db.query(
      "update block_listening set from_at = now() + interval '1 hour' where block_id = $1 and until_at is null",
      [next],
    );
    await server.call('delete', `/blocks/${next}`).expect(204);
  });
});

describe('an import by parts', () => {
  const csv = (n: number): string =>
    ['club,club_speed_mph', ...Array.from({ length: n }, (_, i) => `driver,${(80 + (i % 200) / 10).toFixed(1)}`)].join(
      '\n',
    );
  /** Several parts. */
  const ROWS = 8_000;
  test('is seen whole or not at all, and others are answered meanwhile', async () => {
    const target = await server.block(lessonId);
    const seen = new Set<number>();
    let done = false;
    const importing = server
      .upload(`/blocks/${target}/imports/shots?id=${uuid()}&name=long.csv`, csv(ROWS))
      .then((res) => {
        done = true;
        return res;
      });
    while (!done) seen.add((await lesson()).blocks.find((b) => b.id === target)?.shotsTotal ?? -1);
    expect((await importing).status).toBe(201);
    expect([...seen].every((n) => n === 0 || n === ROWS)).toBe(true);
    expect(seen.has(0)).toBe(true);
    expect((await lesson()).blocks.find((b) => b.id === target)).toMatchObject({ shotsTotal: ROWS });
  });
  test('that was cut off leaves nothing', async () => {
    const [practice] = await server.db.query<{ practice_id: string }>('select practice_id from blocks where id = $1', [
      blockId,
    ]);
    const id = uuid();
    await server.db.query(
      `insert into imports (id, practice_id, block_id, kind, file_name, content_hash, row_count, staged)
       values ($1, $2, $3, 'shots', 'cut.csv', 'cut', 2, true)`,
      [id, practice!.practice_id, blockId],
    );
    await server.db.query(
      `insert into shots (id, practice_id, block_id, import_id, source, struck_at, club_speed_mps) values ($1, $2, $3, $4, 'file', now(), 55)`,
      [uuid(), practice!.practice_id, blockId, id],
    );
    const before = (await lesson()).blocks.find((b) => b.id === blockId)!;
    expect(before.shots.some((s) => s.values.clubSpeedMps === 55)).toBe(false);
    expect((await lesson()).imports.some((i) => i.id === id)).toBe(false);
    expect(await tidy(server, true)).toMatchObject({ imports: 1 });
    expect(await server.db.query('select 1 from shots where import_id = $1', [id])).toEqual([]);
  });
});

describe('what is left over', () => {
  test('goes; what a row names, or another may still be at, stays', async () => {
    const kept = await server.content.put(Buffer.from('named'));
    const stray = await server.content.put(Buffer.from('a film whose row was never written'));
    const id = uuid();
    const announce = { id, fileName: 'long.mp4', sizeBytes: 5000, view: 'face-on' };
    await server.call('post', `/lessons/${lessonId}/videos`, announce).expect(201);
    await server.uploadBytes(`/videos/${id}/pieces?from=0`, new Uint8Array(1000)).expect(200);
    writeFileSync(join(server.content.folder, `${uuid()}.part`), 'piece of none');
    writeFileSync(join(server.content.folder, 'note.txt'), 'not ours');
    await server.db.query('update imports set original_sha256 = $1 where id = (select id from imports limit 1)', [
      kept,
    ]);
    expect(await tidy(server, false)).toEqual({ imports: 0, uploads: 0, parts: 0, files: 0 });
    expect(await tidy(server, true)).toMatchObject({ uploads: 0, parts: 1, files: 1 });
    const names = (await server.content.list()).map((f) => f.name);
    expect(names).toEqual(expect.arrayContaining([kept, id]));
    expect(names).not.toContain(stray);
    const { unfinished } = (await server.call('get', '/storage').expect(200)).body as StorageAnswer;
    expect(unfinished).toMatchObject([{ id, fileName: 'long.mp4', sizeBytes: 5000, receivedBytes: 1000 }]);
    expect(await tidy(server, false, Date.now() + 8 * 86_400_000)).toMatchObject({ uploads: 1 });
    expect((await server.call('get', '/storage')).body).toMatchObject({ unfinished: [] });
  });
  test('files of another database are left alone', async () => {
    await server.content.setOwner(uuid());
    const theirs = await server.content.put(Buffer.from('of another practice'));
    expect(await tidy(server, true)).toMatchObject({ files: 0 });
    expect((await server.content.list()).map((f) => f.name)).toContain(theirs);
  });
});

test('what is refused leaves its id free before the refusal is heard', async () => {
  const studentId = await server.student();
  for (let round = 0; round < 30; round += 1) {
    const id = uuid();
    await server.call('post', `/students/${studentId}/lessons`, { id, startsAt: 'not a time' }).expect(422);
    await server.call('post', `/students/${studentId}/lessons`, { id, startsAt: new Date().toISOString() }).expect(201);
  }
});
