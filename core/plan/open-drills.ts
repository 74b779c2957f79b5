import { ALWAYS_CAUTIONS, JUNIOR_CAUTION, MAXIMAL_CAUTION } from '../catalogue/cautions.ts';
import type { Drill, KitId, Place } from '../catalogue/drill-type.ts';
import { DRILLS } from '../catalogue/drills.ts';
import { bodyClosedBecause, type Body } from './body.ts';
import { bodyRank, fitDrill } from './fit-drill.ts';
import type { LensId } from '../catalogue/stages.ts';
import type { Worked } from './worked.ts';

/** What of a student decides on the drills that are open. */
export interface PlanStudent extends Body {
  readonly ageYears: number;
  readonly kit: readonly KitId[];
  readonly places: readonly Place[];
  /** Of the newest screen, the weaker side. */
  readonly balanceS?: number;
  readonly trunkTurnDeg?: number;
  readonly toeExtensionDeg?: number;
  readonly heelRaises?: number;
  /** Comes back after a break, a condition or an injury. */
  readonly returning?: boolean;
  readonly lens: LensId;
  /** Drills that the practice wrote, newest versions. */
  readonly ownDrills?: readonly Drill[];
}

export interface DrillChoice {
  /** With its mark and dose as they are for this body. */
  readonly drill: Drill;
  /** What of mark and dose the body changed, and why. */
  readonly fitted: readonly string[];
  readonly open: boolean;
  /** Why it is closed; empty where it is open. */
  readonly closedBecause: readonly string[];
  readonly cautions: readonly string[];
}

export const JUNIOR_AGE = 16;
const GUARDIAN_AGE = 18;

/** Why a student's body closes a drill, whatever is at hand; empty where it does not. */
export function closedByBody(drill: Drill, student: PlanStudent): string[] {
  const reasons = bodyClosedBecause(
    { loads: drill.demands, maximal: drill.intensity === 'maximal', drillId: drill.id },
    student,
  );
  const least = drill.needs?.balanceS;
  if (least !== undefined && student.balanceS !== undefined && student.balanceS < least)
    reasons.push(`Needs a single-leg stand of ${least} s; measured ${student.balanceS.toFixed(0)} s.`);
  if (student.ageYears < JUNIOR_AGE && drill.burdens && drill.intensity !== 'technique')
    reasons.push('Maximal throws, jumps and heavy implements are closed for growing players.');
  return reasons;
}

/** Why a drill is closed for a student to practise: by body, kit or place; empty where it is open. */
export function closedBecauseFor(drill: Drill, student: PlanStudent): string[] {
  const reasons = closedByBody(drill, student);
  const missingKit = drill.kit.filter((k) => !student.kit.includes(k) && !(k === 'club' && student.kit.length > 0));
  if (missingKit.length > 0) reasons.push(`Needs ${missingKit.join(' and ')}, which the student does not have.`);
  if (student.places.length > 0 && !drill.places.some((p) => student.places.includes(p)))
    reasons.push(`Only for ${drill.places.join(' or ')}; the student practises in ${student.places.join(' or ')}.`);
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

/** A drill as it stands for a student: open or closed with why, mark and dose as the body has them. */
export function choiceOf(drill: Drill, student: PlanStudent): DrillChoice {
  const closedBecause = closedBecauseFor(drill, student);
  const { drill: own, because } = fitDrill(drill, student);
  return {
    drill: own,
    fitted: because,
    open: closedBecause.length === 0,
    closedBecause,
    cautions: cautionsFor(drill, student),
  };
}

/** What worked orders by so much: more than a lens, less than the body. */
const WORKED_RANKS = 40;

/**
 * Drills for a fault: open ones first, those that the body asks for, those of the student's lens before others; closed ones with why.
 * @param worked what is known of a drill for this student; it orders under *Measured* alone, and opens and closes nothing
 */
export function drillsFor(fault: string, student: PlanStudent, worked?: (drillId: string) => Worked): DrillChoice[] {
  const known = student.lens === 'measured' ? worked : undefined;
  const rank = (c: DrillChoice): number =>
    (c.open ? 0 : 1000) +
    100 * bodyRank(c.drill, student) -
    WORKED_RANKS * (known?.(c.drill.id).score ?? 0) +
    (c.drill.lenses.includes(student.lens) ? 0 : 10) +
    c.drill.treats.indexOf(fault);
  return [...DRILLS, ...(student.ownDrills ?? [])]
    .filter((d) => d.treats.includes(fault))
    .map((drill) => choiceOf(drill, student))
    .sort((a, b) => rank(a) - rank(b));
}
