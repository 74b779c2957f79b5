import { InputError } from '../../core/errors/input-error.ts';
import type { ContentStore } from '../content/content-store.ts';
import { schemaSteps } from '../db/migrate.ts';
import type { Archive } from './archive.ts';
import type { WrittenTable } from './lines.ts';
import { fileEntry, FORMAT, MANIFEST, tableEntry, type WrittenFile } from './write-backup.ts';

/** What every archive of ours says of itself. */
export interface ArchiveManifest {
  readonly kind: string;
  readonly format: number;
  readonly schema: string;
  readonly tables: readonly WrittenTable[];
  readonly files: readonly WrittenFile[];
}

/** Whether a value is a list of objects that have some texts. */
export const isListOf = (value: unknown, of: readonly string[]): boolean =>
  Array.isArray(value) &&
  value.every((v) => of.every((k) => typeof (v as Record<string, unknown> | null)?.[k] === 'string'));

/** @throws InputError where the archive is not of one of the kinds, or of a newer program */
export async function readManifest<M extends ArchiveManifest>(
  archive: Archive,
  name: string,
  kinds: readonly string[],
  foreign: string,
): Promise<M> {
  const refuse = (): InputError => new InputError('wrong-header', foreign, name);
  if (!archive.has(MANIFEST)) throw refuse();
  let manifest: M;
  try {
    manifest = JSON.parse(await archive.text(MANIFEST)) as M;
  } catch {
    throw refuse();
  }
  if (!kinds.includes(manifest?.kind)) throw refuse();
  if (!(manifest.format <= FORMAT) || !schemaSteps().includes(manifest.schema))
    throw new InputError(
      'unknown-value',
      `${name} was made by a newer version of the program (schema ${manifest.schema}; this one knows up to ${schemaSteps().at(-1)}). Update the program first.`,
      name,
    );
  if (!isListOf(manifest.tables, ['name', 'sha256']) || !isListOf(manifest.files, ['sha256'])) throw refuse();
  return manifest;
}

/** Checks every part of an archive against the hash that it was made with. @throws InputError where one is not */
export async function checkParts(archive: Archive, name: string, manifest: ArchiveManifest): Promise<void> {
  const parts = [
    ...manifest.tables.map((t) => ({ entry: tableEntry(t.name), sha256: t.sha256 })),
    ...manifest.files.map((f) => ({ entry: fileEntry(f.sha256), sha256: f.sha256 })),
  ];
  for (const { entry, sha256 } of parts)
    if ((await archive.sha256(entry)) !== sha256)
      throw new InputError('unreadable', `${name} is damaged: ${entry} is not what was stored.`, entry);
}

/** Puts the original files of an archive into the store; those that are there already are the same. */
export async function takeFiles(archive: Archive, content: ContentStore, manifest: ArchiveManifest): Promise<void> {
  for (const { sha256 } of manifest.files) {
    const part = await content.receive(await archive.stream(fileEntry(sha256)), sha256, Infinity);
    await content.keep(part.id, part.sha256);
  }
}
