import { ALWAYS_CAUTIONS, JUNIOR_CAUTION, MAXIMAL_CAUTION } from '../catalogue/cautions.ts';
import type { Drill, KitId, Place } from '../catalogue/drill-type.ts';
import { DRILLS } from '../catalogue/drills.ts';
import { bodyClosedBecause, type Body } from './body.ts';
import type { LensId } from '../catalogue/stages.ts';

/** What of a student decides on the drills that are open. */
export interface PlanStudent extends Body {
  readonly ageYears: number;
  readonly kit: readonly KitId[];
  readonly places: readonly Place[];
  readonly balanceS?: number;
  readonly lens: LensId;
}

export interface DrillChoice {
  readonly drill: Drill;
  readonly open: boolean;
  /** Why it is closed; empty where it is open. */
  readonly closedBecause: readonly string[];
  readonly cautions: readonly string[];
}

export const JUNIOR_AGE = 16;
const GUARDIAN_AGE = 18;

/** Why a drill is closed for a student; empty where it is open. */
export function closedBecauseFor(drill: Drill, student: PlanStudent): string[] {
  const reasons = bodyClosedBecause(
    { loads: drill.demands, maximal: drill.intensity === 'maximal', drillId: drill.id },
    student,
  );
  const missingKit = drill.kit.filter((k) => !student.kit.includes(k) && !(k === 'club' && student.kit.length > 0));
  if (missingKit.length > 0) reasons.push(`Needs ${missingKit.join(' and ')}, which the student does not have.`);
  if (student.places.length > 0 && !drill.places.some((p) => student.places.includes(p))) {
    reasons.push(`Only for ${drill.places.join(' or ')}; the student practises in ${student.places.join(' or ')}.`);
  }
  if (
    drill.needs?.balanceS !== undefined &&
    student.balanceS !== undefined &&
    student.balanceS < drill.needs.balanceS
  ) {
    reasons.push(`Needs a single-leg stand of ${drill.needs.balanceS} s; measured ${student.balanceS.toFixed(0)} s.`);
  }
  if (drill.intensity === 'maximal' && student.ageYears < JUNIOR_AGE) {
    reasons.push('Maximal work is closed for growing players.');
  }
  return reasons;
}

/** Cautions that go with a drill; those that always apply come first. */
export function cautionsFor(drill: Drill, student: Pick<PlanStudent, 'ageYears'>): string[] {
  return [
    ...ALWAYS_CAUTIONS,
    ...(drill.intensity === 'technique' ? [] : [MAXIMAL_CAUTION]),
    ...(student.ageYears < GUARDIAN_AGE ? [JUNIOR_CAUTION] : []),
    ...drill.cautions,
  ];
}

/** Drills for a fault: open ones first, those of the student's lens before others; closed ones with why. */
export function drillsFor(fault: string, student: PlanStudent): DrillChoice[] {
  const rank = (c: DrillChoice): number =>
    (c.open ? 0 : 100) + (c.drill.lenses.includes(student.lens) ? 0 : 10) + c.drill.treats.indexOf(fault);
  return DRILLS.filter((d) => d.treats.includes(fault))
    .map((drill) => {
      const closedBecause = closedBecauseFor(drill, student);
      return { drill, open: closedBecause.length === 0, closedBecause, cautions: cautionsFor(drill, student) };
    })
    .sort((a, b) => rank(a) - rank(b));
}
