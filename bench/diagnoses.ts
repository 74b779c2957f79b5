import { FAULTS } from '../core/catalogue/faults.ts';
import type { Level } from '../core/catalogue/stages.ts';
import { diagnose } from '../core/diagnosis/diagnose.ts';
import { NoisyOr } from '../core/diagnosis/noisy-or.ts';
import type { Random } from '../core/numeric/random.ts';
import { makeStudent, type MakeOptions } from './students.ts';

export interface DiagnosisFigures {
  readonly n: number;
  readonly rootFirst: number;
  readonly rootAmongThree: number;
  readonly namedRate: number;
  readonly namedRoot: number;
  readonly namedConsequence: number;
  readonly namedAbsent: number;
  /** By tenths of the first cause's chance: said on average, true, how many. */
  readonly reliability: readonly { readonly said: number; readonly true: number; readonly n: number }[];
}

const changeable = new Set(FAULTS.filter((f) => f.changeable).map((f) => f.id));

/** What the verdict does on made-up students. Shares are of all students. */
export function diagnosisFigures(options: MakeOptions, n: number, random: Random): DiagnosisFigures {
  let [first, three, named, root, consequence, absent] = [0, 0, 0, 0, 0, 0];
  const tenths = Array.from({ length: 10 }, () => ({ said: 0, true: 0, n: 0 }));
  for (let i = 0; i < n; i++) {
    const s = makeStudent(random, options);
    const d = diagnose(s.findings, { level: s.level });
    const causes = d.faults.filter((f) => changeable.has(f.id));
    const top = causes.slice(0, 3).map((f) => f.id);
    if (s.roots.has(top[0]!)) first++;
    if (top.some((id) => s.roots.has(id))) three++;
    for (const f of causes) {
      const bin = tenths[Math.min(9, Math.floor(10 * f.causeChance))]!;
      bin.said += f.causeChance;
      bin.true += s.roots.has(f.id) ? 1 : 0;
      bin.n++;
    }
    if (d.verdict.faults.length === 0) continue;
    named++;
    const one = d.verdict.faults[0]!;
    if (d.verdict.faults.some((id) => s.roots.has(id))) root++;
    else if (s.present.has(one)) consequence++;
    else absent++;
  }
  return {
    n,
    rootFirst: first / n,
    rootAmongThree: three / n,
    namedRate: named / n,
    namedRoot: root / n,
    namedConsequence: consequence / n,
    namedAbsent: absent / n,
    reliability: tenths.map((b) => ({ said: b.n ? b.said / b.n : 0, true: b.n ? b.true / b.n : 0, n: b.n })),
  };
}

/** What an observer who knows each student's own world finds on the same students: the ceiling. */
export function ceiling(
  options: MakeOptions,
  n: number,
  random: Random,
): { rootFirst: number; rootAmongThree: number } {
  let [first, three] = [0, 0];
  for (let i = 0; i < n; i++) {
    const s = makeStudent(random, options);
    const { ownCause } = new NoisyOr(s.world.network).chances(s.world.logOdds);
    const top = FAULTS.map((f, k) => ({ id: f.id, chance: ownCause[k]! }))
      .sort((a, b) => b.chance - a.chance)
      .slice(0, 3);
    if (s.roots.has(top[0]!.id)) first++;
    if (top.some((t) => s.roots.has(t.id))) three++;
  }
  return { rootFirst: first / n, rootAmongThree: three / n };
}

/** Highest presence without any evidence, and faults expected, by level. */
export function withoutEvidence(level: Level): { highest: number; expected: number } {
  const { faults } = diagnose([], { level });
  return {
    highest: Math.max(...faults.map((f) => f.presentChance)),
    expected: faults.reduce((sum, f) => sum + f.presentChance, 0),
  };
}
