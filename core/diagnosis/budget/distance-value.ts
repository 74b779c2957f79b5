import { CannotSayError, InputError } from '../../errors/input-error.ts';
import { mean, normalCdf, standardDeviation } from '../../numeric/statistics.ts';
import { METRES_PER_YARD } from '../../units/units.ts';
import { carriesAtSpeed, type BudgetShot } from './subsets.ts';

/** One hole from the tee: width of the fairway, and what lies beyond it. */
export interface Hole {
  readonly lengthM: number;
  readonly fairwayWidthM: number;
  /** Rough between fairway and trouble on each side, m; no trouble at all: Infinity. */
  readonly roughWidthM: number;
  /** What the trouble is: a penalty area (drop near the line, one stroke) or out of bounds (stroke and distance). */
  readonly trouble: 'penalty' | 'out-of-bounds';
}

/** A usual par four with rough on both sides and no trouble (made up). */
export const USUAL_HOLE: Hole = { lengthM: 370, fairwayWidthM: 29, roughWidthM: Infinity, trouble: 'penalty' };

/**
 * Expected strokes to hole out, smooth in the distance: a + b·d + c·e^(−d/e) for the fairway, a share more from rough. Shape of
 * published tables; `skill` moves the slope. By judgement and editable, no universal truth.
 */
export interface StrokesTable {
  readonly base: number;
  readonly perMetre: number;
  readonly nearGreen: number;
  readonly nearGreenM: number;
  /** Strokes that rough adds at 150 m; it grows with the distance left up to there. */
  readonly rough: number;
  readonly penalty: number;
}
export const USUAL_STROKES: StrokesTable = {
  base: 2.35,
  perMetre: 0.0052,
  nearGreen: -0.45,
  nearGreenM: 25,
  rough: 0.3,
  penalty: 1,
};
const ROUGH_FULL_AT_M = 150;

/** Expected strokes from a distance, m, on fairway or rough. */
export function strokesLeft(distanceM: number, lie: 'fairway' | 'rough', table: StrokesTable = USUAL_STROKES): number {
  const d = Math.max(0, distanceM);
  const fairway = table.base + table.perMetre * d + table.nearGreen * Math.exp(-d / table.nearGreenM);
  return lie === 'fairway' ? fairway : fairway + table.rough * Math.min(1, 0.4 + (0.6 * d) / ROUGH_FULL_AT_M);
}

export interface SpeedValue {
  /** Change of club head speed as a factor. */
  readonly factor: number;
  readonly clubSpeedMps: number;
  readonly ballSpeedMps: number;
  readonly carryM: number;
  readonly fairwayShare: number;
  readonly penaltyShare: number;
  readonly expectedStrokes: number;
}

export interface DistanceValue {
  /** Spread of the landing direction about its mean, rad: measured, taken as unchanged by speed. */
  readonly angularSpreadRad: number;
  readonly meanAngleRad: number;
  readonly curve: readonly SpeedValue[];
  /** Strokes gained by 5 % more speed at the same angles (+ is better). */
  readonly strokesFor5Pct: number;
  /** Ball speed past which more speed at the same angles stops paying on this hole; null where it always pays. */
  readonly turnsAtBallSpeedMps: number | null;
}

const FEWEST_SHOTS = 5;
/** Roll beyond the carry, as a share of it: a driver on normal ground (the flight model's middle). */
const ROLL_SHARE = 0.09;
const FACTORS = Array.from({ length: 61 }, (_, i) => 0.8 + 0.01 * i);

function strokesAt(totalM: number, sideSdM: number, sideMeanM: number, hole: Hole, table: StrokesTable) {
  const within = (half: number): number =>
    normalCdf((half - sideMeanM) / sideSdM) - normalCdf((-half - sideMeanM) / sideSdM);
  const fairway = within(hole.fairwayWidthM / 2);
  const inPlay = Number.isFinite(hole.roughWidthM) ? within(hole.fairwayWidthM / 2 + hole.roughWidthM) : 1;
  const left = Math.abs(hole.lengthM - totalM);
  const rough = strokesLeft(left, 'rough', table);
  const out = 1 - inPlay;
  const played = 1 + fairway * strokesLeft(left, 'fairway', table) + (inPlay - fairway) * rough;
  // Out of bounds: a stroke more and the tee shot again, which can go out again.
  const strokes =
    hole.trouble === 'penalty' ? played + out * (table.penalty + rough) : (played + out * table.penalty) / inPlay;
  return { fairway, penalty: out, strokes };
}

/**
 * What more (or less) speed does to fairways hit and expected strokes on one hole, with the player's measured angular spread.
 * It depends on the hole's trouble: with rough only, more distance always pays; with penalties at the edges it can stop.
 * @param landings places of the shots: carry and side (+ out), m
 * @throws CannotSayError with fewer than 5 shots that have a place; InputError for a hole that is none
 */
export function distanceValue(
  shots: readonly BudgetShot[],
  landings: readonly { readonly carryM: number; readonly sideOutM: number }[],
  hole: Hole = USUAL_HOLE,
  table: StrokesTable = USUAL_STROKES,
): DistanceValue {
  if (!(hole.lengthM > 50) || !(hole.fairwayWidthM > 0) || !(hole.roughWidthM >= 0)) {
    throw new InputError('out-of-range', 'The hole needs a length above 50 m and a fairway wider than 0 m.', 'hole');
  }
  if (landings.length < FEWEST_SHOTS || shots.length === 0) {
    throw new CannotSayError(
      'few-shots',
      'The spread of directions is not known.',
      `at least ${FEWEST_SHOTS} shots with carry and side`,
    );
  }
  const angles = landings.map((l) => Math.atan2(l.sideOutM, l.carryM));
  const spread = Math.max(standardDeviation(angles), 1e-4);
  const meanAngleRad = mean(angles);
  const clubSpeed = mean(shots.map((s) => s.clubSpeedMps));
  const ballSpeed = mean(shots.map((s) => s.launch.ballSpeedMps));
  const at = (factor: number): SpeedValue => {
    const carryM = mean(carriesAtSpeed(shots, factor));
    const { fairway, penalty, strokes } = strokesAt(
      carryM * (1 + ROLL_SHARE),
      carryM * Math.tan(spread),
      carryM * Math.tan(meanAngleRad),
      hole,
      table,
    );
    return {
      factor,
      clubSpeedMps: clubSpeed * factor,
      ballSpeedMps: ballSpeed * factor,
      carryM,
      fairwayShare: fairway,
      penaltyShare: penalty,
      expectedStrokes: strokes,
    };
  };
  const curve = FACTORS.map(at);
  const best = curve.reduce((i, v, k) => (v.expectedStrokes < curve[i]!.expectedStrokes ? k : i), 0);
  // Driving past the green is no turn of the trade between speed and spread.
  const reaches = curve[best]!.carryM * (1 + ROLL_SHARE) >= hole.lengthM * 0.98;
  return {
    angularSpreadRad: spread,
    meanAngleRad,
    curve,
    strokesFor5Pct: at(1).expectedStrokes - at(1.05).expectedStrokes,
    turnsAtBallSpeedMps: best < curve.length - 1 && !reaches ? curve[best]!.ballSpeedMps : null,
  };
}

/** In words, for the instructor. @param speed writes m/s in the reader's unit */
export function distanceValueSentence(value: DistanceValue, speed: (mps: number) => string): string {
  const five = Math.abs(value.strokesFor5Pct).toFixed(2);
  const way = value.strokesFor5Pct >= 0 ? 'saves' : 'costs';
  const turn =
    value.turnsAtBallSpeedMps === null
      ? 'On this hole more speed at the same angles goes on paying within the range looked at'
      : `On this hole more speed at the same angles stops paying past a ball speed of ${speed(value.turnsAtBallSpeedMps)}`;
  return `5 % more speed ${way} ${five} strokes here. ${turn}; another hole can turn it.`;
}

/** Yards, for messages about holes typed in yards. */
export const holeFromYards = (
  lengthYd: number,
  widthYd: number,
  roughYd: number | null,
  trouble: Hole['trouble'] = 'penalty',
): Hole => ({
  trouble,
  lengthM: lengthYd * METRES_PER_YARD,
  fairwayWidthM: widthYd * METRES_PER_YARD,
  roughWidthM: roughYd === null ? Infinity : roughYd * METRES_PER_YARD,
});
