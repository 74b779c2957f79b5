import { InputError } from '../errors/input-error.ts';
import { BALL_MASS_KG, BALL_RADIUS_M } from '../flight/in-air.ts';
import { matrixOf, solve, times, type Mat3 } from '../numeric/matrix3.ts';
import { add, cross, dot, length, scale, subtract, type Vec3 } from '../numeric/vector.ts';
import { FACE_FRICTION, FACE_LIMIT_M, HEADS, type HeadKind } from '../catalogue/heads.ts';

/** How a head comes to the ball: SI, sideways + out, strike + toe and + high of the face centre. */
export interface Delivery {
  readonly head: HeadKind;
  readonly clubSpeedMps: number;
  readonly attackRad: number;
  readonly pathOutRad: number;
  readonly faceOutRad: number;
  readonly dynamicLoftRad: number;
  readonly toeM: number;
  readonly highM: number;
}

/** What the ball leaves with; direction and axis + out. */
export interface BallLaunch {
  readonly ballSpeedMps: number;
  readonly launchRad: number;
  readonly launchDirectionOutRad: number;
  readonly spinRadPerS: number;
  readonly spinAxisOutRad: number;
}

/** A spot beyond the edge of the face, m, drawn back to it: a device's slip must not stop the sums of a whole block. */
export function ontoFace(toeM: number, highM: number): { toeM: number; highM: number } {
  const share = Math.min(1, (0.999 * FACE_LIMIT_M) / Math.max(1e-9, Math.hypot(toeM, highM)));
  return { toeM: toeM * share, highM: highM * share };
}
/** Restitution falls by a hundredth at 20 mm from the centre, with the square of the distance. */
const RESTITUTION_LOSS = 0.01;
const RESTITUTION_LOSS_AT_M = 0.02;
const BALL_INERTIA = 0.4 * BALL_MASS_KG * BALL_RADIUS_M ** 2;

const { cos, sin, asin, atan2, hypot } = Math;

/** Unit vectors of a face turned open by `face` and tilted back by `loft`: normal, up along the face, toe. */
function faceAxes(loft: number, face: number): { normal: Vec3; up: Vec3; toe: Vec3 } {
  const normal: Vec3 = [cos(loft) * cos(face), sin(loft), cos(loft) * sin(face)];
  const toe: Vec3 = [-sin(face), 0, cos(face)];
  return { normal, up: cross(toe, normal), toe };
}

/** Response of ball and head at the contact: relative velocity change for an impulse there. */
function responseAt(delivery: Delivery, fromBall: Vec3, fromHead: Vec3): Mat3 {
  const head = HEADS[delivery.head];
  const axes = faceAxes(0, delivery.faceOutRad);
  const headTurn = (torque: Vec3): Vec3 =>
    [axes.normal, axes.up, axes.toe].reduce<Vec3>(
      (sum, axis, k) => add(sum, scale(axis, dot(axis, torque) / head.inertiaKgM2[k]!)),
      [0, 0, 0],
    );
  return matrixOf((j) => {
    const spinBall = scale(cross(fromBall, j), 1 / BALL_INERTIA);
    const ball = add(scale(j, 1 / BALL_MASS_KG), cross(spinBall, fromBall));
    const club = add(scale(j, 1 / head.massKg), cross(headTurn(cross(fromHead, j)), fromHead));
    return add(ball, club);
  });
}

/**
 * One strike: rigid free head, rigid ball, one impulse at the contact (after Penner 2001 and Winfield & Tan 1994 in kind).
 * Spin is an estimate: one tangential restitution cannot match all players (about ± 15 %).
 * @throws InputError where the strike is not on the face or the head does not move into the ball
 */
export function strikeBall(delivery: Delivery): BallLaunch {
  const { head: kind, clubSpeedMps: speed, attackRad: a, pathOutRad: p, toeM, highM } = delivery;
  const head = HEADS[kind];
  const off = hypot(toeM, highM);
  if (!(off <= FACE_LIMIT_M)) {
    throw new InputError(
      'out-of-range',
      `The strike is ${(1000 * off).toFixed(0)} mm off centre: not on the face.`,
      'toeMm',
    );
  }
  const club: Vec3 = [speed * cos(a) * cos(p), speed * sin(a), speed * cos(a) * sin(p)];
  const face = faceAxes(delivery.dynamicLoftRad, delivery.faceOutRad);
  // Bulge and roll turn the normal with the strike spot and set the spot back a little.
  const turned = add(face.normal, add(scale(face.toe, toeM / head.bulgeM), scale(face.up, highM / head.rollM)));
  const normal = scale(turned, 1 / length(turned));
  const setBack = toeM ** 2 / (2 * head.bulgeM) + highM ** 2 / (2 * head.rollM);
  const fromHead = add(scale(face.normal, head.depthM - setBack), add(scale(face.toe, toeM), scale(face.up, highM)));
  const fromBall = scale(normal, -BALL_RADIUS_M);
  const response = responseAt(delivery, fromBall, fromHead);

  const closing = dot(club, normal);
  if (!(closing > 0)) throw new InputError('out-of-range', 'The face does not move into the ball.', 'dynamicLoftDeg');
  const restitution = head.restitution * (1 - RESTITUTION_LOSS * (off / RESTITUTION_LOSS_AT_M) ** 2);
  const sliding = subtract(club, scale(normal, closing));
  const wanted = (1 + restitution) * closing;
  const along = (v: Vec3): number => dot(normal, times(response, v));
  // The impulse that leaves no slip, its tangential part times (1 + grip), capped by friction.
  const noSlip = solve(response, add(sliding, scale(normal, wanted)));
  let tangential = scale(subtract(noSlip, scale(normal, dot(noSlip, normal))), 1 + head.grip);
  let push = (wanted - along(tangential)) / along(normal);
  const size = length(tangential);
  if (size > FACE_FRICTION * push) {
    const way = scale(tangential, 1 / size);
    push = wanted / (along(normal) + FACE_FRICTION * along(way));
    tangential = scale(way, FACE_FRICTION * push);
  }
  const impulse = add(scale(normal, push), tangential);
  return launchOf(scale(impulse, 1 / BALL_MASS_KG), scale(cross(fromBall, impulse), 1 / BALL_INERTIA));
}

/** Speed, angles, spin and axis of a ball's velocity and spin vector. */
function launchOf(velocity: Vec3, spin: Vec3): BallLaunch {
  const speed = length(velocity);
  const direction = atan2(velocity[2], velocity[0]);
  const right: Vec3 = [-sin(direction), 0, cos(direction)];
  const upward = cross(right, scale(velocity, 1 / speed));
  return {
    ballSpeedMps: speed,
    launchRad: asin(velocity[1] / speed),
    launchDirectionOutRad: direction,
    spinRadPerS: length(spin),
    spinAxisOutRad: atan2(-dot(spin, upward), dot(spin, right)),
  };
}

/** Dynamic loft, rad, from launch and spin: (2/5) R ω is the speed along the face, so it says how far the launch lies below the normal. */
export function loftFromLaunch(ballSpeedMps: number, launchRad: number, backSpinRadPerS: number): number {
  const ratio = (0.4 * BALL_RADIUS_M * backSpinRadPerS) / ballSpeedMps;
  return launchRad + asin(Math.min(0.99, ratio));
}
