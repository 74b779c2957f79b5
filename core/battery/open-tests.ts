import { ISOLATION_TESTS, type IsolationTest } from '../catalogue/isolation-tests.ts';
import { bodyClosedBecause } from '../plan/body.ts';
import { JUNIOR_AGE, type PlanStudent } from '../plan/open-drills.ts';

export interface TestOpenness {
  readonly test: IsolationTest;
  /** Empty where the test is open. */
  readonly closedBecause: readonly string[];
}

/** Load beyond which a test is closed for growing players, as a share of the driver's mass. */
const HEAVIER = 1;

/** Which isolation tests this student's body, kit and places allow; the others with the reason. */
export function openTests(student: PlanStudent): TestOpenness[] {
  return ISOLATION_TESTS.map((test) => {
    const closedBecause = bodyClosedBecause({ loads: test.loads, maximal: true }, student);
    const missing = test.kit.filter((k) => !student.kit.includes(k));
    if (missing.length > 0) closedBecause.push(`Needs a ${missing.join(' and a ')}.`);
    if (test.balanceS !== undefined && student.balanceS !== undefined && student.balanceS < test.balanceS)
      closedBecause.push(`Needs a single-leg stand of ${test.balanceS} s; measured ${student.balanceS.toFixed(0)} s.`);
    if ((test.massShare ?? 1) > HEAVIER && student.ageYears < JUNIOR_AGE)
      closedBecause.push('Heavier implements are closed for growing players.');
    return { test, closedBecause };
  });
}
