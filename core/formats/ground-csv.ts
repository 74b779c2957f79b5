import { writeCsv } from './write-csv.ts';
import type { FootFrame, GroundCapture, MatCapture, PlateCapture, PlateSeries } from '../capture/ground.ts';
import { InputError } from '../errors/input-error.ts';
import { degToRad, radToDeg } from '../units/units.ts';
import { numberCell, readDelimited, type DelimitedTable } from './delimited.ts';

/** Columns of a plate after its side, with the values they may hold. */
const PLATE_COLUMNS = [
  ['fz_n', 'fzN', [-2000, 20_000]],
  ['fx_n', 'fxN', [-10_000, 10_000]],
  ['fy_n', 'fyN', [-10_000, 10_000]],
  ['cop_x_m', 'copXM', [-10, 10]],
  ['cop_y_m', 'copYM', [-10, 10]],
  ['tz_nm', 'tzNm', [-2000, 2000]],
] as const satisfies readonly (readonly [string, keyof PlateSeries, readonly [number, number]])[];
/** A pressure point has no place while nothing stands on the plate: then the cell may be empty. */
const MAY_BE_EMPTY = /cop_|tz_/;

function series(table: DelimitedTable, name: string, range: readonly [number, number]): number[] {
  const column = table.header.indexOf(name);
  if (column < 0) {
    throw new InputError(
      'wrong-header',
      `${table.fileName}, line ${table.headerLine}: no column "${name}". Expected time_s with lead_ and trail_ fz_n, fx_n, fy_n, cop_x_m, cop_y_m, tz_nm of two plates, or lead_share_pct, cop_x_pct, cop_y_pct of a mat.`,
      `line ${table.headerLine}`,
    );
  }
  let last = 0;
  return table.rows.map((row) => {
    const value = numberCell(table, row, column, range);
    if (value !== undefined) return (last = value);
    if (MAY_BE_EMPTY.test(name)) return last;
    const where = `line ${row.line}, column ${name}`;
    throw new InputError('missing', `${table.fileName}, ${where}: the cell is empty, expected a number.`, where);
  });
}

/** Time must run forward, and fast enough for peaks to have a place. */
function timeOf(table: DelimitedTable): number[] {
  const time = series(table, 'time_s', [-1e5, 1e7]);
  if (time.length < 30)
    throw new InputError(
      'too-slow',
      `${table.fileName} has ${time.length} rows; a swing needs at least 30.`,
      table.fileName,
    );
  for (let i = 1; i < time.length; i++) {
    if (time[i]! > time[i - 1]!) continue;
    const where = `line ${table.rows[i]!.line}, column time_s`;
    throw new InputError(
      'time-order',
      `${table.fileName}, ${where}: ${time[i]} s comes after ${time[i - 1]} s; time must run forward.`,
      where,
    );
  }
  const rate = (time.length - 1) / (time[time.length - 1]! - time[0]!);
  if (rate < 40)
    throw new InputError(
      'too-slow',
      `${table.fileName} has ${rate.toFixed(0)} samples a second; the ground needs at least 40.`,
      table.fileName,
    );
  return time;
}

/** "x y length width turn" of a foot, m and degrees. @throws InputError where the note is there but not five numbers */
function footOf(notes: Readonly<Record<string, string>>, key: string, fileName: string): FootFrame | undefined {
  if (notes[key] === undefined) return undefined;
  const v = notes[key]
    .trim()
    .split(/[\s,;]+/)
    .map(Number);
  if (v.length !== 5 || v.some((n) => !Number.isFinite(n)) || v[2]! <= 0 || v[3]! <= 0)
    throw new InputError(
      'not-a-number',
      `${fileName}, note ${key}: found "${notes[key]}", expected x y lengthM widthM turnDeg.`,
      key,
    );
  return { heelXM: v[0]!, heelYM: v[1]!, lengthM: v[2]!, widthM: v[3]!, turnRad: degToRad(v[4]!) };
}

/**
 * Reads ground.csv: two plates, or the mat form with the lead share.
 * @throws InputError naming line and column
 */
export function readGroundCsv(text: string, fileName = 'ground.csv'): GroundCapture {
  const table = readDelimited(text, fileName);
  const { notes } = table;
  if (table.header.includes('lead_share_pct')) {
    const optional = (name: string): number[] | undefined =>
      table.header.includes(name) ? series(table, name, [-50, 150]) : undefined;
    return {
      kind: 'mat',
      timeS: timeOf(table),
      leadSharePct: series(table, 'lead_share_pct', [-5, 105]),
      copXPct: series(table, 'cop_x_pct', [-50, 150]),
      copYPct: series(table, 'cop_y_pct', [-50, 150]),
      trailCopXPct: optional('trail_cop_x_pct'),
      trailCopYPct: optional('trail_cop_y_pct'),
      notes,
    };
  }
  const plate = (side: 'lead' | 'trail'): PlateSeries =>
    Object.fromEntries(
      PLATE_COLUMNS.map(([name, key, range]) => [key, series(table, `${side}_${name}`, range)]),
    ) as unknown as PlateSeries;
  return {
    kind: 'plates',
    timeS: timeOf(table),
    lead: plate('lead'),
    trail: plate('trail'),
    leadFoot: footOf(notes, 'lead_foot', fileName),
    trailFoot: footOf(notes, 'trail_foot', fileName),
    notes,
  };
}

const table = (
  notes: Readonly<Record<string, string>>,
  columns: readonly [string, readonly number[], number][],
): string =>
  writeCsv(
    columns.map(([name]) => name),
    columns[0]![1].map((_, i) => columns.map(([, values, digits]) => values[i]!.toFixed(digits))),
    notes,
  );

const writeMat = (c: MatCapture): string =>
  table(c.notes, [
    ['time_s', c.timeS, 5],
    ['lead_share_pct', c.leadSharePct, 2],
    ['cop_x_pct', c.copXPct, 2],
    ['cop_y_pct', c.copYPct, 2],
    ...(c.trailCopXPct ? [['trail_cop_x_pct', c.trailCopXPct, 2] as [string, readonly number[], number]] : []),
    ...(c.trailCopYPct ? [['trail_cop_y_pct', c.trailCopYPct, 2] as [string, readonly number[], number]] : []),
  ]);

const footNote = (f: FootFrame): string =>
  [f.heelXM, f.heelYM, f.lengthM, f.widthM, radToDeg(f.turnRad)].map((v) => v.toFixed(4)).join(' ');

function writePlates(c: PlateCapture): string {
  const notes = {
    ...c.notes,
    ...(c.leadFoot ? { lead_foot: footNote(c.leadFoot) } : {}),
    ...(c.trailFoot ? { trail_foot: footNote(c.trailFoot) } : {}),
  };
  return table(notes, [
    ['time_s', c.timeS, 5],
    ...(['lead', 'trail'] as const).flatMap((side) =>
      PLATE_COLUMNS.map(([name, key]): [string, readonly number[], number] => [`${side}_${name}`, c[side][key], 4]),
    ),
  ]);
}

/** Writes a capture as ground.csv; the reader gives the same capture back to the printed digits. */
export const writeGroundCsv = (c: GroundCapture): string => (c.kind === 'mat' ? writeMat(c) : writePlates(c));
