import type { DecidedGain, ReviewAnswer } from '../../api/types.ts';
import type { Db, Row } from '../db/connection.ts';

export interface DecisionRow extends Row {
  plan_drill_id: string;
  proposed: string;
  chosen: string;
  rung_from: string;
  cue_from: string;
  rung_to: string;
  id: string;
  cue: string;
  reason: string;
  decided_at: Date;
  earlier: EarlierDecision[];
}

/** What a decision was before it was amended. */
export interface EarlierDecision {
  readonly chosen: string;
  readonly rungTo: string;
  readonly cue: string;
  readonly reason: string;
  readonly decidedAt: string;
}

export const decisionsOfLesson = (db: Db, practiceId: string, lessonId: string): Promise<DecisionRow[]> =>
  db.query<DecisionRow>('select * from decisions where practice_id = $1 and lesson_id = $2 order by decided_at', [
    practiceId,
    lessonId,
  ]);

/** Keeps a decision; another one on the same drill in the same lesson amends the one before, which is kept with it. @returns whether it was kept */
export const insertDecision = async (
  db: Db,
  practiceId: string,
  d: {
    id: string;
    lessonId: string;
    planDrillId: string;
    proposed: string;
    chosen: string;
    rungFrom: string;
    rungTo: string;
    reason: string;
    cue: string;
    cueFrom: string;
    decidedAt: string;
  },
): Promise<boolean> =>
  (
    await db.query(
      `insert into decisions (id, practice_id, lesson_id, plan_drill_id, proposed, chosen, rung_from, rung_to, reason, decided_at, cue,
         cue_from)
       values ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11,$12)
       on conflict (lesson_id, plan_drill_id) do update set id = excluded.id, proposed = excluded.proposed,
         chosen = excluded.chosen, rung_from = excluded.rung_from, rung_to = excluded.rung_to, reason = excluded.reason,
         decided_at = excluded.decided_at, cue = excluded.cue, cue_from = excluded.cue_from,
         earlier = decisions.earlier || jsonb_build_array(jsonb_build_object('chosen', decisions.chosen, 'rungTo',
           decisions.rung_to, 'cue', decisions.cue, 'reason', decisions.reason, 'decidedAt', decisions.decided_at))
       where decisions.practice_id = excluded.practice_id and decisions.id <> excluded.id
         and decisions.decided_at <= excluded.decided_at
       returning id`,
      [
        d.id,
        practiceId,
        d.lessonId,
        d.planDrillId,
        d.proposed,
        d.chosen,
        d.rungFrom,
        d.rungTo,
        d.reason,
        d.decidedAt,
        d.cue,
        d.cueFrom,
      ],
    )
  ).length > 0;

/** How many cues were tried on a drill for a target, over all plans, and how many drills for the target, for the ladder's rule. */
export const triedSoFar = async (
  db: Db,
  practiceId: string,
  drillId: string,
  studentId: string,
  target: string,
): Promise<{ cues: number; drills: number }> =>
  (
    await db.query<{ cues: number; drills: number }>(
      `select (select count(*)::int from decisions c join plan_drills d on d.id = c.plan_drill_id join plans p on p.id = d.plan_id
            where c.practice_id = $1 and d.drill_id = $2 and p.student_id = $3 and p.target = $4
              and c.chosen = 'change-cue') + 1 as cues,
         (select count(distinct d.drill_id)::int from decisions c join plan_drills d on d.id = c.plan_drill_id
            join plans p on p.id = d.plan_id
            where c.practice_id = $1 and p.student_id = $3 and p.target = $4 and c.chosen = 'change-drill') + 1 as drills`,
      [practiceId, drillId, studentId, target],
    )
  )[0]!;

/** What a lesson's review said when it was decided on; the first decision of a lesson keeps it. */
export const decidedReview = async (
  db: Db,
  practiceId: string,
  lessonId: string,
): Promise<ReviewAnswer['asDecided']> => {
  const rows = await db.query<{ rule: number; decided_at: Date; gain: DecidedGain }>(
    'select rule, decided_at, gain from reviews where practice_id = $1 and lesson_id = $2',
    [practiceId, lessonId],
  );
  const r = rows[0];
  return r ? { rule: r.rule, decidedAt: r.decided_at.toISOString(), gain: r.gain } : null;
};

export const keepReview = (
  db: Db,
  practiceId: string,
  lessonId: string,
  r: { rule: number; gain: DecidedGain; decidedAt: string },
): Promise<unknown> =>
  db.query(
    `insert into reviews (lesson_id, practice_id, rule, gain, decided_at) values ($1,$2,$3,$4,$5) on conflict do nothing`,
    [lessonId, practiceId, r.rule, JSON.stringify(r.gain), r.decidedAt],
  );
