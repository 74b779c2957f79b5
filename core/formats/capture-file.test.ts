import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { analyseGround } from '../capture/ground-analysis.ts';
import type { PlateCapture } from '../capture/ground.ts';
import { analyseSequence } from '../capture/sequence.ts';
import { SEGMENTS } from '../capture/motion.ts';
import { must } from '../errors/must.ts';
import { radToDeg } from '../units/units.ts';
import { handOfFile, readGroundFile, readMotionFile } from './capture-file.ts';
import { otherHandIssue } from './check-shots.ts';
import { writeC3d } from './c3d-write.ts';
import { readGroundCsv } from './ground-csv.ts';
import { readMotionCsv } from './motion-csv.ts';

const FIXTURES = join(import.meta.dirname, '../capture/fixtures');
const asC3d = (rateHz: number, channels: Record<string, readonly number[]>, units: string, strikeS?: number) => {
  const labels = Object.keys(channels);
  return writeC3d(
    {
      pointRateHz: rateHz,
      frames: channels[labels[0]!]!.length,
      pointUnits: 'mm',
      pointLabels: [],
      points: [],
      analogRateHz: rateHz,
      analogLabels: labels,
      analogUnits: labels.map(() => units),
      analog: labels.map((l) => channels[l]!),
      events: strikeS === undefined ? [] : [{ label: 'Strike', timeS: strikeS }],
    },
    { processor: 'sgi' },
  ).buffer as ArrayBuffer;
};

describe('curves out of a C3D', () => {
  const csv = readMotionCsv(readFileSync(join(FIXTURES, 'motion/00-even-240hz.csv'), 'utf8'));
  const names = { hips: 'HIPS', chest: 'Chest', leadArm: 'Lead Arm', club: 'CLUB_DPS' };
  const rates = (factor: number): Record<string, number[]> =>
    Object.fromEntries(SEGMENTS.map((s) => [names[s], must(csv.ratesRadPerS[s]).map((v) => factor * v)]));
  test.each([
    ['deg/s', radToDeg(1)],
    ['rad/s', 1],
  ])('a swing in %s gives the same sequence as its CSV', (unit, factor) => {
    const start = csv.timeS[0]!;
    const capture = readMotionFile(asC3d(240, rates(factor), unit), 'swing.c3d');
    const [a, b] = [analyseSequence(csv), analyseSequence(capture)];
    expect(b.order).toEqual(a.order);
    expect(b.strike.timeS + start).toBeCloseTo(a.strike.timeS, 2);
    for (const s of SEGMENTS)
      expect(must(b.segments[s]).peakBeforeStrikeS).toBeCloseTo(must(a.segments[s]).peakBeforeStrikeS, 2);
  });
  test('two plates give the same ground as their CSV', () => {
    const plates = readGroundCsv(readFileSync(join(FIXTURES, 'ground/01-hang-500hz.csv'), 'utf8')) as PlateCapture;
    const channels = Object.fromEntries(
      (['lead', 'trail'] as const).flatMap((side) => [
        [`${side}_fz`, plates[side].fzN],
        [`${side}_fx`, plates[side].fxN],
        [`${side}_fy`, plates[side].fyN],
        [`${side}_cop_x`, plates[side].copXM],
        [`${side}_cop_y`, plates[side].copYM],
        [`${side}_tz`, plates[side].tzNm],
      ]),
    );
    const file = asC3d(500, channels, '', Number(plates.notes.strike_s));
    const [a, b] = [analyseGround(plates), analyseGround(readGroundFile(file, 'plates.c3d'))];
    expect(b.leadShare.strike).toBeCloseTo(must(a.leadShare.strike), 3);
    expect(must(b.peakLeadVerticalBw).value).toBeCloseTo(must(a.peakLeadVerticalBw).value, 2);
  });
  test('no channel of ours, a unit of nobody: said', () => {
    expect(() => readMotionFile(asC3d(240, { EMG: [1, 2, 3] }, 'mV'), 'a.c3d')).toThrow(/Nothing gives the club/);
    expect(() => readMotionFile(asC3d(240, { club: [1, 2, 3] }, 'furlong'), 'a.c3d')).toThrow(/not understood/);
  });
});

describe('the hand that a file is of', () => {
  const bytes = (text: string): ArrayBuffer => new TextEncoder().encode(text).buffer as ArrayBuffer;
  const table = 'time_s,club_dps\n0,0\n0.1,5\n';
  test('is read from its notes in any spelling, and left open where nothing says it', () => {
    expect(handOfFile(bytes(`# handedness: Left\n${table}`), 'a.csv')).toBe('left');
    expect(handOfFile(bytes(`# handedness: R\n${table}`), 'a.csv')).toBe('right');
    expect(handOfFile(bytes(table), 'a.csv')).toBeUndefined();
  });
  test('is warned of only where it is not the student’s', () => {
    expect(otherHandIssue('right', 'right')).toEqual([]);
    expect(otherHandIssue(undefined, 'left')).toEqual([]);
    expect(otherHandIssue('right', 'left')[0]?.text).toMatch(/of a right-hander; the student plays left-handed/);
  });
});
