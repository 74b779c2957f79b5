import { dayOf } from '../../core/units/calendar-day.ts';
import type { ClosuresWire } from '../../api/body-types.ts';
import { openTests } from '../../core/battery/open-tests.ts';
import { FULL_EFFORT_LOADS } from '../../core/catalogue/drill-asks.ts';
import { bodyClosedBecause, planClosedBecause } from '../../core/plan/body.ts';
import { FULL_INTENT_EFFORT, loadOn, type Load } from '../../core/plan/load.ts';
import type { PlanStudent } from '../../core/plan/open-drills.ts';
import type { Db } from '../db/connection.ts';
import { Problem } from '../http/problem.ts';
import { loadEntries, overruleOf } from '../rows/load.ts';
import { lateSets } from '../rows/late-sets.ts';
import { painsOf } from '../rows/pains.ts';
import type { StudentRow } from '../rows/students.ts';
import { mayFilm } from './lesson-data.ts';
import { isReturning, planStudent } from './plan-student.ts';

const DAY_MS = 86_400_000;
const LOOK_BACK_DAYS = 15;
/** Lessons begun longer ago are past: what is opened in them was swung then. */
const NOW_HOURS = 36;

/** Count of full-intent swings on a day against the caps. */
export async function loadOf(
  db: Db,
  practiceId: string,
  student: StudentRow,
  who: PlanStudent,
  on: Date,
): Promise<Load> {
  const from = dayOf(new Date(on.getTime() - LOOK_BACK_DAYS * DAY_MS));
  const entries = (await loadEntries(db, practiceId, [student.id], from)).get(student.id) ?? [];
  return loadOn(dayOf(on), entries, who.ageYears, isReturning(student));
}

/** What of a student's work is closed on a day, and why. */
export async function closuresOf(db: Db, practiceId: string, student: StudentRow, on: Date): Promise<ClosuresWire> {
  const who = await planStudent(db, practiceId, student, on);
  const [load, pains, overruled, late] = await Promise.all([
    loadOf(db, practiceId, student, who, on),
    painsOf(db, practiceId, [student.id], true),
    overruleOf(db, practiceId, student.id, dayOf(on)),
    lateSets(db, practiceId, student.id),
  ]);
  return {
    planClosedBecause: planClosedBecause(who),
    pains: pains.get(student.id) ?? [],
    consentMissing: !mayFilm(student, on),
    lateSets: late,
    load,
    overruled,
  };
}

/** What is asked of a student in a block. */
export interface AskedBlock {
  readonly condition: string;
  readonly withBall: boolean;
  readonly effort?: number | null;
}

/**
 * Refuses a block that the body or the caps close, in a lesson that is not past: what Tests closes, this closes as well.
 * Blocks of lessons that are past record what was, and are not refused.
 * @throws Problem 422 block-closed, 422 load-cap
 */
export async function refuseClosedBlock(
  db: Db,
  practiceId: string,
  student: StudentRow,
  startsAt: Date,
  block: AskedBlock,
): Promise<void> {
  const now = new Date();
  if (now.getTime() - startsAt.getTime() > NOW_HOURS * 3_600_000) return;
  const who = await planStudent(db, practiceId, student, now);
  const test = openTests(who).find((t) => t.test.condition === block.condition && block.condition !== 'normal');
  const fullIntent = test !== undefined || (block.effort ?? 0) >= FULL_INTENT_EFFORT;
  const closed = test
    ? test.closedBecause
    : bodyClosedBecause({ loads: fullIntent ? FULL_EFFORT_LOADS : [], maximal: fullIntent }, who);
  if (closed.length > 0)
    throw new Problem(422, 'block-closed', `This block is closed: ${closed.join(' ')}`, 'condition');
  if (!fullIntent) return;
  const load = await loadOf(db, practiceId, student, who, now);
  if (load.state !== 'over' || (await overruleOf(db, practiceId, student.id, load.day))) return;
  throw new Problem(
    422,
    'load-cap',
    `No more full-intent swings today: ${load.because.join(' ')} You can overrule it with your reason.`,
    'effort',
  );
}
