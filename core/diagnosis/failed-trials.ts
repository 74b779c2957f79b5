import type { Level } from '../catalogue/stages.ts';
import { dayWords } from '../plan/day-words.ts';
import { hasFailed, type Trial } from '../plan/trials.ts';
import type { Finding } from './findings.ts';

/** Log-odds that one failed trial of full length takes from the presence of its target (by judgement). */
export const FAILED_TRIAL_LOG_ODDS = -0.5;

/** What failed trials say: a target that none of its drills has moved is a little less likely to be there. */
export const trialFindings = (target: string, trials: readonly Trial[], level: Level): Finding[] =>
  trials
    .filter((t) => hasFailed(t, level))
    .map((t) => ({
      id: `trial:${target}:${t.drillId}`,
      sign: `trial:${t.drillId}`,
      fault: target,
      kind: 'measured',
      text: `“${t.drillName}” for ${t.sessions.length} sessions without once meeting its mark`,
      logOdds: FAILED_TRIAL_LOG_ODDS,
      source: {
        kind: 'trial',
        id: t.drillId,
        label: `practice of ${dayWords(t.sessions[0]!.date)} to ${dayWords(t.sessions[t.sessions.length - 1]!.date)}`,
      },
    }));
