import type { TrialSaid } from '../../core/trial/run.ts';
import type { TrialAnswer } from '../../core/trial/trial.ts';
import type { FaceDot, SwishPlace } from '../../core/trial/values.ts';
import type { Db, Row } from '../db/connection.ts';

export interface TrialRow extends Row {
  id: string;
  lesson_id: string;
  said: TrialSaid;
  started_at: Date;
  ended_at: Date | null;
  kept_condition: number | null;
  kept_label: string;
  kept_sentence: string;
  kept_at: Date | null;
}
export interface TurnRow extends Row {
  id: string;
  trial_id: string;
  position: number;
  round: number;
  condition: number;
  block_id: string | null;
  ease: number | null;
  swish: SwishPlace | null;
  dots: FaceDot[];
  ended_at: Date | null;
}

export const trialsOfLesson = (db: Db, practiceId: string, lessonId: string): Promise<TrialRow[]> =>
  db.query<TrialRow>('select * from trials where practice_id = $1 and lesson_id = $2 order by started_at, id', [
    practiceId,
    lessonId,
  ]);
export const trialRow = async (db: Db, practiceId: string, id: string): Promise<TrialRow | undefined> =>
  (await db.query<TrialRow>('select * from trials where practice_id = $1 and id = $2', [practiceId, id]))[0];

/** Adds a trial and ends any other of its lesson that still runs. Within a transaction. */
export async function insertTrial(
  db: Db,
  practiceId: string,
  lessonId: string,
  id: string,
  said: TrialSaid,
): Promise<void> {
  await db.query(
    'update trials set ended_at = now() where practice_id = $1 and lesson_id = $2 and id <> $3 and ended_at is null',
    [practiceId, lessonId, id],
  );
  await db.query(
    'insert into trials (id, practice_id, lesson_id, said) values ($1,$2,$3,$4) on conflict (id) do nothing',
    [id, practiceId, lessonId, JSON.stringify(said)],
  );
}
/** Ends a trial with what it said. */
export const endTrial = (db: Db, practiceId: string, id: string, answer: TrialAnswer): Promise<unknown> =>
  db.query('update trials set ended_at = coalesce(ended_at, now()), answer = $3 where practice_id = $1 and id = $2', [
    practiceId,
    id,
    JSON.stringify(answer),
  ]);
/** Trials that are over, up to a moment: of one student, or of all others of a level. */
export const triedUpTo = (
  db: Db,
  practiceId: string,
  of: { readonly studentId: string; readonly othersOf?: string },
  until: Date,
): Promise<{ id: string; lesson_id: string; said: TrialSaid; answer: TrialAnswer; starts_at: Date }[]> =>
  db.query(
    `select t.id, t.lesson_id, t.said, t.answer, l.starts_at from trials t join lessons l on l.id = t.lesson_id
       join students st on st.id = l.student_id
     where t.practice_id = $1 and l.starts_at <= $3 and t.ended_at is not null and t.answer is not null
       and case when $4::text is null then l.student_id = $2 else l.student_id <> $2 and st.level = $4 end
     order by l.starts_at, t.started_at`,
    [practiceId, of.studentId, until.toISOString(), of.othersOf ?? null],
  );
/** Takes up again a trial that had ended, with more rounds. */
export const extendTrial = (db: Db, practiceId: string, id: string, said: TrialSaid): Promise<unknown> =>
  db.query('update trials set said = $3, ended_at = null where practice_id = $1 and id = $2', [
    practiceId,
    id,
    JSON.stringify(said),
  ]);

export const turnsOf = (db: Db, practiceId: string, trialIds: readonly string[]): Promise<TurnRow[]> =>
  db.query<TurnRow>(
    'select * from trial_turns where practice_id = $1 and trial_id = any($2::uuid[]) order by trial_id, position',
    [practiceId, trialIds],
  );
export const turnRow = async (db: Db, practiceId: string, id: string): Promise<TurnRow | undefined> =>
  (await db.query<TurnRow>('select * from trial_turns where practice_id = $1 and id = $2', [practiceId, id]))[0];
export const insertTurn = (
  db: Db,
  practiceId: string,
  t: { id: string; trialId: string; position: number; round: number; condition: number; blockId: string },
): Promise<unknown> =>
  db.query(
    `insert into trial_turns (id, practice_id, trial_id, position, round, condition, block_id) values ($1,$2,$3,$4,$5,$6,$7)
     on conflict (id) do nothing`,
    [t.id, practiceId, t.trialId, t.position, t.round, t.condition, t.blockId],
  );
/** What is said of a turn; what is undefined stays. */
export const updateTurn = (
  db: Db,
  practiceId: string,
  id: string,
  p: { ease?: number | null; swish?: SwishPlace | null; dots?: readonly FaceDot[]; ended?: boolean },
): Promise<unknown> =>
  db.query(
    `update trial_turns set ease = case when $3 then $4 else ease end, swish = case when $5 then $6 else swish end,
       dots = case when $7 then $8::jsonb else dots end,
       ended_at = case when $9::boolean is null then ended_at when $9 then coalesce(ended_at, now()) end
     where practice_id = $1 and id = $2`,
    [
      practiceId,
      id,
      p.ease !== undefined,
      p.ease ?? null,
      p.swish !== undefined,
      p.swish ?? null,
      p.dots !== undefined,
      JSON.stringify(p.dots ?? []),
      p.ended ?? null,
    ],
  );
export const endTurns = (db: Db, practiceId: string, trialId: string): Promise<unknown> =>
  db.query('update trial_turns set ended_at = coalesce(ended_at, now()) where practice_id = $1 and trial_id = $2', [
    practiceId,
    trialId,
  ]);

export const keepCondition = (
  db: Db,
  practiceId: string,
  id: string,
  k: { condition: number; label: string; sentence: string; answer: TrialAnswer },
): Promise<unknown> =>
  db.query(
    `update trials set kept_condition = $3, kept_label = $4, kept_sentence = $5, kept_answer = $6, kept_at = now()
     where practice_id = $1 and id = $2`,
    [practiceId, id, k.condition, k.label, k.sentence, JSON.stringify(k.answer)],
  );

/** What trials made a student's own up to a moment, newest first. */
export const keptOf = (db: Db, practiceId: string, studentId: string, until: Date): Promise<TrialRow[]> =>
  db.query<TrialRow>(
    `select t.* from trials t join lessons l on l.id = t.lesson_id
     where t.practice_id = $1 and l.student_id = $2 and l.starts_at <= $3 and t.kept_condition is not null
     order by t.kept_at desc, t.id`,
    [practiceId, studentId, until.toISOString()],
  );

/** Running drills of a student's plans for a target: a kept cue becomes theirs. */
export const runningDrillsFor = (
  db: Db,
  practiceId: string,
  studentId: string,
  target: string,
): Promise<{ id: string; rung: string }[]> =>
  db.query<{ id: string; rung: string }>(
    `select d.id, d.rung from plan_drills d join plans p on p.id = d.plan_id
     where p.practice_id = $1 and p.student_id = $2 and p.target = $3 and d.state = 'running'
       and p.id = (select q.id from plans q where q.practice_id = $1 and q.student_id = $2 order by q.created_at desc limit 1)`,
    [practiceId, studentId, target],
  );
