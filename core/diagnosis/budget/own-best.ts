import { bestLaunch } from '../../impact/optimum.ts';
import { strikeBall, type Delivery } from '../../impact/impact.ts';
import { mean } from '../../numeric/statistics.ts';
import { flown, loftsFor, moved, type BudgetFactor, type BudgetShot } from './subsets.ts';

const spread = (values: readonly number[]): readonly number[] => {
  const centre = mean(values);
  return values.map((v) => v - centre);
};

/**
 * Carry of each shot with the pattern's centre put right and the shot's own scatter left: the strike pattern over the centre
 * of the face, attack about the aim, launch and spin about the optimum, curve about straight. A habit can be changed, the
 * scatter only as far as the player's own best shots. A factor that was not measured keeps centre and scatter.
 */
export function centredCarries(
  shots: readonly BudgetShot[],
  attackAimRad: number,
  measured: Record<BudgetFactor, boolean>,
): number[] {
  const { head } = shots[0]!.delivery;
  const toe = spread(shots.map((s) => s.delivery.toeM));
  const high = spread(shots.map((s) => s.delivery.highM));
  const attack = spread(shots.map((s) => s.delivery.attackRad));
  const struck = shots.map((s, i) => {
    const delivery: Delivery = {
      ...s.delivery,
      ...(measured.strike ? { toeM: toe[i], highM: high[i] } : {}),
      ...(measured.attack ? { attackRad: attackAimRad + attack[i]! } : {}),
    };
    return moved(s.launch, strikeBall(s.delivery), strikeBall(delivery));
  });
  const lofts = loftsFor(head, shots);
  const best = bestLaunch(
    head,
    mean(shots.map((s) => s.clubSpeedMps)),
    measured.attack ? attackAimRad : mean(shots.map((s) => s.delivery.attackRad)),
    { lofts },
  );
  const launch = spread(struck.map((b) => b.launchRad));
  const spin = mean(struck.map((b) => b.spinRadPerS));
  const direction = spread(struck.map((b) => b.launchDirectionOutRad));
  const axis = spread(struck.map((b) => b.spinAxisOutRad));
  return struck.map((b, i) => {
    const aimed = measured.curve ? { ...b, launchDirectionOutRad: direction[i]!, spinAxisOutRad: axis[i]! } : b;
    const carry = flown(aimed);
    if (!measured.launchSpin) return carry;
    const put = {
      ...aimed,
      launchRad: best.launchRad + launch[i]!,
      spinRadPerS: (best.spinRadPerS * b.spinRadPerS) / spin,
    };
    return Math.max(carry, flown(put));
  });
}

/** Mean of the best third of some values. */
export function bestThird(values: readonly number[]): number {
  const best = [...values].sort((a, b) => b - a);
  return mean(best.slice(0, Math.max(1, Math.round(best.length / 3))));
}
