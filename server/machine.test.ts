import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import { machineFault } from './http/machine-fault.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
let studentId = '';
let lessonId = '';
let blockId = '';
let link = '';
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
  studentId = await server.student();
  lessonId = await server.lesson(studentId, 3);
  blockId = await server.block(lessonId);
  await server.shots(blockId, [90, 91, 92]);
  link = ((await server.call('post', `/students/${studentId}/practice-link`, {})).body as { path: string }).path;
});
afterEach(() => {
  server.fault = () => undefined;
});
afterAll(() => server.db.close());

const failing = (code: string, message = 'x') => Object.assign(new Error(message), { code });
/** Whatever changes a row fails. */
const writesFail = (error: Error) => (sql: string) =>
  /^\s*(with .*)?(insert|update|delete)\b/is.test(sql) ? error : undefined;

describe('a machine in trouble', () => {
  test.each([
    ['a full disk', failing('ENOSPC'), 'disk-full', /is full.*Free some room/],
    ['a full disk of the database', failing('53100'), 'disk-full', /is full/],
    [
      'a full disk, said in words',
      failing('58030', 'could not extend file: No space left on device'),
      'disk-full',
      /full/,
    ],
    ['a folder that may not be written', failing('EROFS'), 'folder-read-only', /may not write/],
    ['a read-only database', failing('25006'), 'folder-read-only', /may not write/],
    ['short memory', failing('53200'), 'memory-short', /short of memory/],
  ])('%s: said in words, reads go on, and afterwards all is as it was', async (_, error, code, words) => {
    await server.db.query("update sign_ins set seen_at = now() - interval '1 hour'");
    await server.db.query('update practice_links set used_at = null');
    await server.db.query('delete from standings');
    server.fault = writesFail(error);
    const refused = await server.call('post', `/blocks/${blockId}/shots`, { id: uuid(), values: { clubSpeedMps: 41 } });
    expect({ status: refused.status, body: refused.body as unknown }).toMatchObject({
      status: 507,
      body: { code, detail: expect.stringMatching(words) },
    });
    for (const path of [
      '/today',
      '/students',
      `/students/${studentId}`,
      `/lessons/${lessonId}`,
      `/lessons/${lessonId}/review`,
    ])
      await server.call('get', path).expect(200);
    await server.http.get(`/api${link}`).expect(200);
    server.fault = () => undefined;
    await server.call('post', `/blocks/${blockId}/shots`, { id: uuid(), values: { clubSpeedMps: 41 } }).expect(201);
  });
  test('other errors are not taken for the machine’s', () => {
    expect(machineFault(new Error('No space left on device'))).toBeUndefined();
    expect(machineFault(failing('23505'))).toBeUndefined();
    expect(machineFault('ENOSPC')).toBeUndefined();
  });
  test('a write that is refused so keeps its id free: sent again when there is room it goes in', async () => {
    const id = uuid();
    const send = () => server.call('post', `/blocks/${blockId}/shots`, { id, values: { clubSpeedMps: 43 } });
    server.fault = (sql) => (/insert into shots/.test(sql) ? failing('ENOSPC') : undefined);
    await send().expect(507);
    server.fault = () => undefined;
    await send().expect(201);
    await send().expect(201);
    expect(await server.db.query('select 1 from shots where id = $1', [id])).toHaveLength(1);
  });
});
