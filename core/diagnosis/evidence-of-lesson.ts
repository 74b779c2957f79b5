import { sdOf } from '../catalogue/uncertainties.ts';
import { headKindOf } from '../catalogue/heads.ts';
import type { ShotValues } from '../formats/shot-fields.ts';
import { leastSquares } from '../numeric/least-squares.ts';
import { mean, median, robustSpread, standardDeviation } from '../numeric/statistics.ts';
import { mpsToMph, radToDeg } from '../units/units.ts';
import type { Finding, Measurement } from './findings.ts';

/** Fewest shots from which a block's mean is taken as evidence. */
const FEWEST_SHOTS = 3;
/** Path within which an open face is the face's own doing, °. */
const STRAIGHT_PATH_DEG = 3;
/** Effort from which more effort must still bring speed. */
const EFFORT_FROM = 6;

type Source = Finding['source'];

export interface MeasuredBlock {
  readonly id: string;
  readonly label: string;
  readonly club: string;
  readonly withBall: boolean;
  readonly condition: string;
  readonly effort?: number;
  /** Shots that count (none set aside). */
  readonly shots: readonly ShotValues[];
}

const numbers = (shots: readonly ShotValues[], key: keyof ShotValues): number[] =>
  shots.map((s) => s[key]).filter((v): v is number => v !== undefined);

/** What the shots of one block say on the measured signs. */
export function measureShots(block: MeasuredBlock): Measurement[] {
  const out: Measurement[] = [];
  const source: Source = { kind: 'block', id: block.id, label: block.label };
  const add = (sign: string, values: readonly number[], value: number, spread = standardDeviation(values)): void => {
    out.push({ sign, value, uncertainty: spread / Math.sqrt(values.length), source });
  };
  const path = numbers(block.shots, 'pathOutRad').map(radToDeg);
  if (path.length >= FEWEST_SHOTS) {
    add('club-path', path, mean(path));
    add('club-path-out', path, mean(path));
  }
  const attack = numbers(block.shots, 'attackRad').map(radToDeg);
  if (attack.length >= FEWEST_SHOTS && headKindOf(block.club) === 'driver') add('driver-attack', attack, mean(attack));
  if (attack.length >= FEWEST_SHOTS && headKindOf(block.club) === 'iron') add('iron-attack', attack, mean(attack));
  const facePath = block.shots
    .filter((s) => s.faceOutRad !== undefined && s.pathOutRad !== undefined)
    .map((s) => radToDeg((s.faceOutRad as number) - (s.pathOutRad as number)));
  if (facePath.length >= FEWEST_SHOTS) {
    add('face-to-path-mean', facePath, Math.abs(mean(facePath)));
    const spread = standardDeviation(facePath);
    add('face-to-path-spread', facePath, spread, spread / Math.SQRT2);
    if (Math.abs(mean(path)) <= STRAIGHT_PATH_DEG) add('face-open', facePath, mean(facePath));
  }
  const spots = block.shots.filter((s) => s.impactToeM !== undefined && s.impactHighM !== undefined);
  if (spots.length >= FEWEST_SHOTS) {
    const toe = spots.map((s) => 1000 * (s.impactToeM as number));
    const high = spots.map((s) => 1000 * (s.impactHighM as number));
    const spread = Math.hypot(standardDeviation(toe), standardDeviation(high));
    add('strike-offset', toe, Math.hypot(mean(toe), mean(high)), spread / Math.SQRT2);
    add('strike-spread', toe, spread, spread / Math.SQRT2);
  }
  return out;
}

/** Comparisons between blocks of one day and club: air against ball, and speed against felt effort. */
export function measureBlocks(blocks: readonly MeasuredBlock[]): Measurement[] {
  const out: Measurement[] = [];
  const speeds = (b: MeasuredBlock): number[] => numbers(b.shots, 'clubSpeedMps').map(mpsToMph);
  const plain = blocks.filter((b) => b.condition === 'normal' && speeds(b).length >= FEWEST_SHOTS);
  for (const air of plain.filter((b) => !b.withBall)) {
    const ball = plain.find((b) => b.withBall && b.club === air.club);
    if (!ball) continue;
    const [a, b] = [speeds(air), speeds(ball)];
    const [ma, mb] = [median(a), median(b)];
    const error =
      1.25 * Math.hypot(robustSpread(a) / Math.sqrt(a.length) / ma, robustSpread(b) / Math.sqrt(b.length) / mb);
    out.push({
      sign: 'air-over-ball',
      value: 100 * (ma / mb - 1),
      uncertainty: 100 * Math.max(error, 0.003),
      source: { kind: 'block', id: air.id, label: `${air.label} against ${ball.label}` },
    });
  }
  const high = plain.filter((b) => b.withBall && b.effort !== undefined && b.effort >= EFFORT_FROM);
  for (const club of new Set(high.map((b) => b.club))) {
    const group = high.filter((b) => b.club === club);
    if (new Set(group.map((b) => b.effort)).size < 2) continue;
    const rows = group.flatMap((b) => speeds(b).map(() => [1, b.effort as number]));
    const fit = leastSquares(rows, group.flatMap(speeds));
    if (!fit) continue;
    out.push({
      sign: 'effort-slope',
      value: fit.coefficients[1]!,
      uncertainty: fit.residualSd * Math.sqrt(fit.covariance[1]![1]!),
      source: { kind: 'block', id: group[0]!.id, label: `${group.length} blocks by felt effort, ${club}` },
    });
  }
  return out;
}

export interface ScreenResults {
  readonly trunkTurnLeadRad?: number;
  readonly trunkTurnTrailRad?: number;
  readonly toeExtensionLeadRad?: number;
  readonly toeExtensionTrailRad?: number;
  readonly balanceLeadS?: number;
  readonly balanceTrailS?: number;
  readonly heelRaises?: number;
}

/** What the body screen says on the measured signs. */
export function measureScreen(screen: ScreenResults, source: Source): Measurement[] {
  const out: Measurement[] = [];
  const both = (a: number | undefined, b: number | undefined): number[] =>
    [a, b].filter((v): v is number => v !== undefined);
  const turn = both(screen.trunkTurnLeadRad, screen.trunkTurnTrailRad).map(radToDeg);
  if (turn.length > 0)
    out.push({ sign: 'trunk-turn-least', value: Math.min(...turn), uncertainty: sdOf('trunkTurn'), source });
  if (turn.length === 2) {
    out.push({
      sign: 'trunk-turn-difference',
      value: Math.abs(turn[0]! - turn[1]!),
      uncertainty: sdOf('trunkTurnDifference'),
      source,
    });
  }
  const toe = both(screen.toeExtensionLeadRad, screen.toeExtensionTrailRad).map(radToDeg);
  if (toe.length > 0)
    out.push({ sign: 'toe-extension', value: Math.min(...toe), uncertainty: sdOf('toeExtension'), source });
  if (screen.heelRaises !== undefined)
    out.push({ sign: 'heel-raises', value: screen.heelRaises, uncertainty: sdOf('heelRaises'), source });
  const balance = both(screen.balanceLeadS, screen.balanceTrailS);
  if (balance.length > 0)
    out.push({
      sign: 'single-leg-balance',
      value: Math.min(...balance),
      uncertainty: sdOf('singleLegBalance'),
      source,
    });
  return out;
}

/** Several swings of one lesson on the same sign count as one measurement: their mean, with the spread between them. */
export function combineSwings(measurements: readonly Measurement[]): Measurement[] {
  const bySign = new Map<string, Measurement[]>();
  for (const m of measurements) bySign.set(m.sign, [...(bySign.get(m.sign) ?? []), m]);
  return [...bySign.values()].map((list) => {
    if (list.length === 1) return list[0]!;
    const values = list.map((m) => m.value);
    const own = mean(list.map((m) => m.uncertainty ** 2));
    return {
      sign: list[0]!.sign,
      value: mean(values),
      uncertainty: Math.sqrt((own + standardDeviation(values) ** 2) / list.length),
      source: { ...list[0]!.source, label: `${list.length} captured swings` },
    };
  });
}
