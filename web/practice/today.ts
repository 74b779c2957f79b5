import { addDays, differenceInCalendarDays, format, isSameDay, parseISO } from 'date-fns';
import type { PracticeAnswer } from '../../api/types.ts';
import { isFullIntentAt } from '../../core/catalogue/drill-rungs.ts';
import { fullIntentSwings } from '../../core/plan/protocol.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { rungOfKey } from '../../core/catalogue/rungs.ts';
import type { ProgrammeDay } from '../../core/plan/programme.ts';
import type { DayState } from './run-state.ts';

const DAYS = 7;
/** Mobility and slow work without a ball. */
const isSlow = (key: string): boolean => {
  const rung = rungOfKey(key);
  return rung?.ball === 'none' && (rung.pace === 'still' || rung.pace === 'slow');
};

/** First day of the plan's week that a day lies in: the week repeats until another plan takes over. */
export function weekStart(startsOn: string, today: Date): string {
  const first = parseISO(startsOn);
  const weeks = Math.max(0, Math.floor(differenceInCalendarDays(today, first) / DAYS));
  return format(addDays(first, DAYS * weeks), 'yyyy-MM-dd');
}

/** Drills of the plan that a day of the programme takes: at full intent only where it holds such swings, brisk ones not while learning. */
function drillsOf(day: ProgrammeDay, drills: PracticeAnswer['drills']): string[] {
  const { session } = day;
  if (!session) return [];
  return drills
    .filter((d) => {
      const info = drillById(d.drillId);
      if (isFullIntentAt(info, d.rung)) return session.maximalSwings > 0;
      return info?.intensity === 'technique' || isSlow(d.rung) || session.parts.length > 1;
    })
    .map((d) => d.drillId);
}

/** Drills planned for a day: of the programme where one runs, else of the plan's week. */
export function plannedOn(
  plan: Pick<PracticeAnswer, 'startsOn' | 'week' | 'drills' | 'programmeDays'>,
  today: Date,
): readonly string[] {
  const day = plan.programmeDays?.find((d) => d.date === format(today, 'yyyy-MM-dd'));
  if (day) return drillsOf(day, plan.drills);
  if (plan.startsOn === null) return [];
  const days = differenceInCalendarDays(today, parseISO(plan.startsOn));
  return days < 0 ? [] : (plan.week.find((d) => d.day === days % DAYS)?.drillIds ?? []);
}

/** The week as it is shown: of the programme from today on where one runs, else of the plan. */
export function shownWeek(
  plan: Pick<PracticeAnswer, 'startsOn' | 'week' | 'drills' | 'programmeDays'>,
  today: Date,
): { startsOn: string; week: PracticeAnswer['week'] } | null {
  if (plan.programmeDays === null || plan.programmeDays === undefined)
    return plan.startsOn === null ? null : { startsOn: weekStart(plan.startsOn, today), week: plan.week };
  return {
    startsOn: format(today, 'yyyy-MM-dd'),
    week: Array.from({ length: DAYS }, (_, day) => ({ day, drillIds: [...plannedOn(plan, addDays(today, day))] })),
  };
}

/** Full-intent swings that still fit into the day, with what this phone has logged and the server may not know yet. */
export function maximalLeft(plan: Pick<PracticeAnswer, 'load'>, day: DayState, today: string): number {
  const { load } = plan;
  if (load.day === today)
    return Math.max(0, Math.min(load.left, load.dayCap - Math.max(load.today, day.maximalSwings)));
  // A plan fetched on an earlier day: what was done since then only this phone knows.
  return load.today > 0 && differenceInCalendarDays(parseISO(today), parseISO(load.day)) === 1
    ? 0
    : Math.max(0, load.dayCap - day.maximalSwings);
}

/** Whether pain was noted on this day, on this phone or elsewhere: the day is over. */
export const painToday = (plan: Pick<PracticeAnswer, 'pains'>, day: DayState, now: Date): boolean =>
  day.pain || plan.pains.some((p) => isSameDay(new Date(p.notedAt), now));

/** Why the flow is not for today; empty where it can be started. */
export function flowClosed(plan: PracticeAnswer, day: DayState, now: Date): string[] {
  const { protocol } = plan;
  if (!protocol) return [];
  if (painToday(plan, day, now)) return ['Pain was noted today: the rest of the day is for recovery.'];
  if (protocol.closedBecause.length > 0) return protocol.closedBecause;
  const asked = fullIntentSwings(protocol.said);
  if (asked > 0 && maximalLeft(plan, day, format(now, 'yyyy-MM-dd')) < asked)
    return [`It asks ${asked} full-speed swings; the day’s cap leaves fewer, or yesterday had some.`];
  return [];
}

/** Why a drill is not for today; empty where it can be started. Pain, the instructor, the caps, rest days. */
export function notToday(
  plan: PracticeAnswer,
  drill: PracticeAnswer['drills'][number],
  day: DayState,
  now: Date,
): string[] {
  if (painToday(plan, day, now)) return ['Pain was noted today: the rest of the day is for recovery.'];
  if (drill.closedBecause.length > 0) return drill.closedBecause;
  const info = drillById(drill.drillId);
  const maximal = isFullIntentAt(info, drill.rung);
  if (maximal && maximalLeft(plan, day, format(now, 'yyyy-MM-dd')) <= 0)
    return ['No more full-speed swings today: the cap of the day is reached, or yesterday had some.'];
  const planned = plannedOn(plan, now);
  if (planned.includes(drill.drillId) || plan.week.length === 0) return [];
  if (maximal || (info && info.intensity !== 'technique' && !isSlow(drill.rung)))
    return [planned.length === 0 ? 'Rest day: mobility and slow work only.' : 'Not planned for today.'];
  if (planned.length === 0 && !isSlow(drill.rung)) return ['Rest day: mobility and slow work only.'];
  return [];
}
