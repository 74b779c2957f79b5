import { InputError } from '../errors/input-error.ts';
import { degToRad } from '../units/units.ts';

/** Swing arc of a driver: radius and inclination of its plane (typical). */
const ARC_RADIUS_M = 1.6;
const PLANE_RAD = degToRad(48);
/** Attack angles that an arc of this kind can hold. */
const MOST_ATTACK_RAD = degToRad(15);

export interface ArcPlace {
  /** Ball ahead of the low point, toward the target, m. */
  readonly ballAheadM: number;
  /** Height of the arc there above its low point, m. */
  readonly riseM: number;
  /** What the place on the arc does to the path, rad, + out. */
  readonly pathShiftOutRad: number;
}

/**
 * Where on the arc the head moves with a given attack angle: sin A = sin φ sin α, sin φ = d/r, rise = r (1 − cos φ) sin α.
 * About 0.67° for 25 mm. @throws InputError beyond ± 15°
 */
export function placeOnArc(attackRad: number): ArcPlace {
  if (!(Math.abs(attackRad) <= MOST_ATTACK_RAD)) {
    throw new InputError('out-of-range', 'The attack angle must lie within ± 15°.', 'attackDeg');
  }
  const sinPhi = Math.sin(attackRad) / Math.sin(PLANE_RAD);
  return {
    ballAheadM: ARC_RADIUS_M * sinPhi,
    riseM: ARC_RADIUS_M * (1 - Math.sqrt(1 - sinPhi ** 2)) * Math.sin(PLANE_RAD),
    pathShiftOutRad: -attackRad / Math.tan(PLANE_RAD),
  };
}

export interface TeeAdvice {
  /** Ball to move toward the target (+), m. */
  readonly moveBallM: number;
  /** Tee to raise (+), m: the arc's rise and what the mean strike height asks for. */
  readonly raiseTeeM: number;
  readonly fromRiseM: number;
  readonly fromStrikeM: number;
  readonly pathShiftOutRad: number;
}

/**
 * Ball place and tee height for another attack angle.
 * @param meanHighM mean strike height on the face now, + high; a low strike asks for a higher tee
 */
export function teeForAttack(nowRad: number, wantedRad: number, meanHighM = 0, wantedHighM = 0): TeeAdvice {
  const [now, then] = [placeOnArc(nowRad), placeOnArc(wantedRad)];
  const fromRiseM = then.riseM - now.riseM;
  const fromStrikeM = wantedHighM - meanHighM;
  return {
    moveBallM: then.ballAheadM - now.ballAheadM,
    raiseTeeM: fromRiseM + fromStrikeM,
    fromRiseM,
    fromStrikeM,
    pathShiftOutRad: then.pathShiftOutRad - now.pathShiftOutRad,
  };
}
