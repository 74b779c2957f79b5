import { tuple } from '../numeric/tuple.ts';
import { Z90 } from '../numeric/statistics.ts';
import { CannotSayError } from '../errors/input-error.ts';
import { levenbergMarquardt, type Minimum } from '../numeric/levenberg-marquardt.ts';
import { turningPoint } from '../numeric/root.ts';
import { clubHeadSpeedMps, simulateDownswing, type Downswing } from './model.ts';
import type { Drive, SwingParameters } from './parameters.ts';
import {
  BOUNDS,
  bodyStrength,
  coefficients,
  FIT_NAMES,
  named,
  PRIOR_SD,
  STEPS,
  type FitName,
  type FitParameters,
} from './fit-parameters.ts';
import { playerSwing, type Player } from './player.ts';

/** Turning speeds of one captured downswing at times before the strike, rad/s; a curve that was not captured is absent. */
export interface CapturedDownswing {
  readonly beforeStrikeS: readonly number[];
  readonly hips?: readonly number[];
  readonly chest?: readonly number[];
  readonly leadArm?: readonly number[];
  readonly club: readonly number[];
  readonly downswingS: number;
  /** Angles at the top in the model's frame, rad, where they are known. */
  readonly startRad?: Partial<SwingParameters['startRad']>;
}

export interface FittedValue {
  readonly value: number;
  readonly interval90: readonly [number, number];
  /** The captured curves say less of it than its prior does. */
  readonly weak: boolean;
}

export interface SwingFit {
  readonly parameters: SwingParameters;
  readonly values: Readonly<Record<FitName, FittedValue>>;
  /** Root mean square of each curve's misfit as a share of its peak. */
  readonly residuals: Readonly<Partial<Record<'hips' | 'chest' | 'leadArm' | 'club', number>>>;
  readonly clubSpeedMps: number;
  /** Whether the chest's angle at the top was known, without which a short turn cannot be priced. */
  readonly turnKnown: boolean;
  /** The hips stop with the trunk, not the trunk alone. */
  readonly hipsStopToo: boolean;
  readonly simulations: number;
  readonly covariance: Minimum['covariance'];
  /** Coefficients of the fit, for the local prices. */
  readonly at: readonly number[];
  readonly base: SwingParameters;
}

/** Model error of each curve, as a share of its peak. */
const NOISE_SHARE = 0.09;
const GRID = 28;
/** Errors of a curve hang together: so many of the grid's points are worth one. */
const INDEPENDENT = 8;
/** A curve misfitted by more than this share of its peak is not described by the model. */
const MOST_MISFIT = 0.22;
/** Strength that differs by more than this (logarithm) from the first guess moves the priors. */
const RECENTRE_FROM = 0.04;
const STEP_S = 0.002;

/** The player with what a fit found applied. The stop counts back from the strike without it. */
export function fittedSwing(base: SwingParameters, fit: FitParameters): SwingParameters {
  const drive = (d: Drive, lnStrength: number, laterS: number): Drive => ({
    ...d,
    torqueNm: d.torqueNm * Math.exp(lnStrength),
    onsetS: Math.max(0, d.onsetS + laterS),
    riseS: d.riseS * Math.exp(fit.lnRise),
  });
  const d = base.drives;
  const drives = {
    hips: drive(d.hips, fit.lnHips, fit.hipsLaterS),
    trunk: drive(d.trunk, fit.lnTrunk, fit.trunkLaterS),
    shoulder: drive(d.shoulder, fit.lnShoulder, fit.shoulderLaterS),
    wrist: drive(d.wrist, fit.lnWrist, fit.wristLaterS),
  };
  const whole = { ...base, drives };
  if (Math.abs(fit.stopS) <= 1e-4) return whole;
  const strike = simulateDownswing(whole, STEP_S)?.downswingS;
  if (strike === undefined) return whole;
  const cutS = Math.max(0, strike - Math.abs(fit.stopS));
  const hips = fit.stopS < 0 ? { ...drives.hips, cutS } : drives.hips;
  return { ...whole, drives: { ...drives, hips, trunk: { ...drives.trunk, cutS } } };
}

/** Rate of a segment at a time before the strike; at rest before the top. */
function rateAt(swing: Downswing, segment: number, beforeStrikeS: number): number {
  const t = swing.downswingS - beforeStrikeS;
  if (t <= 0) return 0;
  const { samples } = swing;
  const i = Math.min(samples.length - 1, Math.max(1, Math.ceil(t / STEP_S)));
  const [a, b] = tuple(2, [samples[i - 1]!, samples[i]!]);
  const f = Math.min(1, Math.max(0, (t - a.timeS) / (b.timeS - a.timeS)));
  return a.ratesRadPerS[segment]! + f * (b.ratesRadPerS[segment]! - a.ratesRadPerS[segment]!);
}

/** A captured curve at a time before the strike. */
function captured(c: CapturedDownswing, values: readonly number[], beforeStrikeS: number): number {
  const times = c.beforeStrikeS;
  let i = 1;
  while (i < times.length - 1 && times[i]! > beforeStrikeS) i++;
  const f = (times[i - 1]! - beforeStrikeS) / (times[i - 1]! - times[i]!);
  return values[i - 1]! + Math.min(1, Math.max(0, f)) * (values[i]! - values[i - 1]!);
}

/**
 * Fits the swing model to one captured downswing: four strengths, four onsets, one rise, one cut of the trunk drive; bounded
 * least squares from five starts, priors on all. Inertias, speeds of the drives, passives and hub come from the player.
 * @param onSimulation called with the number of simulations so far
 * @throws CannotSayError without the chest's or the arm's curve, or where the model does not describe this swing
 */
export function fitSwing(c: CapturedDownswing, player: Player, onSimulation?: (count: number) => void): SwingFit {
  if (!c.chest || !c.leadArm)
    throw new CannotSayError(
      'too-few-curves',
      c.chest
        ? 'Without the lead arm the drives cannot be told apart.'
        : 'Without the chest strengths cannot be told: only timing can be read.',
      c.chest ? 'the lead arm’s curve' : 'the chest’s curve',
    );
  const shaped = (strength: number): SwingParameters => {
    const p = playerSwing({ ...player, strength });
    return { ...p, startRad: { ...p.startRad, ...c.startRad } };
  };
  const clubEnd = c.club[c.club.length - 1]!;
  const strength = turningPoint(
    (s) => {
      const swing = simulateDownswing(shaped(s), STEP_S);
      return swing !== undefined && swing.samples[swing.samples.length - 1]!.ratesRadPerS[3] > clubEnd;
    },
    0.2,
    1.6,
    0.005,
  );
  let base = shaped(strength);
  const curves = [
    ['hips', 0, c.hips],
    ['chest', 1, c.chest],
    ['leadArm', 2, c.leadArm],
    ['club', 3, c.club],
  ] as const;
  const span = Math.min(c.downswingS + 0.03, c.beforeStrikeS[0]!);
  const grid = Array.from({ length: GRID }, (_, k) => (span * k) / (GRID - 1));
  const targets = curves.flatMap(([name, segment, values]) => {
    if (!values) return [];
    const peak = Math.max(...values);
    return [{ name, segment, peak, at: grid.map((t) => captured(c, values, t)) }];
  });
  const weight = 1 / (NOISE_SHARE * Math.sqrt(GRID / INDEPENDENT));
  let simulations = 0;
  const residuals = (x: readonly number[]): number[] | undefined => {
    onSimulation?.(++simulations);
    const swing = simulateDownswing(fittedSwing(base, named(x)), STEP_S);
    if (!swing) return undefined;
    const data = targets.flatMap((t) =>
      grid.map((before, k) => (weight * (rateAt(swing, t.segment, before) - t.at[k]!)) / t.peak),
    );
    return [...data, ...x.map((v, i) => v / PRIOR_SD[i]!)];
  };
  const starts: readonly Partial<FitParameters>[] = [
    {},
    { hipsLaterS: 0.02, trunkLaterS: 0.02, shoulderLaterS: -0.02 },
    { lnWrist: 0.5, wristLaterS: -0.13 },
    { lnTrunk: 0.15, stopS: 0.08 },
    { lnTrunk: 0.15, stopS: -0.08 },
  ];
  const tries = starts.flatMap((start) => levenbergMarquardt(residuals, coefficients(start), BOUNDS, STEPS) ?? []);
  if (tries.length === 0)
    throw new CannotSayError(
      'no-strike',
      'The model does not reach the ball from this top.',
      'a fuller capture of the downswing',
    );
  let best = tries.reduce((a, b) => (b.cost < a.cost ? b : a));
  let evaluations = tries.reduce((sum, t) => sum + t.evaluations, 0);
  // A fault lowers the speed from which the strength was first taken: the priors are laid anew around what the body showed.
  const found = named(best.at);
  const common = bodyStrength(found);
  if (Math.abs(common) > RECENTRE_FROM) {
    base = shaped(strength * Math.exp(common));
    const again = levenbergMarquardt(
      residuals,
      coefficients({
        ...found,
        lnHips: found.lnHips - common,
        lnTrunk: found.lnTrunk - common,
        lnShoulder: found.lnShoulder - common,
        lnWrist: found.lnWrist - common,
      }),
      BOUNDS,
      STEPS,
    );
    evaluations += again?.evaluations ?? 0;
    if (again) best = again;
    else base = shaped(strength);
  }
  const parameters = fittedSwing(base, named(best.at));
  const swing = simulateDownswing(parameters, STEP_S);
  const misfit = Object.fromEntries(
    targets.map((t) => [
      t.name,
      Math.sqrt(
        grid.reduce((s, before, k) => s + (swing ? rateAt(swing, t.segment, before) - t.at[k]! : t.peak) ** 2, 0) /
          GRID,
      ) / t.peak,
    ]),
  );
  const worst = Object.entries(misfit).sort((a, b) => b[1] - a[1])[0]!;
  if (worst[1] > MOST_MISFIT)
    throw new CannotSayError(
      'misfit',
      `The model does not describe this swing: its ${worst[0]} curve is off by ${Math.round(100 * worst[1])} % of its peak.`,
      'a swing from top to strike with sound curves',
    );
  return {
    parameters,
    values: valuesOf(best),
    residuals: misfit,
    clubSpeedMps: clubHeadSpeedMps(parameters) ?? 0,
    turnKnown: c.startRad?.torso !== undefined,
    hipsStopToo: named(best.at).stopS < -0.01,
    simulations: evaluations,
    covariance: best.covariance,
    at: best.at,
    base,
  };
}

/** The coefficients in the units of their names, with 90 % intervals by the Jacobian. */
function valuesOf({ at, covariance }: Minimum): SwingFit['values'] {
  return Object.fromEntries(
    FIT_NAMES.map((name, i) => {
      const sd = Math.min(PRIOR_SD[i]!, covariance ? Math.sqrt(Math.max(0, covariance[i]![i]!)) : PRIOR_SD[i]!);
      const middle = name === 'trunkCutMs' ? Math.abs(at[i]!) : at[i]!;
      const ends = [middle - Z90 * sd, middle + Z90 * sd];
      const shown = (v: number): number => (name.endsWith('Ms') ? 1000 * v : Math.exp(v));
      return [name, { value: shown(middle), interval90: ends.map(shown), weak: sd > 0.7 * PRIOR_SD[i]! }];
    }),
  ) as unknown as SwingFit['values'];
}
