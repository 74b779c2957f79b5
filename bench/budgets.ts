import { distanceBudget } from '../core/diagnosis/budget/budget.ts';
import { BUDGET_FACTORS, type BudgetFactor } from '../core/diagnosis/budget/subsets.ts';
import type { ShotValues } from '../core/formats/shot-fields.ts';
import { strikeBall } from '../core/impact/impact.ts';
import type { Random } from '../core/numeric/random.ts';
import { degToRad, mphToMps } from '../core/units/units.ts';

/** A made-up driver player: habits and scatter of delivery and strike; the ball follows from the impact model, with device noise. */
function drawShots(random: Random, n: number): ShotValues[] {
  const mph = 65 + 50 * random.uniform();
  const habit = {
    attack: -1 + 2.5 * random.normal(),
    path: -1 + 2.5 * random.normal(),
    face: 2 * random.normal(),
    toe: 6 * random.normal(),
    high: 5 * random.normal(),
    loft: 13.5 + 2 * random.normal(),
  };
  const scatter = 0.7 + 0.8 * random.uniform();
  return Array.from({ length: n }, () => {
    const clubSpeedMps = mphToMps(mph * (1 + 0.018 * random.normal()));
    const attack = habit.attack + 1.1 * scatter * random.normal();
    const delivery = {
      attackRad: degToRad(attack),
      pathOutRad: degToRad(habit.path + 1.3 * scatter * random.normal()),
      faceOutRad: degToRad(habit.face + 1.8 * scatter * random.normal()),
      dynamicLoftRad: degToRad(
        Math.max(6, habit.loft + 0.5 * (attack - habit.attack) + 1.2 * scatter * random.normal()),
      ),
    };
    const limit = (v: number): number => Math.max(-0.03, Math.min(0.03, v));
    const toeM = limit((habit.toe + 7 * scatter * random.normal()) / 1000);
    const highM = limit((habit.high + 6 * scatter * random.normal()) / 1000);
    const ball = strikeBall({ head: 'driver', clubSpeedMps, ...delivery, toeM, highM });
    return {
      clubSpeedMps,
      ...delivery,
      impactToeM: toeM,
      impactHighM: highM,
      ...ball,
      spinRadPerS: ball.spinRadPerS * (1 + 0.03 * random.normal()),
      launchRad: ball.launchRad + degToRad(0.2 * random.normal()),
    };
  });
}

export interface BudgetFigures {
  readonly n: number;
  /** Share of 15-shot intervals that hold the share found from 120 shots of the same player. */
  readonly held: Readonly<Record<BudgetFactor, number>>;
}

export function budgetFigures(n: number, random: Random): BudgetFigures {
  const held = { strike: 0, attack: 0, launchSpin: 0, curve: 0 };
  for (let i = 0; i < n; i++) {
    const shots = drawShots(random, 120);
    const truth = distanceBudget(shots, 'driver').sharesM;
    const few = distanceBudget(shots.slice(0, 15), 'driver').intervals90M;
    for (const f of BUDGET_FACTORS) if (few[f][0] <= truth[f] && truth[f] <= few[f][1]) held[f]++;
  }
  return { n, held: Object.fromEntries(BUDGET_FACTORS.map((f) => [f, held[f] / n])) as Record<BudgetFactor, number> };
}
