import { FULL_EFFORT_LOADS } from '../catalogue/drill-asks.ts';
import { drillById } from '../catalogue/drills.ts';
import { bodyClosedBecause, planClosedBecause } from '../plan/body.ts';
import { FULL_INTENT_EFFORT } from '../plan/load.ts';
import { closedByBody, type PlanStudent } from '../plan/open-drills.ts';
import type { TrialCondition } from './run.ts';

/** Effort that a condition asks: another implement is swung at full intent, and counts as such. */
export const effortOf = (c: Pick<TrialCondition, 'kind'>): number | null =>
  c.kind === 'implement' ? FULL_INTENT_EFFORT : null;

/** Why a trial is closed for a student; empty where it is open. What closes a drill or maximal work in it closes it. */
export function trialClosedBecause(conditions: readonly TrialCondition[], student: PlanStudent): string[] {
  const reasons = new Set(planClosedBecause(student));
  for (const c of conditions) {
    const drill = drillById(c.drillId);
    const own = drill
      ? closedByBody(drill, student)
      : bodyClosedBecause(
          effortOf(c) === null ? { loads: [], maximal: false } : { loads: FULL_EFFORT_LOADS, maximal: true },
          student,
        );
    for (const r of own) reasons.add(`${c.label}: ${r}`);
  }
  return [...reasons];
}
