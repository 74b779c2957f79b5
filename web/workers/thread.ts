import { wrap, type Remote } from 'comlink';

/** A worker with the calls it answers; what waits on it fails when it dies. */
export interface Thread<T> {
  /** A call's answer, or an error where the worker dies before. */
  ask<R>(call: (remote: Remote<T>) => R): Promise<Awaited<R>>;
  readonly dead: boolean;
  /** Ends it at once; what still waits is left without an answer. */
  stop(): void;
}

export function threadOf<T>(worker: Worker): Thread<T> {
  const remote = wrap<T>(worker);
  let dead = false;
  const died = new Promise<never>((_, reject) => {
    worker.addEventListener('error', (event) => {
      dead = true;
      worker.terminate();
      reject(new Error(event.message || 'The worker stopped.'));
    });
  });
  died.catch(() => undefined);
  return {
    ask: (call) => Promise.race([call(remote), died]),
    get dead() {
      return dead;
    },
    stop: () => {
      dead = true;
      worker.terminate();
    },
  };
}
