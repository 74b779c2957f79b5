import type { SeenSignWire } from '../../api/types.ts';
import type { Beliefs } from '../../core/beliefs/beliefs.ts';
import type { Level } from '../../core/catalogue/stages.ts';
import { diagnose, type Diagnosis } from '../../core/diagnosis/diagnose.ts';
import { measuredFindings, seenFinding, type Finding, type Measurement } from '../../core/diagnosis/findings.ts';
import type { SwingPrices } from '../../core/diagnosis/learned-price.ts';
import { pricesOfAmounts } from '../../core/diagnosis/one-amount-price.ts';

/** All that a lesson's ledger is weighed from. */
export interface LessonEvidence {
  readonly measurements: readonly Measurement[];
  readonly signs: readonly Pick<SeenSignWire, 'signId' | 'grade' | 'note'>[];
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

/** Findings and diagnosis of a lesson: the one place where a lesson is weighed. */
export function weighLesson(evidence: LessonEvidence): WeighedLesson {
  const { level, beliefs, speedMps, prices } = evidence;
  const findings = [
    ...measuredFindings(evidence.measurements, level, beliefs),
    ...evidence.signs.map((s) => seenFinding(s.signId, s.grade, s.note, undefined, beliefs)),
  ];
  const ifPresent = new Map([
    ...(speedMps === undefined ? [] : pricesOfAmounts(findings, speedMps)),
    ...(prices?.prices ?? []).map((p) => [p.fault, p] as const),
  ]);
  return { findings, diagnosis: diagnose(findings, { level, beliefs, prices: ifPresent }) };
}
