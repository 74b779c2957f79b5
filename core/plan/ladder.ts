import { dayWords } from './day-words.ts';
import type { Level } from '../catalogue/stages.ts';

/** One practice session on a drill: sums over its sets of a day. */
export interface DrillSession {
  readonly date: string;
  readonly passed: number;
  readonly reset: number;
  /** Measured, or done under the instructor's eyes. */
  readonly witnessed: boolean;
  readonly pain: boolean;
}

export type LadderMove = 'up' | 'stay' | 'down' | 'change-cue' | 'change-drill' | 'look-again' | 'stop';

export interface LadderDecision {
  readonly move: LadderMove;
  readonly rung: number;
  /** The rule that proposed it, as a sentence. */
  readonly reason: string;
}

/** Sessions that a trial lasts before it is judged, by level (typical). */
export const TRIAL_SESSIONS: Record<Level, number> = { beginner: 6, club: 6, 'single-figure': 4, elite: 2 };
/** A mark is missed by far below this share of it. */
const BY_FAR = 0.6;

export interface LadderState {
  readonly level: Level;
  readonly rungs: readonly number[];
  readonly rung: number;
  readonly passShare: number;
  /** Sessions on this rung, oldest first. */
  readonly sessions: readonly DrillSession[];
  readonly cuesTried: number;
  readonly drillsTried: number;
}

export const shareOf = (s: DrillSession): number => (s.passed + s.reset > 0 ? s.passed / (s.passed + s.reset) : 0);
const percent = (share: number): string => `${Math.round(100 * share)} %`;

/**
 * Up: pass mark met in two sessions running, one of them witnessed. Down: missed by far twice running. Pain stops it.
 * After the level's trial length without a pass: another cue; after two cues another drill; after two drills look again.
 */
export function decideLadder(state: LadderState): LadderDecision {
  const { sessions, rung, rungs, passShare } = state;
  const at = rungs.indexOf(rung);
  const lastTwo = sessions.slice(-2);
  const pain = sessions.slice(-2).find((s) => s.pain);
  if (pain) {
    return {
      move: 'stop',
      rung,
      reason: `Pain was noted on ${dayWords(pain.date)}: stop this drill until it is looked at.`,
    };
  }
  if (sessions.length === 0) return { move: 'stay', rung, reason: 'No practice was logged yet.' };
  const passes = lastTwo.map((s) => shareOf(s) >= passShare);
  if (lastTwo.length === 2 && passes.every(Boolean)) {
    if (!lastTwo.some((s) => s.witnessed)) {
      return {
        move: 'stay',
        rung,
        reason: `The mark of ${percent(passShare)} was met twice at home; one session with you or a measurement is still needed.`,
      };
    }
    const next = rungs[at + 1];
    if (next === undefined) return { move: 'stay', rung, reason: 'The mark is met on the last rung: keep it there.' };
    return {
      move: 'up',
      rung: next,
      reason: `The mark of ${percent(passShare)} was met in two sessions running, one of them witnessed.`,
    };
  }
  const far = lastTwo.length === 2 && lastTwo.every((s) => shareOf(s) < BY_FAR * passShare);
  if (far) {
    const below = rungs[at - 1];
    const shares = lastTwo.map((s) => percent(shareOf(s))).join(' and ');
    if (below !== undefined)
      return { move: 'down', rung: below, reason: `Missed by far twice running (${shares} of ${percent(passShare)}).` };
    return {
      move: 'change-cue',
      rung,
      reason: `Missed by far twice running (${shares}) on the lowest rung: try another cue.`,
    };
  }
  const trial = TRIAL_SESSIONS[state.level];
  if (sessions.length >= trial && !sessions.some((s) => shareOf(s) >= passShare)) {
    if (state.drillsTried >= 2)
      return { move: 'look-again', rung, reason: 'Two drills have not moved it: look again at the diagnosis.' };
    if (state.cuesTried >= 2)
      return { move: 'change-drill', rung, reason: 'Two cues have not moved it: another drill for the same fault.' };
    return { move: 'change-cue', rung, reason: `${trial} sessions without meeting the mark: another cue.` };
  }
  const last = sessions[sessions.length - 1]!;
  const so = percent(shareOf(last));
  const reason =
    shareOf(last) >= passShare
      ? `The mark was met once (${so}); two sessions running are needed.`
      : `${so} passed, ${percent(passShare)} is the mark; ${Math.max(0, trial - sessions.length)} more sessions belong to this trial.`;
  return { move: 'stay', rung, reason };
}
