import { carryM } from '../flight/ball-flight.ts';
import { headKindOf, type HeadKind } from '../catalogue/heads.ts';
import type { ShotKey, ShotValues } from '../formats/shot-fields.ts';
import { degToRad, rpmToRadPerS } from '../units/units.ts';
import { strikeBall } from './impact.ts';

/** Two or more figures of one shot that cannot both be right. */
export interface ShotDoubt {
  readonly keys: readonly ShotKey[];
  /** What does not fit and what would, without figures that carry a unit. */
  readonly text: string;
}

/** Devices differ by a few parts in a hundred: only what lies beyond that is asked about. */
const DEVICE_SHARE = 1.03;
/** Ball speed over club speed of a strike that barely met the ball; below it a figure stands in the wrong field. */
const LEAST_SMASH: Readonly<Record<HeadKind, number>> = { driver: 0.8, fairway: 0.8, iron: 0.5 };
/** A long flight against that of the same launch in still air: a strong following wind and a firm slope make no more. */
const MOST_CARRY_SHARE = 1.35;
/** Launch and spin of a ball that flies far, where they were not measured. */
const FAR = { launchRad: degToRad(14), spinRadPerS: rpmToRadPerS(2300) };
const LOFT_SLACK_RAD = degToRad(3);
const DIRECTION_SLACK_RAD = degToRad(6);
/** A ball that bites runs back no farther than this, m. */
const MOST_BACK_M = 12;
const MOST_FACE_TO_PATH_RAD = degToRad(30);

/** The highest ball speed over club speed that a head of a kind can give: a full strike in the centre without loft. */
export function mostSmash(head: HeadKind): number {
  const flat = { head, clubSpeedMps: 1, attackRad: 0, pathOutRad: 0, faceOutRad: 0, dynamicLoftRad: 0 };
  return strikeBall({ ...flat, toeM: 0, highM: 0 }).ballSpeedMps * DEVICE_SHARE;
}

/**
 * Figures of one shot that do not go together: speeds past what an impact gives, a carry past what the ball speed flies, a launch
 * above the loft, a start direction outside face and path. Each is asked about and never dropped.
 * @param shot SI values; what is missing is not judged
 * @param club name of the club
 */
export function shotDoubts(shot: ShotValues, club: string): ShotDoubt[] {
  const head = headKindOf(club);
  const doubts: ShotDoubt[] = [];
  const { clubSpeedMps, ballSpeedMps, launchRad, dynamicLoftRad, attackRad, carryM: carry, totalM: total } = shot;
  if (clubSpeedMps && ballSpeedMps) {
    const smash = ballSpeedMps / clubSpeedMps;
    const most = mostSmash(head);
    const keys: ShotKey[] = ['clubSpeedMps', 'ballSpeedMps'];
    if (smash > most)
      doubts.push({
        keys,
        text: `Ball speed is ${smash.toFixed(2)} × club speed; no strike with this club gives more than ${most.toFixed(2)}.`,
      });
    else if (smash < LEAST_SMASH[head])
      doubts.push({
        keys,
        text: `Ball speed is only ${smash.toFixed(2)} × club speed; below ${LEAST_SMASH[head].toFixed(2)} the two are likely in each other’s place.`,
      });
  }
  if (ballSpeedMps && carry !== undefined) {
    const farthest = carryM({
      ballSpeedMps,
      launchRad: launchRad ?? FAR.launchRad,
      launchDirectionRad: 0,
      spinRadPerS: shot.spinRadPerS ?? FAR.spinRadPerS,
      spinAxisRad: 0,
    });
    if (carry > MOST_CARRY_SHARE * farthest)
      doubts.push({
        keys: ['ballSpeedMps', 'carryM'],
        text: 'The carry is much farther than a ball of this speed flies; yards and metres, or two fields, may be mixed up.',
      });
  }
  if (carry !== undefined && total !== undefined && total < carry - MOST_BACK_M)
    doubts.push({ keys: ['carryM', 'totalM'], text: 'The total is far shorter than the carry.' });
  if (launchRad !== undefined && dynamicLoftRad !== undefined) {
    const above = Math.max(dynamicLoftRad, attackRad ?? -Infinity) + LOFT_SLACK_RAD;
    if (launchRad > above)
      doubts.push({
        keys: ['launchRad', 'dynamicLoftRad'],
        text: 'The launch is higher than the loft at strike: a ball starts below it.',
      });
  }
  const { faceOutRad: face, pathOutRad: path, launchDirectionOutRad: start } = shot;
  if (face !== undefined && path !== undefined) {
    if (Math.abs(face - path) > MOST_FACE_TO_PATH_RAD)
      doubts.push({ keys: ['faceOutRad', 'pathOutRad'], text: 'Face and path are more than 30° apart.' });
    else if (
      start !== undefined &&
      (start > Math.max(face, path) + DIRECTION_SLACK_RAD || start < Math.min(face, path) - DIRECTION_SLACK_RAD)
    )
      doubts.push({
        keys: ['launchDirectionOutRad', 'faceOutRad', 'pathOutRad'],
        text: 'The ball starts outside face and path: one of the three may have the wrong sign.',
      });
  }
  return doubts;
}
