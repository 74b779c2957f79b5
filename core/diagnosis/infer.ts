import { InputError } from '../errors/input-error.ts';
import { combinedLogOdds, type Evidence, type FaultNetwork } from './network.ts';
import { NoisyOr } from './noisy-or.ts';
import { goneWithout } from './removal.ts';

export interface FaultChance {
  readonly id: string;
  readonly posterior: number;
  /** Chance that the fault is there of itself: its own prior fired, not only a cause of it. */
  readonly causeChance: number;
  /** mph that putting this fault right would bring, by what it costs itself and what it keeps on. */
  readonly worthMph?: number;
  /** What each piece of evidence adds to the log-odds of this fault: posterior with it minus without it. */
  readonly contributions: readonly { readonly source: string; readonly fault: string; readonly logOdds: number }[];
}

export interface Inference {
  readonly faults: readonly FaultChance[];
  /** Changeable fault of greatest cause chance × (3 mph + its cost); null without changeable faults. */
  readonly mostLikelyRoot: string | null;
}

/** What a cause is worth beside its price: a fault without a price is still worth finding (by judgement). */
export const WORTH_OF_FINDING_MPH = 3;

const logit = (p: number): number => Math.log(p / (1 - p));
/** Keeps a chance off 0 and 1 so that its logit is a number. */
const held = (p: number): number => Math.min(1 - 1e-12, Math.max(1e-12, p));

export function indexedLogOdds(network: FaultNetwork, evidence: readonly Evidence[]): Float64Array {
  const index = new Map(network.faults.map((f, i) => [f.id, i]));
  const result = new Float64Array(network.faults.length);
  for (const [id, value] of combinedLogOdds(evidence)) result[index.get(id) as number] = value;
  return result;
}

/**
 * What the chances were if the evidence on one fault had another weight: evidence on one fault only mixes the two bodies of
 * chances in which that fault is certain and ruled out.
 * @param change added to that fault's log-odds
 */
export function mixed(there: Float64Array, absent: Float64Array, presentNow: number, change: number): Float64Array {
  const odds = (held(presentNow) / (1 - held(presentNow))) * Math.exp(change);
  const w = odds / (1 + odds);
  return there.map((p, i) => w * p + (1 - w) * absent[i]!);
}

function checkEvidence(network: FaultNetwork, evidence: readonly Evidence[]): void {
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
}

/** For each piece of evidence, the present chances of all faults without it. */
function presentWithout(
  model: NoisyOr,
  network: FaultNetwork,
  evidence: readonly Evidence[],
  logOdds: Float64Array,
  present: Float64Array,
): Float64Array[] {
  const worlds = new Map<number, { there: Float64Array; absent: Float64Array }>();
  return evidence.map((piece, k) => {
    const v = network.faults.findIndex((f) => f.id === piece.fault);
    const world = worlds.get(v) ?? {
      there: model.chances(logOdds, { fault: v, present: true }).present,
      absent: model.chances(logOdds, { fault: v, present: false }).present,
    };
    worlds.set(v, world);
    const rest = combinedLogOdds(evidence.filter((e, j) => j !== k && e.fault === piece.fault)).get(piece.fault) ?? 0;
    return mixed(world.there, world.absent, present[v]!, rest - logOdds[v]!);
  });
}

/**
 * Exact posterior of a noisy-OR fault network with soft evidence, own-cause chances, contributions of each piece, worth and root.
 * P(x = 1 | parents) = 1 − (1 − prior) ∏ (1 − strength) over the parents that are present.
 * @throws InputError for unknown ids, numbers out of range, or causes in a circle
 */
export function infer(network: FaultNetwork, evidence: readonly Evidence[]): Inference {
  const model = new NoisyOr(network);
  checkEvidence(network, evidence);
  const logOdds = indexedLogOdds(network, evidence);
  const { present, ownCause } = model.chances(logOdds);
  const without = presentWithout(model, network, evidence, logOdds, present);
  const withCosts = network.faults.some((f) => f.costMph !== undefined);
  const worthOf = (v: number): number =>
    goneWithout(model, logOdds, v).reduce((sum, gone, d) => sum + gone * (network.faults[d]!.costMph ?? 0), 0);
  const faults = network.faults.map((f, i) => ({
    id: f.id,
    posterior: present[i]!,
    causeChance: ownCause[i]!,
    worthMph: withCosts ? worthOf(i) : undefined,
    contributions: evidence
      .map((e, k) => ({
        source: e.source,
        fault: e.fault,
        logOdds: logit(held(present[i]!)) - logit(held(without[k]![i]!)),
      }))
      .filter((c) => Math.abs(c.logOdds) > 1e-9),
  }));
  let best: { id: string; score: number } | null = null;
  for (const [i, f] of network.faults.entries()) {
    const score = ownCause[i]! * (WORTH_OF_FINDING_MPH + (f.costMph ?? 0));
    if (f.changeable !== false && (best === null || score > best.score)) best = { id: f.id, score };
  }
  return { faults, mostLikelyRoot: best?.id ?? null };
}
