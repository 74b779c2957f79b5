import type { Level } from '../catalogue/stages.ts';
import { isJudged, metMark, TRIAL_SESSIONS, type DrillSession } from './ladder.ts';

/** All sessions of one drill for one target, over all plans and rungs, oldest first. */
export interface Trial {
  readonly drillId: string;
  readonly drillName: string;
  readonly sessions: readonly DrillSession[];
}

/** Whether a drill was given its full length of judged sessions at this level and its mark was never met. */
export const hasFailed = (trial: Trial, level: Level): boolean =>
  trial.sessions.filter(isJudged).length >= TRIAL_SESSIONS[level] && !trial.sessions.some(metMark);
