import { FAULT_EDGES } from '../core/catalogue/fault-edges.ts';
import { FAULTS } from '../core/catalogue/faults.ts';
import {
  MEASURED_SIGNS,
  type MeasuredSign,
  type MeasuredWith,
  type Population,
} from '../core/catalogue/signs/signs.ts';
import { SEEN_GRADES, type SeenGrade } from '../core/catalogue/signs/seen-rates.ts';
import { LEVELS, type Level } from '../core/catalogue/stages.ts';
import { measuredFindings, namedSource, seenFinding, type Finding } from '../core/diagnosis/findings.ts';
import type { FaultEdge, FaultNetwork } from '../core/diagnosis/network.ts';
import type { Random } from '../core/numeric/random.ts';

/**
 * Made-up students with known roots, in worlds that differ from the catalogue: leaks, strengths, populations of the signs,
 * eyes and files are all drawn anew around it and wider than what the code assumes. Nothing of the inference is used.
 */
export interface MadeStudent {
  readonly level: Level;
  readonly roots: ReadonlySet<string>;
  readonly present: ReadonlySet<string>;
  readonly findings: readonly Finding[];
  /** The student's own world: what an observer who knows it would infer from. */
  readonly world: { readonly network: FaultNetwork; readonly logOdds: Float64Array };
}

export interface MakeOptions {
  /** Kinds of measurement that are in; seen signs always are. */
  readonly kinds: readonly MeasuredWith[];
  /** 'by-level': each fault leaks by itself, so that better players have fewer roots. */
  readonly roots: 'none' | 'one-to-three' | 'by-level';
  /** Factor on each fault's leak that all students of one practice share, by fault. */
  readonly practice?: ReadonlyMap<string, number>;
}

export const EVERYTHING: readonly MeasuredWith[] = [
  'screen',
  'setup',
  'shots',
  'tests',
  'motion',
  'ground',
  'swish',
  'picture',
];
export const SHOTS_ONLY: readonly MeasuredWith[] = ['shots'];

const logit = (p: number): number => Math.log(p / (1 - p));
const chance = (x: number): number => 1 / (1 + Math.exp(-x));

/** Faults in causal order, so that one pass lets consequences follow. */
const ORDER = (() => {
  const placed: string[] = [];
  const left = new Set(FAULTS.map((f) => f.id));
  while (left.size > 0) {
    for (const id of left) {
      if (FAULT_EDGES.some((e) => e.to === id && left.has(e.from))) continue;
      placed.push(id);
      left.delete(id);
    }
  }
  return placed;
})();

const STRENGTH_CAP = 0.8;
const LEVEL_SHARE: Readonly<Record<Level, number>> = { beginner: 1.5, club: 1, 'single-figure': 0.5, elite: 0.3 };

/** Links of one student's world: the catalogue's strengths, moved by a good deal. */
function drawEdges(random: Random): FaultEdge[] {
  return FAULT_EDGES.map((e) => {
    const all = FAULT_EDGES.filter((x) => x.to === e.to).reduce((p, x) => p * (1 - x.strength), 1);
    const scale = 1 - all > STRENGTH_CAP ? STRENGTH_CAP / (1 - all) : 1;
    return { ...e, strength: chance(logit(Math.min(0.9, scale * e.strength)) + 0.6 * random.normal()) };
  });
}

function drawFaults(random: Random, roots: ReadonlySet<string>, edges: readonly FaultEdge[]): Set<string> {
  const present = new Set<string>();
  for (const id of ORDER) {
    const brought = edges.some((e) => e.to === id && present.has(e.from) && random.uniform() < e.strength);
    if (roots.has(id) || brought) present.add(id);
  }
  return present;
}

/** Own leaks of one student's world, and the roots drawn from them. */
function drawRoots(
  random: Random,
  { roots: how, practice }: MakeOptions,
  level: Level,
): { leaks: number[]; roots: Set<string> } {
  const leaks = FAULTS.map((f) =>
    f.changeable ? f.leak * (practice?.get(f.id) ?? 1) * Math.exp(0.5 * random.normal()) : 0,
  );
  const roots = new Set<string>();
  const total = leaks.reduce((a, b) => a + b, 0);
  if (how === 'by-level') {
    const own = leaks.map((l) => Math.min(0.6, l * LEVEL_SHARE[level]));
    FAULTS.forEach((f, i) => random.uniform() < own[i]! && roots.add(f.id));
    return { leaks: own, roots };
  }
  const wanted = how === 'none' ? 0 : 1 + random.below(3);
  while (roots.size < wanted) {
    let left = random.uniform() * total;
    roots.add(
      FAULTS[
        Math.max(
          0,
          leaks.findIndex((w) => (left -= w) <= 0),
        )
      ]!.id,
    );
  }
  return { leaks: leaks.map((l) => Math.min(0.6, (2 * l) / total)), roots };
}

/** A finding with the log ratio that it truly carries in this world. */
interface Told {
  readonly finding: Finding[];
  readonly fault: string;
  readonly logOdds: number;
}

/** Grades of one eye on one film: sensitivity and specificity are the eye's own, further signs of a fault lean on the first. */
function drawSeen(random: Random, present: ReadonlySet<string>): Told[] {
  const sensitivity = 0.68 + 0.2 * random.uniform();
  const specificity = 0.8 + 0.13 * random.uniform();
  const lean = 0.3 + 0.4 * random.uniform();
  const rate = (grade: SeenGrade, there: boolean): number => {
    if (grade === 'unsure') return 0.06;
    const says = there ? sensitivity : 1 - specificity;
    const clear = there ? 0.6 : 0.3;
    return 0.94 * (grade === 'absent' ? 1 - says : grade === 'clear' ? says * clear : says * (1 - clear));
  };
  const draw = (there: boolean): SeenGrade => {
    let left = random.uniform();
    return SEEN_GRADES.find((g) => (left -= rate(g, there)) <= 0) ?? 'absent';
  };
  return FAULTS.flatMap((f) => {
    let before: SeenGrade | undefined;
    return f.seen.flatMap((s): Told[] => {
      if (random.uniform() > 0.7) return [];
      const there = present.has(f.id);
      const grade: SeenGrade = before !== undefined && random.uniform() < lean ? before : draw(there);
      const repeats = before === undefined ? 0 : lean;
      const p = (is: boolean): number => repeats * Number(grade === before) + (1 - repeats) * rate(grade, is);
      before = grade;
      return [{ finding: [seenFinding(s.id, grade)], fault: f.id, logOdds: Math.log(p(true) / p(false)) }];
    });
  });
}

/** How far a motion file really tells faults apart, on players no file was fitted to. */
const MOTION_TELLS: Readonly<Record<string, number>> = {
  'arms-first': 2.9,
  'slow-takeaway': 3.2,
  'no-foot-torque': 2.8,
  'short-turn': 2.6,
  'body-stall': 2.2,
  'early-release': 2.1,
  'held-off': 1.7,
  'no-separation': 1.2,
  tension: 1.1,
};

const normalLog = (x: number, mean: number, sd: number): number => -0.5 * ((x - mean) / sd) ** 2 - Math.log(sd);

function drawMeasured(random: Random, sign: MeasuredSign, there: boolean, level: Level): Told {
  const source = namedSource(sign.id, sign.with);
  if (sign.ratio) {
    const apart = (MOTION_TELLS[sign.fault] ?? 1.5) * (0.75 + 0.4 * random.uniform());
    const logOdds = (there ? 1 : -1) * (apart ** 2 / 2) + apart * random.normal();
    const value = Math.max(-3, Math.min(3, logOdds));
    return {
      finding: measuredFindings([{ sign: sign.id, value, uncertainty: 0, source }]),
      fault: sign.fault,
      logOdds,
    };
  }
  const own = sign.byLevel?.[level] ?? sign;
  // The two groups of this world: somewhat elsewhere, wider, and nearer to each other than the catalogue has them.
  const group = ({ mean, sd }: Population) => ({
    mean: mean + 0.4 * sd * random.normal(),
    sd: sd * (0.9 + 0.6 * random.uniform()),
  });
  const [sound, faulty] = [group(own.sound), group(own.faulty)];
  const uncertainty = 0.4 * Math.min(own.sound.sd, own.faulty.sd) * (0.5 + random.uniform());
  const { mean, sd } = there ? faulty : sound;
  const value = mean + Math.hypot(sd, uncertainty) * random.normal();
  const logOdds =
    normalLog(value, faulty.mean, Math.hypot(faulty.sd, uncertainty)) -
    normalLog(value, sound.mean, Math.hypot(sound.sd, uncertainty));
  return {
    finding: measuredFindings([{ sign: sign.id, value, uncertainty, source }], level),
    fault: sign.fault,
    logOdds,
  };
}

/** Chance that one sign of a kind that is in was read. */
const READ = 0.7;

export function makeStudent(random: Random, options: MakeOptions): MadeStudent {
  const level = LEVELS[random.below(LEVELS.length)]!;
  const edges = drawEdges(random);
  const { leaks, roots } = drawRoots(random, options, level);
  const present = drawFaults(random, roots, edges);
  const measured = MEASURED_SIGNS.filter(
    (s) => options.kinds.includes(s.with) && (s.with !== 'motion' || s.ratio),
  ).flatMap((s) => (random.uniform() < READ ? [drawMeasured(random, s, present.has(s.fault), level)] : []));
  const told = [...drawSeen(random, present), ...measured];
  const logOdds = new Float64Array(FAULTS.length);
  for (const t of told) logOdds[FAULTS.findIndex((f) => f.id === t.fault)]! += t.logOdds;
  const faults = FAULTS.map((f, i) => ({ id: f.id, prior: leaks[i]!, changeable: f.changeable }));
  return {
    level,
    roots,
    present,
    findings: told.flatMap((t) => t.finding),
    world: { network: { faults, edges }, logOdds },
  };
}
