import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { InputError } from '../../core/errors/input-error.ts';
import { Problem } from '../http/problem.ts';
import { valueOf, type Ended } from '../../threads/ended.ts';
import { threadModule } from '../../threads/threads.ts';
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

/** A thread that needs more than this is ended, MB: it would take the machine with it. */
const MOST_MEMORY_MB = 1536;

/** Tasks that read what came from outside, and how long one may take with those before it, s. */
const OF_FILES: ReadonlySet<TaskName> = new Set([
  'readMotion',
  'readGround',
  'captureLabels',
  'readShots',
  'readForeignShots',
]);
const MOST_SECONDS = 120;

/** A pool of threads, one fewer than the machine has cores and at least one. @param limits of one thread, and of one file */
export function pooledWork(
  threads = Math.max(1, availableParallelism() - 1),
  { mostMemoryMb = MOST_MEMORY_MB, mostSeconds = MOST_SECONDS } = {},
): Work {
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
        const signal = OF_FILES.has(name) ? AbortSignal.timeout(1000 * mostSeconds) : undefined;
        ended = (await pool.run({ name, input }, { signal })) as Ended;
      } catch (error) {
        const { code, name: kind } = error as NodeJS.ErrnoException;
        if (kind === 'AbortError')
          throw new InputError(
            'unreadable',
            `The file could not be read within ${mostSeconds} s; it seems to be damaged. Nothing was stored.`,
          );
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
