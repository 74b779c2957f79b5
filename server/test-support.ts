import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import supertest from 'supertest';
import { createApp } from './app.ts';
import type { Db } from './db/connection.ts';
import { ContentStore } from './content/content-store.ts';
import { testDatabase } from './test-databases.ts';
import { inlineWork } from './work/inline.ts';

/** A folder of its own for the original files of one test server. */
export const temporaryFolder = (): string => mkdtempSync(join(tmpdir(), 'maple-media-'));

export const uuid = (): string => crypto.randomUUID();

/** One server on a real PGlite in memory, with a signed-in instructor. */
export class TestServer {
  readonly db: Db;
  readonly content = new ContentStore(temporaryFolder());
  /** Queries that were run, and bytes of the rows that they brought, since the last `count`. */
  private queries = 0;
  private bytes = 0;
  readonly http: ReturnType<typeof supertest>;
  readonly app: ReturnType<typeof createApp>['app'];
  feedKey = '';
  cookie = '';

  private constructor(db: Db) {
    this.db = db;
    const { app } = createApp({
      db: this.counted(db),
      log: pino({ level: process.env.TEST_LOG ?? 'silent' }),
      work: inlineWork,
      content: this.content,
      onFeedKey: (_, key) => (this.feedKey = key),
    });
    this.app = app;
    this.http = supertest(app);
  }

  /** What the database answers instead of a query, as a machine in trouble does. */
  fault: (sql: string) => Error | undefined = () => undefined;

  private counted(db: Db): Db {
    return {
      ...db,
      query: async (sql, parameters) => {
        const fault = this.fault(sql);
        if (fault) throw fault;
        const rows = await db.query(sql, parameters);
        // What the log of who did what asks, once an hour for the same thing, is not the page's.
        if (/into audit|as student from/.test(sql)) return rows as never;
        this.queries += 1;
        this.bytes += JSON.stringify(rows).length;
        return rows as never;
      },
      transaction: (work) => db.transaction((tx) => work(this.counted(tx))),
    };
  }

  /** What one request costs the database. */
  async count(path: string): Promise<{ queries: number; bytes: number }> {
    this.queries = 0;
    this.bytes = 0;
    await this.call('get', path).expect(200);
    return { queries: this.queries, bytes: this.bytes };
  }

  static async open(): Promise<TestServer> {
    return new TestServer(await testDatabase());
  }

  /** First-run account; the cookie of its sign-in is kept. */
  async setUp(): Promise<void> {
    const res = await this.http
      .post('/api/setup')
      .send({ practiceName: 'Test range', name: 'Tester', signIn: 'tester', password: 'long enough 1' });
    this.cookie = (res.headers['set-cookie'] as unknown as string[])[0]!.split(';')[0]!;
  }

  /** A second practice straight in the database: the first-run page makes only one. @returns its sign-in cookie */
  async otherPractice(): Promise<string> {
    const { hashPassword } = await import('./http/secrets.ts');
    const { insertInstructor, insertPractice } = await import('./rows/accounts.ts');
    const practiceId = uuid();
    const { salt, hash } = await hashPassword('another long one');
    await insertPractice(this.db, practiceId, 'Other range', 'x');
    await insertInstructor(this.db, { id: uuid(), practiceId, name: 'Other', signIn: 'other', salt, hash });
    const res = await this.http.post('/api/session').send({ signIn: 'other', password: 'another long one' });
    return (res.headers['set-cookie'] as unknown as string[])[0]!.split(';')[0]!;
  }

  /** Somebody invited into the test practice, signed in. */
  async colleague(role: 'owner' | 'instructor' | 'assistant', signIn: string = role): Promise<string> {
    const { body } = await this.call('post', '/invitations', { id: uuid(), name: `Some ${role}`, role }).expect(201);
    const res = await this.http
      .post(`/api${(body as { path: string }).path}`)
      .send({ signIn, password: 'long enough 2' })
      .expect(201);
    return (res.headers['set-cookie'] as unknown as string[])[0]!.split(';')[0]!;
  }

  call(method: 'get' | 'post' | 'put' | 'patch' | 'delete', path: string, body?: unknown, cookie = this.cookie) {
    const req = this.http[method](`/api${path}`).set('Cookie', cookie);
    return body === undefined ? req : req.send(body as object);
  }

  uploadBytes(path: string, bytes: Uint8Array, cookie = this.cookie) {
    const req = this.http.post(`/api${path}`).set('Cookie', cookie).set('Content-Type', 'application/octet-stream');
    return req.send(Buffer.from(bytes));
  }

  /** A whole video in one piece, as the page sends it. */
  async video(lessonId: string, bytes: Uint8Array, change: Record<string, unknown> = {}) {
    const id = uuid();
    await this.call('post', `/lessons/${lessonId}/videos`, {
      id,
      fileName: 'swing.mp4',
      sizeBytes: bytes.length,
      view: 'face-on',
      ...change,
    }).expect(201);
    await this.uploadBytes(`/videos/${id}/pieces?from=0`, bytes).expect(200);
    return { id, done: await this.call('post', `/videos/${id}/done`) };
  }

  upload(path: string, text: string, cookie = this.cookie) {
    return this.http.post(`/api${path}`).set('Cookie', cookie).set('Content-Type', 'text/csv').send(text);
  }

  async student(change: Record<string, unknown> = {}): Promise<string> {
    const id = uuid();
    await this.call('put', `/students/${id}`, {
      name: 'Ada Birch',
      handedness: 'right',
      birthYear: 1985,
      level: 'club',
      goalKind: 'gain',
      kit: ['driver', 'iron', 'club', 'racket', 'light stick'],
      places: ['range', 'garden'],
      ...change,
    }).expect(200);
    return id;
  }

  async lesson(studentId: string, daysAgo = 0): Promise<string> {
    const id = uuid();
    const startsAt = new Date(Date.now() - daysAgo * 86_400_000).toISOString();
    await this.call('post', `/students/${studentId}/lessons`, { id, startsAt }).expect(201);
    return id;
  }

  async block(lessonId: string, change: Record<string, unknown> = {}): Promise<string> {
    const id = uuid();
    await this.call('post', `/lessons/${lessonId}/blocks`, {
      id,
      club: 'driver',
      withBall: true,
      condition: 'normal',
      ...change,
    }).expect(201);
    return id;
  }

  /** Shots at these speeds, in mph, into a block; each file another one, since a student's second copy is refused. */
  async shots(blockId: string, mph: readonly number[]): Promise<void> {
    const id = uuid();
    const csv = ['club,club_speed_mph,file', ...mph.map((v) => `driver,${v},${id}`)].join('\n');
    await this.upload(`/blocks/${blockId}/imports/shots?id=${id}&name=${id}.csv`, csv).expect(201);
  }
}
