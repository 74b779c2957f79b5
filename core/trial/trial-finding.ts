import { DRILLS } from '../catalogue/drills.ts';
import type { Finding } from '../diagnosis/findings.ts';
import { percent } from '../numeric/percent.ts';
import { dayWords } from '../plan/day-words.ts';
import { FEWEST_ALIKE } from '../plan/worked.ts';
import type { TrialSaid } from './run.ts';
import type { TrialAnswer } from './trial.ts';

/** What kind of cue something is: about the outside of the body, its inside, or the student's own words. */
export type CueKind = 'outside' | 'inside' | 'own';

/** A trial that is over, with what it said then. */
export interface TriedBefore {
  readonly id: string;
  readonly lessonId: string;
  readonly said: Pick<TrialSaid, 'faultId' | 'conditions' | 'stack'>;
  readonly answer: TrialAnswer;
  /** Day of its lesson, YYYY-MM-DD, and how long ago that is. */
  readonly day: string;
  readonly ageDays: number;
}

/** A cue for the fault that truly moves what decides speaks for it; none that does speaks against it (by judgement). */
const MOVED_LOG_ODDS = 0.5;
const MOVED_NOTHING_LOG_ODDS = -0.3;

const bare = (words: string): string => words.toLowerCase().replace(/\.$/, '').trim();

/** Kind of a cue for a fault, by the drills that treat it. */
export function cueKindOf(label: string, fault: string): CueKind {
  const drills = DRILLS.filter((d) => d.treats.includes(fault));
  if (drills.some((d) => bare(d.outsideCue) === bare(label))) return 'outside';
  if (drills.some((d) => bare(d.insideCue) === bare(label))) return 'inside';
  return 'own';
}
const KIND_WORDS: Readonly<Record<CueKind, string>> = {
  outside: 'a cue about the outside of the body',
  inside: 'a cue about the inside of the body',
  own: 'a cue in own words',
};

/** What a trial of things for a fault says of it; none where it could not say anything, or asked about no fault. */
export function triedFinding(t: TriedBefore): Finding | null {
  const { faultId, conditions, stack } = t.said;
  const { verdict, leader, reference, chanceBest } = t.answer;
  const cues = conditions.filter((c) => c.kind === 'cue' || c.kind === 'drill').length;
  if (faultId === '' || stack || cues === 0 || leader === null || conditions[reference]?.kind !== 'as usual')
    return null;
  const best = conditions[leader];
  const moved = verdict === 'better' && leader !== reference && best !== undefined && best.kind !== 'implement';
  const nothing = verdict === 'tie' || (verdict === 'better' && leader === reference);
  if (!moved && !nothing) return null;
  const kind = best?.kind === 'drill' ? 'a drill' : KIND_WORDS[cueKindOf(best?.label ?? '', faultId)];
  return {
    id: `tried:${t.id}`,
    sign: `tried:${t.id}`,
    fault: faultId,
    kind: 'measured',
    text: moved
      ? `“${best.label}” (${kind}) beat the swing as usual in a trial, ${percent(chanceBest[leader] ?? 0)} sure`
      : `Nothing of ${cues} thing${cues === 1 ? '' : 's'} tried for it beat the swing as usual`,
    logOdds: moved ? MOVED_LOG_ODDS : MOVED_NOTHING_LOG_ODDS,
    group: `tried ${faultId}`,
    ...(t.ageDays > 0 ? { ageDays: t.ageDays } : {}),
    source: {
      kind: 'trial',
      id: t.id,
      label: `trial of ${dayWords(t.day)}`,
      ...(t.ageDays > 0 ? { lessonId: t.lessonId } : {}),
    },
  };
}

/** Kind of cue that moved this student in trials for a fault; null where none did. The newest counts. */
export function kindThatMoved(tried: readonly TriedBefore[], fault: string): CueKind | null {
  const moved = tried
    .filter((t) => t.said.faultId === fault && t.answer.verdict === 'better' && t.answer.leader !== t.answer.reference)
    .toSorted((a, b) => a.ageDays - b.ageDays)
    .flatMap((t) => (t.answer.leader === null ? [] : (t.said.conditions[t.answer.leader] ?? [])))
    .find((c) => c.kind === 'cue');
  return moved ? cueKindOf(moved.label, fault) : null;
}

/** Trials of players like this one that a kind of cue won, of all that could say something. */
export interface KindCounts {
  readonly trials: number;
  readonly moved: Readonly<Record<CueKind, number>>;
}
export function kindCounts(tried: readonly Pick<TriedBefore, 'said' | 'answer'>[], fault: string): KindCounts {
  const of = tried.filter((t) => t.said.faultId === fault && !t.said.stack && t.answer.verdict !== 'cannot say');
  const moved = { outside: 0, inside: 0, own: 0 };
  for (const t of of) {
    const { verdict, leader, reference } = t.answer;
    const best =
      leader === null || leader === reference || verdict !== 'better' ? undefined : t.said.conditions[leader];
    if (best?.kind === 'cue') moved[cueKindOf(best.label, fault)]++;
  }
  return { trials: of.length, moved };
}
/** Those counts in words; empty where there is none. */
export function kindCountsWords({ trials, moved }: KindCounts): string {
  if (trials === 0) return '';
  const parts = (Object.keys(moved) as CueKind[])
    .filter((k) => moved[k] > 0)
    .map((k) => `${KIND_WORDS[k]} won ${moved[k]}`);
  return `Of ${trials} trial${trials === 1 ? '' : 's'} of players like this one ${parts.length > 0 ? parts.join(', ') : 'none moved anything'}${trials < FEWEST_ALIKE ? ' (counts only)' : ''}.`;
}
