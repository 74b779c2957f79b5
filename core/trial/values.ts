import { completeShot } from '../impact/complete-shot.ts';
import type { ShotValues } from '../formats/shot-fields.ts';
import type { TrialQuantity } from './quantities.ts';

/** What a swing gives to a trial: measured, with carry and side flown from the launch where no device says them. */
export function trialValues(shot: ShotValues, club: string): Partial<Record<TrialQuantity, number>> {
  const { clubSpeedMps, ballSpeedMps, attackRad, pathOutRad, faceOutRad, impactToeM, impactHighM, launchRad } = shot;
  const flown = ballSpeedMps !== undefined && launchRad !== undefined ? completeShot(shot, club).estimated : {};
  const carryM = shot.carryM ?? flown.carryM?.value;
  const side = shot.sideOutM ?? flown.sideOutM?.value;
  const all = {
    clubSpeedMps,
    ballSpeedMps,
    smash: clubSpeedMps && ballSpeedMps ? ballSpeedMps / clubSpeedMps : undefined,
    carryM,
    attackRad,
    pathRad: pathOutRad,
    faceToPathRad: faceOutRad !== undefined && pathOutRad !== undefined ? faceOutRad - pathOutRad : undefined,
    offsetM: impactToeM !== undefined && impactHighM !== undefined ? Math.hypot(impactToeM, impactHighM) : undefined,
    sideM: side === undefined ? undefined : Math.abs(side),
  };
  return Object.fromEntries(Object.entries(all).filter(([, v]) => v !== undefined));
}

/** Where the swish was heard, as a student can say it without a device: metres past the ball. */
export const SWISH_PLACES = [
  { id: 'well before', pastBallM: -0.6 },
  { id: 'before', pastBallM: -0.3 },
  { id: 'at the ball', pastBallM: 0 },
  { id: 'past', pastBallM: 0.3 },
  { id: 'well past', pastBallM: 0.6 },
] as const;
export type SwishPlace = (typeof SWISH_PLACES)[number]['id'];

/** A mark on the face, toward the toe and high. */
export interface FaceDot {
  readonly toeM: number;
  readonly highM: number;
}

/** What was said and seen of a turn without a device. */
export interface TurnRating {
  readonly ease: number | null;
  readonly swish: SwishPlace | null;
  readonly dots: readonly FaceDot[];
}
export const NO_RATING: TurnRating = { ease: null, swish: null, dots: [] };

/** The ratings of a turn as swings with those values alone; marks count where no device measured the strike. */
export function ratingValues(r: TurnRating, strikeMeasured: boolean): Partial<Record<TrialQuantity, number>>[] {
  const place = SWISH_PLACES.find((p) => p.id === r.swish);
  const said = {
    ...(r.ease === null ? {} : { ease: r.ease }),
    ...(place ? { swishFromBallM: place.pastBallM } : {}),
  };
  return [
    ...(Object.keys(said).length > 0 ? [said] : []),
    ...(strikeMeasured ? [] : r.dots.map((d) => ({ offsetM: Math.hypot(d.toeM, d.highM) }))),
  ];
}
