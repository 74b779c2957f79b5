import { createHash } from 'node:crypto';
import { open } from 'node:fs/promises';
import { createInterface } from 'node:readline';
import type { Readable } from 'node:stream';
import type { Db } from '../db/connection.ts';

/** Rows that are read at once. */
const READ_AT_ONCE = 5000;
/** Rows that go in at once. */
const PUT_AT_ONCE = 1000;

/** Rows of a table in an archive. */
export interface WrittenTable {
  readonly name: string;
  readonly rows: number;
  readonly sha256: string;
}

/** Within a transaction: writes what a query gives in its column `line` into a file, a line each. */
export async function writeLines(tx: Db, query: string, file: string): Promise<{ rows: number; sha256: string }> {
  const hash = createHash('sha256');
  const out = await open(file, 'w');
  let rows = 0;
  try {
    await tx.query(`declare lines cursor for ${query}`);
    for (let part; (part = await tx.query<{ line: string }>(`fetch ${READ_AT_ONCE} from lines`)).length > 0;) {
      const lines = part.map((r) => `${r.line}\n`).join('');
      hash.update(lines);
      await out.write(lines);
      rows += part.length;
    }
    await tx.query('close lines');
  } finally {
    await out.close();
  }
  return { rows, sha256: hash.digest('hex') };
}

/** Gives the lines of a stream in parts of many. @returns how many there were */
export async function eachPart(stream: Readable, put: (lines: readonly string[]) => Promise<unknown>): Promise<number> {
  let rows = 0;
  let lines: string[] = [];
  const give = async (): Promise<void> => {
    if (lines.length > 0) await put(lines);
    rows += lines.length;
    lines = [];
  };
  for await (const line of createInterface({ input: stream, crlfDelay: Infinity })) {
    if (line === '') continue;
    lines.push(line);
    if (lines.length === PUT_AT_ONCE) await give();
  }
  await give();
  return rows;
}
