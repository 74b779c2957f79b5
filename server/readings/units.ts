import { settingsSchema } from '../../api/settings-schemas.ts';
import { unitsFor, type Units } from '../../core/units/shown-units.ts';
import type { Db } from '../db/connection.ts';
import { practiceRow } from '../rows/accounts.ts';

/** The units that a practice has set. */
export async function unitsOf(db: Db, practiceId: string): Promise<Units> {
  const { speedUnit, distanceUnit } = settingsSchema.cast((await practiceRow(db, practiceId))?.settings ?? {});
  return unitsFor(speedUnit, distanceUnit);
}
