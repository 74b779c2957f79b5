import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Db } from './connection.ts';

const FOLDER = join(import.meta.dirname, 'migrations');

/** Brings the schema up to date: numbered files, forward only, each in its own transaction. @returns names applied now */
export async function migrate(db: Db): Promise<string[]> {
  await db.script(
    'create table if not exists migrations (name text primary key, applied_at timestamptz not null default now())',
  );
  const done = new Set((await db.query<{ name: string }>('select name from migrations')).map((r) => r.name));
  const applied: string[] = [];
  for (const name of readdirSync(FOLDER)
    .filter((f) => f.endsWith('.sql'))
    .sort()) {
    if (done.has(name)) continue;
    const sql = readFileSync(join(FOLDER, name), 'utf8');
    await db.transaction(async (tx) => {
      await tx.script(sql);
      await tx.query('insert into migrations (name) values ($1)', [name]);
    });
    applied.push(name);
  }
  return applied;
}
