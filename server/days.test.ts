import { afterAll, describe, expect, test } from '@jest/globals';
import type { LessonAnswer } from '../api/types.ts';
import { serverDb } from './db/connection.ts';
import { checkTimeZone } from './db/time-zone.ts';
import { ownDatabase, testDatabase } from './test-databases.ts';
import { Processes } from './test-process.ts';
import { temporaryFolder } from './test-support.ts';

const uuid = (): string => crypto.randomUUID();
const HOUR_MS = 3_600_000;
/** Day of a moment in a zone, YYYY-MM-DD, by the platform's calendar. */
function dayIn(at: Date, timeZone: string): string {
  const format = new Intl.DateTimeFormat('en', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
  const { year, month, day } = Object.fromEntries(format.formatToParts(at).map((p) => [p.type, p.value]));
  return `${year}-${month}-${day}`;
}
const { testPostgres } = globalThis as { testPostgres?: string };
const processes = new Processes();
let drop = (): Promise<void> => Promise.resolve();
afterAll(async () => {
  processes.end();
  await drop();
});

/** A server by a clock of its own, with one student's lesson of today. */
async function practiceIn(timeZone: string) {
  const own = testPostgres ? await ownDatabase(testPostgres) : undefined;
  drop = async () => own?.drop();
  const env = { TZ: timeZone, ...(own ? { DATABASE_URL: own.url } : {}) };
  const { address, said } = await processes.launch(temporaryFolder(), env);
  expect(said).toContain('at http');
  let cookie = '';
  const call = async (method: string, path: string, body?: unknown): Promise<Response> => {
    const answer = await fetch(`${address}/api${path}`, {
      method,
      headers: { 'content-type': 'application/json', cookie },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${method} ${path}: ${await answer.text()}`);
    return answer;
  };
  const person = { practiceName: 'P', name: 'N', signIn: 'n', password: 'long enough 1' };
  cookie = ((await call('POST', '/setup', person)).headers.get('set-cookie') ?? '').split(';')[0]!;
  const [studentId, lessonId] = [uuid(), uuid()];
  const student = { name: 'A', handedness: 'right', birthYear: 1990, level: 'club', goalKind: 'gain' };
  await call('PUT', `/students/${studentId}`, student);
  await call('POST', `/students/${studentId}/lessons`, { id: lessonId, startsAt: new Date().toISOString() });
  return { call, lessonId };
}

describe('days are those of the machine’s clock', () => {
  // Hours behind or ahead of UTC the day is another at any time: the swings of a day and a night tell them apart.
  test.each(['Etc/GMT+7', 'Etc/GMT-9'])('full-intent swings of the day, in %s', async (timeZone) => {
    const { call, lessonId } = await practiceIn(timeZone);
    const blockId = uuid();
    const block = { id: blockId, club: 'driver', withBall: true, condition: 'normal', effort: 9 };
    await call('POST', `/lessons/${lessonId}/blocks`, block);
    const now = Date.now();
    const times = Array.from({ length: 24 }, (_, hour) => new Date(now - 60_000 - hour * HOUR_MS));
    for (const at of times)
      await call('POST', `/blocks/${blockId}/shots`, {
        id: uuid(),
        struckAt: at.toISOString(),
        values: { clubSpeedMps: 40 },
      });
    const { load } = ((await (await call('GET', `/lessons/${lessonId}`)).json()) as LessonAnswer).closures;
    expect(load.today).toBe(times.filter((at) => dayIn(at, timeZone) === load.day).length);
    expect(load.today).not.toBe(times.filter((at) => dayIn(at, 'UTC') === dayIn(new Date(now), 'UTC')).length);
    expect([dayIn(new Date(now), timeZone), dayIn(new Date(), timeZone)]).toContain(load.day);
    expect(load.week).toBe(24);
  });
  test('a zone that the database does not know is said, and what to do', async () => {
    const db = await testDatabase();
    await expect(checkTimeZone(db, 'Nowhere/At_All')).rejects.toThrow(/does not know .*Nowhere\/At_All. Set TZ/);
    await checkTimeZone(db);
    await db.close();
  });
  test('each connection to a server has it', async () => {
    if (!testPostgres) return;
    const own = await ownDatabase(testPostgres);
    const db = serverDb(own.url);
    const asked = await Promise.all(
      Array.from({ length: 6 }, () => db.query("select current_setting('TimeZone') as z, pg_sleep(0.05)")),
    );
    expect(new Set(asked.map(([row]) => row?.z))).toEqual(new Set(['UTC']));
    await db.close();
    await own.drop();
  });
});
