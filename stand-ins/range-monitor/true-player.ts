import type { Random } from '../../core/numeric/random.ts';
import { launchFromDegrees, simulateFlight } from '../../core/flight/ball-flight.ts';
import { headKindOf } from '../../core/catalogue/heads.ts';
import { strikeBall, type Delivery } from '../../core/impact/impact.ts';
import {
  degToRad,
  metresToYards,
  mphToMps,
  mpsToMph,
  radPerSToRpm,
  radToDeg,
  type Handedness,
} from '../../core/units/units.ts';

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

const round = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;
/** Strikes beyond this miss the face; a simulated one is drawn back to its edge, mm. */
const FACE_EDGE_MM = 40;

/** Where this swing meets the ball and with which face: truth with the player's own scatter. */
function deliver(player: TruePlayer, clubSpeedMps: number, random: Random): Delivery {
  const n = (sd: number): number => sd * random.normal();
  const toe = player.toeMm + n(player.strikeSpreadMm);
  const high = player.highMm + n(player.strikeSpreadMm * 0.7);
  const back = Math.min(1, FACE_EDGE_MM / Math.hypot(toe, high));
  const attackRad = degToRad(player.attackDeg + n(0.9));
  const pathOutRad = degToRad(player.pathOutDeg + n(1.1));
  return {
    head: headKindOf(player.club),
    clubSpeedMps,
    attackRad,
    pathOutRad,
    faceOutRad: pathOutRad + degToRad(player.faceToPathDeg + n(player.faceSpreadDeg)),
    dynamicLoftRad: degToRad(player.dynamicLoftDeg + n(0.8)),
    toeM: (back * toe) / 1000,
    highM: (back * high) / 1000,
  };
}

/** One shot of the true player: swing → impact → flight, then the noise of the device on what it reads. */
export function monitorShot(player: TruePlayer, withBall: boolean, random: Random): MonitorShot {
  const n = (sd: number): number => sd * random.normal();
  const speed = player.clubSpeedMph * (withBall ? 1 : 1 + player.airGain) + n(player.swingSpreadMph);
  const clubSpeedMph = round(speed, 1);
  if (!withBall) return { club: player.club, clubSpeedMph };
  const delivery = deliver(player, mphToMps(speed), random);
  const ball = strikeBall(delivery);
  const side = player.handedness === 'right' ? 1 : -1;
  const out = (rad: number, noiseDeg: number): number => round(side * (radToDeg(rad) + n(noiseDeg)), 1);
  const launch = {
    ballSpeedMps: ball.ballSpeedMps + mphToMps(n(0.6)),
    launchDeg: radToDeg(ball.launchRad) + n(0.3),
    launchDirectionDeg: side * (radToDeg(ball.launchDirectionOutRad) + n(0.3)),
    spinRpm: radPerSToRpm(ball.spinRadPerS) + n(80),
    spinAxisDeg: side * (radToDeg(ball.spinAxisOutRad) + n(0.6)),
  };
  const flight = simulateFlight(launchFromDegrees(launch));
  return {
    club: player.club,
    clubSpeedMph,
    ballSpeedMph: round(mpsToMph(launch.ballSpeedMps), 1),
    launchDeg: round(launch.launchDeg, 1),
    launchDirectionDeg: round(launch.launchDirectionDeg, 1),
    spinRpm: round(launch.spinRpm, 0),
    spinAxisDeg: round(launch.spinAxisDeg, 1),
    attackDeg: round(radToDeg(delivery.attackRad), 1),
    pathDeg: out(delivery.pathOutRad, 0),
    faceDeg: out(delivery.faceOutRad, 0),
    dynamicLoftDeg: round(radToDeg(delivery.dynamicLoftRad), 1),
    impactToeMm: round(1000 * delivery.toeM, 0),
    impactHighMm: round(1000 * delivery.highM, 0),
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
