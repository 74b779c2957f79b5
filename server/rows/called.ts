import type { Call, CalledSaid } from '../../core/called/run.ts';
import type { Db, Row } from '../db/connection.ts';

export interface CalledRunRow extends Row {
  id: string;
  lesson_id: string;
  said: CalledSaid;
  started_at: Date;
  ended_at: Date | null;
}
interface CallRow extends Row {
  id: string;
  run_id: string;
  called: number;
  said: number | null;
  with_ball: boolean;
  block_id: string | null;
  shots_before: number;
}

export const calledRunRow = async (db: Db, practiceId: string, id: string): Promise<CalledRunRow | undefined> =>
  (await db.query<CalledRunRow>('select * from called_runs where practice_id = $1 and id = $2', [practiceId, id]))[0];

/** Runs of a lesson; with `before` those of the student's earlier lessons too. In the order of time. */
export const calledRunsOf = (
  db: Db,
  practiceId: string,
  studentId: string,
  until: Date,
): Promise<(CalledRunRow & { starts_at: Date })[]> =>
  db.query(
    `select r.*, l.starts_at from called_runs r join lessons l on l.id = r.lesson_id
     where r.practice_id = $1 and l.student_id = $2 and l.starts_at <= $3 order by l.starts_at, r.started_at, r.id`,
    [practiceId, studentId, until.toISOString()],
  );

/** Adds a run and ends any other of its lesson that still goes on. Within a transaction. */
export async function insertCalledRun(
  db: Db,
  practiceId: string,
  lessonId: string,
  id: string,
  said: CalledSaid,
): Promise<void> {
  await db.query(
    'update called_runs set ended_at = now() where practice_id = $1 and lesson_id = $2 and id <> $3 and ended_at is null',
    [practiceId, lessonId, id],
  );
  await db.query(
    'insert into called_runs (id, practice_id, lesson_id, said) values ($1,$2,$3,$4) on conflict (id) do nothing',
    [id, practiceId, lessonId, JSON.stringify(said)],
  );
}
/** Ends a run, or takes it up again. */
export const endCalledRun = (db: Db, practiceId: string, id: string, ended: boolean): Promise<unknown> =>
  db.query(
    'update called_runs set ended_at = case when $3 then coalesce(ended_at, now()) end where practice_id = $1 and id = $2',
    [practiceId, id, ended],
  );
export const setWanted = (db: Db, practiceId: string, id: string, wanted: number | null): Promise<unknown> =>
  db.query(`update called_runs set said = jsonb_set(said, '{wanted}', $3::jsonb) where practice_id = $1 and id = $2`, [
    practiceId,
    id,
    JSON.stringify(wanted),
  ]);

/** Calls of some runs by run, in the order called. */
export async function callsOfRuns(db: Db, practiceId: string, runIds: readonly string[]): Promise<Map<string, Call[]>> {
  const rows = await db.query<CallRow>(
    'select * from calls where practice_id = $1 and run_id = any($2::uuid[]) order by called_order',
    [practiceId, runIds],
  );
  const byRun = new Map<string, Call[]>(runIds.map((id) => [id, []]));
  for (const r of rows)
    byRun.get(r.run_id)?.push({
      id: r.id,
      called: r.called,
      said: r.said,
      withBall: r.with_ball,
      blockId: r.block_id,
      shotsBefore: r.shots_before,
    });
  return byRun;
}
export const insertCall = (
  db: Db,
  practiceId: string,
  runId: string,
  c: { id: string; called: number; said: number | null; withBall: boolean; blockId: string },
): Promise<unknown> =>
  db.query(
    `insert into calls (id, practice_id, run_id, called, said, with_ball, block_id, shots_before)
     values ($1,$2,$3,$4,$5,$6,$7,(select count(*) from live_shots where block_id = $7)) on conflict (id) do nothing`,
    [c.id, practiceId, runId, c.called, c.said, c.withBall, c.blockId],
  );
/** Run of a call; undefined where it is not there. */
export const runOfCall = async (db: Db, practiceId: string, id: string): Promise<CalledRunRow | undefined> =>
  (
    await db.query<CalledRunRow>(
      'select r.* from called_runs r join calls c on c.run_id = r.id where c.practice_id = $1 and c.id = $2',
      [practiceId, id],
    )
  )[0];
export const sayDone = (db: Db, practiceId: string, id: string, said: number | null): Promise<unknown> =>
  db.query('update calls set said = $3 where practice_id = $1 and id = $2', [practiceId, id, said]);
export const dropCall = (db: Db, practiceId: string, id: string): Promise<unknown> =>
  db.query('delete from calls where practice_id = $1 and id = $2', [practiceId, id]);

/** Calls of the swish at home up to a moment, a set each, in the order of time: cm past the ball. */
export const homeCalls = (
  db: Db,
  practiceId: string,
  studentId: string,
  until: Date,
): Promise<{ done_at: Date; calls: { calledCm: number; heardCm: number }[] }[]> =>
  db.query(
    `select x.done_at, x.calls from practice_sets x join plan_drills d on d.id = x.plan_drill_id
       join plans p on p.id = d.plan_id
     where x.practice_id = $1 and p.student_id = $2 and x.done_at <= $3 and jsonb_array_length(x.calls) > 0
     order by x.done_at, x.id`,
    [practiceId, studentId, until.toISOString()],
  );
