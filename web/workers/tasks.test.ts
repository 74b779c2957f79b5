import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { USUAL_HOLE } from '../../core/diagnosis/budget/distance-value.ts';
import { DEFAULT_AIR } from '../../core/flight/air.ts';
import type { ShotValues } from '../../core/formats/shot-fields.ts';
import { degToRad, mphToMps } from '../../core/units/units.ts';
import { answer, TASKS, type FilePreview } from './tasks.ts';

const RPM = Math.PI / 30;
/** A driven ball, launched as usual. */
const shot = (change: Partial<ShotValues> = {}): ShotValues => ({
  clubSpeedMps: 45,
  ballSpeedMps: 66,
  launchRad: degToRad(13),
  spinRadPerS: 2600 * RPM,
  launchDirectionOutRad: 0,
  spinAxisOutRad: 0,
  ...change,
});
const preview = (text: string, change: object = {}): FilePreview =>
  TASKS.preview({ text, fileName: 'shots.csv', handedness: 'right', defaultClub: 'driver', repairs: [], ...change });

describe('a file before it is imported', () => {
  const FOREIGN = [
    'Club,Club Speed (mph),Ball Speed (mph),Carry (yd)',
    'Driver,100,147,245',
    'Driver,101,148,247',
    '7 iron,85,118,165',
  ].join('\n');
  test('columns are guessed by name and unit, the first rows are in SI, its clubs are counted', () => {
    const p = preview(FOREIGN);
    expect(p).toMatchObject({ own: false, rows: 3, headerLine: 1, problems: [] });
    expect(p.mapping.map((m) => m.target)).toEqual(['club', 'clubSpeedMps', 'ballSpeedMps', 'carryM']);
    expect(p.first[0]!.values.clubSpeedMps).toBeCloseTo(mphToMps(100), 6);
    expect(p.clubs.map((c) => c.count).toSorted()).toEqual([1, 2]);
  });
  test('lines above the names are looked past, and said; only the first rows are shown', () => {
    const many = Array.from({ length: 30 }, (_, i) => `Driver,${90 + i},${130 + i},220`);
    const p = preview(
      ['A report of a day', '', 'Club,Club Speed (mph),Ball Speed (mph),Carry (yd)', ...many].join('\n'),
    );
    expect(p.headerLine).toBe(3);
    expect([p.rows, p.first.length]).toEqual([30, 5]);
  });
  test('a mapping that was given is taken; one without any speed is a problem, and nothing is read by it', () => {
    const mapping = preview(FOREIGN).mapping;
    const without = mapping.map((m) => (/Speed/.test(m.header) ? { ...m, target: 'ignore' as const } : m));
    const p = preview(FOREIGN, { mapping: without });
    expect(p.problems.length).toBeGreaterThan(0);
    expect([p.first, p.clubs, p.issues]).toEqual([[], [], []]);
  });
  test('a figure that cannot be is said with its line', () => {
    const p = preview(`${FOREIGN}\nDriver,1000,147,245`);
    expect(p.issues.length).toBeGreaterThan(0);
    expect(p.issues.flatMap((i) => i.lines)).toContain(5);
  });
  test('a file of another hand than the player’s is pointed out', () => {
    const own = ['# hand: left', 'club_speed_mph,ball_speed_mph', '100,147'].join('\n');
    const said = (handedness: 'left' | 'right'): string =>
      preview(own, { handedness })
        .issues.map((i) => i.text)
        .join(' ');
    expect(said('right')).toMatch(/left/i);
    expect(said('left')).not.toMatch(/hand/i);
  });
});

describe('flights of a pattern', () => {
  const fly = (...shots: ShotValues[]) =>
    TASKS.pattern({ shots: shots.map((values, i) => ({ id: String(i), values })), club: 'driver', air: DEFAULT_AIR });
  test('run from the ball to where it lands, in few points, and nothing was estimated where all was measured', () => {
    const [f] = fly(shot());
    expect(f!.path[0]).toEqual([0, 0, 0]);
    expect(f!.path.length).toBeLessThan(90);
    expect(f!.path.at(-1)![0]).toBeCloseTo(f!.carryM, 0);
    expect(Math.abs(f!.path.at(-1)![1])).toBeLessThan(0.5);
    expect(f!.totalM).toBeGreaterThan(f!.carryM);
    expect(f!.estimated).toEqual([]);
  });
  test('what had to be estimated is named; a shot of which nothing can be known does not fly', () => {
    const { spinRadPerS: _, ...without } = shot({ attackRad: 0 });
    const [f] = fly(without);
    expect(f!.estimated).toEqual(['spinRadPerS']);
    expect(fly({ impactToeM: 0.01 })).toEqual([]);
  });
  test('property: a ball started out lands out, one started in lands in, alike', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 6, noNaN: true }), (deg) => {
        const [out, into] = fly(
          shot({ launchDirectionOutRad: degToRad(deg) }),
          shot({ launchDirectionOutRad: degToRad(-deg) }),
        );
        expect(out!.sideOutM).toBeGreaterThan(0);
        expect(into!.sideOutM).toBeCloseTo(-out!.sideOutM, 6);
        expect(into!.carryM).toBeCloseTo(out!.carryM, 6);
      }),
      { numRuns: 10 },
    );
  });
});

describe('sums that cannot be done', () => {
  test('come back as data, with what is missing, and do not take the worker down', () => {
    const few = answer('value', { shots: [shot()], club: 'driver', hole: USUAL_HOLE });
    expect(few).toMatchObject({ error: { code: expect.any(String), message: expect.any(String) } });
    const hole = { ...USUAL_HOLE, lengthM: NaN };
    expect(answer('value', { shots: Array.from({ length: 8 }, () => shot()), club: 'driver', hole })).toMatchObject({
      error: { code: 'out-of-range', message: expect.stringMatching(/^The hole needs a length/) },
    });
    expect(
      answer('preview', { text: '', fileName: 'empty.csv', handedness: 'right', defaultClub: 'driver', repairs: [] }),
    ).toMatchObject({
      error: { message: expect.stringContaining('empty.csv') },
    });
  });
  test('of a kind that nobody foresaw say so too', () => {
    expect(answer('pattern', null)).toMatchObject({ error: { code: 'failed', missing: '' } });
  });
});

test('more speed carries farther, and a strike map needs strikes', () => {
  const carries = TASKS.bestCarries({ clubSpeedsMps: [30, 40, 50] });
  expect(carries.toSorted((a, b) => a - b)).toEqual(carries);
  expect(carries[2]! - carries[1]!).toBeGreaterThan(10);
  expect(TASKS.strikes({ shots: [shot()], club: 'driver' })).toBeNull();
  const struck = Array.from({ length: 9 }, (_, i) =>
    shot({ impactToeM: 0.004 * (i - 4), impactHighM: 0.002 * (i % 3) }),
  );
  expect(TASKS.strikes({ shots: struck, club: 'driver' })!.strikes).toHaveLength(9);
});
