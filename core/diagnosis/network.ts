import { InputError } from '../errors/input-error.ts';

export interface FaultNode {
  readonly id: string;
  /** Chance without any modelled cause, 0–1. */
  readonly prior: number;
  /** What the fault costs this player, mph; worth is only stated where it is known. */
  readonly costMph?: number;
  /** Whether lessons can change it; a stiff joint may not be. Default true. */
  readonly changeable?: boolean;
}

export interface FaultEdge {
  readonly from: string;
  readonly to: string;
  /** How often the cause alone brings the consequence, 0–1. */
  readonly strength: number;
}

export interface Evidence {
  readonly fault: string;
  /** Natural log-likelihood ratio for the fault. */
  readonly logOdds: number;
  readonly source: string;
  /** Pieces of one group lean on the same sign: the strongest counts fully, each further one by a quarter. */
  readonly group?: string;
}

export interface FaultNetwork {
  readonly faults: readonly FaultNode[];
  readonly edges: readonly FaultEdge[];
}

const FURTHER_IN_GROUP = 0.25;

/**
 * Checks ids, ranges and that the edges form no circle.
 * @returns fault indices with every cause before its consequences
 * @throws InputError naming the place, and the circle where there is one
 */
export function causalOrder(network: FaultNetwork): number[] {
  const index = new Map<string, number>();
  network.faults.forEach((f, i) => {
    if (index.has(f.id))
      throw new InputError('unknown-value', `The fault "${f.id}" is listed twice.`, `faults[${i}].id`);
    if (!(f.prior >= 0 && f.prior <= 1)) {
      throw new InputError('out-of-range', `prior of "${f.id}" is ${f.prior}; expected 0 to 1.`, `faults[${i}].prior`);
    }
    index.set(f.id, i);
  });
  const causes: number[][] = network.faults.map(() => []);
  network.edges.forEach((e, k) => {
    for (const end of ['from', 'to'] as const) {
      if (!index.has(e[end])) {
        throw new InputError(
          'unknown-value',
          `The edge names "${e[end]}", which is no fault of the network.`,
          `edges[${k}].${end}`,
        );
      }
    }
    if (!(e.strength >= 0 && e.strength <= 1)) {
      throw new InputError(
        'out-of-range',
        `strength ${e.strength} of ${e.from} → ${e.to}; expected 0 to 1.`,
        `edges[${k}].strength`,
      );
    }
    causes[index.get(e.to) as number]!.push(index.get(e.from) as number);
  });
  const order: number[] = [];
  const state = new Array<0 | 1 | 2>(network.faults.length).fill(0);
  const trail: number[] = [];
  const visit = (i: number): void => {
    if (state[i] === 2) return;
    if (state[i] === 1) {
      const circle = [...trail.slice(trail.indexOf(i)), i].map((k) => network.faults[k]!.id).reverse();
      throw new InputError('circle', `The causes run in a circle: ${circle.join(' → ')}.`, 'edges');
    }
    state[i] = 1;
    trail.push(i);
    for (const c of causes[i]!) visit(c);
    trail.pop();
    state[i] = 2;
    order.push(i);
  };
  network.faults.forEach((_, i) => visit(i));
  return order;
}

/** Log-odds of the evidence on each fault: pieces add, except inside a dependence group. */
export function combinedLogOdds(evidence: readonly Evidence[]): Map<string, number> {
  const sums = new Map<string, number>();
  const groups = new Map<string, Evidence[]>();
  for (const piece of evidence) {
    if (piece.group === undefined) {
      sums.set(piece.fault, (sums.get(piece.fault) ?? 0) + piece.logOdds);
      continue;
    }
    const key = JSON.stringify([piece.fault, piece.group]);
    groups.set(key, [...(groups.get(key) ?? []), piece]);
  }
  for (const pieces of groups.values()) {
    const ranked = [...pieces].sort((a, b) => Math.abs(b.logOdds) - Math.abs(a.logOdds));
    const total = ranked.reduce((sum, p, i) => sum + p.logOdds * (i === 0 ? 1 : FURTHER_IN_GROUP), 0);
    sums.set(pieces[0]!.fault, (sums.get(pieces[0]!.fault) ?? 0) + total);
  }
  return sums;
}
