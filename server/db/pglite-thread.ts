import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import type { PGlite, Transaction } from '@electric-sql/pglite';
import * as Comlink from 'comlink';
import nodeEndpoint, { type NodeEndpoint } from 'comlink/dist/esm/node-adapter.mjs';
import type { Row } from './connection.ts';
import { openPGlite } from './open-pglite.ts';

interface Open {
  readonly tx: Transaction;
  readonly end: (keep: boolean) => void;
  readonly ended: Promise<void>;
}

class RolledBack extends Error {}

/** What the database says, in a form that crosses threads whole. */
export interface DatabaseSaid {
  readonly message: string;
  readonly code: string;
}

async function withCode<T>(answer: Promise<T>): Promise<T> {
  try {
    return await answer;
  } catch (error) {
    const { message, code } = error as Error & { code?: string };
    if (code === undefined) throw error;
    throw { message, code } satisfies DatabaseSaid;
  }
}

/**
 * PGlite in a thread of its own: its queries would hold the server's. Transactions are opened here and named by a number; those
 * that wait for their turn wait in PGlite's own queue.
 */
class PGliteThread {
  private readonly pglite: Promise<PGlite>;
  private readonly open = new Map<number, Open>();
  private number = 0;

  /** @param create makes the database where there is none; else that is an error */
  constructor(folder: string, create: boolean) {
    this.pglite =
      create || existsSync(join(folder, 'PG_VERSION'))
        ? openPGlite(folder)
        : Promise.reject(new Error('there is no database any more'));
    this.pglite.catch(() => undefined);
  }

  async ready(): Promise<void> {
    await this.pglite;
  }

  async query(sql: string, parameters: unknown[], transaction?: number): Promise<Row[]> {
    const over = transaction === undefined ? await this.pglite : this.openOne(transaction).tx;
    return (await withCode(over.query<Row>(sql, parameters))).rows;
  }

  async script(sql: string, transaction?: number): Promise<void> {
    await (transaction === undefined ? await this.pglite : this.openOne(transaction).tx).exec(sql);
  }

  async begin(): Promise<number> {
    const pglite = await this.pglite;
    const number = ++this.number;
    return new Promise((opened, failed) => {
      const ended = pglite
        .transaction(async (tx) => {
          const keep = await new Promise<boolean>((end) => {
            this.open.set(number, { tx, end, ended: Promise.resolve().then(() => ended) });
            opened(number);
          });
          if (!keep) throw new RolledBack();
        })
        .catch((error: unknown) => {
          if (!(error instanceof RolledBack)) throw error;
        });
      ended.catch(failed);
    });
  }

  async end(transaction: number, keep: boolean): Promise<void> {
    const one = this.openOne(transaction);
    this.open.delete(transaction);
    one.end(keep);
    await one.ended;
  }

  async close(): Promise<void> {
    await (await this.pglite).close();
  }

  private openOne(number: number): Open {
    const one = this.open.get(number);
    if (!one) throw new Error('This transaction is over.');
    return one;
  }
}
export type PGliteThreadApi = PGliteThread;

if (parentPort) {
  const { folder, create } = workerData as { folder: string; create: boolean };
  Comlink.expose(new PGliteThread(folder, create), nodeEndpoint(parentPort as unknown as NodeEndpoint));
}
