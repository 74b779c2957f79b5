import { InputError } from '../errors/input-error.ts';
import { radToDeg } from '../units/units.ts';
import { sampleIntervalS, SEGMENTS, type MotionCapture } from './motion.ts';
import { LONGEST_GAP_S } from './prepare-motion.ts';

/** Slower captures miss the peaks: 60 samples a second leaves about ten in the downswing's second half. */
const LEAST_RATE_HZ = 60;
/** A full swing's club passes this; a putt or a chip stays below, rad/s. */
const LEAST_CLUB_PEAK = 7;
/** Club peaks of real swings, rad/s: a number this small under a °/s header is likely in rad/s. */
const RADIANS_LOOK = { from: 9, to: 65 };
/** Physical limit of a golf club, rad/s; beyond it the file is wrong. */
const MOST_CLUB_PEAK = 70;
const TWO_SWINGS_APART_S = 0.7;

const atTime = (timeS: number): string => `${timeS.toFixed(3)} s`;

/** Places where the club passes forward at more than half its greatest speed, far enough apart to be different swings. */
function separateSwings(time: readonly number[], club: readonly number[], peak: number): number[] {
  const starts: number[] = [];
  let last = -Infinity;
  let wentBack = true;
  for (let i = 0; i < club.length; i++) {
    if (club[i]! < -0.08 * peak) wentBack = true;
    if (club[i]! > 0.5 * peak) {
      if (time[i]! - last > TWO_SWINGS_APART_S && wentBack) {
        starts.push(time[i]!);
        wentBack = false;
      }
      last = time[i]!;
    }
  }
  return starts;
}

/** Without the top in the file this much of the downswing must be: the peaks of all segments lie in it, s. */
const LEAST_WITHOUT_TOP_S = 0.18;
/** A club that never turns back faster than this share of its peak was captured from the top on. */
const BACKSWING_SHARE = 0.04;

/** Whether the club goes back before its peak, so that the top is in the file. */
export function hasBackswing(club: readonly number[], peakIndex: number, peak: number): boolean {
  let least = 0;
  for (let i = 0; i < peakIndex; i++) least = Math.min(least, club[i]!);
  return least <= -BACKSWING_SHARE * peak;
}

/** Each row later than the one before, without gaps that cannot be bridged. */
function checkTime(capture: MotionCapture): void {
  const { timeS } = capture;
  const usualStepS = sampleIntervalS(capture);
  for (let i = 1; i < timeS.length; i++) {
    const step = timeS[i]! - timeS[i - 1]!;
    if (step <= 0) {
      throw new InputError(
        'time-order',
        `Time runs backward: ${atTime(timeS[i]!)} comes after ${atTime(timeS[i - 1]!)}. Each row must be later than the one before; if the file holds two recordings, cut it between them.`,
        `row ${i + 1}`,
      );
    }
    if (step > LONGEST_GAP_S && step > 2.5 * usualStepS) {
      throw new InputError(
        'time-order',
        `Time jumps by ${(1000 * step).toFixed(0)} ms after ${atTime(timeS[i - 1]!)}; gaps up to ${1000 * LONGEST_GAP_S} ms can be bridged.`,
        `row ${i + 1}`,
      );
    }
  }
}

/**
 * Refuses a capture that cannot be one whole swing, naming time, finding and what would be right.
 * @throws InputError time-order, too-slow, no-swing, out-of-range, two-swings, no-top
 */
export function checkMotion(capture: MotionCapture): void {
  const { timeS } = capture;
  const club = capture.ratesRadPerS.club;
  if (!club || timeS.length < 30) {
    throw new InputError(
      'no-swing',
      `The file has ${timeS.length} samples; a swing needs at least 30, with the club's angular velocity among them.`,
      'club_dps',
    );
  }
  if (timeS.some((t, i) => i > 0 && t <= timeS[i - 1]!)) checkTime(capture);
  const rateHz = 1 / sampleIntervalS(capture);
  if (rateHz < LEAST_RATE_HZ) {
    throw new InputError(
      'too-slow',
      `The file has ${rateHz.toFixed(0)} samples a second; at least ${LEAST_RATE_HZ} are needed to time the peaks.`,
      'time_s',
    );
  }
  let peak = 0;
  for (const v of club) peak = Math.max(peak, v);
  const allZero = SEGMENTS.every((s) => (capture.ratesRadPerS[s] ?? []).every((v) => v === 0));
  if (allZero) {
    throw new InputError(
      'no-swing',
      'All curves are zero from start to end; a swing has a club peak of 600 to 3,000 °/s.',
      'club_dps',
    );
  }
  const peakDps = radToDeg(peak);
  if (peakDps >= RADIANS_LOOK.from && peakDps <= RADIANS_LOOK.to) {
    throw new InputError(
      'unit-doubt',
      `The club peaks at ${peakDps.toFixed(1)} °/s; a swing reaches 600 to 3,000 °/s, which is 10 to 52 rad/s. Are these radians a second? If so, say it and the file is read so; if not, it holds no swing.`,
      'club_dps',
    );
  }
  if (peak < LEAST_CLUB_PEAK) {
    throw new InputError(
      'no-swing',
      `The club peaks at ${peakDps.toFixed(0)} °/s: a putt, a chip or a waggle. A full swing reaches 600 to 3,000 °/s.`,
      'club_dps',
    );
  }
  if (peak > MOST_CLUB_PEAK) {
    throw new InputError(
      'out-of-range',
      `The club peaks at ${radToDeg(peak).toFixed(0)} °/s; no golf swing passes ${radToDeg(MOST_CLUB_PEAK).toFixed(0)} °/s. Check the column's unit.`,
      'club_dps',
    );
  }
  const swings = separateSwings(timeS, club, peak);
  if (swings.length > 1) {
    throw new InputError(
      'two-swings',
      `The file holds ${swings.length} swings (fast at ${swings.map(atTime).join(' and ')}); one file must hold one swing. Cut it between them.`,
      atTime(swings[1]!),
    );
  }
  checkTime(capture);
  const peakIndex = club.indexOf(peak);
  if (!hasBackswing(club, peakIndex, peak) && timeS[peakIndex]! - timeS[0]! < LEAST_WITHOUT_TOP_S) {
    throw new InputError(
      'no-top',
      `The file starts at ${atTime(timeS[0]!)} with the club already past the top (${radToDeg(club[0]!).toFixed(0)} °/s and no backswing before the peak at ${atTime(timeS[peakIndex]!)}). Record from before the takeaway; without the top at least ${1000 * LEAST_WITHOUT_TOP_S} ms before the strike are needed.`,
      atTime(timeS[0]!),
    );
  }
}
