import { TIME_ZONE } from '../../core/units/calendar-day.ts';
import type { PGlite } from '@electric-sql/pglite';
import pg from 'pg';

/** Sets the time zone of a connection, by which the database turns moments into days. */
export const SET_TIME_ZONE = "select set_config('TimeZone', $1, false)";

export type Row = Record<string, unknown>;

/** What the server needs of a PostgreSQL: parameterised queries and transactions. */
export interface Db {
  query<T extends Row = Row>(sql: string, parameters?: readonly unknown[]): Promise<T[]>;
  transaction<T>(work: (tx: Db) => Promise<T>): Promise<T>;
  /** Runs a script of several statements. */
  script(sql: string): Promise<void>;
  close(): Promise<void>;
}

type PGliteLike = Pick<PGlite, 'query' | 'exec'>;

function overPGlite(pglite: PGliteLike, transaction: Db['transaction'], close: () => Promise<void>): Db {
  return {
    query: async <T extends Row>(sql: string, parameters: readonly unknown[] = []) =>
      (await pglite.query<T>(sql, [...parameters])).rows,
    script: async (sql) => {
      await pglite.exec(sql);
    },
    transaction,
    close,
  };
}

/** Wraps an open PGlite. */
export function pgliteDb(pglite: PGlite): Db {
  return overPGlite(
    pglite,
    (work) =>
      pglite.transaction((tx) =>
        work(
          overPGlite(
            tx as unknown as PGliteLike,
            () => Promise.reject(new Error('Transactions do not nest.')),
            () => Promise.resolve(),
          ),
        ),
      ),
    () => pglite.close(),
  );
}

/** Connects to a PostgreSQL server. @param url postgres://… */
export function serverDb(url: string): Db {
  // Dates as text: a calendar day has no time zone.
  pg.types.setTypeParser(1082, (text) => text);
  pg.types.setTypeParser(20, (text) => Number(text));
  const pool = new pg.Pool({
    connectionString: url,
    max: 8,
    // Days are those of this machine's clock, wherever the database runs; without them a connection is none.
    onConnect: async (client) => {
      await client.query(SET_TIME_ZONE, [TIME_ZONE]);
    },
  });
  // A connection that ends while nobody uses it must not take the program with it; the next query opens another.
  pool.on('error', () => undefined);
  const over = (client: Pick<pg.Pool, 'query'>, transaction: Db['transaction'], close: () => Promise<void>): Db => ({
    query: async <T extends Row>(sql: string, parameters: readonly unknown[] = []) =>
      (await client.query<T>(sql, [...parameters])).rows,
    script: async (sql) => {
      await client.query(sql);
    },
    transaction,
    close,
  });
  return over(
    pool,
    async (work) => {
      const client = await pool.connect();
      let broken: Error | undefined;
      try {
        await client.query('begin');
        const result = await work(
          over(
            client as unknown as Pick<pg.Pool, 'query'>,
            () => Promise.reject(new Error('Transactions do not nest.')),
            () => Promise.resolve(),
          ),
        );
        await client.query('commit');
        return result;
      } catch (error) {
        // The connection itself may be what failed; the database has rolled back then.
        await client.query('rollback').catch((e: Error) => (broken = e));
        throw error;
      } finally {
        client.release(broken);
      }
    },
    () => pool.end(),
  );
}
