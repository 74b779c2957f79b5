import { seededRandom } from '../numeric/random.ts';
import { median, Z90 } from '../numeric/statistics.ts';
import { BLOCK_MIDDLE, cellsOf, dependence, drawEffects, effectOf, type Cell, type Design } from './effects.ts';
import { sessionMeans } from './session-mean.ts';

/** One run of swings under one condition, in the order struck. */
export interface ConditionRun {
  readonly label: string;
  /** Any name of the day; runs of another day differ by the day as well. */
  readonly day: string;
  /** Place among the runs of its day; the order of the list unless given. */
  readonly position?: number;
  readonly speedsMps: readonly number[];
}

/** One condition against the first. */
export interface ConditionEffect {
  readonly label: string;
  readonly differenceMps: number;
  readonly interval90Mps: readonly [number, number];
  readonly chanceFaster: number;
  readonly chanceBest: number;
}

export interface RunsComparison {
  readonly first: string;
  /** Chance that the first condition is the best of all. */
  readonly firstChanceBest: number;
  /** All other conditions, in the order of the runs; empty where it cannot be said. */
  readonly effects: readonly ConditionEffect[];
  /** Drift taken out, m/s a run; null with fewer than three runs on a day. */
  readonly driftMps: number | null;
  /** More than one day is in it: the interval is wider for that. */
  readonly severalDays: boolean;
  /** All differences surely lie within 1.5 % of the speed. */
  readonly tie: boolean;
  /** Further swings, half of each, that would settle which is faster at this estimate; null where 120 would not. */
  readonly swingsToSettle: number | null;
  readonly missing: string;
}

const FEWEST_SWINGS = 3;
/** Drift from one run to the next, share of speed. */
const DRIFT_SD = 0.003;
const TIE_SHARE = 0.015;
const DRAWS = 2000;
const SURE_Z = 1.2816;
const SWINGS_A_RUN = 5;
const MOST_SWINGS = 120;

/** Chance of each condition (the first is number 0) to be the best, by draws from the joint posterior. */
function chancesBest(cells: readonly Cell[], effects: number, sign: 1 | -1): number[] {
  const wins = new Array<number>(effects + 1).fill(0);
  for (const drawn of drawEffects(cells, seededRandom('best'), DRAWS)) {
    let best = 0;
    drawn.forEach((value, i) => {
      if (sign * value > (best === 0 ? 0 : sign * drawn[best - 1]!)) best = i + 1;
    });
    wins[best]!++;
  }
  return wins.map((w) => w / DRAWS);
}

/** Swings that alternating runs would still need to part the two leading conditions, at the present estimate. */
function toSettle(differenceMps: number, sdMps: number, d: Design): number | null {
  const pair = 2 * ((BLOCK_MIDDLE * d.speed) ** 2 + median(d.variances));
  for (let swings = 0; swings <= MOST_SWINGS; swings += 2 * SWINGS_A_RUN) {
    const sd = 1 / Math.sqrt(1 / sdMps ** 2 + swings / (2 * SWINGS_A_RUN) / pair);
    if (Math.abs(differenceMps) / sd >= SURE_Z || Z90 * sd + Math.abs(differenceMps) < TIE_SHARE * d.speed)
      return swings;
  }
  return null;
}

const none = (first: string, severalDays: boolean, missing: string): RunsComparison => ({
  first,
  firstChanceBest: 0,
  effects: [],
  driftMps: null,
  severalDays,
  tie: false,
  swingsToSettle: null,
  missing,
});

/**
 * Two or more conditions compared with the first one struck: blocks of a day differ beside their swings, days differ more,
 * swings lean on their neighbours, and effects have a prior, so that a few swings do not shout. One model gives chance and interval.
 * @param runs in the order struck; a run is one block
 * @param best which end is called the best
 */
export function compareConditions(
  runs: readonly ConditionRun[],
  best: 'fastest' | 'slowest' = 'fastest',
): RunsComparison {
  const labels = [...new Set(runs.map((r) => r.label))];
  const days = [...new Set(runs.map((r) => r.day))];
  const severalDays = days.length > 1;
  const first = labels[0] ?? '';
  const short = labels.flatMap((label) => {
    const n = runs.filter((r) => r.label === label).reduce((s, r) => s + r.speedsMps.length, 0);
    return n < FEWEST_SWINGS ? [`${FEWEST_SWINGS - n} more swings of ${label}`] : [];
  });
  if (labels.length < 2) return none(first, severalDays, 'a second condition to compare with');
  if (short.length > 0) return none(first, severalDays, short.join(' and '));
  const filled = runs.filter((r) => r.speedsMps.length > 0);
  if (filled.every((r) => r.speedsMps.every((v) => v === r.speedsMps[0])))
    return none(first, severalDays, 'the speed of each swing as measured: all of a run carry one figure');
  const { means } = sessionMeans(filled.map((r) => r.speedsMps));
  const places = filled.map((r) => r.position ?? filled.filter((x) => x.day === r.day).indexOf(r));
  const middle = places.reduce((a, b) => a + b, 0) / places.length;
  const design: Design = {
    means: means.map((m) => m.meanMps),
    variances: means.map((m) => m.varianceMps2 * dependence(m.swings)),
    effectOf: filled.map((r) => labels.indexOf(r.label) - 1),
    places: places.map((p) => p - middle),
    days: filled.map((r) => days.indexOf(r.day)),
    speed: median(means.map((m) => m.meanMps)),
    effects: labels.length - 1,
    driftSd: DRIFT_SD,
  };
  const cells = cellsOf(design, severalDays);
  const bestOf = chancesBest(cells, design.effects, best === 'fastest' ? 1 : -1);
  const effects = labels.slice(1).map((label, e): ConditionEffect => {
    const { mean, interval90, chancePositive } = effectOf(cells, e);
    return {
      label,
      differenceMps: mean,
      interval90Mps: interval90,
      chanceFaster: chancePositive,
      chanceBest: bestOf[e + 1]!,
    };
  });
  const widest = effects.reduce((a, b) => (Math.abs(b.differenceMps) > Math.abs(a.differenceMps) ? b : a));
  const widestSd = (widest.interval90Mps[1] - widest.interval90Mps[0]) / 2 / Z90;
  const mostRuns = Math.max(...days.map((day) => filled.filter((r) => r.day === day).length));
  return {
    first,
    firstChanceBest: bestOf[0]!,
    effects,
    driftMps: mostRuns >= 3 ? cells.reduce((s, c) => s + c.weight * c.drift, 0) : null,
    severalDays,
    tie: effects.every((e) => Math.max(...e.interval90Mps.map(Math.abs)) < TIE_SHARE * design.speed),
    swingsToSettle: toSettle(widest.differenceMps, widestSd, design),
    missing: '',
  };
}
