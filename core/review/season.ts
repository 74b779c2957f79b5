import { tuple } from '../numeric/tuple.ts';
import { normalCdf } from '../numeric/statistics.ts';
import type { SessionMean } from './session-mean.ts';

/** Taken out once: hot loops here look nothing up. */
const { log, exp, sqrt, max, min, abs, PI } = Math;
const ROOT_TWO_PI = sqrt(2 * PI);

/**
 * The season model: y = b + g·x + d + e. d is the day's own level, AR(1) from session to session with stationary SD τ;
 * e is what the swings of one session leave open. b is flat, g ~ N(0, (5 % of the speed)²). x is 0 before the change and
 * in later runs at the old place; since the change it is 1 (a step) or climbs to 1 (a ramp). All shares and weights are
 * by judgement and were checked on simulated seasons (docs/decisions/0008).
 */
const TAU_SHARES = Array.from({ length: 14 }, (_, i) => 0.0015 * (0.06 / 0.0015) ** (i / 13));
const TAU_MIDDLE = 0.0125;
const TAU_LOG_SD = 0.4;
const RHOS = [0, 0.3, 0.6] as const;
const RHO_MIDDLE = 0.3;
const RHO_SD = 0.2;
/** Sessions over which a ramp climbs; 0 is a step. */
const SHAPES = [
  { ramp: 0, prior: 0.9 },
  { ramp: 6, prior: 0.1 },
] as const;
const GAIN_SD_SHARE = 0.05;

interface Cell {
  readonly tauShare: number;
  readonly rho: number;
  readonly ramp: number;
  readonly logPrior: number;
}

export const SEASON_CELLS: readonly Cell[] = TAU_SHARES.flatMap((tauShare) =>
  RHOS.flatMap((rho) =>
    SHAPES.map(({ ramp, prior }) => ({
      tauShare,
      rho,
      ramp,
      logPrior:
        -0.5 * (log(tauShare / TAU_MIDDLE) / TAU_LOG_SD) ** 2 - 0.5 * ((rho - RHO_MIDDLE) / RHO_SD) ** 2 + log(prior),
    })),
  ),
);

/** One session of a season, in the order of time. */
export interface SeasonSession extends SessionMean {
  /** Swung the old way: before the change, or later at the old place. */
  readonly old: boolean;
  /** Same day as the session before it: the day's level is then the same. */
  readonly sameDay?: boolean;
}

/** One cell's answer: the gain now and the level before it, both normal given the cell. */
export interface SeasonPart {
  readonly weight: number;
  readonly meanMps: number;
  readonly sdMps: number;
  readonly baselineMps: number;
  readonly cell: number;
}

/** Posterior of the gain now: a mixture of normals, one for each cell of day spread, correlation and shape. */
export interface SeasonPosterior {
  readonly parts: readonly SeasonPart[];
  readonly gainMps: number;
  readonly baselineMps: number;
  readonly daySpreadMps: number;
  readonly dayCorrelation: number;
  /** Chance that the change climbs over sessions and is no step. */
  readonly chanceRamp: number;
}

/** State of one cell's filter over the columns y, 1 and x after its last session: means, variance, sums of products of innovations. */
const FIELDS = 11;
const [A_Y, A_1, A_X, P, LN_F, S_YY, S_1Y, S_XY, S_11, S_1X, S_XX] = tuple(
  11,
  Array.from({ length: FIELDS }, (_, i) => i),
);

function restart(s: Float64Array, at: number, tau: number): void {
  s.fill(0, at, at + FIELDS);
  s[at + P] = tau * tau;
}

/** From one day to the next. */
function nextDay(s: Float64Array, at: number, tau: number, rho: number): void {
  s[at + A_Y]! *= rho;
  s[at + A_1]! *= rho;
  s[at + A_X]! *= rho;
  s[at + P] = rho * rho * s[at + P]! + (1 - rho * rho) * tau * tau;
}

function learn(s: Float64Array, at: number, y: number, x: number, v: number): void {
  const f = s[at + P]! + v;
  const k = s[at + P]! / f;
  const ey = y - s[at + A_Y]!;
  const e1 = 1 - s[at + A_1]!;
  const ex = x - s[at + A_X]!;
  s[at + LN_F]! += log(f);
  s[at + S_YY]! += (ey * ey) / f;
  s[at + S_1Y]! += (e1 * ey) / f;
  s[at + S_XY]! += (ex * ey) / f;
  s[at + S_11]! += (e1 * e1) / f;
  s[at + S_1X]! += (e1 * ex) / f;
  s[at + S_XX]! += (ex * ex) / f;
  s[at + A_Y]! += k * ey;
  s[at + A_1]! += k * e1;
  s[at + A_X]! += k * ex;
  s[at + P]! *= 1 - k;
}

/** The season so far, cell by cell; takes one session after the other. */
export class Season {
  private readonly speedMps: number;
  private readonly states = new Float64Array(SEASON_CELLS.length * FIELDS);
  private readonly sessions: SeasonSession[] = [];
  private readonly cells: readonly number[];
  private since = 0;

  /**
   * @param speedMps the player's middle speed: spreads and priors are shares of it
   * @param cells the cells that take part; all of them unless some are known to be too unlikely
   */
  constructor(speedMps: number, cells: readonly number[] = SEASON_CELLS.map((_, i) => i)) {
    this.speedMps = speedMps;
    this.cells = cells;
    for (const i of cells) restart(this.states, i * FIELDS, SEASON_CELLS[i]!.tauShare * speedMps);
  }

  copy(cells: readonly number[] = this.cells): Season {
    const other = new Season(this.speedMps, cells);
    other.states.set(this.states);
    other.sessions.push(...this.sessions);
    other.since = this.since;
    return other;
  }

  get sessionsSinceChange(): number {
    return this.since;
  }

  /** How far the change has come at its c-th session under a cell's shape, seen from today. */
  private reach(cell: Cell, c: number): number {
    return c === 0 ? 0 : cell.ramp === 0 ? 1 : min(1, c / min(cell.ramp, this.since));
  }

  add(session: SeasonSession): void {
    this.sessions.push(session);
    if (!session.old) this.since++;
    for (const i of this.cells) {
      const cell = SEASON_CELLS[i]!;
      // A ramp shorter than its full length is drawn anew, since it is counted from today.
      const anew = cell.ramp > 0 && !session.old && this.since > 1 && this.since <= cell.ramp;
      if (anew) {
        restart(this.states, i * FIELDS, cell.tauShare * this.speedMps);
        let c = 0;
        for (let k = 0; k < this.sessions.length; k++) this.step(i, k, this.sessions[k]!.old ? 0 : ++c);
      } else this.step(i, this.sessions.length - 1, session.old ? 0 : this.since);
    }
  }

  private step(i: number, k: number, c: number): void {
    const cell = SEASON_CELLS[i]!;
    const { meanMps, varianceMps2, sameDay } = this.sessions[k]!;
    const at = i * FIELDS;
    if (k > 0 && !sameDay) nextDay(this.states, at, cell.tauShare * this.speedMps, cell.rho);
    learn(this.states, at, meanMps - this.speedMps, this.reach(cell, c), varianceMps2);
  }

  /** Level of the last day by one cell, given its b and g: mean and SD of d. */
  dayNow(part: SeasonPart, baselineMps: number, gainMps: number): { meanMps: number; sdMps: number } {
    const at = part.cell * FIELDS;
    const s = this.states;
    const b = baselineMps - this.speedMps;
    return { meanMps: s[at + A_Y]! - b * s[at + A_1]! - gainMps * s[at + A_X]!, sdMps: sqrt(max(0, s[at + P]!)) };
  }

  /** The baseline given a gain, by one cell: mean and SD. */
  baselineGiven(part: SeasonPart, gainMps: number): { meanMps: number; sdMps: number } {
    const at = part.cell * FIELDS;
    const [s11, s1x] = tuple(2, [this.states[at + S_11]!, this.states[at + S_1X]!]);
    return { meanMps: part.baselineMps - (s1x / s11) * (gainMps - part.meanMps), sdMps: 1 / sqrt(s11) };
  }

  /** @param extraVarianceMps2 variance of what was taken out of the sessions beforehand (growth) */
  posterior(extraVarianceMps2 = 0): SeasonPosterior {
    const s = this.states;
    const priorPrecision = 1 / (GAIN_SD_SHARE * this.speedMps) ** 2;
    const logs = new Float64Array(this.cells.length);
    const parts = this.cells.map((i, k) => {
      const cell = SEASON_CELLS[i]!;
      const at = i * FIELDS;
      const sxx = s[at + S_XX]! + priorPrecision;
      const det = s[at + S_11]! * sxx - s[at + S_1X]! ** 2;
      const b = (sxx * s[at + S_1Y]! - s[at + S_1X]! * s[at + S_XY]!) / det;
      const g = (s[at + S_11]! * s[at + S_XY]! - s[at + S_1X]! * s[at + S_1Y]!) / det;
      logs[k] =
        cell.logPrior - 0.5 * (s[at + LN_F]! + log(det) + s[at + S_YY]! - b * s[at + S_1Y]! - g * s[at + S_XY]!);
      return {
        weight: 0,
        meanMps: g,
        sdMps: sqrt(s[at + S_11]! / det + extraVarianceMps2),
        baselineMps: b + this.speedMps,
        cell: i,
      };
    });
    const most = logs.reduce((a, b) => max(a, b), -Infinity);
    let total = 0;
    parts.forEach((p, k) => (total += p.weight = exp(logs[k]! - most)));
    const mean = (of: (p: SeasonPart, cell: Cell) => number): number =>
      parts.reduce((sum, p) => sum + p.weight * of(p, SEASON_CELLS[p.cell]!), 0);
    for (const p of parts) p.weight /= total;
    return {
      parts: parts.filter((p) => p.weight > 1e-9),
      gainMps: mean((p) => p.meanMps),
      baselineMps: mean((p) => p.baselineMps),
      daySpreadMps: mean((_, c) => c.tauShare) * this.speedMps,
      dayCorrelation: mean((_, c) => c.rho),
      chanceRamp: mean((_, c) => (c.ramp > 0 ? 1 : 0)),
    };
  }
}

/** A mixture of normals. */
type Mixture = readonly { readonly weight: number; readonly meanMps: number; readonly sdMps: number }[];

/** Chance that a mixture lies at or below x. */
export function chanceAtMost(parts: Mixture, xMps: number): number {
  let chance = 0;
  for (const p of parts) chance += p.weight * normalCdf((xMps - p.meanMps) / p.sdMps);
  return chance;
}

/** Quantile of a mixture of normals. @param p 0–1 */
export function mixtureQuantile(parts: Mixture, p: number): number {
  let lo = Infinity;
  let hi = -Infinity;
  for (const part of parts) {
    lo = min(lo, part.meanMps - 7 * part.sdMps);
    hi = max(hi, part.meanMps + 7 * part.sdMps);
  }
  // Newton's steps on the mixture's own density, kept within the bracket; a step out of it is halved there instead.
  let x = (lo + hi) / 2;
  for (let i = 0; i < 100 && hi - lo > 1e-10; i++) {
    let chance = 0;
    let density = 0;
    for (const part of parts) {
      const z = (x - part.meanMps) / part.sdMps;
      chance += part.weight * normalCdf(z);
      density += (part.weight * exp(-0.5 * z * z)) / (part.sdMps * ROOT_TWO_PI);
    }
    if (chance < p) lo = x;
    else hi = x;
    const newton = x - (chance - p) / density;
    const next = newton > lo && newton < hi ? newton : (lo + hi) / 2;
    if (abs(next - x) < 1e-12) return next;
    x = next;
  }
  return x;
}
