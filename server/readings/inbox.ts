import type { InboxEntry } from '../../api/day-types.ts';
import { asOpenPain, painsOf } from '../rows/pains.ts';
import { KEPT_OVER_DAYS, loggedDays, plannedDays } from '../rows/plan-kept.ts';
import { painWords } from '../../core/plan/body.ts';
import type { Db, Row } from '../db/connection.ts';

/** A plan that nobody made new for so long is not asked after any more. */
const STALE_DAYS = 60;
/** A link that ends sooner is renewed while there is time. */
const LINK_DAYS = 7;
/** So long a plan runs before it is asked after. */
const SETTLE_DAYS = 3;

interface Standing extends Row {
  student_id: string;
  name: string;
  /** Days since the newest plan began; null without one. */
  runs_days: number | null;
  planned_days: number;
  logged_days: number;
  link_left_days: number | null;
  has_link: boolean;
  link_used: boolean;
  late: number;
}

/** The newest plan of each student against what was logged in the last seven days, and the state of the private link. */
const standings = (db: Db, practiceId: string): Promise<Standing[]> =>
  db.query<Standing>(
    `with newest as (
       select distinct on (p.student_id) p.id, p.student_id, p.week, p.starts_on
       from plans p join lessons l on l.id = p.lesson_id where p.practice_id = $1
       order by p.student_id, l.starts_at desc, p.created_at desc)
     select s.id as student_id, s.name, (current_date - n.starts_on::date) as runs_days,
       ${plannedDays('n.week')} as planned_days, ${loggedDays('s.id')} as logged_days,
       k.id is not null as has_link, extract(day from k.expires_at - now())::int as link_left_days,
       k.used_at is not null as link_used,
       (select count(*)::int from late_sets t where t.student_id = s.id and t.settled_at is null) as late
     from students s left join newest n on n.student_id = s.id
       left join lateral (select id, expires_at, used_at from practice_links k where k.student_id = s.id and k.withdrawn_at is null
         and (k.expires_at is null or k.expires_at > now()) order by created_at desc limit 1) k on true
     where s.practice_id = $1 and (n.id is not null or exists (
       select 1 from late_sets t where t.student_id = s.id and t.settled_at is null)
       or exists (select 1 from pains q where q.student_id = s.id and q.reopened_at is null))
     order by s.name, s.id`,
    [practiceId],
  );

const days = (n: number): string => `${n} day${n === 1 ? '' : 's'}`;

/** What of one student asks for a word, the most pressing first. */
function entriesOf(s: Standing, hasPain: boolean): Omit<InboxEntry, 'studentId' | 'studentName'>[] {
  const entries: Omit<InboxEntry, 'studentId' | 'studentName'>[] = [];
  if (s.late > 0)
    entries.push({
      kind: 'late',
      text: `${s.late} log${s.late === 1 ? '' : 's'} came over an ended link: let in or leave out`,
    });
  const runs = s.runs_days;
  if (runs === null || runs < SETTLE_DAYS || runs > STALE_DAYS || s.planned_days === 0) return entries;
  if (!s.has_link)
    entries.push({ kind: 'link', text: 'a plan runs, and no practice link is open: nothing can be logged' });
  else if (!s.link_used)
    entries.push({ kind: 'link', text: `the practice link was never opened; the plan runs for ${days(runs)}` });
  else if (s.link_left_days !== null && s.link_left_days < LINK_DAYS)
    entries.push({ kind: 'link', text: `the practice link ends in ${days(Math.max(0, s.link_left_days))}` });
  const due = Math.min(
    s.planned_days,
    Math.max(1, Math.round((s.planned_days * Math.min(runs, KEPT_OVER_DAYS)) / KEPT_OVER_DAYS)),
  );
  const said = `${days(s.logged_days)} logged in the last week, ${s.planned_days} planned`;
  if (s.logged_days >= s.planned_days) entries.push({ kind: 'done', text: `the plan is kept: ${said}` });
  // Pain closes work: then the plan is not to be followed.
  else if (!hasPain && 2 * s.logged_days < due)
    entries.push({ kind: 'behind', text: `the plan is not followed: ${said}` });
  return entries;
}

const PRESSING: readonly InboxEntry['kind'][] = ['pain', 'late', 'link', 'behind', 'done'];

/** Between the lessons: pain, logs that wait, links that do not work, plans followed or not; the same few queries for any number of students. */
export async function inboxOf(db: Db, practiceId: string): Promise<InboxEntry[]> {
  const all = await standings(db, practiceId);
  const pains = await painsOf(
    db,
    practiceId,
    all.map((s) => s.student_id),
    true,
  );
  const entries = all.flatMap((s): InboxEntry[] => {
    const open = [...new Set((pains.get(s.student_id) ?? []).map((p) => painWords(asOpenPain(p))))];
    return [
      ...open.map((text) => ({ kind: 'pain' as const, text: `pain is open: ${text}` })),
      ...entriesOf(s, open.length > 0),
    ].map((e) => ({ ...e, studentId: s.student_id, studentName: s.name }));
  });
  return entries.sort((a, b) => PRESSING.indexOf(a.kind) - PRESSING.indexOf(b.kind));
}
