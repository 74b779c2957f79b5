import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ParserOptions, PGlite } from '@electric-sql/pglite';
import pg from 'pg';
import { pgliteDb, serverDb, SET_TIME_ZONE, type Db } from './db/connection.ts';
import { migrate } from './db/migrate.ts';
import { TIME_ZONE } from '../core/units/calendar-day.ts';
import { PARSERS } from './db/open-pglite.ts';

const CACHE = join(import.meta.dirname, '..', '.cache');
const MIGRATIONS = join(import.meta.dirname, 'db', 'migrations');

/** What opens databases outside the sandbox: see scripts/test-pglite.mjs. */
const outside = () =>
  globalThis as unknown as {
    openTestPGlite: (file: string, parsers: ParserOptions) => Promise<PGlite>;
    openBlankPGlite: (parsers: ParserOptions) => Promise<PGlite>;
  };

/** A migrated, empty database as a file, made once for each state of the migrations: opening it is faster than migrating. */
async function template(): Promise<string> {
  const hash = createHash('sha256');
  for (const f of readdirSync(MIGRATIONS).sort()) hash.update(readFileSync(join(MIGRATIONS, f)));
  const file = join(CACHE, `empty-practice-${hash.digest('hex').slice(0, 16)}.tar`);
  if (!existsSync(file)) {
    const pglite = await outside().openBlankPGlite(PARSERS);
    await migrate(pgliteDb(pglite));
    const dump = await pglite.dumpDataDir('none');
    await pglite.close();
    mkdirSync(CACHE, { recursive: true });
    const half = `${file}.${process.pid}`;
    writeFileSync(half, Buffer.from(await dump.arrayBuffer()));
    renameSync(half, file);
  }
  return file;
}

/** What comes out of a database that was opened outside the sandbox is of the sandbox's own kinds. */
const OWN_PARSERS = {
  ...PARSERS,
  ...Object.fromEntries([1114, 1184].map((type) => [type, (text: string) => new Date(text)])),
  ...Object.fromEntries([114, 3802].map((type) => [type, (text: string) => JSON.parse(text) as unknown])),
};
const ownError = (error: unknown): never => {
  const { message, ...more } = error as Error;
  throw Object.assign(new Error(message), more);
};
function ownErrors(db: Db): Db {
  return {
    query: (sql, parameters) => db.query(sql, parameters).catch(ownError) as never,
    script: (sql) => db.script(sql).catch(ownError),
    transaction: (work) => db.transaction((tx) => work(ownErrors(tx))),
    close: () => db.close(),
  };
}

const embeddedDatabase = async (): Promise<Db> => {
  const db = ownErrors(pgliteDb(await outside().openTestPGlite(await template(), OWN_PARSERS)));
  await db.query(SET_TIME_ZONE, [TIME_ZONE]);
  return db;
};

const TEMPLATE = 'maple_template';
/** Lock under which one of the test processes makes the template. */
const MAKING = 20_261_128;

const addressOf = (url: string, database: string): string => {
  const address = new URL(url);
  address.pathname = `/${database}`;
  return address.href;
};

/** A database of its own on a PostgreSQL server, copied from a migrated template unless it is to be blank. */
export async function ownDatabase(
  url: string,
  blank = false,
): Promise<{ readonly url: string; drop(): Promise<void> }> {
  const admin = new pg.Client({ connectionString: url });
  await admin.connect();
  const name = `test_${crypto.randomUUID().replaceAll('-', '')}`;
  try {
    await admin.query('select pg_advisory_lock($1)', [MAKING]);
    const { rowCount } = await admin.query('select 1 from pg_database where datname = $1', [TEMPLATE]);
    if (rowCount === 0) {
      await admin.query(`create database ${TEMPLATE}_new`);
      const db = serverDb(addressOf(url, `${TEMPLATE}_new`));
      await migrate(db);
      await db.close();
      await admin.query(`alter database ${TEMPLATE}_new rename to ${TEMPLATE}`);
    }
    await admin.query(`create database ${name} template ${blank ? 'template0' : TEMPLATE}`);
    await admin.query('select pg_advisory_unlock($1)', [MAKING]);
  } finally {
    await admin.end();
  }
  return {
    url: addressOf(url, name),
    drop: async () => {
      const last = new pg.Client({ connectionString: url });
      await last.connect();
      await last.query(`drop database if exists ${name} with (force)`);
      await last.end();
    },
  };
}

async function postgresDatabase(url: string, blank = false): Promise<Db> {
  const own = await ownDatabase(url, blank);
  const db = serverDb(own.url);
  return {
    ...db,
    close: async () => {
      await db.close();
      await own.drop();
    },
  };
}

const testPostgres = (): string | undefined => (globalThis as { testPostgres?: string }).testPostgres;

/** An empty practice: on PGlite in memory, or on the PostgreSQL server that the tests started, in that suite. */
export function testDatabase(): Promise<Db> {
  const url = testPostgres();
  return url ? postgresDatabase(url) : embeddedDatabase();
}

/** A database without any schema, on either. */
export async function blankDatabase(): Promise<Db> {
  const url = testPostgres();
  return url ? postgresDatabase(url, true) : ownErrors(pgliteDb(await outside().openBlankPGlite(OWN_PARSERS)));
}
