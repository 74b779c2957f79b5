import { CompiledSum } from './compiled-sum.ts';
import { makeFactor, type Factor } from './factors.ts';
import { causalOrder, type FaultNetwork } from './network.ts';

/** Evidence beyond e^±100 is certainty; the bound keeps products of it above the smallest number. */
export const MOST_LOG_ODDS = 100;

/** Chances of all faults under one body of evidence. */
export interface Chances {
  /** Weight of the evidence; only ratios of it mean anything. */
  readonly weight: number;
  readonly present: Float64Array;
  /** Chance that the fault's own leak fired: it is there of itself, not only as a consequence. */
  readonly ownCause: Float64Array;
}

interface Cause {
  readonly from: number;
  readonly strength: number;
}

/** A fault taken as present or absent for certain. */
export interface Clamp {
  readonly fault: number;
  readonly present: boolean;
}

/** Places of a fault's tables in the compiled sum. */
interface Places {
  readonly evidence: number;
  readonly own: number;
  readonly hasCauses: boolean;
}

/**
 * A noisy-OR network, compiled: fault i is variable i (0 absent, 1 present) and has a helper variable that turns the noisy-OR into a
 * product of small tables (Díez & Galán 2003). Exact.
 */
export class NoisyOr {
  readonly network: FaultNetwork;
  readonly causes: readonly (readonly Cause[])[];
  readonly order: readonly number[];
  private readonly sum: CompiledSum;
  private readonly places: Places[] = [];

  /** @throws InputError for unknown ids, numbers out of range, or causes in a circle */
  constructor(network: FaultNetwork) {
    this.network = network;
    this.order = causalOrder(network);
    const index = new Map(network.faults.map((f, i) => [f.id, i]));
    const causes: Cause[][] = network.faults.map(() => []);
    for (const e of network.edges)
      causes[index.get(e.to) as number]!.push({ from: index.get(e.from) as number, strength: e.strength });
    this.causes = causes;
    const n = network.faults.length;
    const factors: Factor[] = [];
    const links = new Set<number>();
    for (let i = 0; i < n; i++) {
      const hasCauses = causes[i]!.length > 0;
      const helper = n + i;
      this.places.push({ evidence: factors.length, own: factors.length + 1, hasCauses });
      factors.push(makeFactor([i], [2], () => 1));
      factors.push(hasCauses ? makeFactor([i, helper], [2, 2], () => 0) : makeFactor([i], [2], () => 0));
      for (const c of causes[i]!) {
        links.add(factors.length);
        factors.push(makeFactor([helper, c.from], [2, 2], ([y, x]) => (y === 1 || x === 0 ? 1 : 1 - c.strength)));
      }
    }
    this.sum = new CompiledSum(factors, links);
    for (let i = 0; i < n; i++) this.setPrior(i, network.faults[i]!.prior);
  }

  private setPrior(i: number, prior: number): void {
    const { own, hasCauses } = this.places[i]!;
    const keep = 1 - prior;
    // Rows x, columns helper: 0 stands for the parents' term, 1 for certainty.
    this.sum.table(own).set(hasCauses ? [keep, 0, -keep, 1] : [keep, prior]);
  }

  private setEvidence(logOdds: Float64Array, clamp?: Clamp): void {
    for (let i = 0; i < this.places.length; i++) {
      const table = this.sum.table(this.places[i]!.evidence);
      const odds = Math.max(-MOST_LOG_ODDS, Math.min(MOST_LOG_ODDS, logOdds[i]!));
      const clamped = clamp?.fault === i;
      table[1] = clamped && !clamp.present ? 0 : 1 / (1 + Math.exp(-odds));
      table[0] = clamped && clamp.present ? 0 : 1 / (1 + Math.exp(odds));
    }
  }

  /**
   * @param logOdds evidence on each fault, natural log-likelihood ratio
   * @param clamp a fault taken as present, or as absent, for certain
   */
  chances(logOdds: Float64Array, clamp?: Clamp): Chances {
    this.setEvidence(logOdds, clamp);
    const { total, gradients } = this.sum.run();
    const n = this.places.length;
    const present = new Float64Array(n);
    const ownCause = new Float64Array(n);
    for (let i = 0; i < n; i++) {
      const { evidence, own, hasCauses } = this.places[i]!;
      const view = this.sum.table(evidence);
      const there = view[1]! * gradients[evidence]![1]!;
      present[i] = clampChance(there / (there + view[0]! * gradients[evidence]![0]!));
      ownCause[i] = clampChance((this.network.faults[i]!.prior * gradients[own]![hasCauses ? 3 : 1]!) / total);
    }
    return { weight: total, present, ownCause };
  }

  /** Weight of the evidence with other priors in place of some. */
  weightWith(logOdds: Float64Array, priors: ReadonlyMap<number, number>): number {
    this.setEvidence(logOdds);
    for (const [i, prior] of priors) this.setPrior(i, prior);
    const weight = this.sum.total();
    for (const i of priors.keys()) this.setPrior(i, this.network.faults[i]!.prior);
    return weight;
  }

  /** The fault itself and all that it can bring about. */
  affectedBy(i: number): Set<number> {
    const reached = new Set([i]);
    for (const k of this.order) if (this.causes[k]!.some((c) => reached.has(c.from))) reached.add(k);
    return reached;
  }
}

const clampChance = (p: number): number => Math.max(0, Math.min(1, p));
