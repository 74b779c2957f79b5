import { leakAtLevel, strengthOf, type Beliefs } from '../beliefs/beliefs.ts';
import { FAULT_EDGES } from '../catalogue/fault-edges.ts';
import { FAULTS } from '../catalogue/faults.ts';
import type { Level } from '../catalogue/stages.ts';
import type { FaultEdge, FaultNetwork, FaultNode } from './network.ts';
import { NoisyOr } from './noisy-or.ts';

/** Every fault may have a cause that the network does not hold; it is no cause to name. */
export const UNMODELLED_LEAK = 0.005;
/** All causes of one fault together bring it at most so often; where the catalogue says more, they are scaled by one factor. */
const MOST_BY_CAUSES = 0.8;

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

/** Builds and compiles the network of a level. @throws InputError for a strength or leak out of range */
function causalModel(level: Level, beliefs: Beliefs): CausalModel {
  const ownLeaks = FAULTS.map((f) => leakAtLevel(f, level, beliefs));
  const faults = FAULTS.map((f, i): FaultNode => ({
    id: f.id,
    prior: 1 - (1 - ownLeaks[i]!) * (1 - UNMODELLED_LEAK),
    changeable: f.changeable,
  }));
  const edges = scaled(FAULT_EDGES.map((e) => ({ ...e, strength: strengthOf(e, beliefs) })));
  const network = { faults, edges };
  const ids = FAULTS.map((f) => f.id);
  return { model: new NoisyOr(network), network, ids, indexOf: new Map(ids.map((id, i) => [id, i])), ownLeaks };
}

const MOST_KEPT = 12;
const kept = new Map<string, CausalModel>();

/** The network of a level under beliefs, compiled once for the same numbers. */
export function modelOf(level: Level, { leaks, strengths, levelOdds: odds, confirmed }: Beliefs = {}): CausalModel {
  const key = JSON.stringify([level, leaks, strengths, odds, confirmed]);
  const known = kept.get(key) ?? causalModel(level, { leaks, strengths, levelOdds: odds, confirmed });
  kept.delete(key);
  kept.set(key, known);
  for (const old of kept.keys()) if (kept.size > MOST_KEPT) kept.delete(old);
  return known;
}
