import { tuple } from '../core/numeric/tuple.ts';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { LedgerAnswer, LessonAnswer, MotionWire, StudentMotionWire } from '../api/types.ts';
import { SEGMENTS } from '../core/capture/motion.ts';
import { must } from '../core/errors/must.ts';
import { analyseSequence } from '../core/capture/sequence.ts';
import { captureSource, readMotionFile } from '../core/formats/capture-file.ts';
import { sourceLabels } from '../core/formats/capture-source.ts';
import { writeC3d } from '../core/formats/c3d-write.ts';
import { readMotionCsv } from '../core/formats/motion-csv.ts';
import { TestServer, uuid } from './test-support.ts';

const FIXTURES = join(import.meta.dirname, '../core/capture/fixtures');
const CSV = readFileSync(join(FIXTURES, 'motion/00-even-240hz.csv'), 'utf8');
const GROUND = readFileSync(join(import.meta.dirname, '../demo/samples/ground-hanging-back.csv'), 'utf8');
const capture = readMotionCsv(CSV);
const LABELS = ['Pelvis gyro', 'Thorax gyro', 'Upper arm gyro', 'Shaft gyro'];
/** A C3D whose channels nobody can know by name, in rad/s. */
const C3D = writeC3d({
  pointRateHz: 240,
  frames: capture.timeS.length,
  pointUnits: 'mm',
  pointLabels: [],
  points: [],
  analogRateHz: 240,
  analogLabels: LABELS,
  analogUnits: LABELS.map(() => 'rad/s'),
  analog: SEGMENTS.map((s) => must(capture.ratesRadPerS[s])),
  events: [],
});
const MAPPING = {
  channels: ['hips_dps', 'chest_dps', 'lead_arm_dps', 'club_dps'].map((column, i) => ({
    column,
    label: LABELS[i],
    unit: 'rad/s',
  })),
  points: {},
  axes: { towardTarget: '+x', up: '+z' },
};

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

async function lessonWithBlock() {
  const studentId = await server.student();
  const lessonId = await server.lesson(studentId);
  const blockId = await server.block(lessonId);
  const lesson = async (): Promise<LessonAnswer> =>
    (await server.call('get', `/lessons/${lessonId}`).expect(200)).body as LessonAnswer;
  const path = (kind: string, more: Record<string, string> = {}): string =>
    `/blocks/${blockId}/imports/${kind}?${new URLSearchParams({ id: uuid(), name: 'swing.csv', ...more }).toString()}`;
  return { studentId, lessonId, blockId, lesson, path };
}

describe('a C3D with names of its own', () => {
  test('is refused without a mapping, read with one, and the mapping is remembered', async () => {
    const { lesson, path } = await lessonWithBlock();
    const refused = await server.uploadBytes(path('motion', { name: 'lab.c3d' }), C3D).expect(422);
    expect(refused.body).toMatchObject({ code: 'wrong-header' });
    expect((refused.body as { detail: string }).detail).toContain('Shaft gyro');
    expect((await lesson()).blocks[0]!.motions).toEqual([]);

    const with_ = { name: 'lab.c3d', mapping: JSON.stringify(MAPPING), remember: 'true' };
    await server.uploadBytes(path('motion', with_), C3D).expect(201);
    const [motion] = tuple(1, (await lesson()).blocks[0]!.motions);
    expect(motion.sequence.order).toEqual(['hips', 'chest', 'leadArm', 'club']);
    const { curves } = (await server.call('get', `/motions/${motion.id}`).expect(200)).body as MotionWire;
    expect(curves.deg?.club).toHaveLength(curves.timeS.length);
    const header = sourceLabels(captureSource(C3D.buffer as ArrayBuffer, 'lab.c3d'), 'motion');
    const found = await server.call('post', '/capture-mappings/find', { header }).expect(200);
    expect(found.body).toMatchObject({ mapping: { channels: MAPPING.channels } });
    const other = await server.call('post', '/capture-mappings/find', { header: [...header, 'x'] }).expect(200);
    expect(other.body).toEqual({ mapping: null });

    // What was read out of it can be read again, and the file is kept as it came.
    const file = await server.call('get', `/motions/${motion.id}/file`).expect(200);
    expect(readMotionCsv(file.text).timeS).toHaveLength(capture.timeS.length);
    const again = await server.call('get', `/motions/${motion.id}/file?as=c3d`).buffer(true).expect(200);
    const back = readMotionFile(new Uint8Array(again.body as Buffer).buffer, 'back.c3d');
    expect(analyseSequence(back).order).toEqual(motion.sequence.order);
    const [kept] = tuple(1, await server.db.query<{ original_sha256: string }>('select original_sha256 from imports'));
    expect((await server.content.read(kept.original_sha256)).equals(Buffer.from(C3D))).toBe(true);
  });
  test.each([
    ['cut in half', C3D.slice(0, C3D.length >> 1), 'lab.c3d', {}],
    ['with a mapping that is none', C3D, 'lab.c3d', { mapping: '{"channels":7}' }],
    [
      'with a mapping of another file',
      C3D,
      'lab.c3d',
      { mapping: JSON.stringify({ ...MAPPING, channels: [{ column: 'club_dps', label: 'Wand', unit: 'rad/s' }] }) },
    ],
    ['no C3D at all', new TextEncoder().encode('hello'), 'lab.c3d', {}],
  ] as const)('%s: said, nothing is kept', async (_, bytes, name, more) => {
    const { lesson, path } = await lessonWithBlock();
    const res = await server.uploadBytes(path('motion', { name, ...more }), bytes);
    expect(res.status).toBe(422);
    expect((res.body as { detail: string }).detail.length).toBeGreaterThan(20);
    expect(await lesson()).toMatchObject({ imports: [], blocks: [{ motions: [] }] });
  });
});

test('radians under a °/s header are asked about and read when said so', async () => {
  const { lesson, path } = await lessonWithBlock();
  const rows = capture.timeS.map((t, i) =>
    [t, ...SEGMENTS.map((s) => must(capture.ratesRadPerS[s])[i]!.toFixed(4))].join(','),
  );
  const text = ['time_s,hips_dps,chest_dps,lead_arm_dps,club_dps', ...rows].join('\n');
  const asked = await server.upload(path('motion'), text).expect(422);
  expect(asked.body).toMatchObject({ code: 'unit-doubt' });
  await server.upload(path('motion', { rates: 'rad_s' }), text).expect(201);
  const [motion] = tuple(1, (await lesson()).blocks[0]!.motions);
  expect(motion.sequence.segments.club?.peakDps).toBeGreaterThan(1500);
  expect(motion.sequence.warnings.join(' ')).toMatch(/as radians a second/);
});

describe('one swing of several records', () => {
  test('joins a captured swing and its ground, is shifted, and lets go of what is taken back', async () => {
    const { lesson, path, blockId, lessonId, studentId } = await lessonWithBlock();
    const importId = uuid();
    await server.upload(path('motion', { id: importId }), CSV).expect(201);
    await server.upload(path('ground'), GROUND).expect(201);
    const { motions, grounds } = (await lesson()).blocks[0]!;
    const swing = { id: uuid(), motionId: motions[0]!.id, groundId: grounds[0]!.id };
    await server.call('post', `/blocks/${blockId}/swings`, swing).expect(201);
    await server.call('post', `/blocks/${blockId}/swings`, swing).expect(201);
    const again = await server.call('post', `/blocks/${blockId}/swings`, { ...swing, id: uuid() }).expect(409);
    expect(again.body).toMatchObject({ code: 'already-joined' });
    // Together they tell when the legs pushed against the release; plates laid 12 ms later tell it 12 ms later.
    const ledgerOf = async (id: string): Promise<LedgerAnswer['findings'][number] | undefined> => {
      const { findings } = (await server.call('get', `/lessons/${id}/ledger`)).body as LedgerAnswer;
      return findings.find((f) => f.sign === 'push-peak-after-release');
    };
    const before = must((await ledgerOf(lessonId))?.value);
    await server.call('patch', `/swings/${swing.id}`, { groundShiftS: 0.012 }).expect(204);
    expect(must((await ledgerOf(lessonId))?.value) - before).toBeCloseTo(12, 6);
    // The next lesson of the student still has it, a little less sure.
    const next = await server.lesson(studentId, -1);
    const carried = must(await ledgerOf(next));
    expect(carried.value).toBeCloseTo(before + 12, 6);
    expect(Math.abs(carried.logOdds)).toBeLessThanOrEqual(Math.abs(must(await ledgerOf(lessonId)).logOdds));
    expect(carried.source).toMatchObject({ lessonId });
    expect((await lesson()).blocks[0]!.swings).toEqual([
      {
        id: swing.id,
        shotId: null,
        motionId: swing.motionId,
        groundId: swing.groundId,
        motionShiftS: 0,
        groundShiftS: 0.012,
        videoId: null,
        videoShiftS: 0,
        swishSetId: null,
        swishNumber: null,
        swishShiftS: 0,
      },
    ]);
    await server.call('patch', `/swings/${swing.id}`, { groundShiftS: 5 }).expect(422);
    await server.call('delete', `/imports/${importId}`).expect(204);
    expect((await lesson()).blocks[0]!.swings).toMatchObject([{ motionId: null, groundId: swing.groundId }]);
    expect(await ledgerOf(lessonId)).toBeUndefined();
    await server.call('delete', `/swings/${swing.id}`).expect(204);
    expect((await lesson()).blocks[0]!.swings).toEqual([]);
  });
  test('joins nothing of another block or practice', async () => {
    const { path, lesson, blockId } = await lessonWithBlock();
    await server.upload(path('motion'), CSV).expect(201);
    const motionId = (await lesson()).blocks[0]!.motions[0]!.id;
    const other = await lessonWithBlock();
    await server.call('post', `/blocks/${other.blockId}/swings`, { id: uuid(), motionId }).expect(404);
    await server.call('post', `/blocks/${blockId}/swings`, { id: uuid() }).expect(422);
    const stranger = await server.otherPractice();
    await server.call('post', `/blocks/${blockId}/swings`, { id: uuid(), motionId }, stranger).expect(404);
    await server.call('get', `/motions/${motionId}`, undefined, stranger).expect(404);
    await server.call('put', `/motions/${motionId}/fit`, FIT, stranger).expect(404);
  });
});

const FIT = {
  prices: [{ id: 'body-stall', amount: 30, unit: 'ms', gainMps: 1.2, interval90Mps: [0.1, 2.3] }],
  residuals: { club: 0.02 },
  clubSpeedMps: 42,
};
test('a fit is kept with its swing; swings of a student are listed newest first', async () => {
  const { path, lesson, studentId, lessonId } = await lessonWithBlock();
  await server.upload(path('motion'), CSV).expect(201);
  const id = (await lesson()).blocks[0]!.motions[0]!.id;
  await server.call('put', `/motions/${id}/fit`, { ...FIT, prices: [] }).expect(422);
  await server.call('put', `/motions/${id}/fit`, FIT).expect(204);
  const motion = (await server.call('get', `/motions/${id}`).expect(200)).body as MotionWire;
  expect(motion.fit).toEqual(FIT);
  const list = (await server.call('get', `/students/${studentId}/motions`).expect(200)).body as StudentMotionWire[];
  expect(list).toMatchObject([{ id, lessonId, fileName: 'swing.csv' }]);
});
