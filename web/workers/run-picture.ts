import { proxy } from 'comlink';
import type { PictureRequest, PictureResult, PictureThread } from './picture.worker.ts';
import type { BodyFrame } from '../../core/picture/body-track.ts';
import type { BodyRequest, PoseRequest, PoseThread } from './pose.worker.ts';
import { threadOf } from './thread.ts';

/** Looks for the body through a video in a worker of its own, which `stop` ends at once. */
export function runBody(
  request: BodyRequest,
  onProgress: (share: number) => void,
): { answer: Promise<readonly BodyFrame[]>; stop: () => void } {
  const own = threadOf<PoseThread>(new Worker(new URL('./pose.worker.ts', import.meta.url), { type: 'module' }));
  const answer = own.ask((remote) => remote.body(request, proxy(onProgress)));
  return { answer: answer.finally(() => own.stop()), stop: () => own.stop() };
}

/** Looks through a video in a worker of its own, which `stop` ends at once. */
export function runPicture(
  request: PictureRequest | PoseRequest,
  onProgress: (share: number) => void,
): { answer: Promise<PictureResult>; stop: () => void } {
  const report = proxy(onProgress);
  const look = (): { stop: () => void; answer: Promise<PictureResult> } => {
    if (request.kind === 'pose') {
      const own = threadOf<PoseThread>(new Worker(new URL('./pose.worker.ts', import.meta.url), { type: 'module' }));
      return { stop: () => own.stop(), answer: own.ask((remote) => remote.look(request, report)) };
    }
    const own = threadOf<PictureThread>(
      new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module' }),
    );
    return { stop: () => own.stop(), answer: own.ask((remote) => remote.look(request, report)) };
  };
  const { answer, stop } = look();
  return { answer: answer.finally(stop), stop };
}
