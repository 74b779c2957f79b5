import type { Beliefs } from '../beliefs/beliefs.ts';
import { faultById } from '../catalogue/faults.ts';
import type { Level } from '../catalogue/stages.ts';
import { modelOf } from './causal-model.ts';
import type { DiagnosedFault } from './diagnose.ts';
import type { Finding } from './findings.ts';
import { goneWithout } from './removal.ts';
import { faultLogOdds, weigh } from './weigh.ts';

/** What putting one fault right is worth, by itself and by what goes with it. */
export interface Removal {
  readonly fault: string;
  readonly worthMps: number;
}

/** Presence from which a fault is tried. */
const WORTH_TRYING = 0.2;
const MOST_TRIED = 6;
/** What is worth less pays nothing, m/s. */
const LEAST_WORTH_MPS = 0.05;

/**
 * Faults by the worth of their removal: the prices of all that would go with them, by how surely they would go. It differs from
 * the order of causes: a late fault can cost most. Exact, but slow (some hundred ms a fault at first).
 * @returns the best first; empty where nothing is priced, or what is priced would not go
 */
export function paysMost(
  findings: readonly Finding[],
  faults: readonly DiagnosedFault[],
  level: Level,
  beliefs: Beliefs = {},
): Removal[] {
  const priced = new Map(faults.flatMap((f) => (f.price ? [[f.id, f.price.meanMps] as const] : [])));
  if (priced.size === 0) return [];
  const { model, ids, indexOf } = modelOf(level, beliefs);
  const logOdds = new Float64Array(ids.length);
  const weighed = weigh(findings, { beliefs });
  for (const id of new Set(weighed.map((w) => w.finding.fault)))
    logOdds[indexOf.get(id) as number] = faultLogOdds(
      weighed.filter((w) => w.finding.fault === id),
      beliefs,
    );
  return faults
    .filter((f) => faultById(f.id)?.changeable && f.touched && !f.ruledOut && f.presentChance >= WORTH_TRYING)
    .slice(0, MOST_TRIED)
    .map((f) => {
      const gone = goneWithout(model, logOdds, indexOf.get(f.id) as number);
      return { fault: f.id, worthMps: gone.reduce((sum, p, i) => sum + p * (priced.get(ids[i]!) ?? 0), 0) };
    })
    .filter((r) => r.worthMps >= LEAST_WORTH_MPS)
    .sort((a, b) => b.worthMps - a.worthMps);
}
