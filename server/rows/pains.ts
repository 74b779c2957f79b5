import { dayOf } from '../../core/units/calendar-day.ts';
import type { PainInput } from '../../api/body-schemas.ts';
import type { PainWire } from '../../api/body-types.ts';
import type { OpenPain } from '../../core/plan/body.ts';
import type { Db, Row } from '../db/connection.ts';

interface PainRow extends Row {
  id: string;
  student_id: string;
  noted_at: Date;
  part: OpenPain['part'];
  kind: OpenPain['kind'];
  note: string;
  drill_id: string | null;
  reopened_at: Date | null;
  reopened_by: string;
  reopen_word: string;
}

const toWire = (r: PainRow): PainWire => ({
  id: r.id,
  notedAt: r.noted_at.toISOString(),
  part: r.part,
  kind: r.kind,
  note: r.note,
  drillId: r.drill_id,
  reopened: r.reopened_at ? { at: r.reopened_at.toISOString(), by: r.reopened_by, word: r.reopen_word } : null,
});

/** Pain as the core takes it. */
export const asOpenPain = (p: PainWire): OpenPain => ({
  id: p.id,
  notedOn: dayOf(p.notedAt),
  part: p.part,
  kind: p.kind,
  drillId: p.drillId,
});

/** All pain of some students, newest first; open ones alone where asked. */
export async function painsOf(
  db: Db,
  practiceId: string,
  studentIds: readonly string[],
  openOnly: boolean,
): Promise<Map<string, PainWire[]>> {
  const rows = await db.query<PainRow>(
    `select * from pains where practice_id = $1 and student_id = any($2::uuid[]) and (not $3 or reopened_at is null)
     order by noted_at desc, id`,
    [practiceId, studentIds, openOnly],
  );
  const found = new Map<string, PainWire[]>(studentIds.map((id) => [id, []]));
  for (const r of rows) found.get(r.student_id)?.push(toWire(r));
  return found;
}

/** Notes pain; a repeat of the same id is harmless. */
export const insertPain = (
  db: Db,
  practiceId: string,
  studentId: string,
  p: Omit<PainInput, 'notedAt'> & { notedAt: string; drillId: string | null },
): Promise<unknown> =>
  db.query(
    `insert into pains (id, practice_id, student_id, noted_at, part, kind, note, drill_id)
     values ($1,$2,$3,$4,$5,$6,$7,$8) on conflict (id) do nothing`,
    [p.id, practiceId, studentId, p.notedAt, p.part, p.kind, p.note, p.drillId],
  );

/** A pain with its student. */
export const painRow = async (
  db: Db,
  practiceId: string,
  id: string,
): Promise<{ studentId: string; pain: PainWire } | undefined> => {
  const [row] = await db.query<PainRow>('select * from pains where practice_id = $1 and id = $2', [practiceId, id]);
  return row && { studentId: row.student_id, pain: toWire(row) };
};

export const reopenPain = (db: Db, practiceId: string, id: string, by: string, word: string): Promise<unknown> =>
  db.query(
    `update pains set reopened_at = now(), reopened_by = $3, reopen_word = $4
     where practice_id = $1 and id = $2 and reopened_at is null`,
    [practiceId, id, by, word],
  );
