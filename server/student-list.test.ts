import { createCanvas } from '@napi-rs/canvas';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { CourseAnswer } from '../api/course-types.ts';
import type { StudentAnswer, StudentsPage } from '../api/types.ts';
import { TestServer, uuid } from './test-support.ts';

let server: TestServer;
const id: Record<string, string> = {};
const DAY_MS = 86_400_000;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
  for (const [name, change] of [
    ['Åsa Łośkowska', { level: 'elite', groups: ['Tuesday', 'juniors'], goalDate: '2027-05-01' }],
    ['Bo Birch', { level: 'beginner', groups: ['Tuesday'], goalDate: '2027-02-01' }],
    ['Céleste Dœuvre', { level: 'club' }],
    ['=Dan Danger', { level: 'single-figure' }],
  ] as const)
    id[name] = await server.student({ name, ...change });
  const lesson = await server.lesson(id['Bo Birch']!, 30);
  await server
    .call('post', `/lessons/${lesson}/verdict`, { id: uuid(), target: 'tension', reason: 'seen' })
    .expect(201);
  await server.lesson(id['Céleste Dœuvre']!, 3);
  await server
    .call('post', '/appointments', {
      id: uuid(),
      studentId: id['Åsa Łośkowska'],
      times: [new Date(Date.now() + DAY_MS).toISOString()],
      minutes: 45,
    })
    .expect(201);
  await server
    .call('post', `/students/${id['=Dan Danger']}/pains`, { id: uuid(), part: 'hip', kind: 'dull', note: '' })
    .expect(201);
});
afterAll(() => server.db.close());

const page = async (query = ''): Promise<StudentsPage> =>
  (await server.call('get', `/students?${query}`).expect(200)).body as StudentsPage;
const names = async (query: string): Promise<string[]> =>
  (await page(query)).students.map((s) => s.name.split(' ')[0]!);

describe('the list of students', () => {
  test.each([
    ['asa los', ['Åsa']],
    ['celeste doeu', ['Céleste']],
    ['CÉLESTE', ['Céleste']],
    ['b', ['Bo']],
    ['nobody', []],
    ['%', []],
  ])('searched for “%s”', async (search, found) => {
    expect(await names(`search=${encodeURIComponent(search)}`)).toEqual(found);
  });
  test.each([
    ['sort=name', ['=Dan', 'Åsa', 'Bo', 'Céleste']],
    ['sort=seen', ['=Dan', 'Åsa', 'Bo', 'Céleste']],
    ['sort=next', ['Åsa', '=Dan', 'Bo', 'Céleste']],
    ['sort=goal', ['Bo', 'Åsa', '=Dan', 'Céleste']],
    ['sort=pain', ['=Dan', 'Åsa', 'Bo', 'Céleste']],
    ['sort=level', ['Bo', 'Céleste', '=Dan', 'Åsa']],
    ['state=pain', ['=Dan']],
    ['state=no lesson to come', ['=Dan', 'Bo', 'Céleste']],
    ['group=Tuesday', ['Åsa', 'Bo']],
    ['group=Tuesday&sort=goal', ['Bo', 'Åsa']],
    ['target=tension', ['Bo']],
  ])('%s', async (query, found) => {
    expect(await names(query)).toEqual(found);
  });
  test('what cannot be asked is refused; groups in use are named', async () => {
    await server.call('get', '/students?sort=colour').expect(422);
    await server.call('get', '/students?state=gone').expect(422);
    await server.call('get', '/students?offset=-1').expect(422);
    expect((await page()).groups).toEqual(['Tuesday', 'juniors']);
  });
  test('an archived student stands in no list but that of the archived, keeps the record and comes back', async () => {
    const who = id['Bo Birch']!;
    const archive = (archived: boolean) => server.call('put', `/students/${who}/archived`, { archived });
    await archive(true).expect(204);
    expect(await names('')).not.toContain('Bo');
    expect(await names('state=archived')).toEqual(['Bo']);
    await server.call('get', `/students/${who}`).expect(200);
    await archive(false).expect(204);
    expect(await names('')).toContain('Bo');
    const other = await server.otherPractice();
    await server.http.put(`/api/students/${who}/archived`).set('Cookie', other).send({ archived: true }).expect(404);
  });
  test('the same table as a file, in the practice’s unit, without a cell that a table program would run', async () => {
    const { text } = await server.call('get', '/students.csv?sort=name').expect(200);
    const lines = text.trim().split('\n');
    expect(lines).toHaveLength(5);
    expect(lines[0]).toContain('latest_club_speed_mph,gain_mph,gain_low_90_mph,gain_high_90_mph');
    expect(lines[1]).toMatch(/^"?'=Dan Danger/);
    expect(lines[1]).toContain(',yes,');
    expect(lines[2]).toContain('Tuesday; juniors');
  });
});

describe('the record on one time axis', () => {
  test('lessons, speeds, targets, screens and what is to come, each with its place; of another practice none', async () => {
    const who = id['Céleste Dœuvre']!;
    const before = (await server.call('get', `/students/${who}/course`).expect(200)).body as CourseAnswer;
    expect(before).toMatchObject({ speeds: [], practice: [], pains: [], screens: [], films: [], toCome: [] });
    expect(before.lessons).toHaveLength(1);
    const lessonId = before.lessons[0]!.id;
    await server.shots(await server.block(lessonId), [88, 90, 92]);
    await server
      .call('post', `/students/${who}/screens`, { id: uuid(), takenOn: '2026-03-14', trunkTurnLeadDeg: 40 })
      .expect(201);
    const times = [new Date(Date.now() + DAY_MS).toISOString()];
    await server.call('post', '/appointments', { id: uuid(), studentId: who, times, minutes: 30 }).expect(201);
    const course = (await server.call('get', `/students/${who}/course`).expect(200)).body as CourseAnswer;
    expect(course.speeds).toMatchObject([{ lessonId, swings: 3, medianMps: expect.closeTo(90 * 0.44704, 4) }]);
    expect(course.screens.map((s) => s.takenOn)).toEqual(['2026-03-14']);
    expect(course.toCome.map((a) => a.startsAt)).toEqual(times);
    await server.call('get', `/students/${uuid()}/course`).expect(404);
  });
});

describe('a photo', () => {
  const jpeg = (px: number): string => {
    const canvas = createCanvas(px, px);
    return canvas.toBuffer('image/jpeg').toString('base64');
  };
  const put = (id: string, body: object) =>
    server.call('put', `/students/${id}/photo`, { id: uuid(), agreed: true, ...body });
  test('is kept with the student’s word, shown, replaced and taken away', async () => {
    const id = await server.student({ name: 'Seen Maple' });
    await put(id, { jpeg: jpeg(64), agreed: false }).expect(422);
    await put(id, { jpeg: jpeg(64) }).expect(204);
    await put(id, { jpeg: jpeg(48) }).expect(204);
    const taken = ((await server.call('get', `/students/${id}`)).body as StudentAnswer).photoTakenAt;
    expect(taken).toMatch(/^20/);
    await server.call('get', `/students/${id}/photo`).expect(200).expect('content-type', 'image/jpeg');
    await server.call('delete', `/students/${id}/photo`).expect(204);
    await server.call('get', `/students/${id}/photo`).expect(404);
  });
  test('what is no small JPEG is refused with what would be right', async () => {
    const id = await server.student();
    expect((await put(id, { jpeg: jpeg(600) }).expect(422)).text).toMatch(/at most 512 px a side; found 600 × 600/);
    expect((await put(id, { jpeg: Buffer.from('no picture at all').toString('base64') }).expect(422)).text).toMatch(
      /must be a JPEG/,
    );
  });
  test('of a minor only with a guardian’s consent; withdrawn, the photo is gone for good', async () => {
    const young = { birthYear: new Date().getFullYear() - 12, name: 'Young Maple' };
    const id = await server.student(young);
    await put(id, { jpeg: jpeg(64) }).expect(403);
    const { student } = (await server.call('get', `/students/${id}`)).body as StudentAnswer;
    const consent = { guardianName: 'A Guardian', guardianConsentOn: new Date().toISOString().slice(0, 10) };
    await server.call('put', `/students/${id}`, { ...student, ...consent }).expect(200);
    await put(id, { jpeg: jpeg(64) }).expect(204);
    await server.call('put', `/students/${id}`, { ...student, guardianConsentOn: null }).expect(200);
    await server.call('put', `/students/${id}`, { ...student, ...consent }).expect(200);
    await server.call('get', `/students/${id}/photo`).expect(404);
  });
});
