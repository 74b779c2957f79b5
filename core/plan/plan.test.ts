import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ALWAYS_CAUTIONS, JUNIOR_CAUTION, MAXIMAL_CAUTION } from '../catalogue/cautions.ts';
import { DRILLS, drillById } from '../catalogue/drills.ts';
import type { Drill } from '../catalogue/drill-type.ts';
import { changeBetween, placeOnLadder } from '../catalogue/drill-rungs.ts';
import { ladder, rungKey, rungOfKey } from '../catalogue/rungs.ts';
import { LENSES } from '../catalogue/stages.ts';
import { decideLadder, TRIAL_SESSIONS, type DrillSession, type LadderState } from './ladder.ts';
import { planIsClosed } from './body.ts';
import { cautionsFor, drillsFor, type PlanStudent } from './open-drills.ts';
import { maximalSwingCap, planWeek, type WeekWish } from './week.ts';

const student: PlanStudent = {
  ageYears: 40,
  kit: [
    'driver',
    'iron',
    'club',
    'light stick',
    'alignment stick',
    'flexible stick',
    'mirror',
    'chair',
    'racket',
    'pen',
    'heavy stick',
    'medicine ball',
    'band',
    'rope',
    'pad',
    'slider',
    'two sticks',
    'wedge pad',
  ],
  places: ['range', 'garden', 'living room', 'gym'],
  flags: [],
  clearedOn: null,
  painfulParts: [],
  pains: [],
  balanceS: 20,
  lens: 'measured',
};
const drill = (id: string): Drill => {
  const d = drillById(id);
  if (!d) throw new Error(`no drill ${id}`);
  return d;
};

describe('which drills are open', () => {
  const closed = (fault: string, change: Partial<PlanStudent>): string =>
    drillsFor(fault, { ...student, ...change })
      .filter((c) => !c.open)
      .map((c) => `${c.drill.id}: ${c.closedBecause.join(' ')}`)
      .join('\n');

  test('with everything at hand all are open', () => {
    for (const d of DRILLS) for (const f of d.treats) expect(drillsFor(f, student).every((c) => c.open)).toBe(true);
  });
  test('a flag closes the whole plan until clearance is recorded', () => {
    const flagged = { ...student, flags: ['heart' as const] };
    expect(planIsClosed(flagged)).toBe(true);
    expect(drillsFor('tension', flagged).every((c) => !c.open && c.closedBecause.join().includes('clearance'))).toBe(
      true,
    );
    expect(planIsClosed({ ...flagged, clearedOn: '2026-03-01' })).toBe(false);
    expect(drillsFor('tension', { ...flagged, clearedOn: '2026-03-01' }).some((c) => c.open)).toBe(true);
  });
  test('missing kit, place, pain, balance and youth each close with their reason', () => {
    expect(closed('early-release', { kit: ['driver'] })).toMatch(/flat-face-strike: Needs racket/);
    expect(closed('early-release', { places: ['living room'] })).toMatch(/Only for range or garden/);
    expect(closed('early-release', { painfulParts: ['wrist'] })).toMatch(/Loads the wrist/);
    expect(closed('effort-over-speed', { balanceS: 4 })).toMatch(/single-leg stand of 10 s; measured 4 s/);
    expect(closed('no-leg-extension', { ageYears: 14 })).toMatch(/closed for growing players/);
  });
  test('a lens changes the order, never what is open or the cautions', () => {
    const by = (lens: PlanStudent['lens']) => drillsFor('early-release', { ...student, lens });
    const orders = new Set(
      LENSES.map((l) =>
        by(l.id)
          .map((c) => c.drill.id)
          .join(),
      ),
    );
    expect(orders.size).toBeGreaterThan(1);
    for (const l of LENSES) {
      const list = by(l.id);
      expect(list.map((c) => `${c.drill.id}${c.cautions.join()}`).sort()).toEqual(
        by('measured')
          .map((c) => `${c.drill.id}${c.cautions.join()}`)
          .sort(),
      );
    }
  });
  test('cautions that always apply are on every drill; maximal and junior ones where they belong', () => {
    for (const d of DRILLS) for (const c of ALWAYS_CAUTIONS) expect(cautionsFor(d, student)).toContain(c);
    expect(cautionsFor(drill('light-fast'), student)).toContain(MAXIMAL_CAUTION);
    expect(cautionsFor(drill('quiet-setup'), { ageYears: 15 })).toContain(JUNIOR_CAUTION);
  });
});

const RUNGS3 = ladder('slow whole middle-iron none on garden', 'pace half', 'place range');
const [FIRST, SECOND, THIRD] = RUNGS3.map(rungKey) as [string, string, string];

describe('ladder', () => {
  const base: LadderState = {
    level: 'club',
    rungs: RUNGS3,
    rung: SECOND,
    passShare: 0.75,
    sessions: [],
    cuesTried: 1,
    drillsTried: 1,
  };
  const s = (passed: number, reset: number, more: Partial<DrillSession> = {}): DrillSession => ({
    date: '2026-03-01',
    passed,
    reset,
    mark: 0.75,
    witnessed: false,
    pain: false,
    ...more,
  });
  const move = (sessions: DrillSession[], change: Partial<LadderState> = {}) =>
    decideLadder({ ...base, ...change, sessions });

  test('up: the mark twice running, one of them witnessed', () => {
    expect(move([s(6, 2), s(7, 1, { witnessed: true })])).toMatchObject({ move: 'up', rung: THIRD });
  });
  test('two passes at home alone are not enough, and it says why', () => {
    expect(move([s(6, 2), s(7, 1)])).toMatchObject({ move: 'stay' });
    expect(move([s(6, 2), s(7, 1)]).reason).toContain('with you or a measurement');
  });
  test('on the last rung it stays', () => {
    expect(move([s(8, 0, { witnessed: true }), s(8, 0)], { rung: THIRD })).toMatchObject({ move: 'stay', rung: THIRD });
  });
  test('down: missed by far twice running; on the lowest rung another cue', () => {
    expect(move([s(2, 6), s(1, 7)])).toMatchObject({ move: 'down', rung: FIRST });
    expect(move([s(2, 6), s(1, 7)], { rung: FIRST })).toMatchObject({ move: 'change-cue', rung: FIRST });
  });
  test('pain stops it before anything else', () => {
    expect(move([s(8, 0, { witnessed: true }), s(8, 0, { pain: true, date: '2026-03-04' })])).toMatchObject({
      move: 'stop',
    });
    expect(move([s(8, 0, { pain: true }), s(8, 0)]).reason).toContain('Pain');
  });
  test.each(Object.entries(TRIAL_SESSIONS))(
    'a %s changes the cue after %i sessions without a pass, not before',
    (level, trial) => {
      const tries = Array.from({ length: trial }, () => s(4, 4));
      expect(move(tries, { level: level as LadderState['level'] }).move).toBe('change-cue');
      expect(move(tries.slice(1), { level: level as LadderState['level'] }).move).toBe('stay');
    },
  );
  test('after two cues another drill, after two drills look again', () => {
    const tries = Array.from({ length: 6 }, () => s(4, 4));
    expect(move(tries, { cuesTried: 2 }).move).toBe('change-drill');
    expect(move(tries, { cuesTried: 2, drillsTried: 2 }).move).toBe('look-again');
  });
  test('nothing logged: stay', () =>
    expect(move([])).toMatchObject({ move: 'stay', reason: 'No practice was logged on this rung yet.' }));
  test('the rung it names is the present one or one change away', () => {
    const sessions = fc.array(
      fc.record({
        date: fc.constant('2026-03-01'),
        passed: fc.nat(10),
        reset: fc.nat(10),
        mark: fc.constant(0.75),
        witnessed: fc.boolean(),
        pain: fc.boolean(),
      }),
      { maxLength: 9 },
    );
    fc.assert(
      fc.property(sessions, fc.constantFrom(FIRST, SECOND, THIRD), (list, rung) => {
        const to = rungOfKey(decideLadder({ ...base, rung, sessions: list }).rung)!;
        const steps = changeBetween(rungOfKey(rung)!, to);
        expect(rungKey(to) === rung || steps !== undefined).toBe(true);
        expect(placeOnLadder(RUNGS3, to)).toBeLessThanOrEqual(2);
      }),
    );
  });
});

describe('week', () => {
  const wish = (id: string, change: Partial<WeekWish> = {}): WeekWish => ({
    drill: drill(id),
    rung: 'full/whole/stick/none/on/garden',
    sets: 3,
    reps: 5,
    sessionsPerWeek: 3,
    ...change,
  });
  const limits = { ageYears: 40, returning: false, sessionsPerWeek: 3, blockedDays: [] };

  test('three sessions are spread over the week', () => {
    const days = planWeek([wish('quiet-setup')], limits).days.map((d) => d.day);
    expect(days).toHaveLength(3);
    expect(days[1]! - days[0]!).toBeGreaterThanOrEqual(2);
  });
  test('fewer free days than wished are said', () => {
    const week = planWeek([wish('quiet-setup', { sessionsPerWeek: 5 })], {
      ...limits,
      sessionsPerWeek: 5,
      blockedDays: [0, 1, 2, 3, 4],
    });
    expect(week.days).toHaveLength(2);
    expect(week.notes.join()).toContain('only 2 days are free');
  });
  test('the cap on maximal swings cuts sets and says so', () => {
    const week = planWeek([wish('light-fast', { sets: 8, reps: 5 })], { ...limits, ageYears: 64 });
    expect(week.setsOf['light-fast']! * 5).toBeLessThanOrEqual(20);
    expect(week.notes.join()).toContain('cap is 20');
  });
  test('caps by age and return', () => {
    expect([
      maximalSwingCap(15, false),
      maximalSwingCap(30, false),
      maximalSwingCap(61, false),
      maximalSwingCap(30, true),
    ]).toEqual([15, 30, 20, 20]);
  });
  test('every plan holds every cap, whatever is wished', () => {
    fc.assert(
      fc.property(
        fc.record({
          sets: fc.integer({ min: 1, max: 10 }),
          reps: fc.integer({ min: 1, max: 12 }),
          wished: fc.integer({ min: 1, max: 7 }),
          limit: fc.integer({ min: 0, max: 7 }),
          age: fc.integer({ min: 12, max: 80 }),
          blocked: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { maxLength: 6 }),
          event: fc.option(fc.integer({ min: 0, max: 20 }), { nil: undefined }),
        }),
        (r) => {
          const week = planWeek(
            [
              wish('light-fast', { sets: r.sets, reps: r.reps, sessionsPerWeek: r.wished }),
              wish('quiet-setup', { sessionsPerWeek: r.wished }),
            ],
            {
              ageYears: r.age,
              returning: false,
              sessionsPerWeek: r.limit,
              blockedDays: r.blocked,
              eventInDays: r.event,
            },
          );
          const maximal = week.days.filter((d) => d.drillIds.includes('light-fast')).map((d) => d.day);
          expect(week.days.length).toBeLessThanOrEqual(r.limit);
          expect(week.days.every((d) => !r.blocked.includes(d.day))).toBe(true);
          expect(maximal.length).toBeLessThanOrEqual(3);
          for (let i = 1; i < maximal.length; i++) expect(maximal[i]! - maximal[i - 1]!).toBeGreaterThan(1);
          // The week repeats: its last day lies next to its first.
          if (maximal.length > 1) expect(maximal[0]! + 7 - maximal.at(-1)!).toBeGreaterThan(1);
          expect((week.setsOf['light-fast'] ?? 0) * r.reps).toBeLessThanOrEqual(maximalSwingCap(r.age, false));
          if (r.event !== undefined) for (const d of maximal) expect(d < r.event - 3 || d > r.event).toBe(true);
        },
      ),
    );
  });
});
