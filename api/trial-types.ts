import type { DueTurn, TrialSaid } from '../core/trial/run.ts';
import type { StepLedger } from '../core/trial/steps.ts';
import type { TrialAnswer } from '../core/trial/trial.ts';
import type { KindCounts } from '../core/trial/trial-finding.ts';
import type { TurnRating } from '../core/trial/values.ts';

export interface TrialTurnWire extends TurnRating {
  id: string;
  round: number;
  condition: number;
  blockId: string | null;
  /** Swings that count, and those set aside. */
  counted: number;
  setAside: number;
  ended: boolean;
}

export interface TrialWire {
  id: string;
  said: TrialSaid;
  startedAt: string;
  endedAt: string | null;
  turns: TrialTurnWire[];
  /** Id of the turn that runs; null between two and at the end. */
  running: string | null;
  /** Turn that comes after it; null when all are made. */
  next: DueTurn | null;
  roundsDone: number;
  answer: TrialAnswer;
  /** What each step added, and which one broke something; null where it is no stack. */
  ledger: StepLedger | null;
  kept: { condition: number; at: string; sentence: string } | null;
}

/** A cue that a trial made this student's own. */
export interface KeptCueWire {
  trialId: string;
  lessonId: string;
  label: string;
  faultId: string;
  sentence: string;
  at: string;
}

export interface TrialSuggestionWire {
  label: string;
  kind: TrialSaid['conditions'][number]['kind'];
  drillId: string;
  /** Where it comes from. */
  because: string;
}

export interface TrialsAnswer {
  /** Trials of this lesson, oldest first. */
  trials: TrialWire[];
  /** Kept in this and earlier lessons, newest first. */
  kept: KeptCueWire[];
  /** What may be tried for the fault asked about, or the running target. */
  faultId: string;
  /** What kind of cue won trials of other students of this level for that fault. */
  alike: KindCounts;
  suggestions: TrialSuggestionWire[];
  /** Ball place and tee as next steps, from the lesson’s own figures. */
  setUps: TrialSuggestionWire[];
}
