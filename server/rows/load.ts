import type { Drill } from '../../core/catalogue/drill-type.ts';
import { DRILLS } from '../../core/catalogue/drills.ts';
import { ISOLATION_TESTS } from '../../core/catalogue/isolation-tests.ts';
import { FULL_INTENT_EFFORT, type LoadEntry } from '../../core/plan/load.ts';
import type { Db, Row } from '../db/connection.ts';
import { knownOwnDrills } from './own-drills.ts';

/** Conditions of blocks that are tests at full speed. */
const TEST_CONDITIONS = [...new Set(ISOLATION_TESTS.map((t) => t.condition))].filter((c) => c !== 'normal');
const maximal = (drills: readonly Drill[]): string[] =>
  drills.filter((d) => d.intensity === 'maximal').map((d) => d.id);
const MAXIMAL_DRILLS = maximal(DRILLS);

interface EntryRow extends Row {
  student_id: string;
  day: string;
  swings: number;
  source: LoadEntry['source'];
}

/**
 * Full-intent swings of some students since a day, over blocks, tests and drills, set-aside swings too: a swing felt at 9 or
 * 10, one of a block asked at that effort, of a test at full speed, or a repetition of a
 * maximal drill at full pace (any pace where the rung was kept as a number).
 */
export async function loadEntries(
  db: Db,
  practiceId: string,
  studentIds: readonly string[],
  from: string,
): Promise<Map<string, LoadEntry[]>> {
  const written = await knownOwnDrills(db, practiceId);
  const rows = await db.query<EntryRow>(
    `select l.student_id, to_char(s.struck_at, 'YYYY-MM-DD') as day, count(*)::int as swings,
       case when b.condition = any($4::text[]) then 'test' else 'block' end as source
     from shots s join blocks b on b.id = s.block_id join lessons l on l.id = b.lesson_id
     where s.practice_id = $1 and l.student_id = any($2::uuid[]) and s.struck_at >= $3::date and b.deleted_at is null
       and (coalesce(s.felt_effort, b.effort, 0) >= $5 or b.condition = any($4::text[]))
     group by 1, 2, 4
     union all
     select p.student_id, to_char(coalesce(s.local_day, s.done_at::date), 'YYYY-MM-DD'), sum(s.passed + s.reset + s.unjudged)::int, 'drill'
     from practice_sets s join plan_drills d on d.id = s.plan_drill_id join plans p on p.id = d.plan_id
     where s.practice_id = $1 and p.student_id = any($2::uuid[]) and s.done_at >= $3::date and d.drill_id = any($6::text[])
       and (s.rung like 'full/%' or s.old_rung is not null)
     group by 1, 2
     union all
     select student_id, to_char(local_day, 'YYYY-MM-DD'), sum(full_intent_swings)::int, 'protocol' from protocol_logs
     where practice_id = $1 and student_id = any($2::uuid[]) and done_at >= $3::date and full_intent_swings > 0
     group by 1, 2`,
    [practiceId, studentIds, from, TEST_CONDITIONS, FULL_INTENT_EFFORT, [...MAXIMAL_DRILLS, ...maximal(written)]],
  );
  const found = new Map<string, LoadEntry[]>(studentIds.map((id) => [id, []]));
  for (const r of rows) found.get(r.student_id)?.push({ day: r.day, swings: r.swings, source: r.source });
  return found;
}

export const insertOverrule = (
  db: Db,
  practiceId: string,
  studentId: string,
  o: { id: string; day: string; reason: string; by: string },
): Promise<unknown> =>
  db.query(
    `insert into load_overrules (id, practice_id, student_id, day, reason, by_name) values ($1,$2,$3,$4,$5,$6)
     on conflict (id) do nothing`,
    [o.id, practiceId, studentId, o.day, o.reason, o.by],
  );

/** The newest overrule of a day. */
export const overruleOf = async (
  db: Db,
  practiceId: string,
  studentId: string,
  day: string,
): Promise<{ reason: string; by: string } | null> =>
  (
    await db.query<{ reason: string; by: string }>(
      `select reason, by_name as by from load_overrules where practice_id = $1 and student_id = $2 and day = $3
       order by at desc limit 1`,
      [practiceId, studentId, day],
    )
  )[0] ?? null;
