import type { DraftDrill } from '../core/plan/thread.ts';
import type { PlanDrillWire } from './types.ts';

/** A drill of the plan that runs, with what was asked and done. */
export interface ThreadDrillWire extends PlanDrillWire {
  askedSessions: number;
  doneSessions: number;
  lastDoneAt: string | null;
}

/** What a lesson opens on: the target that runs, its drills, what was asked and done, and what the next plan begins with. */
export interface ThreadWire {
  target: string;
  /** Start of the lesson from which it has run. */
  since: string;
  sinceLessonId: string;
  reason: string;
  planStartsOn: string | null;
  practisedDays: number;
  lastPractisedAt: string | null;
  drills: ThreadDrillWire[];
  /** Drills given for it, at full length, that did not move it. */
  failedDrillIds: string[];
  next: { drills: DraftDrill[]; dropped: { drillId: string; because: string }[] };
}

/** One target of a student's history with what was done for it. */
export interface TargetHistoryWire {
  target: string;
  from: string;
  /** Lesson at which another took over; null while it runs. */
  to: string | null;
  drills: {
    drillId: string;
    rungs: { rung: string; from: string }[];
    cues: { cue: string; from: string }[];
    askedSessions: number;
    doneSessions: number;
    metSessions: number;
    decisions: { chosen: string; at: string; reason: string }[];
  }[];
}
