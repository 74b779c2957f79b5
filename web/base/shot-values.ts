import type { ShotWire } from '../../api/types.ts';
import { valuesFromWire, type ShotValues } from '../../core/formats/shot-fields.ts';

/** SI values of a shot on the wire. */
export const siOf = (shot: ShotWire): ShotValues => valuesFromWire(shot.values);

/** SI values of the shots that count. */
export const countedValues = (shots: readonly ShotWire[]): ShotValues[] =>
  shots.filter((s) => s.setAsideReason === null).map(siOf);

/** A degree value with its sign spelled. */
export const spelled = (deg: number | undefined, plus: string, minus: string, digits = 1): string => {
  if (deg === undefined) return '–';
  const size = Math.abs(deg).toFixed(digits);
  return Number(size) === 0 ? `${size}°` : `${size}° ${deg > 0 ? plus : minus}`;
};
