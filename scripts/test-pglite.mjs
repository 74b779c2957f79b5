// Embedded databases for the server's tests. One is opened once in each process of the tests, from a file with an empty practice,
// and given to one test after another: what the one before put into it is taken out again, which is much faster than to open another.
import { readFileSync } from 'node:fs';
import { PGlite } from '@electric-sql/pglite';

/** More rows than these are not taken out: dead ones stay in the file and slow down who comes next. */
const MOST_ROWS = 5_000;

/** Open databases with what they were opened from. @type {{ pglite: PGlite, file: string, taken: boolean, first: Was }[]} */
const opened = [];
/** Files with an empty practice, each read once. */
const files = new Map();
const blobOf = (file) => {
  if (!files.has(file)) files.set(file, new Blob([readFileSync(file)]));
  return files.get(file);
};

const SCHEMA = `
  select md5(string_agg(line, e'\\n' order by line)) as schema from (
    select concat_ws(' ', c.relname, c.relkind, a.attname, a.atttypid, a.attnotnull, a.atthasdef) as line
      from pg_class c join pg_attribute a on a.attrelid = c.oid where c.relnamespace = 'public'::regnamespace and not a.attisdropped
    union all select concat_ws(' ', conrelid::regclass, conname, pg_get_constraintdef(oid)) from pg_constraint
      where connamespace = 'public'::regnamespace
    union all select concat_ws(' ', tgrelid::regclass, tgname, tgenabled) from pg_trigger where not tgisinternal
    union all select concat_ws(' ', proname, md5(prosrc)) from pg_proc where pronamespace = 'public'::regnamespace
  ) lines`;
const TABLES = `select table_name as name from information_schema.tables
  where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`;

/** @typedef {{ schema: string, names: string[], rows: Map<string, object[]> }} Was */
async function schemaOf(pglite) {
  const { rows } = await pglite.query(SCHEMA);
  return rows[0].schema;
}
async function filledTables(pglite, names) {
  const each = names.map((n) => `select '${n}' as name, (select count(*)::int from "${n}") as rows`);
  const { rows } = await pglite.query(each.join(' union all '));
  return rows.filter((r) => r.rows > 0);
}

/** What a database holds right after it was opened. @returns {Promise<Was>} */
async function asOpened(pglite) {
  const names = (await pglite.query(TABLES)).rows.map((r) => r.name);
  const rows = new Map();
  for (const { name } of await filledTables(pglite, names))
    rows.set(name, (await pglite.query(`select json_agg(t)::text as all from "${name}" t`)).rows[0].all);
  return { schema: await schemaOf(pglite), names, rows };
}

/** Puts a database back to what it was when it was opened. @returns whether it could be */
async function putBack({ pglite, first }) {
  await pglite.exec('discard all');
  if ((await schemaOf(pglite)) !== first.schema) return false;
  const filled = await filledTables(pglite, first.names);
  if (filled.reduce((sum, t) => sum + t.rows, 0) > MOST_ROWS) return false;
  await pglite.exec(
    [
      'begin; set local session_replication_role = replica',
      ...filled.map(({ name }) => `delete from "${name}"`),
      ...[...first.rows].map(
        ([name, all]) =>
          `insert into "${name}" overriding system value
           select * from json_populate_recordset(null::"${name}", $rows$${all}$rows$::json)`,
      ),
      `select setval(seqrelid::regclass, seqstart, false) from pg_sequence`,
      'commit',
    ].join(';\n'),
  );
  return true;
}

/** A database as one test sees it; its parsers are that test's own, over those that every test has. */
function seen(pglite, parsers, close) {
  Object.assign(pglite.parsers, parsers);
  return {
    query: (sql, parameters) => pglite.query(sql, parameters),
    exec: (sql) => pglite.exec(sql),
    transaction: (work) => pglite.transaction(work),
    dumpDataDir: (kind) => pglite.dumpDataDir(kind),
    close,
  };
}

/** A database without any schema. @param parsers of what comes out of it */
export async function blankDatabase(parsers) {
  const pglite = await PGlite.create({});
  return seen(pglite, parsers, () => pglite.close());
}

/**
 * A database with an empty practice.
 * @param file made by `dumpDataDir`
 * @param parsers of what comes out of it
 */
export async function emptyPractice(file, parsers) {
  for (const one of opened.filter((o) => o.file === file && !o.taken)) {
    one.taken = true;
    if (await putBack(one)) return seen(one.pglite, parsers, async () => void (one.taken = false));
    opened.splice(opened.indexOf(one), 1);
    await one.pglite.close();
  }
  const pglite = await PGlite.create({ loadDataDir: blobOf(file) });
  const one = { pglite, file, taken: true, first: await asOpened(pglite) };
  opened.push(one);
  return seen(pglite, parsers, async () => void (one.taken = false));
}

/** At the end of a test file: what it did not close is free all the same. */
export function letGo() {
  for (const one of opened) one.taken = false;
}
