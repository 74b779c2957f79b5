import { carryM } from '../flight/ball-flight.ts';
import type { ShotValues } from '../formats/shot-fields.ts';
import { mean, median, quantile, standardDeviation } from '../numeric/statistics.ts';
import { completeShot, deliveryOf, knownValues } from './complete-shot.ts';
import { headKindOf, type HeadKind } from '../catalogue/heads.ts';
import { strikeBall } from './impact.ts';
import { launchOut } from './optimum.ts';

export interface StrikeLoss {
  /** Place in the list given. */
  readonly index: number;
  readonly toeM: number;
  readonly highM: number;
  /** Ball speed lost against the same swing struck in the centre, m/s. */
  readonly lostMps: number;
  readonly lostCarryM: number;
}

export interface StrikeMap {
  readonly strikes: readonly StrikeLoss[];
  readonly meanToeM: number;
  readonly meanHighM: number;
  /** One-SD ellipse of the spots: half axes, m, and the turn of the longer from the toe direction, rad; null below 3 strikes. */
  readonly ellipse: { readonly longM: number; readonly shortM: number; readonly turnRad: number } | null;
  readonly spreadM: number;
  readonly boxShare: number;
  readonly medianLossMps: number;
  /** Carry between the best strikes (the tenth that lose least) and the usual one, m. */
  readonly bestToUsualM: number;
}

/** Half sides of the box that counts as a good strike, m, by kind of head (by judgement). */
export const STRIKE_BOX: Readonly<Record<HeadKind, { readonly toeM: number; readonly highM: number }>> = {
  driver: { toeM: 0.012, highM: 0.009 },
  fairway: { toeM: 0.011, highM: 0.007 },
  iron: { toeM: 0.009, highM: 0.006 },
};

/** Club head speed where none was measured: the loss is a share, so the exact figure matters little. */
const USUAL_SPEED_MPS: Readonly<Record<HeadKind, number>> = { driver: 42, fairway: 40, iron: 36 };

/** Half axes and turn of the one-SD ellipse of points. */
function ellipseOf(x: readonly number[], y: readonly number[]): StrikeMap['ellipse'] {
  if (x.length < 3) return null;
  const [mx, my] = [mean(x), mean(y)];
  const n = x.length - 1;
  const cxx = x.reduce((s, v) => s + (v - mx) ** 2, 0) / n;
  const cyy = y.reduce((s, v) => s + (v - my) ** 2, 0) / n;
  const cxy = x.reduce((s, v, i) => s + (v - mx) * (y[i]! - my), 0) / n;
  const half = (cxx + cyy) / 2;
  const root = Math.sqrt(((cxx - cyy) / 2) ** 2 + cxy ** 2);
  return {
    longM: Math.sqrt(half + root),
    shortM: Math.sqrt(Math.max(0, half - root)),
    turnRad: 0.5 * Math.atan2(2 * cxy, cxx - cyy),
  };
}

/**
 * Strikes on the face of one club: where they lie, what each one loses, and what the best are worth over the usual one.
 * @param shots counted shots; those without a strike spot are passed over
 * @returns undefined where no shot has a spot
 */
export function strikeMap(shots: readonly ShotValues[], club: string): StrikeMap | undefined {
  const head = headKindOf(club);
  const strikes = shots.flatMap((shot, index): StrikeLoss[] => {
    const { impactToeM: toeM, impactHighM: highM } = shot;
    if (toeM === undefined || highM === undefined) return [];
    const known = knownValues(completeShot(shot, club));
    const delivery = deliveryOf(head, known.clubSpeedMps ?? USUAL_SPEED_MPS[head], known);
    const here = strikeBall(delivery);
    const centre = strikeBall({ ...delivery, toeM: 0, highM: 0 });
    return [
      {
        index,
        toeM,
        highM,
        lostMps: centre.ballSpeedMps - here.ballSpeedMps,
        lostCarryM: carryM(launchOut(centre)) - carryM(launchOut(here)),
      },
    ];
  });
  if (strikes.length === 0) return undefined;
  const toe = strikes.map((s) => s.toeM);
  const high = strikes.map((s) => s.highM);
  const box = STRIKE_BOX[head];
  const lost = strikes.map((s) => s.lostCarryM);
  return {
    strikes,
    meanToeM: mean(toe),
    meanHighM: mean(high),
    ellipse: ellipseOf(toe, high),
    spreadM: Math.hypot(standardDeviation(toe), standardDeviation(high)),
    boxShare:
      strikes.filter((s) => Math.abs(s.toeM) <= box.toeM && Math.abs(s.highM) <= box.highM).length / strikes.length,
    medianLossMps: median(strikes.map((s) => s.lostMps)),
    bestToUsualM: median(lost) - quantile(lost, 0.1),
  };
}
