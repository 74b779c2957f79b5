import type { Beliefs } from '../beliefs/beliefs.ts';
import type { EvidenceKind } from '../beliefs/half-lives.ts';
import { signById } from '../catalogue/signs/signs.ts';
import type { Level } from '../catalogue/stages.ts';
import { mphToMps } from '../units/units.ts';
import { modelOf, UNMODELLED_LEAK, type CausalModel } from './causal-model.ts';
import type { Finding } from './findings.ts';
import type { PriceReason } from './price-reasons.ts';
import { mixed, WORTH_OF_FINDING_MPH } from './infer.ts';
import { name, type Named, type VerdictKind } from './naming.ts';
import { nextMeasurements, type FaultWorlds, type NextMeasurement } from './next-measurement.ts';
import { verdictSentence } from './verdict-sentence.ts';
import { faultLogOdds, FRESH_ENOUGH, weigh, type Weighed, type WeighOptions } from './weigh.ts';

/** Version of the rule that verdicts are made by; kept with each. */
export const DIAGNOSIS_RULE = 2;

/** What a fault costs this player if it is there. */
export interface PriceIfPresent {
  readonly meanMps: number;
  readonly interval90Mps: readonly [number, number];
  /** What it hangs on most, where it was learned from curves. */
  readonly reasons?: readonly PriceReason[];
  /** Read from the curves of a swing, unless it says otherwise. */
  readonly from?: 'one amount';
}

export interface DiagnosedFault {
  readonly id: string;
  /** It is there, of itself or as a consequence. */
  readonly presentChance: number;
  /** It is there of itself: a cause to work on. */
  readonly causeChance: number;
  /** Something of this student's own speaks of it. */
  readonly touched: boolean;
  /** A measured value contradicts what it is by name. */
  readonly ruledOut: boolean;
  readonly price?: PriceIfPresent;
  /** Presence × mean price if present, m/s. */
  readonly worthMps?: number;
  /** What each finding adds to the log-odds of its presence, strongest first. */
  readonly reasons: readonly { readonly findingId: string; readonly logOdds: number }[];
}

export interface DiagnosisVerdict {
  readonly kind: VerdictKind;
  readonly faults: readonly string[];
  /** Chance that the named cause, or one of those named, is a cause. */
  readonly chance: number;
  readonly sentence: string;
}

export interface Diagnosis {
  readonly rule: number;
  readonly verdict: DiagnosisVerdict;
  /** All faults of the catalogue; changeable ones first, in the order in which they are worth looking at. */
  readonly faults: readonly DiagnosedFault[];
  /** Findings that add nothing although they are there, with the reason, and those that count less by age. */
  readonly weighed: readonly { readonly findingId: string; readonly weight: number; readonly spent: string }[];
  readonly next: readonly NextMeasurement[];
  /** What would help, in words; empty once enough is in. */
  readonly missing: readonly string[];
}

export interface DiagnoseOptions extends WeighOptions {
  readonly level?: Level;
  readonly prices?: ReadonlyMap<string, PriceIfPresent>;
}

/** Presence up to which a fault counts as not there, for "nothing to change". */
const HARDLY_THERE = 0.2;
const SMALLEST_REASON = 0.02;
/** Log-odds of a finding from which it makes one suspect its fault. */
const SUSPECTS = 0.3;

const kindOf = (f: Finding): EvidenceKind => (f.kind === 'seen' ? 'seen' : (signById(f.sign)?.with ?? 'shots'));

function missingWords(kinds: ReadonlySet<EvidenceKind>): string[] {
  const wanted: [EvidenceKind, string][] = [
    ['motion', 'a motion file of one swing'],
    ['shots', 'a block of at least three shots'],
    ['seen', 'signs seen at the checkpoints'],
    ['screen', 'the body screen'],
  ];
  return wanted.flatMap(([kind, words]) => (kinds.has(kind) ? [] : [words]));
}

/** Whether enough was looked at to say that nothing needs changing: shots, signs of a view, and one of motion, tests or picture. */
const lookedAtEnough = (kinds: ReadonlySet<EvidenceKind>): boolean =>
  kinds.has('shots') && kinds.has('seen') && (kinds.has('motion') || kinds.has('tests') || kinds.has('picture'));

const logit = (p: number): number => Math.log(p / (1 - p));
const held = (p: number): number => Math.min(1 - 1e-9, Math.max(1e-9, p));

/** Chances of presence and own cause under the evidence, with worlds in which one fault is certain or ruled out, made once each. */
class Assessment {
  readonly causal: CausalModel;
  readonly logOdds: Float64Array;
  readonly weight: number;
  readonly present: Float64Array;
  readonly cause: Float64Array;
  private readonly clamped = new Map<
    number,
    { present: [Float64Array, Float64Array]; cause: [Float64Array, Float64Array] }
  >();

  constructor(causal: CausalModel, byFault: ReadonlyMap<string, readonly Weighed[]>, beliefs: Beliefs = {}) {
    this.causal = causal;
    this.logOdds = new Float64Array(causal.ids.length);
    for (const [id, list] of byFault) this.logOdds[causal.indexOf.get(id) as number] = faultLogOdds(list, beliefs);
    const chances = causal.model.chances(this.logOdds);
    this.weight = chances.weight;
    this.present = chances.present;
    this.cause = this.ofOwnLeak(chances.ownCause);
  }

  /** A leak that fired is the fault's own with q/(q + u): the rest is what the network does not hold. */
  private ofOwnLeak(fired: Float64Array): Float64Array {
    return fired.map((p, i) => {
      const q = this.causal.ownLeaks[i]!;
      return (p * q) / (q + UNMODELLED_LEAK);
    });
  }

  /** Chances with fault v certain, and with it ruled out; the latter follows from the former. */
  private worlds(v: number) {
    const known = this.clamped.get(v);
    if (known) return known;
    const there = this.causal.model.chances(this.logOdds, { fault: v, present: true });
    const p = this.present[v]!;
    const causeThere = this.ofOwnLeak(there.ownCause);
    const rest = (all: Float64Array, given: Float64Array): Float64Array =>
      all.map((c, i) => Math.max(0, Math.min(1, (c - p * given[i]!) / Math.max(1e-9, 1 - p))));
    const made = {
      present: [there.present, rest(this.present, there.present)] as [Float64Array, Float64Array],
      cause: [causeThere, rest(this.cause, causeThere)] as [Float64Array, Float64Array],
    };
    this.clamped.set(v, made);
    return made;
  }

  causeWorlds(v: number): FaultWorlds {
    const [there, absent] = this.worlds(v).cause;
    return { presentNow: this.present[v]!, there, absent };
  }

  /** Presence of all faults if the evidence on one fault had another log-odds. */
  presentIf(v: number, logOdds: number): Float64Array {
    const [there, absent] = this.worlds(v).present;
    return mixed(there, absent, this.present[v]!, logOdds - this.logOdds[v]!);
  }
}

/** For each fault, what each finding adds to the log-odds of its presence. */
function reasonsOf(assessment: Assessment, byFault: ReadonlyMap<string, readonly Weighed[]>, beliefs?: Beliefs) {
  const { causal, present } = assessment;
  const reasons: { findingId: string; logOdds: number }[][] = causal.ids.map(() => []);
  for (const [id, list] of byFault) {
    const v = causal.indexOf.get(id) as number;
    for (const w of list) {
      const without = assessment.presentIf(
        v,
        faultLogOdds(
          list.filter((x) => x !== w),
          beliefs,
        ),
      );
      present.forEach((p, i) => {
        const added = logit(held(p)) - logit(held(without[i]!));
        if (Math.abs(added) >= SMALLEST_REASON) reasons[i]!.push({ findingId: w.finding.id, logOdds: added });
      });
    }
  }
  for (const list of reasons) list.sort((a, b) => Math.abs(b.logOdds) - Math.abs(a.logOdds));
  return reasons;
}

/** Weighs all findings: presence and own cause of every fault, the verdict, and what to measure next. */
export function diagnose(findings: readonly Finding[], options: DiagnoseOptions = {}): Diagnosis {
  const causal = modelOf(options.level ?? 'club', options.beliefs);
  const weighed = weigh(findings, options);
  const byFault = new Map<string, Weighed[]>();
  for (const w of weighed) byFault.set(w.finding.fault, [...(byFault.get(w.finding.fault) ?? []), w]);
  const assessment = new Assessment(causal, byFault, options.beliefs);
  const { logOdds, present, cause } = assessment;
  const ruledOut = new Set(weighed.filter((w) => w.rulesOut).map((w) => w.finding.fault));
  const touched = new Set(causal.ids.flatMap((_, i) => (logOdds[i] !== 0 ? [i] : [])));
  const eligible = new Set([...touched].filter((i) => !ruledOut.has(causal.ids[i]!)));
  // What was carried over from long ago was not looked at.
  const kinds = new Set(
    weighed.filter((w) => w.weight >= FRESH_ENOUGH && w.finding.source.kind !== 'trial').map((w) => kindOf(w.finding)),
  );
  const changeable = (i: number): boolean => causal.network.faults[i]!.changeable !== false;
  const named: Named =
    touched.size === 0
      ? { kind: 'cannot-say', faults: [], chance: 0 }
      : name(causal, logOdds, assessment.weight, cause, eligible);
  const nothing =
    named.kind === 'cannot-say' &&
    lookedAtEnough(kinds) &&
    causal.ids.every((_, i) => !changeable(i) || present[i]! < HARDLY_THERE);
  const reasons = reasonsOf(assessment, byFault, options.beliefs);
  const faults = causal.ids
    .map((id, i): DiagnosedFault & { readonly score: number } => {
      const price = options.prices?.get(id);
      return {
        id,
        presentChance: present[i]!,
        causeChance: cause[i]!,
        touched: touched.has(i),
        ruledOut: ruledOut.has(id),
        price,
        worthMps: price && present[i]! * price.meanMps,
        reasons: reasons[i]!,
        score:
          (changeable(i) ? 1 : 0) * cause[i]! * (mphToMps(WORTH_OF_FINDING_MPH) + Math.max(0, price?.meanMps ?? 0)),
      };
    })
    .sort((a, b) => b.score - a.score || b.presentChance - a.presentChance)
    .map(({ score: _score, ...fault }) => fault);
  const next = nextMeasurements(
    causal,
    options.beliefs ?? {},
    cause,
    (v) => assessment.causeWorlds(v),
    new Set(weighed.filter((w) => !w.spent && w.weight >= 0.5).map((w) => w.finding.sign)),
  );
  const missing = missingWords(kinds);
  const kind: VerdictKind = nothing ? 'nothing-to-change' : named.kind;
  const verdict = { kind, faults: named.faults.map((i) => causal.ids[i]!), chance: named.chance };
  const byId = new Map(faults.map((f) => [f.id, f]));
  // Worth a word only where something else speaks for the fault.
  const suspected = new Set(weighed.filter((w) => w.finding.logOdds > SUSPECTS).map((w) => w.finding.fault));
  const contradictions = weighed.filter((w) => w.rulesOut && suspected.has(w.finding.fault)).map((w) => w.finding);
  return {
    rule: DIAGNOSIS_RULE,
    verdict: {
      ...verdict,
      sentence: verdictSentence(verdict, byId, { next, missing, contradictions, findings: findings.length }),
    },
    faults,
    weighed: weighed.map((w) => ({ findingId: w.finding.id, weight: w.weight, spent: w.spent })),
    next,
    missing,
  };
}
