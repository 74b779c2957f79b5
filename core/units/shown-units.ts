import { METRES_PER_YARD, metresToYards, mphToMps, mpsToMph } from './units.ts';

export type SpeedUnit = 'mph' | 'm/s' | 'km/h';
export type DistanceUnit = 'yd' | 'm';

/** Speeds and distances in the instructor's units: as text with unit, as bare figure, and back to SI. */
export interface Units {
  readonly speedUnit: SpeedUnit;
  readonly distanceUnit: DistanceUnit;
  speed(mps: number, digits?: number): string;
  speedFigure(mps: number, digits?: number): string;
  toMps(value: number): number;
  fromMps(mps: number): number;
  distance(m: number, digits?: number): string;
  toMetres(value: number): number;
  fromMetres(m: number): number;
}

/** Writers and readers of figures in the units that were chosen. */
export function unitsFor(speedUnit: SpeedUnit, distanceUnit: DistanceUnit): Units {
  const fromMps = (mps: number): number =>
    speedUnit === 'mph' ? mpsToMph(mps) : speedUnit === 'km/h' ? mps * 3.6 : mps;
  const toMps = (v: number): number => (speedUnit === 'mph' ? mphToMps(v) : speedUnit === 'km/h' ? v / 3.6 : v);
  // A figure that rounds to nothing carries no sign.
  const figure = (v: number, digits: number): string =>
    (Number(v.toFixed(digits)) === 0 ? 0 : v).toFixed(digits).replace('-', '−');
  const speedFigure = (mps: number, digits = 1): string => figure(fromMps(mps), digits);
  const fromMetres = (m: number): number => (distanceUnit === 'yd' ? metresToYards(m) : m);
  return {
    speedUnit,
    distanceUnit,
    fromMps,
    toMps,
    speedFigure,
    speed: (mps, digits = 1) => `${speedFigure(mps, digits)} ${speedUnit}`,
    distance: (m, digits = 0) => `${figure(fromMetres(m), digits)} ${distanceUnit}`,
    fromMetres,
    toMetres: (v) => (distanceUnit === 'yd' ? v * METRES_PER_YARD : v),
  };
}
