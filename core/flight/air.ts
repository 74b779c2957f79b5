import { celsiusToKelvin } from '../units/units.ts';

/** The air at the place of play, and the wind in it. */
export interface Air {
  readonly temperatureC: number;
  /** Pressure reduced to sea level, as weather reports give it. */
  readonly pressureHpa: number;
  readonly altitudeM: number;
  readonly humidityPct: number;
  readonly windTowardTargetMps: number;
  readonly windToRightMps: number;
}

/** Stated default air: 25 °C at sea level, 50 % humidity, still. */
export const DEFAULT_AIR: Air = {
  temperatureC: 25,
  pressureHpa: 1013.25,
  altitudeM: 0,
  humidityPct: 50,
  windTowardTargetMps: 0,
  windToRightMps: 0,
};

/** Specific gas constants, J/(kg K): dry air and water vapour (CIPM 1981). */
const GAS_DRY = 287.058;
const GAS_VAPOUR = 461.495;
/** Sutherland's law for air: viscosity, temperature and constant (White, Viscous Fluid Flow). */
const SUTHERLAND_MU0 = 1.716e-5;
const SUTHERLAND_T0_K = 273.15;
const SUTHERLAND_S_K = 110.4;

/**
 * Density of moist air in kg/m³. Pressure at the site by the standard-atmosphere law
 * p = p0 (1 − 2.25577e-5 h)^5.25588 (ICAO); vapour pressure by the Magnus form (Sonntag 1990).
 */
export function airDensityKgM3(air: Air): number {
  const kelvin = celsiusToKelvin(air.temperatureC);
  const pressurePa = 100 * air.pressureHpa * (1 - 2.25577e-5 * air.altitudeM) ** 5.25588;
  const saturationPa = 611.2 * Math.exp((17.62 * air.temperatureC) / (243.12 + air.temperatureC));
  const vapourPa = (air.humidityPct / 100) * saturationPa;
  return (pressurePa - vapourPa) / (GAS_DRY * kelvin) + vapourPa / (GAS_VAPOUR * kelvin);
}

/** Dynamic viscosity of air in Pa s, Sutherland's law. */
export function airViscosityPaS(air: Air): number {
  const kelvin = celsiusToKelvin(air.temperatureC);
  return (
    SUTHERLAND_MU0 *
    (kelvin / SUTHERLAND_T0_K) ** 1.5 *
    ((SUTHERLAND_T0_K + SUTHERLAND_S_K) / (kelvin + SUTHERLAND_S_K))
  );
}
