import type { RemovalWire } from '../api/types.ts';
import { forgetRemovals } from './records/removals.ts';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { LessonAnswer } from '../api/types.ts';
import { SOUND_BODY } from '../stand-ins/camera/body.ts';
import { PLAIN_CAMERA, recordVideo } from '../stand-ins/camera/record-video.ts';
import { playerSwing } from '../core/swing/player.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
let film: Uint8Array;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
  const body = playerSwing({ sex: 'male', heightM: 1.78, massKg: 78, strength: 0.65 });
  film = (await recordVideo(body, SOUND_BODY, { ...PLAIN_CAMERA, widthPx: 160, heightPx: 120, fps: 30 })).mp4;
});
afterAll(() => server.db.close());

const year = new Date().getFullYear();
const filesOf = async (): Promise<string[]> => (await server.content.list()).map((f) => f.name);

describe('films of who may be under age', () => {
  test('in the year of the eighteenth birthday the birth date or a consent decides', async () => {
    const open = { birthYear: year - 18 };
    const refused = (await server
      .video(await server.lesson(await server.student(open)), film)
      .catch((e: Error) => e)) as Error;
    expect(refused.message).toContain('403');
    const adult = await server.student({ ...open, birthDate: `${year - 18}-01-01` });
    expect((await server.video(await server.lesson(adult), film)).done.status).toBe(200);
    const child = await server.student({ ...open, birthDate: `${year - 18}-12-31` });
    const lesson = await server.lesson(child);
    const announce = { id: uuid(), fileName: 'a.mp4', sizeBytes: film.length, view: 'face-on' };
    const isBirthday = new Date().toISOString().slice(5, 10) === '12-31';
    await server.call('post', `/lessons/${lesson}/videos`, announce).expect(isBirthday ? 201 : 403);
    const wrong = {
      name: 'A',
      handedness: 'right',
      level: 'club',
      goalKind: 'gain',
      birthYear: 2001,
      birthDate: '2002-01-01',
    };
    await server.call('put', `/students/${adult}`, wrong).expect(422);
  });
  test('a consent that is withdrawn closes the films; they can be erased', async () => {
    const minor = { birthYear: year - 15, guardianName: 'A guardian' };
    const id = await server.student({ ...minor, guardianConsentOn: '2026-01-02' });
    const lesson = await server.lesson(id);
    const { id: videoId, done } = await server.video(lesson, film);
    expect(done.status).toBe(200);
    await server.call('get', `/videos/${videoId}/file`).expect(200);
    const who = { name: 'Ada Birch', handedness: 'right', level: 'club', goalKind: 'gain', ...minor };
    await server.call('put', `/students/${id}`, who).expect(200);
    for (const path of [`/videos/${videoId}`, `/videos/${videoId}/file`])
      expect((await server.call('get', path).expect(403)).body).toMatchObject({ code: 'no-consent' });
    expect(((await server.call('get', `/lessons/${lesson}`)).body as LessonAnswer).mayFilm).toBe(false);
    const { body } = await server.call('delete', `/students/${id}/videos`).expect(200);
    expect(body).toEqual({ erased: 1 });
    expect(((await server.call('get', `/lessons/${lesson}`)).body as LessonAnswer).videos).toEqual([]);
  });
});

describe('one film at once in several places', () => {
  test('told done three times at once it is read once', async () => {
    const lesson = await server.lesson(await server.student());
    const id = uuid();
    await server
      .call('post', `/lessons/${lesson}/videos`, { id, fileName: 'a.mp4', sizeBytes: film.length, view: 'face-on' })
      .expect(201);
    await server.uploadBytes(`/videos/${id}/pieces?from=0`, film).expect(200);
    const answers = await Promise.all([0, 1, 2].map(() => server.call('post', `/videos/${id}/done`)));
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200]);
  });
  /** A day goes by: what was removed does not come back any more. */
  const aDayLater = async (): Promise<void> => {
    await server.db.query(`update removals set at = at - interval '25 hours'`);
    await forgetRemovals(server);
  };
  test('a removed one keeps its file for a day, and comes back with it', async () => {
    const { id } = await server.video(await server.lesson(await server.student()), film);
    await server.call('delete', `/videos/${id}`).expect(204);
    await server.call('get', `/videos/${id}/file`).expect(404);
    const removed = ((await server.call('get', '/removals').expect(200)).body as RemovalWire[]).find(
      (r) => r.kind === 'film',
    )!;
    await server.call('post', `/removals/${removed.id}/restore`, {}).expect(200);
    await server.call('get', `/videos/${id}/file`).expect(200);
    await server.call('delete', `/videos/${id}`).expect(204);
  });
  test('giving one up while another of the same bytes is finished never takes its file', async () => {
    for (let round = 0; round < 12; round++) {
      // A byte at the end that no player reads makes each round's file another.
      const bytes = Uint8Array.from([...film, 0, 0, 0, 9, 102, 114, 101, 101, 100 + round]);
      const first = await server.video(await server.lesson(await server.student()), bytes);
      const lesson = await server.lesson(await server.student());
      const id = uuid();
      const announce = { id, fileName: 'b.mp4', sizeBytes: bytes.length, view: 'face-on' };
      await server.call('post', `/lessons/${lesson}/videos`, announce).expect(201);
      await server.uploadBytes(`/videos/${id}/pieces?from=0`, bytes).expect(200);
      await server.call('delete', `/videos/${first.id}`).expect(204);
      const [done] = await Promise.all([server.call('post', `/videos/${id}/done`), aDayLater()]);
      expect(done.status).toBe(200);
      await server.call('get', `/videos/${id}/file`).expect(200);
      await server.call('delete', `/videos/${id}`).expect(204);
      await aDayLater();
      expect(await filesOf()).not.toContain((done.body as { sha256: string }).sha256);
    }
  });
});

describe('how a film is served', () => {
  test('as what it is, asked for anew each time, and not beyond its end', async () => {
    const { id } = await server.video(await server.lesson(await server.student()), film, {
      fileName: 'really-mp4.webm',
    });
    const res = await server.call('get', `/videos/${id}/file`).expect(200);
    expect(res.headers['content-type']).toBe('video/mp4');
    expect(res.headers['cache-control']).toBe('private, no-cache');
    expect((await server.call('get', `/videos/${id}/file`).set('Range', 'bytes=99999999-')).status).toBe(416);
    expect((await server.call('get', `/videos/${id}/file`).set('If-Match', '"other"')).status).toBe(412);
    expect(
      (await server.call('get', `/videos/${id}/file`).set('If-None-Match', res.headers['etag'] as string)).status,
    ).toBe(304);
    await server.content.drop((await server.call('get', `/videos/${id}`)).body.sha256 as string);
    expect((await server.call('get', `/videos/${id}/file`).expect(410)).body).toMatchObject({
      code: 'content-missing',
    });
  });
  test('a picture of absurd size is refused', async () => {
    const png = Buffer.from(
      '89504e470d0a1a0a0000000d49484452000186a0000186a00806000000' + '00000000' + '0000000049454e44ae426082',
      'hex',
    );
    const lesson = await server.lesson(await server.student());
    const { done } = await server.video(lesson, png, { fileName: 'huge.png' });
    expect(done.status).toBe(422);
    expect((done.body as { detail: string }).detail).toContain('100000 × 100000 px');
  });
});
