import { createServer, get, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { pino } from 'pino';
import supertest from 'supertest';
import { writeCsv } from '../core/formats/write-csv.ts';
import { createApp } from './app.ts';
import { ContentStore } from './content/content-store.ts';
import type { Db } from './db/connection.ts';
import { testDatabase } from './test-databases.ts';
import { temporaryFolder } from './test-support.ts';
import { inlineWork } from './work/inline.ts';

const account = { practiceName: 'P', name: 'N', signIn: 'n', password: 'long enough 1' };
let db: Db;
beforeAll(async () => {
  db = await testDatabase();
});
afterAll(() => db.close());
const appOf = (more: { behindProxy?: boolean; setupCode?: string }) =>
  createApp({
    db,
    log: pino({ level: 'silent' }),
    work: inlineWork,
    content: new ContentStore(temporaryFolder()),
    ...more,
  }).app;
const cookieOf = (res: supertest.Response): string => String(res.headers['set-cookie']);

describe('the first account', () => {
  test('is made only with the code of who started the program', async () => {
    const http = supertest(appOf({ setupCode: 'ABCD2345' }));
    expect((await http.get('/api/setup')).body).toEqual({ needsAccount: true, needsCode: true });
    for (const setupCode of [undefined, '', 'ABCD2346'])
      expect((await http.post('/api/setup').send({ ...account, setupCode })).status).toBe(403);
    expect((await http.post('/api/setup').send({ ...account, setupCode: ' abcd2345 ' })).status).toBe(201);
  });
});

describe('behind a proxy', () => {
  const signIn = (http: ReturnType<typeof supertest>, from: string, password: string) =>
    http
      .post('/api/session')
      .set('X-Forwarded-Proto', 'https')
      .set('X-Forwarded-For', from)
      .send({ signIn: 'n', password });
  test('the cookie is for HTTPS alone, and one client’s wrong tries do not lock another out', async () => {
    const http = supertest(appOf({ behindProxy: true }));
    expect(cookieOf(await signIn(http, '203.0.113.1', account.password))).toContain('Secure');
    for (let i = 0; i < 12; i++) await signIn(http, '203.0.113.9', 'wrong');
    expect((await signIn(http, '203.0.113.9', account.password)).status).toBe(429);
    expect((await signIn(http, '203.0.113.1', account.password)).status).toBe(201);
  });
  test('without a proxy, nobody’s word is taken for where they come from', async () => {
    const http = supertest(appOf({}));
    expect(cookieOf(await signIn(http, '203.0.113.1', account.password))).not.toContain('Secure');
    for (let i = 0; i < 12; i++) await signIn(http, `203.0.113.${i}`, 'wrong');
    expect((await signIn(http, '203.0.113.99', 'wrong')).status).toBe(429);
  });
});

describe('a sign-in that ends', () => {
  let server: Server;
  afterAll(() => void server.close());
  test('ends its event stream, and no other’s', async () => {
    const app = appOf({});
    server = createServer(app);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as AddressInfo;
    const http = supertest(app);
    const sign = async (): Promise<string> =>
      cookieOf(await http.post('/api/session').send({ signIn: 'n', password: account.password })).split(';')[0]!;
    const [mine, theirs] = [await sign(), await sign()];
    const stream = (cookie: string) =>
      new Promise<{ ended: () => boolean; end: Promise<void>; close: () => void }>((resolve) => {
        const req = get({ port, path: '/api/events', headers: { cookie } }, (res) => {
          let over = false;
          const end = new Promise<void>((done) => res.on('end', done)).then(() => void (over = true));
          res.resume();
          resolve({ ended: () => over, end, close: () => req.destroy() });
        });
        req.on('error', () => undefined);
      });
    const [a, b] = [await stream(mine), await stream(theirs)];
    await http.delete('/api/session').set('Cookie', mine).expect(204);
    await a.end;
    expect(b.ended()).toBe(false);
    b.close();
  });
});

test('cells that a table program would run are text; numbers stay numbers', () => {
  const csv = writeCsv(
    ['name', 'v'],
    [
      ['=1+1', -4],
      ['@sum', '-4.5'],
      ['+x', '+3'],
      ['-cmd', 'plain'],
    ],
  );
  expect(csv.split('\n').slice(1, 5)).toEqual([`"'=1+1",-4`, `"'@sum",-4.5`, `"'+x",+3`, `"'-cmd",plain`]);
});
