import { isFullIntentAt } from '../catalogue/drill-rungs.ts';
import type { Drill } from '../catalogue/drill-type.ts';
import { JUNIOR_AGE } from './open-drills.ts';

const SENIOR_AGE = 60;
const DAYS = 7;
/** Maximal swings a session (typical caps). */
export function maximalSwingCap(ageYears: number, returning: boolean): number {
  if (ageYears < JUNIOR_AGE) return 15;
  return ageYears > SENIOR_AGE || returning ? 20 : 30;
}
/** Days with maximal work in a week. */
export const MOST_MAXIMAL_DAYS = 3;

export interface WeekWish {
  readonly drill: Drill;
  /** Key of the rung: it decides whether its reps are at full intent. */
  readonly rung: string;
  readonly sets: number;
  readonly reps: number;
  readonly sessionsPerWeek: number;
}

export interface PlannedDay {
  /** Days after the first day of the plan, 0–6. */
  readonly day: number;
  readonly drillIds: readonly string[];
}

export interface WeekPlan {
  readonly days: readonly PlannedDay[];
  /** Sets after the caps, by drill. */
  readonly setsOf: Readonly<Record<string, number>>;
  /** Wishes that could not be met, and caps that were applied. */
  readonly notes: readonly string[];
}

export interface WeekLimits {
  readonly ageYears: number;
  readonly returning: boolean;
  readonly sessionsPerWeek: number;
  /** Days from the start on which the student cannot practise (the lesson itself, say). */
  readonly blockedDays: readonly number[];
  /** Days from the start to an event; no maximal work in the three days before it. */
  readonly eventInDays?: number;
}

const isMaximal = (w: WeekWish): boolean => isFullIntentAt(w.drill, w.rung);
/** Days between two days of a week that repeats. */
const apart = (a: number, b: number): number => Math.min(Math.abs(a - b), DAYS - Math.abs(a - b));

/** Greatest unevenness of the gaps between chosen days, wrapped round the week. */
function unevenness(days: readonly number[]): number {
  if (days.length < 2) return 0;
  const gaps = days.map((d, i) => (i + 1 < days.length ? days[i + 1]! - d : days[0]! + DAYS - d));
  return Math.max(...gaps) - Math.min(...gaps);
}

function subsets(days: readonly number[], size: number): number[][] {
  if (size === 0) return [[]];
  return days.flatMap((d, i) => subsets(days.slice(i + 1), size - 1).map((rest) => [d, ...rest]));
}

/**
 * Plans seven days by search over all day sets: as many sessions as wished and possible, evenly spread; maximal work not
 * on neighbouring days, at most three days a week, none in the three days before an event, swings under the cap.
 * Always returns a plan that holds every cap, with notes on what was cut.
 */
export function planWeek(wishes: readonly WeekWish[], limits: WeekLimits): WeekPlan {
  const notes: string[] = [];
  const free = Array.from({ length: DAYS }, (_, d) => d).filter((d) => !limits.blockedDays.includes(d));
  const wanted = Math.min(limits.sessionsPerWeek, Math.max(0, ...wishes.map((w) => w.sessionsPerWeek)));
  const count = Math.min(wanted, free.length);
  if (count < wanted) notes.push(`${wanted} sessions were wished; only ${count} days are free.`);
  const best = subsets(free, count).sort((a, b) => unevenness(a) - unevenness(b))[0] ?? [];

  const cap = maximalSwingCap(limits.ageYears, limits.returning);
  const setsOf: Record<string, number> = {};
  let maximalLeft = cap;
  for (const w of wishes) {
    if (!isMaximal(w)) {
      setsOf[w.drill.id] = w.sets;
      continue;
    }
    const sets = Math.min(w.sets, Math.floor(maximalLeft / w.reps));
    if (sets < w.sets)
      notes.push(`${w.drill.name}: ${sets} instead of ${w.sets} sets; the cap is ${cap} maximal swings a session.`);
    setsOf[w.drill.id] = sets;
    maximalLeft -= sets * w.reps;
  }
  const allowsMaximal = (day: number, used: readonly number[]): boolean =>
    used.length < MOST_MAXIMAL_DAYS &&
    used.every((u) => apart(u, day) > 1) &&
    !(limits.eventInDays !== undefined && day >= limits.eventInDays - 3 && day <= limits.eventInDays);
  const maximalDays: number[] = [];
  const doneOf: Record<string, number> = {};
  const days = best.map((day) => {
    const drillIds: string[] = [];
    for (const w of wishes) {
      const sofar = doneOf[w.drill.id] ?? 0;
      if (sofar >= w.sessionsPerWeek || setsOf[w.drill.id] === 0) continue;
      if (isMaximal(w) && !maximalDays.includes(day)) {
        if (!allowsMaximal(day, maximalDays)) continue;
        maximalDays.push(day);
      }
      drillIds.push(w.drill.id);
      doneOf[w.drill.id] = sofar + 1;
    }
    return { day, drillIds };
  });
  for (const w of wishes) {
    const got = doneOf[w.drill.id] ?? 0;
    const wish = Math.min(w.sessionsPerWeek, limits.sessionsPerWeek);
    if (got < wish) notes.push(`${w.drill.name}: ${got} of ${wish} sessions fit under the caps.`);
  }
  return { days, setsOf, notes };
}
