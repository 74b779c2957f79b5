import Papa from 'papaparse';
import { InputError } from '../errors/input-error.ts';

/** Largest text file that is read, in bytes; said before the upload and in the refusal. */
export const LARGEST_FILE_BYTES = 20 * 1024 * 1024;

/** A parsed table: notes before the header, header names, rows with their line in the file. */
export interface DelimitedTable {
  readonly fileName: string;
  readonly notes: Readonly<Record<string, string>>;
  readonly headerLine: number;
  readonly header: readonly string[];
  readonly rows: readonly { readonly line: number; readonly cells: readonly string[] }[];
  readonly decimalComma: boolean;
}

/** Refuses a file past the stated limit, naming the number. */
export function checkFileSize(bytes: number, fileName: string, most = LARGEST_FILE_BYTES): void {
  if (bytes <= most) return;
  const mb = (n: number): string => `${(n / 1024 / 1024).toFixed(0)} MB`;
  throw new InputError(
    'too-large',
    `${fileName} has ${mb(bytes)}; files up to ${mb(most)} can be read. Nothing was stored.`,
    fileName,
  );
}

const DELIMITERS = [';', '\t', ','] as const;
/** Lines above a header that are looked past: a title, a name, a date. */
const MOST_TITLE_LINES = 10;
const isFigure = (cell: string): boolean => /^[+-]?[\d.,]+$/.test(cell.trim());
const cellsOf = (line: string, delimiter: string): string[] => Papa.parse<string[]>(line, { delimiter }).data[0] ?? [];

/**
 * Place of the header among lines: the first one, or below a title the first that has as many cells as the line after it, more than
 * the lines above, and names rather than figures.
 */
function headerAfter(lines: readonly string[], first: number): number {
  const filled = lines
    .flatMap((line, i) => (i >= first && line.trim() !== '' ? [i] : []))
    .slice(0, MOST_TITLE_LINES + 2);
  for (const [k, at] of filled.entries()) {
    const next = filled[k + 1];
    if (next === undefined) break;
    for (const delimiter of DELIMITERS) {
      const [here, after] = [cellsOf(lines[at]!, delimiter), cellsOf(lines[next]!, delimiter)];
      const above = filled.slice(0, k).map((i) => cellsOf(lines[i]!, delimiter).length);
      const names = here.filter((c) => c.trim() !== '' && !isFigure(c)).length;
      if (
        here.length > 1 &&
        here.length === after.length &&
        2 * names > here.length &&
        above.every((n) => n < here.length)
      )
        return at;
    }
  }
  return first;
}

/**
 * Reads a comma- or semicolon-separated text with a header row: UTF-8 with or without BOM, CRLF or LF, decimal comma with
 * semicolons. Lines starting with # before the header are `key: value` notes; a title above the header is looked past.
 * @throws InputError empty-file, wrong-column-count
 */
export function readDelimited(text: string, fileName: string): DelimitedTable {
  const body = text.replace(/^\uFEFF/, '');
  if (body.trim() === '') {
    throw new InputError(
      'empty-file',
      `${fileName} is empty; expected a header row and at least one row of data.`,
      fileName,
    );
  }
  const lines = body.split(/\r\n|\n|\r/);
  const notes: Record<string, string> = {};
  let headerIndex = 0;
  for (; headerIndex < lines.length; headerIndex++) {
    const line = lines[headerIndex]!.trim();
    if (line.startsWith('#')) {
      const note = /^#\s*([^:]+):\s*(.*)$/.exec(line);
      if (note) notes[note[1]!.trim()] = note[2]!.trim();
    } else if (line !== '') break;
  }
  if (headerIndex >= lines.length) {
    throw new InputError('empty-file', `${fileName} has notes but no header row and no data.`, fileName);
  }
  headerIndex = headerAfter(lines, headerIndex);
  const delimiter = lines[headerIndex]!.includes(';') ? ';' : lines[headerIndex]!.includes('\t') ? '\t' : ',';
  const parsed = Papa.parse<string[]>(lines.slice(headerIndex).join('\n'), { delimiter, skipEmptyLines: false });
  const header = parsed.data[0]!.map((name) => name.trim());
  const rows: { line: number; cells: string[] }[] = [];
  for (let i = 1; i < parsed.data.length; i++) {
    const cells = parsed.data[i]!.map((cell) => cell.trim());
    if (cells.every((cell) => cell === '')) continue;
    const line = headerIndex + i + 1;
    if (cells.length !== header.length) {
      throw new InputError(
        'wrong-column-count',
        `${fileName}, line ${line}: ${cells.length} values, but the header has ${header.length} columns. 0 rows were kept.`,
        `line ${line}`,
      );
    }
    rows.push({ line, cells });
  }
  if (rows.length === 0) {
    throw new InputError(
      'empty-file',
      `${fileName} has a header (line ${headerIndex + 1}) but no rows; expected at least one.`,
      fileName,
    );
  }
  return { fileName, notes, headerLine: headerIndex + 1, header, rows, decimalComma: delimiter === ';' };
}

/** A number cell; empty gives undefined. @throws InputError naming file, line and column */
export function numberCell(
  table: DelimitedTable,
  row: DelimitedTable['rows'][number],
  column: number,
  range: readonly [number, number],
): number | undefined {
  const text = row.cells[column]!;
  if (text === '') return undefined;
  const where = `line ${row.line}, column ${table.header[column]}`;
  const plain = table.decimalComma ? text.replace(',', '.') : text;
  const value = /^[-+]?(\d+\.?\d*|\.\d+)([eE][-+]?\d+)?$/.test(plain) ? Number(plain) : NaN;
  if (!Number.isFinite(value)) {
    throw new InputError(
      'not-a-number',
      `${table.fileName}, ${where}: found "${text.slice(0, 40)}", expected a number. 0 of ${table.rows.length} rows were kept.`,
      where,
    );
  }
  if (value < range[0] || value > range[1]) {
    throw new InputError(
      'out-of-range',
      `${table.fileName}, ${where}: ${text} is outside ${range[0]} to ${range[1]}. 0 of ${table.rows.length} rows were kept.`,
      where,
    );
  }
  return value;
}
