import type { VideoAnswer } from '../../../api/capture-types.ts';
import { LARGEST_VIDEO_BYTES } from '../../../core/formats/video-limits.ts';
import { checkFileSize } from '../../../core/formats/delimited.ts';
import type { View } from '../../../core/picture/marks.ts';
import { ApiError, call, newId, serverReachable } from '../../base/api.ts';

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
    call('POST', `/lessons/${lessonId}/videos`, { id, fileName: file.name, sizeBytes: file.size, ...how });
  let { receivedBytes } = await stubborn(announce, signal);
  try {
    while (receivedBytes < file.size) {
      const from = receivedBytes;
      const piece = file.slice(from, from + PIECE_BYTES);
      ({ receivedBytes } = await stubborn(
        () =>
          call<{ receivedBytes: number }>(
            'POST',
            `/videos/${id}/pieces?from=${from}`,
            piece,
            'application/octet-stream',
          ),
        signal,
      ));
      onProgress(receivedBytes / file.size);
    }
    return await stubborn(() => call<VideoAnswer>('POST', `/videos/${id}/done`), signal);
  } catch (error) {
    if (signal.aborted) void call('DELETE', `/videos/${id}`).catch(() => undefined);
    throw error;
  }
}
