import type { Drill } from '../catalogue/drill-type.ts';

/** What of a student's screens moves marks and doses. */
export interface Screened {
  readonly ageYears: number;
  readonly returning?: boolean;
  readonly balanceS?: number;
  readonly trunkTurnDeg?: number;
  readonly toeExtensionDeg?: number;
  readonly heelRaises?: number;
}

/** Trunk turn that the catalogue's marks take for granted, with what a reading by eye misses it by. */
const FULL_TURN_DEG = 90;
const TURN_SLACK_DEG = 5;
/** Big-toe extension that a push in a swing needs, held; typical. */
export const TOE_PUSH_DEG = 30;
/** Raises on one leg from which quick ones are no strain; typical. */
const ENOUGH_RAISES = 10;
const SENIOR_AGE = 60;
const STAND_S = 20;

/** A mark by a turn: the last five degrees up to what the trunk has. */
const turnMark = (turnDeg: number): string => {
  const top = Math.max(20, 5 * Math.floor(turnDeg / 5));
  return `${top - 5}–${top}°`;
};

/** Extension of a toe that is too stiff for the push; undefined where it is not, or was not measured. */
const stiffToe = (s: Screened): number | undefined =>
  s.toeExtensionDeg !== undefined && s.toeExtensionDeg < TOE_PUSH_DEG ? s.toeExtensionDeg : undefined;
const pushesOffToes = (d: Drill): boolean => d.demands.includes('foot') && d.id !== 'toe-and-ankle';

/** Order among drills by the body: −1 is what it asks for, 1 what it makes hard. */
export function bodyRank(drill: Drill, student: Screened): number {
  if (stiffToe(student) === undefined) return 0;
  return drill.id === 'toe-and-ankle' ? -1 : pushesOffToes(drill) ? 1 : 0;
}

/** A drill with its mark and dose as they are for a body, and what was changed because of what. */
export function fitDrill(
  drill: Drill,
  student: Screened,
): { readonly drill: Drill; readonly because: readonly string[] } {
  let { check, dose } = drill;
  const because: string[] = [];
  const { trunkTurnDeg: turn, balanceS, heelRaises } = student;
  const toe = stiffToe(student);
  if (turn !== undefined && turn < FULL_TURN_DEG - TURN_SLACK_DEG && check.text.includes(`${FULL_TURN_DEG}°`)) {
    check = { ...check, text: check.text.replace(`${FULL_TURN_DEG}°`, turnMark(turn)) };
    because.push(`Mark at ${turnMark(turn)} in place of ${FULL_TURN_DEG}°: the trunk turns ${turn.toFixed(0)}°.`);
  }
  if (toe !== undefined && pushesOffToes(drill) && dose.sets > 1) {
    dose = { ...dose, sets: Math.ceil(dose.sets / 2) };
    because.push(
      `${dose.sets} of ${drill.dose.sets} sets, pushing from the ankle: the big toe extends ${toe.toFixed(0)}°.`,
    );
  }
  if (balanceS !== undefined && balanceS < STAND_S && check.text.includes(`${STAND_S} s`)) {
    const mark = Math.min(STAND_S, 5 * Math.floor(balanceS / 5) + 5);
    if (mark < STAND_S) {
      check = { ...check, text: check.text.replace(`${STAND_S} s`, `${mark} s`) };
      because.push(`Mark at ${mark} s in place of ${STAND_S} s: ${balanceS.toFixed(0)} s were held.`);
    }
  }
  if (heelRaises !== undefined && heelRaises < ENOUGH_RAISES && drill.id === 'toe-raise-fast') {
    dose = { ...dose, reps: Math.max(3, Math.ceil(heelRaises / 2)) };
    because.push(`${dose.reps} reps: ${heelRaises} heel raises were done.`);
  }
  if ((student.ageYears > SENIOR_AGE || student.returning) && drill.intensity !== 'technique') {
    dose = { ...dose, restS: Math.round((1.5 * dose.restS) / 5) * 5 };
    because.push(
      `Rest ${dose.restS} s in place of ${drill.dose.restS} s: ${student.returning ? 'coming back' : `over ${SENIOR_AGE}`}.`,
    );
  }
  return { drill: because.length === 0 ? drill : { ...drill, check, dose }, because };
}
