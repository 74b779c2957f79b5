import { median } from '../numeric/statistics.ts';
import { seededRandom, type Random } from '../numeric/random.ts';
import { Season, SEASON_CELLS, type SeasonPart, type SeasonSession } from './season.ts';
import type { Review } from './review.ts';
import { judge } from './verdict.ts';

const DRAWS = 500;
const MOST_FURTHER = 24;
/** Share of the drawn futures that must have a verdict. */
const MOST_HAVE_ONE = 0.8;

/** Cells below this weight take no part in the imagined seasons: they are too unlikely to turn a verdict. */
const LEAST_WEIGHT = 2e-4;

/** How long until a verdict can be had. */
export interface Settling {
  /** Further sessions by which 80 % of the possible futures have a verdict; null where 24 are not enough. */
  readonly sessions: number | null;
  /** Chance of a verdict within 24 further sessions. */
  readonly chanceWithin24: number;
  /** Share of futures with a verdict after 1, 2, … 24 further sessions. */
  readonly chanceWithin: readonly number[];
}

export interface SettleInput {
  readonly speedMps: number;
  readonly sessions: readonly SeasonSession[];
  readonly smallestMps: number;
  readonly goal: 'gain' | 'hold';
  readonly extraVarianceMps2?: number;
}

function drawPart(parts: readonly SeasonPart[], random: Random): SeasonPart {
  let left = random.uniform();
  for (const p of parts) {
    left -= p.weight;
    if (left <= 0) return p;
  }
  return parts[parts.length - 1]!;
}

/**
 * Simulates what may come: level, gain and day are drawn from what is known now, 24 sessions like the last ones follow,
 * and each is looked at by the rule of `judge`.
 * @param random seeded, so that the same season gives the same answer
 */
export function sessionsToSettle(input: SettleInput, random: Random, draws = DRAWS): Settling {
  const season = new Season(input.speedMps);
  for (const s of input.sessions) season.add(s);
  const now = season.posterior(input.extraVarianceMps2);
  const since = input.sessions.filter((s) => !s.old);
  const varianceMps2 = median((since.length > 0 ? since : input.sessions).map((s) => s.varianceMps2));
  const sinceNow = Math.max(1, season.sessionsSinceChange);
  const first = new Array<number>(MOST_FURTHER + 1).fill(0);
  const likely = now.parts.filter((p) => p.weight > LEAST_WEIGHT).map((p) => p.cell);
  for (let draw = 0; draw < draws; draw++) {
    const part = drawPart(now.parts, random);
    const { tauShare, rho, ramp } = SEASON_CELLS[part.cell]!;
    const tau = tauShare * input.speedMps;
    const gain = part.meanMps + part.sdMps * random.normal();
    const level = season.baselineGiven(part, gain);
    const base = level.meanMps + level.sdMps * random.normal();
    const today = season.dayNow(part, base, gain);
    let day = today.meanMps + today.sdMps * random.normal();
    const future = season.copy(likely);
    for (let k = 1; k <= MOST_FURTHER; k++) {
      day = rho * day + Math.sqrt(1 - rho * rho) * tau * random.normal();
      // A change that climbs goes on climbing until its ramp is full.
      const climb = ramp > 0 ? Math.min(ramp, sinceNow + k) / Math.min(ramp, sinceNow) : 1;
      const meanMps = base + climb * gain + day + Math.sqrt(varianceMps2) * random.normal();
      future.add({ meanMps, varianceMps2, swings: 0, old: false });
      const p = future.posterior(input.extraVarianceMps2);
      if (judge(p, future.sessionsSinceChange, input.smallestMps, input.goal).verdict === 'cannot-say') continue;
      first[k]!++;
      break;
    }
  }
  let sum = 0;
  const chanceWithin = first.slice(1).map((n) => (sum += n) / draws);
  const enough = chanceWithin.findIndex((c) => c >= MOST_HAVE_ONE);
  return { sessions: enough < 0 ? null : enough + 1, chanceWithin24: sum / draws, chanceWithin };
}

/** Settling of a review: nothing is left to settle once there is a verdict. */
export const settled = ({
  verdict,
  settle,
  sessionsSince,
}: Pick<Review, 'verdict' | 'settle' | 'sessionsSince'>): Settling =>
  verdict === 'cannot-say'
    ? sessionsToSettle(settle, seededRandom(`settle ${sessionsSince}`))
    : { sessions: 0, chanceWithin24: 1, chanceWithin: [] };
