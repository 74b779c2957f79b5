import { Problem } from '../http/problem.ts';
import type { StudentRow } from '../rows/students.ts';
import { ageYears, mayBeMinor, mayFilm } from './lesson-data.ts';

/** @throws Problem 403 for a minor without a guardian's consent on file */
export function checkConsent(student: StudentRow, what: string): void {
  if (mayFilm(student, new Date())) return;
  const open = student.birth_date === null && mayBeMinor(student, new Date()) && ageYears(student, new Date()) === 18;
  throw new Problem(
    403,
    'no-consent',
    open
      ? `${student.name} turns 18 this year: the birth date or a guardian’s consent must be on the student’s page first. ${what}`
      : `${student.name} is under 18 and no guardian’s consent is on file. ${what} Record the consent on the student’s page first.`,
    'guardianConsentOn',
  );
}
