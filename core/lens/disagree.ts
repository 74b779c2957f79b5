import { faultById } from '../catalogue/faults.ts';
import { lensOpinion, type Stance } from '../catalogue/lens-opinions.ts';
import type { TrialCondition } from '../trial/run.ts';
import type { LensView } from './view.ts';

/** Where two lenses part, the question that would settle it for this student, and the trial that asks it. */
export interface Disagreement {
  readonly sentence: string;
  readonly question: string;
  /** Conditions of the trial; null where there is nothing to try against each other. */
  readonly trial: { readonly faultId: string; readonly conditions: readonly TrialCondition[] } | null;
}

const quoted = (fault: string): string => `“${faultById(fault)?.name ?? fault}”`;
const STANCE_WORDS: Readonly<Record<Stance, string>> = {
  'looks here first': 'the first thing to look at',
  cause: 'a cause',
  effect: 'only an effect of something else',
  'no fault': 'no fault at all',
};
const stanceOf = (view: LensView, fault: string): Stance | undefined => lensOpinion(view.lens, fault)?.stance;

const cue = (label: string): TrialCondition => ({ label, kind: 'cue', club: '', drillId: '' });
const USUAL: TrialCondition = { label: 'As usual', kind: 'as usual', club: '', drillId: '' };

/** What a view says of the other one's fault; empty where it has no opinion. */
function objection(view: LensView, fault: string): string {
  if (view.lens === 'measured') {
    const seen = view.faults.find((f) => f.fault === fault);
    return seen
      ? `the evidence gives ${quoted(fault)} ${Math.round(100 * seen.causeChance)} % as a cause`
      : `nothing of this student’s own makes ${quoted(fault)} a cause`;
  }
  const stance = stanceOf(view, fault);
  return stance ? `to ${view.name} ${quoted(fault)} is ${STANCE_WORDS[stance]}` : `${view.name} has no opinion on ${quoted(fault)}`; // prettier-ignore
}

/** Where two lenses part over this student. */
export function disagreement(a: LensView, b: LensView): Disagreement {
  const [fa, fb] = [a.next.fault, b.next.fault];
  if (fa === null || fb === null) {
    const [without, other] = fa === null ? [a, b] : [b, a];
    const { fault, cue: words, does, sentence } = other.next;
    const open = fault !== null && does === 'work' && words !== '';
    return {
      sentence: `${without.name} can name nothing yet; ${other.name} ${sentence.replace(/^W/, 'w')}`,
      question: `${without.next.sentence}${open ? ` Or try it: is the club head faster with “${words}” than as usual?` : ''}`,
      trial: open ? { faultId: fault, conditions: [USUAL, cue(words)] } : null,
    };
  }
  const cues = [a.next.cue, b.next.cue].filter((c) => c !== '');
  const distinct = new Set(cues.map((c) => c.toLowerCase())).size === 2;
  const trial = distinct ? { faultId: fa, conditions: [USUAL, ...cues.map(cue)] } : null;
  const ask = distinct
    ? `Which moves the club head faster and keeps the strike: “${cues[0]}” or “${cues[1]}”?`
    : 'Does the change move this student’s own numbers?';
  if (fa === fb)
    return distinct
      ? { sentence: `${a.name} and ${b.name} both go to ${quoted(fa)}; they part over the cue.`, question: ask, trial }
      : { sentence: `${a.name} and ${b.name} do the same here: ${quoted(fa)}.`, question: 'There is nothing to settle.', trial: null }; // prettier-ignore
  const parts = [objection(b, fa), objection(a, fb)].join('; ');
  return {
    sentence: `${a.name} goes to ${quoted(fa)}, ${b.name} to ${quoted(fb)}: ${parts}.`,
    question: `${ask} And does ${quoted(fb)} go when ${quoted(fa)} is worked on, or the other way round?`,
    trial,
  };
}
