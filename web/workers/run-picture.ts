import type { PictureAnswer, PictureRequest } from './picture.worker.ts';
import type { PoseRequest } from './pose.worker.ts';

export type PictureResult = Exclude<PictureAnswer, { done: number } | { error: string }>;

/** Looks through a video in a worker of its own, which `stop` ends at once. */
export function runPicture(
  request: PictureRequest | PoseRequest,
  onProgress: (share: number) => void,
): { answer: Promise<PictureResult>; stop: () => void } {
  const worker =
    request.kind === 'pose'
      ? new Worker(new URL('./pose.worker.ts', import.meta.url), { type: 'module' })
      : new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module' });
  const answer = new Promise<PictureResult>((resolve, reject) => {
    worker.onmessage = (event: MessageEvent<PictureAnswer>) => {
      if ('done' in event.data) return onProgress(event.data.done / Math.max(1, event.data.of));
      worker.terminate();
      if ('error' in event.data) reject(new Error(event.data.error));
      else resolve(event.data);
    };
    worker.onerror = (event) => {
      worker.terminate();
      reject(new Error(event.message || 'The worker stopped.'));
    };
  });
  worker.postMessage(request);
  return { answer, stop: () => worker.terminate() };
}
