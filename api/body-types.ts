import type { BodyPart, PainKind } from '../core/catalogue/cautions.ts';
import type { Load } from '../core/plan/load.ts';

export interface PainWire {
  id: string;
  notedAt: string;
  part: BodyPart | null;
  kind: PainKind | null;
  note: string;
  drillId: string | null;
  /** Null while it closes work. */
  reopened: { at: string; by: string; word: string } | null;
}

/** What of a student's work is closed, and why; the day's count of full-intent swings with what was overruled. */
export interface ClosuresWire {
  /** Why everything is closed; empty where it is not. */
  planClosedBecause: string[];
  /** Open pain, newest first. */
  pains: PainWire[];
  consentMissing: boolean;
  /** Logs that came by a link that was not open any more, oldest first. */
  lateSets: LateSetWire[];
  load: Load;
  /** The reason with which the caps were overruled for this day; null where they hold. */
  overruled: { reason: string; by: string } | null;
}

/** A log that came by a link that was not open any more. */
export interface LateSetWire {
  id: string;
  /** Of a drill's set, or of a flow of steps. */
  kind: 'set' | 'flow';
  cameAt: string;
  doneAt: string;
  passed: number;
  reset: number;
  pain: boolean;
}
