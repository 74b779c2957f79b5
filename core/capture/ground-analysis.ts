import { tuple } from '../numeric/tuple.ts';
import { CannotSayError, InputError } from '../errors/input-error.ts';
import { zeroLagLowPass } from '../numeric/filters.ts';
import { localPolynomial } from '../numeric/local-fit.ts';
import { mean, standardDeviation } from '../numeric/statistics.ts';
import { noteNumber, type FootFrame, type GroundCapture, type PlateCapture } from './ground.ts';

const GRAVITY = 9.80665;
/** Forces of a swing live below this; the peaks keep their place, Hz. */
const CUTOFF_HZ = 20;
/** A peak is placed by a polynomial over this much on either side, s. */
const PEAK_HALF_S = 0.025;
const PEAK_DEGREE = 3;
/** The start of a record is set-up for this long, s. */
const SETUP_S = 0.5;
/** A quiet set-up's total varies by less than this share of itself. */
const QUIET_SHARE = 0.08;
/** Peaks are looked for from this long before the top, s. */
const BEFORE_TOP_S = 0.1;
/** Where the file names no top: a downswing is no longer than this, s. */
const LONGEST_DOWNSWING_S = 0.35;
const UNLOADED_BW = 0.8;
const OFF_GROUND_BW = 0.1;
/** A record that goes on for this long after the strike holds the finish, s. */
const FINISH_AFTER_S = 0.6;
/** Weighed and stated mass may differ by this share. */
const MASS_SHARE = 0.15;
const PLATE_DRIFT_N = 25;

export interface Peak {
  readonly value: number;
  readonly beforeStrikeS: number;
}
/** Place in a foot: 0 heel to 1 toe, 0 inside to 1 outside. */
export interface FootPlace {
  readonly heelToToe: number;
  readonly insideToOutside: number;
}
export const GROUND_FLAGS = ['unloaded-before-strike', 'off-ground', 'loads-outside', 'no-quiet-set-up'] as const;
export type GroundFlag = (typeof GROUND_FLAGS)[number];

export interface Ground {
  readonly bodyWeightN: number | null;
  /** Lead share of the load at the checkpoints that the record holds, 0–1. */
  readonly leadShare: Partial<Record<'setUp' | 'top' | 'leadArmLevel' | 'strike' | 'finish', number>>;
  /** In body weights; null from a mat. */
  readonly peakVerticalBw: Peak | null;
  readonly peakLeadVerticalBw: Peak | null;
  readonly peakTowardTargetBw: Peak | null;
  readonly peakTorqueNm: Peak | null;
  /** When the feet leave the ground, s before strike (negative: after it); null where they do not. */
  readonly offGroundBeforeStrikeS: number | null;
  readonly trailAtTop: FootPlace | null;
  readonly flags: readonly GroundFlag[];
}

const rateOf = (timeS: readonly number[]): number => (timeS.length - 1) / (timeS[timeS.length - 1]! - timeS[0]!);

/** Value at a moment, between the samples. */
function at(timeS: readonly number[], values: readonly number[], t: number): number {
  let i = 1;
  while (i < timeS.length - 1 && timeS[i]! < t) i++;
  const f = Math.min(1, Math.max(0, (t - timeS[i - 1]!) / (timeS[i]! - timeS[i - 1]!)));
  return values[i - 1]! + f * (values[i]! - values[i - 1]!);
}

/**
 * Greatest value between two moments: found on the smoothed curve, placed by a cubic through the raw samples around it, which
 * follows a lopsided peak and averages noise.
 */
function peakBetween(
  timeS: readonly number[],
  { raw, smooth }: { raw: readonly number[]; smooth: readonly number[] },
  from: number,
  strike: number,
): Peak {
  let best = -1;
  for (let i = 0; i < timeS.length; i++)
    if (timeS[i]! >= from && timeS[i]! <= strike && (best < 0 || smooth[i]! > smooth[best]!)) best = i;
  if (best < 0) best = 0;
  const near = timeS.map((_, i) => i).filter((i) => Math.abs(timeS[i]! - timeS[best]!) <= PEAK_HALF_S);
  const fit = localPolynomial(
    near.map((i) => timeS[i]!),
    near.map((i) => raw[i]!),
    timeS[best]!,
    PEAK_DEGREE,
  );
  let place = { t: timeS[best]!, value: smooth[best]! };
  if (fit) {
    place = { t: place.t, value: fit.value };
    for (let t = timeS[best]! - PEAK_HALF_S / 2; t <= Math.min(strike, timeS[best]! + PEAK_HALF_S / 2); t += 0.0005) {
      const value = fit.evaluate(t);
      if (value > place.value) place = { t, value };
    }
  }
  return { value: place.value, beforeStrikeS: strike - place.t };
}

/** Pressure place in a foot's frame: along it from heel to toe, across it from the inside out. */
function placeIn(foot: FootFrame, x: number, y: number, side: 'lead' | 'trail'): FootPlace {
  const dx = x - foot.heelXM;
  const dy = y - foot.heelYM;
  const along = dx * Math.sin(foot.turnRad) + dy * Math.cos(foot.turnRad);
  const across = dx * Math.cos(foot.turnRad) - dy * Math.sin(foot.turnRad);
  // The outside of the trail foot looks away from the target.
  const outward = side === 'lead' ? across : -across;
  return { heelToToe: along / foot.lengthM, insideToOutside: 0.5 + outward / foot.widthM };
}

interface Moments {
  readonly strike: number;
  readonly top?: number;
  readonly leadArmLevel?: number;
  readonly from: number;
}

function momentsOf(c: GroundCapture): Moments {
  const strike = noteNumber(c.notes, 'strike_s');
  if (strike === undefined) {
    throw new CannotSayError(
      'no-strike',
      'The record does not say when the strike was.',
      'a note "# strike_s: …" before the header, or a motion file of the same swing',
    );
  }
  const [first, last] = tuple(2, [c.timeS[0]!, c.timeS[c.timeS.length - 1]!]);
  if (strike <= first || strike > last) {
    throw new InputError(
      'out-of-range',
      `strike_s is ${strike}; the record goes from ${first} to ${last} s.`,
      'note strike_s',
    );
  }
  const top = noteNumber(c.notes, 'top_s');
  if (top !== undefined && (top <= first || top >= strike)) {
    throw new InputError('out-of-range', `top_s is ${top}; it must lie before strike_s ${strike}.`, 'note top_s');
  }
  const from = top === undefined ? strike - LONGEST_DOWNSWING_S : top - BEFORE_TOP_S;
  return { strike, top, leadArmLevel: noteNumber(c.notes, 'lead_arm_level_s'), from };
}

function sharesOf(c: GroundCapture, share: readonly number[], m: Moments): Ground['leadShare'] {
  const end = c.timeS[c.timeS.length - 1]!;
  const average = (from: number, to: number): number =>
    mean(share.filter((_, i) => c.timeS[i]! >= from && c.timeS[i]! <= to));
  return {
    setUp: average(c.timeS[0]!, c.timeS[0]! + SETUP_S),
    ...(m.top === undefined ? {} : { top: at(c.timeS, share, m.top) }),
    ...(m.leadArmLevel === undefined ? {} : { leadArmLevel: at(c.timeS, share, m.leadArmLevel) }),
    strike: at(c.timeS, share, m.strike),
    ...(end - m.strike >= FINISH_AFTER_S ? { finish: average(end - 0.2, end) } : {}),
  };
}

/** Weight from the quiet set-up. @throws InputError where the plates cannot be right */
function weigh(c: PlateCapture, total: readonly number[]): { weightN: number; quiet: boolean } {
  const start = total.filter((_, i) => c.timeS[i]! <= c.timeS[0]! + SETUP_S);
  const weightN = mean(start);
  const massKg = noteNumber(c.notes, 'mass_kg');
  if (massKg !== undefined && Math.abs(weightN / GRAVITY / massKg - 1) > MASS_SHARE) {
    throw new InputError(
      'not-zeroed',
      `The plates weigh ${(weightN / GRAVITY).toFixed(1)} kg at set-up, the file says ${massKg} kg: zero the plates, or correct mass_kg.`,
      'fz_n',
    );
  }
  const least = Math.min(...c.lead.fzN, ...c.trail.fzN);
  if (!(weightN > 150) || least < -PLATE_DRIFT_N - 0.05 * Math.abs(weightN)) {
    throw new InputError(
      'not-zeroed',
      weightN > 150
        ? `A plate reads ${least.toFixed(0)} N: the ground does not pull. Zero the plates.`
        : `The plates carry ${weightN.toFixed(0)} N at set-up: nobody stands on them, or they were not zeroed.`,
      'fz_n',
    );
  }
  const quietX = (side: 'lead' | 'trail'): number =>
    mean(c[side].copXM.filter((_, i) => c.timeS[i]! <= c.timeS[0]! + SETUP_S));
  if (quietX('lead') < quietX('trail') - 0.02) {
    throw new InputError(
      'plates-swapped',
      'The lead plate lies farther from the target than the trail plate: the plates are swapped, or x points away from the target.',
      'lead_cop_x_m',
    );
  }
  return { weightN, quiet: standardDeviation(start) < QUIET_SHARE * weightN };
}

/** First moment after `from` at which the total falls below a level, between the samples; null where it does not. */
function fallsBelow(timeS: readonly number[], values: readonly number[], level: number, from: number): number | null {
  for (let i = 1; i < timeS.length; i++) {
    if (timeS[i]! < from || values[i]! >= level) continue;
    if (values[i - 1]! < level) return timeS[i]!;
    const f = (values[i - 1]! - level) / (values[i - 1]! - values[i]!);
    return timeS[i - 1]! + f * (timeS[i]! - timeS[i - 1]!);
  }
  return null;
}

function analysePlates(c: PlateCapture, m: Moments): Ground {
  const rate = rateOf(c.timeS);
  const smooth = (values: readonly number[]): number[] => zeroLagLowPass(values, rate, CUTOFF_HZ);
  const rawTotal = c.lead.fzN.map((v, i) => v + c.trail.fzN[i]!);
  const { weightN, quiet } = weigh(c, rawTotal);
  const lead = smooth(c.lead.fzN);
  const total = smooth(rawTotal);
  const share = lead.map((v, i) => (total[i]! > OFF_GROUND_BW * weightN ? v / total[i]! : 0.5));
  const setUp = (values: readonly number[]): number =>
    mean(values.filter((_, i) => c.timeS[i]! <= c.timeS[0]! + SETUP_S));
  const x0 = (setUp(c.lead.copXM) + setUp(c.trail.copXM)) / 2;
  const y0 = (setUp(c.lead.copYM) + setUp(c.trail.copYM)) / 2;
  const torque = c.timeS.map((_, i) =>
    [c.lead, c.trail].reduce(
      (sum, p) => sum + (p.copYM[i]! - y0) * p.fxN[i]! - (p.copXM[i]! - x0) * p.fyN[i]! + p.tzNm[i]!,
      0,
    ),
  );
  const push = c.lead.fxN.map((v, i) => v + c.trail.fxN[i]!);
  const peak = (raw: readonly number[], smoothed = smooth(raw)): Peak =>
    peakBetween(c.timeS, { raw, smooth: smoothed }, m.from, m.strike);
  const inBw = (p: Peak): Peak => ({ ...p, value: p.value / weightN });
  const offS = fallsBelow(c.timeS, total, OFF_GROUND_BW * weightN, m.from);
  const unloaded = fallsBelow(c.timeS, total, UNLOADED_BW * weightN, m.top ?? m.from);
  const trailAtTop =
    m.top !== undefined && c.trailFoot
      ? placeIn(c.trailFoot, at(c.timeS, c.trail.copXM, m.top), at(c.timeS, c.trail.copYM, m.top), 'trail')
      : null;
  const flags: GroundFlag[] = [];
  if (!quiet) flags.push('no-quiet-set-up');
  if (unloaded !== null && unloaded < m.strike) flags.push('unloaded-before-strike');
  if (offS !== null) flags.push('off-ground');
  if (trailAtTop && (trailAtTop.insideToOutside > 2 / 3 || trailAtTop.heelToToe > 2 / 3)) flags.push('loads-outside');
  return {
    bodyWeightN: weightN,
    leadShare: sharesOf(c, share, m),
    peakVerticalBw: inBw(peak(rawTotal, total)),
    peakLeadVerticalBw: inBw(peak(c.lead.fzN, lead)),
    peakTowardTargetBw: inBw(peak(push)),
    peakTorqueNm: peak(torque),
    offGroundBeforeStrikeS: offS === null ? null : m.strike - offS,
    trailAtTop,
    flags,
  };
}

/**
 * The ground of one swing: weight, lead share at the checkpoints, peaks of the vertical force, of the push toward the target and
 * of the torque about the middle of the quiet set-up pressure points, the moment off the ground, the trail foot at the top.
 * From a mat: shares only.
 * @throws InputError where the plates cannot be right; CannotSayError where the record has no strike
 */
export function analyseGround(c: GroundCapture): Ground {
  const m = momentsOf(c);
  if (c.kind === 'plates') return analysePlates(c, m);
  return {
    bodyWeightN: null,
    leadShare: sharesOf(
      c,
      zeroLagLowPass(
        c.leadSharePct.map((v) => v / 100),
        rateOf(c.timeS),
        CUTOFF_HZ,
      ),
      m,
    ),
    peakVerticalBw: null,
    peakLeadVerticalBw: null,
    peakTowardTargetBw: null,
    peakTorqueNm: null,
    offGroundBeforeStrikeS: null,
    trailAtTop: null,
    flags: [],
  };
}
