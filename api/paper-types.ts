import type { Figure } from '../core/catalogue/figures/figure.ts';

/** One drill as it stands on paper. */
export interface PaperDrill {
  name: string;
  figures: readonly Figure[];
  steps: readonly string[];
  cue: string;
  rung: string;
  dose: string;
  check: string;
  cautions: readonly string[];
}

/** The plan in force as it stands on paper; what is closed is left out with its reason. */
export interface PaperPlan {
  drills: readonly PaperDrill[];
  /** Days with what is planned on each. */
  week: readonly { day: string; text: string }[];
  cautions: readonly string[];
  referral: string;
  /** Why work is closed; empty where none is. */
  closedBecause: readonly string[];
}

/** What a student takes home from one lesson, on one page; figures are written in the practice's units. */
export interface LessonSheet extends PaperPlan {
  lessonId: string;
  student: string;
  handedness: 'right' | 'left';
  startsAt: string;
  /** What was decided, a sentence each. */
  changed: readonly string[];
  /** Same club and conditions, before and in this lesson. */
  beforeAfter: readonly { what: string; before: string; now: string }[];
  /** The verdict on the gain so far, or what it still wants. */
  verdict: string;
  target: { name: string; happens: string } | null;
}

/** A season on one page: the stick's figures, sessions, targets and what was practised. */
export interface SeasonSheet {
  student: string;
  from: string;
  to: string;
  lessons: number;
  /** Days with practice that was logged, and sets. */
  practiceDays: number;
  practiceSets: number;
  verdict: string;
  sessions: readonly { startsAt: string; condition: string; medianMps: number; swings: number }[];
  notches: readonly { date: string; speedMps: number }[];
  targets: readonly { name: string; from: string; to: string | null; drills: readonly string[] }[];
}
