import type { Level } from '../catalogue/stages.ts';
import { shareOf, TRIAL_SESSIONS, type DrillSession } from './ladder.ts';

/** All sessions of one drill for one target, over all plans and rungs, oldest first. */
export interface Trial {
  readonly drillId: string;
  readonly drillName: string;
  readonly passShare: number;
  readonly sessions: readonly DrillSession[];
}

/** Whether a drill was given its full length at this level and its mark was never met. */
export const hasFailed = (trial: Trial, level: Level): boolean =>
  trial.sessions.length >= TRIAL_SESSIONS[level] && !trial.sessions.some((s) => shareOf(s) >= trial.passShare);
