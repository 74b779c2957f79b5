import type { Random } from '../../core/numeric/random.ts';
import { launchFromDegrees, simulateFlight } from '../../core/flight/ball-flight.ts';
import { metresToYards, mphToMps, type Handedness } from '../../core/units/units.ts';

/** Hidden truth of a simulated player with one club on one day, from which the range monitor makes its shots. */
export interface TruePlayer {
  readonly handedness: Handedness;
  readonly club: string;
  readonly clubSpeedMph: number;
  readonly swingSpreadMph: number;
  /** Share by which the air swing is faster than the swing at a ball. */
  readonly airGain: number;
  readonly attackDeg: number;
  readonly pathOutDeg: number;
  readonly faceToPathDeg: number;
  readonly faceSpreadDeg: number;
  readonly dynamicLoftDeg: number;
  readonly toeMm: number;
  readonly highMm: number;
  readonly strikeSpreadMm: number;
}

/** A shot as the monitor writes it: mph, degrees, signs + right of the target. */
export type MonitorShot = {
  club: string;
  clubSpeedMph: number;
  ballSpeedMph?: number;
  launchDeg?: number;
  launchDirectionDeg?: number;
  spinRpm?: number;
  spinAxisDeg?: number;
  attackDeg?: number;
  pathDeg?: number;
  faceDeg?: number;
  dynamicLoftDeg?: number;
  impactToeMm?: number;
  impactHighMm?: number;
  carryYd?: number;
  totalYd?: number;
  sideYd?: number;
};

const CENTRED_SMASH: Record<string, number> = { driver: 1.48, iron: 1.34 };
const round = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;

/**
 * One shot of the true player with device noise. Ball numbers follow stated simple rules (smash falling with the strike's
 * distance, launch mostly from loft and attack, start mostly from the face), carry from the flight model.
 */
export function monitorShot(player: TruePlayer, withBall: boolean, random: Random): MonitorShot {
  const n = (sd: number): number => sd * random.normal();
  const speed = player.clubSpeedMph * (withBall ? 1 : 1 + player.airGain) + n(player.swingSpreadMph);
  const clubSpeedMph = round(speed, 1);
  if (!withBall) return { club: player.club, clubSpeedMph };
  const toe = player.toeMm + n(player.strikeSpreadMm);
  const high = player.highMm + n(player.strikeSpreadMm * 0.7);
  const attack = player.attackDeg + n(0.9);
  const path = player.pathOutDeg + n(1.1);
  const faceToPath = player.faceToPathDeg + n(player.faceSpreadDeg);
  const face = path + faceToPath;
  const loft = player.dynamicLoftDeg + n(0.8);
  const iron = player.club !== 'driver';
  const smash = (CENTRED_SMASH[player.club] ?? 1.34) - 0.00022 * (toe * toe + high * high) + n(0.008);
  const ballSpeed = speed * smash;
  const launch = attack + (iron ? 0.72 : 0.85) * (loft - attack) + (iron ? 0 : 0.12 * high) + n(0.3);
  const spin = Math.max(800, (iron ? 290 : 175) * (loft - attack) * (speed / 92) - (iron ? 0 : 45 * high) + n(120));
  const directionOut = path + 0.83 * faceToPath + n(0.3);
  const axisOut = (iron ? 1.5 : 2.6) * faceToPath - (iron ? 0 : 0.28 * toe) + n(0.8);
  const side = player.handedness === 'right' ? 1 : -1;
  const flight = simulateFlight(
    launchFromDegrees({
      ballSpeedMps: mphToMps(ballSpeed),
      launchDeg: Math.max(1, launch),
      launchDirectionDeg: side * directionOut,
      spinRpm: spin,
      spinAxisDeg: side * axisOut,
    }),
  );
  return {
    club: player.club,
    clubSpeedMph,
    ballSpeedMph: round(ballSpeed, 1),
    launchDeg: round(Math.max(1, launch), 1),
    launchDirectionDeg: round(side * directionOut, 1),
    spinRpm: round(spin, 0),
    spinAxisDeg: round(side * axisOut, 1),
    attackDeg: round(attack, 1),
    pathDeg: round(side * path, 1),
    faceDeg: round(side * face, 1),
    dynamicLoftDeg: round(loft, 1),
    impactToeMm: round(toe, 0),
    impactHighMm: round(high, 0),
    carryYd: round(metresToYards(flight.carryM), 1),
    totalYd: round(metresToYards(flight.totalM), 1),
    sideYd: round(metresToYards(flight.sideM), 1),
  };
}

/** A plain club golfer at the given speed. */
export function typicalPlayer(club: string, clubSpeedMph: number, handedness: Handedness): TruePlayer {
  const iron = club !== 'driver';
  return {
    handedness,
    club,
    clubSpeedMph,
    swingSpreadMph: 1.4,
    airGain: 0.02,
    attackDeg: iron ? -3.5 : -0.5,
    pathOutDeg: -1,
    faceToPathDeg: 1.5,
    faceSpreadDeg: 2,
    dynamicLoftDeg: iron ? 22 : 14,
    toeMm: 3,
    highMm: 0,
    strikeSpreadMm: 6,
  };
}
