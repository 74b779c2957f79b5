import { mkdir, mkdtemp, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { ContentStore } from '../content/content-store.ts';
import type { Db } from '../db/connection.ts';
import { schemaSteps } from '../db/migrate.ts';
import { namedContent } from '../rows/content.ts';
import { pack, type Packed } from './archive.ts';
import { writeLines, type WrittenTable } from './lines.ts';
import { keyOf, tablesInOrder } from './tables.ts';

export const MANIFEST = 'manifest.json';
/** Version of the archive's own layout. */
export const FORMAT = 1;
/** What a backup says of itself. */
export interface BackupManifest {
  readonly kind: 'practice-backup';
  readonly format: number;
  readonly madeAt: string;
  /** Step of the schema that the rows are of. */
  readonly schema: string;
  readonly tables: readonly WrittenTable[];
  readonly files: readonly WrittenFile[];
  /** Files that rows name and that were not there. */
  readonly missing: readonly string[];
}

export const tableEntry = (name: string): string => `tables/${name}.ndjson`;
export const fileEntry = (sha256: string): string => `files/${sha256}`;

export interface WrittenFile {
  readonly sha256: string;
  readonly bytes: number;
}

/** Which of some stored files are there. */
export async function filesOf(
  content: ContentStore,
  named: readonly string[],
): Promise<{ files: WrittenFile[]; missing: string[] }> {
  const files: WrittenFile[] = [];
  const missing: string[] = [];
  for (const sha256 of named) {
    const bytes = await content.sizeOf(sha256);
    if (bytes !== undefined) files.push({ sha256, bytes });
    else missing.push(sha256);
  }
  return { files, missing };
}

/** Where tables and files lie, and what they are called in an archive. */
export const packedParts = (
  content: ContentStore,
  folder: string,
  tables: readonly WrittenTable[],
  files: readonly WrittenFile[],
): Packed[] => [
  ...tables.map((t) => ({ name: tableEntry(t.name), file: join(folder, t.name), compress: true })),
  ...files.map((f) => ({ name: fileEntry(f.sha256), file: () => content.localWhole(f.sha256), compress: false })),
];

/** All rows of a table, in the order of its key. */
async function writeTable(tx: Db, name: string, file: string): Promise<WrittenTable> {
  const key = (await keyOf(tx, name)).map((k) => `t."${k}"`).join(', ') || 'ctid';
  return {
    name,
    ...(await writeLines(tx, `select row_to_json(t)::text as line from "${name}" t order by ${key}`, file)),
  };
}

/**
 * Writes everything that a practice is into one ZIP: the rows as they are at one moment, as lines of JSON, and the original files
 * beside them. Meanwhile the program goes on.
 * @param file where it goes; nothing is there before all of it is
 */
export async function writeBackup(db: Db, content: ContentStore, file: string): Promise<BackupManifest> {
  await mkdir(dirname(file), { recursive: true });
  const folder = await mkdtemp(join(dirname(file), '.work-'));
  try {
    return await content.whileAllStays(async () => {
      const { tables, named } = await db.transaction(async (tx) => {
        await tx.query('set transaction isolation level repeatable read read only');
        const written = [];
        for (const name of await tablesInOrder(tx)) written.push(await writeTable(tx, name, join(folder, name)));
        return { tables: written, named: await namedContent(tx) };
      });
      const { files, missing } = await filesOf(content, named);
      const manifest: BackupManifest = {
        kind: 'practice-backup',
        format: FORMAT,
        madeAt: new Date().toISOString(),
        schema: schemaSteps().at(-1) as string,
        tables,
        files,
        missing,
      };
      await pack(file, packedParts(content, folder, tables, files), {
        name: MANIFEST,
        text: JSON.stringify(manifest, null, 1),
      });
      return manifest;
    });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
