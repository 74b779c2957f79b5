import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { LedgerAnswer, LessonAnswer } from '../api/types.ts';
import { ended, Processes, type Launched } from './test-process.ts';

const folder = mkdtempSync(join(tmpdir(), 'maple-cut-'));
const processes = new Processes();
let server: Launched;
let cookie = '';
const uuid = (): string => crypto.randomUUID();
const SWING = readFileSync(join(import.meta.dirname, '../demo/samples/swing-arms-first.csv'), 'utf8');

async function call(method: string, path: string, body?: unknown): Promise<Response> {
  const text = typeof body === 'string';
  return fetch(`${server.address}/api${path}`, {
    method,
    headers: { cookie, ...(body === undefined ? {} : { 'content-type': text ? 'text/csv' : 'application/json' }) },
    body: body === undefined ? undefined : text ? body : JSON.stringify(body),
  });
}
const must = async (answer: Promise<Response>): Promise<Response> => {
  const response = await answer;
  if (!response.ok) throw new Error(`${response.status} ${await response.text()}`);
  return response;
};

beforeAll(async () => {
  server = await processes.launch(folder);
  const account = { practiceName: 'P', name: 'N', signIn: 'n', password: 'long enough 1' };
  cookie = ((await must(call('POST', '/setup', account))).headers.get('set-cookie') ?? '').split(';')[0]!;
});
afterAll(() => processes.end());

/** Every write of a lesson, each with ids of its own, in an order in which they can be made. */
function writes() {
  const [student, lesson, block, other] = [uuid(), uuid(), uuid(), uuid()];
  const rows = Array.from({ length: 400 }, (_, i) => `driver,${80 + (i % 150) / 10}`);
  const list: readonly (readonly [string, string, unknown])[] = [
    [
      'PUT',
      `/students/${student}`,
      { name: 'A', handedness: 'right', birthYear: 1990, level: 'club', goalKind: 'gain' },
    ],
    ['POST', `/students/${student}/lessons`, { id: lesson, startsAt: new Date().toISOString() }],
    ['POST', `/students/${student}/screens`, { id: uuid(), takenOn: '2026-11-01', trunkTurnLeadDeg: 40 }],
    ['POST', `/lessons/${lesson}/blocks`, { id: block, club: 'driver', withBall: true, condition: 'normal' }],
    ['POST', `/lessons/${lesson}/blocks`, { id: other, club: 'driver', withBall: false, condition: 'normal' }],
    ['POST', `/blocks/${block}/shots`, { id: uuid(), values: { clubSpeedMps: 41 } }],
    [
      'POST',
      `/blocks/${block}/imports/shots?id=${uuid()}&name=s.csv`,
      ['club,club_speed_mph', ...rows, `driver,${90 + Math.random()}`].join('\n'),
    ],
    ['POST', `/blocks/${block}/imports/motion?id=${uuid()}&name=m.csv`, SWING],
    ['PUT', `/lessons/${lesson}/signs/release-half-way`, { id: uuid(), grade: 'clear', note: '' }],
    ['POST', `/lessons/${lesson}/verdict`, { id: uuid(), target: 'arms-first', reason: 'seen' }],
    ['PATCH', `/lessons/${lesson}`, { note: 'to be kept' }],
  ];
  return { lesson, block, list };
}

/** The lesson as it stands, without what time alone decides. */
async function state({ lesson, block }: ReturnType<typeof writes>) {
  const answer = (await (await must(call('GET', `/lessons/${lesson}`))).json()) as LessonAnswer;
  const { shots } = (await (await must(call('GET', `/blocks/${block}/shots?limit=1`))).json()) as { shots: unknown[] };
  const { verdict } = (await (await must(call('GET', `/lessons/${lesson}/ledger`))).json()) as LedgerAnswer;
  return {
    blocks: answer.blocks.length,
    swings: answer.blocks.find((b) => b.id === block)?.statistics.swings,
    motions: answer.blocks.flatMap((b) => b.motions).length,
    imports: answer.imports.length,
    signs: answer.signs.length,
    listening: answer.blocks.filter((b) => b.listening).length,
    note: answer.lesson.note,
    shots: shots.length,
    verdict: verdict?.target,
  };
}

test.each([1, 4, 6, 8])(
  'cut off in the middle of write %i and those after it, then sent again: all once',
  async (at) => {
    const deeds = writes();
    for (const [method, path, body] of deeds.list.slice(0, at)) await must(call(method, path, body));
    // What comes next is sent at once, and the program is killed while it is under way.
    const underway = deeds.list
      .slice(at)
      .map(([method, path, body]) => call(method, path, body).catch(() => undefined));
    await Promise.race(underway);
    server.child.kill('SIGKILL');
    await ended(server.child);
    await Promise.all(underway);

    server = await processes.launch(folder);
    expect(server.address).toBeDefined();
    for (const [method, path, body] of deeds.list) await must(call(method, path, body));
    const once = await state(deeds);
    expect(once).toMatchObject({
      blocks: 2,
      swings: 402,
      motions: 1,
      imports: 2,
      signs: 1,
      listening: 1,
      note: 'to be kept',
      verdict: 'arms-first',
    });
    // And once more, as a page does that never heard the answer.
    for (const [method, path, body] of deeds.list) await must(call(method, path, body));
    expect(await state(deeds)).toEqual(once);
  },
);
