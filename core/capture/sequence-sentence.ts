import type { Segment } from './motion.ts';

/** What the sentence needs of a sequence, in milliseconds before the strike. */
export interface SequenceFacts {
  readonly order: readonly Segment[];
  readonly together: readonly (readonly [Segment, Segment])[];
  readonly segments: Partial<
    Record<Segment, { readonly reversalBeforeStrikeMs?: number; readonly reversalUncertaintyMs?: number }>
  >;
  readonly release?: { readonly startBeforeStrikeMs: number };
}

const NAME: Record<Segment, string> = { hips: 'hips', chest: 'chest', leadArm: 'lead arm', club: 'club' };

/** Who starts down first, and the order of the peaks, as two sentences; a gap within its uncertainty has no order. */
export function sequenceSentence(facts: SequenceFacts): string {
  const hips = facts.segments.hips;
  const starters = (['chest', 'leadArm'] as const)
    .map((s) => {
      const own = facts.segments[s];
      if (own?.reversalBeforeStrikeMs === undefined || hips?.reversalBeforeStrikeMs === undefined) return undefined;
      return {
        name: NAME[s],
        leadMs: own.reversalBeforeStrikeMs - hips.reversalBeforeStrikeMs,
        sdMs: Math.hypot(own.reversalUncertaintyMs ?? 0, hips.reversalUncertaintyMs ?? 0),
      };
    })
    .filter((s) => s !== undefined)
    .sort((a, b) => b.leadMs - a.leadMs);
  const first = starters[0];
  let start = '';
  if (first) {
    const by = `${Math.abs(first.leadMs).toFixed(0)} ms (± ${first.sdMs.toFixed(0)})`;
    if (Math.abs(first.leadMs) < first.sdMs) start = `Hips and ${first.name} start down together. `;
    else if (first.leadMs > 0) start = `The ${first.name} starts down ${by} before the hips. `;
    else start = `The hips start down first, ${by} before the ${first.name}. `;
  }
  const joined = facts.order
    .map((s, i) => {
      const withPrevious = facts.together.some(([a, b]) => i > 0 && a === facts.order[i - 1] && b === s);
      return i === 0 ? NAME[s] : withPrevious ? ` with ${NAME[s]}` : `, then ${NAME[s]}`;
    })
    .join('');
  return `${start}Peaks: ${joined}.`;
}
