import { FACE_LIMIT_M } from '../catalogue/heads.ts';
import { SHOT_FIELDS, type ShotValues } from './shot-fields.ts';

/** Ball over club speed that no legal head reaches; devices scatter, so a little above the limit of about 1.53. */
export const MOST_SMASH = 1.58;
/** Below this the ball was hardly touched: a fault of the device or not a struck ball. */
export const LEAST_SMASH = 0.5;

/**
 * What cannot be in a shot's values; each impossible value is taken out of `values`. Club and ball speed that contradict each
 * other both stay: the row says so and does not count until someone decides.
 */
export function impossibleIn(values: ShotValues): string[] {
  const wrong: string[] = [];
  for (const field of SHOT_FIELDS) {
    const value = values[field.key];
    if (value === undefined) continue;
    const [lo, hi] = field.range;
    // A rounded edge value is still inside.
    const slack = 1e-9 * Math.max(1, Math.abs(hi));
    if (value >= lo - slack && value <= hi + slack) continue;
    const [unit, factor] = Object.entries(field.units)[0]!;
    const shown = (si: number): string => String(Math.round((si / factor) * 10) / 10).replace('-', '−');
    wrong.push(`${field.file.replace(/_/g, ' ')} ${shown(value)} ${unit} (possible: ${shown(lo)} to ${shown(hi)})`);
    delete values[field.key];
  }
  const off = Math.hypot(values.impactToeM ?? 0, values.impactHighM ?? 0);
  if (off > FACE_LIMIT_M + 1e-9) {
    wrong.push(
      `strike ${(1000 * off).toFixed(0)} mm off centre (possible: up to ${1000 * FACE_LIMIT_M}, the face ends)`,
    );
    delete values.impactToeM;
    delete values.impactHighM;
  }
  const { clubSpeedMps: club, ballSpeedMps: ball } = values;
  if (club === undefined && ball === undefined) wrong.push('neither club speed nor ball speed');
  if (club !== undefined && ball !== undefined) {
    const smash = ball / club;
    if (smash > MOST_SMASH) wrong.push(`smash factor ${smash.toFixed(2)} (possible: up to about 1.53)`);
    else if (smash < LEAST_SMASH) wrong.push(`smash factor ${smash.toFixed(2)}: hardly a struck ball`);
  }
  return wrong;
}
