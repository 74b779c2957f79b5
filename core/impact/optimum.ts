import { InputError } from '../errors/input-error.ts';
import { DEFAULT_AIR, type Air } from '../flight/air.ts';
import { carryM, totalM, type Launch } from '../flight/ball-flight.ts';
import type { Ground } from '../flight/bounce.ts';
import { argMax } from '../numeric/root.ts';
import { degToRad } from '../units/units.ts';
import type { HeadKind } from '../catalogue/heads.ts';
import { strikeBall, type BallLaunch } from './impact.ts';

export type OptimumFor = 'carry' | 'total';

export interface Optimum extends BallLaunch {
  readonly for: OptimumFor;
  readonly dynamicLoftRad: number;
  readonly carryM: number;
  readonly totalM: number;
}

/** Lofts among which the best is looked for, by kind of head. */
export const LOFT_RANGE: Readonly<Record<HeadKind, readonly [number, number]>> = {
  driver: [degToRad(5), degToRad(35)],
  fairway: [degToRad(8), degToRad(40)],
  iron: [degToRad(12), degToRad(60)],
};

/** Launch as the flight takes it; a ball flies alike on either hand, so out counts as right. */
export const launchOut = (b: BallLaunch): Launch => ({
  ballSpeedMps: b.ballSpeedMps,
  launchRad: b.launchRad,
  launchDirectionRad: b.launchDirectionOutRad,
  spinRadPerS: b.spinRadPerS,
  spinAxisRad: b.spinAxisOutRad,
});

/**
 * Dynamic loft of the farthest centred, straight shot at a club speed and attack, and what that shot does.
 * The top is flat: ± 1° of loft costs about 0.6 yd, so compare distances, not lofts.
 * @param lofts range searched, rad; the head's own by default
 * @throws InputError where the speed is no speed
 */
export function bestLaunch(
  head: HeadKind,
  clubSpeedMps: number,
  attackRad: number,
  {
    aim = 'carry',
    air = DEFAULT_AIR,
    ground = 'normal',
    lofts = LOFT_RANGE[head],
  }: { aim?: OptimumFor; air?: Air; ground?: Ground; lofts?: readonly [number, number] } = {},
): Optimum {
  if (!(clubSpeedMps > 0)) throw new InputError('out-of-range', 'The club speed must be above 0.', 'clubSpeedMph');
  const shot = (dynamicLoftRad: number): BallLaunch =>
    strikeBall({
      head,
      clubSpeedMps,
      attackRad,
      pathOutRad: 0,
      faceOutRad: 0,
      dynamicLoftRad,
      toeM: 0,
      highM: 0,
    });
  const far = (loft: number): number =>
    aim === 'carry' ? carryM(launchOut(shot(loft)), air) : totalM(launchOut(shot(loft)), air, ground);
  const dynamicLoftRad = argMax(far, lofts[0], lofts[1], 16, 10);
  const ball = shot(dynamicLoftRad);
  return {
    ...ball,
    for: aim,
    dynamicLoftRad,
    carryM: carryM(launchOut(ball), air),
    totalM: totalM(launchOut(ball), air, ground),
  };
}
