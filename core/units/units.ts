/** Exact conversion factors (international mile, yard and inch). */
export const METRES_PER_YARD = 0.9144;
export const METRES_PER_SECOND_PER_MPH = 0.44704;

export const mphToMps = (mph: number): number => mph * METRES_PER_SECOND_PER_MPH;
export const mpsToMph = (mps: number): number => mps / METRES_PER_SECOND_PER_MPH;
export const yardsToMetres = (yd: number): number => yd * METRES_PER_YARD;
export const metresToYards = (m: number): number => m / METRES_PER_YARD;
export const degToRad = (deg: number): number => (deg * Math.PI) / 180;
export const radToDeg = (rad: number): number => (rad * 180) / Math.PI;
export const rpmToRadPerS = (rpm: number): number => (rpm * 2 * Math.PI) / 60;
export const radPerSToRpm = (radPerS: number): number => (radPerS * 60) / (2 * Math.PI);
export const celsiusToKelvin = (c: number): number => c + 273.15;

export type Handedness = 'right' | 'left';

/**
 * Files say sideways quantities as "+ to the right of the target, seen by the player"; the product keeps "+ out"
 * (across the target line, away from the golfer). Right-hander: the same sign; left-hander: mirrored. Its own inverse.
 */
export function rightToOut(valueRight: number, handedness: Handedness): number {
  if (valueRight === 0) return 0;
  return handedness === 'right' ? valueRight : -valueRight;
}
