import { degToRad } from '../units/units.ts';
import { sdOf } from '../catalogue/uncertainties.ts';
import { zeroLagLowPass } from '../numeric/filters.ts';
import { localPolynomial } from '../numeric/local-fit.ts';
import { normalCdf } from '../numeric/statistics.ts';
import type { Segment } from './motion.ts';

/** The peak of a segment is looked for in this last stretch before the strike: weak players show an early hump. */
const PEAK_SEARCH_S = 0.18;
/** Low-pass for timing the peaks of hips, chest and arm; the lowest that keeps their shape. */
const PEAK_CUTOFF_HZ = 12;
/** Half-width of the cubic around a body peak, and reach of the club's parabola before the strike, s. */
const BODY_WINDOW_S = 0.05;
/** Below this rate the window holds too few samples for a cubic; a parabola errs less. */
const SLOW_RATE_HZ = 150;
/** Farthest a fitted peak may lie from where its window was laid, s. */
const MOST_MOVE_S = 0.02;
const ANGLE_SD_RAD = degToRad(sdOf('segmentAngle'));
const CLUB_WINDOW_S = 0.06;
/** Error of the method itself on noise-free simulated curves, one standard deviation, s. */
const METHOD_SD_S = sdOf('peakTime') / 1000;
const MOST_SD_S = 0.03;
/** Tilt that a slow error of a sensor on cloth and skin gives a curve, shares of its peak a second. */
const SENSOR_TILT_PER_S = 0.4;
/** Such an error over the time between two humps, a share of the peak. */
const SENSOR_SHARE = 0.01;
/** A hump so much lower than the highest is no candidate. */
const WORTH_LOOKING = 0.1;
/** Stretch before the strike in which a rising end is read, and how sure "at the strike" then is. */
const END_WINDOW_S = 0.04;
const END_SD_S = 0.004;
const END_MARGIN_SDS = 1;
/** Error of a peak of which two humps may be the higher, at most. */
const MOST_OPEN_S = 0.06;

/** One curve up to the strike. */
export interface Curve {
  readonly time: readonly number[];
  readonly raw: readonly number[];
  readonly strikeS: number;
  readonly rateHz: number;
  readonly noiseSd: number;
  readonly angleRad?: readonly number[];
}

export interface PeakTime {
  readonly timeS: number;
  readonly valueRadPerS: number;
  /** One standard deviation, without that of the strike, s. */
  readonly sdS: number;
}

export interface SegmentPeak {
  readonly peakRadPerS: number;
  readonly peakBeforeStrikeS: number;
  /** One standard deviation of the peak's time, from sampling, noise and the strike. */
  readonly uncertaintyS: number;
  readonly atStrikeRadPerS: number;
  readonly reversalBeforeStrikeS?: number;
  readonly reversalUncertaintyS?: number;
}

function around(
  time: readonly number[],
  values: readonly number[],
  centre: number,
  half: number,
): { x: number[]; y: number[]; indices: number[] } {
  const x: number[] = [];
  const y: number[] = [];
  const indices: number[] = [];
  for (let i = 0; i < time.length; i++) {
    if (Math.abs(time[i]! - centre) > half) continue;
    x.push(time[i]!);
    y.push(values[i]!);
    indices.push(i);
  }
  return { x, y, indices };
}

/** Turns of the smoothed curve in the last stretch before the strike, and the last one before that stretch. */
function turnsOf(
  time: readonly number[],
  smooth: readonly number[],
  strikeS: number,
): { late: number[]; early?: number } {
  const late: number[] = [];
  let early: number | undefined;
  for (let i = 1; i < time.length - 1; i++) {
    if (smooth[i]! < smooth[i - 1]! || smooth[i]! <= smooth[i + 1]!) continue;
    if (strikeS - time[i]! <= PEAK_SEARCH_S) late.push(i);
    else early = i;
  }
  return { late, early };
}

/** Vertex of a parabola through three even samples. */
function vertex(time: readonly number[], values: readonly number[], i: number): number {
  if (i <= 0 || i >= time.length - 1) return time[i]!;
  const bend = values[i - 1]! - 2 * values[i]! + values[i + 1]!;
  if (bend >= 0) return time[i]!;
  const off = (values[i - 1]! - values[i + 1]!) / (2 * bend);
  return time[i]! + Math.max(-1, Math.min(1, off)) * (time[i + 1]! - time[i]!);
}

/** A place where the peak may be, with the height of the curve there and how sure that height is. */
interface Candidate extends PeakTime {
  readonly valueSd: number;
  /** Height that counts against other places. */
  readonly height: number;
}

/** A turn of the curve: mean of the peak of the 12 Hz curve and that of a cubic over ±50 ms. */
function turnAt(
  turn: number,
  { time, raw, smooth, strikeS, rateHz, noiseSd, angleRad }: Curve & { readonly smooth: readonly number[] },
): Candidate {
  const filtered = vertex(time, smooth, turn);
  let centre = filtered;
  let timeSd = 1 / rateHz;
  let value = smooth[turn]!;
  let valueSd = noiseSd;
  for (let round = 0; round < 3; round++) {
    const { x, y, indices } = around(time, raw, centre, BODY_WINDOW_S);
    const integral = angleRad && {
      values: indices.map((i) => angleRad[i]!),
      integralSd: ANGLE_SD_RAD,
      valueSd: Math.max(noiseSd, 1e-3),
    };
    const fit = localPolynomial(x, y, centre, rateHz < SLOW_RATE_HZ ? 2 : 3, integral);
    if (!fit) break;
    let best = centre;
    for (let k = -100; k <= 100; k++) {
      const at = centre + (k / 100) * MOST_MOVE_S;
      if (at <= strikeS && fit.evaluate(at) > fit.evaluate(best)) best = at;
    }
    value = fit.evaluate(best);
    valueSd = fit.valueSd;
    // A slow error of the sensor tilts the curve: the flatter the peak, the more that moves it.
    if (fit.curvature < 0) timeSd = Math.hypot(fit.slopeSd, SENSOR_TILT_PER_S * value) / -fit.curvature;
    centre = best;
  }
  return {
    timeS: (filtered + centre) / 2,
    valueRadPerS: Math.max(value, smooth[turn]!),
    height: value,
    valueSd,
    sdS: Math.hypot(METHOD_SD_S, Math.min(MOST_SD_S, timeSd), (filtered - centre) / 4),
  };
}

/** The end of a curve that still rises at the strike. */
function endAt({ time, raw, strikeS }: Curve): Candidate | undefined {
  const { x, y } = around(time, raw, strikeS, END_WINDOW_S);
  const fit = localPolynomial(x, y, strikeS, 2);
  if (!fit || fit.slope <= 0) return undefined;
  // Where it is as high as a turn, the turn is the peak that is meant: the end has to stand above it by more than its error.
  const height = fit.value - END_MARGIN_SDS * Math.hypot(fit.valueSd, SENSOR_SHARE * fit.value);
  return {
    timeS: strikeS,
    valueRadPerS: fit.value,
    height,
    valueSd: fit.valueSd,
    sdS: Math.hypot(METHOD_SD_S, END_SD_S),
  };
}

/** Every place where the peak may be: turns in the last stretch (an earlier one where it has none) and an end that still rises. */
function placesOf(curve: Curve, smooth: readonly number[]): Candidate[] {
  const { time, strikeS } = curve;
  const { late, early } = turnsOf(time, smooth, strikeS);
  const turns = late.length > 0 || early === undefined ? late : [early];
  const last = smooth.length - 1;
  const rises = last > 0 && smooth[last]! >= smooth[last - 1]!;
  const highest = Math.max(...turns.map((i) => smooth[i]!), rises ? smooth[last]! : -Infinity);
  const near = (i: number): boolean => smooth[i]! >= (1 - WORTH_LOOKING) * highest;
  const read = (i: number): Candidate => turnAt(i, { ...curve, smooth });
  const end = rises && near(last) ? endAt(curve) : undefined;
  const places = [...turns.filter(near).map(read), ...(end ? [end] : [])];
  if (places.length > 0) return places;
  const inside = time.flatMap((t, i) => (strikeS - t <= PEAK_SEARCH_S ? [i] : []));
  return inside.length === 0 ? [] : [read(inside.reduce((a, i) => (smooth[i]! > smooth[a]! ? i : a)))];
}

/**
 * Peak of hips, chest or lead arm before the strike. The highest of the curve's turns and its end; where another is nearly as
 * high, the error covers it by the chance that it is the higher one.
 */
function bodyPeak(curve: Curve): PeakTime | undefined {
  const smooth = zeroLagLowPass(curve.raw, curve.rateHz, PEAK_CUTOFF_HZ);
  const [best, ...others] = placesOf(curve, smooth).sort((a, b) => b.height - a.height);
  if (!best || best.valueRadPerS <= 0) return undefined;
  const open = others.map((other) => {
    const sd = Math.hypot(best.valueSd, other.valueSd, SENSOR_SHARE * best.valueRadPerS);
    const chance = normalCdf((other.height - best.height) / sd);
    return Math.sqrt(chance * (1 - chance)) * Math.abs(best.timeS - other.timeS);
  });
  return { ...best, sdS: Math.min(MOST_OPEN_S, Math.hypot(best.sdS, ...open)) };
}

/** Peak of the club: parabola over the last 60 ms; before the strike only where it stands above the strike by more than noise. */
function clubPeak(time: readonly number[], raw: readonly number[], strikeS: number): PeakTime | undefined {
  const { x, y } = around(time, raw, strikeS, CLUB_WINDOW_S);
  const fit = localPolynomial(x, y, strikeS, 2);
  if (!fit) return undefined;
  // How long before the strike the curve lies within its own error of the value there.
  let near = 0;
  while (near < MOST_SD_S && Math.abs(fit.value - fit.evaluate(strikeS - near)) < fit.valueSd) near += 0.0005;
  const atStrike: PeakTime = {
    timeS: strikeS,
    valueRadPerS: fit.value,
    sdS: Math.min(MOST_SD_S, Math.hypot(METHOD_SD_S, near / 2)),
  };
  if (fit.curvature >= 0 || fit.slope >= 0) return atStrike;
  const before = Math.min(-fit.slope / -fit.curvature, CLUB_WINDOW_S);
  const value = fit.evaluate(strikeS - before);
  if (value - fit.value < fit.valueSd) return atStrike;
  const sdS = Math.min(MOST_SD_S, Math.hypot(METHOD_SD_S, fit.slopeSd / -fit.curvature));
  return { timeS: strikeS - before, valueRadPerS: value, sdS };
}

/** Peak by the segment's own method. */
export function peakOf(segment: Segment, curve: Curve): PeakTime | undefined {
  return segment === 'club' ? clubPeak(curve.time, curve.raw, curve.strikeS) : bodyPeak(curve);
}
