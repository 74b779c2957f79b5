import { tuple } from '../numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { must } from '../errors/must.ts';
import { strikeBall } from '../impact/impact.ts';
import { seededRandom } from '../numeric/random.ts';
import { degToRad, mphToMps, mpsToMph, radPerSToRpm, radToDeg } from '../units/units.ts';
import { checkShots } from './check-shots.ts';
import { readDelimited } from './delimited.ts';
import { cellNumber, columnMiddles, readMappedShots, type Repair } from './mapped-shots.ts';
import { guessMapping, mappingProblems, ownMapping, unitsOf, type MappedColumn } from './shot-columns.ts';

const guess = (csv: string): MappedColumn[] => {
  const table = readDelimited(csv, 'foreign.csv');
  return guessMapping(table.header, columnMiddles(table));
};
const read = (csv: string, hand: 'right' | 'left' = 'right', repairs: readonly Repair[] = []) =>
  readMappedShots(csv, guess(csv), hand, { repairs });

describe('guessing a foreign header', () => {
  test('names and units in many spellings', () => {
    const mapping = guess(
      [
        'Date;Club Type;Club Speed (km/h);BallSpeed [m/s];Launch Angle;Launch Direction (deg);Spin Rate;Spin Axis;Angle of Attack;Club Path;Face Angle;Dynamic Loft;Carry Distance (m);Total (yd);Offline (ft);Weather',
        '2026-03-02 10:00;Driver;150,2;66,1;12,1;1,2;2700;3,1;-1,0;2,1;1,0;14,2;210;250;-20;sunny',
      ].join('\n'),
    );
    expect(mapping.map((c) => `${c.target}:${c.unit}`)).toEqual([
      'time:',
      'club:',
      'clubSpeedMps:kmh',
      'ballSpeedMps:mps',
      'launchRad:deg',
      'launchDirectionOutRad:deg',
      'spinRadPerS:rpm',
      'spinAxisOutRad:deg',
      'attackRad:deg',
      'pathOutRad:deg',
      'faceOutRad:deg',
      'dynamicLoftRad:deg',
      'carryM:m',
      'totalM:yd',
      'sideOutM:ft',
      'ignore:',
    ]);
  });
  test.each([
    [92, 'mph'],
    [41, 'mps'],
    [148, 'kmh'],
  ])('a club speed of about %d without a unit is %s', (value, unit) => {
    const rows = [-2, -1, 0, 1, 2].map((d) => value + d).join('\n');
    expect(guess(`Club speed\n${rows}`)[0]).toMatchObject({
      target: 'clubSpeedMps',
      unit,
      guessedBy: 'name and values',
    });
  });
  test('our own header is known as such, a foreign one is not', () => {
    expect(ownMapping(['club', 'club_speed_mph', 'path_deg'])?.map((c) => c.unit)).toEqual(['', 'mph', 'deg']);
    expect(ownMapping(['Club', 'Club Speed (mph)'])).toBeUndefined();
  });
  test('a mapping says what it lacks', () => {
    const column = (target: MappedColumn['target'], unit = ''): MappedColumn => ({ header: target, target, unit });
    expect(mappingProblems([column('launchRad', 'deg')])[0]).toContain('club speed or ball speed');
    expect(mappingProblems([column('clubSpeedMps')])[0]).toContain('choose its unit (mph');
    expect(mappingProblems([column('clubSpeedMps', 'mph'), column('clubSpeedMps', 'mph')])[0]).toContain(
      'one is enough',
    );
  });
  test('a value comes out the same in SI whatever unit the column has', () => {
    fc.assert(
      fc.property(fc.double({ min: 25, max: 55, noNaN: true }), fc.constantFrom('mph', 'mps', 'kmh'), (mps, unit) => {
        const shown = mps / unitsOf('clubSpeedMps')[unit]!;
        const mapping: MappedColumn[] = [{ header: 'v', target: 'clubSpeedMps', unit }];
        const [shot] = tuple(1, readMappedShots(`v,w\n${shown},1`, mapping, 'right'));
        expect(shot.values.clubSpeedMps).toBeCloseTo(mps, 9);
      }),
    );
  });
});

describe('cells', () => {
  test.each([
    ['12.5', 12.5],
    ['3.2 L', -3.2],
    ['3.2R', 3.2],
    ['-4', -4],
    ['1e3', 1000],
  ])('%s is %d', (text, value) => expect(cellNumber(text, false)).toBe(value));
  test('words and empty brackets are no numbers', () => {
    for (const text of ['fast', '', '1,2', '12 yards']) expect(cellNumber(text, false)).toBeNaN();
    expect(cellNumber('1,2', true)).toBe(1.2);
  });
  test('side letters turn with the hand', () => {
    const csv = 'Club speed (mph),Club path\n90,2.5 R';
    expect(radToDeg(must(read(csv)[0]!.values.pathOutRad))).toBeCloseTo(2.5, 9);
    expect(radToDeg(must(read(csv, 'left')[0]!.values.pathOutRad))).toBeCloseTo(-2.5, 9);
  });
});

describe('what cannot be is kept, said and set aside', () => {
  const csv = [
    'Club,Club speed (mph),Ball speed (mph),Launch angle,Spin rate',
    'driver,95,138,12,2600',
    'driver,95,161.5,12,2600',
    'driver,94,137,95,2600',
    'driver,93,136,11,-3000',
    'driver,92,fast,11,2500',
  ].join('\n');
  test('each with its reason; the impossible value is taken out, the rest stays', () => {
    const shots = read(csv);
    expect(shots).toHaveLength(5);
    expect(shots.map((s) => s.wrong.join())).toEqual([
      '',
      'smash factor 1.70 (possible: up to about 1.53)',
      'launch 95 deg (possible: −20 to 80)',
      'spin −3000 rpm (possible: 0 to 20000)',
      'ball speed "fast" is no number',
    ]);
    expect(shots[2]!.values.launchRad).toBeUndefined();
    expect(mpsToMph(must(shots[2]!.values.clubSpeedMps))).toBeCloseTo(94, 9);
    const issue = checkShots(shots).find((i) => i.kind === 'impossible');
    expect(issue).toMatchObject({ count: 4, lines: [3, 4, 5, 6] });
  });
});

describe('mixed units in one column', () => {
  test.each([
    ['km/h and mph', 'mph', 1.609344],
    ['mph and m/s', 'm/s', 2.23694],
  ])('%s are found and converted', (_, unit, factor) => {
    const middle = unit === 'mph' ? 92 : 41;
    const random = seededRandom('units');
    const truth = Array.from({ length: 12 }, () => middle + random.normal());
    const rows = truth.map((v, i) => (i % 4 === 3 ? v * factor : v).toFixed(3));
    const csv = `Club,Club speed (${unit})\n${rows.map((r) => `driver,${r}`).join('\n')}`;
    const issue = must(checkShots(read(csv)).find((i) => i.kind === 'mixed-units'));
    expect(issue.count).toBe(3);
    const repaired = read(csv, 'right', [must(issue.repair)]);
    const toSi = unit === 'mph' ? mphToMps(1) : 1;
    repaired.forEach((s, i) => expect(must(s.values.clubSpeedMps) / toSi).toBeCloseTo(truth[i]!, 1));
    expect(checkShots(repaired)).toEqual([]);
  });
  test('two honest speeds, slow and fast, are left alone', () => {
    const csv = `Club speed (mph)\n${[70, 71, 72, 95, 96, 94].join('\n')}`;
    expect(checkShots(read(csv))).toEqual([]);
  });
});

describe('signs against the hand', () => {
  /** Shots of the impact model; the sign of the columns can be turned. */
  function shots(pathSign: number, faceSign: number, seed = 'signs'): string {
    const random = seededRandom(seed);
    const rows = Array.from({ length: 15 }, () => {
      const path = 2 + 2 * random.normal();
      const face = path * 0.4 + 1.5 * random.normal();
      const ball = strikeBall({
        head: 'driver',
        clubSpeedMps: 42,
        attackRad: 0,
        pathOutRad: degToRad(path),
        faceOutRad: degToRad(face),
        dynamicLoftRad: degToRad(14),
        toeM: 0,
        highM: 0,
      });
      return [
        'driver',
        94,
        mpsToMph(ball.ballSpeedMps).toFixed(1),
        (pathSign * path).toFixed(2),
        (faceSign * face).toFixed(2),
        radToDeg(ball.launchDirectionOutRad).toFixed(2),
        radToDeg(ball.spinAxisOutRad).toFixed(2),
        radPerSToRpm(ball.spinRadPerS).toFixed(0),
      ].join(',');
    });
    return [
      'Club,Club speed (mph),Ball speed (mph),Club path,Face angle,Launch direction,Spin axis,Spin rate',
      ...rows,
    ].join('\n');
  }
  test('true signs raise nothing, for either hand', () => {
    for (const hand of ['right', 'left'] as const) expect(checkShots(read(shots(1, 1), hand))).toEqual([]);
  });
  test('path and face turned round are found; the repair makes them agree', () => {
    const csv = shots(-1, -1);
    const issue = must(checkShots(read(csv)).find((i) => i.kind === 'mirrored'));
    expect(issue.repair).toEqual({ kind: 'mirror', targets: ['pathOutRad', 'faceOutRad'] });
    expect(checkShots(read(csv, 'right', [must(issue.repair)]))).toEqual([]);
  });
});

describe('clocks and size', () => {
  test('a clock set back is found; the repair keeps the order of the rows', () => {
    const csv = [
      'Time,Club,Club speed (mph)',
      '2026-03-02T10:00:00Z,driver,90',
      '2026-03-02T10:01:00Z,driver,91',
      '2026-03-02T09:02:00Z,driver,92',
      '2026-03-02T09:03:00Z,driver,93',
    ].join('\n');
    const issue = must(checkShots(read(csv)).find((i) => i.kind === 'clock-back'));
    expect(issue).toMatchObject({ count: 1, lines: [4] });
    const times = read(csv, 'right', [must(issue.repair)]).map((s) => must(s.timeIso));
    expect([...times].sort()).toEqual(times);
    expect(new Set(times).size).toBe(4);
  });
  test('a file written newest first is no broken clock', () => {
    const csv = 'Time,Club speed (mph)\n' + [9, 8, 7, 6].map((h) => `2026-03-02T0${h}:00:00Z,90`).join('\n');
    expect(checkShots(read(csv))).toEqual([]);
  });
  test('fifty thousand rows are read and checked whole', () => {
    const csv = `Club,Club speed (mph)\n${Array.from({ length: 50_000 }, (_, i) => `driver,${80 + (i % 30)}`).join('\n')}`;
    const shots = read(csv);
    expect(shots).toHaveLength(50_000);
    expect(checkShots(shots)).toEqual([]);
  });
  test('a mapping of another file is refused', () => {
    expect(() => readMappedShots('a,b\n1,2', [{ header: 'v', target: 'clubSpeedMps', unit: 'mph' }], 'right')).toThrow(
      'no column "v"',
    );
  });
});
