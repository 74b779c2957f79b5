import type * as yup from 'yup';
import type { studentListSchema } from '../../api/schemas.ts';
import { LEVELS } from '../../core/catalogue/stages.ts';
import type { Db } from '../db/connection.ts';
import { loggedDays, plannedDays } from './plan-kept.ts';
import type { StudentRow } from './students.ts';

export type StudentsWanted = yup.InferType<typeof studentListSchema>;

/** A student as lists show it. */
export interface ListedStudent extends StudentRow {
  lessons: number;
  last_at: Date | null;
  next_at: Date | null;
  has_pain: boolean;
  target: string | null;
  planned_days: number;
  logged_days: number;
}

/** A name without accents and in small letters: "Åsa Łoś" is found by "asa los". */
const PLAIN = (text: string): string =>
  `replace(replace(replace(translate(lower(regexp_replace(normalize(${text}, NFD), '[' || chr(768) || '-' || chr(879) || ']',
     '', 'g')), 'øłđ', 'old'), 'ß', 'ss'), 'œ', 'oe'), 'æ', 'ae')`;

/** A plan runs in the last two months and was kept on fewer than half of its days in the last week. */
const BEHIND = 'planned_days > 0 and 2 * logged_days < planned_days and runs_days between 3 and 60';
const LEVEL_ORDER = `array_position(array[${LEVELS.map((l) => `'${l}'`).join(',')}], level)`;

const ORDER: Readonly<Record<StudentsWanted['sort'], string>> = {
  name: '',
  seen: 'last_at asc nulls first,',
  next: 'next_at asc nulls last,',
  goal: 'goal_date asc nulls last,',
  level: `${LEVEL_ORDER},`,
  pain: 'has_pain desc,',
  behind: `(${BEHIND}) desc,`,
};
const KEPT: Readonly<Record<StudentsWanted['state'], string>> = {
  'in use': 'archived_at is null',
  pain: 'archived_at is null and has_pain',
  behind: `archived_at is null and ${BEHIND}`,
  'no lesson to come': 'archived_at is null and next_at is null',
  archived: 'archived_at is not null',
};

/** Students searched, kept by state, group and target, in the wanted order. */
export const listStudents = (
  db: Db,
  practiceId: string,
  { search, sort, state, group, target, offset }: StudentsWanted,
  limit: number,
): Promise<ListedStudent[]> =>
  db.query<ListedStudent>(
    `select * from (
       select s.*, l.lessons, l.last_at, n.next_at, coalesce(p.open, false) as has_pain, t.target,
         coalesce(w.planned, 0) as planned_days, w.runs_days,
         ${loggedDays('s.id')} as logged_days
       from students s
         cross join lateral (select count(*)::int as lessons, max(starts_at) filter (where starts_at <= now()) as last_at
           from lessons where student_id = s.id) l
         cross join lateral (select min(starts_at) as next_at from appointments
           where student_id = s.id and lesson_id is null and starts_at > now()) n
         left join lateral (select true as open from pains where student_id = s.id and reopened_at is null limit 1) p on true
         left join lateral (select v.target from verdicts v join lessons y on y.id = v.lesson_id
           where y.student_id = s.id order by v.decided_at desc limit 1) t on true
         left join lateral (select current_date - k.starts_on::date as runs_days,
             ${plannedDays('k.week')} as planned
           from plans k join lessons y on y.id = k.lesson_id where k.student_id = s.id
           order by y.starts_at desc, k.created_at desc limit 1) w on true
       where s.practice_id = $1
         and ($2 = '' or strpos(${PLAIN('s.name')}, ${PLAIN('$2::text')}) > 0)
         and ($3 = '' or $3 = any(s.groups))) z
     where ${KEPT[state]} and ($4 = '' or target = $4)
     order by ${ORDER[sort]} ${PLAIN('name')}, id limit $5 offset $6`,
    [practiceId, search, group, target, limit, offset],
  );

/** Names of the groups that a practice uses. */
export const groupsOf = async (db: Db, practiceId: string): Promise<string[]> =>
  (
    await db.query<{ name: string }>(
      'select distinct unnest(groups) as name from students where practice_id = $1 order by 1',
      [practiceId],
    )
  ).map((r) => r.name);
