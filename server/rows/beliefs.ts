import { randomUUID } from 'node:crypto';
import type { BeliefChangeWire, ConfirmedCauseWire } from '../../api/types.ts';
import { LEVEL_ODDS, type Beliefs, type Confirmed } from '../../core/beliefs/beliefs.ts';
import {
  beliefsAfter,
  changesTo,
  heldChanges,
  type BeliefChange,
  type BeliefKind,
  type BeliefValue,
} from '../../core/beliefs/changes.ts';
import type { Level } from '../../core/catalogue/stages.ts';
import type { Db, Row } from '../db/connection.ts';

interface ChangeRow extends Row {
  id: string;
  kind: BeliefKind;
  about: string;
  value: BeliefValue | null;
  note: string;
  changed_at: Date;
  changed_by: string | null;
}

/** All changes of a practice's numbers, oldest first. */
export const changesOf = async (db: Db, practiceId: string): Promise<BeliefChangeWire[]> => {
  const rows = await db.query<ChangeRow>(
    `select c.id, c.kind, c.about, c.value, c.note, c.changed_at, i.name as changed_by
     from belief_changes c left join instructors i on i.id = c.changed_by where c.practice_id = $1 order by c.seq`,
    [practiceId],
  );
  return rows.map(({ changed_at, changed_by, ...r }) => ({
    ...r,
    changedAt: changed_at.toISOString(),
    changedBy: changed_by ?? '',
  }));
};

export interface NewChange {
  readonly id: string;
  readonly kind: BeliefKind;
  readonly about: string;
  readonly value: BeliefValue | null;
  readonly note: string;
}

/** Adds a change to the history; a repeat of the same id is harmless. */
export const insertChange = (db: Db, practiceId: string, by: string, c: NewChange): Promise<unknown> =>
  db.query(
    `insert into belief_changes (id, practice_id, kind, about, value, note, changed_by) values ($1,$2,$3,$4,$5,$6,$7)
     on conflict (id) do nothing`,
    [c.id, practiceId, c.kind, c.about, c.value === null ? null : JSON.stringify(c.value), c.note, by],
  );

const keyOf = (c: BeliefChange): string => `${c.kind} ${c.about}`;

/** Enters what differs between what is held and what is wanted, as changes of one moment. */
async function changeTo(
  tx: Db,
  practiceId: string,
  by: string,
  held: readonly BeliefChange[],
  wanted: readonly BeliefChange[],
  note: string,
): Promise<void> {
  const after = new Map(wanted.map((c) => [keyOf(c), c]));
  const before = new Map(held.map((c) => [keyOf(c), JSON.stringify(c.value)]));
  const gone = held.filter((c) => !after.has(keyOf(c))).map((c) => ({ ...c, value: null }));
  const fresh = wanted.filter((c) => before.get(keyOf(c)) !== JSON.stringify(c.value));
  for (const { kind, about, value } of [...gone, ...fresh])
    await insertChange(tx, practiceId, by, { id: randomUUID(), kind, about, value, note });
}

/** Puts every number that is held otherwise back to the catalogue's, of one kind or of all; the history stays. */
export const resetChanges = (db: Db, practiceId: string, by: string, kind: BeliefKind | null): Promise<void> =>
  db.transaction(async (tx) => {
    const held = heldChanges(await changesOf(tx, practiceId));
    const kept = held.filter((c) => kind !== null && c.kind !== kind);
    await changeTo(tx, practiceId, by, held, kept, 'all put back');
  });

/** Takes all numbers from a file; those that are held and not in it go back to the catalogue's. */
export const takeBeliefs = (db: Db, practiceId: string, by: string, beliefs: Beliefs, note: string): Promise<void> =>
  db.transaction(async (tx) => {
    const held = heldChanges(await changesOf(tx, practiceId)).filter((c) => c.kind !== 'learning');
    await changeTo(tx, practiceId, by, held, changesTo(beliefs), note);
  });

interface ConfirmedRow extends Row {
  student_id: string;
  name: string;
  level: Level;
  target: string;
  chances: { id: string; chance: number; causeChance?: number }[];
  cut_at: Date;
}

/**
 * Targets under which a notch was cut: what a later review confirmed. The target of a notch is that of the newest verdict
 * before its session; each target of a student counts once.
 */
const confirmedRows = (db: Db, practiceId: string, since: string | undefined): Promise<ConfirmedRow[]> =>
  db.query<ConfirmedRow>(
    `select distinct on (n.student_id, v.target) n.student_id, s.name, s.level, v.target, v.chances, n.cut_at
     from notches n
     join students s on s.id = n.student_id
     cross join lateral (
       select v.target, v.chances from verdicts v join lessons l on l.id = v.lesson_id
       where l.student_id = n.student_id and v.practice_id = n.practice_id and l.starts_at < n.cut_at
       order by l.starts_at desc, v.decided_at desc limit 1) v
     where n.practice_id = $1 and ($2::timestamptz is null or n.cut_at >= $2)
     order by n.student_id, v.target, n.cut_at`,
    [practiceId, since ?? null],
  );

/** Counts of the confirmed causes; a student's other faults count by the chance they had at that verdict. */
function countsOf(rows: readonly ConfirmedRow[]): Confirmed {
  const causes: Record<string, number> = {};
  for (const r of rows)
    for (const f of r.chances) {
      const count = f.id === r.target ? 1 : (f.causeChance ?? 0);
      causes[f.id] = (causes[f.id] ?? 0) + count;
    }
  return { exposure: rows.reduce((sum, r) => sum + LEVEL_ODDS[r.level], 0), causes };
}

export interface HeldBeliefs {
  readonly beliefs: Beliefs;
  readonly learnedSince: string | null;
  readonly confirmed: ConfirmedCauseWire[];
  readonly changes: BeliefChangeWire[];
}

/**
 * What a practice holds and has learned.
 * @param except a student whose own confirmed causes are left out: a prior must not count its own student's evidence again
 */
export async function heldBeliefs(db: Db, practiceId: string, except?: string): Promise<HeldBeliefs> {
  const changes = await changesOf(db, practiceId);
  const { beliefs, learnedSince } = beliefsAfter(changes);
  const rows = (await confirmedRows(db, practiceId, learnedSince)).filter((r) => r.student_id !== except);
  return {
    beliefs: rows.length > 0 ? { ...beliefs, confirmed: countsOf(rows) } : beliefs,
    learnedSince: learnedSince ?? null,
    confirmed: rows.map((r) => ({
      studentId: r.student_id,
      studentName: r.name,
      fault: r.target,
      confirmedAt: r.cut_at.toISOString(),
    })),
    changes,
  };
}
