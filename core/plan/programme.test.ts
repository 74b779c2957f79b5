import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { LEVELS } from '../catalogue/stages.ts';
import { loadOn, type LoadEntry } from './load.ts';
import { addDays, daysApart, weekdayOf } from './calendar-days.ts';
import { planProgramme, type ProgrammeWish } from './programme.ts';
import { brokenRules, moveSession } from './programme-rules.ts';

const START = '2026-03-02';
const wish: ProgrammeWish = {
  startsOn: START,
  eventOn: null,
  weeks: 12,
  level: 'club',
  ageYears: 40,
  returning: false,
  sessionsPerWeek: 3,
  weekdays: [0, 1, 2, 3, 4, 5, 6],
  off: [],
  lessons: { every: 'weekly', firstOn: addDays(START, 5), count: 0 },
  maximal: true,
  pastLoad: [],
};
const day = fc.integer({ min: 0, max: 200 }).map((n) => addDays(START, n));
const anyWish: fc.Arbitrary<ProgrammeWish> = fc.record({
  startsOn: fc.constant(START),
  eventOn: fc.option(fc.integer({ min: 1, max: 180 }).map((n) => addDays(START, n))),
  weeks: fc.integer({ min: 1, max: 30 }),
  level: fc.constantFrom(...LEVELS),
  ageYears: fc.integer({ min: 10, max: 85 }),
  returning: fc.boolean(),
  sessionsPerWeek: fc.integer({ min: 1, max: 7 }),
  weekdays: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { maxLength: 7 }),
  off: fc
    .array(fc.record({ from: day, length: fc.nat(14), why: fc.constantFrom('holiday' as const, 'sick' as const) }), {
      maxLength: 3,
    })
    .map((list) => list.map(({ from, length, why }) => ({ from, to: addDays(from, length), why }))),
  lessons: fc.record({
    every: fc.constantFrom('weekly' as const, 'fortnightly' as const, 'days' as const),
    firstOn: day,
    count: fc.integer({ min: 1, max: 5 }),
  }),
  maximal: fc.boolean(),
  pastLoad: fc
    .array(fc.record({ ago: fc.integer({ min: 1, max: 14 }), swings: fc.integer({ min: 1, max: 40 }) }), {
      maxLength: 6,
    })
    .map((list) => list.map(({ ago, swings }): LoadEntry => ({ day: addDays(START, -ago), swings, source: 'block' }))),
});

describe('the programme', () => {
  test('2,000 random students: every hard constraint is held, and a day followed never passes a cap', () => {
    fc.assert(
      fc.property(anyWish, (w) => {
        const { days, gaveWay } = planProgramme(w);
        expect(brokenRules(days, w)).toEqual([]);
        // The caps once more, by the count that the phone and the lesson go by.
        const entries = [...w.pastLoad];
        for (const d of days) {
          const swings = d.session?.maximalSwings ?? 0;
          if (swings === 0) continue;
          const load = loadOn(d.date, entries, w.ageYears, w.returning);
          expect([load.because, swings <= load.left]).toEqual([[], true]);
          expect(d.session!.otherWay * 3).toBeGreaterThanOrEqual(swings);
          entries.push({ day: d.date, swings, source: 'drill' });
        }
        const free = days.filter((d) => d.off === '' && !d.lesson && w.weekdays.includes(weekdayOf(d.date)));
        if (free.length === 0) expect(days.every((d) => d.session === null)).toBe(true);
        expect(gaveWay.every((g) => g.length > 10)).toBe(true);
      }),
      { numRuns: 2000 },
    );
  });
  test('a programme with time learns, then force, transfer and taper; nothing at full intent while learning', () => {
    const w = { ...wish, eventOn: addDays(START, 84) };
    const { phases, days } = planProgramme(w);
    expect(phases.map((p) => p.id)).toEqual(['learn', 'force', 'transfer', 'taper']);
    expect(phases[0]!.from).toBe(START);
    for (const [i, p] of phases.entries()) if (i > 0) expect(daysApart(phases[i - 1]!.to, p.from)).toBe(1);
    const swings = (id: string) =>
      days.filter((d) => d.phase === id).reduce((n, d) => n + (d.session?.maximalSwings ?? 0), 0);
    expect(swings('learn')).toBe(0);
    expect(swings('force')).toBeGreaterThan(60);
    const week = (i: number) => {
      const from = addDays(phases[1]!.from, 7 * i);
      return days.filter((d) => d.date >= from && d.date < addDays(from, 7) && (d.session?.maximalSwings ?? 0) > 0);
    };
    // It grows from week to week, on several days that do not lie next to each other.
    const sums = [0, 1, 2].map((i) => week(i).reduce((n, d) => n + d.session!.maximalSwings, 0));
    expect(sums[1]).toBeGreaterThan(sums[0]!);
    expect(sums[2]).toBeGreaterThan(sums[1]!);
    expect(week(1).length).toBeGreaterThanOrEqual(2);
    expect(swings('transfer')).toBeGreaterThan(0);
    expect(days.filter((d) => daysApart(d.date, w.eventOn) <= 3).every((d) => !d.session?.maximalSwings)).toBe(true);
    expect(days.at(-1)).toMatchObject({ date: w.eventOn, off: 'event' });
    expect(days.filter((d) => d.retest).length).toBeGreaterThanOrEqual(3);
  });
  test('every wished session is laid where days are free, evenly', () => {
    const { days } = planProgramme(wish);
    const on = days.filter((d) => d.session).map((d) => d.date);
    expect(on).toHaveLength(36);
    const gaps = on.slice(1).map((d, i) => daysApart(on[i]!, d));
    expect(Math.max(...gaps)).toBeLessThanOrEqual(3);
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(2);
  });
  test('what could not be met is said: a holiday, too little time, no full intent', () => {
    const said = (change: Partial<ProgrammeWish>) => planProgramme({ ...wish, ...change }).gaveWay.join(' ');
    expect(said({ off: [{ from: START, to: addDays(START, 5), why: 'holiday' }] })).toContain('1 of 3 sessions');
    expect(said({ eventOn: addDays(START, 21) })).toContain('shorter than the 10 weeks');
    expect(said({ eventOn: addDays(START, 4) })).toContain('only the taper');
    expect(said({ maximal: false })).toContain('No work at full intent');
    expect(said({ weekdays: [] })).toContain('0 of 3 sessions');
  });
  test('sick days move things: nothing lies on them, and the load starts low again', () => {
    const off = [{ from: addDays(START, 28), to: addDays(START, 48), why: 'sick' as const }];
    const { days } = planProgramme({ ...wish, off });
    expect(days.filter((d) => d.off === 'sick').every((d) => d.session === null)).toBe(true);
    const first = days.find((d) => d.date > off[0]!.to && (d.session?.maximalSwings ?? 0) > 0)!;
    expect(first.session!.maximalSwings).toBeLessThanOrEqual(15);
    const lessons = { every: 'weekly' as const, firstOn: addDays(START, 30), count: 1 };
    const said = planProgramme({ ...wish, off, lessons });
    expect(said.days.some((d) => d.lesson && d.off !== '')).toBe(false);
    expect(said.gaveWay.join(' ')).toContain('falls on a day off');
  });
  test('lessons on days running lie on their days, and no session with them', () => {
    const lessons = { every: 'days' as const, firstOn: addDays(START, 7), count: 4 };
    const { days } = planProgramme({ ...wish, lessons });
    expect(days.filter((d) => d.lesson).map((d) => d.date)).toEqual([7, 8, 9, 10].map((n) => addDays(START, n)));
    expect(days.every((d) => !(d.lesson && d.session))).toBe(true);
  });
});

describe('moving a session', () => {
  const w = { ...wish, eventOn: addDays(START, 84) };
  const { days } = planProgramme(w);
  test('to a free day it moves; to where it breaks something it stays, and what it breaks is said', () => {
    const from = days.find((d) => d.session && d.phase === 'learn')!.date;
    const free = days.find(
      (d) => !d.session && !d.lesson && d.off === '' && d.phase === 'learn' && d.date > from,
    )!.date;
    const moved = moveSession(days, from, free, w);
    expect(moved.broken).toEqual([]);
    expect([
      moved.days.find((d) => d.date === from)!.session,
      moved.days.find((d) => d.date === free)!.session === null,
    ]).toEqual([null, false]);
    const hard = days.find((d) => (d.session?.maximalSwings ?? 0) > 0)!.date;
    const learning = days.find((d) => d.phase === 'learn' && !d.session && !d.lesson)!.date;
    const refused = moveSession(days, hard, learning, w);
    expect(refused.days).toBe(days);
    expect(refused.broken.map((b) => b.because).join()).toContain('while learning');
    const lesson = days.find((d) => d.lesson)!.date;
    expect(moveSession(days, from, lesson, w).broken[0]!.because).toContain('lesson');
    expect(
      moveSession(days, from, w.eventOn, w)
        .broken.map((b) => b.because)
        .join(),
    ).toContain('event');
    expect(moveSession(days, from, '2031-01-01', w).broken[0]!.because).toContain('outside');
  });
  test('a move that is made breaks nothing, whatever is moved where; two hard days next to each other are refused', () => {
    fc.assert(
      fc.property(fc.nat(days.length - 1), fc.nat(days.length - 1), (i, k) => {
        const moved = moveSession(days, days[i]!.date, days[k]!.date, w);
        if (moved.broken.length === 0) expect(brokenRules(moved.days, w)).toEqual([]);
        else expect(moved.days).toBe(days);
      }),
      { numRuns: 300 },
    );
    const hard = days.filter((d) => (d.session?.maximalSwings ?? 0) > 0);
    const beside = addDays(hard[0]!.date, 1);
    expect(
      moveSession(days, hard[1]!.date, beside, w)
        .broken.map((b) => b.because)
        .join(),
    ).toMatch(/next to each other|full intent|sessions/);
  });
});
