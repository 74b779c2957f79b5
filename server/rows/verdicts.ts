import type { SeenSignWire, VerdictWire } from '../../api/types.ts';
import type { Finding } from '../../core/diagnosis/findings.ts';
import type { Db, Row } from '../db/connection.ts';

export const signsOf = async (db: Db, practiceId: string, lessonId: string): Promise<SeenSignWire[]> =>
  (
    await db.query<{ sign_id: string; grade: SeenSignWire['grade']; note: string }>(
      'select sign_id, grade, note from seen_signs where practice_id = $1 and lesson_id = $2 order by sign_id',
      [practiceId, lessonId],
    )
  ).map((r) => ({ signId: r.sign_id, grade: r.grade, note: r.note }));

export const saveSign = (
  db: Db,
  practiceId: string,
  lessonId: string,
  s: { id: string; signId: string; grade: string; note: string },
): Promise<unknown> =>
  db.query(
    `insert into seen_signs (id, practice_id, lesson_id, sign_id, grade, note) values ($1,$2,$3,$4,$5,$6)
     on conflict (lesson_id, sign_id) do update set grade = excluded.grade, note = excluded.note`,
    [s.id, practiceId, lessonId, s.signId, s.grade, s.note],
  );

export const deleteSign = (db: Db, practiceId: string, lessonId: string, signId: string): Promise<unknown> =>
  db.query('delete from seen_signs where practice_id = $1 and lesson_id = $2 and sign_id = $3', [
    practiceId,
    lessonId,
    signId,
  ]);

interface VerdictRow extends Row {
  id: string;
  proposed: string | null;
  target: string;
  overruled: boolean;
  reason: string;
  sentence: string;
  chances: VerdictWire['chances'];
  findings: Finding[];
  decided_at: Date;
  rule: number;
  belief_changes: number;
  prices: VerdictWire['prices'] | null;
  lens: string;
}

const toWire = (r: VerdictRow): VerdictWire => ({
  id: r.id,
  proposed: r.proposed,
  target: r.target,
  overruled: r.overruled,
  reason: r.reason,
  sentence: r.sentence,
  decidedAt: r.decided_at.toISOString(),
  chances: r.chances,
  findings: r.findings,
  lens: r.lens,
  rule: r.rule,
  beliefChanges: r.belief_changes,
  ...(r.prices ? { prices: r.prices } : {}),
});

/** Every verdict of a lesson as it was given, with the evidence of its moment, oldest first. */
export const verdictsOfLesson = async (db: Db, practiceId: string, lessonId: string): Promise<VerdictWire[]> =>
  (
    await db.query<VerdictRow>(
      'select * from verdicts where practice_id = $1 and lesson_id = $2 order by decided_at, id',
      [practiceId, lessonId],
    )
  ).map(toWire);

export const insertVerdict = (
  db: Db,
  practiceId: string,
  lessonId: string,
  v: Omit<VerdictWire, 'decidedAt'> & { decidedAt: string },
): Promise<unknown> =>
  db.query(
    `insert into verdicts (id, practice_id, lesson_id, proposed, target, overruled, reason, sentence, chances, findings, decided_at, rule,
       belief_changes, prices, lens)
     values ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11,$12,$13,$14,$15) on conflict (id) do nothing`,
    [
      v.id,
      practiceId,
      lessonId,
      v.proposed,
      v.target,
      v.overruled,
      v.reason,
      v.sentence,
      JSON.stringify(v.chances),
      JSON.stringify(v.findings),
      v.decidedAt,
      v.rule,
      v.beliefChanges,
      JSON.stringify(v.prices ?? []),
      v.lens,
    ],
  );
