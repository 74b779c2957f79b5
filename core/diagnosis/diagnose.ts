import { FAULT_EDGES } from '../catalogue/fault-edges.ts';
import { FAULTS, type Fault } from '../catalogue/faults.ts';
import { STAGES } from '../catalogue/stages.ts';
import type { Finding } from './findings.ts';
import { faultsRemovedWith, infer } from './infer.ts';

/** Chance from which a fault counts as likely in the sentence. */
const LIKELY = 0.5;

export interface DiagnosedFault {
  readonly id: string;
  readonly chance: number;
  /** What each finding adds to this fault's log-odds, strongest first. */
  readonly reasons: readonly { readonly findingId: string; readonly logOdds: number }[];
}

export interface Diagnosis {
  /** Most likely first. */
  readonly faults: readonly DiagnosedFault[];
  /** Earliest likely changeable cause; null where nothing is likely yet. */
  readonly root: string | null;
  readonly sentence: string;
  /** What would settle it, where nothing can be said. */
  readonly missing: readonly string[];
}

const inWords = (chance: number): string => `${Math.round(100 * chance)} %`;

function whatIsMissing(findings: readonly Finding[]): string[] {
  const missing: string[] = [];
  if (!findings.some((f) => f.source.kind === 'motion')) missing.push('a motion file of one swing');
  if (!findings.some((f) => f.source.kind === 'block')) missing.push('a block of at least three shots');
  if (!findings.some((f) => f.kind === 'seen')) missing.push('signs seen at the checkpoints');
  if (!findings.some((f) => f.source.kind === 'screen')) missing.push('the body screen');
  return missing;
}

/** Likely consequences of a fault, along edges between likely faults. */
function consequencesOf(root: string, likely: ReadonlySet<string>): Fault[] {
  const reached = new Set([root]);
  for (let grown = true; grown;) {
    grown = false;
    for (const e of FAULT_EDGES) {
      if (reached.has(e.from) && likely.has(e.to) && !reached.has(e.to)) {
        reached.add(e.to);
        grown = true;
      }
    }
  }
  return FAULTS.filter((f) => f.id !== root && reached.has(f.id));
}

/** Weighs all findings of a lesson: chances with reasons, the earliest likely cause, and one sentence. */
export function diagnose(findings: readonly Finding[]): Diagnosis {
  const network = {
    faults: FAULTS.map((f) => ({ id: f.id, prior: f.prior, changeable: f.changeable })),
    edges: FAULT_EDGES,
  };
  const evidence = findings.map((f) => ({ fault: f.fault, logOdds: f.logOdds, source: f.id, group: f.group }));
  const { faults } = infer(network, evidence);
  const ranked: DiagnosedFault[] = faults
    .map((f) => ({
      id: f.id,
      chance: f.posterior,
      reasons: f.contributions
        .map((c) => ({ findingId: c.source, logOdds: c.logOdds }))
        .filter((c) => Math.abs(c.logOdds) >= 0.02)
        .sort((a, b) => Math.abs(b.logOdds) - Math.abs(a.logOdds)),
    }))
    .sort((a, b) => b.chance - a.chance);
  const chance = new Map(ranked.map((f) => [f.id, f.chance]));
  const likely = new Set(ranked.filter((f) => f.chance >= LIKELY).map((f) => f.id));
  const changeable = (id: string): boolean => FAULTS.find((f) => f.id === id)?.changeable ?? true;
  // A cause that is only inferred from its neighbours is not named: it has to show a sign of its own.
  const shows = new Set(findings.filter((f) => f.logOdds > 0).map((f) => f.fault));
  const candidates = FAULTS.filter(
    (f) =>
      f.changeable &&
      shows.has(f.id) &&
      likely.has(f.id) &&
      !FAULT_EDGES.some((e) => e.to === f.id && likely.has(e.from) && changeable(e.from)),
  );
  const worth = new Map(candidates.map((f) => [f.id, faultsRemovedWith(network, evidence, f.id)]));
  candidates.sort(
    (a, b) =>
      Number(shows.has(b.id)) - Number(shows.has(a.id)) ||
      (worth.get(b.id) ?? 0) - (worth.get(a.id) ?? 0) ||
      STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage),
  );
  const root = candidates[0];
  const missing = whatIsMissing(findings);
  if (!root) {
    const wanted = missing.length > 0 ? ` What would help: ${missing.join(', ')}.` : '';
    return {
      faults: ranked,
      root: null,
      sentence: `No cause is likely yet; nothing stands above ${inWords(LIKELY)}.${wanted}`,
      missing,
    };
  }
  const after = consequencesOf(root.id, likely).map((f) => `“${f.name}”`);
  const list = after.length > 1 ? `${after.slice(0, -1).join(', ')} and ${after[after.length - 1]}` : after[0];
  const leads = list ? ` It would also explain ${list}.` : '';
  return {
    faults: ranked,
    root: root.id,
    sentence: `The earliest likely cause is “${root.name}” (${inWords(chance.get(root.id) ?? 0)}). ${root.happens}${leads}`,
    missing,
  };
}
