import type { Db } from '../db/connection.ts';

/** What is reckoned from the rest, or belongs to this machine and this moment alone. */
const LEFT_OUT: ReadonlySet<string> = new Set([
  'migrations',
  'installation',
  'intents',
  'sign_ins',
  'session_figures',
  'standings',
  'student_versions',
  // What was removed is no part of the record any more.
  'removals',
  'removed_rows',
  'removed_files',
]);

/** Tables of a practice, each after those that it refers to. */
export async function tablesInOrder(db: Db): Promise<string[]> {
  const names = (
    await db.query<{ name: string }>(
      `select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`,
    )
  )
    .map((r) => r.name)
    .filter((name) => !LEFT_OUT.has(name));
  const refers = await db.query<{ child: string; parent: string }>(
    `select distinct t.relname as child, p.relname as parent from pg_constraint c join pg_class t on t.oid = c.conrelid
       join pg_class p on p.oid = c.confrelid where c.contype = 'f' and c.connamespace = 'public'::regnamespace and t.oid <> p.oid`,
  );
  const ordered: string[] = [];
  let left = names;
  while (left.length > 0) {
    const next = left.filter((n) => !refers.some((r) => r.child === n && left.includes(r.parent)));
    if (next.length === 0) throw new Error(`Tables refer to each other in a circle: ${left.join(', ')}.`);
    ordered.push(...next);
    left = left.filter((n) => !next.includes(n));
  }
  return ordered;
}

/** Columns of a table's primary key, in its order. */
export const keyOf = async (db: Db, table: string): Promise<string[]> =>
  (
    await db.query<{ name: string }>(
      `select a.attname as name from pg_index i cross join lateral unnest(i.indkey) with ordinality as k (attnum, place)
         join pg_attribute a on a.attrelid = i.indrelid and a.attnum = k.attnum
       where i.indrelid = $1::regclass and i.indisprimary order by k.place`,
      [table],
    )
  ).map((r) => r.name);
