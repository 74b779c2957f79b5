import { zeroLagLowPass } from '../numeric/filters.ts';
import { localPolynomial } from '../numeric/local-fit.ts';
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
/** Typical noise of a measured segment angle: half a degree. */
const ANGLE_SD_RAD = 0.0087;
const CLUB_WINDOW_S = 0.06;
/** Error of the method itself on noise-free simulated curves, one standard deviation, s. */
const METHOD_SD_S = 0.0015;
const MOST_SD_S = 0.03;

export interface PeakTime {
  readonly timeS: number;
  readonly valueRadPerS: number;
  /** One standard deviation, without that of the strike, s. */
  readonly sdS: number;
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
    if (Math.abs(time[i] - centre) > half) continue;
    x.push(time[i]);
    y.push(values[i]);
    indices.push(i);
  }
  return { x, y, indices };
}

/** Highest turning point of the smoothed curve; the end counts only where it stands above every turn by more than noise. */
function highestTurn(time: readonly number[], smooth: readonly number[], strikeS: number, tolerance: number): number {
  let greatest = -1;
  let turn = -1;
  for (let i = 1; i < time.length; i++) {
    if (strikeS - time[i] > PEAK_SEARCH_S) continue;
    if (greatest < 0 || smooth[i] > smooth[greatest]) greatest = i;
    const turns = i < time.length - 1 && smooth[i] >= smooth[i - 1] && smooth[i] > smooth[i + 1];
    if (turns && (turn < 0 || smooth[i] > smooth[turn])) turn = i;
  }
  return turn >= 0 && smooth[turn] >= smooth[greatest] - tolerance ? turn : greatest;
}

/** Vertex of a parabola through three even samples. */
function vertex(time: readonly number[], values: readonly number[], i: number): number {
  if (i <= 0 || i >= time.length - 1) return time[i];
  const bend = values[i - 1] - 2 * values[i] + values[i + 1];
  if (bend >= 0) return time[i];
  return time[i] + ((values[i - 1] - values[i + 1]) / (2 * bend)) * (time[i + 1] - time[i]);
}

/**
 * Peak of hips, chest or lead arm: mean of the peak of the 12 Hz curve and that of a cubic over ±50 ms, which also uses
 * the segment's angle where the file has it. The two err differently by noise and by the curve's lopsidedness.
 * @param time samples up to the strike only
 */
export function bodyPeak(
  time: readonly number[],
  raw: readonly number[],
  strikeS: number,
  rateHz: number,
  noiseSd: number,
  angleRad?: readonly number[],
): PeakTime | undefined {
  const smooth = zeroLagLowPass(raw, rateHz, PEAK_CUTOFF_HZ);
  const smoothSd = noiseSd * Math.sqrt(Math.min(1, (2 * PEAK_CUTOFF_HZ) / rateHz));
  const top = highestTurn(time, smooth, strikeS, 2 * smoothSd);
  if (top < 0 || smooth[top] <= 0) return undefined;
  const filtered = vertex(time, smooth, top);
  let centre = filtered;
  let noiseTimeSd = 1 / rateHz;
  let value = smooth[top];
  for (let round = 0; round < 3; round++) {
    const { x, y, indices } = around(time, raw, centre, BODY_WINDOW_S);
    const integral = angleRad && {
      values: indices.map((i) => angleRad[i]),
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
    if (fit.curvature < 0) noiseTimeSd = fit.slopeSd / -fit.curvature;
    value = fit.evaluate(best);
    centre = best;
  }
  return {
    timeS: (filtered + centre) / 2,
    valueRadPerS: Math.max(value, smooth[top]),
    sdS: Math.min(MOST_SD_S, Math.hypot(METHOD_SD_S, noiseTimeSd, (filtered - centre) / 4)),
  };
}

/** Peak of the club: parabola over the last 60 ms; before the strike only where it stands above the strike by more than noise. */
export function clubPeak(time: readonly number[], raw: readonly number[], strikeS: number): PeakTime | undefined {
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
export function peakOf(
  segment: Segment,
  time: readonly number[],
  raw: readonly number[],
  strikeS: number,
  rateHz: number,
  noiseSd: number,
  angleRad?: readonly number[],
): PeakTime | undefined {
  return segment === 'club' ? clubPeak(time, raw, strikeS) : bodyPeak(time, raw, strikeS, rateHz, noiseSd, angleRad);
}
