import { seededRandom } from '../numeric/random.ts';
import { median, Z90 } from '../numeric/statistics.ts';
import { invertSymmetric } from '../numeric/symmetric.ts';
import { chanceAtMost, mixtureQuantile } from './season.ts';
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
/** Effects are small: t with four degrees of freedom and this share of the speed as scale, as a mixture of normals. */
const EFFECT_SCALE = 0.015;
const T4_VARIANCES = [3.76, 1.82, 1.19, 0.82, 0.514] as const;
/** Spread between blocks of one day beside their swings, share of speed; learned around 0.7 %. */
const BLOCK_SDS = [0.002, 0.004, 0.007, 0.01, 0.015] as const;
const BLOCK_MIDDLE = 0.007;
const BLOCK_LOG_SD = 0.5;
/** Spread between days, share of speed (as in the season), with weights. */
const DAY_SDS = [
  [0.008, 0.25],
  [0.0125, 0.5],
  [0.02, 0.25],
] as const;
/** Drift from one run to the next, share of speed. */
const DRIFT_SD = 0.003;
/** Correlation of a swing with the one before it. */
const NEIGHBOURS = 0.2;
const TIE_SHARE = 0.015;
const DRAWS = 2000;
const SURE_Z = 1.2816;
const SWINGS_A_RUN = 5;
const MOST_SWINGS = 120;

/** How much less a mean of n swings says than n independent ones. */
function dependence(n: number): number {
  let sum = 1;
  for (let k = 1; k < n; k++) sum += 2 * (1 - k / n) * NEIGHBOURS ** k;
  return sum;
}

interface Cell {
  weight: number;
  readonly log: number;
  /** Posterior means and covariance of the effects. */
  readonly mean: readonly number[];
  readonly covariance: readonly (readonly number[])[];
  readonly drift: number;
}

interface Design {
  readonly means: readonly number[];
  readonly variances: readonly number[];
  /** Effect column of each run, −1 for the first condition. */
  readonly effectOf: readonly number[];
  readonly places: readonly number[];
  readonly days: readonly number[];
  readonly speed: number;
  readonly effects: number;
}

/** Posterior of one cell: y = intercept + effect + drift · place + day + block + swings, all normal. */
function solveCell(d: Design, blockSd: number, daySd: number, widening: number, logPrior: number): Cell {
  const n = d.means.length;
  const v = d.means.map((_, i) =>
    d.means.map(
      (__, k) =>
        (i === k ? d.variances[i]! + (blockSd * d.speed) ** 2 : 0) +
        (d.days[i] === d.days[k] ? (daySd * d.speed) ** 2 : 0),
    ),
  );
  const { inverse, logDet } = invertSymmetric(v);
  const columns = 2 + d.effects;
  const row = (i: number): number[] => [
    1,
    d.places[i]!,
    ...Array.from({ length: d.effects }, (_, e) => Number(d.effectOf[i] === e)),
  ];
  const x = d.means.map((_, i) => row(i));
  const y = d.means.map((m) => m - d.speed);
  // Prior precisions: a flat intercept, a small drift, and effects as differences of exchangeable conditions.
  const effectVariance = ((EFFECT_SCALE * d.speed) ** 2 * widening) / 2;
  const effectCovariance = Array.from({ length: d.effects }, (_, a) =>
    Array.from({ length: d.effects }, (__, b) => (a === b ? 2 : 1) * effectVariance),
  );
  const prior = invertSymmetric(effectCovariance);
  const driftPrecision = 1 / (DRIFT_SD * d.speed) ** 2;
  const flat = 1e-6 / d.speed ** 2;
  const weighted = x[0]!.map((_, c) => inverse.map((r) => r.reduce((s, w, k) => s + w * x[k]![c]!, 0)));
  const precision = Array.from({ length: columns }, (_, a) =>
    Array.from({ length: columns }, (__, b) => {
      const data = x.reduce((s, r, i) => s + r[a]! * weighted[b]![i]!, 0);
      const own = a === b ? (a === 0 ? flat : a === 1 ? driftPrecision : 0) : 0;
      return data + own + (a > 1 && b > 1 ? prior.inverse[a - 2]![b - 2]! : 0);
    }),
  );
  const right = Array.from({ length: columns }, (_, a) => y.reduce((s, value, i) => s + value * weighted[a]![i]!, 0));
  const posterior = invertSymmetric(precision);
  const b = posterior.inverse.map((r) => r.reduce((s, w, k) => s + w * right[k]!, 0));
  let square = 0;
  for (let i = 0; i < n; i++) for (let k = 0; k < n; k++) square += y[i]! * inverse[i]![k]! * y[k]!;
  const explained = b.reduce((s, value, k) => s + value * right[k]!, 0);
  return {
    weight: 0,
    log: logPrior - 0.5 * (logDet + posterior.logDet + prior.logDet + square - explained),
    mean: b.slice(2),
    covariance: posterior.inverse.slice(2).map((r) => r.slice(2)),
    drift: b[1]!,
  };
}

function cellsOf(d: Design, severalDays: boolean): Cell[] {
  const days = severalDays ? DAY_SDS : ([[0, 1]] as const);
  const cells = BLOCK_SDS.flatMap((block) =>
    days.flatMap(([daySd, weight]) =>
      T4_VARIANCES.map((w) =>
        solveCell(d, block, daySd, w, Math.log(weight) - 0.5 * (Math.log(block / BLOCK_MIDDLE) / BLOCK_LOG_SD) ** 2),
      ),
    ),
  );
  const most = Math.max(...cells.map((c) => c.log));
  const total = cells.reduce((s, c) => s + (c.weight = Math.exp(c.log - most)), 0);
  for (const c of cells) c.weight /= total;
  return cells;
}

/** Chance of each condition (the first is number 0) to be the best, by draws from the joint posterior. */
function chancesBest(cells: readonly Cell[], effects: number, sign: 1 | -1): number[] {
  const random = seededRandom('best');
  const wins = new Array<number>(effects + 1).fill(0);
  const factors = cells.map((c) => invertSymmetric(c.covariance).factor);
  for (let draw = 0; draw < DRAWS; draw++) {
    let left = random.uniform();
    const at = Math.max(
      0,
      cells.findIndex((c) => (left -= c.weight) <= 0),
    );
    const z = Array.from({ length: effects }, () => random.normal());
    const drawn = cells[at]!.mean.map(
      (m, i) => m + factors[at]![i]!.reduce((s, l, k) => s + (k <= i ? l * z[k]! : 0), 0),
    );
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
  };
  const cells = cellsOf(design, severalDays);
  const bestOf = chancesBest(cells, design.effects, best === 'fastest' ? 1 : -1);
  const effects = labels.slice(1).map((label, e): ConditionEffect => {
    const parts = cells.map((c) => ({ weight: c.weight, meanMps: c.mean[e]!, sdMps: Math.sqrt(c.covariance[e]![e]!) }));
    return {
      label,
      differenceMps: parts.reduce((s, p) => s + p.weight * p.meanMps, 0),
      interval90Mps: [mixtureQuantile(parts, 0.05), mixtureQuantile(parts, 0.95)],
      chanceFaster: 1 - chanceAtMost(parts, 0),
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
