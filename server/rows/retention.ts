import { dayOf } from '../../core/units/calendar-day.ts';
import type { ErasureWire } from '../../api/account-types.ts';
import { retentionSchema, type Retention } from '../../api/account-schemas.ts';
import type { Db } from '../db/connection.ts';

export const retentionOf = async (db: Db, practiceId: string): Promise<Retention> =>
  retentionSchema.cast(
    (
      await db.query<{ retention: Partial<Retention> }>('select retention from practices where id = $1', [practiceId])
    )[0]?.retention ?? {},
  );

export const updateRetention = (db: Db, practiceId: string, retention: Retention): Promise<unknown> =>
  db.query('update practices set retention = $2 where id = $1', [practiceId, JSON.stringify(retention)]);

/** Students whom nobody has seen for some months, longest ago first. */
export const unseenStudents = async (
  db: Db,
  practiceId: string,
  months: number,
): Promise<{ id: string; name: string; lastSeenOn: string | null }[]> =>
  (
    await db.query<{ id: string; name: string; last_at: Date | null }>(
      `select s.id, s.name, max(l.starts_at) as last_at from students s left join lessons l on l.student_id = s.id
       where s.practice_id = $1 group by s.id, s.name, s.created_at
       having coalesce(max(l.starts_at), s.created_at) < now() - make_interval(months => $2)
       order by max(l.starts_at) nulls first, s.name limit 200`,
      [practiceId, months],
    )
  ).map((r) => ({ id: r.id, name: r.name, lastSeenOn: r.last_at ? dayOf(r.last_at) : null }));

/** Videos and stills of lessons that are longer ago than some months. */
export const oldFilms = (
  db: Db,
  practiceId: string,
  months: number,
): Promise<{ id: string; sha256: string | null; student_id: string; file_name: string }[]> =>
  db.query(
    `select v.id, v.sha256, l.student_id, v.file_name from videos v join lessons l on l.id = v.lesson_id
     where v.practice_id = $1 and l.starts_at < now() - make_interval(months => $2)`,
    [practiceId, months],
  );

export const erasuresOf = async (db: Db, practiceId: string): Promise<ErasureWire[]> =>
  (
    await db.query<{ erased_at: Date; lessons: number; swings: number; films: number; practice_sets: number }>(
      'select * from erasures where practice_id = $1 order by erased_at desc, id limit 200',
      [practiceId],
    )
  ).map((r) => ({
    erasedAt: r.erased_at.toISOString(),
    lessons: r.lessons,
    swings: r.swings,
    films: r.films,
    practiceSets: r.practice_sets,
  }));
