import { randomUUID } from 'node:crypto';
import type { RemovalWire } from '../../api/types.ts';
import { tablesInOrder } from '../backup/tables.ts';
import type { ContentStore } from '../content/content-store.ts';
import type { Db, Row } from '../db/connection.ts';
import { notFound } from '../http/problem.ts';
import { dropUnused } from '../rows/content.ts';

/** So long a removal can be taken back. */
export const REMOVAL_HOURS = 24;

interface Reference extends Row {
  readonly child: string;
  readonly parent: string;
  readonly child_columns: string[];
  readonly parent_columns: string[];
  /** What a removal of the parent does to the child: takes it along, or sets columns to null. */
  readonly does: 'c' | 'n';
  readonly set_columns: string[];
}

const references = (tx: Db): Promise<Reference[]> =>
  tx.query<Reference>(
    `select t.relname::text as child, p.relname::text as parent, c.confdeltype as does,
       array(select a.attname::text from unnest(c.conkey) with ordinality k (n, i)
         join pg_attribute a on a.attrelid = c.conrelid and a.attnum = k.n order by k.i) as child_columns,
       array(select a.attname::text from unnest(c.confkey) with ordinality k (n, i)
         join pg_attribute a on a.attrelid = c.confrelid and a.attnum = k.n order by k.i) as parent_columns,
       array(select a.attname::text from unnest(coalesce(c.confdelsetcols, c.conkey)) k (n)
         join pg_attribute a on a.attrelid = c.conrelid and a.attnum = k.n) as set_columns
     from pg_constraint c join pg_class t on t.oid = c.conrelid join pg_class p on p.oid = c.confrelid
     where c.contype = 'f' and c.connamespace = 'public'::regnamespace and c.confdeltype in ('c', 'n') and t.oid <> p.oid`,
  );

export interface Removing {
  readonly practiceId: string;
  readonly studentId: string | null;
  readonly lessonId: string | null;
  readonly kind: RemovalWire['kind'];
  /** Id of what is removed. */
  readonly about: string;
  /** In words, for who brings it back. */
  readonly what: string;
  readonly by: string;
}

/** A removal that is under way; rows are noted before they go. */
export interface Removal {
  readonly id: string;
  /** Removes rows by their ids, with all that goes along; noted so that they come back. */
  take(table: string, ids: readonly string[]): Promise<void>;
  /** Notes what a row's columns say before the caller changes them; bringing it back puts them there again. */
  note(table: string, ids: readonly string[], columns: readonly string[]): Promise<void>;
}

/** Begins a removal within a transaction. */
export async function beginRemoval(tx: Db, r: Removing): Promise<Removal> {
  const id = randomUUID();
  await tx.query(
    'insert into removals (id, practice_id, student_id, lesson_id, kind, what, by_name, about) values ($1,$2,$3,$4,$5,$6,$7,$8)',
    [id, r.practiceId, r.studentId, r.lessonId, r.kind, r.what.slice(0, 300), r.by, r.about],
  );
  const note = (table: string, where: string, values: unknown[], only: readonly string[] | null): Promise<unknown> =>
    tx.query(
      `insert into removed_rows (removal_id, of_table, was, only_columns)
       select $1, $2, to_jsonb(t), $3 from "${table}" t where ${where}`,
      [id, table, only, ...values],
    );
  return {
    id,
    note: async (table, ids, columns) => {
      await note(table, 't.practice_id = $4 and t.id = any($5::uuid[])', [r.practiceId, ids], columns);
    },
    take: async (table, ids) => {
      await note(table, 't.practice_id = $4 and t.id = any($5::uuid[])', [r.practiceId, ids], null);
      const refers = await references(tx);
      const order = await tablesInOrder(tx);
      const taken = new Set([table]);
      for (const child of order.slice(order.indexOf(table) + 1)) {
        const up = refers.filter((f) => f.child === child && taken.has(f.parent));
        const holds = (f: Reference): string =>
          `exists (select 1 from removed_rows x where x.removal_id = $1 and x.of_table = '${f.parent}' and x.only_columns is null
             and ${f.child_columns.map((c, i) => `t."${c}"::text = x.was ->> '${f.parent_columns[i]}'`).join(' and ')})`;
        const along = up.filter((f) => f.does === 'c');
        if (along.length > 0) {
          await note(child, along.map(holds).join(' or '), [], null);
          taken.add(child);
        }
        for (const f of up.filter((f) => f.does === 'n')) {
          const goes = along.length > 0 ? ` and not (${along.map(holds).join(' or ')})` : '';
          await note(child, holds(f) + goes, [], f.set_columns);
        }
      }
      await tx.query(`delete from "${table}" where practice_id = $1 and id = any($2::uuid[])`, [r.practiceId, ids]);
      await tx.query(
        `insert into removed_files (removal_id, sha256)
         select distinct $1::uuid, v.value from removed_rows x cross join lateral jsonb_each_text(x.was) v
         where x.removal_id = $1 and x.only_columns is null and v.key in ('sha256', 'original_sha256', 'content_sha256')
           and v.value is not null on conflict do nothing`,
        [id],
      );
    },
  };
}

/** Removes one row with all that goes along. */
export const removeRow = (db: Db, table: string, removing: Removing): Promise<void> =>
  db.transaction(async (tx) => (await beginRemoval(tx, removing)).take(table, [removing.about]));

/** What was removed since a day ago and can come back, newest first; of one student, or one lesson's too. */
export const removalsOf = async (
  db: Db,
  practiceId: string,
  of: { readonly studentId?: string; readonly lessonId?: string } = {},
): Promise<RemovalWire[]> =>
  (
    await db.query<{ id: string; kind: RemovalWire['kind']; what: string; by_name: string; at: Date }>(
      `select id, kind, what, by_name, at from removals where practice_id = $1 and restored_at is null
         and at > now() - make_interval(hours => $2) and ($3::uuid is null or student_id = $3)
         and ($4::uuid is null or lesson_id = $4) order by at desc limit 50`,
      [practiceId, REMOVAL_HOURS, of.studentId ?? null, of.lessonId ?? null],
    )
  ).map((r) => ({ id: r.id, kind: r.kind, what: r.what, by: r.by_name, at: r.at.toISOString() }));

/** What came back. */
export interface Restored extends Row {
  readonly kind: RemovalWire['kind'];
  readonly about: string;
  readonly lesson_id: string | null;
}

/** Brings a removal back as it was. @throws Problem where it is not there, or what it belongs to is not */
export const restoreRemoval = (db: Db, practiceId: string, id: string): Promise<Restored> =>
  db.transaction(async (tx) => {
    const [removal] = await tx.query<Restored>(
      `update removals set restored_at = now() where practice_id = $1 and id = $2 and restored_at is null
         and at > now() - make_interval(hours => $3) returning kind, about, lesson_id`,
      [practiceId, id, REMOVAL_HOURS],
    );
    if (!removal) throw notFound('What was removed (it comes back for a day)');
    const noted = new Set(
      (
        await tx.query<{ of_table: string }>('select distinct of_table from removed_rows where removal_id = $1', [id])
      ).map((r) => r.of_table),
    );
    for (const table of (await tablesInOrder(tx)).filter((t) => noted.has(t))) {
      const columns = (
        await tx.query<{ name: string }>(
          `select attname::text as name from pg_attribute where attrelid = $1::regclass and attnum > 0 and not attisdropped
             and attgenerated = '' order by attnum`,
          [table],
        )
      ).map((c) => `"${c.name}"`);
      const list = columns.join(', ');
      await tx.query(
        `insert into "${table}" (${list}) overriding system value
         select ${columns.map((c) => `p.${c}`).join(', ')} from removed_rows x
           cross join lateral jsonb_populate_record(null::"${table}", x.was) p
         where x.removal_id = $1 and x.of_table = $2 and x.only_columns is null order by x.seq`,
        [id, table],
      );
      const parts = await tx.query<{ was: Record<string, unknown>; only_columns: string[] }>(
        'select was, only_columns from removed_rows where removal_id = $1 and of_table = $2 and only_columns is not null',
        [id, table],
      );
      for (const { was, only_columns } of parts) {
        const sets = only_columns.filter((c) => c !== 'practice_id').map((c) => `"${c}" = p."${c}"`);
        await tx.query(
          `update "${table}" t set ${sets.join(', ')} from jsonb_populate_record(null::"${table}", $1::jsonb) p
           where t.practice_id = $2 and t.id = p.id`,
          [JSON.stringify(was), practiceId],
        );
      }
    }
    await tx.query('delete from removed_rows where removal_id = $1', [id]);
    await tx.query('delete from removed_files where removal_id = $1', [id]);
    return removal;
  });

/** Gives up for good what was removed longer than a day ago, or all of a kind of one student; its files go where nothing else names them. */
export async function forgetRemovals(
  { db, content }: { readonly db: Db; readonly content: ContentStore },
  of: { readonly practiceId: string; readonly studentId: string; readonly kind: string } | null = null,
): Promise<void> {
  const files = await db.transaction(async (tx) => {
    const gone = await tx.query<{ id: string }>(
      of
        ? 'select id from removals where practice_id = $1 and student_id = $2 and kind = $3'
        : 'select id from removals where at <= now() - make_interval(hours => $1)',
      of ? [of.practiceId, of.studentId, of.kind] : [REMOVAL_HOURS],
    );
    const ids = gone.map((r) => r.id);
    const named = await tx.query<{ sha256: string }>(
      'select distinct sha256 from removed_files where removal_id = any($1::uuid[])',
      [ids],
    );
    await tx.query('delete from removals where id = any($1::uuid[])', [ids]);
    return named.map((f) => f.sha256);
  });
  if (files.length > 0) await dropUnused(db, content, files);
}
