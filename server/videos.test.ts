import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createHash } from 'node:crypto';
import { writePointsFile } from '../api/points-file.ts';
import type { LedgerAnswer, LessonAnswer } from '../api/types.ts';
import type { VideoAnswer } from '../api/capture-types.ts';
import { SOUND_BODY } from '../stand-ins/camera/body.ts';
import { marksOfTruth } from '../stand-ins/camera/marks-of-truth.ts';
import { PLAIN_CAMERA, recordVideo, type VideoTruth } from '../stand-ins/camera/record-video.ts';
import { playerSwing } from '../core/swing/player.ts';
import { NO_MARKS } from '../core/picture/marks.ts';
import { measurePicture } from '../core/picture/picture-measures.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
let film: { mp4: Uint8Array; truth: VideoTruth };
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
  film = await recordVideo(
    playerSwing({ sex: 'male', heightM: 1.78, massKg: 78, strength: 0.65 }),
    { ...SOUND_BODY, hipDepthLostM: 0.08 },
    { ...PLAIN_CAMERA, view: 'down-the-line', widthPx: 240, heightPx: 240, fps: 30 },
  );
});
afterAll(() => server.db.close());

/** The same film made another file by a byte at its end that no player reads. */
const copyOf = (n: number): Uint8Array => Uint8Array.from([...film.mp4, 0, 0, 0, 9, 102, 114, 101, 101, n]);

describe('videos', () => {
  test('stored as given, with its hash and true frame times, and played in parts', async () => {
    const lesson = await server.lesson(await server.student());
    const { id, done } = await server.video(lesson, film.mp4);
    expect(done.status).toBe(200);
    const video = done.body as VideoAnswer;
    expect(video.sha256).toBe(createHash('sha256').update(film.mp4).digest('hex'));
    expect(video.frameTimesS).toHaveLength(film.truth.frameTimesS.length);
    const whole = await server.call('get', `/videos/${id}/file`).responseType('blob');
    expect(Buffer.compare(whole.body as Buffer, Buffer.from(film.mp4))).toBe(0);
    const part = await server.call('get', `/videos/${id}/file`).set('Range', 'bytes=10-19').responseType('blob');
    expect(part.status).toBe(206);
    expect(Buffer.compare(part.body as Buffer, Buffer.from(film.mp4.subarray(10, 20)))).toBe(0);
    const answer = (await server.call('get', `/lessons/${lesson}`)).body as LessonAnswer;
    expect(answer.videos).toHaveLength(1);
    expect(answer.videos[0]).toMatchObject({ id, view: 'face-on', frames: film.truth.frameTimesS.length });
  });

  test('a broken upload goes on where it stopped; a repeated piece changes nothing', async () => {
    const lesson = await server.lesson(await server.student());
    const id = uuid();
    const bytes = copyOf(1);
    const announce = { id, fileName: 'a.mp4', sizeBytes: bytes.length, view: 'face-on' };
    await server.call('post', `/lessons/${lesson}/videos`, announce).expect(201);
    const half = Math.floor(bytes.length / 2);
    const first = () => server.uploadBytes(`/videos/${id}/pieces?from=0`, bytes.subarray(0, half)).expect(200);
    await Promise.all([first(), first()]);
    await server.call('post', `/videos/${id}/done`).expect(409);
    const again = await server.call('post', `/lessons/${lesson}/videos`, announce).expect(201);
    expect((again.body as { receivedBytes: number }).receivedBytes).toBe(half);
    await server.uploadBytes(`/videos/${id}/pieces?from=${half}`, bytes.subarray(half)).expect(200);
    const done = await server.call('post', `/videos/${id}/done`).expect(200);
    expect((done.body as VideoAnswer).sha256).toBe(createHash('sha256').update(bytes).digest('hex'));
    await server.call('post', `/videos/${id}/done`).expect(200);
  });

  test('the same video twice is recognised; a copy stays away', async () => {
    const lesson = await server.lesson(await server.student());
    await server.video(lesson, copyOf(2));
    const { id, done } = await server.video(lesson, copyOf(2));
    expect(done.status).toBe(409);
    expect((done.body as { code: string }).code).toBe('already-here');
    await server.call('get', `/videos/${id}`).expect(404);
    const answer = (await server.call('get', `/lessons/${lesson}`)).body as LessonAnswer;
    expect(answer.videos).toHaveLength(1);
  });

  test('a minor is not filmed without consent', async () => {
    const minor = { birthYear: new Date().getFullYear() - 15, guardianName: 'A guardian' };
    const lesson = await server.lesson(await server.student(minor));
    const body = { id: uuid(), fileName: 'a.mp4', sizeBytes: 100, view: 'face-on', source: 'camera' };
    const refused = await server.call('post', `/lessons/${lesson}/videos`, body).expect(403);
    expect((refused.body as { detail: string }).detail).toContain('guardian’s consent');
    const with_ = await server.lesson(await server.student({ ...minor, guardianConsentOn: '2026-01-02' }));
    await server.call('post', `/lessons/${with_}/videos`, { ...body, id: uuid() }).expect(201);
  });

  test.each([
    ['4 GB', 4 * 1024 ** 3, 413, '600 MB'],
    ['no size', 0, 422, ''],
  ])('%s is refused before a byte is sent', async (_name, sizeBytes, status, word) => {
    const lesson = await server.lesson(await server.student());
    const body = { id: uuid(), fileName: 'long.mp4', sizeBytes, view: 'face-on' };
    const refused = await server.call('post', `/lessons/${lesson}/videos`, body).expect(status);
    expect((refused.body as { detail: string }).detail).toContain(word);
  });

  test.each([
    ['text', new TextEncoder().encode('no video at all, just words and more words'), 'cannot be read as a video'],
    ['a cut index', new Uint8Array([0, 0, 0, 8, 102, 116, 121, 112]), 'cannot be read as a video'],
  ])('%s under the name of a video is refused and nothing stays', async (_name, bytes, word) => {
    const lesson = await server.lesson(await server.student());
    const { id, done } = await server.video(lesson, bytes);
    expect(done.status).toBe(422);
    expect((done.body as { detail: string }).detail).toContain(word);
    await server.call('get', `/videos/${id}`).expect(404);
  });

  test('a video whose end is broken is kept as far as it goes', async () => {
    const lesson = await server.lesson(await server.student());
    const { done } = await server.video(lesson, film.mp4.subarray(0, Math.floor(film.mp4.length * 0.7)));
    expect(done.status).toBe(200);
    expect((done.body as VideoAnswer).warnings[0]).toContain('end of the file is missing');
  });

  test('marks give the core’s own measures, become findings with their frame, and leave with the video', async () => {
    const lesson = await server.lesson(await server.student({ heightM: 1.78 }));
    const { id } = await server.video(lesson, copyOf(3), { view: 'down-the-line' });
    const marks = marksOfTruth(film.truth);
    const saved = await server.call('put', `/videos/${id}/marks`, { view: 'down-the-line', marks }).expect(200);
    const { measures } = saved.body as VideoAnswer;
    const own = measurePicture({
      view: 'down-the-line',
      handedness: 'right',
      widthPx: 240,
      heightPx: 240,
      frameTimesS: (saved.body as VideoAnswer).frameTimesS,
      marks,
      heightM: 1.78,
    });
    expect(measures).toEqual(JSON.parse(JSON.stringify(own)));
    const ledger = (await server.call('get', `/lessons/${lesson}/ledger`)).body as LedgerAnswer;
    const found = ledger.findings.find((f) => f.id.startsWith('hip-depth-lost'));
    expect(found?.value).toBeGreaterThan(5);
    expect(found?.source).toMatchObject({ kind: 'picture', id: `${id}@${marks.checkpoints.delivery?.frame}` });
    expect(found?.logOdds).toBeGreaterThan(0.5);
    await server.call('delete', `/videos/${id}`).expect(204);
    const after = (await server.call('get', `/lessons/${lesson}/ledger`)).body as LedgerAnswer;
    expect(after.findings.filter((f) => f.source.kind === 'picture')).toEqual([]);
  });

  test('marks beyond the video, or of an unknown kind, are refused', async () => {
    const lesson = await server.lesson(await server.student());
    const { id } = await server.video(lesson, copyOf(4));
    const put = (marks: unknown) => server.call('put', `/videos/${id}/marks`, { view: 'face-on', marks });
    await put({ ...NO_MARKS, checkpoints: { top: { frame: 9999, source: 'picked' } } }).expect(422);
    await put({ ...NO_MARKS, frames: [{ frame: 1, points: { head: { x: 1, y: 1, source: 'guessed' } } }] }).expect(422);
    await put({ ...NO_MARKS, slowFactor: 0 }).expect(422);
    const leftHip = { x: 1, y: 1, source: 'picked' };
    const unknown = (await put({ ...NO_MARKS, frames: [{ frame: 1, points: { leftHip } }] }).expect(422))
      .body as object;
    expect(unknown).toMatchObject({ where: 'marks.frames[0].points' });
    expect(JSON.stringify(unknown)).toContain('leftHip');
    await put(NO_MARKS).expect(200);
  });

  test('moments of legs and release are kept, read in order and told from the strike; what lies beyond is refused', async () => {
    const lesson = await server.lesson(await server.student());
    const { id } = await server.video(lesson, copyOf(9));
    const put = (moments: unknown) =>
      server.call('put', `/videos/${id}/marks`, {
        view: 'face-on',
        marks: { ...NO_MARKS, checkpoints: { strike: { frame: 20, source: 'picked' } }, moments },
      });
    const at = (timeS: number) => ({ timeS, sdS: 0.002, by: 'eye' });
    await put({ 'release starts': at(9999) }).expect(422);
    await put({ 'release starts': { ...at(0.1), by: 'guess' } }).expect(422);
    const { body } = await put({ 'lead leg straightens': at(0.3), 'release starts': at(0.2) }).expect(200);
    const { marks, measures, frameTimesS } = body as VideoAnswer;
    expect(marks.moments).toEqual({ 'lead leg straightens': at(0.3), 'release starts': at(0.2) });
    expect(measures.feet.moments.map((m) => m.moment)).toEqual(['release starts', 'lead leg straightens']);
    expect(measures.feet.gaps[0]?.laterMs.value).toBeCloseTo(100, 6);
    const { videos } = (await server.call('get', `/lessons/${lesson}`)).body as LessonAnswer;
    expect(videos[0]!.momentsS['release starts']).toBeCloseTo(0.2 - frameTimesS[20]!, 6);
    const ledger = (await server.call('get', `/lessons/${lesson}/ledger`)).body as LedgerAnswer;
    expect(ledger.findings.map((f) => f.sign)).toContain('push-after-release');
    // Marks from before there were moments are still taken.
    await server.call('put', `/videos/${id}/marks`, { view: 'face-on', marks: NO_MARKS }).expect(200);
  });

  test('another practice sees nothing of it', async () => {
    const lesson = await server.lesson(await server.student());
    const { id } = await server.video(lesson, copyOf(5));
    const other = await server.otherPractice();
    for (const path of [`/videos/${id}`, `/videos/${id}/file`])
      await server.call('get', path, undefined, other).expect(404);
    await server.call('delete', `/videos/${id}`, undefined, other).expect(404);
    await server.call('put', `/videos/${id}/marks`, { view: 'face-on', marks: NO_MARKS }, other).expect(404);
    await server.uploadBytes(`/videos/${id}/pieces?from=0`, film.mp4, other).expect(404);
  });

  test('a student’s videos of all lessons are listed, newest lesson first', async () => {
    const student = await server.student();
    const [old, now] = [await server.lesson(student, 7), await server.lesson(student)];
    await server.video(old, copyOf(6));
    await server.video(now, copyOf(7));
    const list = (await server.call('get', `/students/${student}/videos`)).body as { lessonId: string }[];
    expect(list.map((v) => v.lessonId)).toEqual([now, old]);
  });

  test('a video and a heard swing join a shot’s record at the strike, each with its shift', async () => {
    const lesson = await server.lesson(await server.student());
    const block = await server.block(lesson);
    await server.shots(block, [92]);
    const { id } = await server.video(lesson, copyOf(8), { view: 'down-the-line' });
    await server
      .call('put', `/videos/${id}/marks`, { view: 'down-the-line', marks: marksOfTruth(film.truth) })
      .expect(200);
    const setId = uuid();
    const swing = {
      direction: 'usual',
      tipSpeedMps: 42,
      offsetS: 0.012,
      offsetSdS: 0.005,
      pastBallM: 0.5,
      uncertaintyM: 0.2,
      judgement: 'past',
    };
    const set = { id: setId, diameterM: 0.0095, ball: 'click', swings: [swing] };
    await server.call('post', `/lessons/${lesson}/swish-sets`, set).expect(201);
    const answer = async (): Promise<LessonAnswer> =>
      (await server.call('get', `/lessons/${lesson}`)).body as LessonAnswer;
    const before = await answer();
    expect(before.videos[0]!.momentsS.strike).toBe(0);
    expect(before.videos[0]!.momentsS.top).toBeLessThan(-0.2);
    const record = {
      id: uuid(),
      shotId: before.blocks[0]!.shots[0]!.id,
      videoId: id,
      swishSetId: setId,
      swishNumber: 0,
    };
    const post = (body: object) => server.call('post', `/blocks/${block}/swings`, body);
    await post({ ...record, swishNumber: 3 }).expect(404);
    await post({ ...record, swishNumber: null }).expect(422);
    await post(record).expect(201);
    await post({ ...record, id: uuid(), shotId: null }).expect(409);
    await server.call('patch', `/swings/${record.id}`, { videoShiftS: 0.004, swishShiftS: -0.01 }).expect(204);
    expect((await answer()).blocks[0]!.swings[0]).toMatchObject({
      videoId: id,
      videoShiftS: 0.004,
      swishSetId: setId,
      swishNumber: 0,
      swishShiftS: -0.01,
    });
    await server.call('delete', `/videos/${id}`).expect(204);
    expect((await answer()).blocks[0]!.swings[0]).toMatchObject({ videoId: null, swishSetId: setId });
  });

  test('points travel as a file', () => {
    const text = writePointsFile({
      view: 'face-on',
      handedness: 'left',
      widthPx: 240,
      heightPx: 240,
      frameTimesS: film.truth.frameTimesS,
      marks: marksOfTruth(film.truth),
    });
    expect(JSON.parse(text)).toMatchObject({ kind: 'points', view: 'face-on', handedness: 'left' });
  });
});
