import { dayOf } from '../units/calendar-day.ts';
import { median } from '../numeric/statistics.ts';
import { Season, mixtureQuantile, type SeasonPosterior, type SeasonSession } from './season.ts';
import { sessionMeans } from './session-mean.ts';
import { chanceNeededForNotch, FEWEST_SINCE, judge, REVIEW_RULE, type Judged } from './verdict.ts';

/** A session ready to be looked at: its swings, whether it was swung the old way, and what growth explains of it. */
export interface SeasonSpeeds {
  readonly date: string;
  readonly speedsMps: readonly number[];
  readonly old: boolean;
  readonly growthMps: number;
  readonly growthSdMps: number;
}

/** One look at the season after one session. */
export interface Look extends Judged {
  readonly date: string;
  readonly sessionsSince: number;
  readonly posterior: SeasonPosterior;
  readonly sessions: readonly SeasonSession[];
  readonly speedMps: number;
  readonly spreadMps: number;
  readonly extraVarianceMps2: number;
}

/** A gain that held: it marks the level that the gain is above at 98 %, and keeps the rule that cut it. */
export interface Notch {
  readonly date: string;
  readonly speedMps: number;
  /** Smallest gain that mattered when it was cut. */
  readonly smallestGainMps: number;
  readonly rule: number;
}

/** Quantiles of one look, and of the course over a season: the latter hold at all looks together in nine of ten seasons. */
export const LOOK_QUANTILES = [0.05, 0.95] as const;
export const SEASON_QUANTILES = [0.02, 0.98] as const;
const DAYS_BETWEEN_NOTCH_LOOKS = 5;
const DAY_MS = 86_400_000;
/** Sessions before a notch from which the next one is measured. */
const SESSIONS_OF_A_LEVEL = 3;

/** The season as it stood after its last session given. */
export function lookAt(sessions: readonly SeasonSpeeds[], smallestMps: number, goal: 'gain' | 'hold'): Look {
  const { means, spreadMps } = sessionMeans(sessions.map((s) => s.speedsMps));
  const speedMps = median(means.map((m) => m.meanMps));
  const season = new Season(speedMps);
  const rows = means.map((m, i) => ({
    ...m,
    meanMps: m.meanMps - sessions[i]!.growthMps,
    old: sessions[i]!.old,
    sameDay: i > 0 && dayOf(sessions[i]!.date) === dayOf(sessions[i - 1]!.date),
  }));
  for (const row of rows) season.add(row);
  const since = sessions.filter((s) => !s.old);
  const growthSdMps = since.reduce((sum, s) => sum + s.growthSdMps, 0) / Math.max(1, since.length);
  const posterior = season.posterior(growthSdMps ** 2);
  return {
    ...judge(posterior, season.sessionsSinceChange, smallestMps, goal),
    date: sessions[sessions.length - 1]!.date,
    sessionsSince: season.sessionsSinceChange,
    posterior,
    sessions: rows,
    speedMps,
    spreadMps,
    extraVarianceMps2: growthSdMps ** 2,
  };
}

/** Looks after each session since the change (not after those at the old place). */
export function looksOf(sessions: readonly SeasonSpeeds[], smallestMps: number, goal: 'gain' | 'hold'): Look[] {
  return sessions.flatMap((s, i) => (s.old ? [] : [lookAt(sessions.slice(0, i + 1), smallestMps, goal)]));
}

/** "Gained" at looks running over at least five days, the last one surer still; undefined while no look is that sure. */
function firstNotch(looks: readonly Look[]): Look | undefined {
  let since: string | undefined;
  for (const look of looks) {
    if (look.verdict !== 'gained') {
      since = undefined;
      continue;
    }
    if (since === undefined) {
      since = look.date;
      continue;
    }
    const days = (Date.parse(look.date) - Date.parse(since)) / DAY_MS;
    if (days >= DAYS_BETWEEN_NOTCH_LOOKS && look.chanceAbove >= chanceNeededForNotch(look.sessionsSince)) return look;
  }
  return undefined;
}

/** The season that starts at a notch: its last sessions are the level from which the next gain is measured. */
function seasonAfter(sessions: readonly SeasonSpeeds[], date: string): SeasonSpeeds[] {
  const upTo = sessions.filter((s) => !s.old && Date.parse(s.date) <= Date.parse(date));
  const level = upTo.slice(-SESSIONS_OF_A_LEVEL).map((s) => ({ ...s, old: true }));
  return [...level, ...sessions.filter((s) => !s.old && Date.parse(s.date) > Date.parse(date))];
}

/**
 * Notches of a season, those kept from earlier as they were cut, and what has come since.
 * @param kept notches in the record, in the order of time; they are never judged again
 * @param looked looks at these sessions with the aim to gain, where they are at hand
 */
export function findNotches(
  sessions: readonly SeasonSpeeds[],
  smallestMps: number,
  kept: readonly Notch[] = [],
  looked?: readonly Look[],
): Notch[] {
  const notches = [...kept];
  let known = kept.length > 0 ? undefined : looked;
  let season = kept.length > 0 ? seasonAfter(sessions, kept[kept.length - 1]!.date) : [...sessions];
  for (;;) {
    if (season.filter((s) => !s.old).length < FEWEST_SINCE) return notches;
    const look = firstNotch(known ?? looksOf(season, smallestMps, 'gain'));
    known = undefined;
    if (!look) return notches;
    const surely = Math.max(0, mixtureQuantile(look.posterior.parts, SEASON_QUANTILES[0]));
    const speedMps = look.posterior.baselineMps + surely;
    if (!notches.some((n) => n.speedMps >= speedMps))
      notches.push({ date: look.date, speedMps, smallestGainMps: smallestMps, rule: REVIEW_RULE });
    season = seasonAfter(sessions, look.date);
  }
}
