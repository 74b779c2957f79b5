/** What kind of thing is tried. */
export const CONDITION_KINDS = ['as usual', 'cue', 'set-up', 'implement', 'drill'] as const;
export type ConditionKind = (typeof CONDITION_KINDS)[number];

/** One of the things that are tried against each other. */
export interface TrialCondition {
  /** Short, to be read from two metres. */
  readonly label: string;
  readonly kind: ConditionKind;
  /** Club of its swings; empty for the trial's own. */
  readonly club: string;
  /** Drill that it takes; empty for none. */
  readonly drillId: string;
}

/** A trial as it was asked. */
export interface TrialSaid {
  /** Fault that it asks about; empty for none. */
  readonly faultId: string;
  readonly club: string;
  readonly withBall: boolean;
  readonly conditions: readonly TrialCondition[];
  /** Each condition keeps the ones before it: a stack of steps. Left out where not. */
  readonly stack?: boolean;
  readonly swingsATurn: number;
  /** Condition of each turn, round after round. */
  readonly order: readonly (readonly number[])[];
}

/** A turn that was begun. */
export interface Turn {
  readonly round: number;
  readonly condition: number;
  /** Swings that count so far. */
  readonly counted: number;
  readonly setAside: number;
  readonly ended: boolean;
}

/** The turn to make next, and how many swings it asks for. */
export interface DueTurn {
  readonly round: number;
  readonly condition: number;
  readonly swings: number;
}

/** So often the swings of a turn that were set aside are made again. */
const MOST_REPEATS = 2;

/**
 * What comes after the turns that were begun, the last one being over: the next of the round; then, before the round is over, swings that were set aside
 * once more. A turn without any measured swing (the device was out) is not repeated: the order goes on. Null at the end.
 */
export function nextTurn(
  said: Pick<TrialSaid, 'order' | 'swingsATurn'>,
  turns: readonly Omit<Turn, 'ended'>[],
): DueTurn | null {
  for (const [round, order] of said.order.entries()) {
    const of = (condition: number) => turns.filter((t) => t.round === round && t.condition === condition);
    for (const condition of order)
      if (of(condition).length === 0) return { round, condition, swings: said.swingsATurn };
    for (const condition of order) {
      const made = of(condition);
      const counted = made.reduce((s, t) => s + t.counted, 0);
      const aside = made.reduce((s, t) => s + t.setAside, 0);
      if (aside > 0 && counted < said.swingsATurn && made.length <= MOST_REPEATS)
        return { round, condition, swings: said.swingsATurn - counted };
    }
  }
  return null;
}

/** Rounds of which every turn is over. */
export const roundsDone = (said: Pick<TrialSaid, 'order'>, turns: readonly Turn[]): number =>
  said.order.filter((order, round) =>
    order.every((c) => turns.some((t) => t.round === round && t.condition === c && t.ended)),
  ).length;

/** Condition of blocks in which something was tried: they are no session of the player's ordinary swing. */
export const TRIED = 'trial';

/** Condition of the blocks of a turn: only swings as usual stand for the player's ordinary swing in later comparisons. */
export const blockCondition = (c: TrialCondition): string =>
  c.kind === 'as usual' ? 'normal' : c.kind === 'drill' ? 'drill' : TRIED;

type Said = Pick<TrialSaid, 'conditions' | 'stack'>;

/** What a condition is made of: in a stack all steps up to it. */
const partsOf = (said: Said, condition: number): readonly TrialCondition[] =>
  said.conditions.slice(said.stack ? 0 : condition, condition + 1).filter((c) => c.kind !== 'as usual');
/** What the player attends to under a condition; nothing as usual. */
export const cueOf = (said: Said, condition: number): string =>
  partsOf(said, condition)
    .map((c) => c.label)
    .join(' + ');
/** Whether something of a condition is a cue, which a plan can hold. */
export const holdsCue = (said: Said, condition: number): boolean =>
  partsOf(said, condition).some((c) => c.kind === 'cue');
/** Names of the conditions, to be read from two metres: a step shows that it is added. */
export const labelsOf = (said: Said): string[] =>
  said.conditions.map((c, i) => (said.stack && i > 0 ? `+ ${c.label}` : c.label));
