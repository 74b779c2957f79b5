import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { proxy } from 'comlink';
import type { MeasureThread } from './measure.worker.ts';
import type { TaskAnswer, TaskInput, TaskName, TaskOutput } from './tasks.ts';
import { threadOf, type Thread } from './thread.ts';

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

const started = (): Thread<MeasureThread> =>
  threadOf(new Worker(new URL('./measure.worker.ts', import.meta.url), { type: 'module' }));
const outputOf = <N extends TaskName>(answer: TaskAnswer): TaskOutput<N> => {
  if ('error' in answer) throw new TaskError(answer.error);
  return answer.output as TaskOutput<N>;
};

let shared: Thread<MeasureThread> | undefined;

/** Runs a sum in the worker that all share; one that died is started anew. */
export async function run<N extends TaskName>(name: N, input: TaskInput<N>): Promise<TaskOutput<N>> {
  if (!shared || shared.dead) shared = started();
  return outputOf<N>(await shared.ask((remote) => remote.answer(name, input)));
}

/** A long sum in a worker of its own, which `stop` ends at once. */
export function runAlone<N extends TaskName>(
  name: N,
  input: TaskInput<N>,
  onProgress: (done: number) => void,
): { answer: Promise<TaskOutput<N>>; stop: () => void } {
  const own = started();
  const answer = own
    .ask((remote) => remote.answer(name, input, proxy(onProgress)))
    .finally(() => own.stop())
    .then((a) => outputOf<N>(a));
  return { answer, stop: () => own.stop() };
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
