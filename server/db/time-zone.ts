import { TIME_ZONE } from '../../core/units/calendar-day.ts';
import { SET_TIME_ZONE, type Db } from './connection.ts';

const UNKNOWN_VALUE = '22023';

/** @throws Error where a database does not know this machine's time zone: its days would not be the practice's */
export async function checkTimeZone(db: Db, timeZone = TIME_ZONE): Promise<void> {
  try {
    await db.query(SET_TIME_ZONE, [timeZone]);
  } catch (error) {
    if ((error as { code?: string }).code !== UNKNOWN_VALUE) throw error;
    throw new Error(
      `The database does not know the time zone of this machine, ${timeZone}. Set TZ to one that it knows, such as TZ=UTC.`,
      { cause: error },
    );
  }
}
