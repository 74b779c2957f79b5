import { today } from '../../core/units/calendar-day.ts';
import { staleStudents } from '../rows/figures.ts';
import { studentRow } from '../rows/students.ts';
import type { Means } from '../work/means.ts';
import { standings } from './standing.ts';

/** Students at a time: what is asked meanwhile waits no longer than for these. */
const AT_ONCE = 4;
const FIRST = '00000000-0000-0000-0000-000000000000';

/**
 * Reckons the standings that do not hold (after a rebuild, a changed setting, a day that is over), a few students at a time, so
 * that the first look at a list is as quick as any.
 * @param stopped asked between them
 * @returns standings reckoned
 */
export async function warmStandings(means: Means, stopped: () => boolean): Promise<number> {
  let done = 0;
  for (let after = FIRST; !stopped();) {
    const stale = await staleStudents(means.db, today(), after, AT_ONCE);
    const last = stale.at(-1);
    if (!last) break;
    for (const { id, practice_id } of stale) {
      const student = await studentRow(means.db, practice_id, id);
      if (student) await standings(means, practice_id, [student]);
      done += 1;
    }
    after = last.id;
  }
  return done;
}
