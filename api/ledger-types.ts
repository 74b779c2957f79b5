import type { Beliefs } from '../core/beliefs/beliefs.ts';
import type { BeliefKind, BeliefValue } from '../core/beliefs/changes.ts';
import type { Diagnosis, PriceIfPresent } from '../core/diagnosis/diagnose.ts';
import type { Finding } from '../core/diagnosis/findings.ts';

export interface VerdictWire {
  id: string;
  proposed: string | null;
  target: string;
  overruled: boolean;
  reason: string;
  sentence: string;
  decidedAt: string;
  /** Chances of that moment: presence, and own cause since the second rule. */
  chances: { id: string; chance: number; causeChance?: number }[];
  findings: Finding[];
  /** School that it was read under. */
  lens: string;
  /** Version of the rule that made it. */
  rule: number;
  /** Changes of the practice's numbers that held then. */
  beliefChanges: number;
  /** What each fault cost by that moment's figures, if it was there; absent in verdicts of earlier versions. */
  prices?: { id: string; meanMps: number; interval90Mps: readonly [number, number]; worthMps?: number }[];
}

/** A change of a number that the diagnosis reckons with. */
export interface BeliefChangeWire {
  id: string;
  kind: BeliefKind;
  about: string;
  value: BeliefValue | null;
  note: string;
  changedAt: string;
  changedBy: string;
}

/** A cause that a later review confirmed: a notch was cut while it was the target. */
export interface ConfirmedCauseWire {
  studentId: string;
  studentName: string;
  fault: string;
  confirmedAt: string;
}

export interface BeliefsAnswer {
  beliefs: Beliefs;
  /** Moment from which confirmed causes count; null for all. */
  learnedSince: string | null;
  confirmed: ConfirmedCauseWire[];
  /** All changes, oldest first. */
  changes: BeliefChangeWire[];
}

export interface LedgerAnswer {
  findings: Finding[];
  diagnosis: Diagnosis;
  /** Speed that prices are shares of; null where none is known. */
  ownSpeedMps: number | null;
  /** What the learned prices say beside the faults' own; null without a captured swing or a measured speed. */
  prices: { refused: string; together: PriceIfPresent | null } | null;
  /** School of the student, for the order in which causes are looked at. */
  lens: string;
  verdict: VerdictWire | null;
  /** Verdicts of this lesson that a later one took the place of, oldest first. */
  earlierVerdicts: VerdictWire[];
  /** The target that runs from this or an earlier lesson. */
  running: string | null;
  /** The running target as it was decided in an earlier lesson: its chance and its findings of then; null where it is new. */
  then: { startsAt: string; presentChance: number | null; findings: Finding[] } | null;
  /** The practice's own numbers that it was reckoned with, this student's confirmed causes left out. */
  beliefs: Beliefs;
  /** Changes of the practice's numbers so far. */
  beliefChanges: number;
}
