import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { TOTP, Secret } from 'otpauth';
import type { AccountAnswer, AccountsAnswer, AuditPage, PracticeLinkWire } from '../api/account-types.ts';
import type { Address } from '../api/routes.ts';
import { mayDo } from '../api/roles.ts';
import { resetPassword } from './readings/reset-password.ts';
import { tokenHash } from './http/secrets.ts';
import { invitationByHash } from './rows/invitations.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const cookieIn = (res: { headers: Record<string, unknown> }): string =>
  (res.headers['set-cookie'] as string[])[0]!.split(';')[0]!;
const signIn = (name: string, password: string, code = '') =>
  server.http.post('/api/session').send({ signIn: name, password, code });

describe('a colleague', () => {
  test('joins by a link that works once, within a week, under a name of one’s own', async () => {
    const { body } = await server
      .call('post', '/invitations', { id: uuid(), name: 'Bo Fen', role: 'assistant' })
      .expect(201);
    const path = `/api${(body as { path: string }).path}`;
    expect((await server.http.get(path).expect(200)).body).toMatchObject({
      name: 'Bo Fen',
      role: 'assistant',
      isReset: false,
    });
    await server.http.post(path).send({ signIn: 'tester', password: 'long enough 2' }).expect(409);
    await server.http.post(path).send({ signIn: 'bo', password: 'short' }).expect(422);
    const tries = await Promise.all(
      [1, 2, 3].map(() => server.http.post(path).send({ signIn: 'bo', password: 'long enough 2' })),
    );
    expect(tries.map((t) => t.status).sort()).toEqual([201, 404, 404]);
    await server.http.get(path).expect(404);
    const { body: old } = await server
      .call('post', '/invitations', { id: uuid(), name: 'Late', role: 'owner' })
      .expect(201);
    await server.db.query("update invitations set expires_at = now() - interval '1 minute' where name = 'Late'");
    await server.http
      .post(`/api${(old as { path: string }).path}`)
      .send({ signIn: 'late', password: 'long enough 2' })
      .expect(404);
    const list = (await server.call('get', '/accounts').expect(200)).body as AccountsAnswer;
    expect(list.accounts.map((a) => [a.signIn, a.role])).toEqual([
      ['tester', 'owner'],
      ['bo', 'assistant'],
    ]);
    expect(list.invitations).toEqual([]);
  });
  test('is invited once where the answer was lost: the link that was seen works, the other does not', async () => {
    const invitation = { id: uuid(), name: 'Twice Asked', role: 'assistant' };
    const pathOf = async (): Promise<string> =>
      `/api${((await server.call('post', '/invitations', invitation).expect(201)).body as { path: string }).path}`;
    const [lost, seen] = [await pathOf(), await pathOf()];
    const { invitations } = (await server.call('get', '/accounts')).body as AccountsAnswer;
    expect(invitations.map((i) => i.name)).toEqual(['Twice Asked']);
    // Looked up in the table: a wrong link counts among the few tries that a client has.
    expect(await invitationByHash(server.db, tokenHash(lost.split('/').at(-1)!))).toBeUndefined();
    await server.http.post(seen).send({ signIn: 'twice', password: 'long enough 2' }).expect(201);
    await server.call('post', '/invitations', invitation).expect(409);
  });
  test('who leaves is signed out at once and named in what was done; the last owner stays', async () => {
    const cookie = await server.colleague('instructor', 'leaving');
    await server.call('get', '/today', undefined, cookie).expect(200);
    const { accounts } = (await server.call('get', '/accounts')).body as AccountsAnswer;
    const id = (name: string): string => accounts.find((a) => a.signIn === name)!.id;
    await server.call('patch', `/accounts/${id('leaving')}`, { isClosed: true }).expect(204);
    await server.call('get', '/today', undefined, cookie).expect(401);
    await signIn('leaving', 'long enough 2').expect(401);
    await server.call('patch', `/accounts/${id('leaving')}`, { isClosed: false }).expect(204);
    await signIn('leaving', 'long enough 2').expect(201);
    await server.call('patch', `/accounts/${id('tester')}`, { role: 'assistant' }).expect(409);
    await server.call('patch', `/accounts/${id('tester')}`, { isClosed: true }).expect(409);
    await server.call('get', '/accounts').expect(200);
  });
});

describe('roles', () => {
  test('every address that a role may not do answers 403 to it, before anything of it is read', async () => {
    const routes = routesOf(server);
    expect(routes.length).toBeGreaterThan(90);
    for (const role of ['assistant', 'instructor'] as const) {
      const cookie = await server.colleague(role, `role-${role}`);
      const wrong: string[] = [];
      for (const address of routes) {
        if (OPEN.some((o) => address.includes(o)) || address.endsWith('/events')) continue;
        const [method, path] = address.split(' ') as ['GET', string];
        // A request that signs its sender out would end the round.
        if (/sign-ins/.test(path)) continue;
        const res = await server.call(
          method.toLowerCase() as 'get',
          filledIn(path),
          method === 'GET' ? undefined : {},
          cookie,
        );
        const isRefused = res.status === 403 && (res.body as { code?: string }).code === 'not-your-role';
        if (isRefused === mayDo(role, address as Address)) wrong.push(`${role} ${address} ${res.status}`);
      }
      expect(wrong).toEqual([]);
    }
  });
  test('an assistant sees and logs: a block and its shots go in, a verdict and a plan do not', async () => {
    const cookie = await server.colleague('assistant', 'logger');
    const lessonId = await server.lesson(await server.student());
    const blockId = uuid();
    const block = { id: blockId, club: 'driver', withBall: true, condition: 'normal' };
    await server.call('post', `/lessons/${lessonId}/blocks`, block, cookie).expect(201);
    await server
      .call('post', `/blocks/${blockId}/shots`, { id: uuid(), values: { clubSpeedMps: 41 } }, cookie)
      .expect(201);
    await server.call('post', `/lessons/${lessonId}/verdict`, { id: uuid(), target: 'cast' }, cookie).expect(403);
    await server.call('post', `/lessons/${lessonId}/plan`, {}, cookie).expect(403);
    expect((await server.call('get', '/session', undefined, cookie)).body).toMatchObject({ role: 'assistant' });
  });
});

test('no address answers to nobody, to a made-up, an ended or another practice’s sign-in', async () => {
  const other = await server.otherPractice();
  const studentId = await server.student({ name: 'Only Ours' });
  const lessonId = await server.lesson(studentId);
  const blockId = await server.block(lessonId);
  const ended = await server.colleague('owner', 'ended');
  await server.call('delete', '/session', undefined, ended).expect(204);
  const leaks: string[] = [];
  let tried = 0;
  for (const address of routesOf(server)) {
    if (OPEN.some((o) => address.includes(o))) continue;
    const [method, path] = address.split(' ') as ['GET', string];
    const id = /^\/lessons/.test(path) ? lessonId : /^\/blocks/.test(path) ? blockId : studentId;
    for (const cookie of ['', 'maple_sign_in=made-up', ended, other]) {
      // Of another practice’s own: lists and settings, without an id of ours in the address.
      if (cookie === other && (!path.includes(':id') || path.endsWith('/events'))) continue;
      tried += 1;
      const res = await server.call(
        method.toLowerCase() as 'get',
        filledIn(path, id),
        method === 'GET' ? undefined : {},
        cookie,
      );
      // What lists nothing of ours says nothing: empty answers to another practice are no leak.
      const isEmpty =
        res.status < 400 &&
        !JSON.stringify(res.body).includes('Only Ours') &&
        ['[]', '{}', '{"lessons":[],"nextOffset":null}', '{"erased":0}', '{"motions":{},"grounds":{}}'].includes(
          JSON.stringify(res.body),
        );
      if (res.status < 400 && !isEmpty)
        leaks.push(`${address} ${cookie.slice(0, 20)} ${res.status} ${JSON.stringify(res.body)}`);
      if (cookie !== other && res.status !== 401) leaks.push(`${address} ${cookie.slice(0, 20)} ${res.status}`);
    }
  }
  expect(leaks).toEqual([]);
  expect(tried).toBeGreaterThan(300);
  await server.call('get', `/students/${studentId}`).expect(200);
});

describe('one’s own account', () => {
  test('a new password ends the other sign-ins and says so; a new sign-in ends none', async () => {
    const first = await server.colleague('instructor', 'own');
    const second = cookieIn(await signIn('own', 'long enough 2').expect(201));
    const account = (await server.call('get', '/account', undefined, first).expect(200)).body as AccountAnswer;
    expect(account.signIns.map((s) => s.isThis).sort()).toEqual([false, true]);
    await server
      .call('put', '/account/password', { current: 'wrong one here', next: 'another long 3' }, first)
      .expect(403);
    const changed = await server.call(
      'put',
      '/account/password',
      { current: 'long enough 2', next: 'another long 3' },
      first,
    );
    expect([changed.status, changed.body]).toEqual([200, { endedSignIns: 1 }]);
    await server.call('get', '/account', undefined, second).expect(401);
    await signIn('own', 'long enough 2').expect(401);
    const third = cookieIn(await signIn('own', 'another long 3').expect(201));
    const fourth = cookieIn(await signIn('own', 'another long 3').expect(201));
    const list = (await server.call('get', '/account', undefined, first)).body as AccountAnswer;
    // One by its place in the list, then all others at once; nobody else's.
    const stranger = (await server.call('get', '/account')).body as AccountAnswer;
    await server.call('delete', `/account/sign-ins/${stranger.signIns[0]!.id}`, undefined, first).expect(204);
    await server.call('get', '/account').expect(200);
    const theirs = list.signIns.filter((s) => !s.isThis);
    await server.call('delete', `/account/sign-ins/${theirs[0]!.id}`, undefined, first).expect(204);
    expect((await server.call('delete', '/account/sign-ins', undefined, first)).body).toEqual({ endedSignIns: 1 });
    for (const gone of [third, fourth]) await server.call('get', '/account', undefined, gone).expect(401);
    await server.call('get', '/account', undefined, first).expect(200);
  });
  test('a second factor is asked for after the password, and each code opens once', async () => {
    const cookie = await server.colleague('instructor', 'factor');
    const made = (await server.call('post', '/account/second-factor', {}, cookie).expect(200)).body as {
      secret: string;
    };
    // Steps counted from one moment: the next one may begin at any time in here.
    const began = Date.now();
    const code = (offset = 0): string =>
      new TOTP({ secret: Secret.fromBase32(made.secret) }).generate({ timestamp: began + offset * 30_000 });
    // Not in use before the first code is given.
    await signIn('factor', 'long enough 2').expect(201);
    await server.call('post', '/account/second-factor/confirm', { code: '000000' }, cookie).expect(422);
    await server.call('post', '/account/second-factor/confirm', { code: code() }, cookie).expect(204);
    expect((await signIn('factor', 'long enough 2').expect(401)).body).toMatchObject({ code: 'second-factor-needed' });
    expect((await signIn('factor', 'wrong password').expect(401)).body).toMatchObject({ code: 'wrong-sign-in' });
    await signIn('factor', 'long enough 2', code()).expect(401);
    await signIn('factor', 'long enough 2', code(1)).expect(201);
    await signIn('factor', 'long enough 2', code(1)).expect(401);
    await server.call('delete', '/account/second-factor', { password: 'not it at all' }, cookie).expect(403);
    await server.call('delete', '/account/second-factor', { password: 'long enough 2' }, cookie).expect(204);
  });
  test('an owner makes a link to reset a password; it works once and ends what was open', async () => {
    const cookie = await server.colleague('assistant', 'forgot');
    const { accounts } = (await server.call('get', '/accounts')).body as AccountsAnswer;
    const id = accounts.find((a) => a.signIn === 'forgot')!.id;
    const link = async (): Promise<string> =>
      `/api${((await server.call('post', `/accounts/${id}/reset-link`, {}).expect(201)).body as { path: string }).path}`;
    const earlier = await link();
    const path = await link();
    await server.http.get(earlier).expect(404);
    await server.http.post(path).send({ password: 'remembered now' }).expect(201);
    await server.call('get', '/today', undefined, cookie).expect(401);
    await server.http.post(path).send({ password: 'remembered now' }).expect(404);
  });
});

test('a password is reset by a command on the machine: the old one and all sign-ins end', async () => {
  const cookie = await server.colleague('instructor', 'lost');
  await expect(resetPassword(server.db, 'nobody', false)).rejects.toThrow(/There are: .*lost/);
  const { password, ended } = await resetPassword(server.db, 'LOST', true);
  expect(ended).toBe(1);
  await server.call('get', '/today', undefined, cookie).expect(401);
  await signIn('lost', 'long enough 2').expect(401);
  await signIn('lost', password).expect(201);
});

test('practice links end by themselves, are listed with their last use, and are withdrawn one by one', async () => {
  const studentId = await server.student({ name: 'Linked One' });
  const make = async (days?: number | null): Promise<string> =>
    `/api${((await server.call('post', `/students/${studentId}/practice-link`, days === undefined ? {} : { days }).expect(201)).body as { path: string }).path}`;
  const list = async (): Promise<PracticeLinkWire[]> =>
    ((await server.call('get', '/practice-links').expect(200)).body as PracticeLinkWire[]).filter(
      (l) => l.studentId === studentId,
    );
  const forEver = await make(null);
  expect((await list())[0]).toMatchObject({ expiresAt: null, usedAt: null, studentName: 'Linked One' });
  const short = await make(1);
  await server.http.get(forEver).expect(404);
  await server.http.get(short).expect(200);
  const [open] = await list();
  expect(open!.usedAt).not.toBeNull();
  expect(Date.parse(open!.expiresAt!) - Date.now()).toBeLessThan(86_400_000 + 1000);
  await server.db.query("update practice_links set expires_at = now() - interval '1 s' where id = $1", [open!.id]);
  await server.http.get(short).expect(404);
  expect(await list()).toEqual([]);
  const again = await make();
  await server.call('delete', `/practice-links/${(await list())[0]!.id}`).expect(204);
  await server.http.get(again).expect(404);
  await server.call('post', `/students/${studentId}/practice-link`, { days: 0 }).expect(422);
});

test('the devices’ key is changed on the page: the old one is refused at once', async () => {
  const old = server.feedKey;
  const hello = (key: string) =>
    server.http
      .post('/api/feed/hello')
      .set('X-Feed-Key', key)
      .set('Authorization', `Bearer ${key}`)
      .send({ deviceId: 'a', name: 'a' });
  const before = (await hello(old)).status;
  const { key } = (await server.call('post', '/feed-key', {}).expect(201)).body as { key: string };
  expect(before).toBe(200);
  expect((await hello(old)).status).toBe(401);
  expect((await hello(key)).status).toBe(200);
  expect(server.feedKey).toBe(key);
});

test('who opened, changed and took away what is kept, minors’ films by name; reads of the log are the owner’s', async () => {
  const cookie = await server.colleague('instructor', 'noted');
  const minor = await server.student({ name: 'Young One', birthYear: new Date().getFullYear() - 14 });
  await server.call('get', `/students/${minor}`, undefined, cookie).expect(200);
  await server.call('get', `/students/${minor}`, undefined, cookie).expect(200);
  const lessonId = await server.lesson(minor);
  await server.call('patch', `/lessons/${lessonId}`, { note: 'hello' }, cookie).expect(204);
  await server.call('get', `/students/${uuid()}`, undefined, cookie).expect(404);
  const log = async (): Promise<AuditPage> =>
    (await server.call('get', `/audit?student=${minor}`).expect(200)).body as AuditPage;
  const entries = (await log()).entries.filter((e) => e.who === 'Some instructor');
  expect(entries.map((e) => [e.action, e.thing, e.studentName]).sort()).toEqual([
    ['changed the lesson’s note', '', 'Young One'],
    ['opened', '', 'Young One'],
  ]);
  await server.call('get', '/audit', undefined, cookie).expect(403);
});

/** Addresses that answer without a sign-in. */
const OPEN = ['/setup', '/session', '/practice/', '/join/', '/feed/'];

interface Layer {
  readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> };
  readonly handle?: { readonly stack?: readonly Layer[] };
}
/** Every address that the server has, from its own routers. */
function routesOf({ app }: TestServer): string[] {
  const walk = (layers: readonly Layer[]): string[] =>
    layers.flatMap(({ route, handle }) =>
      route
        ? Object.keys(route.methods).map((m) => `${m.toUpperCase()} ${route.path}`)
        : handle?.stack
          ? walk(handle.stack)
          : [],
    );
  return [...new Set(walk((app.router as unknown as { stack: Layer[] }).stack))].filter((a) => !a.includes('{*path}'));
}
const filledIn = (path: string, id: string = uuid()): string =>
  path
    .replace(':id', id)
    .replace(':sign', 'sway')
    .replace(':name', 'practice-2026-01-01T000000Z.zip')
    .replace(':token', 'x');
