import type { DrillChoice } from '../plan/open-drills.ts';
import type { ConditionKind } from './run.ts';
import type { CueKind } from './trial-finding.ts';

/** One thing that may be tried. */
export interface TrialSuggestion {
  readonly label: string;
  readonly kind: ConditionKind;
  readonly drillId: string;
  readonly because: string;
}

const MOST = 10;

/**
 * What may be tried for a fault: what was kept before, the student's own words, then the cues of its open drills, an outside
 * one before an inside one, in the order that Prescribe shows. The swing as usual always comes first.
 * @param moved kind of cue that moved this student in earlier trials: such cues come first
 */
export function suggestConditions(
  choices: readonly DrillChoice[],
  ownWords: readonly string[],
  kept: readonly string[],
  moved: CueKind | null = null,
): TrialSuggestion[] {
  const open = choices.filter((c) => c.open);
  const cue = (label: string, because: string): TrialSuggestion => ({ label, kind: 'cue', drillId: '', because });
  const outside = open.map((c) => cue(c.drill.outsideCue, `outside cue of “${c.drill.name}”`));
  const inside = open.map((c) => cue(c.drill.insideCue, `inside cue of “${c.drill.name}”`));
  const own = ownWords.map((w) => cue(w, 'the student’s own word'));
  const all = [
    { label: 'As usual', kind: 'as usual', drillId: '', because: 'what the others are compared with' } as const,
    ...kept.map((k) => cue(k, 'kept from an earlier trial')),
    ...(moved === 'inside'
      ? [...inside, ...own, ...outside]
      : moved === 'own'
        ? [...own, ...outside, ...inside]
        : [...outside, ...own, ...inside]),
    ...open.map((c) => ({ label: c.drill.name, kind: 'drill' as const, drillId: c.drill.id, because: 'a drill' })),
  ];
  const seen = new Set<string>();
  return all
    .filter((s) => s.label !== '' && !seen.has(s.label.toLowerCase()) && seen.add(s.label.toLowerCase()))
    .slice(0, MOST);
}
