import { existsSync, mkdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { LocalTurns, type Turns } from '../db/turns.ts';
import { ContentStore } from './content-store.ts';
import type { ObjectStoreOptions } from './files-from.ts';

/**
 * The store of original files: a folder of the data folder, or an object store that several machines share. Older versions had the
 * folder for videos alone, under that name.
 */
export async function contentOf(
  dataFolder: string,
  turns: Turns = new LocalTurns(),
  files?: ObjectStoreOptions,
): Promise<ContentStore> {
  if (files) {
    const cache = join(dataFolder, 'content-cache');
    mkdirSync(cache, { recursive: true });
    // Its client takes a quarter of a second to be read; most practices keep their files in a folder.
    const { ObjectStore } = await import('./object-store.ts');
    const store = new ObjectStore(cache, turns, files);
    await store.reach();
    return store;
  }
  const folder = join(dataFolder, 'content');
  const earlier = join(dataFolder, 'videos');
  if (existsSync(earlier) && !existsSync(folder)) renameSync(earlier, folder);
  return new ContentStore(folder, turns);
}
