import { InputError } from '../errors/input-error.ts';
import { makeFactor, marginalsBy, minFillOrder, type Factor } from './factors.ts';
import { causalOrder, combinedLogOdds, type Evidence, type FaultNetwork } from './network.ts';

export interface FaultChance {
  readonly id: string;
  readonly posterior: number;
  /** mph that putting this fault right would bring, by what it costs itself and what it keeps on. */
  readonly worthMph?: number;
  /** What each piece of evidence adds to the log-odds of this fault: posterior with it minus without it. */
  readonly contributions: readonly { readonly source: string; readonly fault: string; readonly logOdds: number }[];
}

export interface Inference {
  readonly faults: readonly FaultChance[];
  /** Changeable fault of greatest worth among those whose own causes are unlikely or unchangeable; null without faults. */
  readonly mostLikelyRoot: string | null;
}

/** Evidence beyond e^±100 is certainty; the bound keeps products of it above the smallest number. */
const MOST_LOG_ODDS = 100;
/** A cause at or below this chance counts as unlikely when the root is named. */
const UNLIKELY = 0.5;

const logit = (p: number): number => Math.log(p / (1 - p));
/** Keeps a chance off 0 and 1 so that its logit is a number. */
const held = (p: number): number => Math.min(1 - 1e-12, Math.max(1e-12, p));

/**
 * The network as tables: fault i is variable i (0 absent, 1 present) and has a helper variable that turns the
 * noisy-OR into a product of small tables (Díez & Galán 2003). With `removed`, every descendant also has a second,
 * imagined state in which that fault is switched off while all other links and chances stay as they were:
 * 0 absent in both, 1 present but gone without it, 2 present in both.
 */
class NoisyOrModel {
  private readonly network: FaultNetwork;
  private readonly causes: { readonly from: number; readonly strength: number }[][];
  readonly order: readonly number[];
  /** Elimination orders by question: they depend on which faults take part, not on the numbers. */
  private readonly eliminations = new Map<string, readonly number[]>();

  constructor(network: FaultNetwork) {
    this.network = network;
    this.order = causalOrder(network);
    const index = new Map(network.faults.map((f, i) => [f.id, i]));
    this.causes = network.faults.map(() => []);
    for (const e of network.edges) {
      this.causes[index.get(e.to) as number].push({ from: index.get(e.from) as number, strength: e.strength });
    }
  }

  causesOf(i: number): readonly { readonly from: number; readonly strength: number }[] {
    return this.causes[i];
  }

  /** The fault itself and all that it can bring about. */
  affectedBy(i: number): Set<number> {
    const reached = new Set([i]);
    for (const k of this.order) if (this.causes[k].some((c) => reached.has(c.from))) reached.add(k);
    return reached;
  }

  /** Marginal of every fault under the evidence, over its states (two, or three where `removed` can act on it). */
  distributions(logOdds: ReadonlyMap<number, number>, removed?: number): number[][] {
    const affected = removed === undefined ? new Set<number>() : this.affectedBy(removed);
    const sizeOfFault = (i: number): number => (affected.has(i) && i !== removed ? 3 : 2);
    const n = this.network.faults.length;
    const factors: Factor[] = [];
    const views: Factor[] = [];
    for (let i = 0; i < n; i++) {
      const size = sizeOfFault(i);
      const view = makeFactor([i], [size], () => 1);
      views.push(view);
      factors.push(view);
      const odds = Math.max(-MOST_LOG_ODDS, Math.min(MOST_LOG_ODDS, logOdds.get(i) ?? 0));
      if (odds !== 0) factors.push(makeFactor([i], [size], ([x]) => 1 / (1 + Math.exp(x > 0 ? -odds : odds))));
      const keep = 1 - this.network.faults[i].prior;
      const causes = this.causes[i];
      if (causes.length === 0) {
        factors.push(makeFactor([i], [size], ([x]) => (x > 0 ? 1 - keep : keep)));
        continue;
      }
      // Helper y: 0 stands for P(absent); with two worlds 1 for P(absent without the removed fault); last for 1.
      const helper = n + i;
      const top = size - 1;
      factors.push(
        makeFactor([i, helper], [size, size], ([x, y]) => (x === y ? (y < top ? keep : 1) : x === y + 1 ? -keep : 0)),
      );
      for (const c of causes) {
        const spared = 1 - c.strength;
        const two = c.from === removed;
        factors.push(
          makeFactor([helper, c.from], [size, sizeOfFault(c.from)], ([y, x]) => {
            if (y === top || x === 0) return 1;
            if (y === 0) return spared;
            // Imagined world: the cause counts only where it is still present there.
            return two || x === 1 ? (affected.has(c.from) ? 1 : spared) : spared;
          }),
        );
      }
    }
    const sizeOf = (v: number): number => sizeOfFault(v >= n ? v - n : v);
    const question = String(removed);
    const elimination = this.eliminations.get(question) ?? minFillOrder(factors);
    this.eliminations.set(question, elimination);
    return marginalsBy(factors, views, elimination, sizeOf).map((weights) => {
      const total = weights.reduce((x, y) => x + y, 0);
      return [...weights].map((w) => Math.max(0, w / total));
    });
  }
}

function indexedLogOdds(network: FaultNetwork, evidence: readonly Evidence[]): Map<number, number> {
  const index = new Map(network.faults.map((f, i) => [f.id, i]));
  const result = new Map<number, number>();
  for (const [id, value] of combinedLogOdds(evidence)) result.set(index.get(id) as number, value);
  return result;
}

/**
 * Worth of putting fault v right: Σ over faults d of cost(d) × [P(d | E) − P(d still there | E, v removed)]; removal is
 * an intervention that keeps what the evidence says of every other cause. Exact.
 */
function worthMph(network: FaultNetwork, model: NoisyOrModel, logOdds: ReadonlyMap<number, number>, v: number): number {
  const states = model.distributions(logOdds, v);
  let worth = 0;
  for (const d of model.affectedBy(v)) worth += (network.faults[d].costMph ?? 0) * states[d][1];
  return worth;
}

/** How many faults would go, on average, if one were put right: worth with every fault counting one. Exact. */
export function faultsRemovedWith(network: FaultNetwork, evidence: readonly Evidence[], id: string): number {
  const counted = { ...network, faults: network.faults.map((f) => ({ ...f, costMph: 1 })) };
  const v = network.faults.findIndex((f) => f.id === id);
  return worthMph(counted, new NoisyOrModel(counted), indexedLogOdds(network, evidence), v);
}

/**
 * Exact posterior of a noisy-OR fault network with soft evidence, contributions of each piece, worth and root.
 * P(x = 1 | parents) = 1 − (1 − prior) ∏ (1 − strength) over the parents that are present.
 * @throws InputError for unknown ids, numbers out of range, or causes in a circle
 */
export function infer(network: FaultNetwork, evidence: readonly Evidence[]): Inference {
  const model = new NoisyOrModel(network);
  const known = new Set(network.faults.map((f) => f.id));
  evidence.forEach((e, k) => {
    if (!known.has(e.fault)) {
      throw new InputError(
        'unknown-value',
        `The evidence names "${e.fault}", which is no fault of the network.`,
        `evidence[${k}].fault`,
      );
    }
    if (!Number.isFinite(e.logOdds)) {
      throw new InputError('not-a-number', 'logOdds must be a finite number.', `evidence[${k}].logOdds`);
    }
  });
  const logOdds = indexedLogOdds(network, evidence);
  const withAll = model.distributions(logOdds);
  const without = evidence.map((_, k) => {
    const rest = evidence.filter((__, j) => j !== k);
    return model.distributions(indexedLogOdds(network, rest));
  });
  const withCosts = network.faults.some((f) => f.costMph !== undefined);
  const faults = network.faults.map((f, i) => {
    const posterior = withAll[i][1];
    const contributions = evidence
      .map((e, k) => ({
        source: e.source,
        fault: e.fault,
        logOdds: logit(held(posterior)) - logit(held(without[k][i][1])),
      }))
      .filter((c) => Math.abs(c.logOdds) > 1e-9);
    return {
      id: f.id,
      posterior,
      worthMph: withCosts ? worthMph(network, model, logOdds, i) : undefined,
      contributions,
    };
  });
  return { faults, mostLikelyRoot: mostLikelyRoot(network, model, faults) };
}

/** Where no costs are known, a fault's own chance and all that hangs on it stand for its worth. */
function mostLikelyRoot(network: FaultNetwork, model: NoisyOrModel, faults: readonly FaultChance[]): string | null {
  let best: string | null = null;
  let bestWorth = -Infinity;
  network.faults.forEach((f, i) => {
    if (f.changeable === false) return;
    const open = model
      .causesOf(i)
      .some((c) => faults[c.from].posterior > UNLIKELY && network.faults[c.from].changeable !== false);
    if (open) return;
    const worth = faults[i].worthMph ?? faults[i].posterior;
    if (worth > bestWorth) {
      bestWorth = worth;
      best = f.id;
    }
  });
  return best;
}
