import type { VideoAnswer } from '../../../api/capture-types.ts';
import { LARGEST_VIDEO_BYTES } from '../../../core/formats/video-limits.ts';
import { checkFileSize } from '../../../core/formats/delimited.ts';
import type { View } from '../../../core/picture/marks.ts';
import { ApiError, ask, newId, serverReachable } from '../../base/api.ts';

const PIECE_BYTES = 4 * 1024 * 1024;
const TRY_AGAIN_MS = 2000;
const MOST_TRIES = 60;

/** Resolves when the server answers again, or after a while. */
function serverBack(): Promise<void> {
  return new Promise((resolve) => {
    const timer = setTimeout(done, TRY_AGAIN_MS);
    const stop = serverReachable.subscribe(() => {
      if (serverReachable.get()) done();
    });
    function done(): void {
      clearTimeout(timer);
      stop();
      resolve();
    }
  });
}

/** Calls again while the server is away. */
async function stubborn<T>(what: () => Promise<T>, signal: AbortSignal): Promise<T> {
  for (let i = 0; ; i++) {
    signal.throwIfAborted();
    try {
      return await what();
    } catch (error) {
      if (!(error instanceof ApiError) || error.status !== 0 || i >= MOST_TRIES) throw error;
      await serverBack();
    }
  }
}

/**
 * Sends a video in pieces; where the line breaks it goes on from what the server has. A file past the limit is refused before a
 * byte is sent.
 * @param onProgress share that is over
 */
export async function sendVideo(
  lessonId: string,
  file: File,
  how: { view: View; source: 'file' | 'camera' },
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<VideoAnswer> {
  checkFileSize(file.size, file.name, LARGEST_VIDEO_BYTES);
  const id = newId();
  const announce = (): Promise<{ receivedBytes: number }> =>
    ask('POST /lessons/:id/videos', { id: lessonId, body: { id, fileName: file.name, sizeBytes: file.size, ...how } });
  let { receivedBytes } = await stubborn(announce, signal);
  try {
    while (receivedBytes < file.size) {
      const from = receivedBytes;
      const piece = file.slice(from, from + PIECE_BYTES);
      ({ receivedBytes } = await stubborn(
        () =>
          ask('POST /videos/:id/pieces', { id, query: { from }, body: piece, contentType: 'application/octet-stream' }),
        signal,
      ));
      onProgress(receivedBytes / file.size);
    }
    return await stubborn(() => ask('POST /videos/:id/done', { id }), signal);
  } catch (error) {
    if (signal.aborted) void ask('DELETE /videos/:id', { id }).catch(() => undefined);
    throw error;
  }
}
