import { writeCsv } from './write-csv.ts';
import { InputError } from '../errors/input-error.ts';
import { degToRad, radToDeg } from '../units/units.ts';
import { prepareMotion } from '../capture/prepare-motion.ts';
import { SEGMENTS, type MotionCapture, type Segment } from '../capture/motion.ts';
import { numberCell, readDelimited, type DelimitedTable } from './delimited.ts';

const COLUMN_OF: Record<Segment, string> = { hips: 'hips', chest: 'chest', leadArm: 'lead_arm', club: 'club' };
/** Widest values that a column may hold before it counts as broken. */
const RATE_RANGE_DPS: [number, number] = [-6000, 6000];
const ANGLE_RANGE_DEG: [number, number] = [-720, 720];
const POINT = /^([a-z_]+)_(x|y|z)_m$/;

/** Numbers of a column; an empty cell or the word NaN is a gap, a column without any number is refused. */
function series(table: DelimitedTable, column: number, range: [number, number]): number[] {
  const values = table.rows.map((row) =>
    /^nan$/i.test(row.cells[column]!) ? NaN : (numberCell(table, row, column, range) ?? NaN),
  );
  if (values.every(Number.isNaN)) {
    const where = `column ${table.header[column]}`;
    throw new InputError('missing', `${table.fileName}, ${where}: every cell is empty, expected numbers.`, where);
  }
  return values;
}

function times(table: DelimitedTable, column: number): number[] {
  return table.rows.map((row) => {
    const value = numberCell(table, row, column, [-1e5, 1e7]);
    if (value === undefined) {
      const where = `line ${row.line}, column time_s`;
      throw new InputError('missing', `${table.fileName}, ${where}: the cell is empty, expected a number.`, where);
    }
    return value;
  });
}

/** Column index by name; a name without its unit gets its own message. */
function findColumn(table: DelimitedTable, name: string, unit: string): number {
  const full = `${name}_${unit}`;
  const index = table.header.indexOf(full);
  if (index >= 0) return index;
  const where = `line ${table.headerLine}, column ${name}`;
  if (table.header.includes(name)) {
    throw new InputError(
      'missing-unit',
      `${table.fileName}, ${where}: the unit is missing; expected "${full}".`,
      where,
    );
  }
  const other = table.header.find((h) => h.startsWith(`${name}_`) && !h.endsWith('_deg') && h !== full);
  if (other !== undefined && (unit === 's' || /rad|rev|hz|ms$/i.test(other))) {
    throw new InputError('missing-unit', `${table.fileName}, ${where}: found "${other}", expected "${full}".`, where);
  }
  return -1;
}

/** Whether a header is that of our own motion.csv, so that no mapping is needed. */
export const isMotionHeader = (header: readonly string[]): boolean =>
  header.includes('time_s') && header.includes('club_dps');

/**
 * Reads motion.csv: time_s, angular velocities in °/s (+ toward the target), optional angles from set-up, wrist angle
 * and points. Notes before the header (`# strike_s: 1.52`) are kept. Empty cells are gaps; see `prepareMotion` for what is
 * filled and resampled.
 * @param ratesIn unit that the turning speeds are truly in, where the header is wrong
 * @throws InputError naming line and column
 */
export function readMotionCsv(text: string, fileName = 'motion.csv', ratesIn: 'dps' | 'rad_s' = 'dps'): MotionCapture {
  const table = readDelimited(text, fileName);
  const time = findColumn(table, 'time', 's');
  const refuse = (missing: string): never => {
    throw new InputError(
      'wrong-header',
      `${fileName}, line ${table.headerLine}: no column "${missing}". Expected time_s, hips_dps, chest_dps, lead_arm_dps, club_dps; found ${table.header.slice(0, 8).join(', ')}.`,
      `line ${table.headerLine}`,
    );
  };
  if (time < 0) refuse('time_s');
  const rateColumns = SEGMENTS.map((s) => [s, findColumn(table, COLUMN_OF[s], 'dps')] as const);
  if (rateColumns[3]![1] < 0) refuse('club_dps');
  const ratesRadPerS: Partial<Record<Segment, number[]>> = {};
  const anglesRad: Partial<Record<Segment, number[]>> = {};
  for (const [segment, column] of rateColumns) {
    if (column >= 0)
      ratesRadPerS[segment] = series(table, column, RATE_RANGE_DPS).map(ratesIn === 'dps' ? degToRad : (v) => v);
    const angle = table.header.indexOf(`${COLUMN_OF[segment]}_deg`);
    if (angle >= 0) anglesRad[segment] = series(table, angle, ANGLE_RANGE_DEG).map(degToRad);
  }
  const wrist = table.header.indexOf('wrist_deg');
  const pointsM: Record<string, [number, number, number][]> = {};
  table.header.forEach((name) => {
    const match = POINT.exec(name);
    if (!match || match[2] !== 'x') return;
    const columns = ['x', 'y', 'z'].map((axis) => table.header.indexOf(`${match[1]}_${axis}_m`));
    if (columns.some((c) => c < 0)) return;
    const axes = columns.map((c) => series(table, c, [-20, 20]));
    pointsM[match[1]!]! = axes[0]!.map((x, i) => [x, axes[1]![i]!, axes[2]![i]!]);
  });
  return prepareMotion({
    timeS: times(table, time),
    ratesRadPerS,
    anglesRad,
    wristRad: wrist >= 0 ? series(table, wrist, [-360, 360]).map(degToRad) : undefined,
    pointsM,
    notes: table.notes,
    repairs: ratesIn === 'rad_s' ? ['Turning speeds were taken as radians a second, as said.'] : [],
  });
}

/** A gap is an empty cell. */
const cell = (value: number, digits: number): string => (Number.isNaN(value) ? '' : value.toFixed(digits));

/** Writes a capture as motion.csv; the reader gives the same capture back to the printed digits. */
export function writeMotionCsv(capture: MotionCapture): string {
  const columns: { name: string; values: readonly number[]; digits: number }[] = [
    { name: 'time_s', values: capture.timeS, digits: 5 },
  ];
  for (const s of SEGMENTS) {
    const rates = capture.ratesRadPerS[s];
    if (rates) columns.push({ name: `${COLUMN_OF[s]}_dps`, values: rates.map(radToDeg), digits: 1 });
  }
  for (const s of SEGMENTS) {
    const angles = capture.anglesRad[s];
    if (angles) columns.push({ name: `${COLUMN_OF[s]}_deg`, values: angles.map(radToDeg), digits: 2 });
  }
  if (capture.wristRad) columns.push({ name: 'wrist_deg', values: capture.wristRad.map(radToDeg), digits: 2 });
  for (const [name, points] of Object.entries(capture.pointsM)) {
    ['x', 'y', 'z'].forEach((axis, k) =>
      columns.push({ name: `${name}_${axis}_m`, values: points.map((p) => p[k]!), digits: 4 }),
    );
  }
  return writeCsv(
    columns.map((c) => c.name),
    capture.timeS.map((_, i) => columns.map((c) => cell(c.values[i]!, c.digits))),
    capture.notes,
  );
}
