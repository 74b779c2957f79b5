import { faultById } from '../catalogue/faults.ts';
import { lensOpinion, type Stance } from '../catalogue/lens-opinions.ts';
import type { LensId } from '../catalogue/stages.ts';
import type { DiagnosedFault, Diagnosis } from '../diagnosis/diagnose.ts';
import type { DrillChoice } from '../plan/open-drills.ts';
import { schoolOf, type School } from './schools.ts';

/** A fault as a school sees it, with what the evidence says of it. */
export interface SeenFault {
  readonly fault: string;
  readonly stance: Stance | 'by the evidence';
  readonly line: string;
  readonly presentChance: number;
  readonly causeChance: number;
  /** Something of this student's own speaks of it. */
  readonly touched: boolean;
}

/** What a school would do next with this student. */
export interface LensNext {
  readonly fault: string | null;
  /** Works on it; or looks at it first, since nothing of this student's own speaks of it yet. */
  readonly does: 'work' | 'look';
  readonly drill: string | null;
  readonly drillId: string | null;
  readonly cue: string;
  /** Its first drills for that fault that are open to this student, each with its kind of cue. */
  readonly drills: readonly { readonly id: string; readonly name: string; readonly cue: string }[];
  readonly sentence: string;
}

export interface LensView extends School {
  /** Faults by what the school calls them, the likeliest for this student first. */
  readonly faults: readonly SeenFault[];
  readonly next: LensNext;
}

/** What else is known of this student. */
export interface OwnKnown {
  /** Cue that a trial made the student's own for a fault. */
  readonly keptCue: (fault: string) => string | undefined;
  /** What would be done where nothing can be named, as a sentence. */
  readonly measureFirst: string;
}

/** So many drills of a school are shown. */
const MOST_DRILLS = 3;
/** Below this chance Measured does not speak of a fault. */
const HARDLY_THERE = 0.05;
/** From this chance on a school takes a fault of its own to be there. */
const LIKELY = 0.35;
/** A fault that the school looks at first goes before one that it merely calls a cause. */
const WEIGHT: Readonly<Partial<Record<Stance, number>>> = { 'looks here first': 1, cause: 0.7 };

const order = (faults: readonly SeenFault[]): SeenFault[] =>
  faults.toSorted((a, b) => Number(b.touched) - Number(a.touched) || b.presentChance - a.presentChance);

const quoted = (fault: string): string => `“${faultById(fault)?.name ?? fault}”`;

/** A cue without the full stop of its sentence. */
const bare = (cue: string): string => cue.replace(/\.$/, '');

function nextOf(
  school: School,
  fault: DiagnosedFault | undefined,
  choicesFor: (fault: string, lens: LensId) => readonly DrillChoice[],
  own: OwnKnown,
): LensNext {
  if (!fault)
    return { fault: null, does: 'look', drill: null, drillId: null, cue: '', drills: [], sentence: own.measureFirst };
  const does = fault.touched && fault.presentChance >= LIKELY ? 'work' : 'look';
  const open = choicesFor(fault.id, school.lens).filter((c) => c.open);
  const [choice] = open;
  const cueOf = (c: DrillChoice): string => bare(school.cue === 'inside' ? c.drill.insideCue : c.drill.outsideCue);
  const kept = school.lens === 'measured' ? own.keptCue(fault.id) : undefined;
  const cue = kept === undefined ? (choice ? cueOf(choice) : '') : bare(kept);
  const what = `${quoted(fault.id)}${choice ? ` with “${choice.drill.name}”` : ', with no drill open for it now'}`;
  return {
    fault: fault.id,
    does,
    drill: choice?.drill.name ?? null,
    drillId: choice?.drill.id ?? null,
    cue,
    drills: open.slice(0, MOST_DRILLS).map((c) => ({ id: c.drill.id, name: c.drill.name, cue: cueOf(c) })),
    sentence:
      does === 'work'
        ? `Would work on ${what}${cue ? `: “${cue}”` : ''}${kept ? ' (kept from a trial)' : ''}.`
        : `Would look at ${quoted(fault.id)} first: nothing of this student’s own ${fault.touched ? 'makes it likely' : 'speaks of it yet'}.`,
  };
}

/**
 * How a school sees this student: its belief, what it calls cause, effect or no fault, and what it would do next. Chances are those of the evidence, whatever the lens.
 * @param choicesFor drills for a fault as the lens orders them
 */
export function lensView(
  lens: LensId,
  diagnosis: Pick<Diagnosis, 'faults' | 'verdict'>,
  choicesFor: (fault: string, lens: LensId) => readonly DrillChoice[],
  own: OwnKnown,
): LensView {
  const school = schoolOf(lens);
  const seen = (f: DiagnosedFault, stance: SeenFault['stance'], line: string): SeenFault => ({
    fault: f.id,
    stance,
    line,
    presentChance: f.presentChance,
    causeChance: f.causeChance,
    touched: f.touched,
  });
  if (lens === 'measured') {
    const target = diagnosis.verdict.faults[0];
    const faults = diagnosis.faults
      .filter((f) => faultById(f.id)?.changeable && f.touched && !f.ruledOut && f.presentChance >= HARDLY_THERE)
      .map((f) => seen(f, 'by the evidence', ''));
    return {
      ...school,
      faults: faults.toSorted((a, b) => b.causeChance - a.causeChance),
      next: nextOf(school, diagnosis.faults.find((f) => f.id === target), choicesFor, own), // prettier-ignore
    };
  }
  const faults = diagnosis.faults.flatMap((f) => {
    const opinion = lensOpinion(lens, f.id);
    return opinion ? [seen(f, opinion.stance, opinion.line)] : [];
  });
  const workable = diagnosis.faults.flatMap((f) => {
    const weight = WEIGHT[lensOpinion(lens, f.id)?.stance ?? 'effect'] ?? 0;
    const open = weight > 0 && (faultById(f.id)?.changeable ?? false) && !f.ruledOut;
    return open ? [{ f, score: (f.touched ? 1 : 0.3) * weight * f.presentChance }] : [];
  });
  const best = workable.reduce<(typeof workable)[number] | undefined>((a, b) => (a && a.score >= b.score ? a : b), undefined); // prettier-ignore
  return { ...school, faults: order(faults), next: nextOf(school, best?.f, choicesFor, own) };
}
