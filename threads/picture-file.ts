import { InputError } from '../core/errors/input-error.ts';
import type { VideoFacts } from '../core/formats/video-facts.ts';
import { valueOf, type Ended } from './ended.ts';
import { startThread } from './threads.ts';

/** How far the reading of one file may go. */
export interface ReadingLimits {
  readonly timeS: number;
  readonly memoryMb: number;
}

const USUAL: ReadingLimits = { timeS: 60, memoryMb: 512 };

/**
 * What a video or a still says of itself, read in a thread of its own that is ended where it takes too long or too much: a damaged
 * file may lead its reader round in a circle.
 * @throws InputError unreadable at a limit; else as the readers of `core/formats` do
 */
export function readPictureFile(file: string, fileName: string, limits: ReadingLimits = USUAL): Promise<VideoFacts> {
  const { timeS, memoryMb } = limits;
  const thread = startThread(
    new URL('./picture-file-thread', import.meta.url),
    { file, fileName },
    { maxOldGenerationSizeMb: memoryMb },
  );
  const refused = (what: string): InputError =>
    new InputError('unreadable', `${fileName} ${what}; it seems to be damaged. Nothing was stored.`, fileName);
  return new Promise<VideoFacts>((resolve, reject) => {
    const timer = setTimeout(() => reject(refused(`could not be read within ${timeS} s`)), 1000 * timeS);
    thread.once('message', (end: Ended) => {
      clearTimeout(timer);
      try {
        resolve(valueOf(end) as VideoFacts);
      } catch (error) {
        reject(error as Error);
      }
    });
    thread.once('error', (error: NodeJS.ErrnoException) => {
      clearTimeout(timer);
      const tooMuch = error.code === 'ERR_WORKER_OUT_OF_MEMORY';
      reject(tooMuch ? refused(`needs more than ${memoryMb} MB of memory to be read`) : error);
    });
  }).finally(() => thread.terminate());
}
