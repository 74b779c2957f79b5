import { clubName } from '../catalogue/heads.ts';
import { writeCsv } from './write-csv.ts';
import { InputError } from '../errors/input-error.ts';
import { rightToOut, type Handedness } from '../units/units.ts';
import { numberCell, readDelimited, type DelimitedTable } from './delimited.ts';
import { SHOT_FIELDS, type ShotValues } from './shot-fields.ts';

export interface FileShot {
  readonly line: number;
  readonly timeIso?: string;
  readonly club: string;
  readonly values: ShotValues;
}

export interface ShotsFile {
  readonly shots: readonly FileShot[];
  /** Columns that were not understood and left aside. */
  readonly ignoredColumns: readonly string[];
}

interface Column {
  readonly index: number;
  readonly field: (typeof SHOT_FIELDS)[number];
  readonly factor: number;
}

const EXPECTED =
  'club and club_speed_mph or ball_speed_mph (also launch_deg, spin_rpm, attack_deg, path_deg, face_deg …)';

function findColumns(table: DelimitedTable): { columns: Column[]; ignored: string[] } {
  const columns: Column[] = [];
  const ignored: string[] = [];
  const where = `line ${table.headerLine}`;
  table.header.forEach((raw, index) => {
    const name = raw.toLowerCase();
    if (name === 'time' || name === 'club') return;
    for (const field of SHOT_FIELDS) {
      if (name === field.file) {
        const units = Object.keys(field.units).map((u) => `${field.file}_${u}`);
        throw new InputError(
          'missing-unit',
          `${table.fileName}, ${where}, column "${raw}": the unit is missing; expected ${units.join(' or ')}. 0 rows were kept.`,
          `${where}, column ${raw}`,
        );
      }
      const unit = name.startsWith(`${field.file}_`) ? name.slice(field.file.length + 1) : '';
      if (unit in field.units) {
        if (columns.some((c) => c.field === field)) {
          throw new InputError(
            'wrong-header',
            `${table.fileName}, ${where}: ${field.file} is given twice.`,
            `${where}, column ${raw}`,
          );
        }
        columns.push({ index, field, factor: field.units[unit]! });
        return;
      }
    }
    ignored.push(raw);
  });
  return { columns, ignored };
}

/**
 * Reads shots.csv. Signs in files are + right of the target as the player sees it; `handedness` turns them into + out.
 * @throws InputError naming line and column of the first problem; nothing is kept then
 */
export function readShotsCsv(text: string, handedness: Handedness, fileName = 'shots.csv'): ShotsFile {
  const table = readDelimited(text, fileName);
  const clubColumn = table.header.findIndex((h) => h.toLowerCase() === 'club');
  const timeColumn = table.header.findIndex((h) => h.toLowerCase() === 'time');
  const { columns, ignored } = findColumns(table);
  const hasSpeed = columns.some((c) => c.field.key === 'clubSpeedMps' || c.field.key === 'ballSpeedMps');
  if (clubColumn < 0 || !hasSpeed) {
    throw new InputError(
      'wrong-header',
      `${fileName}, line ${table.headerLine}: expected the columns ${EXPECTED}; found ${table.header.slice(0, 10).join(', ')}. 0 rows were kept.`,
      `line ${table.headerLine}`,
    );
  }
  const shots = table.rows.map((row) => {
    const values: ShotValues = {};
    for (const { index, field, factor } of columns) {
      const [lo, hi] = field.range;
      const value = numberCell(table, row, index, [
        Math.round((lo / factor) * 10) / 10,
        Math.round((hi / factor) * 10) / 10,
      ]);
      if (value === undefined) continue;
      values[field.key] = field.sideways ? rightToOut(value * factor, handedness) : value * factor;
    }
    const where = `line ${row.line}`;
    if (values.clubSpeedMps === undefined && values.ballSpeedMps === undefined) {
      throw new InputError(
        'missing',
        `${fileName}, ${where}: neither club speed nor ball speed. 0 of ${table.rows.length} rows were kept.`,
        where,
      );
    }
    const club = clubName(row.cells[clubColumn]!);
    if (club === '')
      throw new InputError('missing', `${fileName}, ${where}, column club: empty.`, `${where}, column club`);
    const time = timeColumn < 0 ? '' : row.cells[timeColumn]!;
    if (time !== '' && !Number.isFinite(Date.parse(time))) {
      throw new InputError(
        'unknown-value',
        `${fileName}, ${where}, column time: "${time}" is no ISO 8601 time.`,
        `${where}, column time`,
      );
    }
    return { line: row.line, club, values, timeIso: time === '' ? undefined : new Date(time).toISOString() };
  });
  return { shots, ignoredColumns: ignored };
}

/** Writes shots as shots.csv with signs + right, in mph, yards, degrees. */
export function writeShotsCsv(
  shots: readonly { readonly timeIso?: string; readonly club: string; readonly values: ShotValues }[],
  handedness: Handedness,
): string {
  const units = SHOT_FIELDS.map((f) => Object.entries(f.units)[0]);
  const header = ['time', 'club', ...SHOT_FIELDS.map((f, i) => `${f.file}_${units[i]![0]}`)];
  const rows = shots.map((shot) => [
    shot.timeIso ?? '',
    shot.club,
    ...SHOT_FIELDS.map((f, i) => {
      const si = shot.values[f.key];
      if (si === undefined) return '';
      return ((f.sideways ? rightToOut(si, handedness) : si) / units[i]![1]).toFixed(f.digits);
    }),
  ]);
  return writeCsv(header, rows);
}
