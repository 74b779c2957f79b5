import type { KitId, Place } from '../../core/catalogue/drill-type.ts';
import type { BodyPart, ClearanceFlag } from '../../core/catalogue/cautions.ts';
import type { LensId } from '../../core/catalogue/stages.ts';
import type { PlanStudent } from '../../core/plan/open-drills.ts';
import type { Db } from '../db/connection.ts';
import { ageYears } from './lesson-data.ts';
import { screensOf, type StudentRow } from '../rows/students.ts';

/** What of a student decides on open drills, on a day. */
export async function planStudent(db: Db, practiceId: string, row: StudentRow, on: Date): Promise<PlanStudent> {
  const screen = (await screensOf(db, practiceId, row.id))[0];
  const balance = [screen?.balanceLeadS, screen?.balanceTrailS].filter((v): v is number => typeof v === 'number');
  return {
    ageYears: ageYears(row, on),
    kit: row.kit as KitId[],
    places: row.places as Place[],
    flags: row.flags as ClearanceFlag[],
    cleared: row.cleared_on !== null,
    painfulParts: row.painful_parts as BodyPart[],
    balanceS: balance.length > 0 ? Math.min(...balance) : undefined,
    lens: row.lens as LensId,
  };
}
