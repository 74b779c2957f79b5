import { SHOT_FIELDS, type ShotValues } from '../core/formats/shot-fields.ts';
import { rightToOut, type Handedness } from '../core/units/units.ts';

/** club_speed + mph → clubSpeedMph: the columns of shots.csv in camel case. */
export const columnName = (file: string, unit: string): string =>
  `${file}_${unit}`.replace(/_([a-z])/g, (_, c: string) => c.toUpperCase());

/** A shot of the command line in SI, sideways + out. */
export function shotFromColumns(
  row: Readonly<Record<string, number | null | undefined>>,
  handedness: Handedness,
): ShotValues {
  const values: ShotValues = {};
  for (const field of SHOT_FIELDS) {
    const [unit, factor] = Object.entries(field.units)[0]!;
    const given = row[columnName(field.file, unit)];
    if (given === undefined || given === null) continue;
    values[field.key] = field.sideways ? rightToOut(given * factor, handedness) : given * factor;
  }
  return values;
}
