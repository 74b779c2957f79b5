import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Archive, pack } from './backup/archive.ts';
import type { ArchiveManifest } from './backup/manifest.ts';
import { contentHash } from './http/secrets.ts';

/** The same archive with its manifest and tables changed, hashes put right, in a folder. @returns the new file */
export async function repacked<M extends ArchiveManifest>(
  file: string,
  folder: string,
  change: (manifest: M, texts: Map<string, string>) => unknown,
): Promise<string> {
  const archive = await Archive.open(file, file);
  const manifest = JSON.parse(await archive.text('manifest.json')) as M;
  const texts = new Map<string, string>();
  for (const t of manifest.tables) texts.set(t.name, await archive.text(`tables/${t.name}.ndjson`));
  const stored = manifest.files;
  change(manifest, texts);
  const tables = [...texts].map(([name, text]) => {
    writeFileSync(join(folder, name), text);
    return { name, rows: text.split('\n').length - 1, sha256: contentHash(text) };
  });
  const files = [];
  for (const { sha256 } of stored) {
    const parts: Buffer[] = [];
    for await (const part of await archive.stream(`files/${sha256}`)) parts.push(part as Buffer);
    writeFileSync(join(folder, sha256), Buffer.concat(parts));
    files.push({ name: `files/${sha256}`, file: join(folder, sha256), compress: false });
  }
  archive.close();
  const out = join(folder, 'repacked.zip');
  await pack(
    out,
    [...tables.map((t) => ({ name: `tables/${t.name}.ndjson`, file: join(folder, t.name), compress: true })), ...files],
    { name: 'manifest.json', text: JSON.stringify({ ...manifest, tables }) },
  );
  return out;
}
