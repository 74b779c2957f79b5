import { UNMODELLED_LEAK, type CausalModel } from './causal-model.ts';

export type VerdictKind = 'cause' | 'several' | 'cannot-say' | 'nothing-to-change';

/** One cause is named from so much, and where it is so many times likelier than the next. */
const NAMED_FROM = 0.5;
const TIMES_THE_NEXT = 2;
/** Two or three are named where the last is at least so likely and one of them is the cause with so much. */
const LAST_OF_SEVERAL = 0.2;
const ONE_OF_SEVERAL = 0.7;
const MOST_NAMED = 3;

export interface Named {
  readonly kind: Exclude<VerdictKind, 'nothing-to-change'>;
  readonly faults: readonly number[];
  /** Chance that at least one of them is a cause of its own. */
  readonly chance: number;
}

/** Chance that at least one of a few faults is a cause of its own. */
export function oneIsCause(
  { model, ownLeaks }: CausalModel,
  logOdds: Float64Array,
  weight: number,
  few: readonly number[],
): number {
  const spared = few.reduce((p, i) => p * (1 - ownLeaks[i]!), 1);
  const without = model.weightWith(logOdds, new Map(few.map((i) => [i, UNMODELLED_LEAK])));
  return 1 - (spared * without) / weight;
}

/**
 * Which cause, if any, the evidence names. A looser rule names more and calls many faultless players faulty.
 * @param causeChance own-cause chance of each fault
 * @param eligible changeable faults that something of this student's own touches
 */
export function name(
  causal: CausalModel,
  logOdds: Float64Array,
  weight: number,
  causeChance: Float64Array,
  eligible: ReadonlySet<number>,
): Named {
  const ranked = causal.ids
    .map((_, i) => i)
    .filter((i) => causal.network.faults[i]!.changeable !== false)
    .sort((a, b) => causeChance[b]! - causeChance[a]!);
  const [first, second] = ranked;
  if (first === undefined || !eligible.has(first)) return { kind: 'cannot-say', faults: [], chance: 0 };
  if (
    causeChance[first]! >= NAMED_FROM &&
    causeChance[first]! >= TIMES_THE_NEXT * (second === undefined ? 0 : causeChance[second]!)
  ) {
    return { kind: 'cause', faults: [first], chance: causeChance[first]! };
  }
  for (let m = 2; m <= MOST_NAMED; m++) {
    const few = ranked.slice(0, m);
    if (causeChance[few[m - 1]!]! < LAST_OF_SEVERAL || few.some((i) => !eligible.has(i))) break;
    const chance = oneIsCause(causal, logOdds, weight, few);
    if (chance >= ONE_OF_SEVERAL) return { kind: 'several', faults: few, chance };
  }
  return { kind: 'cannot-say', faults: [], chance: 0 };
}
