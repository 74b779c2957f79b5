import { differenceInCalendarDays, format, isSameDay, parseISO } from 'date-fns';
import type { PracticeAnswer } from '../../api/types.ts';
import { isFullIntentAt } from '../../core/catalogue/drill-rungs.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { fullIntentSwings } from '../../core/plan/protocol.ts';
import { isSlow, plannedOn } from '../parts/shown-week.ts';
import type { DayState } from './run-state.ts';

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
