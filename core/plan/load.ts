import { maximalSwingCap, MOST_MAXIMAL_DAYS } from './week.ts';

const DAY_MS = 86_400_000;
const WEEK_DAYS = 7;

/** Felt effort, of 10, from which a swing counts as full intent. */
export const FULL_INTENT_EFFORT = 9;
/** Weekly total of full-intent swings may rise by so much. */
export const MOST_WEEKLY_RISE = 0.2;
/** Share of a cap from which it is near. */
const NEAR = 0.8;

/** Full-intent swings of one kind on one day. */
export interface LoadEntry {
  /** YYYY-MM-DD. */
  readonly day: string;
  readonly swings: number;
  readonly source: 'block' | 'test' | 'drill' | 'protocol';
}

export interface Load {
  readonly day: string;
  readonly today: number;
  readonly dayCap: number;
  /** Seven days up to and with the day. */
  readonly week: number;
  readonly weekCap: number;
  readonly state: 'open' | 'near' | 'over';
  /** Why no more full-intent swings belong into this day; empty unless over. */
  readonly because: readonly string[];
  /** Full-intent swings that still fit into the day. */
  readonly left: number;
}

const dayBefore = (day: string, days: number): string =>
  new Date(Date.parse(day) - days * DAY_MS).toISOString().slice(0, 10);

/**
 * Full-intent swings of a day and the week up to it, over everything, against the caps: swings a day by age, three days in
 * seven, none on the day after one, and a week's total at most 20 % above the week before.
 * @param entries all that is known, any order; days after `day` are left out
 */
export function loadOn(day: string, entries: readonly LoadEntry[], ageYears: number, returning: boolean): Load {
  const dayCap = maximalSwingCap(ageYears, returning);
  const on = (d: string): number => entries.filter((e) => e.day === d).reduce((sum, e) => sum + e.swings, 0);
  const days = Array.from({ length: WEEK_DAYS }, (_, i) => on(dayBefore(day, i)));
  const weekBefore = Array.from({ length: WEEK_DAYS }, (_, i) => on(dayBefore(day, i + WEEK_DAYS)));
  const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
  const today = days[0]!;
  const week = sum(days);
  const most = MOST_MAXIMAL_DAYS * dayCap;
  const lastWeek = sum(weekBefore);
  const weekCap =
    lastWeek === 0 ? most : Math.min(most, Math.max(dayCap, Math.floor((1 + MOST_WEEKLY_RISE) * lastWeek)));
  const because: string[] = [];
  if (today >= dayCap) because.push(`${today} full-intent swings today; the cap is ${dayCap}.`);
  if (days[1]! > 0)
    because.push(`Full-intent swings yesterday (${days[1]}): maximal days do not lie next to each other.`);
  if (days.slice(1).filter((n) => n > 0).length >= MOST_MAXIMAL_DAYS)
    because.push(`${MOST_MAXIMAL_DAYS} maximal days in the six days before; that is the most for a week.`);
  if (week >= weekCap)
    because.push(
      weekCap < most
        ? `${week} full-intent swings in seven days; ${weekCap} is a fifth above the week before.`
        : `${week} full-intent swings in seven days; the cap is ${weekCap}.`,
    );
  const left = because.length > 0 ? 0 : Math.min(dayCap - today, weekCap - week);
  return {
    day,
    today,
    dayCap,
    week,
    weekCap,
    state: because.length > 0 ? 'over' : today >= NEAR * dayCap || week >= NEAR * weekCap ? 'near' : 'open',
    because,
    left,
  };
}
