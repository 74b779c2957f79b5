import { tuple } from '../core/numeric/tuple.ts';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { LessonAnswer, StudentAnswer } from '../api/types.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
});
afterAll(() => server.db.close());

describe('accounts', () => {
  test('an empty practice asks for an account, makes it once, and signs in', async () => {
    expect((await server.http.get('/api/setup')).body).toEqual({ needsAccount: true, needsCode: false });
    await server.http
      .post('/api/setup')
      .send({ practiceName: 'P', name: 'N', signIn: 's', password: 'short' })
      .expect(422);
    await server.setUp();
    expect((await server.http.get('/api/setup')).body).toEqual({ needsAccount: false, needsCode: false });
    const again = await server.http
      .post('/api/setup')
      .send({ practiceName: 'P', name: 'N', signIn: 's', password: 'long enough 2' });
    expect(again.status).toBe(409);
    expect(again.headers['content-type']).toContain('application/problem+json');
    expect((await server.call('get', '/session')).body).toMatchObject({
      name: 'Tester',
      practiceName: 'Test range',
      settings: { speedUnit: 'mph' },
    });
  });
  test('the cookie is HttpOnly and SameSite; only its fingerprint is stored', async () => {
    const res = await server.http
      .post('/api/session')
      .send({ signIn: 'TESTER', password: 'long enough 1' })
      .expect(201);
    const cookie = (res.headers['set-cookie'] as unknown as string[])[0]!;
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    const token = /maple_sign_in=([^;]+)/.exec(cookie)?.[1] ?? '';
    const stored = await server.db.query<{ token_hash: string }>('select token_hash from sign_ins');
    expect(stored.map((r) => r.token_hash)).not.toContain(token);
    const [{ password_hash }] = tuple(
      1,
      await server.db.query<{ password_hash: string }>('select password_hash from instructors'),
    );
    expect(password_hash).not.toContain('long enough');
  });
  test('a wrong password and an unknown name get the same answer', async () => {
    const wrong = await server.http.post('/api/session').send({ signIn: 'tester', password: 'not it at all' });
    const unknown = await server.http.post('/api/session').send({ signIn: 'nobody', password: 'not it at all' });
    expect([wrong.status, unknown.status]).toEqual([401, 401]);
    expect(wrong.body).toEqual(unknown.body);
  });
  test('without a sign-in nothing is answered, and signing out ends it', async () => {
    for (const path of ['/students', '/today', '/session', `/lessons/${uuid()}`])
      await server.http.get(`/api${path}`).expect(401);
    const res = await server.http.post('/api/session').send({ signIn: 'tester', password: 'long enough 1' });
    const cookie = (res.headers['set-cookie'] as unknown as string[])[0]!.split(';')[0];
    await server.call('get', '/session', undefined, cookie).expect(200);
    await server.call('delete', '/session', undefined, cookie).expect(204);
    await server.call('get', '/session', undefined, cookie).expect(401);
  });
  test('a write from another origin is refused', async () => {
    const id = uuid();
    const res = await server.http
      .put(`/api/students/${id}`)
      .set('Cookie', server.cookie)
      .set('Origin', 'http://elsewhere.example')
      .send({ name: 'X' });
    expect(res.status).toBe(403);
    expect(res.body.code).toBe('foreign-origin');
    await server.http
      .post('/api/session')
      .set('Sec-Fetch-Site', 'cross-site')
      .send({ signIn: 'a', password: 'b' })
      .expect(403);
  });
  test('settings are kept', async () => {
    await server
      .call('put', '/settings', { speedUnit: 'm/s', distanceUnit: 'm', theme: 'bay', smallestGainMps: 0.5 })
      .expect(200);
    expect((await server.call('get', '/session')).body.settings).toMatchObject({ speedUnit: 'm/s', theme: 'bay' });
    await server.call('put', '/settings', { theme: 'pink' }).expect(422);
    await server.call('put', '/settings', {}).expect(200);
  });
  test('headers keep the page to itself', async () => {
    const { headers } = await server.http.get('/api/setup');
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    expect(headers['content-security-policy']).not.toContain('upgrade-insecure-requests');
    expect(headers['x-powered-by']).toBeUndefined();
    expect(headers['cache-control']).toBe('no-store');
  });
});

describe('students', () => {
  test('are added, edited, found by name, and bad fields are named', async () => {
    const id = await server.student({ name: 'Quill Marsh', heightM: 1.8, massKg: 80, goalDate: '2027-04-03' });
    await server.student({ name: 'Quill Reed' });
    const found = await server.call('get', '/students?search=quill%20m');
    expect(found.body.students.map((s: { name: string }) => s.name)).toEqual(['Quill Marsh']);
    const { body } = await server.call('get', `/students/${id}`);
    expect((body as StudentAnswer).student).toMatchObject({
      name: 'Quill Marsh',
      heightM: 1.8,
      goalDate: '2027-04-03',
      sessionsPerWeek: 3,
    });
    const bad = await server.call('put', `/students/${uuid()}`, {
      name: 'X',
      handedness: 'both',
      birthYear: 1990,
      level: 'club',
      goalKind: 'gain',
    });
    expect(bad.status).toBe(422);
    expect(bad.body).toMatchObject({ code: 'bad-field', where: 'handedness' });
    await server
      .call('put', `/students/${id}`, {
        name: '',
        handedness: 'right',
        birthYear: 1990,
        level: 'club',
        goalKind: 'gain',
      })
      .expect(422);
    await server.call('get', '/students/not-an-id').expect(404);
  });
  test('a name that looks like code is a name', async () => {
    const name = `Robin'); drop table students; -- <b>é</b>`;
    const id = await server.student({ name });
    expect((await server.call('get', `/students/${id}`)).body.student.name).toBe(name);
  });
  test('the list is paged', async () => {
    for (let i = 0; i < 31; i++) await server.student({ name: `Page ${String(i).padStart(2, '0')}` });
    const first = await server.call('get', '/students?search=page');
    expect(first.body.students).toHaveLength(30);
    const second = await server.call('get', `/students?search=page&offset=${first.body.nextOffset}`);
    expect(second.body).toMatchObject({ nextOffset: null });
    expect(second.body.students).toHaveLength(1);
  });
  test('a screen is kept with both sides, in degrees again', async () => {
    const id = await server.student();
    const screen = {
      id: uuid(),
      takenOn: '2026-03-01',
      trunkTurnLeadDeg: 48.5,
      trunkTurnTrailDeg: 36,
      balanceLeadS: 12,
      heelRaises: 9,
    };
    await server.call('post', `/students/${id}/screens`, screen).expect(201);
    await server.call('post', `/students/${id}/screens`, screen).expect(201);
    const { body } = await server.call('get', `/students/${id}`);
    expect(body.screens).toHaveLength(1);
    expect(body.screens[0]).toMatchObject({
      trunkTurnLeadDeg: 48.5,
      trunkTurnTrailDeg: 36,
      toeExtensionLeadDeg: null,
      heelRaises: 9,
    });
    await server.call('post', `/students/${id}/screens`, { ...screen, id: uuid(), trunkTurnLeadDeg: 400 }).expect(422);
  });
});

describe('every row belongs to a practice', () => {
  test('another practice sees and changes nothing of it', async () => {
    const studentId = await server.student({ name: 'Hidden Oak' });
    const lessonId = await server.lesson(studentId);
    const blockId = await server.block(lessonId);
    await server.shots(blockId, [90]);
    const shotId = ((await server.call('get', `/lessons/${lessonId}`)).body as LessonAnswer).blocks[0]!.shots[0]!.id;
    const other = await server.otherPractice();
    expect((await server.call('get', '/students?search=hidden', undefined, other)).body.students).toEqual([]);
    for (const path of [
      `/students/${studentId}`,
      `/lessons/${lessonId}`,
      `/lessons/${lessonId}/ledger`,
      `/lessons/${lessonId}/review`,
      `/lessons/${lessonId}/prescribe`,
    ]) {
      await server.call('get', path, undefined, other).expect(404);
    }
    await server
      .call(
        'put',
        `/students/${studentId}`,
        { name: 'Taken', handedness: 'right', birthYear: 1990, level: 'club', goalKind: 'gain' },
        other,
      )
      .expect(404);
    await server
      .call('post', `/students/${studentId}/lessons`, { id: uuid(), startsAt: new Date().toISOString() }, other)
      .expect(404);
    await server
      .call(
        'post',
        `/lessons/${lessonId}/blocks`,
        { id: uuid(), club: 'driver', withBall: true, condition: 'normal' },
        other,
      )
      .expect(404);
    await server
      .call('post', `/blocks/${blockId}/shots`, { id: uuid(), values: { clubSpeedMps: 40 } }, other)
      .expect(404);
    await server.call('patch', `/shots/${shotId}`, { reason: 'mine' }, other).expect(404);
    await server.call('post', `/students/${studentId}/practice-link`, {}, other).expect(404);
    await server
      .upload(`/blocks/${blockId}/imports/shots?id=${uuid()}`, 'club,club_speed_mph\ndriver,90\n', other)
      .expect(404);
    const { body } = await server.call('get', `/students/${studentId}`);
    expect(body.student.name).toBe('Hidden Oak');
    expect(body.lessons).toHaveLength(1);
  });
});
