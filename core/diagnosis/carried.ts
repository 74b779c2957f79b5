import { dayOf } from '../units/calendar-day.ts';
import { ageWeight, type HalfLives } from '../beliefs/half-lives.ts';
import { signById } from '../catalogue/signs/signs.ts';
import type { Measurement } from './findings.ts';

const DAY_MS = 86_400_000;

/** Whole days from one moment to another, by their dates; never below 0. */
export const daysBetween = (from: Date, to: Date): number =>
  Math.max(0, Math.round((Date.parse(dayOf(to)) - Date.parse(dayOf(from))) / DAY_MS));

/** An older reading that counts for less than this is left out. */
export const LEAST_WEIGHT = 0.05;

/** Something read in an earlier lesson: a measured sign, or a seen one. */
export type Carried<T> = T & { readonly sign: string; readonly ageDays: number };

/**
 * Of what earlier lessons hold, the newest reading of each sign that the lesson at hand has not read anew.
 * @param readNow signs that this lesson has read itself
 */
export function newestOfEach<T>(earlier: readonly Carried<T>[], readNow: ReadonlySet<string>): Carried<T>[] {
  const newest = new Map<string, number>();
  for (const m of earlier) newest.set(m.sign, Math.min(newest.get(m.sign) ?? Infinity, m.ageDays));
  return earlier.filter((m) => !readNow.has(m.sign) && m.ageDays === newest.get(m.sign));
}

/** Measured signs of earlier lessons that still count. */
export function carriedMeasurements(
  earlier: readonly Carried<Measurement>[],
  readNow: ReadonlySet<string>,
  halfLives: HalfLives = {},
): Measurement[] {
  return newestOfEach(earlier, readNow).filter((m) => {
    const sign = signById(m.sign);
    return sign !== undefined && ageWeight(sign.with, m.ageDays, false, halfLives) >= LEAST_WEIGHT;
  });
}
