import { signById } from '../catalogue/signs/signs.ts';
import { sdOf } from '../catalogue/uncertainties.ts';
import { must } from '../errors/must.ts';
import { headKindOf, type HeadKind } from '../catalogue/heads.ts';
import { HANDS_FROM_BUTT_M } from './club.ts';
import { degToRad } from '../units/units.ts';

/** A figure with its spread; one standard deviation. */
export interface Read {
  readonly value: number;
  readonly sd: number;
}

/** Head speed as what the hands' travel gives and what turning about the hands gives, m/s. */
export interface HeadSplit {
  readonly turningMps: Read;
  readonly travelMps: Read;
  /** Share of the head's speed that the hands' travel gives. */
  readonly travelShare: Read;
}

/** The swing of a capture, as much of it as this reading takes; degrees from set-up, times before strike. */
export interface ReadSwing {
  readonly clubDpsAtStrike: number | null;
  readonly segments: Readonly<
    Partial<Record<Part, { peakDps: number; peakBeforeStrikeMs: number; uncertaintyMs: number; atStrikeDps: number }>>
  >;
  readonly curves: {
    readonly timeS: readonly number[];
    readonly deg?: Readonly<Partial<Record<Part, readonly number[]>>>;
    readonly dps?: Readonly<Partial<Record<Part, readonly number[]>>>;
    /** Speed of the hands, where the file has their place. */
    readonly handMps?: readonly number[];
  };
  readonly releaseStartBeforeStrikeMs: number | null;
}
type Part = 'hips' | 'chest' | 'leadArm' | 'club';

/** Typical length of a club by its kind of head, m. */
const TYPICAL_LENGTH_M: Readonly<Record<HeadKind, number>> = { driver: 1.143, fairway: 1.09, iron: 0.94 };
export const typicalLengthM = (club: string): number => TYPICAL_LENGTH_M[headKindOf(club)];
/** Errors, one standard deviation: of a length, of a club's turning speed at strike, of a device's head speed. */
const LENGTH_SD_M = 0.025;
const TURNING_SHARE_SD = 0.03;
const HEAD_SHARE_SD = 0.012;
/** Travel's share of the head speed in the swing model, from the young to the skilled (own model). */
export const TYPICAL_TRAVEL: readonly [number, number] = [0.08, 0.17];
/** Error of an angle from set-up, and of the set-up pose itself against the target line. */
const ANGLE_SD_DEG = 3;
/** Error of the start of a release in a capture, ms. */
const RELEASE_SD_MS = 5;

/**
 * Head speed split: turning about the hands is the club's turning speed times its length from the hands; the rest is what the hands bring.
 * @param headMps measured head speed at strike
 * @returns null where a part is not known, or they do not go together
 */
export function headSplit(
  clubDpsAtStrike: number | null,
  clubLengthM: number,
  headMps: number | null,
): HeadSplit | null {
  if (clubDpsAtStrike === null || headMps === null || headMps <= 0) return null;
  const reach = clubLengthM - HANDS_FROM_BUTT_M;
  const turning = degToRad(clubDpsAtStrike) * reach;
  const turningSd = turning * Math.hypot(TURNING_SHARE_SD, LENGTH_SD_M / reach);
  const headSd = HEAD_SHARE_SD * headMps;
  const travelSd = Math.hypot(turningSd, headSd);
  // A head slower than its own turning by more than the errors allow: another swing's speed.
  if (headMps - turning < -2 * travelSd) return null;
  return {
    turningMps: { value: turning, sd: turningSd },
    travelMps: { value: headMps - turning, sd: travelSd },
    travelShare: { value: 1 - turning / headMps, sd: travelSd / headMps },
  };
}

/** Head speed against hand speed over the last part of the downswing. */
export interface HeadToHand {
  /** Greatest head speed over greatest hand speed. */
  readonly ofMaxima: Read;
  /** Mean of the ratio over the last 150 ms. */
  readonly mean: Read;
}
const LAST_S = 0.15;
const FEWEST_SAMPLES = 8;
const HAND_SHARE_SD = 0.05;
/** Range of the greatest head speed over the greatest hand speed that players reach (plausible swings). */
export const TYPICAL_HEAD_TO_HAND: readonly [number, number] = [4, 6.5];

/** Ratio of head to hand speed from the hands' own curve and the club's turning; null without the hands' place. */
export function headToHand({ curves }: ReadSwing, clubLengthM: number): HeadToHand | null {
  const { timeS, handMps, dps } = curves;
  const club = dps?.club;
  if (!handMps || !club) return null;
  const reach = clubLengthM - HANDS_FROM_BUTT_M;
  const last = timeS.flatMap((t, i) => (t >= -LAST_S && t <= 0 && handMps[i]! > 0.5 ? [i] : []));
  if (last.length < FEWEST_SAMPLES) return null;
  const head = (i: number): number => handMps[i]! + degToRad(Math.max(0, club[i]!)) * reach;
  const share = Math.hypot(TURNING_SHARE_SD, LENGTH_SD_M / reach, HAND_SHARE_SD);
  const read = (value: number): Read => ({ value, sd: value * share });
  const most = (of: (i: number) => number): number => Math.max(...last.map(of));
  return {
    ofMaxima: read(most(head) / most((i) => handMps[i]!)),
    mean: read(last.reduce((s, i) => s + head(i) / handMps[i]!, 0) / last.length),
  };
}

/** Value of a curve at a time, straight between samples; undefined outside. */
function at(timeS: readonly number[], values: readonly number[], t: number): number | undefined {
  const i = timeS.findIndex((x) => x >= t);
  if (i <= 0) return undefined;
  const [a, b] = [timeS[i - 1]!, timeS[i]!];
  return values[i - 1]! + ((values[i]! - values[i - 1]!) * (t - a)) / (b - a);
}

/** Last time before the strike at which an angle rises through square; undefined where it does not. */
function squareAt(timeS: readonly number[], deg: readonly number[]): number | undefined {
  for (let i = timeS.length - 1; i > 0; i--) {
    const [a, b] = [deg[i - 1]!, deg[i]!];
    if (timeS[i - 1]! <= 0 && a < 0 && b >= 0) return timeS[i - 1]! + ((timeS[i]! - timeS[i - 1]!) * -a) / (b - a);
  }
  return undefined;
}

/** Turning speed around a time, °/s. */
function rateAt(timeS: readonly number[], values: readonly number[], t: number): number {
  const [lo, hi] = [at(timeS, values, t - 0.01), at(timeS, values, t + 0.01)];
  return lo === undefined || hi === undefined ? 0 : (hi - lo) / 0.02;
}

/** Hips to the target line at their peak, + open. */
export function hipsAtPeakDeg({ segments, curves }: ReadSwing): Read | null {
  const hips = segments.hips;
  const deg = curves.deg?.hips;
  if (!hips || !deg) return null;
  const value = at(curves.timeS, deg, -hips.peakBeforeStrikeMs / 1000);
  return value === undefined
    ? null
    : { value, sd: Math.hypot(ANGLE_SD_DEG, (hips.peakDps * hips.uncertaintyMs) / 1000) };
}

/** Chest still closed while the hips are open: how long, and by how much when the hips pass square. */
export interface ClosedChest {
  readonly leadMs: Read;
  readonly chestDeg: Read;
}
export function chestClosedWhileHipsOpen({ curves }: ReadSwing): ClosedChest | null {
  const { timeS, deg } = curves;
  if (!deg?.hips || !deg.chest) return null;
  const hips = squareAt(timeS, deg.hips);
  const chest = squareAt(timeS, deg.chest);
  if (hips === undefined || chest === undefined) return null;
  const chestThen = at(timeS, deg.chest, hips);
  if (chestThen === undefined) return null;
  const error = (t: number, values: readonly number[]): number => ANGLE_SD_DEG / Math.max(50, rateAt(timeS, values, t));
  return {
    leadMs: { value: 1000 * (chest - hips), sd: 1000 * Math.hypot(error(hips, deg.hips), error(chest, deg.chest)) },
    chestDeg: { value: chestThen, sd: Math.SQRT2 * ANGLE_SD_DEG },
  };
}

/** Turning speed of a part at strike, share of its peak: one school's mark of speed handed on, no fault by itself. */
export const slowingOf = ({ segments }: ReadSwing): { part: Part; atStrike: Read }[] =>
  (['hips', 'chest', 'leadArm'] as const).flatMap((part) => {
    const s = segments[part];
    return s && s.peakDps > 0
      ? [{ part, atStrike: { value: s.atStrikeDps / s.peakDps, sd: TURNING_SHARE_SD * Math.SQRT2 } }]
      : [];
  });

/** Greatest push of the lead leg after the start of the release in sound swings, ms: from a spread before their mean to where a late one is as likely. */
export const TYPICAL_PUSH_MS: readonly [number, number] = (() => {
  const { sound, faulty } = must(signById('push-peak-after-release'));
  const middle = (sound.mean * faulty.sd + faulty.mean * sound.sd) / (sound.sd + faulty.sd);
  return [Math.round(sound.mean - sound.sd), Math.round(middle)];
})();

/** How long after the start of the release the greatest push of the lead leg came, ms; below nought before it. Null where one of them is not known. */
export function pushAfterRelease({
  releaseStartBeforeStrikeMs,
  strikeSdMs,
  pushBeforeStrikeS,
  motionShiftS,
  groundShiftS,
}: {
  readonly releaseStartBeforeStrikeMs: number | null;
  readonly strikeSdMs: number;
  readonly pushBeforeStrikeS: number | null;
  readonly motionShiftS: number;
  readonly groundShiftS: number;
}): Read | null {
  if (releaseStartBeforeStrikeMs === null || pushBeforeStrikeS === null) return null;
  return {
    value: releaseStartBeforeStrikeMs - 1000 * (pushBeforeStrikeS - groundShiftS + motionShiftS),
    sd: Math.hypot(sdOf('forcePeakTime'), RELEASE_SD_MS, strikeSdMs),
  };
}

/** What a part of the body adds over the swing without it. */
export interface Adds {
  readonly test: string;
  readonly name: string;
  readonly mps: number;
  readonly interval90Mps: readonly [number, number];
}
/** What the body adds: the full swing less each test in which a part of it is switched off. */
export const bodyAdds = (
  fullMps: number | null,
  tests: readonly { test: string; name: string; ratio: number | null; interval90: readonly [number, number] | null }[],
): Adds[] =>
  fullMps === null
    ? []
    : tests.flatMap(({ test, name, ratio, interval90 }) =>
        ratio === null || !interval90
          ? []
          : [
              {
                test,
                name,
                mps: fullMps * (1 - ratio),
                interval90Mps: [fullMps * (1 - interval90[1]), fullMps * (1 - interval90[0])] as const,
              },
            ],
      );
