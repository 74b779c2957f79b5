import { existsSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { ContentStore } from './content-store.ts';

/** The store of original files of a data folder; older versions had it for videos alone, under that name. */
export function contentOf(dataFolder: string): ContentStore {
  const folder = join(dataFolder, 'content');
  const earlier = join(dataFolder, 'videos');
  if (existsSync(earlier) && !existsSync(folder)) renameSync(earlier, folder);
  return new ContentStore(folder);
}
