import type { SeenSignWire } from '../../api/types.ts';
import type { Beliefs } from '../../core/beliefs/beliefs.ts';
import type { Level } from '../../core/catalogue/stages.ts';
import { diagnose, type Diagnosis } from '../../core/diagnosis/diagnose.ts';
import { measuredFindings, seenFinding, type Finding, type Measurement } from '../../core/diagnosis/findings.ts';
import type { SwingPrices } from '../../core/diagnosis/learned-price.ts';
import { trialFindings } from '../../core/diagnosis/failed-trials.ts';
import type { Trial } from '../../core/plan/trials.ts';
import { triedFinding, type TriedBefore } from '../../core/trial/trial-finding.ts';
import { pricesOfAmounts } from '../../core/diagnosis/one-amount-price.ts';

/** A seen sign; one of an earlier lesson with its age and that lesson. */
export type SeenEvidence = Pick<SeenSignWire, 'signId' | 'grade' | 'note'> & {
  readonly ageDays?: number;
  readonly lessonId?: string;
};

/** All that a lesson's ledger is weighed from. */
export interface LessonEvidence {
  readonly measurements: readonly Measurement[];
  readonly signs: readonly SeenEvidence[];
  /** The running target with all drills tried for it; null where none runs. */
  readonly running: {
    readonly target: string;
    /** Days since it was last practised; null where it was not. */
    readonly practisedDaysAgo: number | null;
    readonly trials: readonly Trial[];
  } | null;
  /** Trials that are over, of this lesson and before. */
  readonly tried: readonly TriedBefore[];
  readonly level: Level;
  readonly beliefs: Beliefs;
  /** Own speed that prices are shares of; without it nothing is priced. */
  readonly speedMps?: number;
  /** What the captured swing's faults cost; null without one. */
  readonly prices: SwingPrices | null;
}

export interface WeighedLesson {
  readonly findings: Finding[];
  readonly diagnosis: Diagnosis;
}

const seenEvidence = (s: SeenEvidence, beliefs: Beliefs): Finding => {
  const finding = seenFinding(s.signId, s.grade, s.note, s.ageDays, beliefs);
  return { ...finding, source: { ...finding.source, lessonId: s.lessonId } };
};

/** Whether a finding of the running target is older than its last practice: it is meant to have moved since. */
const practisedAfter = (f: Finding, { target, practisedDaysAgo }: NonNullable<LessonEvidence['running']>): boolean =>
  f.fault === target && practisedDaysAgo !== null && (f.ageDays ?? 0) > practisedDaysAgo;

/** Findings and diagnosis of a lesson: the one place where a lesson is weighed. */
export function weighLesson(evidence: LessonEvidence): WeighedLesson {
  const { level, beliefs, speedMps, prices } = evidence;
  const { running } = evidence;
  const found = [
    ...measuredFindings(evidence.measurements, level, beliefs),
    ...evidence.signs.map((s) => seenEvidence(s, beliefs)),
  ];
  const findings = [
    ...found.map((f) => (running && practisedAfter(f, running) ? { ...f, practisedSince: true } : f)),
    ...(running ? trialFindings(running.target, running.trials, level) : []),
    ...evidence.tried.flatMap((t) => triedFinding(t) ?? []),
  ];
  const ifPresent = new Map([
    ...(speedMps === undefined ? [] : pricesOfAmounts(findings, speedMps)),
    ...(prices?.prices ?? []).map((p) => [p.fault, p] as const),
  ]);
  return { findings, diagnosis: diagnose(findings, { level, beliefs, prices: ifPresent }) };
}
