import { degToRad } from '../units/units.ts';

export type StrikeSource = 'marker' | 'speed-drop' | 'club-angle' | 'club-peak';

export interface Strike {
  readonly timeS: number;
  readonly from: StrikeSource;
  /** Half-width of what the source leaves open, as one standard deviation, s. */
  readonly uncertaintyS: number;
  /** Last sample that belongs to the time before the strike. */
  readonly lastIndexBefore: number;
}

/** Least share of the club's peak that a ball must take within a few milliseconds to be seen as a strike. */
const LEAST_DROP_SHARE = 0.11;
const FIT_WINDOW_S = 0.02;
/** A strike happens near the set-up angle; the rest is room for lean and for the drift of summed angles. */
const FARTHEST_FROM_SETUP_RAD = degToRad(40);

function extrapolate(time: readonly number[], values: readonly number[], from: number, to: number, at: number): number {
  const n = to - from + 1;
  let st = 0;
  let sv = 0;
  for (let i = from; i <= to; i++) {
    st += time[i]! - at;
    sv += values[i]!;
  }
  let num = 0;
  let den = 0;
  for (let i = from; i <= to; i++) {
    const t = time[i]! - at - st / n;
    num += t * (values[i]! - sv / n);
    den += t * t;
  }
  return sv / n - (num / den) * (st / n);
}

/**
 * Index i whose step to i + 1 is the ball's: the largest jump between a line before and a line after it, near the place
 * where the club passes its set-up angle (where that is known) and well above noise.
 */
function findDrop(
  time: readonly number[],
  club: readonly number[],
  rateHz: number,
  peak: number,
  noiseSd: number,
  angleRad: readonly number[] | undefined,
): number | undefined {
  const width = Math.max(3, Math.round(FIT_WINDOW_S * rateHz));
  // Standard error of two lines carried half a step past their ends.
  const jumpSd = noiseSd * Math.sqrt(8 / width);
  const least = Math.max(LEAST_DROP_SHARE * peak, 2.2 * jumpSd);
  let best = -1;
  let bestScore = 0;
  for (let i = width - 1; i + width < club.length; i++) {
    if (club[i]! < 0.6 * peak) continue;
    if (angleRad && Math.abs(angleRad[i]!) > FARTHEST_FROM_SETUP_RAD) continue;
    const at = (time[i]! + time[i + 1]!) / 2;
    const before = extrapolate(time, club, i - width + 1, i, at);
    const after = extrapolate(time, club, i + 1, i + width, at);
    const jump = before - after;
    const stepSize = club[i]! - club[i + 1]!;
    if (jump < least || stepSize < 0.7 * LEAST_DROP_SHARE * peak) continue;
    if (jump + stepSize > bestScore) {
      best = i;
      bestScore = jump + stepSize;
    }
  }
  return best < 0 ? undefined : best;
}

/** First passage of the club's angle through its set-up angle on the way down, near the club's peak. */
function findAngleCrossing(time: readonly number[], angle: readonly number[], fromIndex: number): number | undefined {
  for (let i = fromIndex + 1; i < angle.length; i++) {
    if (angle[i - 1]! < 0 && angle[i]! >= 0) {
      return time[i - 1]! + ((time[i]! - time[i - 1]!) * -angle[i - 1]!) / (angle[i]! - angle[i - 1]!);
    }
  }
  return undefined;
}

/**
 * Moment of the strike: a marker in the file, else the sharp drop of club speed that a ball causes, else the club's angle
 * passing its set-up angle, else the club's peak.
 * @param markerS time of the marker, if the file has one
 * @param clubAngleRad measured or integrated angle of the club from set-up
 * @param noiseSd noise of the raw club curve, rad/s
 */
export function findStrike(
  time: readonly number[],
  club: readonly number[],
  topIndex: number,
  clubAngleRad: readonly number[] | undefined,
  angleIsMeasured: boolean,
  noiseSd: number,
  markerS: number | undefined,
): Strike {
  const stepS = (time[time.length - 1]! - time[0]!) / (time.length - 1);
  const lastBefore = (t: number): number => {
    let i = 0;
    while (i + 1 < time.length && time[i + 1]! <= t) i++;
    return i;
  };
  if (markerS !== undefined) {
    return { timeS: markerS, from: 'marker', uncertaintyS: 0.0005, lastIndexBefore: lastBefore(markerS) };
  }
  let peakIndex = topIndex;
  for (let i = topIndex; i < club.length; i++) if (club[i]! > club[peakIndex]!) peakIndex = i;
  const drop = findDrop(time, club, 1 / stepS, club[peakIndex]!, noiseSd, clubAngleRad);
  if (drop !== undefined) {
    const timeS = (time[drop]! + time[drop + 1]!) / 2;
    return { timeS, from: 'speed-drop', uncertaintyS: stepS / Math.sqrt(12), lastIndexBefore: drop };
  }
  const crossing = clubAngleRad && findAngleCrossing(time, clubAngleRad, topIndex);
  if (crossing !== undefined) {
    // Set-up and strike differ by a few degrees of shaft lean; integration adds drift.
    const angleSd = degToRad(angleIsMeasured ? 4 : 8);
    return {
      timeS: crossing,
      from: 'club-angle',
      uncertaintyS: angleSd / Math.max(club[peakIndex]!, 1),
      lastIndexBefore: lastBefore(crossing),
    };
  }
  return { timeS: time[peakIndex]!, from: 'club-peak', uncertaintyS: 0.005, lastIndexBefore: peakIndex };
}
