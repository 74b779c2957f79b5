import { sdOf } from '../catalogue/uncertainties.ts';
import type { Px } from './marks.ts';

/** How far a point picked by hand can be off, px each way (one standard deviation is taken for it). */
export const PICK_SD_PX = sdOf('pickedPoint');
/** Step of the numeric derivative, px. */
const STEP_PX = 0.5;

/** A point that a formula needs and that was not marked. */
export class MissingPoint extends Error {}

export type Read = (key: string) => Px;

/** Difference of two angles or numbers; angles are taken the short way round. */
const difference = (a: number, b: number, isAngle: boolean): number => {
  const d = a - b;
  return isAngle ? Math.atan2(Math.sin(d), Math.cos(d)) : d;
};

/**
 * Value of a formula over picked points, and its standard deviation from each point's picking error, propagated through the
 * geometry by central differences (points independent of each other, the same error across and down).
 * @param read gives a point by its key @throws MissingPoint
 */
export function propagate(
  formula: (read: Read) => number,
  read: Read,
  isAngle = false,
  sdPx: number = PICK_SD_PX,
): { value: number; sd: number } {
  const used = new Map<string, Px>();
  const value = formula((key) => {
    const p = read(key);
    used.set(key, p);
    return p;
  });
  let variance = 0;
  for (const moved of used.keys()) {
    for (const axis of ['x', 'y'] as const) {
      const at = (step: number): number =>
        formula((key) => {
          const p = used.get(key) ?? read(key);
          return key === moved ? { ...p, [axis]: p[axis] + step } : p;
        });
      const slope = difference(at(STEP_PX), at(-STEP_PX), isAngle) / (2 * STEP_PX);
      variance += (slope * sdPx) ** 2;
    }
  }
  return { value, sd: Math.sqrt(variance) };
}
