import Papa from 'papaparse';

/** Cells that a table program would run: a quote before them keeps them text. A number with its sign stays one. */
const FORMULA = /^[=@\t\r]|^[+-](?![\d.])/;

/** Delimited text with a header: cells with commas, quotes or line breaks are quoted; notes come first, a line each. */
export function writeCsv(
  header: readonly string[],
  rows: readonly (readonly (string | number)[])[],
  notes: Readonly<Record<string, string>> = {},
): string {
  const table = Papa.unparse(
    { fields: [...header], data: rows.map((r) => [...r]) },
    { newline: '\n', escapeFormulae: FORMULA },
  );
  return [...Object.entries(notes).map(([key, value]) => `# ${key}: ${value}`), table, ''].join('\n');
}
