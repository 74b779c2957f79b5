import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { TaskAnswer, TaskInput, TaskName, TaskOutput } from './tasks.ts';

/** A sum that could not be done: bad input, or "cannot say" with what is missing. */
export class TaskError extends Error {
  readonly code: string;
  readonly missing: string;
  constructor(error: { code: string; message: string; missing: string }) {
    super(error.missing ? `${error.message} Missing: ${error.missing}.` : error.message);
    this.code = error.code;
    this.missing = error.missing;
  }
}

let worker: Worker | undefined;
let lastId = 0;
const open = new Map<number, { resolve: (v: unknown) => void; reject: (e: Error) => void }>();

function theWorker(): Worker {
  if (worker) return worker;
  const started = new Worker(new URL('./measure.worker.ts', import.meta.url), { type: 'module' });
  started.onmessage = (event: MessageEvent<TaskAnswer>) => {
    if ('done' in event.data) return;
    const waiting = open.get(event.data.id);
    open.delete(event.data.id);
    if ('error' in event.data) waiting?.reject(new TaskError(event.data.error));
    else waiting?.resolve(event.data.output);
  };
  started.onerror = (event) => {
    for (const w of open.values()) w.reject(new Error(event.message || 'The worker stopped.'));
    open.clear();
    worker = undefined;
  };
  worker = started;
  return started;
}

/** Runs a sum in the worker. */
export function run<N extends TaskName>(name: N, input: TaskInput<N>): Promise<TaskOutput<N>> {
  const id = ++lastId;
  return new Promise((resolve, reject) => {
    open.set(id, { resolve: resolve as (v: unknown) => void, reject });
    theWorker().postMessage({ id, name, input });
  });
}

/** A long sum in a worker of its own, which `stop` ends at once. */
export function runAlone<N extends TaskName>(
  name: N,
  input: TaskInput<N>,
  onProgress: (done: number) => void,
): { answer: Promise<TaskOutput<N>>; stop: () => void } {
  const own = new Worker(new URL('./measure.worker.ts', import.meta.url), { type: 'module' });
  const answer = new Promise<TaskOutput<N>>((resolve, reject) => {
    own.onmessage = (event: MessageEvent<TaskAnswer>) => {
      if ('done' in event.data) return onProgress(event.data.done);
      own.terminate();
      if ('error' in event.data) reject(new TaskError(event.data.error));
      else resolve(event.data.output as TaskOutput<N>);
    };
    own.onerror = (event) => {
      own.terminate();
      reject(new Error(event.message || 'The worker stopped.'));
    };
  });
  own.postMessage({ id: 0, name, input });
  return { answer, stop: () => own.terminate() };
}

/**
 * A sum as a query: done once for each input, the last answer shown while the next is worked out.
 * @param key stands for the input where that is large (the text of a file): it is compared on every drawing
 */
export const useTask = <N extends TaskName>(name: N, input: TaskInput<N>, enabled = true, key: unknown = input) =>
  useQuery({
    queryKey: ['sum', name, key],
    queryFn: () => run(name, input),
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
    enabled,
    placeholderData: keepPreviousData,
  });
