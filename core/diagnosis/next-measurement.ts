import { believedSigns, ratesOf, type Beliefs } from '../beliefs/beliefs.ts';
import type { EvidenceKind } from '../beliefs/half-lives.ts';
import { FAULTS } from '../catalogue/faults.ts';
import { SEEN_GRADES } from '../catalogue/signs/seen-rates.ts';
import type { MeasuredSign } from '../catalogue/signs/signs.ts';
import type { CausalModel } from './causal-model.ts';
import { gradeLogOdds } from './findings.ts';
import { mixed } from './infer.ts';

/** Minutes that one sitting takes, with setting up (by judgement). */
export const MINUTES: Readonly<Record<EvidenceKind, number>> = {
  screen: 4,
  setup: 3,
  picture: 8,
  ground: 5,
  swish: 4,
  shots: 8,
  tests: 15,
  motion: 4,
  seen: 4,
};

/** How far a motion file tells each fault apart, in standard deviations (checked on fresh simulated players). */
const MOTION_APART: Readonly<Record<string, number>> = {
  'arms-first': 3.5,
  'slow-takeaway': 3.5,
  'no-foot-torque': 3.3,
  'short-turn': 3,
  'body-stall': 2.6,
  'early-release': 2.5,
  'held-off': 2.1,
  'no-separation': 1.6,
  tension: 1.4,
};
/** No measurement on one player tells more than so. */
const MOST_APART = 2.6;
/** Points of a normal distribution that stand for it, with weights by its density. */
const Z_POINTS = [-1.53, -0.6, 0, 0.6, 1.53] as const;
const Z_WEIGHTS = (() => {
  const density = Z_POINTS.map((z) => Math.exp(-0.5 * z * z));
  const total = density.reduce((a, b) => a + b, 0);
  return density.map((d) => d / total);
})();

/** One outcome of a look at a fault: its log ratio, and how often it comes with the fault and without. */
interface Outcome {
  readonly logOdds: number;
  readonly ifThere: number;
  readonly ifNot: number;
}

function seenOutcomes(beliefs: Beliefs): Outcome[] {
  const rates = ratesOf(beliefs);
  return SEEN_GRADES.map((g) => ({ logOdds: gradeLogOdds(g, rates), ...rates[g] }));
}

function measuredOutcomes(apart: number): Outcome[] {
  const half = (apart * apart) / 2;
  return Z_POINTS.flatMap((z, k): Outcome[] => [
    { logOdds: half + apart * z, ifThere: Z_WEIGHTS[k]!, ifNot: 0 },
    { logOdds: -half + apart * z, ifThere: 0, ifNot: Z_WEIGHTS[k]! },
  ]);
}

const apartOf = (s: MeasuredSign): number =>
  s.ratio
    ? (MOTION_APART[s.fault] ?? 2)
    : Math.min(MOST_APART, Math.abs(s.faulty.mean - s.sound.mean) / ((s.faulty.sd + s.sound.sd) / 2));

const entropy = (p: number): number => (p <= 0 || p >= 1 ? 0 : -p * Math.log(p) - (1 - p) * Math.log(1 - p));

/** What one answer of a measurement would leave as the likeliest cause. */
export interface AnswerEffect {
  readonly fault: string;
  readonly there: boolean;
  readonly leading: string;
  readonly causeChance: number;
}

export interface NextMeasurement {
  readonly measurement: EvidenceKind;
  readonly minutes: number;
  /** Expected drop of doubt about the causes, in nats a minute. */
  readonly value: number;
  /** The fault it tells most about, and what either answer would do. */
  readonly answers: readonly AnswerEffect[];
}

/** Own-cause chances with a fault certain and with it ruled out, and its present chance. */
export interface FaultWorlds {
  readonly presentNow: number;
  readonly there: Float64Array;
  readonly absent: Float64Array;
}

/** What can still be asked of a fault: the best sign of each kind that has not been read yet. */
function openLooks(
  done: ReadonlySet<string>,
  beliefs: Beliefs,
): { kind: EvidenceKind; fault: string; outcomes: readonly Outcome[]; apart: number }[] {
  const outcomes = seenOutcomes(beliefs);
  const signs = believedSigns(beliefs);
  const looks = FAULTS.flatMap((f) =>
    f.seen.length > 0 && !f.seen.some((s) => done.has(s.id))
      ? [{ kind: 'seen' as EvidenceKind, fault: f.id, outcomes, apart: 1.7 }]
      : [],
  );
  const best = new Map<string, MeasuredSign>();
  for (const s of signs) {
    // A single figure of a motion file is already in the file's ratio.
    if (s.with === 'motion' && !s.ratio) continue;
    if (signs.some((x) => x.fault === s.fault && x.with === s.with && done.has(x.id))) continue;
    const known = best.get(`${s.with} ${s.fault}`);
    if (!known || apartOf(s) > apartOf(known)) best.set(`${s.with} ${s.fault}`, s);
  }
  return [
    ...looks,
    ...[...best.values()].map((s) => ({
      kind: s.with,
      fault: s.fault,
      outcomes: measuredOutcomes(apartOf(s)),
      apart: apartOf(s),
    })),
  ];
}

/**
 * Which measurement would clear up most about the causes for its minutes: the expected drop of the summed entropy of the
 * own-cause chances of all changeable faults, summed over the faults that the measurement looks at.
 * @param worldsOf chances with a fault certain and with it ruled out
 * @param done signs that were read already
 */
export function nextMeasurements(
  { ids, indexOf, network }: CausalModel,
  beliefs: Beliefs,
  causeNow: Float64Array,
  worldsOf: (fault: number) => FaultWorlds,
  done: ReadonlySet<string>,
): NextMeasurement[] {
  const changeable = ids.map((_, i) => network.faults[i]!.changeable !== false);
  const doubt = (chances: Float64Array): number =>
    chances.reduce((sum, p, i) => (changeable[i] ? sum + entropy(p) : sum), 0);
  const now = doubt(causeNow);
  const looks = openLooks(done, beliefs).map((look) => {
    const v = indexOf.get(look.fault) as number;
    const { presentNow, there, absent } = worldsOf(v);
    let after = 0;
    for (const o of look.outcomes) {
      const chance = presentNow * o.ifThere + (1 - presentNow) * o.ifNot;
      if (chance > 1e-9) after += chance * doubt(mixed(there, absent, presentNow, o.logOdds));
    }
    return { ...look, drop: Math.max(0, now - after) };
  });
  const effect = (look: (typeof looks)[number], isThere: boolean): AnswerEffect => {
    const { presentNow, there, absent } = worldsOf(indexOf.get(look.fault) as number);
    const typical = (isThere ? 1 : -1) * (look.apart ** 2 / 2);
    const chances = mixed(there, absent, presentNow, typical);
    const leading = chances.reduce((a, p, i) => (changeable[i] && p > (chances[a] ?? -1) && changeable[i] ? i : a), -1);
    return { fault: look.fault, there: isThere, leading: ids[leading]!, causeChance: chances[leading]! };
  };
  return (Object.keys(MINUTES) as EvidenceKind[])
    .flatMap((measurement): NextMeasurement[] => {
      const own = looks.filter((l) => l.kind === measurement).sort((a, b) => b.drop - a.drop);
      if (own.length === 0) return [];
      const drop = own.reduce((sum, l) => sum + l.drop, 0);
      const minutes = MINUTES[measurement];
      return [
        { measurement, minutes, value: drop / minutes, answers: [effect(own[0]!, true), effect(own[0]!, false)] },
      ];
    })
    .sort((a, b) => b.value - a.value);
}
