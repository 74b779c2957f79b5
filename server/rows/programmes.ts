import { today } from '../../core/units/calendar-day.ts';
import { addDays } from '../../core/plan/calendar-days.ts';
import type { Phase } from '../../core/plan/phases.ts';
import type { ProgrammeDay, ProgrammeWish } from '../../core/plan/programme.ts';
import type { Db, Row } from '../db/connection.ts';

export interface ProgrammeRow extends Row {
  id: string;
  student_id: string;
  wish: ProgrammeWish;
  days: ProgrammeDay[];
  phases: Phase[];
  gave_way: string[];
}

/** The programme that runs for a student. */
export const runningProgramme = async (
  db: Db,
  practiceId: string,
  studentId: string,
): Promise<ProgrammeRow | undefined> =>
  (
    await db.query<ProgrammeRow>(
      'select * from programmes where practice_id = $1 and student_id = $2 and ended_at is null',
      [practiceId, studentId],
    )
  )[0];

export const endProgramme = async (db: Db, practiceId: string, studentId: string): Promise<boolean> =>
  (
    await db.query(
      `update programmes set ended_at = now() where practice_id = $1 and student_id = $2 and ended_at is null returning id`,
      [practiceId, studentId],
    )
  ).length > 0;

export interface NewProgramme {
  readonly id: string;
  readonly student_id: string;
  readonly wish: ProgrammeWish;
  readonly days: readonly ProgrammeDay[];
  readonly phases: readonly Phase[];
  readonly gave_way: readonly string[];
}

/** Keeps a programme in place of the one that runs; a repeat of the same id is harmless. Within a transaction. */
export async function insertProgramme(tx: Db, practiceId: string, p: NewProgramme): Promise<void> {
  const known = await tx.query('select 1 from programmes where practice_id = $1 and id = $2', [practiceId, p.id]);
  if (known.length > 0) return;
  await endProgramme(tx, practiceId, p.student_id);
  await tx.query(
    `insert into programmes (id, practice_id, student_id, wish, days, phases, gave_way) values ($1,$2,$3,$4,$5,$6,$7)`,
    [
      p.id,
      practiceId,
      p.student_id,
      JSON.stringify(p.wish),
      JSON.stringify(p.days),
      JSON.stringify(p.phases),
      p.gave_way,
    ],
  );
}

export const saveDays = (db: Db, practiceId: string, id: string, days: readonly ProgrammeDay[]): Promise<unknown> =>
  db.query('update programmes set days = $3 where practice_id = $1 and id = $2', [
    practiceId,
    id,
    JSON.stringify(days),
  ]);

/** Days of a student on which practice was logged at home, since a day. */
export const practisedDays = async (db: Db, practiceId: string, studentId: string, from: string): Promise<string[]> =>
  (
    await db.query<{ day: string }>(
      `select distinct to_char(coalesce(s.local_day, s.done_at::date), 'YYYY-MM-DD') as day
       from practice_sets s join plan_drills d on d.id = s.plan_drill_id join plans p on p.id = d.plan_id
       where s.practice_id = $1 and p.student_id = $2 and not s.witnessed and s.done_at >= $3::date
       union select distinct to_char(local_day, 'YYYY-MM-DD') from protocol_logs
       where practice_id = $1 and student_id = $2 and done_at >= $3::date`,
      [practiceId, studentId, from],
    )
  ).map((r) => r.day);

const PHONE_DAYS = { back: 7, ahead: 42 };
/** Days of the running programme that a screen needs, also when it is without a connection for weeks; null without a programme. */
export async function programmeDays(db: Db, practiceId: string, studentId: string): Promise<ProgrammeDay[] | null> {
  const row = await runningProgramme(db, practiceId, studentId);
  if (!row) return null;
  const [from, to] = [addDays(today(), -PHONE_DAYS.back), addDays(today(), PHONE_DAYS.ahead)];
  return row.days.filter((d) => from <= d.date && d.date <= to);
}
