import { describe, expect, test } from '@jest/globals';
import { addDays, differenceInCalendarDays, format, parseISO } from 'date-fns';
import fc from 'fast-check';
import { DRILLS } from '../../core/catalogue/drills.ts';
import { rungOfKey } from '../../core/catalogue/rungs.ts';
import { startRungOf } from '../../core/catalogue/drill-rungs.ts';
import type { ProgrammeDay } from '../../core/plan/programme.ts';
import { isSlow, plannedOn, shownWeek, weekStart } from './shown-week.ts';

const FIRST = '2026-11-02';
const on = (days: number): Date => addDays(parseISO(FIRST), days);
const DAY = (date: Date): string => format(date, 'yyyy-MM-dd');
const drills = DRILLS.map((d) => ({ drillId: d.id, rung: startRungOf(d) }));
const full = drills.filter(
  (d) => DRILLS.find((x) => x.id === d.drillId)!.intensity === 'maximal' && rungOfKey(d.rung)?.pace === 'full',
);
const plan = {
  startsOn: FIRST,
  week: [
    { day: 0, drillIds: ['a'] },
    { day: 3, drillIds: ['b', 'c'] },
  ],
  drills,
  programmeDays: null,
};

describe('the week of a plan', () => {
  test('property: any day lies in the week that is shown for it, and the week begins a whole number of weeks after the first', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2000 }), (days) => {
        const start = parseISO(weekStart(FIRST, on(days)));
        const into = differenceInCalendarDays(on(days), start);
        expect(into).toBeGreaterThanOrEqual(0);
        expect(into).toBeLessThan(7);
        expect(differenceInCalendarDays(start, parseISO(FIRST)) % 7).toBe(0);
      }),
    );
  });
  test('repeats until another takes over, over the change of the clocks too, and holds nothing before it begins', () => {
    expect([0, 3, 7, 10, 150, 154].map((d) => plannedOn(plan, on(d)))).toEqual([
      ['a'],
      ['b', 'c'],
      ['a'],
      ['b', 'c'],
      ['b', 'c'],
      ['a'],
    ]);
    expect(plannedOn(plan, on(1))).toEqual([]);
    expect(plannedOn(plan, on(-1))).toEqual([]);
    expect(weekStart(FIRST, on(-3))).toBe(FIRST);
    expect(plannedOn({ ...plan, startsOn: null }, on(0))).toEqual([]);
    expect(shownWeek({ ...plan, startsOn: null }, on(0))).toBeNull();
    expect(shownWeek(plan, on(8))).toEqual({ startsOn: '2026-11-09', week: plan.week });
  });
});

describe('the days of a programme', () => {
  const session = (maximalSwings: number, parts = 1): ProgrammeDay['session'] =>
    ({ maximalSwings, parts: Array.from({ length: parts }, () => ({})) }) as unknown as ProgrammeDay['session'];
  const day = (days: number, held: ProgrammeDay['session'], off: ProgrammeDay['off'] = ''): ProgrammeDay =>
    ({ date: DAY(on(days)), session: held, off }) as ProgrammeDay;
  const programme = {
    ...plan,
    programmeDays: [day(0, session(0)), day(1, null, 'sick'), day(2, session(12)), day(3, session(0, 2))],
  };
  test('drills at full intent stand only on days that hold such swings', () => {
    expect(full.length).toBeGreaterThan(0);
    const planned = (days: number): Set<string> => new Set(plannedOn(programme, on(days)));
    for (const { drillId } of full) {
      expect([drillId, planned(0).has(drillId), planned(3).has(drillId)]).toEqual([drillId, false, false]);
      expect([drillId, planned(2).has(drillId)]).toEqual([drillId, true]);
    }
    for (const { drillId, rung } of drills.filter((d) => isSlow(d.rung)))
      if (!full.some((f) => f.drillId === drillId)) expect([rung, planned(0).has(drillId)]).toEqual([rung, true]);
  });
  test('nothing stands on a day off; the week shown is the seven days from today on', () => {
    expect(plannedOn(programme, on(1))).toEqual([]);
    const shown = shownWeek(programme, on(1))!;
    expect(shown.startsOn).toBe(DAY(on(1)));
    expect(shown.week.map((d) => d.day)).toEqual([0, 1, 2, 3, 4, 5, 6]);
    expect(shown.week[0]!.drillIds).toEqual([]);
    expect(shown.week[1]!.drillIds).toEqual(plannedOn(programme, on(2)));
  });
});
