import type { AppointmentWire, BegunLessonWire } from '../../api/day-types.ts';
import type { Db, Row } from '../db/connection.ts';

interface PlainRow extends Row {
  id: string;
  student_id: string;
  series_id: string;
  starts_at: Date;
  minutes: number;
  note: string;
  lesson_id: string | null;
}
export interface AppointmentRow extends PlainRow {
  student_name: string;
  series_left: number;
  overlaps: string[];
}

/** Lessons to come, and those held, that start within a stretch of time; each with who else stands at the same time. */
export const appointmentsBetween = (db: Db, practiceId: string, from: Date, to: Date): Promise<AppointmentRow[]> =>
  db.query<AppointmentRow>(
    `select a.*, s.name as student_name,
       (select count(*)::int from appointments x where x.practice_id = a.practice_id and x.series_id = a.series_id
          and x.starts_at >= a.starts_at and x.lesson_id is null) as series_left,
       coalesce((select array_agg(os.name order by os.name) from appointments o join students os on os.id = o.student_id
          where o.practice_id = a.practice_id and o.id <> a.id
            and o.starts_at < a.starts_at + make_interval(mins => a.minutes)
            and a.starts_at < o.starts_at + make_interval(mins => o.minutes)), '{}') as overlaps
     from appointments a join students s on s.id = a.student_id
     where a.practice_id = $1 and a.starts_at >= $2 and a.starts_at < $3 order by a.starts_at, a.id`,
    [practiceId, from.toISOString(), to.toISOString()],
  );

/** Lessons that were begun without an appointment within a stretch of time. */
export const lessonsWithoutAppointment = async (
  db: Db,
  practiceId: string,
  from: Date,
  to: Date,
): Promise<BegunLessonWire[]> =>
  (
    await db.query<{ id: string; student_id: string; student_name: string; starts_at: Date }>(
      `select l.id, l.student_id, s.name as student_name, l.starts_at from lessons l join students s on s.id = l.student_id
       where l.practice_id = $1 and l.starts_at >= $2 and l.starts_at < $3
         and not exists (select 1 from appointments a where a.lesson_id = l.id) order by l.starts_at, l.id`,
      [practiceId, from.toISOString(), to.toISOString()],
    )
  ).map((r) => ({
    id: r.id,
    studentId: r.student_id,
    studentName: r.student_name,
    startsAt: r.starts_at.toISOString(),
  }));

export const appointmentToWire = (r: AppointmentRow): AppointmentWire => ({
  id: r.id,
  seriesId: r.series_id,
  seriesLeft: r.series_left,
  studentId: r.student_id,
  studentName: r.student_name,
  startsAt: r.starts_at.toISOString(),
  minutes: r.minutes,
  note: r.note,
  lessonId: r.lesson_id,
  overlaps: r.overlaps,
});

export const appointmentRow = async (db: Db, practiceId: string, id: string): Promise<PlainRow | undefined> =>
  (await db.query<PlainRow>('select * from appointments where practice_id = $1 and id = $2', [practiceId, id]))[0];

/** Makes lessons to come; the first carries the series' id, and the same series again makes none. @returns false where the id is another practice's */
export const insertAppointments = async (
  tx: Db,
  practiceId: string,
  a: { id: string; studentId: string; times: readonly string[]; minutes: number; note: string },
): Promise<boolean> => {
  const [taken] = await tx.query<{ mine: boolean }>('select practice_id = $1 as mine from appointments where id = $2', [
    practiceId,
    a.id,
  ]);
  if (taken) return taken.mine;
  await tx.query(
    `insert into appointments (id, practice_id, student_id, series_id, starts_at, minutes, note)
     select case when t.place = 1 then $1::uuid else gen_random_uuid() end, $2, $3, $1, t.at::timestamptz, $5, $6
     from unnest($4::text[]) with ordinality as t (at, place) on conflict do nothing`,
    [a.id, practiceId, a.studentId, a.times, a.minutes, a.note],
  );
  return true;
};

/** Ids of an appointment and, where wanted, the later ones of its series that were not held. */
export const withLater = async (db: Db, practiceId: string, row: PlainRow, andLater: boolean): Promise<string[]> =>
  !andLater
    ? [row.id]
    : (
        await db.query<{ id: string }>(
          `select id from appointments where practice_id = $1 and series_id = $2 and starts_at >= $3 and lesson_id is null
           order by starts_at`,
          [practiceId, row.series_id, row.starts_at.toISOString()],
        )
      ).map((r) => r.id);

/** Moves and changes lessons to come; what is not given stays. @param byMs by how much all of them move */
export const changeAppointments = (
  db: Db,
  practiceId: string,
  ids: readonly string[],
  c: { readonly byMs: number; readonly minutes?: number; readonly note?: string },
): Promise<unknown> =>
  db.query(
    `update appointments set starts_at = starts_at + $3 * interval '1 millisecond', minutes = coalesce($4, minutes),
       note = coalesce($5, note) where practice_id = $1 and id = any($2::uuid[])`,
    [practiceId, ids, c.byMs, c.minutes ?? null, c.note ?? null],
  );

export const holdAppointment = (db: Db, practiceId: string, id: string, lessonId: string): Promise<unknown> =>
  db.query('update appointments set lesson_id = $3 where practice_id = $1 and id = $2', [practiceId, id, lessonId]);

/** Lessons of a student that are still to come. */
export const appointmentsOfStudent = async (
  db: Db,
  practiceId: string,
  studentId: string,
  after: Date,
): Promise<{ id: string; startsAt: string }[]> =>
  (
    await db.query<PlainRow>(
      `select * from appointments where practice_id = $1 and student_id = $2 and starts_at > $3 and lesson_id is null
       order by starts_at limit 60`,
      [practiceId, studentId, after.toISOString()],
    )
  ).map((r) => ({ id: r.id, startsAt: r.starts_at.toISOString() }));
