const DAY_MS = 86_400_000;
/** Days of a week. */
export const WEEK = 7;

/** A day, YYYY-MM-DD, so many days on. */
export const addDays = (day: string, n: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + n * DAY_MS).toISOString().slice(0, 10);
export const daysApart = (from: string, to: string): number => Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);
/** Day of the week, 0 = Monday. */
export const weekdayOf = (day: string): number => (new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % WEEK;
