import { today } from '../../core/units/calendar-day.ts';
import { REFERRAL, ALWAYS_CAUTIONS } from '../../core/catalogue/cautions.ts';
import { aidOf, askAtKey } from '../../core/catalogue/drill-rungs.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { rungWords } from '../../core/catalogue/rungs.ts';
import { planClosedBecause } from '../../core/plan/body.ts';
import { dayWords } from '../../core/plan/day-words.ts';
import { cautionsFor, closedByBody } from '../../core/plan/open-drills.ts';
import { addDays } from '../../core/plan/calendar-days.ts';
import type { ProgrammeDay } from '../../core/plan/programme.ts';
import type { PaperDrill, PaperPlan } from '../../api/paper-types.ts';
import type { PlanWire } from '../../api/types.ts';
import type { Db } from '../db/connection.ts';
import { Problem } from '../http/problem.ts';
import type { CalendarDay } from '../paper/calendar.ts';
import type { Handout } from '../paper/handout.ts';
import { planInForce } from '../rows/plans.ts';
import { runningProgramme } from '../rows/programmes.ts';
import type { StudentRow } from '../rows/students.ts';
import { planStudent } from './plan-student.ts';

const WEEK = 7;
/** Weeks that a plan without a programme is written into a calendar for: it repeats until the next lesson. */
const PLAN_WEEKS = 6;
const WEEKDAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
const dayName = (date: string): string => `${WEEKDAYS[new Date(`${date}T00:00:00Z`).getUTCDay()]}, ${dayWords(date)}`;

const drillNames = (ids: readonly string[]): string => ids.map((id) => drillById(id)?.name ?? id).join(', ');

function sessionText(d: ProgrammeDay): string {
  const { session } = d;
  const said = [
    d.off === 'event' ? 'the event' : d.off,
    d.lesson ? 'lesson' : '',
    session ? `practice: ${session.parts.join(', ')}` : '',
    session && session.maximalSwings > 0
      ? `${session.maximalSwings} swings at full intent, ${session.otherWay} of them the other way`
      : '',
    session && session.volume < 1 ? 'half volume' : '',
    d.retest ? 're-test in the same conditions' : '',
  ].filter((t) => t !== '');
  return said.join('; ');
}

/** Days from one on: of the programme where one runs, else of the plan's week. */
async function daysFrom(
  db: Db,
  practiceId: string,
  student: StudentRow,
  plan: PlanWire | null,
  from: string,
  count: number,
): Promise<{ date: string; text: string }[]> {
  const programme = await runningProgramme(db, practiceId, student.id);
  const dates = Array.from({ length: count }, (_, i) => addDays(from, i));
  return dates.map((date) => {
    const day = programme?.days.find((d) => d.date === date);
    if (day) return { date, text: sessionText(day) };
    if (!plan || date < plan.startsOn) return { date, text: '' };
    const at = Math.round((Date.parse(date) - Date.parse(plan.startsOn)) / 86_400_000) % WEEK;
    const ids = (plan.week.find((d) => d.day === at)?.drillIds ?? []).filter(
      (id) => plan.drills.find((d) => d.drillId === id)?.state === 'running',
    );
    return { date, text: drillNames(ids) };
  });
}

/** The plan in force as it goes on paper; what is closed is left out with its reason. Without a plan there is no drill. */
export async function planOnPaper(
  db: Db,
  practiceId: string,
  student: StudentRow,
  plan: PlanWire | null,
): Promise<PaperPlan> {
  const who = await planStudent(db, practiceId, student, new Date());
  const closed = planClosedBecause(who);
  const running = closed.length > 0 ? [] : (plan?.drills ?? []).filter((d) => d.state === 'running');
  const closedDrills = running.flatMap((d) => {
    const drill = drillById(d.drillId);
    const why = drill ? closedByBody(drill, who) : [];
    return drill && why.length > 0 ? [`${drill.name}: ${why.join(' ')}`] : [];
  });
  const drills = running.flatMap((d): PaperDrill[] => {
    const drill = drillById(d.drillId);
    if (!drill || closedByBody(drill, who).length > 0) return [];
    const ask = askAtKey(drill, d.rung);
    return [
      {
        name: drill.name,
        figures: drill.figures,
        steps: drill.steps,
        cue: d.cue,
        rung: rungWords(d.rung, aidOf(drill)),
        dose: `${d.sets} × ${d.reps}, rest ${d.restS} s, ${d.sessionsPerWeek} a week`,
        check: ask
          ? `${d.mark || (ask.alone ?? ask.check.text)}, ${ask.check.passed} of ${ask.check.of}. ${ask.check.reset}`
          : '',
        cautions: cautionsFor(drill, who).filter((c) => !ALWAYS_CAUTIONS.includes(c)),
      },
    ];
  });
  const week = await daysFrom(db, practiceId, student, plan, today(), WEEK);
  return {
    drills,
    week: week.map((d) => ({ day: dayName(d.date), text: closed.length > 0 ? 'closed' : d.text || 'rest' })),
    cautions: ALWAYS_CAUTIONS,
    referral: REFERRAL,
    closedBecause: [...closed, ...closedDrills],
  };
}

/** The handout of the plan in force. @throws Problem where there is none */
export async function handoutOf(db: Db, practiceId: string, student: StudentRow): Promise<Handout> {
  const plan = await planInForce(db, practiceId, student.id);
  if (!plan) throw new Problem(404, 'not-found', 'There is no plan yet; it is made in Prescribe.');
  return {
    ...(await planOnPaper(db, practiceId, student, plan)),
    student: student.name,
    leftHanded: student.handedness === 'left',
    target: faultById(plan.target)?.name ?? plan.target,
    madeOn: today(),
  };
}

/** Days to come as they go into a calendar. Closed work is not written. */
export async function calendarDays(db: Db, practiceId: string, student: StudentRow): Promise<CalendarDay[]> {
  const who = await planStudent(db, practiceId, student, new Date());
  if (planClosedBecause(who).length > 0) return [];
  const plan = await planInForce(db, practiceId, student.id);
  const programme = await runningProgramme(db, practiceId, student.id);
  const from = today();
  const count = programme ? programme.days.filter((d) => d.date >= from).length : WEEK * PLAN_WEEKS;
  const days = await daysFrom(db, practiceId, student, plan, from, count);
  const target = plan ? (faultById(plan.target)?.name ?? plan.target) : '';
  return days
    .filter((d) => d.text !== '')
    .map((d) => ({
      uid: `${student.id}-${d.date}@maple-notch`,
      date: d.date,
      summary: d.text.startsWith('the event') ? 'Event' : d.text.startsWith('lesson') ? 'Golf lesson' : 'Golf practice',
      description: `${d.text}.${target ? ` The one change: ${target}.` : ''} Warm up first; stop on pain.`,
    }));
}
