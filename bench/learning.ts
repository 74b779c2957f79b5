import { LEVEL_ODDS, type Beliefs, type Confirmed } from '../core/beliefs/beliefs.ts';
import { FAULTS, faultById } from '../core/catalogue/faults.ts';
import { diagnose } from '../core/diagnosis/diagnose.ts';
import type { Random } from '../core/numeric/random.ts';
import { makeStudent, type MakeOptions } from './students.ts';

/** How far one practice's leaks lie from the catalogue's, as an SD of their logarithm. */
const PRACTICE_SD = 1;
/** Share of the true causes that a season's reviews confirm, and of the wrong ones that gain all the same. */
const CONFIRMED_IF_TRUE = 0.6;
const CONFIRMED_IF_NOT = 0.1;

export interface LearningFigures {
  readonly rootFirstBefore: number;
  readonly rootFirstAfter: number;
  readonly confirmed: number;
}

/** What a practice whose students differ from the catalogue gains once so many of them were worked with. */
export function learningFigures(
  kinds: MakeOptions['kinds'],
  { taught, tested }: { taught: number; tested: number },
  random: Random,
): LearningFigures {
  const practice = new Map(FAULTS.map((f) => [f.id, Math.exp(PRACTICE_SD * random.normal())]));
  const options: MakeOptions = { kinds, roots: 'one-to-three', practice };
  const causes: Record<string, number> = {};
  let exposure = 0;
  let confirmed = 0;
  for (let i = 0; i < taught; i++) {
    const s = makeStudent(random, options);
    const d = diagnose(s.findings, { level: s.level });
    const target = d.verdict.faults[0];
    if (target === undefined) continue;
    if (random.uniform() > (s.roots.has(target) ? CONFIRMED_IF_TRUE : CONFIRMED_IF_NOT)) continue;
    confirmed++;
    exposure += LEVEL_ODDS[s.level];
    for (const f of d.faults) {
      const count = f.id === target ? 1 : f.causeChance;
      causes[f.id] = (causes[f.id] ?? 0) + count;
    }
  }
  const learned: Confirmed = { exposure, causes };
  let [before, after] = [0, 0];
  const first = (s: ReturnType<typeof makeStudent>, beliefs: Beliefs): string =>
    diagnose(s.findings, { level: s.level, beliefs }).faults.filter((f) => faultById(f.id)?.changeable)[0]!.id;
  for (let i = 0; i < tested; i++) {
    const s = makeStudent(random, options);
    if (s.roots.has(first(s, {}))) before++;
    if (s.roots.has(first(s, { confirmed: learned }))) after++;
  }
  return { rootFirstBefore: before / tested, rootFirstAfter: after / tested, confirmed };
}
