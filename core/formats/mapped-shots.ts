import { clubName } from '../catalogue/heads.ts';
import { rightToOut, type Handedness } from '../units/units.ts';
import { readDelimited, type DelimitedTable } from './delimited.ts';
import { InputError } from '../errors/input-error.ts';
import { impossibleIn } from './possible.ts';
import { mappingProblems, unitsOf, type ColumnMapping } from './shot-columns.ts';
import { shotField, type ShotKey, type ShotValues } from './shot-fields.ts';

/** One row of a foreign file in SI; what is wrong with it is said, and the row is never dropped. */
export interface MappedShot {
  readonly line: number;
  readonly timeIso?: string;
  readonly club: string;
  readonly values: ShotValues;
  /** As the file has them, in SI, what cannot be included: from these units and signs are judged. */
  readonly raw: ShotValues;
  /** What cannot be (value and range); those cells are left out of `values`. */
  readonly wrong: readonly string[];
}

/** Changes offered for what looks wrong in a file; applied in this order, before the rows are judged. */
export type Repair =
  /** Rows of a column that stand in another unit: values below (or above) a limit are multiplied. SI of the mapped unit. */
  | {
      readonly kind: 'convert';
      readonly target: ShotKey;
      readonly side: 'below' | 'above';
      readonly limit: number;
      readonly factor: number;
    }
  /** Sideways signs of these quantities turned round. */
  | { readonly kind: 'mirror'; readonly targets: readonly ShotKey[] }
  /** Times in the order of the rows: a clock was set back. */
  | { readonly kind: 'row-order' };

const SIGNED = /^([-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?)\s*(?:°)?\s*([LlRr])?$/;

/** A number, also with a side letter behind it (3.2 L is −3.2). NaN where it is none. */
export function cellNumber(text: string, decimalComma: boolean): number {
  const match = SIGNED.exec(decimalComma ? text.replace(',', '.') : text);
  if (!match) return NaN;
  const value = Number(match[1]);
  return match[2] && match[2].toLowerCase() === 'l' ? -value : value;
}

/** Middle of the numbers of each column, for guessing units. */
export function columnMiddles(table: DelimitedTable, mostRows = 400): (number | undefined)[] {
  return table.header.map((_, i) => {
    const values = table.rows
      .slice(0, mostRows)
      .map((r) => Math.abs(cellNumber(r.cells[i]!, table.decimalComma)))
      .filter((v) => Number.isFinite(v) && v > 0)
      .sort((a, b) => a - b);
    return values.length === 0 ? undefined : values[Math.floor(values.length / 2)];
  });
}

function timeOf(text: string): string | undefined {
  const ms = text === '' ? NaN : Date.parse(text);
  return Number.isFinite(ms) ? new Date(ms).toISOString() : undefined;
}

/**
 * Reads a file of shots through a mapping. Bad cells do not stop it: the row is kept and says what is wrong.
 * @param defaultClub club of rows without one
 * @throws InputError where the file has no table or the mapping cannot be used
 */
export function readMappedShots(
  text: string,
  mapping: ColumnMapping,
  handedness: Handedness,
  { fileName = 'shots.csv', defaultClub = 'driver', repairs = [] as readonly Repair[] } = {},
): MappedShot[] {
  const table = readDelimited(text, fileName);
  const problems = mappingProblems(mapping);
  if (problems.length > 0) throw new InputError('wrong-header', `${fileName}: ${problems.join(' ')}`, 'mapping');
  const columns = mapping.flatMap((c) => {
    const index = table.header.indexOf(c.header);
    if (index < 0)
      throw new InputError(
        'wrong-header',
        `${fileName} has no column "${c.header}"; the mapping is of another file.`,
        'mapping',
      );
    return c.target === 'ignore' ? [] : [{ ...c, index, factor: unitsOf(c.target)[c.unit] ?? 1 }];
  });
  const mirrored = new Set(repairs.flatMap((r) => (r.kind === 'mirror' ? r.targets : [])));
  const converts = repairs.filter((r) => r.kind === 'convert');
  const read = (row: DelimitedTable['rows'][number]): MappedShot => {
    const values: ShotValues = {};
    const wrong: string[] = [];
    let club = '';
    let timeIso: string | undefined;
    for (const column of columns) {
      const cell = row.cells[column.index]!;
      if (column.target === 'club') club = cell;
      else if (column.target === 'time') {
        timeIso = timeOf(cell);
        if (cell !== '' && timeIso === undefined) wrong.push(`time "${cell.slice(0, 30)}" is none`);
      } else if (column.target !== 'ignore' && cell !== '') {
        const field = shotField(column.target);
        const number = cellNumber(cell, table.decimalComma);
        if (!Number.isFinite(number)) {
          wrong.push(`${field.file.replace(/_/g, ' ')} "${cell.slice(0, 30)}" is no number`);
          continue;
        }
        let si = number * column.factor;
        for (const r of converts)
          if (r.target === column.target && (r.side === 'below' ? si < r.limit : si > r.limit)) si *= r.factor;
        if (field.sideways) si = rightToOut(mirrored.has(column.target) ? -si : si, handedness);
        values[column.target] = si;
      }
    }
    const raw = { ...values };
    wrong.push(...impossibleIn(values));
    return { line: row.line, timeIso, club: club === '' ? defaultClub : clubName(club), values, raw, wrong };
  };
  const shots = table.rows.map(read);
  return repairs.some((r) => r.kind === 'row-order') ? inRowOrder(shots) : shots;
}

/** Times that never run back: from the first time on, a row that is earlier than the one before it follows it by a second. */
function inRowOrder(shots: readonly MappedShot[]): MappedShot[] {
  let last = -Infinity;
  return shots.map((s) => {
    if (s.timeIso === undefined) return s;
    const own = Date.parse(s.timeIso);
    last = own > last ? own : last + 1000;
    return { ...s, timeIso: new Date(last).toISOString() };
  });
}
