import { dayWords } from './day-words.ts';
import { fallBack, stepUp } from '../catalogue/drill-rungs.ts';
import { rungKey, rungOfKey, rungWords, type Rung } from '../catalogue/rungs.ts';
import type { Level } from '../catalogue/stages.ts';

/** One practice session on a drill: sums over its sets of a day. */
export interface DrillSession {
  readonly date: string;
  readonly passed: number;
  readonly reset: number;
  /** Share of reps that the mark of its rungs asks for. */
  readonly mark: number;
  /** Measured, or done under the instructor's eyes. */
  readonly witnessed: boolean;
  readonly pain: boolean;
}

export type LadderMove = 'up' | 'stay' | 'down' | 'change-cue' | 'change-drill' | 'look-again' | 'stop';

/** A decision's name on the screen and on paper. */
export const MOVE_NAMES: Readonly<Record<LadderMove, string>> = {
  up: 'up a rung',
  stay: 'stay',
  down: 'down a rung',
  'change-cue': 'change the cue',
  'change-drill': 'change the drill',
  'look-again': 'look again at the diagnosis',
  stop: 'stop this drill',
};

export interface LadderDecision {
  readonly move: LadderMove;
  /** Key of the rung that it leads to. */
  readonly rung: string;
  /** The rule that proposed it, as a sentence. */
  readonly reason: string;
}

/** Sessions that a trial lasts before it is judged, by level (typical). */
export const TRIAL_SESSIONS: Record<Level, number> = { beginner: 6, club: 6, 'single-figure': 4, elite: 2 };
/** A mark is missed by far below this share of it. */
const BY_FAR = 0.6;

export interface LadderState {
  readonly level: Level;
  readonly rungs: readonly Rung[];
  /** Key of the present rung. */
  readonly rung: string;
  /** Share of reps that the mark of the present rung asks for. */
  readonly passShare: number;
  /** Sessions on this rung since it was last come to, oldest first. */
  readonly sessions: readonly DrillSession[];
  readonly cuesTried: number;
  readonly drillsTried: number;
}

/** Whether somebody judged its reps; reps that were only done say nothing of the mark. */
export const isJudged = (s: Pick<DrillSession, 'passed' | 'reset'>): boolean => s.passed + s.reset > 0;
export const shareOf = (s: DrillSession): number => (isJudged(s) ? s.passed / (s.passed + s.reset) : 0);
/** Whether a session met the mark of the rungs it was done at. */
export const metMark = (s: DrillSession): boolean => isJudged(s) && shareOf(s) >= s.mark;
const percent = (share: number): string => `${Math.round(100 * share)} %`;

/**
 * Up: pass mark met in two sessions running, one of them witnessed. Down: missed by far twice running, then in pace first, then
 * ball, then club. Pain stops it. Sessions that nobody judged don't count.
 * After the level's trial length without a pass: another cue; after two cues another drill; after two drills look again.
 */
export function decideLadder(state: LadderState): LadderDecision {
  const { rung, rungs, passShare } = state;
  const here = rungOfKey(rung);
  const pain = state.sessions.slice(-2).find((s) => s.pain);
  const sessions = state.sessions.filter(isJudged);
  const lastTwo = sessions.slice(-2);
  if (pain) {
    return {
      move: 'stop',
      rung,
      reason: `Pain was noted on ${dayWords(pain.date)}: stop this drill until it is looked at.`,
    };
  }
  if (sessions.length === 0)
    return {
      move: 'stay',
      rung,
      reason:
        state.sessions.length === 0
          ? 'No practice was logged on this rung yet.'
          : 'Practised, and judged by nobody yet: its check needs your eyes, film or a device.',
    };
  const passes = lastTwo.map((s) => shareOf(s) >= passShare);
  if (lastTwo.length === 2 && passes.every(Boolean)) {
    if (!lastTwo.some((s) => s.witnessed)) {
      return {
        move: 'stay',
        rung,
        reason: `The mark of ${percent(passShare)} was met twice at home; one session with you or a measurement is still needed.`,
      };
    }
    const next = here && stepUp(rungs, here);
    if (next === undefined) return { move: 'stay', rung, reason: 'The mark is met on the last rung: keep it there.' };
    return {
      move: 'up',
      rung: rungKey(next),
      reason: `The mark of ${percent(passShare)} was met in two sessions running, one of them witnessed.`,
    };
  }
  const far = lastTwo.length === 2 && lastTwo.every((s) => shareOf(s) < BY_FAR * passShare);
  if (far) {
    const below = here && fallBack(rungs, here);
    const shares = lastTwo.map((s) => percent(shareOf(s))).join(' and ');
    if (below !== undefined)
      return {
        move: 'down',
        rung: rungKey(below),
        reason: `Missed by far twice running (${shares} of ${percent(passShare)}): back to ${rungWords(rungKey(below))}.`,
      };
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
