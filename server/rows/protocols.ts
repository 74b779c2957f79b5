import type { OwnProtocolWire } from '../../api/protocol-types.ts';
import type { Attempt, Protocol } from '../../core/plan/protocol.ts';
import type { Db, Row } from '../db/connection.ts';

interface OwnRow extends Row {
  id: string;
  said: Protocol;
  made_at: Date;
  made_by: string;
}

/** Protocols that a practice wrote and has not removed, oldest first. */
export const ownProtocols = async (db: Db, practiceId: string): Promise<OwnProtocolWire[]> =>
  (
    await db.query<OwnRow>(
      `select id, said, made_at, made_by from own_protocols where practice_id = $1 and removed_at is null
       order by made_at, id`,
      [practiceId],
    )
  ).map((r) => ({ id: r.id, said: r.said, madeAt: r.made_at.toISOString(), madeBy: r.made_by }));

/** Writes a protocol, new or changed. @returns false where the id belongs to another practice */
export const saveProtocol = async (
  db: Db,
  practiceId: string,
  id: string,
  said: Protocol,
  by: string,
): Promise<boolean> =>
  (
    await db.query(
      `insert into own_protocols (id, practice_id, said, made_by) values ($1,$2,$3,$4)
       on conflict (id) do update set said = excluded.said, made_by = excluded.made_by, removed_at = null
       where own_protocols.practice_id = excluded.practice_id returning id`,
      [id, practiceId, JSON.stringify(said), by],
    )
  ).length > 0;

export const removeProtocol = async (db: Db, practiceId: string, id: string): Promise<boolean> =>
  (
    await db.query(
      'update own_protocols set removed_at = now() where practice_id = $1 and id = $2 and removed_at is null returning id',
      [practiceId, id],
    )
  ).length > 0;

export interface RunRow extends Row {
  id: string;
  lesson_id: string;
  said: Protocol;
  started_at: Date;
  ended_at: Date | null;
}
export interface AttemptRow extends Row {
  id: string;
  run_id: string;
  step: number;
  block_id: string | null;
  gate: Attempt['gate'];
  because: string;
  gated_at: Date | null;
}

export const runsOfLesson = (db: Db, practiceId: string, lessonId: string): Promise<RunRow[]> =>
  db.query<RunRow>('select * from protocol_runs where practice_id = $1 and lesson_id = $2 order by started_at, id', [
    practiceId,
    lessonId,
  ]);
export const runRow = async (db: Db, practiceId: string, id: string): Promise<RunRow | undefined> =>
  (await db.query<RunRow>('select * from protocol_runs where practice_id = $1 and id = $2', [practiceId, id]))[0];

export const insertRun = (db: Db, practiceId: string, lessonId: string, id: string, said: Protocol): Promise<unknown> =>
  db.query(
    'insert into protocol_runs (id, practice_id, lesson_id, said) values ($1,$2,$3,$4) on conflict (id) do nothing',
    [id, practiceId, lessonId, JSON.stringify(said)],
  );
export const endRun = (db: Db, practiceId: string, id: string): Promise<unknown> =>
  db.query('update protocol_runs set ended_at = coalesce(ended_at, now()) where practice_id = $1 and id = $2', [
    practiceId,
    id,
  ]);

/** Attempts of some runs in their order. */
export const attemptsOf = (db: Db, practiceId: string, runIds: readonly string[]): Promise<AttemptRow[]> =>
  db.query<AttemptRow>(
    'select * from protocol_attempts where practice_id = $1 and run_id = any($2::uuid[]) order by run_id, position',
    [practiceId, runIds],
  );
export const attemptRow = async (db: Db, practiceId: string, id: string): Promise<AttemptRow | undefined> =>
  (
    await db.query<AttemptRow>('select * from protocol_attempts where practice_id = $1 and id = $2', [practiceId, id])
  )[0];

export const insertAttempt = (
  db: Db,
  practiceId: string,
  a: { id: string; runId: string; position: number; step: number; blockId: string },
): Promise<unknown> =>
  db.query(
    `insert into protocol_attempts (id, practice_id, run_id, position, step, block_id) values ($1,$2,$3,$4,$5,$6)
     on conflict (id) do nothing`,
    [a.id, practiceId, a.runId, a.position, a.step, a.blockId],
  );
export const setGate = (
  db: Db,
  practiceId: string,
  id: string,
  gate: Attempt['gate'],
  because: string,
): Promise<unknown> =>
  db.query(
    'update protocol_attempts set gate = $3, because = $4, gated_at = case when $3::text is null then null else now() end where practice_id = $1 and id = $2',
    [practiceId, id, gate, because],
  );

/** The flow that a student's phone shows. */
export const phoneProtocol = async (
  db: Db,
  practiceId: string,
  studentId: string,
): Promise<{ id: string; said: Protocol; sentAt: Date } | undefined> => {
  const [row] = await db.query<{ id: string; said: Protocol; sent_at: Date }>(
    'select id, said, sent_at from phone_protocols where practice_id = $1 and student_id = $2',
    [practiceId, studentId],
  );
  return row && { id: row.id, said: row.said, sentAt: row.sent_at };
};
export const sendToPhone = (
  db: Db,
  practiceId: string,
  studentId: string,
  id: string,
  said: Protocol,
): Promise<unknown> =>
  db.query(
    `insert into phone_protocols (student_id, practice_id, id, said) values ($1,$2,$3,$4)
     on conflict (student_id) do update set id = excluded.id, said = excluded.said, sent_at = now()
     where phone_protocols.practice_id = excluded.practice_id`,
    [studentId, practiceId, id, JSON.stringify(said)],
  );
export const takeOffPhone = (db: Db, practiceId: string, studentId: string): Promise<unknown> =>
  db.query('delete from phone_protocols where practice_id = $1 and student_id = $2', [practiceId, studentId]);

export interface ProtocolLog {
  readonly id: string;
  readonly protocolName: string;
  readonly doneAt: string;
  readonly day: string;
  readonly steps: readonly { step: number; passed: number; reset: number; unjudged: number }[];
  readonly fullIntentSwings: number;
  readonly effort: number | null;
  readonly pain: boolean;
  readonly note: string;
}
/** Keeps what a phone did of a flow; a repeat of the same id is harmless. */
export const insertProtocolLog = (db: Db, practiceId: string, studentId: string, l: ProtocolLog): Promise<unknown> =>
  db.query(
    `insert into protocol_logs (id, practice_id, student_id, protocol_name, done_at, local_day, steps, full_intent_swings, effort,
       pain, note) values ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11) on conflict (id) do nothing`,
    [
      l.id,
      practiceId,
      studentId,
      l.protocolName,
      l.doneAt,
      l.day,
      JSON.stringify(l.steps),
      l.fullIntentSwings,
      l.effort,
      l.pain,
      l.note,
    ],
  );
