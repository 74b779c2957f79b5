import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { writePointsFile, readPointsFile } from '../api/points-file.ts';
import type { MarkedPicture } from '../core/picture/marks.ts';
import { marksOfTruth } from '../stand-ins/camera/marks-of-truth.ts';
import type { VideoTruth } from '../stand-ins/camera/record-video.ts';
import { picture } from './picture-command.ts';

const SAMPLES = join(import.meta.dirname, '../demo/samples');
const truth = JSON.parse(readFileSync(join(SAMPLES, 'dov-face-on-before.mp4.json'), 'utf8')) as VideoTruth;

/** Every point on every checkpoint, exactly where it was. */
const marked: MarkedPicture = {
  view: truth.view,
  handedness: truth.handedness,
  widthPx: truth.widthPx,
  heightPx: truth.heightPx,
  frameTimesS: truth.frameTimesS,
  heightM: 1.81,
  marks: marksOfTruth(truth),
};
interface Out {
  values: { measure: string; checkpoint: string; value: number; sd: number; unit: string }[];
  signs: { sign: string; value: number }[];
  framesPerS: number;
  scaleMmPerPx: number;
  missing: { id: string; why: string }[];
}
/** The marks of a points file, to be spoilt. */
const marksIn = (json: Record<string, unknown>) => json.marks as { checkpoints: object; frames: { points: object }[] };
const unknownMark = { x: 1, y: 2, frame: 3, source: 'picked' };
const given = (change: (json: Record<string, unknown>) => void = () => undefined): unknown => {
  const json = JSON.parse(writePointsFile(marked)) as Record<string, unknown>;
  change(json);
  return json;
};

describe('maple picture', () => {
  const out = picture(given()) as Out;
  const of = (measure: string, at: string) => out.values.find((v) => v.measure === measure && v.checkpoint === at);
  test('measures in cm and degrees, each with its uncertainty', () => {
    expect(out.framesPerS).toBeCloseTo(60, 0);
    expect(out.scaleMmPerPx).toBeCloseTo(1000 / truth.pxPerMetre, 6);
    expect(Math.abs((of('hip-place', 'strike')?.value ?? 0) - truth.body.hipPlaceAtStrike)).toBeLessThan(0.06);
    expect(Math.abs((of('head-shift', 'strike')?.value ?? 0) - 100 * truth.body.headAheadM)).toBeLessThan(2);
    expect(of('head-shift', 'strike')).toMatchObject({ unit: 'cm' });
    expect(of('side-bend', 'delivery')).toMatchObject({ unit: 'deg' });
    expect(out.values.every((v) => v.sd > 0)).toBe(true);
  });
  test('the signs are those of the application', () => {
    expect(out.signs.find((s) => s.sign === 'hips-past')?.value).toBeGreaterThan(80);
  });
  test('a points file is read back as it was written', () => {
    expect(readPointsFile(given(), 'x.json')).toEqual(JSON.parse(JSON.stringify(marked)));
  });
  test.each([
    ['no points file', (j: Record<string, unknown>) => (j.kind = 'other'), 'kind'],
    ['a view that is none', (j: Record<string, unknown>) => (j.view = 'above'), 'view'],
    ['times that fall', (j: Record<string, unknown>) => (j.frameTimesS = [0, 0.1, 0.05]), 'frameTimesS'],
    [
      'a checkpoint that is none',
      (j: Record<string, unknown>) => Object.assign(marksIn(j).checkpoints, { Top: unknownMark }),
      'marks.checkpoints',
    ],
    [
      'a point that is none',
      (j: Record<string, unknown>) => Object.assign(marksIn(j).frames[0]!.points, { leftHip: unknownMark }),
      'marks.frames[0].points',
    ],
    ['marks beyond the frames', (j: Record<string, unknown>) => (j.frameTimesS = [0, 0.1]), 'marks'],
  ])('%s is refused by its field', (_name, change, where) => {
    expect.assertions(1);
    try {
      picture(given(change));
    } catch (error) {
      expect((error as { where: string }).where).toContain(where);
    }
  });
  test('without a scale distances are missing, and it is said what for', () => {
    const bare = picture(given((j) => ((j.marks as Record<string, unknown>).scale = null))) as Out;
    expect(bare.values.some((v) => v.unit === 'cm')).toBe(false);
    expect(bare.values.some((v) => v.measure === 'lead-knee')).toBe(true);
    expect(bare.missing.find((m) => m.id === 'head-shift')?.why).toContain('scale');
  });
});
