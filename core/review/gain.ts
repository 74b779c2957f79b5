import { bisect, normalCdf } from '../numeric/statistics.ts';
import type { SessionMean } from './session-mean.ts';

/** Taken out once: hot loops here look nothing up. */
const { log, exp, sqrt, max, abs } = Math;

/**
 * Day-to-day spread τ: half-normal of scale 1.2 % of the speed is the stated prior, used as it stands where two or three
 * sessions say nothing of τ themselves. From four sessions on, a half-Cauchy of 1.35 % lets the student's own scatter
 * speak, so that the interval also holds for students whose days differ most (docs/decisions/0003).
 */
export const DAY_SPREAD_PRIOR_SHARE = 0.012;
const HEAVY_PRIOR_SHARE = 0.0135;
const SESSIONS_THAT_SPEAK = 4;
const GRID_POINTS = 48;
const GRID_TOP_SHARE = 0.08;

function logPrior(tauShare: number, sessions: number): number {
  return sessions < SESSIONS_THAT_SPEAK
    ? -0.5 * (tauShare / DAY_SPREAD_PRIOR_SHARE) ** 2
    : -log(1 + (tauShare / HEAVY_PRIOR_SHARE) ** 2);
}

/** Posterior of the gain: a mixture of normals, one for each value of the day-to-day spread. */
export interface GainPosterior {
  readonly parts: readonly { readonly weight: number; readonly meanMps: number; readonly sdMps: number }[];
  readonly gainMps: number;
  readonly daySpreadMps: number;
}

interface Weighted {
  readonly mean: number;
  readonly variance: number;
  readonly logLikelihood: number;
}

/** Mean of sessions that share one level, with the restricted likelihood of their scatter. */
function level(sessions: readonly SessionMean[], dayVariance: number): Weighted {
  let precision = 0;
  let weighted = 0;
  let logLikelihood = 0;
  for (const s of sessions) {
    const w = 1 / (s.varianceMps2 + dayVariance);
    precision += w;
    weighted += w * s.meanMps;
    logLikelihood += 0.5 * log(w);
  }
  const mean = weighted / precision;
  for (const s of sessions) logLikelihood -= (0.5 * (s.meanMps - mean) ** 2) / (s.varianceMps2 + dayVariance);
  return { mean, variance: 1 / precision, logLikelihood: logLikelihood - 0.5 * log(precision) };
}

/**
 * Gain between the baseline sessions and the compared ones: y = level + day + swing, day ~ N(0, τ²), τ integrated out
 * over its prior and the student's own scatter between sessions.
 * @param since all sessions since the change, split where a verified gain began a new level; they inform τ
 * @param compared those whose mean counts as "now": all since the change, or the latest alone
 * @param extraVarianceMps2 variance of what was taken out beforehand (growth)
 */
export function gainPosterior(
  baseline: readonly SessionMean[],
  since: readonly (readonly SessionMean[])[],
  compared: readonly SessionMean[],
  typicalSpeedMps: number,
  extraVarianceMps2 = 0,
): GainPosterior {
  const sessions = baseline.length + since.reduce((n, part) => n + part.length, 0);
  const parts: { weight: number; meanMps: number; sdMps: number; tau: number; log: number }[] = [];
  let most = -Infinity;
  for (let k = 0; k < GRID_POINTS; k++) {
    const tauShare = ((k + 0.5) / GRID_POINTS) * GRID_TOP_SHARE;
    const tau = tauShare * typicalSpeedMps;
    const before = level(baseline, tau * tau);
    const after = since.reduce((sum, part) => sum + level(part, tau * tau).logLikelihood, 0);
    const now = level(compared, tau * tau);
    const log = before.logLikelihood + after + logPrior(tauShare, sessions);
    most = max(most, log);
    parts.push({
      weight: 0,
      meanMps: now.mean - before.mean,
      sdMps: sqrt(now.variance + before.variance + extraVarianceMps2),
      tau,
      log,
    });
  }
  let total = 0;
  for (const p of parts) total += p.weight = exp(p.log - most);
  let gainMps = 0;
  let daySpreadMps = 0;
  for (const p of parts) {
    p.weight /= total;
    gainMps += p.weight * p.meanMps;
    daySpreadMps += p.weight * p.tau;
  }
  return { parts: parts.filter((p) => p.weight > 1e-9), gainMps, daySpreadMps };
}

/** Chance that the gain is at most x. */
export function chanceAtMost(posterior: GainPosterior, xMps: number): number {
  let chance = 0;
  for (const p of posterior.parts) chance += p.weight * normalCdf((xMps - p.meanMps) / p.sdMps);
  return chance;
}

/** Quantile of the gain. @param p 0–1 */
export function gainQuantile(posterior: GainPosterior, p: number): number {
  let reach = 0;
  for (const part of posterior.parts) {
    reach = max(reach, abs(part.meanMps - posterior.gainMps) + 6 * part.sdMps);
  }
  return bisect((x) => chanceAtMost(posterior, x) - p, posterior.gainMps - reach, posterior.gainMps + reach, 50);
}
