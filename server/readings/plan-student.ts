import type { KitId, Place } from '../../core/catalogue/drill-type.ts';
import type { BodyPart, ClearanceFlag } from '../../core/catalogue/cautions.ts';
import type { LensId } from '../../core/catalogue/stages.ts';
import type { Body } from '../../core/plan/body.ts';
import type { PlanStudent } from '../../core/plan/open-drills.ts';
import type { Db } from '../db/connection.ts';
import { asOpenPain, painsOf } from '../rows/pains.ts';
import { ageYears } from './lesson-data.ts';
import { ownDrills } from '../rows/own-drills.ts';
import { screensOf, type StudentRow } from '../rows/students.ts';

/** Comes back after a break, a condition or an injury: lower caps. */
export const isReturning = (row: StudentRow): boolean => row.goal_kind === 'win-back' || row.flags.length > 0;

/** What of the body stands on a student's file, pain noted since left out. */
export const bodyOf = (row: StudentRow): Omit<Body, 'pains'> => ({
  flags: row.flags as ClearanceFlag[],
  clearedOn: row.cleared_on,
  painfulParts: row.painful_parts as BodyPart[],
});

/** The smaller of both sides, where either was measured. */
function weaker(...sides: readonly (number | null | undefined)[]): number | undefined {
  const known = sides.filter((v): v is number => typeof v === 'number');
  return known.length > 0 ? Math.min(...known) : undefined;
}

/** What of a student decides on open drills: age on a day, body and open pain as they are now. */
export async function planStudent(db: Db, practiceId: string, row: StudentRow, on: Date): Promise<PlanStudent> {
  const screen = (await screensOf(db, practiceId, row.id))[0];
  const pains = await painsOf(db, practiceId, [row.id], true);
  return {
    ageYears: ageYears(row, on),
    kit: row.kit as KitId[],
    places: row.places as Place[],
    ...bodyOf(row),
    pains: (pains.get(row.id) ?? []).map(asOpenPain),
    balanceS: weaker(screen?.balanceLeadS, screen?.balanceTrailS),
    trunkTurnDeg: weaker(screen?.trunkTurnLeadDeg, screen?.trunkTurnTrailDeg),
    toeExtensionDeg: weaker(screen?.toeExtensionLeadDeg, screen?.toeExtensionTrailDeg),
    heelRaises: screen?.heelRaises ?? undefined,
    returning: isReturning(row),
    ownDrills: await ownDrills(db, practiceId),
    lens: row.lens as LensId,
  };
}
