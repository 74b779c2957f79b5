import pg from 'pg';

/** Work that must not overlap, over all processes that serve one database. */
export interface Turns {
  /** Waits until nobody is at work under a key. */
  inTurn<T>(key: string, work: () => Promise<T>): Promise<T>;
  /** Does work only where nobody is at it. @returns undefined where somebody is */
  ifFree<T>(key: string, work: () => Promise<T>): Promise<T | undefined>;
  close(): Promise<void>;
}

/** Turns of one process. */
export class LocalTurns implements Turns {
  /** The last work under each key: the next one waits for it. */
  private readonly last = new Map<string, Promise<unknown>>();

  async inTurn<T>(key: string, work: () => Promise<T>): Promise<T> {
    const before = this.last.get(key) ?? Promise.resolve();
    const own = before.catch(() => undefined).then(work);
    this.last.set(key, own);
    try {
      return await own;
    } finally {
      if (this.last.get(key) === own) this.last.delete(key);
    }
  }

  async ifFree<T>(key: string, work: () => Promise<T>): Promise<T | undefined> {
    return this.last.has(key) ? undefined : this.inTurn(key, work);
  }

  close(): Promise<void> {
    return Promise.resolve();
  }
}

const LOCK = 'hashtextextended($1, 0)';

/** Turns of all processes on a PostgreSQL server: its own locks, which end with the connection of who holds them. */
export class DatabaseTurns implements Turns {
  private readonly local = new LocalTurns();
  /** Connections of their own: one that waits for its turn must not keep a query from its. */
  private readonly pool: pg.Pool;

  constructor(url: string) {
    this.pool = new pg.Pool({ connectionString: url, max: 8 });
    this.pool.on('error', () => undefined);
  }

  private async holding<T>(key: string, waits: boolean, work: () => Promise<T>): Promise<T | undefined> {
    const client = await this.pool.connect();
    let broken: Error | undefined;
    try {
      const { rows } = await client.query<{ got: boolean }>(
        waits ? `select true as got from pg_advisory_lock(${LOCK})` : `select pg_try_advisory_lock(${LOCK}) as got`,
        [key],
      );
      if (!rows[0]?.got) return undefined;
      try {
        return await work();
      } finally {
        await client.query(`select pg_advisory_unlock(${LOCK})`, [key]).catch((e: Error) => (broken = e));
      }
    } finally {
      client.release(broken);
    }
  }

  inTurn<T>(key: string, work: () => Promise<T>): Promise<T> {
    // In this process first, so that many who wait here take one connection together.
    return this.local.inTurn(key, async () => (await this.holding(key, true, work)) as T);
  }

  ifFree<T>(key: string, work: () => Promise<T>): Promise<T | undefined> {
    return this.local.ifFree(key, () => this.holding(key, false, work));
  }

  close(): Promise<void> {
    return this.pool.end();
  }
}
