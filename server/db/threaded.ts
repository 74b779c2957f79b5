import * as Comlink from 'comlink';
import nodeEndpoint, { type NodeEndpoint } from 'comlink/dist/esm/node-adapter.mjs';
import { startThread } from '../threads/threads.ts';
import type { Db, Row } from './connection.ts';
import type { PGliteThreadApi } from './pglite-thread.ts';

/**
 * PGlite in a thread of its own.
 * @throws Error where the folder cannot be opened; every query rejects once the thread has died
 */
export async function threadedPGlite(folder: string): Promise<Db> {
  const worker = startThread(new URL('./pglite-thread', import.meta.url), { folder });
  const remote = Comlink.wrap<PGliteThreadApi>(nodeEndpoint(worker as unknown as NodeEndpoint));
  let closing = false;
  const died = new Promise<never>((_, reject) => {
    worker.once('error', reject);
    worker.once('exit', (code) => {
      if (!closing) reject(new Error(`The database’s thread ended with code ${code}; start the program again.`));
    });
  });
  died.catch(() => undefined);
  const alive = <T>(answer: Promise<T>): Promise<T> => Promise.race([answer, died]);

  const over = (transaction: number | undefined): Omit<Db, 'transaction' | 'close'> => ({
    query: async <T extends Row>(sql: string, parameters: readonly unknown[] = []) =>
      (await alive(remote.query(sql, [...parameters], transaction))) as T[],
    script: (sql) => alive(remote.script(sql, transaction)),
  });
  const db: Db = {
    ...over(undefined),
    transaction: async (work) => {
      const number = await alive(remote.begin());
      let result;
      try {
        result = await work({
          ...over(number),
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
      closing = true;
      await alive(remote.close());
      await worker.terminate();
    },
  };
  await alive(remote.ready());
  return db;
}
