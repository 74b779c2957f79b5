import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { InputError } from '../errors/input-error.ts';
import { degToRad, mphToMps, radToDeg, rightToOut, yardsToMetres } from '../units/units.ts';
import { checkFileSize, LARGEST_FILE_BYTES, readDelimited } from './delimited.ts';
import { readMotionCsv, writeMotionCsv } from './motion-csv.ts';
import { columnOf, fromWire, SHOT_FIELDS, toWire, wireName, type ShotValues } from './shot-fields.ts';
import { readShotsCsv, writeShotsCsv } from './shots-csv.ts';

const problem = (read: () => unknown): InputError => {
  try {
    read();
  } catch (error) {
    expect(error).toBeInstanceOf(InputError);
    return error as InputError;
  }
  throw new Error('accepted');
};

describe('a title above the header', () => {
  const read = (text: string) => readDelimited(text, 'a.csv');
  test.each([
    ['one line', 'Practice of 14 March\nclub,speed\ndriver,90\n', 2],
    ['a title with a comma', 'Ada Birch, driver\n\nclub,speed,ball\ndriver,90,131\n', 3],
    ['some lines, semicolons', 'Session;\nBay 4\nclub;speed;ball\ndriver;90,5;131\n', 3],
    ['none', 'club,speed\ndriver,90\n', 1],
    ['notes and a title', '# device: pad\nMorning\nclub,speed\ndriver,90\n', 3],
  ])('%s', (_, text, line) => {
    expect(read(text).headerLine).toBe(line);
  });
  test('rows keep their line in the file, and the title is no row', () => {
    const table = read('A title\nclub,speed\ndriver,90\niron,80\n');
    expect(table.header).toEqual(['club', 'speed']);
    expect(table.rows.map((r) => r.line)).toEqual([3, 4]);
  });
  test('a row that is too short stays an error with its place', () => {
    expect(() => read('club,speed,ball\ndriver,90\n')).toThrow(/line 2: 2 values/);
  });
  test('figures alone are no header', () => {
    expect(read('time_s,hips_dps\n0,1\n1,2\n').headerLine).toBe(1);
    expect(read('90,131\n91,132\n92,133\n').headerLine).toBe(1);
  });
});

describe('shots.csv', () => {
  test('speeds, angles and distances come out in SI', () => {
    const { shots, ignoredColumns } = readShotsCsv(
      'time,club,club_speed_mph,ball_speed_mps,spin_rpm,attack_deg,carry_yd,impact_toe_mm,note\n2026-03-01T10:00:00Z,driver,90,60,2700,-1.5,210,12,good\n',
      'right',
    );
    const v = shots[0]!.values;
    expect(v.clubSpeedMps).toBeCloseTo(mphToMps(90), 10);
    expect(v.ballSpeedMps).toBe(60);
    expect(v.spinRadPerS).toBeCloseTo((2700 * 2 * Math.PI) / 60, 8);
    expect(v.attackRad).toBeCloseTo(degToRad(-1.5), 10);
    expect(v.carryM).toBeCloseTo(yardsToMetres(210), 8);
    expect(v.impactToeM).toBeCloseTo(0.012, 10);
    expect(shots[0]!.timeIso).toBe('2026-03-01T10:00:00.000Z');
    expect(ignoredColumns).toEqual(['note']);
  });
  test('km/h and metres are understood, empty cells stay empty', () => {
    const { shots } = readShotsCsv('club,club_speed_kmh,carry_m,path_deg\niron,120,,\n', 'right');
    expect(shots[0]!.values.clubSpeedMps).toBeCloseTo(120 / 3.6, 10);
    expect(shots[0]!.values.carryM).toBeUndefined();
  });
  test('sideways signs turn with the hand', () => {
    const text = 'club,club_speed_mph,path_deg,face_deg,side_yd\ndriver,90,-4,2,10\n';
    const right = readShotsCsv(text, 'right').shots[0]!.values;
    const left = readShotsCsv(text, 'left').shots[0]!.values;
    expect(radToDeg(right.pathOutRad ?? 0)).toBeCloseTo(-4, 9);
    expect(radToDeg(left.pathOutRad ?? 0)).toBeCloseTo(4, 9);
    expect(left.sideOutM).toBeCloseTo(-(right.sideOutM ?? 0), 9);
  });
  test('BOM, CRLF, semicolons with decimal commas, quotes and blank lines are read', () => {
    const { shots } = readShotsCsv(
      '\uFEFFclub;club_speed_mph;attack_deg\r\n"driver";90,5;-1,25\r\n\r\niron;80;-3\r\n',
      'right',
    );
    expect(shots).toHaveLength(2);
    expect(shots[0]!.values.clubSpeedMps).toBeCloseTo(mphToMps(90.5), 9);
    expect(shots[1]!.line).toBe(4);
  });

  test.each([
    ['an empty file', '', 'empty-file', ''],
    ['white space alone', ' \n \n', 'empty-file', ''],
    ['a header without rows', 'club,club_speed_mph\n', 'empty-file', ''],
    ['a wrong header', 'name,value\na,1\n', 'wrong-header', 'line 1'],
    ['no speed column', 'club,launch_deg\ndriver,12\n', 'wrong-header', 'line 1'],
    ['a missing unit', 'club,club_speed\ndriver,90\n', 'missing-unit', 'line 1, column club_speed'],
    [
      'a text for a number',
      'club,club_speed_mph\ndriver,90\ndriver,fast\n',
      'not-a-number',
      'line 3, column club_speed_mph',
    ],
    ['NaN', 'club,club_speed_mph\ndriver,NaN\n', 'not-a-number', 'line 2, column club_speed_mph'],
    ['1e9 mph', 'club,club_speed_mph\ndriver,1e9\n', 'out-of-range', 'line 2, column club_speed_mph'],
    ['a speed in neither column', 'club,club_speed_mph,launch_deg\ndriver,,12\n', 'missing', 'line 2'],
    ['no club', 'club,club_speed_mph\n,90\n', 'missing', 'line 2, column club'],
    ['a broken time', 'time,club,club_speed_mph\nyesterday,driver,90\n', 'unknown-value', 'line 2, column time'],
    ['a row with a cell too many', 'club,club_speed_mph\ndriver,90,1\n', 'wrong-column-count', 'line 2'],
    [
      'the same quantity twice',
      'club,club_speed_mph,club_speed_mps\ndriver,90,40\n',
      'wrong-header',
      'line 1, column club_speed_mps',
    ],
  ])('%s is refused, with its place', (_, text, code, where) => {
    const e = problem(() => readShotsCsv(text, 'right', 'mine.csv'));
    expect(e.code).toBe(code);
    expect(e.where).toContain(where);
    expect(e.message).toContain('mine.csv');
  });
  test('it says what was found, what would be right and how many rows were kept', () => {
    const e = problem(() => readShotsCsv('club,club_speed_mph\ndriver,90\ndriver,fast\n', 'right', 'mine.csv'));
    expect(e.message).toBe(
      'mine.csv, line 3, column club_speed_mph: found "fast", expected a number. 0 of 2 rows were kept.',
    );
  });

  test('what is written is read back, for both hands', () => {
    const value = (f: (typeof SHOT_FIELDS)[number]) =>
      fc.option(fc.double({ min: f.range[0] * (f.range[0] > 0 ? 1.1 : 0.9), max: f.range[1] * 0.9, noNaN: true }), {
        nil: undefined,
      });
    const values = fc
      .record(Object.fromEntries(SHOT_FIELDS.map((f) => [f.key, value(f)])))
      .map((v) => ({ ...v, clubSpeedMps: 40 }) as ShotValues);
    fc.assert(
      fc.property(values, fc.constantFrom('right' as const, 'left' as const), (v, hand) => {
        const back = readShotsCsv(writeShotsCsv([{ club: 'driver, "old"', values: v }], hand), hand).shots[0]!;
        expect(back.club).toBe('driver, "old"');
        for (const f of SHOT_FIELDS) {
          const step = Object.values(f.units)[0]! * 10 ** -f.digits;
          if (v[f.key] === undefined) expect(back.values[f.key]).toBeUndefined();
          else expect(Math.abs((back.values[f.key] ?? 99) - (v[f.key] ?? 0))).toBeLessThan(0.51 * step);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('motion.csv', () => {
  const text = readFileSync(join(import.meta.dirname, '../capture/fixtures/motion/01-cast-500hz.csv'), 'utf8');
  test('rates, angles, wrist and notes are read', () => {
    const c = readMotionCsv(text);
    expect(c.timeS).toHaveLength(c.ratesRadPerS.club?.length ?? 0);
    expect(c.anglesRad.leadArm).toBeDefined();
    expect(radToDeg(c.wristRad?.[0] ?? 0)).toBeCloseTo(168.1, 1);
    expect(c.notes).toMatchObject({ club: 'driver', handedness: 'right' });
  });
  test('points are read and written', () => {
    const c = readMotionCsv('time_s,club_dps,hand_x_m,hand_y_m,hand_z_m\n0,1,0.1,0.2,0.3\n0.01,2,0.2,0.3,0.4\n');
    expect(c.pointsM.hand![1]).toEqual([0.2, 0.3, 0.4]);
    expect(readMotionCsv(writeMotionCsv(c)).pointsM.hand).toEqual(c.pointsM.hand);
  });
  test('what is written is read back', () => {
    const c = readMotionCsv(text);
    const back = readMotionCsv(writeMotionCsv(c));
    expect(back.notes).toEqual(c.notes);
    expect(radToDeg(back.ratesRadPerS.club?.[500] ?? 0)).toBeCloseTo(radToDeg(c.ratesRadPerS.club?.[500] ?? 1), 1);
  });
  test.each([
    ['no time', 'seconds,club_dps\n0,1\n', 'wrong-header'],
    ['no club', 'time_s,hips_dps\n0,1\n', 'wrong-header'],
    ['a unit left out', 'time_s,club\n0,1\n', 'missing-unit'],
    ['radians in the header', 'time_s,club_radps\n0,1\n', 'missing-unit'],
    ['an empty cell', 'time_s,club_dps\n0,\n', 'missing'],
    ['a text', 'time_s,club_dps\n0,abc\n', 'not-a-number'],
    ['infinity', 'time_s,club_dps\n0,Infinity\n', 'not-a-number'],
    ['a rate beyond all', 'time_s,club_dps\n0,1e9\n', 'out-of-range'],
    ['notes alone', '# club: driver\n', 'empty-file'],
  ])('%s is refused', (_, bad, code) => expect(problem(() => readMotionCsv(bad)).code).toBe(code));
});

describe('size and tables', () => {
  test('a file past the limit is refused with the number', () => {
    expect(() => checkFileSize(LARGEST_FILE_BYTES, 'a.csv')).not.toThrow();
    const e = problem(() => checkFileSize(300 * 1024 * 1024, 'a.csv'));
    expect(e).toMatchObject({ code: 'too-large' });
    expect(e.message).toContain('300 MB');
    expect(e.message).toContain('20 MB');
  });
  test('tabs separate as well, and lines are counted from the file’s start', () => {
    const t = readDelimited('# a: b\nx\ty\n1\t2\n', 'f');
    expect(t).toMatchObject({ header: ['x', 'y'], headerLine: 2, notes: { a: 'b' } });
    expect(t.rows[0]!.line).toBe(3);
  });
});

describe('shot fields', () => {
  test('each has its own column, wire name and file name', () => {
    for (const name of [columnOf, wireName, (k: string) => SHOT_FIELDS.find((f) => f.key === k)?.file ?? '']) {
      expect(new Set(SHOT_FIELDS.map((f) => name(f.key))).size).toBe(SHOT_FIELDS.length);
    }
    expect(columnOf('spinAxisOutRad')).toBe('spin_axis_out_rad');
    expect(wireName('spinRadPerS')).toBe('spinRpm');
    expect(wireName('pathOutRad')).toBe('pathOutDeg');
  });
  test('to the wire and back is the same', () => {
    for (const f of SHOT_FIELDS) expect(fromWire(f.key, toWire(f.key, 0.37))).toBeCloseTo(0.37, 12);
  });
  test('right and out are each other’s mirror for a left-hander', () => {
    expect(rightToOut(3, 'right')).toBe(3);
    expect(rightToOut(rightToOut(3, 'left'), 'left')).toBe(3);
    expect(Object.is(rightToOut(0, 'left'), 0)).toBe(true);
  });
});
