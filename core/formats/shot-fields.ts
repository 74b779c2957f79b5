import {
  degToRad,
  radPerSToRpm,
  radToDeg,
  rpmToRadPerS,
  METRES_PER_SECOND_PER_MPH,
  METRES_PER_YARD,
} from '../units/units.ts';

/** One shot in SI; sideways quantities + out (across the target line, away from the golfer), impact + toe and + high. */
export interface ShotValues {
  clubSpeedMps?: number;
  ballSpeedMps?: number;
  launchRad?: number;
  launchDirectionOutRad?: number;
  spinRadPerS?: number;
  spinAxisOutRad?: number;
  attackRad?: number;
  pathOutRad?: number;
  faceOutRad?: number;
  dynamicLoftRad?: number;
  impactToeM?: number;
  impactHighM?: number;
  carryM?: number;
  totalM?: number;
  sideOutM?: number;
}

export type ShotKey = keyof ShotValues;

export interface ShotField {
  readonly key: ShotKey;
  /** Name in files without its unit. */
  readonly file: string;
  /** Units understood in files, each with its factor to SI; the first is the one written. */
  readonly units: Readonly<Record<string, number>>;
  /** + right in files, + out here. */
  readonly sideways: boolean;
  /** Widest believable values, in SI. */
  readonly range: readonly [number, number];
  readonly digits: number;
}

const SPEED = { mph: METRES_PER_SECOND_PER_MPH, mps: 1, kmh: 1 / 3.6 };
const DISTANCE = { yd: METRES_PER_YARD, m: 1 };
const ANGLE = { deg: degToRad(1) };
const SPIN = { rpm: rpmToRadPerS(1) };
const OFFSET = { mm: 0.001 };

const field = (
  key: ShotKey,
  file: string,
  units: Readonly<Record<string, number>>,
  range: readonly [number, number],
  digits: number,
  sideways = false,
): ShotField => ({ key, file, units, range, digits, sideways });

const angles = (min: number, max: number): [number, number] => [degToRad(min), degToRad(max)];

/** Every measured quantity of a shot: one table for files, database and wire. */
export const SHOT_FIELDS: readonly ShotField[] = [
  field('clubSpeedMps', 'club_speed', SPEED, [4, 75], 2),
  field('ballSpeedMps', 'ball_speed', SPEED, [2, 110], 2),
  field('launchRad', 'launch', ANGLE, angles(-20, 80), 2),
  field('launchDirectionOutRad', 'launch_direction', ANGLE, angles(-60, 60), 2, true),
  field('spinRadPerS', 'spin', SPIN, [0, rpmToRadPerS(20000)], 0),
  field('spinAxisOutRad', 'spin_axis', ANGLE, angles(-90, 90), 2, true),
  field('attackRad', 'attack', ANGLE, angles(-25, 25), 2),
  field('pathOutRad', 'path', ANGLE, angles(-35, 35), 2, true),
  field('faceOutRad', 'face', ANGLE, angles(-35, 35), 2, true),
  field('dynamicLoftRad', 'dynamic_loft', ANGLE, angles(-10, 80), 2),
  field('impactToeM', 'impact_toe', OFFSET, [-0.06, 0.06], 1),
  field('impactHighM', 'impact_high', OFFSET, [-0.05, 0.05], 1),
  field('carryM', 'carry', DISTANCE, [0, 420], 1),
  field('totalM', 'total', DISTANCE, [0, 480], 1),
  field('sideOutM', 'side', DISTANCE, [-200, 200], 1, true),
];

const BY_KEY = new Map(SHOT_FIELDS.map((f) => [f.key, f]));

/** The field of a key. */
export function shotField(key: ShotKey): ShotField {
  const field = BY_KEY.get(key);
  if (!field) throw new RangeError(`No shot field ${key}.`);
  return field;
}

/** What a field is called where a person reads it. */
export const SHOT_WORDS: Readonly<Record<ShotKey, string>> = {
  clubSpeedMps: 'club speed',
  ballSpeedMps: 'ball speed',
  launchRad: 'launch',
  launchDirectionOutRad: 'start direction',
  spinRadPerS: 'spin',
  spinAxisOutRad: 'spin axis',
  attackRad: 'attack',
  pathOutRad: 'path',
  faceOutRad: 'face',
  dynamicLoftRad: 'loft at strike',
  impactToeM: 'strike toward the toe',
  impactHighM: 'strike above the centre',
  carryM: 'carry',
  totalM: 'total',
  sideOutM: 'side',
};

const COLUMNS = Object.fromEntries(
  SHOT_FIELDS.map((f) => [f.key, f.key.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`)]),
) as Record<ShotKey, string>;

/** Column of a field in the database: its key in snake case. */
export const columnOf = (key: ShotKey): string => COLUMNS[key];

/** Name of a field outside the core: angles in degrees, spin in rpm, the rest in SI. */
export const wireName = (key: ShotKey): string => key.replace(/RadPerS$/, 'Rpm').replace(/Rad$/, 'Deg');

/** Unit of a field outside the core. */
export const wireUnit = (key: ShotKey): string =>
  key.endsWith('Mps') ? 'm/s' : key.endsWith('RadPerS') ? 'rpm' : key.endsWith('Rad') ? '°' : 'm';

/** SI value to its wire unit and back. */
export function toWire(key: ShotKey, si: number): number {
  return key.endsWith('RadPerS') ? radPerSToRpm(si) : key.endsWith('Rad') ? radToDeg(si) : si;
}
export function fromWire(key: ShotKey, value: number): number {
  return key.endsWith('RadPerS') ? rpmToRadPerS(value) : key.endsWith('Rad') ? degToRad(value) : value;
}

/** SI values of a shot as the wire says them. */
export const valuesToWire = (values: ShotValues): Record<string, number> =>
  Object.fromEntries(
    SHOT_FIELDS.filter((f) => values[f.key] !== undefined).map((f) => [
      wireName(f.key),
      toWire(f.key, values[f.key] as number),
    ]),
  );

/** Wire values of a shot back to SI. */
export function valuesFromWire(wire: Record<string, number | null | undefined>): ShotValues {
  const values: ShotValues = {};
  for (const f of SHOT_FIELDS) {
    const v = wire[wireName(f.key)];
    if (v !== null && v !== undefined) values[f.key] = fromWire(f.key, v);
  }
  return values;
}
