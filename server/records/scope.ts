import { tablesInOrder } from '../backup/tables.ts';
import type { Db, Row } from '../db/connection.ts';

/** What belongs to this installation and its accounts, not to a record that is taken elsewhere. */
const NOT_OF_RECORDS: ReadonlySet<string> = new Set([
  'practices',
  'instructors',
  'invitations',
  'practice_links',
  'audit',
  'erasures',
]);

/** Rows that are still on their way. */
const WHOLE: Readonly<Record<string, string>> = {
  imports: 'not t.staged',
  shots: 'not exists (select 1 from imports i where i.staged and i.id = t.import_id)',
  videos: 't.sha256 is not null',
};

/** A table of a record: its columns, and the query of its rows. */
export interface RecordTable {
  readonly name: string;
  /** Without the practice, numbers that are counted on, and accounts. */
  readonly columns: readonly string[];
  /** Condition on `t` that a row is of the record. */
  readonly isOf: string;
  readonly order: string;
}

interface Column extends Row {
  readonly table_name: string;
  readonly column_name: string;
  readonly is_identity: boolean;
  readonly is_key: boolean;
  /** Table that the column refers to, where a row without it cannot be. */
  readonly owner: string | null;
  readonly is_account: boolean;
}

// From the catalogue itself: its view in "information_schema" takes ten times as long.
const columnsOf = (db: Db): Promise<Column[]> =>
  db.query(
    `with refers as materialized (
         select k.conrelid, k.conkey, p.relname::text as to_table from pg_constraint k join pg_class p on p.oid = k.confrelid
          where k.contype = 'f'),
       keys as materialized (select indrelid, indkey from pg_index where indisprimary)
     select t.relname::text as table_name, a.attname::text as column_name, a.attidentity <> '' as is_identity,
       coalesce(a.attnum = any(keys.indkey), false) as is_key,
       (select r.to_table from refers r where r.conrelid = t.oid and a.attnum = any(r.conkey) and a.attnotnull
          and r.to_table <> 'practices' order by r.to_table limit 1) as owner,
       exists (select 1 from refers r where r.conrelid = t.oid and a.attnum = any(r.conkey)
          and r.to_table = 'instructors') as is_account
     from pg_class t
       join pg_attribute a on a.attrelid = t.oid and a.attnum > 0 and not a.attisdropped
       left join keys on keys.indrelid = t.oid
     where t.relnamespace = 'public'::regnamespace and t.relkind = 'r' order by t.relname, a.attnum`,
  );

const UUID = /^[0-9a-f-]{36}$/i;
const quoted = (id: string): string => {
  if (!UUID.test(id)) throw new Error('An id is no UUID.');
  return `'${id}'::uuid`;
};

/**
 * The tables of a record, each after those that it refers to, found from the database's own references: a table that is added later is
 * in it by itself.
 * @param studentIds whose record
 * @param whole with what the practice knows beside its students
 */
export async function recordTables(
  db: Db,
  practiceId: string,
  studentIds: readonly string[],
  whole: boolean,
): Promise<RecordTable[]> {
  const columns = await columnsOf(db);
  const found = new Map<string, RecordTable>();
  for (const name of await tablesInOrder(db)) {
    if (NOT_OF_RECORDS.has(name)) continue;
    const own = columns.filter((c) => c.table_name === name);
    const counted = own.find((c) => c.is_identity);
    const owner = own.find((c) => c.owner !== null && c.column_name !== 'practice_id' && found.has(c.owner));
    const ofOwner = owner && found.get(owner.owner as string);
    const whose =
      name === 'students'
        ? `t.id = any(array[${studentIds.map(quoted).join(',')}]::uuid[])`
        : ofOwner
          ? `t."${owner.column_name}" in (select t.id from "${ofOwner.name}" t where ${ofOwner.isOf})`
          : 'true';
    if (!whole && name !== 'students' && !ofOwner) continue;
    found.set(name, {
      name,
      columns: own
        .filter((c) => c.column_name !== 'practice_id' && !c.is_identity && !c.is_account)
        .map((c) => c.column_name),
      isOf: [`t.practice_id = ${quoted(practiceId)}`, whose, WHOLE[name] ?? 'true'].join(' and '),
      order: counted
        ? `t."${counted.column_name}"`
        : own
            .filter((c) => c.is_key && c.column_name !== 'practice_id')
            .map((c) => `t."${c.column_name}"`)
            .join(', '),
    });
  }
  return [...found.values()];
}

/** Columns of the rows that name stored files. */
const FILE_COLUMNS = [
  ['videos', 'sha256'],
  ['imports', 'original_sha256'],
  ['motions', 'content_sha256'],
  ['ground_records', 'content_sha256'],
] as const;

/** Stored files that a record stands on. */
export const filesOfRecord = async (db: Db, tables: readonly RecordTable[]): Promise<string[]> => {
  const parts = FILE_COLUMNS.flatMap(([name, column]) => {
    const table = tables.find((t) => t.name === name);
    return table
      ? [`select t.${column} as sha256 from "${name}" t where ${table.isOf} and t.${column} is not null`]
      : [];
  });
  return (await db.query<{ sha256: string }>(`${parts.join(' union ')} order by 1`)).map((r) => r.sha256);
};

export const countOfRecord = async (db: Db, table: RecordTable): Promise<number> =>
  (await db.query<{ n: number }>(`select count(*)::int as n from "${table.name}" t where ${table.isOf}`))[0]!.n;
