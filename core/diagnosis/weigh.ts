import { eyeOf, ratesOf, type Beliefs } from '../beliefs/beliefs.ts';
import { ageWeight } from '../beliefs/half-lives.ts';
import { SAME_THING, SEEN_GRADES, seenRates, type Eye, type SeenGrade } from '../catalogue/signs/seen-rates.ts';
import { signById } from '../catalogue/signs/signs.ts';
import { contradicts, gradeLogOdds, type Finding } from './findings.ts';

/** Share that each further measured sign of one dependence group adds. */
const FURTHER_IN_GROUP = 0.4;
/** Log-odds of a fault that a measured value contradicts by its definition. */
const RULED_OUT = -8;
/** A finding must still count so much to take a fault off the list, and to have been looked at. */
export const FRESH_ENOUGH = 0.5;

export interface WeighOptions {
  /** The running target, whose own findings are meant to move once it was practised. */
  readonly target?: string;
  readonly practisedSince?: boolean;
  /** The practice's own numbers; the catalogue's where they are not given. */
  readonly beliefs?: Beliefs;
}

/** A finding with what it counts beside all others. */
export interface Weighed {
  readonly finding: Finding;
  /** Share left by its age, 0–1. */
  readonly weight: number;
  /** Why it adds nothing although it is there; empty where it counts. */
  readonly spent: string;
  /** It contradicts the fault by its definition. */
  readonly rulesOut: boolean;
}

const kindOf = (f: Finding) => (f.kind === 'seen' ? 'seen' : (signById(f.sign)?.with ?? 'shots'));
const age = (f: Finding): number => f.ageDays ?? 0;

/** Findings with their age, those that a newer reading replaces and those that say a thing twice marked as spent. */
export function weigh(findings: readonly Finding[], options: WeighOptions = {}): Weighed[] {
  const newest = new Map<string, number>();
  for (const f of findings)
    newest.set(`${f.kind} ${f.sign}`, Math.min(newest.get(`${f.kind} ${f.sign}`) ?? Infinity, age(f)));
  const weighed = findings.map((finding) => {
    const practised =
      finding.practisedSince === true || (options.practisedSince === true && finding.fault === options.target);
    const sign = finding.kind === 'measured' ? signById(finding.sign) : undefined;
    const weight = ageWeight(kindOf(finding), age(finding), practised, options.beliefs?.halfLives);
    const replaced = age(finding) > (newest.get(`${finding.kind} ${finding.sign}`) ?? 0);
    return {
      finding,
      weight,
      spent: replaced ? 'a newer reading is there' : '',
      rulesOut:
        !replaced &&
        weight >= FRESH_ENOUGH &&
        sign !== undefined &&
        contradicts(sign, finding.value ?? 0, finding.uncertainty ?? 0),
    };
  });
  const ratioFaults = new Set(
    weighed
      .filter((w) => !w.spent && signById(w.finding.sign)?.ratio && w.finding.kind === 'measured')
      .map((w) => w.finding.fault),
  );
  const inRatio = (w: Weighed): boolean =>
    w.finding.kind === 'measured' &&
    w.finding.source.kind === 'motion' &&
    signById(w.finding.sign)?.with === 'motion' &&
    !signById(w.finding.sign)?.ratio &&
    ratioFaults.has(w.finding.fault);
  const once = weighed.map((w) =>
    !w.spent && inRatio(w) ? { ...w, spent: 'already in the ratio of the motion file' } : w,
  );
  return once.map((w) => saidOnce(w, once));
}

/** Of a seen and a measured sign of one thing the one that says more counts. */
function saidOnce(w: Weighed, all: readonly Weighed[]): Weighed {
  if (w.spent) return w;
  const pairs = (seen: Weighed, measured: Weighed): boolean =>
    SAME_THING[seen.finding.sign]?.includes(measured.finding.sign) ?? false;
  const says = (x: Weighed): number => Math.abs(x.weight * x.finding.logOdds);
  const others = all.filter(
    (x) => !x.spent && x.finding.kind !== w.finding.kind && (w.finding.kind === 'seen' ? pairs(w, x) : pairs(x, w)),
  );
  // On a tie the measured one counts.
  const beaten = others.some((x) => says(x) > says(w) || (says(x) === says(w) && w.finding.kind === 'seen'));
  return beaten && !w.rulesOut ? { ...w, spent: 'seen and measured: counted once' } : w;
}

/** Log ratio of a further grade by the same eye: with some chance it only repeats the grade before it. */
function furtherGrade(eye: Eye, grade: SeenGrade, before: SeenGrade): number {
  const repeat = grade === before ? eye.sameEye : 0;
  const { ifThere, ifNot } = seenRates(eye)[grade];
  return Math.log((repeat + (1 - eye.sameEye) * ifThere) / (repeat + (1 - eye.sameEye) * ifNot));
}

/** Seen signs of one fault, equal grades side by side so that their order does not matter. */
function seenLogOdds(list: readonly Weighed[], beliefs: Beliefs): number {
  const sorted = [...list].sort(
    (a, b) => SEEN_GRADES.indexOf(a.finding.grade ?? 'unsure') - SEEN_GRADES.indexOf(b.finding.grade ?? 'unsure'),
  );
  const rates = ratesOf(beliefs);
  const eye = eyeOf(beliefs);
  return sorted.reduce((sum, w, i) => {
    const grade = w.finding.grade ?? 'unsure';
    const own =
      i === 0 ? gradeLogOdds(grade, rates) : furtherGrade(eye, grade, sorted[i - 1]!.finding.grade ?? 'unsure');
    return sum + w.weight * own;
  }, 0);
}

/** What all findings on one fault say together. */
export function faultLogOdds(list: readonly Weighed[], beliefs: Beliefs = {}): number {
  if (list.some((w) => w.rulesOut)) return RULED_OUT;
  const counting = list.filter((w) => !w.spent);
  const groups = new Map<string, number[]>();
  for (const w of counting.filter((w) => w.finding.kind === 'measured')) {
    const group = w.finding.group ?? w.finding.id;
    groups.set(group, [...(groups.get(group) ?? []), w.weight * w.finding.logOdds]);
  }
  let sum = seenLogOdds(
    counting.filter((w) => w.finding.kind === 'seen'),
    beliefs,
  );
  for (const values of groups.values()) {
    values.sort((a, b) => Math.abs(b) - Math.abs(a));
    sum += values.reduce((s, v, i) => s + (i === 0 ? v : FURTHER_IN_GROUP * v), 0);
  }
  return sum;
}
