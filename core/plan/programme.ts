import type { Level } from '../catalogue/stages.ts';
import { dayWords } from './day-words.ts';
import { addDays, daysApart, WEEK, weekdayOf } from './calendar-days.ts';
import { loadOn, MOST_WEEKLY_RISE, type LoadEntry } from './load.ts';
import { phasesOf, type Phase, type PhaseId } from './phases.ts';
import { maximalSwingCap } from './week.ts';

export type Part = 'warm-up' | 'technique' | 'force' | 'transfer';
/** Order of the parts of a session: technique before force, transfer last. */
export const PARTS: readonly Part[] = ['warm-up', 'technique', 'force', 'transfer'];

export interface PlannedSession {
  readonly parts: readonly Part[];
  /** Swings at full intent, both directions together. */
  readonly maximalSwings: number;
  /** Of them in the other direction. */
  readonly otherWay: number;
  /** Share of the usual sets. */
  readonly volume: number;
}

export interface ProgrammeDay {
  readonly date: string;
  readonly phase: PhaseId;
  readonly session: PlannedSession | null;
  readonly lesson: boolean;
  /** The same block in the same conditions as before. */
  readonly retest: boolean;
  /** Why nothing can be done on it; empty where it is free. */
  readonly off: '' | 'holiday' | 'sick' | 'event';
}

export interface DaysOff {
  readonly from: string;
  readonly to: string;
  readonly why: 'holiday' | 'sick';
}

export interface ProgrammeWish {
  readonly startsOn: string;
  /** Day of the event; null for an open end. */
  readonly eventOn: string | null;
  /** Length where there is no event. */
  readonly weeks: number;
  readonly level: Level;
  readonly ageYears: number;
  readonly returning: boolean;
  readonly sessionsPerWeek: number;
  /** Days of the week that can be used, 0 = Monday. */
  readonly weekdays: readonly number[];
  readonly off: readonly DaysOff[];
  /** Lessons weekly, fortnightly, or on so many days running. */
  readonly lessons: {
    readonly every: 'weekly' | 'fortnightly' | 'days';
    readonly firstOn: string;
    readonly count: number;
  };
  /** Whether body and plan allow work at full intent. */
  readonly maximal: boolean;
  /** Full-intent swings before the start. */
  readonly pastLoad: readonly LoadEntry[];
}

export interface Programme {
  readonly phases: readonly Phase[];
  readonly days: readonly ProgrammeDay[];
  /** Wishes that could not be met, each with why. */
  readonly gaveWay: readonly string[];
}

/** Days before an event in which nothing is at full intent. */
export const QUIET_DAYS = 3;
const LONGEST_WEEKS = 52;

/** Days of the lessons of a wish within a span. */
export function lessonDays(wish: ProgrammeWish, last: string): string[] {
  const step = wish.lessons.every === 'weekly' ? WEEK : wish.lessons.every === 'fortnightly' ? 2 * WEEK : 1;
  const count = wish.lessons.every === 'days' ? wish.lessons.count : LONGEST_WEEKS;
  return Array.from({ length: count }, (_, i) => addDays(wish.lessons.firstOn, i * step)).filter(
    (d) => d >= wish.startsOn && d <= last,
  );
}

const offOn = (wish: ProgrammeWish, day: string): ProgrammeDay['off'] =>
  day === wish.eventOn ? 'event' : (wish.off.find((o) => o.from <= day && day <= o.to)?.why ?? '');

/** Last day of a programme: the event, or the end of its weeks. */
export const lastDayOf = (wish: ProgrammeWish): string =>
  wish.eventOn ?? addDays(wish.startsOn, WEEK * Math.min(wish.weeks, LONGEST_WEEKS) - 1);

function subsets<T>(list: readonly T[], size: number): T[][] {
  if (size === 0) return [[]];
  return list.flatMap((d, i) => subsets(list.slice(i + 1), size - 1).map((rest) => [d, ...rest]));
}

/** Squared misses of the even gap between sessions, from the one before the week on: smaller is more even. */
function unevenness(days: readonly string[], before: string | undefined): number {
  const all = before ? [before, ...days] : days;
  const even = WEEK / Math.max(1, days.length);
  return all.slice(1).reduce((sum, d, i) => sum + (daysApart(all[i]!, d) - even) ** 2, 0);
}

/** Least swings at full intent for which a day is worth it. */
const LEAST_MAXIMAL = 6;
const OTHER_WAY_SHARE = 1 / 3;
/** Days a week that are at full intent, at most, by phase. */
const MAXIMAL_DAYS: Readonly<Record<PhaseId, number>> = { learn: 0, force: 3, transfer: 1, taper: 1 };

export const sessionOf = (phase: PhaseId, maximalSwings: number, volume: number): PlannedSession => {
  const force = maximalSwings > 0;
  const brisk = force || phase === 'transfer' || phase === 'taper';
  const parts = PARTS.filter(
    (p) => p === 'technique' || (p === 'warm-up' && brisk) || (p === 'force' && force) || (p === 'transfer' && brisk),
  );
  return { parts, maximalSwings, otherWay: Math.ceil(maximalSwings * OTHER_WAY_SHARE), volume };
};

/** Full-intent swings that the last week before an event leaves on a day: half of those of the week before it. */
function taperLeft(day: string, eventOn: string | null, entries: readonly LoadEntry[]): number {
  if (eventOn === null || daysApart(day, eventOn) > WEEK) return Infinity;
  const sum = (from: number, to: number): number =>
    entries
      .filter((e) => daysApart(e.day, eventOn) > from && daysApart(e.day, eventOn) <= to)
      .reduce((n, e) => n + e.swings, 0);
  return sum(WEEK, 2 * WEEK) / 2 - sum(0, WEEK);
}

/** Share of a day's cap on the first days after two weeks without full intent. */
const FIRST_SHARE = 0.5;

/**
 * Full-intent swings for a week and for each of its days: a fifth above the seven days before; after two weeks without any
 * those of one day, on days of half the cap.
 */
function weekAllowance(
  firstDay: string,
  entries: readonly LoadEntry[],
  wish: ProgrammeWish,
): { readonly week: number; readonly day: number } {
  const cap = maximalSwingCap(wish.ageYears, wish.returning);
  const since = (days: number): readonly LoadEntry[] =>
    entries.filter((e) => e.swings > 0 && daysApart(e.day, firstDay) <= days);
  if (since(2 * WEEK).length === 0) return { week: cap, day: Math.ceil(FIRST_SHARE * cap) };
  const before = since(WEEK).reduce((n, e) => n + e.swings, 0);
  return { week: Math.max(cap, Math.floor((1 + MOST_WEEKLY_RISE) * before)), day: cap };
}

/** Days of one week at full intent, with their swings: as many as fit under every cap, as far apart as they can be. */
function maximalDays(
  days: readonly string[],
  most: number,
  wish: ProgrammeWish,
  entries: readonly LoadEntry[],
): Map<string, number> {
  const quiet = (d: string): boolean => wish.eventOn !== null && daysApart(d, wish.eventOn) <= QUIET_DAYS;
  const open = days.filter((d) => !quiet(d));
  let best = new Map<string, number>();
  let bestScore = 0;
  for (let size = Math.min(most, open.length); size > 0; size--) {
    for (const set of subsets(open, size)) {
      const chosen = new Map<string, number>();
      const sofar = [...entries];
      const allowance = weekAllowance(set[0]!, sofar, wish);
      for (const d of set) {
        const load = loadOn(d, sofar, wish.ageYears, wish.returning);
        const placed = [...chosen.values()].reduce((n, x) => n + x, 0);
        const share = Math.ceil((allowance.week - placed) / (set.length - set.indexOf(d)));
        const swings = Math.floor(Math.min(load.left, share, allowance.day, taperLeft(d, wish.eventOn, sofar)));
        if (swings < LEAST_MAXIMAL) continue;
        chosen.set(d, swings);
        sofar.push({ day: d, swings, source: 'drill' });
      }
      const list = [...chosen.keys()];
      const spread = list.slice(1).reduce((sum, d, i) => sum + Math.min(4, daysApart(list[i]!, d)), 0);
      const score = 10 * [...chosen.values()].reduce((a, b) => a + b, 0) + spread;
      if (score > bestScore) [best, bestScore] = [chosen, score];
    }
    // A smaller set can't hold more swings than a larger one that fits whole.
    if (best.size >= size) break;
  }
  return best;
}

/**
 * Lays sessions out from a start to an event or over weeks: a search week by week over all day sets, under every hard
 * constraint (see `brokenRules`). It always returns a programme; what could not be met is said in `gaveWay`.
 */
export function planProgramme(wish: ProgrammeWish): Programme {
  const last = lastDayOf(wish);
  const span = daysApart(wish.startsOn, last) + (wish.eventOn === null ? 1 : 0);
  const { phases, gaveWay } = phasesOf(wish.startsOn, Math.max(0, span), wish.level, wish.eventOn !== null);
  const phaseOn = (d: string): PhaseId => phases.find((p) => p.from <= d && d <= p.to)?.id ?? 'taper';
  const asked = lessonDays(wish, last);
  const lessons = new Set(asked.filter((d) => offOn(wish, d) === ''));
  for (const d of asked.filter((x) => !lessons.has(x)))
    gaveWay.push(`The lesson of ${dayWords(d)} falls on a day off: agree on another day.`);
  const sessions = new Map<string, PlannedSession>();
  const entries: LoadEntry[] = [...wish.pastLoad];
  let before: string | undefined;
  for (let w = 0; w * WEEK < span; w++) {
    const dates = Array.from({ length: Math.min(WEEK, span - w * WEEK) }, (_, i) =>
      addDays(wish.startsOn, w * WEEK + i),
    );
    const free = dates.filter((d) => wish.weekdays.includes(weekdayOf(d)) && offOn(wish, d) === '' && !lessons.has(d));
    const share = dates.length / WEEK;
    const full = Math.max(1, Math.round(wish.sessionsPerWeek * share));
    const wanted = Math.min(wish.sessionsPerWeek, full);
    const count = Math.min(wanted, free.length);
    if (count < wanted)
      gaveWay.push(
        `Week of ${dayWords(dates[0]!)}: ${count} of ${wanted} sessions; ${free.length === 1 ? 'one day is' : `${free.length} days are`} free.`,
      );
    const chosen = subsets(free, count).sort((a, b) => unevenness(a, before) - unevenness(b, before))[0] ?? [];
    const strongest = chosen.filter((d) => MAXIMAL_DAYS[phaseOn(d)] > 0);
    const most = Math.max(0, ...strongest.map((d) => MAXIMAL_DAYS[phaseOn(d)]));
    const maximal = wish.maximal ? maximalDays(strongest, most, wish, entries) : new Map<string, number>();
    for (const d of chosen) {
      const swings = maximal.get(d) ?? 0;
      const volume = wish.eventOn !== null && daysApart(d, wish.eventOn) <= WEEK ? 0.5 : 1;
      sessions.set(d, sessionOf(phaseOn(d), swings, volume));
      if (swings > 0) entries.push({ day: d, swings, source: 'drill' });
    }
    before = chosen.at(-1) ?? before;
  }
  if (!wish.maximal) gaveWay.push('No work at full intent: it is closed for this student.');
  const total = wish.eventOn === null ? span : span + 1;
  const days = Array.from({ length: Math.max(0, total) }, (_, i): ProgrammeDay => {
    const date = addDays(wish.startsOn, i);
    return {
      date,
      phase: phaseOn(date),
      session: sessions.get(date) ?? null,
      lesson: lessons.has(date),
      retest: false,
      off: offOn(wish, date),
    };
  });
  return { phases, days: withRetests(days, phases), gaveWay };
}

const RETEST_DAYS = 28;
/** Re-tests at the end of each phase, and every four weeks within a long one: in the lesson nearest, else in a session. */
function withRetests(days: readonly ProgrammeDay[], phases: readonly Phase[]): ProgrammeDay[] {
  const due = phases
    .filter((p) => p.id !== 'taper')
    .flatMap((p) => {
      const length = daysApart(p.from, p.to) + 1;
      const inner = Array.from({ length: Math.floor((length - 1) / RETEST_DAYS) }, (_, i) =>
        addDays(p.from, RETEST_DAYS * (i + 1) - 1),
      );
      return [...inner, p.to];
    });
  const chosen = new Set(
    due.flatMap((d) => {
      const near = (test: (x: ProgrammeDay) => boolean): string | undefined =>
        days
          .filter((x) => x.off === '' && test(x) && Math.abs(daysApart(x.date, d)) <= 3)
          .sort((a, b) => Math.abs(daysApart(a.date, d)) - Math.abs(daysApart(b.date, d)))[0]?.date;
      return near((x) => x.lesson) ?? near((x) => x.session !== null) ?? [];
    }),
  );
  return days.map((x) => (chosen.has(x.date) ? { ...x, retest: true } : x));
}
