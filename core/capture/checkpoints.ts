import { sdOf } from '../catalogue/uncertainties.ts';
import { localPolynomial } from '../numeric/local-fit.ts';
import { degToRad } from '../units/units.ts';
import { sampleIntervalS, type MotionCapture, type Segment } from './motion.ts';
import type { SegmentPeak } from './peak.ts';
import type { Strike } from './strike.ts';

/** At set-up the lead arm hangs about 8° past vertical, so level is about 98° back from it (typical; a note can say better). */
export const DEFAULT_SETUP_ARM_DEG = 8;
/** Typical angle between forearm and shaft at set-up. */
export const DEFAULT_SETUP_WRIST_DEG = 168;

/** Reading error of a wrist angle at rest. */
const WRIST_READING_SD_RAD = degToRad(sdOf('wristAngle'));
/** Share of a sample step that a fast angle at the end of its curve is off by, one standard deviation. */
const WRIST_STEP_SHARE = 0.3;

export interface Passages {
  readonly leadArmLevelBeforeStrikeS?: number;
  readonly deliveryBeforeStrikeS?: number;
}

export interface Release {
  readonly wristAtTopRad?: number;
  readonly wristAtLeadArmLevelRad?: number;
  readonly wristAtDeliveryRad?: number;
  readonly wristAtStrikeRad: number;
  /** One standard deviation of it: the wrist opens fast there, and the strike lies between two samples. */
  readonly wristAtStrikeSdRad: number;
  /** A tenth of the opening is reached. */
  readonly startBeforeStrikeS: number;
  readonly peakRateBeforeStrikeS: number;
  readonly peakRateRadPerS: number;
}

/** Chest turn minus hip turn; stretch is how much it grows after the hips start back. */
export interface Separation {
  readonly atTopRad: number;
  readonly greatestRad: number;
  readonly stretchRad: number;
}

/** Value of a noisy series at a time, by a parabola through the samples within `halfWidthS` and up to `notAfterS`. */
export function valueAt(
  time: readonly number[],
  values: readonly number[],
  atS: number,
  halfWidthS: number,
  notAfterS: number,
): number {
  const x: number[] = [];
  const y: number[] = [];
  for (let i = 0; i < time.length; i++) {
    if (Math.abs(time[i]! - atS) > halfWidthS || time[i]! > notAfterS) continue;
    x.push(time[i]!);
    y.push(values[i]!);
  }
  const fit = localPolynomial(x, y, atS, 2);
  if (fit) return fit.value;
  let nearest = 0;
  for (let i = 0; i < time.length; i++) if (Math.abs(time[i]! - atS) < Math.abs(time[nearest]! - atS)) nearest = i;
  return values[nearest]!;
}

/** Last time before the strike at which the angle rises through a level. */
function lastRise(
  time: readonly number[],
  angle: readonly number[],
  level: number,
  from: number,
  to: number,
): number | undefined {
  for (let i = to; i > from; i--) {
    if (angle[i - 1]! < level && angle[i]! >= level) {
      return time[i - 1]! + ((time[i]! - time[i - 1]!) * (level - angle[i - 1]!)) / (angle[i]! - angle[i - 1]!);
    }
  }
  return undefined;
}

const noteDeg = (capture: MotionCapture, key: string): number | undefined => {
  const value = Number(capture.notes[key]);
  return capture.notes[key] !== undefined && Number.isFinite(value) ? value : undefined;
};

/** Wrist angle in the first tenth of a second, where the player stands still. */
function setupWristDeg(capture: MotionCapture): number {
  if (!capture.wristRad) return DEFAULT_SETUP_WRIST_DEG;
  const still = capture.wristRad.filter((_, i) => capture.timeS[i]! - capture.timeS[0]! < 0.1).sort((a, b) => a - b);
  return (still[still.length >> 1]! * 180) / Math.PI;
}

/** Lead arm level and shaft level on the way down, from angles that count from the set-up pose. */
export function passages(
  capture: MotionCapture,
  strike: Strike,
  topIndex: number,
  armRad: readonly number[] | undefined,
  clubRad: readonly number[] | undefined,
): Passages {
  const setupArmDeg = noteDeg(capture, 'setup_arm_deg') ?? DEFAULT_SETUP_ARM_DEG;
  const last = strike.lastIndexBefore;
  const armLevel = armRad && lastRise(capture.timeS, armRad, -degToRad(90 + setupArmDeg), topIndex, last);
  // Shaft against the vertical at set-up follows from arm and wrist.
  const setupShaftDeg = noteDeg(capture, 'setup_club_deg') ?? setupArmDeg - (180 - setupWristDeg(capture));
  const delivery = clubRad && lastRise(capture.timeS, clubRad, -degToRad(90 + setupShaftDeg), topIndex, last);
  return {
    leadArmLevelBeforeStrikeS: armLevel === undefined ? undefined : strike.timeS - armLevel,
    deliveryBeforeStrikeS: delivery === undefined ? undefined : strike.timeS - delivery,
  };
}

/** Release from the measured wrist angle; undefined where the file has none. */
export function releaseOf(
  capture: MotionCapture,
  strike: Strike,
  topIndex: number,
  passed: Passages,
  hasTop = true,
): Release | undefined {
  const wrist = capture.wristRad;
  if (!wrist) return undefined;
  const time = capture.timeS;
  const last = strike.lastIndexBefore;
  const stepS = sampleIntervalS(capture);
  const half = Math.max(0.012, 2.1 * stepS);
  const end = strike.timeS;
  const at = (beforeS: number): number => valueAt(time, wrist, end - beforeS, half, end);
  const wristAtStrikeRad = at(0);
  let least = Infinity;
  let leastIndex = topIndex;
  for (let i = topIndex; i <= last; i++) {
    const v = valueAt(time, wrist, time[i]!, half, end);
    if (v < least) {
      least = v;
      leastIndex = i;
    }
  }
  const target = least + 0.1 * (wristAtStrikeRad - least);
  let startS = time[leastIndex]!;
  for (let i = leastIndex; i < last; i++) {
    const a = valueAt(time, wrist, time[i]!, half, end);
    const b = valueAt(time, wrist, time[i + 1]!, half, end);
    if (a < target && b >= target) {
      startS = time[i]! + ((time[i + 1]! - time[i]!) * (target - a)) / (b - a);
      break;
    }
  }
  let peakRate = 0;
  let peakRateS = end;
  for (let i = leastIndex + 1; i < last; i++) {
    const rate =
      (valueAt(time, wrist, time[i + 1]!, half, end) - valueAt(time, wrist, time[i - 1]!, half, end)) /
      (time[i + 1]! - time[i - 1]!);
    if (rate > peakRate) {
      peakRate = rate;
      peakRateS = time[i]!;
    }
  }
  return {
    wristAtTopRad: hasTop ? valueAt(time, wrist, time[topIndex]!, half, end) : undefined,
    wristAtLeadArmLevelRad:
      passed.leadArmLevelBeforeStrikeS === undefined ? undefined : at(passed.leadArmLevelBeforeStrikeS),
    wristAtDeliveryRad: passed.deliveryBeforeStrikeS === undefined ? undefined : at(passed.deliveryBeforeStrikeS),
    wristAtStrikeRad,
    wristAtStrikeSdRad: Math.hypot(
      WRIST_READING_SD_RAD,
      peakRate * Math.hypot(strike.uncertaintyS, WRIST_STEP_SHARE * stepS),
    ),
    startBeforeStrikeS: end - startS,
    peakRateBeforeStrikeS: end - peakRateS,
    peakRateRadPerS: peakRate,
  };
}

/** Separation at the hips' reversal and its growth before the strike. */
export function separationOf(
  capture: MotionCapture,
  strike: Strike,
  segments: Partial<Record<Segment, SegmentPeak>>,
  hipsRad: readonly number[] | undefined,
  chestRad: readonly number[] | undefined,
): Separation | undefined {
  const reversal = segments.hips?.reversalBeforeStrikeS;
  if (!hipsRad || !chestRad || reversal === undefined) return undefined;
  const half = Math.max(0.02, 2.1 * sampleIntervalS(capture));
  const apart = hipsRad.map((h, i) => h - chestRad[i]!);
  const topS = strike.timeS - reversal;
  const atTopRad = valueAt(capture.timeS, apart, topS, half, strike.timeS);
  let greatestRad = atTopRad;
  for (let i = 0; i <= strike.lastIndexBefore; i++) {
    if (capture.timeS[i]! < topS) continue;
    greatestRad = Math.max(greatestRad, valueAt(capture.timeS, apart, capture.timeS[i]!, half, strike.timeS));
  }
  return { atTopRad, greatestRad, stretchRad: greatestRad - atTopRad };
}
