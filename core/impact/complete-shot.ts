import { DEFAULT_AIR, type Air } from '../flight/air.ts';
import { simulateFlight } from '../flight/ball-flight.ts';
import type { ShotKey, ShotValues } from '../formats/shot-fields.ts';
import { secant } from '../numeric/root.ts';
import { degToRad } from '../units/units.ts';
import { headKindOf, TYPICAL_ATTACK, TYPICAL_LOFT, type HeadKind } from '../catalogue/heads.ts';
import { loftFromLaunch, ontoFace, strikeBall, type BallLaunch, type Delivery } from './impact.ts';
import { launchOut } from './optimum.ts';

/** A quantity that no device gave: value in SI, one standard deviation, and what it was reckoned from. */
export interface Estimate {
  readonly value: number;
  readonly sd: number;
  readonly from: string;
}

export interface CompletedShot {
  readonly measured: ShotValues;
  /** Only quantities that were not measured. */
  readonly estimated: Readonly<Partial<Record<ShotKey, Estimate>>>;
}

/** How well the impact model gives each quantity (by comparison with published averages). */
const SD = {
  smash: 0.02,
  launchRad: degToRad(1.2),
  directionRad: degToRad(0.7),
  loftRad: degToRad(1),
  /** Spin from impact: one tangential restitution does not match all players. */
  spinShare: 0.15,
  axisRad: degToRad(4),
  carryShare: 0.03,
} as const;

const LOFT_LIMITS: readonly [number, number] = [degToRad(1), degToRad(75)];
const FACE_LIMITS: readonly [number, number] = [degToRad(-30), degToRad(30)];

/** Delivery with what is known of a shot; typical loft and attack of the club, centred and square, for the rest. */
export function deliveryOf(head: HeadKind, clubSpeedMps: number, known: ShotValues): Delivery {
  return {
    head,
    clubSpeedMps,
    attackRad: known.attackRad ?? TYPICAL_ATTACK[head].attackRad,
    pathOutRad: known.pathOutRad ?? 0,
    faceOutRad: known.faceOutRad ?? known.pathOutRad ?? 0,
    dynamicLoftRad: known.dynamicLoftRad ?? TYPICAL_LOFT[head].loftRad,
    ...ontoFace(known.impactToeM ?? 0, known.impactHighM ?? 0),
  };
}

/** Ball speed for 1 m/s of club head speed. */
const smashOf = (head: HeadKind, known: ShotValues): number => strikeBall(deliveryOf(head, 1, known)).ballSpeedMps;

/**
 * Fills what is missing in a shot from what is there, where the physics allows: dynamic loft from launch and spin or launch
 * and attack, face from start direction and path, either speed from the other and the strike, launch and spin from a known
 * delivery, carry from a known launch. Estimates never replace or mix with what was measured.
 */
export function completeShot(measured: ShotValues, club: string, air: Air = DEFAULT_AIR): CompletedShot {
  const head = headKindOf(club);
  const known: ShotValues = { ...measured };
  const estimated: Partial<Record<ShotKey, Estimate>> = {};
  const fill = (key: ShotKey, value: number | undefined, sd: number, from: string): void => {
    if (known[key] !== undefined || value === undefined || !Number.isFinite(value)) return;
    known[key] = value;
    estimated[key] = { value, sd: Math.abs(sd), from };
  };

  if (known.ballSpeedMps !== undefined && known.launchRad !== undefined && known.spinRadPerS !== undefined) {
    const back = known.spinRadPerS * Math.cos(known.spinAxisOutRad ?? 0);
    fill('dynamicLoftRad', loftFromLaunch(known.ballSpeedMps, known.launchRad, back), SD.loftRad, 'launch and spin');
  }
  if (known.launchRad !== undefined && known.attackRad !== undefined) {
    const wanted = known.launchRad;
    const loft = secant(
      (dynamicLoftRad) => strikeBall(deliveryOf(head, 40, { ...known, dynamicLoftRad })).launchRad - wanted,
      wanted + degToRad(2),
      degToRad(1),
      LOFT_LIMITS,
    );
    fill('dynamicLoftRad', loft, 1.5 * SD.loftRad, 'launch and attack');
  }
  if (known.launchDirectionOutRad !== undefined && known.pathOutRad !== undefined) {
    const wanted = known.launchDirectionOutRad;
    const face = secant(
      (faceOutRad) => strikeBall(deliveryOf(head, 40, { ...known, faceOutRad })).launchDirectionOutRad - wanted,
      wanted,
      degToRad(1),
      FACE_LIMITS,
    );
    fill('faceOutRad', face, SD.directionRad, 'start direction and path');
  }
  const strike = known.impactToeM === undefined ? ', strike taken as centred' : ' and strike spot';
  // Without a loft the typical one of the club stands in; its spread is part of the uncertainty.
  const loft = known.dynamicLoftRad ?? TYPICAL_LOFT[head].loftRad;
  const smash = smashOf(head, { ...known, dynamicLoftRad: loft });
  const looser = smashOf(head, { ...known, dynamicLoftRad: loft + TYPICAL_LOFT[head].sdRad });
  const smashSd = Math.hypot(SD.smash, known.dynamicLoftRad === undefined ? smash - looser : 0);
  const { clubSpeedMps: clubSpeed, ballSpeedMps: ballSpeed } = known;
  if (clubSpeed !== undefined) fill('ballSpeedMps', clubSpeed * smash, clubSpeed * smashSd, `club speed${strike}`);
  if (ballSpeed !== undefined)
    fill('clubSpeedMps', ballSpeed / smash, (ballSpeed / smash ** 2) * smashSd, `ball speed${strike}`);
  const delivered = known.dynamicLoftRad !== undefined && known.attackRad !== undefined;
  if (delivered && known.clubSpeedMps !== undefined) {
    fillLaunch(strikeBall(deliveryOf(head, known.clubSpeedMps, known)), known, fill);
  }
  fillFlight(known, air, fill);
  return { measured, estimated };
}

type Fill = (key: ShotKey, value: number | undefined, sd: number, from: string) => void;

function fillLaunch(ball: BallLaunch, known: ShotValues, fill: Fill): void {
  fill('launchRad', ball.launchRad, SD.launchRad, 'loft, attack and strike');
  fill('spinRadPerS', ball.spinRadPerS, SD.spinShare * ball.spinRadPerS, 'loft, attack and speed');
  if (known.pathOutRad === undefined || known.faceOutRad === undefined) return;
  fill('launchDirectionOutRad', ball.launchDirectionOutRad, SD.directionRad, 'face and path');
  fill('spinAxisOutRad', ball.spinAxisOutRad, SD.axisRad, 'face, path and strike');
}

function fillFlight(known: ShotValues, air: Air, fill: Fill): void {
  const { ballSpeedMps, launchRad, spinRadPerS } = known;
  if (ballSpeedMps === undefined || launchRad === undefined || spinRadPerS === undefined) return;
  const sideways = known.launchDirectionOutRad !== undefined && known.spinAxisOutRad !== undefined;
  const flight = simulateFlight(
    launchOut({
      ballSpeedMps,
      launchRad,
      spinRadPerS,
      launchDirectionOutRad: known.launchDirectionOutRad ?? 0,
      spinAxisOutRad: known.spinAxisOutRad ?? 0,
    }),
    air,
  );
  fill('carryM', flight.carryM, SD.carryShare * flight.carryM, 'flight of the launch');
  fill('totalM', flight.totalM, 2 * SD.carryShare * flight.totalM, 'flight of the launch, normal ground');
  if (sideways) fill('sideOutM', flight.sideM, SD.carryShare * flight.carryM, 'flight of the launch');
}

/** Everything known of a shot, measured first, for sums that must not care which. */
export function knownValues({ measured, estimated }: CompletedShot): ShotValues {
  const values: ShotValues = {};
  for (const [key, estimate] of Object.entries(estimated)) values[key as ShotKey] = estimate.value;
  return { ...values, ...measured };
}
