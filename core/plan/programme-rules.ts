import { dayWords } from './day-words.ts';
import { loadOn, type LoadEntry } from './load.ts';
import { addDays, daysApart, weekdayOf } from './calendar-days.ts';
import { PARTS, QUIET_DAYS, sessionOf, type ProgrammeDay, type ProgrammeWish } from './programme.ts';
import { maximalSwingCap } from './week.ts';

/** A hard constraint that a programme breaks, on a day. */
export interface Broken {
  readonly date: string;
  readonly because: string;
}

const WEEK = 7;

/** Every hard constraint that days break; empty for a programme that may be followed as it stands. */
export function brokenRules(days: readonly ProgrammeDay[], wish: ProgrammeWish): Broken[] {
  const broken: Broken[] = [];
  const say = (date: string, because: string): void => {
    broken.push({ date, because: `${dayWords(date)}: ${because}` });
  };
  const cap = maximalSwingCap(wish.ageYears, wish.returning);
  const entries: LoadEntry[] = [...wish.pastLoad];
  for (let w = 0; w * WEEK < days.length; w++) {
    const week = days.slice(w * WEEK, (w + 1) * WEEK);
    const sessions = week.filter((d) => d.session);
    if (sessions.length > wish.sessionsPerWeek)
      say(
        week[0]!.date,
        `${sessions.length} sessions in this week; ${wish.sessionsPerWeek} is what the student has time for.`,
      );
  }
  for (const d of days) {
    const s = d.session;
    if (!s) continue;
    if (d.off !== '') say(d.date, d.off === 'event' ? 'the day of the event.' : `a day off (${d.off}).`);
    if (d.lesson) say(d.date, 'a lesson lies on this day.');
    if (!wish.weekdays.includes(weekdayOf(d.date))) say(d.date, 'no day of the week on which the student practises.');
    const order = s.parts.map((p) => PARTS.indexOf(p));
    if (order.some((p, i) => i > 0 && p < order[i - 1]!)) say(d.date, 'technique comes before force, transfer last.');
    if (wish.eventOn !== null && daysApart(d.date, wish.eventOn) <= WEEK && s.volume > 0.5)
      say(d.date, 'half the volume in the last week before the event.');
    if (s.maximalSwings === 0) continue;
    if (!wish.maximal) say(d.date, 'work at full intent is closed.');
    if (!s.parts.includes('warm-up')) say(d.date, 'work at full intent without a warm-up.');
    if (!s.parts.includes('transfer')) say(d.date, 'work at full intent without a transfer set at its end.');
    if (d.phase === 'learn') say(d.date, 'nothing at full intent while learning.');
    if (s.maximalSwings > cap) say(d.date, `${s.maximalSwings} swings at full intent; the cap is ${cap} a day.`);
    if (3 * s.otherWay < s.maximalSwings) say(d.date, 'at least a third of them in the other direction.');
    if (wish.eventOn !== null && daysApart(d.date, wish.eventOn) <= QUIET_DAYS)
      say(d.date, `nothing at full intent in the last ${QUIET_DAYS} days before the event.`);
    const load = loadOn(d.date, entries, wish.ageYears, wish.returning);
    for (const because of load.because) say(d.date, because);
    if (load.because.length === 0 && s.maximalSwings > load.left)
      say(
        d.date,
        `${s.maximalSwings} swings at full intent; ${load.left} fit under the week’s cap of ${load.weekCap}.`,
      );
    entries.push({ day: d.date, swings: s.maximalSwings, source: 'drill' });
  }
  const event = wish.eventOn;
  if (event !== null) {
    const sum = (from: number, to: number): number =>
      entries
        .filter((e) => daysApart(e.day, event) > from && daysApart(e.day, event) <= to)
        .reduce((n, e) => n + e.swings, 0);
    const planned = days.some((d) => daysApart(d.date, event) <= WEEK && (d.session?.maximalSwings ?? 0) > 0);
    if (planned && sum(0, WEEK) > sum(WEEK, 2 * WEEK) / 2)
      say(addDays(event, -WEEK), 'at most half of the full-intent swings of the week before in the last week.');
  }
  return broken;
}

export interface Moved {
  readonly days: readonly ProgrammeDay[];
  /** What the move breaks; empty where it may be made. */
  readonly broken: readonly Broken[];
}

/**
 * Moves the session of one day to another; where that one has a session the two change places. Its parts and volume become
 * those of the phase that it comes to. What was broken before the move is not held against it.
 */
export function moveSession(days: readonly ProgrammeDay[], from: string, to: string, wish: ProgrammeWish): Moved {
  const [a, b] = [days.find((d) => d.date === from), days.find((d) => d.date === to)];
  const none = (because: string): Moved => ({ days, broken: [{ date: to, because }] });
  if (!a?.session) return none(`There is no session on ${dayWords(from)}.`);
  if (!b) return none(`${dayWords(to)} lies outside the programme.`);
  const at = (d: ProgrammeDay, s: ProgrammeDay['session']): ProgrammeDay => ({
    ...d,
    session:
      s &&
      sessionOf(d.phase, s.maximalSwings, wish.eventOn !== null && daysApart(d.date, wish.eventOn) <= WEEK ? 0.5 : 1),
  });
  const next = days.map((d) => (d.date === from ? at(d, b.session) : d.date === to ? at(d, a.session) : d));
  const before = new Set(brokenRules(days, wish).map((x) => x.because));
  const broken = brokenRules(next, wish).filter((x) => !before.has(x.because));
  return { days: broken.length > 0 ? days : next, broken };
}
