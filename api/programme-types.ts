import type { Phase } from '../core/plan/phases.ts';
import type { ProgrammeDay, ProgrammeWish } from '../core/plan/programme.ts';

/** What was done in a week of a programme. */
export interface ProgrammeWeekWire {
  /** First day of the week. */
  from: string;
  plannedSessions: number;
  /** Days with practice at home. */
  doneSessions: number;
  plannedMaximal: number;
  doneMaximal: number;
}

export interface ProgrammeWire {
  id: string;
  wish: ProgrammeWish;
  phases: Phase[];
  days: ProgrammeDay[];
  gaveWay: string[];
  /** Hard constraints that stand broken now, for a change of the student since. */
  broken: string[];
  weeks: ProgrammeWeekWire[];
  /** Middle speed of the driver with a ball in each lesson since its start. */
  speeds: { date: string; medianMps: number }[];
}

export interface ProgrammeAnswer {
  programme: ProgrammeWire | null;
  /** What a new one begins with. */
  draft: { startsOn: string; eventOn: string | null; sessionsPerWeek: number };
}
