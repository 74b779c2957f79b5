import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyClosedBecause, planClosedBecause, planIsClosed, type Body, type OpenPain } from './body.ts';
import { loadOn, type LoadEntry } from './load.ts';

const block = (day: string, swings: number): LoadEntry => ({ day, swings, source: 'block' });

describe('one count of full-intent swings', () => {
  test('blocks, tests and drills of a day count together; near the cap, then over it', () => {
    const entries: LoadEntry[] = [
      block('2026-03-10', 10),
      { day: '2026-03-10', swings: 8, source: 'test' },
      { day: '2026-03-10', swings: 4, source: 'drill' },
    ];
    expect(loadOn('2026-03-10', entries, 40, false)).toMatchObject({ today: 22, dayCap: 30, state: 'open', left: 8 });
    expect(loadOn('2026-03-10', [...entries, block('2026-03-10', 2)], 40, false).state).toBe('near');
    const over = loadOn('2026-03-10', [...entries, block('2026-03-10', 8)], 40, false);
    expect(over).toMatchObject({ state: 'over', left: 0 });
    expect(over.because.join()).toContain('the cap is 30');
  });
  test.each([
    [15, false, 15],
    [30, false, 30],
    [61, false, 20],
    [30, true, 20],
  ])('cap at %i years, returning %s: %i', (age, returning, cap) => {
    expect(loadOn('2026-03-10', [block('2026-03-10', cap)], age, returning).state).toBe('over');
    expect(loadOn('2026-03-10', [block('2026-03-10', cap - 1)], age, returning).state).toBe('near');
  });
  test('not on the day after one, and not on a fourth day of a week', () => {
    expect(loadOn('2026-03-11', [block('2026-03-10', 5)], 40, false).because.join()).toContain('yesterday');
    const three = [block('2026-03-04', 5), block('2026-03-06', 5), block('2026-03-08', 5)];
    expect(loadOn('2026-03-10', three, 40, false).because.join()).toContain('3 maximal days');
    expect(loadOn('2026-03-12', three, 40, false).state).toBe('open');
  });
  test('a week rises by a fifth at most; the first week by the caps alone', () => {
    const before = [block('2026-03-01', 25), block('2026-03-03', 25)];
    const now = [...before, block('2026-03-08', 28), block('2026-03-10', 28)];
    expect(loadOn('2026-03-12', now, 40, false)).toMatchObject({ weekCap: 60, week: 56, left: 4 });
    expect(loadOn('2026-03-10', [block('2026-03-08', 28)], 40, false).weekCap).toBe(90);
  });
  test('what is left never lets a day or a week pass its cap', () => {
    const days = fc.array(
      fc.record({ back: fc.integer({ min: 0, max: 20 }), swings: fc.integer({ min: 1, max: 40 }) }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(days, fc.integer({ min: 12, max: 80 }), fc.boolean(), (list, age, returning) => {
        const entries = list.map((e) =>
          block(new Date(Date.UTC(2026, 2, 20 - e.back)).toISOString().slice(0, 10), e.swings),
        );
        const load = loadOn('2026-03-20', entries, age, returning);
        expect(load.left).toBeGreaterThanOrEqual(0);
        if (load.left > 0) {
          expect(load.today + load.left).toBeLessThanOrEqual(load.dayCap);
          expect(load.week + load.left).toBeLessThanOrEqual(load.weekCap);
        }
        expect(load.left === 0).toBe(load.state === 'over');
      }),
    );
  });
});

describe('what a body closes', () => {
  const pain = (change: Partial<OpenPain> = {}): OpenPain => ({
    id: 'p',
    notedOn: '2026-03-10',
    part: 'elbow',
    kind: 'dull',
    drillId: 'throw-bend-extend',
    ...change,
  });
  const body = (change: Partial<Body> = {}): Body => ({
    flags: [],
    clearedOn: null,
    painfulParts: [],
    pains: [],
    ...change,
  });
  const swing = { loads: ['wrist' as const], maximal: false };
  const sore = body({ pains: [pain()] });

  test('pain closes what loads its part, the drill it was felt in and all maximal work; nothing else', () => {
    expect(bodyClosedBecause(swing, sore)).toEqual([]);
    expect(bodyClosedBecause({ loads: ['elbow'], maximal: false }, sore)).toHaveLength(1);
    expect(bodyClosedBecause({ ...swing, drillId: 'throw-bend-extend' }, sore)).toHaveLength(1);
    expect(bodyClosedBecause({ ...swing, maximal: true }, sore)[0]).toContain('Maximal work is closed');
    expect(planIsClosed(sore)).toBe(false);
  });
  test('where the part was not said all work is closed', () => {
    expect(bodyClosedBecause({ loads: [], maximal: false }, body({ pains: [pain({ part: null })] }))).toHaveLength(1);
  });
  test.each(['sharp', 'joint', 'radiating', 'numb', 'chest', 'dizzy'] as const)(
    '%s closes everything until a clearance of that day or later',
    (kind) => {
      const flagged = body({ pains: [pain({ kind })] });
      expect(planIsClosed(flagged)).toBe(true);
      expect(planClosedBecause(flagged)[0]).toContain('clearance');
      expect(planIsClosed({ ...flagged, clearedOn: '2026-03-09' })).toBe(true);
      expect(planIsClosed({ ...flagged, clearedOn: '2026-03-10' })).toBe(false);
      // The clearance lifts that; the part stays closed until the instructor's word.
      expect(
        bodyClosedBecause({ loads: ['elbow'], maximal: false }, { ...flagged, clearedOn: '2026-03-10' }),
      ).toHaveLength(1);
    },
  );
  test('a condition closes everything until a clearance is on file', () => {
    const flagged = body({ flags: ['blood-pressure', 'hernia'] });
    expect(planClosedBecause(flagged)[0]).toContain('High blood pressure, Hernia');
    expect(planClosedBecause({ ...flagged, clearedOn: '2026-01-01' })).toEqual([]);
  });
});
