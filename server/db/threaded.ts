import * as Comlink from 'comlink';
import nodeEndpoint, { type NodeEndpoint } from 'comlink/dist/esm/node-adapter.mjs';
import type { Worker } from 'node:worker_threads';
import { Problem } from '../http/problem.ts';
import { startThread } from '../../threads/threads.ts';
import type { Db, Row } from './connection.ts';
import type { DatabaseSaid, PGliteThreadApi } from './pglite-thread.ts';

/** A thread with an open database, and the promise that fails when it dies. */
interface Opened {
  readonly worker: Worker;
  readonly remote: Comlink.Remote<PGliteThreadApi>;
  readonly alive: <T>(answer: Promise<T>) => Promise<T>;
}

const stopped = (): Problem =>
  new Problem(
    503,
    'database-stopped',
    'The database stopped and is opened again. What was saved is there; this last step may not be: look, and try it again.',
  );

/**
 * PGlite in a thread of its own. A thread that dies takes what was on its way with it, each with a Problem 503; the next query
 * opens the folder again in a new thread, where the database restores what was saved.
 * @param create makes the database where the folder has none
 * @param start starts the thread; told each one
 * @throws Error where the folder cannot be opened
 */
export async function threadedPGlite(
  folder: string,
  {
    create = false,
    start = startThread,
  }: { create?: boolean; start?: (module: URL, data: Record<string, unknown>) => Worker } = {},
): Promise<Db> {
  let closing = false;
  let made = false;
  const open = async (): Promise<Opened> => {
    const worker = start(new URL('./pglite-thread', import.meta.url), { folder, create: create && !made });
    const died = new Promise<never>((_, reject) => {
      worker.once('error', () => reject(stopped()));
      worker.once('exit', () => {
        if (!closing) reject(stopped());
      });
    });
    died.catch(() => {
      opened = undefined;
    });
    const remote = Comlink.wrap<PGliteThreadApi>(nodeEndpoint(worker as unknown as NodeEndpoint));
    const alive = async <T>(answer: Promise<T>): Promise<T> => {
      try {
        return await Promise.race([answer, died]);
      } catch (error) {
        if (error instanceof Error) throw error;
        const { message, code } = error as DatabaseSaid;
        throw Object.assign(new Error(message), { code });
      }
    };
    try {
      await alive(remote.ready());
      made = true;
    } catch (error) {
      await worker.terminate();
      throw error;
    }
    return { worker, remote, alive };
  };
  let opened: Promise<Opened> | undefined;
  const current = (): Promise<Opened> => {
    const now = (opened ??= open());
    // One that could not be opened is tried anew by the next query.
    now.catch(() => {
      if (opened === now) opened = undefined;
    });
    return now;
  };

  const over = (at: () => Promise<Opened>, transaction: number | undefined): Omit<Db, 'transaction' | 'close'> => ({
    query: async <T extends Row>(sql: string, parameters: readonly unknown[] = []) => {
      const { remote, alive } = await at();
      return (await alive(remote.query(sql, [...parameters], transaction))) as T[];
    },
    script: async (sql) => {
      const { remote, alive } = await at();
      await alive(remote.script(sql, transaction));
    },
  });
  await current();
  return {
    ...over(current, undefined),
    transaction: async (work) => {
      const thread = await current();
      const { remote, alive } = thread;
      const number = await alive(remote.begin());
      let result;
      try {
        result = await work({
          ...over(() => Promise.resolve(thread), number),
          transaction: () => Promise.reject(new Error('Transactions do not nest.')),
          close: () => Promise.resolve(),
        });
      } catch (error) {
        await alive(remote.end(number, false));
        throw error;
      }
      await alive(remote.end(number, true));
      return result;
    },
    close: async () => {
      const { worker, remote, alive } = await current();
      closing = true;
      await alive(remote.close());
      await worker.terminate();
    },
  };
}
