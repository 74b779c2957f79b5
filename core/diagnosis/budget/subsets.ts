import { tuple } from '../../numeric/tuple.ts';
import { carryM, type Launch } from '../../flight/ball-flight.ts';
import type { ShotValues } from '../../formats/shot-fields.ts';
import { completeShot, deliveryOf, knownValues } from '../../impact/complete-shot.ts';
import { headKindOf, type HeadKind } from '../../catalogue/heads.ts';
import { strikeBall, type BallLaunch, type Delivery } from '../../impact/impact.ts';
import { bestLaunch, launchOut, LOFT_RANGE } from '../../impact/optimum.ts';
import { mean, median, quantile } from '../../numeric/statistics.ts';
import { degToRad } from '../../units/units.ts';

/** What can take yards from a shot at a given club head speed, in the order of the bits of a subset. */
export const BUDGET_FACTORS = ['strike', 'attack', 'launchSpin', 'curve'] as const;
export type BudgetFactor = (typeof BUDGET_FACTORS)[number];

/** A strike this near the centre counts as centred, m. */
const CENTRED_M = 0.008;
/** An iron is built for its loft: the best launch is looked for this far around the player's own loft. */
const IRON_LOFT_SLACK_RAD = degToRad(3);
const SUBSETS = 1 << BUDGET_FACTORS.length;

/** One shot of the block, ready to be flown with any subset of factors put right. */
export interface BudgetShot {
  readonly clubSpeedMps: number;
  readonly delivery: Delivery;
  readonly launch: BallLaunch;
  readonly measured: ShotValues;
}

/** Which factors the block's numbers tell anything about. */
export function factorsMeasured(shots: readonly ShotValues[]): Record<BudgetFactor, boolean> {
  const most = (has: (s: ShotValues) => boolean): boolean => 2 * shots.filter(has).length >= shots.length;
  const spot = most((s) => s.impactToeM !== undefined && s.impactHighM !== undefined);
  return {
    strike: spot || most((s) => s.clubSpeedMps !== undefined && s.ballSpeedMps !== undefined),
    attack: most((s) => s.attackRad !== undefined),
    launchSpin: most(
      (s) =>
        (s.launchRad !== undefined && s.spinRadPerS !== undefined) ||
        (s.attackRad !== undefined && (s.launchRad !== undefined || s.dynamicLoftRad !== undefined)),
    ),
    curve: most((s) => s.spinAxisOutRad !== undefined || (s.faceOutRad !== undefined && s.pathOutRad !== undefined)),
  };
}

/** Launch and delivery of a shot: what was measured, then what follows from it, then what is typical of the club. */
export function budgetShot(values: ShotValues, club: string): BudgetShot | undefined {
  const head = headKindOf(club);
  const known = knownValues(completeShot(values, club));
  if (known.clubSpeedMps === undefined || known.ballSpeedMps === undefined) return undefined;
  const delivery = deliveryOf(head, known.clubSpeedMps, known);
  const model = strikeBall(delivery);
  return {
    clubSpeedMps: known.clubSpeedMps,
    delivery,
    measured: values,
    launch: {
      ballSpeedMps: known.ballSpeedMps,
      launchRad: known.launchRad ?? model.launchRad,
      launchDirectionOutRad: known.launchDirectionOutRad ?? model.launchDirectionOutRad,
      spinRadPerS: known.spinRadPerS ?? model.spinRadPerS,
      spinAxisOutRad: known.spinAxisOutRad ?? model.spinAxisOutRad,
    },
  };
}

/** Attack that players of a club aim at (by judgement): a few shots of one's own are shrunk toward it. */
const TYPICAL_ATTACK_RAD: Readonly<Record<HeadKind, number>> = {
  driver: degToRad(1.5),
  fairway: degToRad(-2),
  iron: degToRad(-4),
};
/** Weight of the typical aim, the same for few shots and many, so that more shots narrow the answer and do not move it. */
const TYPICAL_SHARE = 0.5;

/** Carry and attack of a shot, and whether it was centred. */
export interface AimShot {
  readonly carryM: number;
  readonly attackRad: number;
  readonly centred: boolean;
}

export const aimShots = (shots: readonly BudgetShot[]): AimShot[] =>
  shots.map((s) => ({
    carryM: carryM(launchOut(s.launch)),
    attackRad: s.delivery.attackRad,
    centred: Math.hypot(s.delivery.toeM, s.delivery.highM) <= CENTRED_M,
  }));

const shrunk = (ownRad: number, head: HeadKind): number =>
  (1 - TYPICAL_SHARE) * ownRad + TYPICAL_SHARE * TYPICAL_ATTACK_RAD[head];

/** Attack to aim at unless stated: that of the best third (by carry) of the player's own centred shots, shrunk to the typical aim. */
export function ownAimRad(shots: readonly AimShot[], head: HeadKind): number {
  const near = shots.filter((s) => s.centred);
  const best = [...(near.length > 0 ? near : shots)].sort((a, b) => b.carryM - a.carryM);
  return shrunk(mean(best.slice(0, Math.max(1, Math.round(best.length / 3))).map((s) => s.attackRad)), head);
}

/** Aims between which all of a block's possible aims lie, evenly spaced. */
export function aimGrid(shots: readonly AimShot[], head: HeadKind, points: number): number[] {
  const own = shots.map((s) => s.attackRad);
  const [lo, hi] = tuple(
    2,
    [Math.min(...own), Math.max(...own)].map((a) => shrunk(a, head)),
  );
  return Array.from({ length: points }, (_, i) => lo + ((hi - lo) * i) / Math.max(1, points - 1));
}

/** A measured launch moved by what the impact model says of a changed delivery: the measured level stays. */
export function moved(launch: BallLaunch, from: BallLaunch, to: BallLaunch): BallLaunch {
  return {
    ballSpeedMps: launch.ballSpeedMps * (to.ballSpeedMps / from.ballSpeedMps),
    launchRad: launch.launchRad + to.launchRad - from.launchRad,
    launchDirectionOutRad: launch.launchDirectionOutRad + to.launchDirectionOutRad - from.launchDirectionOutRad,
    spinRadPerS: launch.spinRadPerS * (to.spinRadPerS / from.spinRadPerS),
    spinAxisOutRad: launch.spinAxisOutRad + to.spinAxisOutRad - from.spinAxisOutRad,
  };
}

const straight = (launch: BallLaunch): BallLaunch => ({ ...launch, launchDirectionOutRad: 0, spinAxisOutRad: 0 });

/** Where no strike spot was measured, the loss shows in the ball speed alone: against the best tenth of the own smash. */
function smashReserve(shots: readonly BudgetShot[]): (shot: BudgetShot) => number {
  const smash = (s: BudgetShot): number => s.launch.ballSpeedMps / s.clubSpeedMps;
  const both = shots.filter((s) => s.measured.clubSpeedMps !== undefined && s.measured.ballSpeedMps !== undefined);
  if (both.length < 3) return () => 1;
  const best = quantile(both.map(smash), 0.9);
  return (s) => Math.max(1, best / smash(s));
}

/** Lofts among which a block's best launch is looked for. */
export function loftsFor(head: HeadKind, shots: readonly BudgetShot[]): readonly [number, number] {
  if (head !== 'iron') return LOFT_RANGE[head];
  const own = median(shots.map((s) => s.delivery.dynamicLoftRad));
  return [own - IRON_LOFT_SLACK_RAD, own + IRON_LOFT_SLACK_RAD];
}

/**
 * Carry of every shot with every subset of factors put right, in default still air (wind and air are out of the count), for
 * each of a few aims of the attack. A factor that was not measured is left as it is in every subset.
 * @returns for each shot and aim 16 carries (m); index is the bit mask over BUDGET_FACTORS
 */
export function subsetCarries(
  shots: readonly BudgetShot[],
  attackAimsRad: readonly number[],
  measured: Record<BudgetFactor, boolean>,
): number[][][] {
  const head = shots[0]!.delivery.head;
  const lofts = loftsFor(head, shots);
  const reserve = smashReserve(shots);
  return shots.map((shot) => {
    const hasSpot = shot.measured.impactToeM !== undefined && shot.measured.impactHighM !== undefined;
    const before = strikeBall(shot.delivery);
    const optimum = new Map<number, BallLaunch>();
    const bestFor = (attackRad: number): BallLaunch => {
      const found = optimum.get(attackRad) ?? bestLaunch(head, shot.clubSpeedMps, attackRad, { lofts });
      optimum.set(attackRad, found);
      return found;
    };
    const flownWith = (mask: number, attackAimRad: number): number => {
      const right = (k: number): boolean => (mask & (1 << k)) !== 0 && measured[BUDGET_FACTORS[k]!];
      const delivery: Delivery = {
        ...shot.delivery,
        ...(right(0) ? { toeM: 0, highM: 0 } : {}),
        ...(right(1) ? { attackRad: attackAimRad } : {}),
      };
      let launch = right(0) || right(1) ? moved(shot.launch, before, strikeBall(delivery)) : shot.launch;
      if (right(0) && !hasSpot) launch = { ...launch, ballSpeedMps: launch.ballSpeedMps * reserve(shot) };
      if (right(3)) launch = straight(launch);
      const carry = flown(launch);
      if (!right(2)) return carry;
      const { launchRad, spinRadPerS } = bestFor(delivery.attackRad);
      // A shot that flies farther than the model's best launch keeps its own.
      return Math.max(carry, flown({ ...launch, launchRad, spinRadPerS }));
    };
    // Without the attack put right the aim does not matter.
    const without = Array.from({ length: SUBSETS }, (_, mask) => (mask & 2 ? 0 : flownWith(mask, 0)));
    return attackAimsRad.map((aim) => without.map((carry, mask) => (mask & 2 ? flownWith(mask, aim) : carry)));
  });
}

/** Carry of a ball in default still air, m. */
export const flown = (ball: BallLaunch): number => {
  const launch: Launch = launchOut(ball);
  return carryM(launch);
};

/** Mean carry of the block with every club head speed changed by a factor, all else as it is. */
export function carriesAtSpeed(shots: readonly BudgetShot[], factor: number): number[] {
  return shots.map((s) => {
    const { launch } = s;
    return flown({
      ...launch,
      ballSpeedMps: launch.ballSpeedMps * factor,
      spinRadPerS: launch.spinRadPerS * factor,
    });
  });
}
