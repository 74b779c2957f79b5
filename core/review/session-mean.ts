import { median, robustSpread } from '../numeric/statistics.ts';

/** Taken out once: hot loops here look nothing up. */
const { abs, min, max, sqrt } = Math;

/** Huber's bend, in standard deviations: 95 % efficient for normal swings, one mishit moves the mean little. */
const HUBER_BEND = 1.345;
/** Variance of the Huber mean against that of the plain mean for normal data. */
const HUBER_VARIANCE = 1.05;
/** Prior of the spread between swings of a session: 2 % of the speed, worth this many swings (typical, by judgement). */
const PRIOR_SPREAD_SHARE = 0.02;
const PRIOR_SWINGS = 4;

export interface SessionMean {
  readonly meanMps: number;
  /** Variance of that mean from the swings of the session alone, (m/s)². */
  readonly varianceMps2: number;
  readonly swings: number;
}

/** Medians of sessions already seen: a season is looked at after each of its sessions, and they do not change. */
const medians = new WeakMap<readonly number[], number>();

function medianOf(values: readonly number[]): number {
  const known = medians.get(values);
  if (known !== undefined) return known;
  const found = median(values);
  medians.set(values, found);
  return found;
}

function huberMean(values: readonly number[], sd: number): number {
  let centre = medianOf(values);
  for (let round = 0; round < 30; round++) {
    let weightSum = 0;
    let sum = 0;
    for (const v of values) {
      const z = abs(v - centre) / sd;
      const w = z <= HUBER_BEND ? 1 : HUBER_BEND / z;
      weightSum += w;
      sum += w * v;
    }
    const next = sum / weightSum;
    if (abs(next - centre) < 1e-9) return next;
    centre = next;
  }
  return centre;
}

/** Spread within sessions, pooled over them, mishits bent in, with the stated prior. */
export function pooledSpread(sessions: readonly (readonly number[])[], typicalSpeed: number): number {
  const prior = PRIOR_SPREAD_SHARE * typicalSpeed;
  const residuals: number[] = [];
  let freedom = 0;
  for (const values of sessions) {
    const centre = medianOf(values);
    for (const v of values) residuals.push(v - centre);
    freedom += values.length - 1;
  }
  const rough = max(robustSpread(residuals), 0.25 * prior);
  let sum = 0;
  for (const values of sessions) {
    if (values.length < 2) continue;
    const centre = huberMean(values, rough);
    for (const v of values) sum += min((v - centre) ** 2, (2.5 * rough) ** 2);
  }
  return sqrt((PRIOR_SWINGS * prior ** 2 + sum) / (PRIOR_SWINGS + freedom));
}

/** Robust mean of each session, and its variance by the pooled spread. */
export function sessionMeans(sessions: readonly (readonly number[])[]): { means: SessionMean[]; spreadMps: number } {
  const typical = median(sessions.flat());
  const spreadMps = pooledSpread(sessions, typical);
  return {
    spreadMps,
    means: sessions.map((values) => ({
      meanMps: huberMean(values, spreadMps),
      varianceMps2: (HUBER_VARIANCE * spreadMps ** 2) / values.length,
      swings: values.length,
    })),
  };
}
