import { CannotSayError, InputError } from '../errors/input-error.ts';

/** Club head speeds of one day under one condition. */
export interface ReviewSession {
  /** ISO date or time. */
  readonly date: string;
  readonly condition: string;
  readonly speedsMps: readonly number[];
  /** Swung the old way on purpose, after the change: tells the change from a drift of the days. */
  readonly oldPlace?: boolean;
}

/** Fewest swings from which a session counts. */
export const FEWEST_SWINGS = 3;
const FASTEST_MPS = 120;

/** @throws InputError for dates that are none, out of order or twice, and for impossible speeds */
export function checkSessions(sessions: readonly ReviewSession[]): void {
  const seen = new Set<string>();
  let latest = -Infinity;
  sessions.forEach((s, i) => {
    const time = Date.parse(s.date);
    if (!Number.isFinite(time)) {
      throw new InputError(
        'unknown-value',
        `"${s.date}" is no date; expected ISO 8601, like 2026-03-14.`,
        `sessions[${i}].date`,
      );
    }
    if (time < latest) {
      throw new InputError(
        'time-order',
        `The session of ${s.date} comes after a later one; sessions go in the order of time.`,
        `sessions[${i}].date`,
      );
    }
    latest = time;
    const key = JSON.stringify([time, s.condition, s.oldPlace ?? false]);
    if (seen.has(key)) {
      throw new InputError(
        'time-order',
        `The session of ${s.date} is there twice under the same condition; put its swings together or drop one.`,
        `sessions[${i}].date`,
      );
    }
    seen.add(key);
    s.speedsMps.forEach((v, j) => {
      if (!(v > 0 && v < FASTEST_MPS)) {
        throw new InputError(
          'out-of-range',
          `Club head speed ${v} m/s is not possible; expected 0 to ${FASTEST_MPS} m/s.`,
          `sessions[${i}].speeds[${j}]`,
        );
      }
    });
  });
}

/** @throws CannotSayError where every swing of every session carries the same figure: no device and no player does that */
export function checkSpread(sessions: readonly (readonly number[])[]): void {
  if (sessions.some((speeds) => speeds.some((v) => v !== speeds[0]))) return;
  throw new CannotSayError(
    'no-spread',
    'All swings of a session carry the same figure, which no player and no device gives.',
    'the speed of each swing as it was measured',
  );
}
