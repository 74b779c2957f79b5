import { Z90 } from '../../../../core/numeric/statistics.ts';
import type { Difference } from '../../../../core/picture/compare-pictures.ts';
import type { PictureValue } from '../../../../core/picture/picture-measures.ts';

const UNIT = {
  angle: { by: 180 / Math.PI, unit: '°', digits: 0 },
  length: { by: 100, unit: ' cm', digits: 1 },
  share: { by: 100, unit: ' %', digits: 0 },
} as const;

/** A figure of a picture with its unit, and its sign spelled where it has one. */
export function figure(kind: PictureValue['kind'], value: number, words: PictureValue['words']): string {
  const { by, unit, digits } = UNIT[kind];
  const shown = by * value;
  const said = words[shown >= 0 ? 0 : 1];
  const number = said ? Math.abs(shown) : shown;
  return `${number.toFixed(digits).replace('-', '−')}${unit}${said && said !== 'bent' ? ` ${said}` : ''}`;
}

/** ± of a figure within which it lies with 90 %, in its unit. */
export function doubt(kind: PictureValue['kind'], sd: number): string {
  const { by, digits } = UNIT[kind];
  return `± ${(by * Z90 * sd).toFixed(digits)}`;
}

/** ± of a time or ratio within which it lies with 90 %. */
export const within = (sd: number, digits: number): string => `± ${(Z90 * sd).toFixed(digits)}`;

/** A change with its sign. */
export function change({ kind, change: value }: Difference): string {
  const { by, unit, digits } = UNIT[kind];
  return `${value >= 0 ? '+' : '−'}${Math.abs(by * value).toFixed(digits)}${unit}`;
}

/** Seconds to the strike as a short word. */
export const toStrike = (s: number): string => `${s >= 0 ? '+' : '−'}${Math.abs(s).toFixed(3)} s`;
