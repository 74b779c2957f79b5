import type { Level } from '../catalogue/stages.ts';

/** What came of a drill for one student and target: whether it went up a rung, as decided at a lesson. */
export interface DrillOutcome {
  readonly drillId: string;
  readonly target: string;
  readonly studentId: string;
  readonly level: Level;
  readonly moved: boolean;
}

/** What is known of a drill for a student. */
export interface Worked {
  /** −1 tried without effect … 1 moved this student’s own marks; 0 where nothing is known. */
  readonly score: number;
  readonly words: string;
}

/** Fewer players like this one are shown as counts and order nothing. */
export const FEWEST_ALIKE = 5;
/** Worth of what is usual against the counts, in players. */
const USUAL = { moved: 1, of: 2 } as const;

/**
 * What moved this student's own numbers, then what moved players like this one: those of the same level with the same target.
 * @param outcomes of all students of the practice, this one's among them
 */
export function workedFor(
  outcomes: readonly DrillOutcome[],
  student: { readonly id: string; readonly level: Level },
  target: string,
): (drillId: string) => Worked {
  return (drillId) => {
    const of = outcomes.filter((o) => o.drillId === drillId && o.target === target);
    const own = of.filter((o) => o.studentId === student.id);
    const alike = of.filter((o) => o.studentId !== student.id && o.level === student.level);
    const moved = alike.filter((o) => o.moved).length;
    const counts =
      alike.length === 0
        ? ''
        : alike.length < FEWEST_ALIKE
          ? ` Of players like this one ${moved} of ${alike.length} went up a rung: counts only.`
          : ` Of players like this one ${moved} of ${alike.length} went up a rung.`;
    if (own.length > 0) {
      const did = own.some((o) => o.moved);
      return {
        score: did ? 1 : -1,
        words: `${did ? 'Moved this student’s own marks before.' : 'Tried before: it moved nothing for this student.'}${counts}`,
      };
    }
    const share = (moved + USUAL.moved) / (alike.length + USUAL.of);
    return { score: alike.length >= FEWEST_ALIKE ? 2 * share - 1 : 0, words: counts.trim() };
  };
}
