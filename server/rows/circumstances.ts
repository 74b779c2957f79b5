import type { Circumstances } from '../../api/measure-schemas.ts';
import type { BlockCircumstances } from '../../core/review/compare-blocks.ts';
import { degToRad, radToDeg } from '../../core/units/units.ts';

/** Columns of what must be alike, in the order in which they are written. */
export const CIRCUMSTANCE_COLUMNS = [
  'device',
  'ball_kind',
  'place',
  'slope_rad',
  'temperature_c',
  'pressure_hpa',
  'altitude_m',
  'humidity_pct',
  'wind_toward_target_mps',
  'wind_to_right_mps',
  'carry_normalised',
  'club_loft_rad',
  'club_length_m',
  'club_shaft',
  'club_head',
] as const;

export interface CircumstanceRow {
  device: string;
  ball_kind: string;
  place: string;
  slope_rad: number | null;
  temperature_c: number | null;
  pressure_hpa: number | null;
  altitude_m: number | null;
  humidity_pct: number | null;
  wind_toward_target_mps: number | null;
  wind_to_right_mps: number | null;
  carry_normalised: boolean | null;
  club_loft_rad: number | null;
  club_length_m: number | null;
  club_shaft: string;
  club_head: string;
}

const rad = (deg: number | null | undefined): number | null =>
  deg === null || deg === undefined ? null : degToRad(deg);
const deg = (value: number | null): number | null => (value === null ? null : Math.round(radToDeg(value) * 100) / 100);

/** Circumstances of the wire as a row; what is not given is empty. */
export const circumstanceRow = (c: Partial<Circumstances>): CircumstanceRow => ({
  device: c.device ?? '',
  ball_kind: c.ballKind ?? '',
  place: c.place ?? '',
  slope_rad: rad(c.slopeDeg),
  temperature_c: c.temperatureC ?? null,
  pressure_hpa: c.pressureHpa ?? null,
  altitude_m: c.altitudeM ?? null,
  humidity_pct: c.humidityPct ?? null,
  wind_toward_target_mps: c.windTowardTargetMps ?? null,
  wind_to_right_mps: c.windToRightMps ?? null,
  carry_normalised: c.carryNormalised ?? null,
  club_loft_rad: rad(c.clubLoftDeg),
  club_length_m: c.clubLengthM ?? null,
  club_shaft: c.clubShaft ?? '',
  club_head: c.clubHead ?? '',
});

export const circumstancesToWire = (row: CircumstanceRow): Circumstances => ({
  device: row.device,
  ballKind: row.ball_kind,
  place: row.place,
  slopeDeg: deg(row.slope_rad),
  temperatureC: row.temperature_c,
  pressureHpa: row.pressure_hpa,
  altitudeM: row.altitude_m,
  humidityPct: row.humidity_pct,
  windTowardTargetMps: row.wind_toward_target_mps,
  windToRightMps: row.wind_to_right_mps,
  carryNormalised: row.carry_normalised,
  clubLoftDeg: deg(row.club_loft_rad),
  clubLengthM: row.club_length_m,
  clubShaft: row.club_shaft,
  clubHead: row.club_head,
});

/** What a comparison looks at; empty words count as not recorded. */
export const comparable = (row: CircumstanceRow & { club: string }): BlockCircumstances => ({
  club: row.club,
  device: row.device || undefined,
  ball: row.ball_kind || undefined,
  place: row.place || undefined,
  slopeRad: row.slope_rad ?? undefined,
  temperatureC: row.temperature_c ?? undefined,
  altitudeM: row.altitude_m ?? undefined,
  windTowardTargetMps: row.wind_toward_target_mps ?? undefined,
  windToRightMps: row.wind_to_right_mps ?? undefined,
  carryNormalised: row.carry_normalised ?? undefined,
});
