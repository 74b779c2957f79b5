import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { CannotSayError, InputError, type InputErrorCode } from '../../core/errors/input-error.ts';
import { Problem } from '../http/problem.ts';
import { threadModule } from '../threads/threads.ts';
import type { TASKS } from './tasks.ts';

type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;
export type TaskInput<K extends TaskName> = Parameters<Tasks[K]>;
export type TaskOutput<K extends TaskName> = Awaited<ReturnType<Tasks[K]>>;

/** Runs what is slow away from the server's own thread. */
export interface Work {
  /** @throws what the task throws; Problem where its thread died */
  run<K extends TaskName>(name: K, ...input: TaskInput<K>): Promise<TaskOutput<K>>;
  close(): Promise<void>;
}

/** How a task ended, as it crosses threads: an error keeps its kind and fields. */
export type Ended =
  | { readonly value: unknown }
  | { readonly input: { readonly code: InputErrorCode; readonly message: string; readonly where: string } }
  | { readonly cannotSay: { readonly code: string; readonly message: string; readonly missing: string } };

/** A thread that needs more than this is ended, MB: it would take the machine with it. */
const MOST_MEMORY_MB = 1536;

function valueOf(ended: Ended): unknown {
  if ('value' in ended) return ended.value;
  if ('input' in ended) throw new InputError(ended.input.code, ended.input.message, ended.input.where);
  throw new CannotSayError(ended.cannotSay.code, ended.cannotSay.message, ended.cannotSay.missing);
}

/** A pool of threads, one fewer than the machine has cores and at least one. @param mostMemoryMb of one thread */
export function pooledWork(threads = Math.max(1, availableParallelism() - 1), mostMemoryMb = MOST_MEMORY_MB): Work {
  const pool = new Piscina({
    filename: threadModule(new URL('./pool-thread', import.meta.url)),
    minThreads: 1,
    maxThreads: threads,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: mostMemoryMb },
  });
  // A thread that dies is reported by the task it had; the pool starts another.
  pool.on('error', () => undefined);
  return {
    run: async <K extends TaskName>(name: K, ...input: TaskInput<K>): Promise<TaskOutput<K>> => {
      let ended: Ended;
      try {
        ended = (await pool.run({ name, input })) as Ended;
      } catch (error) {
        const { code } = error as NodeJS.ErrnoException;
        if (code === 'ERR_WORKER_OUT_OF_MEMORY')
          throw new Problem(
            413,
            'too-much',
            'This needs more memory than the program may take; nothing was stored. Try a shorter file.',
          );
        throw error;
      }
      return valueOf(ended) as TaskOutput<K>;
    },
    close: () => pool.destroy(),
  };
}
