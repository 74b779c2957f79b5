import { FAULT_EDGES } from '../catalogue/fault-edges.ts';
import { FAULTS } from '../catalogue/faults.ts';
import type { Level } from '../catalogue/stages.ts';
import type { FaultEdge, FaultNetwork, FaultNode } from './network.ts';
import { NoisyOr } from './noisy-or.ts';

/** Every fault may have a cause that the network does not hold; it is no cause to name. */
export const UNMODELLED_LEAK = 0.005;
/** Odds of a leak against a club player's (by judgement): the better the player, the fewer faults. */
export const LEVEL_ODDS: Readonly<Record<Level, number>> = {
  beginner: 1.5,
  club: 1,
  'single-figure': 0.5,
  elite: 0.3,
};
/** All causes of one fault together bring it at most so often; where the catalogue says more, they are scaled by one factor. */
const MOST_BY_CAUSES = 0.8;
/** Pseudo-students that the catalogue's leaks are worth against a practice's own confirmed causes. */
export const PRIOR_STUDENTS = 60;

/** What a practice holds in place of the catalogue, and what it has learned. */
export interface Beliefs {
  /** Own leak at club level, by fault. */
  readonly leaks?: Readonly<Record<string, number>>;
  /** Strength by "cause>consequence". */
  readonly strengths?: Readonly<Record<string, number>>;
  /** Causes that a trial or a review confirmed, by fault, and the students they come from. */
  readonly confirmed?: { readonly students: number; readonly causes: Readonly<Record<string, number>> };
}

export const edgeKey = (e: { readonly from: string; readonly to: string }): string => `${e.from}>${e.to}`;

/** Own leak of a fault at club level: the catalogue's or the practice's, moved by its confirmed causes. */
export function learnedLeak(id: string, leak: number, beliefs: Beliefs): number {
  const own = beliefs.leaks?.[id] ?? leak;
  const { students = 0, causes = {} } = beliefs.confirmed ?? {};
  return (PRIOR_STUDENTS * own + (causes[id] ?? 0)) / (PRIOR_STUDENTS + students);
}

const atLevel = (leak: number, level: Level): number => {
  const odds = (LEVEL_ODDS[level] * leak) / (1 - leak);
  return odds / (1 + odds);
};

/** Strengths with all causes of one fault together brought down to what they may be at most. */
function scaled(edges: readonly FaultEdge[]): FaultEdge[] {
  const byFault = new Map<string, FaultEdge[]>();
  for (const e of edges) byFault.set(e.to, [...(byFault.get(e.to) ?? []), e]);
  return [...byFault.values()].flatMap((list) => {
    const together = (factor: number): number => 1 - list.reduce((p, e) => p * (1 - factor * e.strength), 1);
    if (together(1) <= MOST_BY_CAUSES) return list;
    let lo = 0;
    let hi = 1;
    for (let i = 0; i < 50; i++) {
      const middle = (lo + hi) / 2;
      if (together(middle) < MOST_BY_CAUSES) lo = middle;
      else hi = middle;
    }
    return list.map((e) => ({ ...e, strength: lo * e.strength }));
  });
}

/** The fault network of a level, compiled, with each fault's own leak apart from the unmodelled one. */
export interface CausalModel {
  readonly model: NoisyOr;
  readonly network: FaultNetwork;
  readonly ids: readonly string[];
  readonly indexOf: ReadonlyMap<string, number>;
  readonly ownLeaks: readonly number[];
}

/** Builds and compiles the network of a level under a practice's beliefs. @throws InputError for a strength or leak out of range */
export function causalModel(level: Level, beliefs: Beliefs = {}): CausalModel {
  const ownLeaks = FAULTS.map((f) => atLevel(learnedLeak(f.id, f.leak, beliefs), level));
  const faults = FAULTS.map((f, i): FaultNode => ({
    id: f.id,
    prior: 1 - (1 - ownLeaks[i]) * (1 - UNMODELLED_LEAK),
    changeable: f.changeable,
  }));
  const edges = scaled(FAULT_EDGES.map((e) => ({ ...e, strength: beliefs.strengths?.[edgeKey(e)] ?? e.strength })));
  const network = { faults, edges };
  const ids = FAULTS.map((f) => f.id);
  return { model: new NoisyOr(network), network, ids, indexOf: new Map(ids.map((id, i) => [id, i])), ownLeaks };
}

const usual = new Map<Level, CausalModel>();

/** The network of a level by the catalogue alone, compiled once. */
export function usualModel(level: Level): CausalModel {
  const known = usual.get(level) ?? causalModel(level);
  usual.set(level, known);
  return known;
}
