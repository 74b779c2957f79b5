import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Db } from './connection.ts';

const FOLDER = join(import.meta.dirname, 'migrations');
/** Number of the lock that a program holds while it changes the schema. */
const CHANGING = 7_204_311;

/** Steps of the schema that this program knows, in order. */
export const schemaSteps = (): string[] =>
  readdirSync(FOLDER)
    .filter((f) => f.endsWith('.sql'))
    .sort();

const numberOf = (step: string | undefined): string => /^\d+/.exec(step ?? '')?.[0] ?? '?';

/**
 * Brings the schema up to date: numbered files, forward only, each in its own transaction. Several programs that start at once wait
 * for each other.
 * @param upTo last step to take; all where it is not given
 * @returns names applied now
 * @throws Error where a newer program has been here
 */
export async function migrate(db: Db, upTo?: string): Promise<string[]> {
  const known = schemaSteps();
  await db.transaction(async (tx) => {
    await tx.query('select pg_advisory_xact_lock($1)', [CHANGING]);
    await tx.script(
      'create table if not exists migrations (name text primary key, applied_at timestamptz not null default now())',
    );
  });
  const done = (await db.query<{ name: string }>('select name from migrations order by name')).map((r) => r.name);
  const newer = done.filter((name) => !known.includes(name));
  if (newer.length > 0)
    throw new Error(
      `The data was written by a newer version of the program: its schema has step ${numberOf(newer.at(-1))}, this program knows up to ${numberOf(known.at(-1))}. Update the program; nothing was changed here.`,
    );
  const applied: string[] = [];
  for (const name of known.filter((n) => !done.includes(n) && (upTo === undefined || n <= upTo))) {
    const sql = readFileSync(join(FOLDER, name), 'utf8');
    await db.transaction(async (tx) => {
      await tx.query('select pg_advisory_xact_lock($1)', [CHANGING]);
      // Another program may have taken this step meanwhile.
      if ((await tx.query('select 1 from migrations where name = $1', [name])).length > 0) return;
      await tx.script(sql);
      await tx.query('insert into migrations (name) values ($1)', [name]);
      applied.push(name);
    });
  }
  return applied;
}
