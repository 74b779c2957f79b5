import { headKindOf } from '../catalogue/heads.ts';
import { aimShots, budgetShot, ownAimRad } from '../diagnosis/budget/subsets.ts';
import type { ShotValues } from '../formats/shot-fields.ts';
import { teeForAttack } from '../impact/tee.ts';
import { mean } from '../numeric/statistics.ts';
import { degToRad, radToDeg } from '../units/units.ts';
import type { TrialSuggestion } from './suggest.ts';

/** Fewest measured shots of which a habit is told. */
const FEWEST = 5;
/** Less than this is not worth a step. */
const LEAST_ATTACK_RAD = degToRad(0.7);
const LEAST_TEE_M = 0.004;
/** A ball is put and a tee is set no finer than this, m. */
const BALL_STEP_M = 0.005;
const TEE_STEP_M = 0.002;
/** One step is no larger than this: the rest comes with the next one. */
const MOST_BALL_M = 0.06;
const MOST_TEE_M = 0.015;

const side = (rad: number): string => {
  const deg = radToDeg(rad);
  return Math.abs(deg) < 0.05 ? '0°' : `${Math.abs(deg).toFixed(1)}° ${deg > 0 ? 'up' : 'down'}`;
};
const rounded = (m: number, step: number, most: number): number =>
  Math.round(Math.max(-most, Math.min(most, m)) / step) * step;
const mm = (m: number): string => Math.abs(1000 * m).toFixed(0);

/**
 * Ball place and tee height as the next steps, from a block's own figures: the mean attack against the aim of the budget, and the mean height of the strike.
 * @param shots counted shots of one club
 * @returns none for another club than a driver, with fewer than five measured shots, or where nothing is worth a step
 */
export function proposeSetUp(shots: readonly ShotValues[], club: string): TrialSuggestion[] {
  const head = headKindOf(club);
  if (head !== 'driver') return [];
  const attacks = shots.flatMap((s) => s.attackRad ?? []);
  const heights = shots.flatMap((s) => s.impactHighM ?? []);
  const reckoned = shots.flatMap((s) => (s.attackRad === undefined ? [] : (budgetShot(s, club) ?? [])));
  if (attacks.length < FEWEST || reckoned.length < FEWEST) return [];
  const now = mean(attacks);
  const aim = ownAimRad(aimShots(reckoned), head);
  const worth = Math.abs(aim - now) >= LEAST_ATTACK_RAD;
  const highM = heights.length >= FEWEST ? mean(heights) : null;
  const whole = Math.abs(teeForAttack(now, aim).moveBallM);
  // What one step reaches of the aim: the tee follows the ball that is truly moved.
  const reached = worth ? now + (aim - now) * Math.min(1, MOST_BALL_M / whole) : now;
  const advice = teeForAttack(now, reached, highM ?? 0);
  const set = (label: string, because: string): TrialSuggestion => ({ label, kind: 'set-up', drillId: '', because });
  const ball = rounded(advice.moveBallM, BALL_STEP_M, MOST_BALL_M);
  const tee = rounded(advice.raiseTeeM, TEE_STEP_M, MOST_TEE_M);
  return [
    ...(worth && ball !== 0
      ? [
          set(
            `Ball ${mm(ball)} mm ${ball > 0 ? 'forward' : 'back'}`,
            `the attack is ${side(now)} on average, ${side(aim)} is aimed at`,
          ),
        ]
      : []),
    ...(highM !== null && Math.abs(advice.raiseTeeM) >= LEAST_TEE_M
      ? [
          set(
            `Tee ${mm(tee)} mm ${tee > 0 ? 'higher' : 'lower'}`,
            `the strike is ${mm(highM)} mm ${highM < 0 ? 'low' : 'high'} on average`,
          ),
        ]
      : []),
  ];
}
