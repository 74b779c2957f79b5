import { dayOf } from '../../core/units/calendar-day.ts';
import type { ProgrammeInput } from '../../api/programme-schemas.ts';
import type { ProgrammeAnswer, ProgrammeWeekWire, ProgrammeWire } from '../../api/programme-types.ts';
import { bodyClosedBecause } from '../../core/plan/body.ts';
import type { PlanStudent } from '../../core/plan/open-drills.ts';
import { addDays } from '../../core/plan/calendar-days.ts';
import { lastDayOf, planProgramme, type ProgrammeDay, type ProgrammeWish } from '../../core/plan/programme.ts';
import { brokenRules } from '../../core/plan/programme-rules.ts';
import type { LoadEntry } from '../../core/plan/load.ts';
import type { Db } from '../db/connection.ts';
import { Problem } from '../http/problem.ts';
import { median } from '../../core/numeric/statistics.ts';
import { sessionsOfStudents } from '../rows/figures.ts';
import { loadEntries } from '../rows/load.ts';
import { insertProgramme, practisedDays, runningProgramme, type ProgrammeRow } from '../rows/programmes.ts';
import type { StudentRow } from '../rows/students.ts';
import { isReturning, planStudent } from './plan-student.ts';

const PAST_DAYS = 15;
const WEEK = 7;

/** Why nothing at full intent can be asked of a student now; empty where it can. */
const fullIntentClosedBecause = (who: PlanStudent): string[] => bodyClosedBecause({ loads: [], maximal: true }, who);

/** A wish with what the student's file says: level, age, whether full intent is open, load of the last two weeks. */
async function wishOf(
  db: Db,
  practiceId: string,
  student: StudentRow,
  input: ProgrammeInput,
): Promise<{ wish: ProgrammeWish; closed: string[] }> {
  const who = await planStudent(db, practiceId, student, new Date());
  const from = addDays(input.startsOn, -PAST_DAYS);
  const entries = (await loadEntries(db, practiceId, [student.id], from)).get(student.id) ?? [];
  const { id: _id, eventOn, ...rest } = input;
  const closed = fullIntentClosedBecause(who);
  const wish: ProgrammeWish = {
    ...rest,
    eventOn: eventOn ?? null,
    level: student.level,
    ageYears: who.ageYears,
    returning: isReturning(student),
    maximal: closed.length === 0,
    pastLoad: entries.filter((e) => e.day < input.startsOn),
  };
  return { wish, closed };
}

/** Makes a programme in place of the one that runs; what was before its first day stays as it was in the old one. */
export async function makeProgramme(
  db: Db,
  practiceId: string,
  student: StudentRow,
  input: ProgrammeInput,
): Promise<void> {
  const { wish, closed } = await wishOf(db, practiceId, student, input);
  if (wish.eventOn !== null && wish.eventOn <= wish.startsOn)
    throw new Problem(422, 'bad-field', 'The event must lie after the first day.', 'eventOn');
  if (lastDayOf(wish) > addDays(wish.startsOn, 53 * WEEK))
    throw new Problem(422, 'bad-field', 'A programme lasts at most a year.', 'eventOn');
  const { days, phases, gaveWay } = planProgramme(wish);
  await db.transaction((tx) =>
    insertProgramme(tx, practiceId, {
      id: input.id,
      student_id: student.id,
      wish,
      days: [...days],
      phases: [...phases],
      gave_way: [...gaveWay, ...(wish.maximal ? [] : closed)],
    }),
  );
}

function weeksOf(
  days: readonly ProgrammeDay[],
  done: ReadonlySet<string>,
  load: readonly LoadEntry[],
): ProgrammeWeekWire[] {
  const weeks: ProgrammeWeekWire[] = [];
  for (let i = 0; i < days.length; i += WEEK) {
    const week = days.slice(i, i + WEEK);
    const [first, last] = [week[0], week.at(-1)];
    if (!first || !last) continue;
    const within = (d: string): boolean => first.date <= d && d <= last.date;
    weeks.push({
      from: first.date,
      plannedSessions: week.filter((d) => d.session).length,
      doneSessions: [...done].filter(within).length,
      plannedMaximal: week.reduce((n, d) => n + (d.session?.maximalSwings ?? 0), 0),
      doneMaximal: load.filter((e) => within(e.day)).reduce((n, e) => n + e.swings, 0),
    });
  }
  return weeks;
}

async function toWire(db: Db, practiceId: string, student: StudentRow, row: ProgrammeRow): Promise<ProgrammeWire> {
  const from = row.wish.startsOn;
  const [done, load, who, sessions] = await Promise.all([
    practisedDays(db, practiceId, student.id, from),
    loadEntries(db, practiceId, [student.id], from),
    planStudent(db, practiceId, student, new Date()),
    sessionsOfStudents(db, practiceId, [student.id]),
  ]);
  const today = dayOf(new Date());
  const maximal = fullIntentClosedBecause(who).length === 0;
  // What is closed by now breaks the days to come, not those that were.
  const now = row.days.map((d) => (d.date < today && d.session ? { ...d, session: null } : d));
  const broken = brokenRules(now, { ...row.wish, maximal }).filter((b) => b.date >= today);
  return {
    id: row.id,
    wish: row.wish,
    phases: row.phases,
    days: row.days,
    gaveWay: row.gave_way,
    broken: broken.map((b) => b.because),
    weeks: weeksOf(row.days, new Set(done), load.get(student.id) ?? []),
    speeds: sessions
      .filter((s) => s.club === 'driver' && s.with_ball && s.condition === 'normal' && dayOf(s.starts_at) >= from)
      .map((s) => ({ date: dayOf(s.starts_at), medianMps: median(s.speeds) })),
  };
}

export async function programmeAnswer(db: Db, practiceId: string, student: StudentRow): Promise<ProgrammeAnswer> {
  const row = await runningProgramme(db, practiceId, student.id);
  return {
    programme: row ? await toWire(db, practiceId, student, row) : null,
    draft: {
      startsOn: dayOf(new Date()),
      eventOn: student.goal_date,
      sessionsPerWeek: Math.min(WEEK, Math.max(1, student.sessions_per_week)),
    },
  };
}
