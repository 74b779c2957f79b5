import { InputError } from '../errors/input-error.ts';
import { distancePx } from './geometry.ts';
import type { ScaleMark } from './marks.ts';
import { PICK_SD_PX } from './propagate.ts';

export interface Scale {
  readonly metresPerPx: number;
  /** One standard deviation as a share of the scale. */
  readonly sdShare: number;
}

/** Shortest mark from which a scale is taken, px. */
const LEAST_PX = 30;

/**
 * Metres per pixel from a known length; its uncertainty joins the length's own with the picking error of both ends. It holds
 * only for things as far from the camera as the known length.
 * @throws InputError for a mark that is too short or a length that is none
 */
export function scaleFrom(mark: ScaleMark): Scale {
  const px = distancePx(mark.a, mark.b);
  if (!(px >= LEAST_PX)) {
    throw new InputError(
      'out-of-range',
      `The scale's two ends are ${px.toFixed(0)} px apart; take a length of ${LEAST_PX} px or more.`,
      'scale',
    );
  }
  if (!(mark.lengthM > 0 && mark.lengthM <= 5)) {
    throw new InputError('out-of-range', `The scale's length must be above 0 and up to 5 m.`, 'scale.lengthM');
  }
  return {
    metresPerPx: mark.lengthM / px,
    sdShare: Math.hypot(mark.lengthSdM / mark.lengthM, (PICK_SD_PX * Math.SQRT2) / px),
  };
}

/** A camera that nobody measured stands about so far from the player, m, and its spread. */
const USUAL_DISTANCE_M = 5;
const USUAL_DISTANCE_SD_M = 1.2;
const MEASURED_DISTANCE_SD_M = 0.2;
/** How much nearer than the ankles things come to a camera in front of the player at the strike, m, and its spread. */
export const NEARER_M = { body: [0, 0.05], hands: [0.4, 0.12], clubHead: [1, 0.15] } as const;

/**
 * Metres per pixel for what is nearer to the camera than the player's ankles, seen from in front: a picture enlarges what is near.
 * The distance of the camera, given or usual, and the depths add to its uncertainty.
 */
export function scaleNearer(mark: ScaleMark, cameraDistanceM: number | null, what: keyof typeof NEARER_M): Scale {
  const base = scaleFrom(mark);
  const distance = cameraDistanceM ?? USUAL_DISTANCE_M;
  const distanceSd = cameraDistanceM === null ? USUAL_DISTANCE_SD_M : MEASURED_DISTANCE_SD_M;
  const [own, ownSd] = NEARER_M[what];
  const [marked, markedSd] = NEARER_M[mark.at === 'ball' ? 'clubHead' : 'body'];
  const ratio = (d: number, a: number, b: number): number => (d - a) / (d - b);
  const middle = ratio(distance, own, marked);
  // The ball's line is the club head's own at the strike: one depth, not two.
  const same = mark.at === 'ball' && what === 'clubHead';
  const spread = same
    ? 0
    : Math.hypot(
        ratio(distance + distanceSd, own, marked) - middle,
        ratio(distance, own + ownSd, marked) - middle,
        ratio(distance, own, marked + markedSd) - middle,
      );
  return { metresPerPx: base.metresPerPx * middle, sdShare: Math.hypot(base.sdShare, spread / middle) };
}

/** Lengths that lie about at a lesson, and how well each is known. */
export const KNOWN_LENGTHS = [
  { id: 'driver', name: 'driver, grip end to sole', lengthM: 1.14, lengthSdM: 0.01 },
  { id: 'iron', name: 'middle iron, grip end to sole', lengthM: 0.94, lengthSdM: 0.01 },
  { id: 'stick', name: 'alignment stick', lengthM: 1.2, lengthSdM: 0.01 },
  { id: 'height', name: 'the player, standing upright', lengthM: 1.75, lengthSdM: 0.02 },
  { id: 'other', name: 'another length', lengthM: 1, lengthSdM: 0.01 },
] as const;
