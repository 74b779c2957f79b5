import { addDays, differenceInCalendarDays, format, parseISO } from 'date-fns';
import { isFullIntentAt } from '../../core/catalogue/drill-rungs.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { rungOfKey } from '../../core/catalogue/rungs.ts';
import type { ProgrammeDay } from '../../core/plan/programme.ts';

/** A plan's week, and the days of the programme that takes its place where one runs. */
interface Week {
  readonly startsOn: string | null;
  readonly week: { day: number; drillIds: string[] }[];
  readonly drills: readonly { readonly drillId: string; readonly rung: string }[];
  readonly programmeDays: readonly ProgrammeDay[] | null;
}

const DAYS = 7;
/** Mobility and slow work without a ball. */
export const isSlow = (key: string): boolean => {
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
function drillsOf(day: ProgrammeDay, drills: Week['drills']): string[] {
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
export function plannedOn(plan: Week, today: Date): readonly string[] {
  const day = plan.programmeDays?.find((d) => d.date === format(today, 'yyyy-MM-dd'));
  if (day) return drillsOf(day, plan.drills);
  if (plan.startsOn === null) return [];
  const days = differenceInCalendarDays(today, parseISO(plan.startsOn));
  return days < 0 ? [] : (plan.week.find((d) => d.day === days % DAYS)?.drillIds ?? []);
}

/** The week as it is shown: of the programme from today on where one runs, else of the plan. */
export function shownWeek(plan: Week, today: Date): { startsOn: string; week: Week['week'] } | null {
  if (plan.programmeDays === null)
    return plan.startsOn === null ? null : { startsOn: weekStart(plan.startsOn, today), week: plan.week };
  return {
    startsOn: format(today, 'yyyy-MM-dd'),
    week: Array.from({ length: DAYS }, (_, day) => ({ day, drillIds: [...plannedOn(plan, addDays(today, day))] })),
  };
}
