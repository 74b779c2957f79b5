import { tuple } from '../numeric/tuple.ts';
import { leastSquares } from '../numeric/least-squares.ts';
import { mean } from '../numeric/statistics.ts';
import { levelMeans, type LevelMean } from './level-means.ts';

export interface EffortSwing {
  /** Felt effort, 0–10. */
  readonly effort: number;
  readonly speedMps: number;
}

export interface EffortCurve {
  readonly kind: 'best-inside' | 'rises' | 'falls' | 'flat' | 'cannot-say';
  /** Felt effort of the greatest speed, where the top lies inside the tested range. */
  readonly bestEffort: number | null;
  readonly bestInterval90: readonly [number, number] | null;
  /** Change of speed for a point of effort over the tested range, m/s, with its 90 % interval. */
  readonly slopeMps: number | null;
  readonly slopeInterval90: readonly [number, number] | null;
  /** The curve itself, for a picture. */
  readonly points: readonly { readonly effort: number; readonly speedMps: number }[];
  readonly tested: readonly [number, number] | null;
  readonly missing: string;
}

const FEWEST_SWINGS = 6;
/** Change over the whole tested range that does not matter, a share of the speed (by judgement: as far as days differ). */
const FLAT_SHARE = 0.025;
/** How much more is asked of a best level chosen among several (set on curves that only level off). */
const CHOSEN = 0.15;

const none = (missing: string): EffortCurve => ({
  kind: 'cannot-say',
  bestEffort: null,
  bestInterval90: null,
  slopeMps: null,
  slopeInterval90: null,
  points: [],
  tested: null,
  missing,
});

/** Line or parabola about the mean effort; values at the tested efforts for a picture. */
function curvePoints(coefficients: readonly number[], centre: number, [lo, hi]: readonly [number, number]) {
  return Array.from({ length: 21 }, (_, i) => {
    const effort = lo + ((hi - lo) * i) / 20;
    return { effort, speedMps: coefficients.reduce((s, c, k) => s + c * (effort - centre) ** k, 0) };
  });
}

/** Polynomial through the means of the levels by their errors; coefficients about the centre with their covariance. */
function fitLevels(means: readonly LevelMean[], centre: number, degree: 1 | 2) {
  const fit = leastSquares(
    means.map((m) => Array.from({ length: degree + 1 }, (_, k) => (m.at - centre) ** k / m.sd)),
    means.map((m) => m.mean / m.sd),
  );
  // Errors are known; scatter beyond them widens the answer, scatter within them does not narrow it.
  return fit && { ...fit, widened: Math.max(1, means.length - degree - 1 >= 2 ? fit.residualSd : 1) };
}

/**
 * Speed against felt effort: a quadratic with its top where the swings on both sides of it are surely slower, else a monotone
 * statement. Swings of one effort are taken as one block.
 * @returns "cannot say" with fewer than six swings or two levels of effort
 */
export function effortCurve(swings: readonly EffortSwing[]): EffortCurve {
  const efforts = [...new Set(swings.map((s) => s.effort))];
  if (swings.length < FEWEST_SWINGS || efforts.length < 2) {
    return none(
      efforts.length < 2
        ? 'swings at two or more levels of felt effort'
        : `${FEWEST_SWINGS - swings.length} more swings with their felt effort`,
    );
  }
  const { means, reach } = levelMeans(
    efforts.map((at) => ({ at, speeds: swings.filter((s) => s.effort === at).map((s) => s.speedMps) })),
  );
  const tested: readonly [number, number] = [means[0]!.at, means[means.length - 1]!.at];
  const centre = mean(means.map((m) => m.at));
  const [slope, reachMps] = slopeOf(means, centre, reach);
  const base = { slopeMps: slope, slopeInterval90: [slope - reachMps, slope + reachMps] as const, tested, missing: '' };
  const top = surelySlowerOutside(means, reach) ? topOf(means, centre, reach) : undefined;
  if (top && top.lo > tested[0] && top.hi < tested[1]) {
    return {
      ...base,
      kind: 'best-inside',
      bestEffort: top.effort,
      bestInterval90: [top.lo, top.hi],
      points: curvePoints(top.coefficients, centre, tested),
    };
  }
  const middle = means.reduce((s, m) => s + m.mean, 0) / means.length;
  const points = curvePoints([middle, slope], centre, tested);
  const kind =
    slope - reachMps > 0
      ? 'rises'
      : slope + reachMps < 0
        ? 'falls'
        : Math.abs(slope) + reachMps < (FLAT_SHARE * middle) / (tested[1] - tested[0])
          ? 'flat'
          : 'cannot-say';
  return {
    ...base,
    kind,
    bestEffort: null,
    bestInterval90: null,
    points,
    missing: kind === 'cannot-say' ? 'more swings, at efforts farther apart' : '',
  };
}

/** Slope over the levels and how far its 90 % interval reaches, m/s a point. */
function slopeOf(means: readonly LevelMean[], centre: number, reach: number): readonly [number, number] {
  const line = means.length > 2 ? fitLevels(means, centre, 1) : undefined;
  if (line) return [line.coefficients[1]!, reach * line.widened * Math.sqrt(line.covariance[1]![1]!)];
  const [first, last] = tuple(2, [means[0]!, means[means.length - 1]!]);
  const apart = last.at - first.at;
  return [(last.mean - first.mean) / apart, (reach * Math.hypot(first.sd, last.sd)) / apart];
}

/** Whether the levels at both ends are surely slower than the best one between: a curve that only levels off is not. */
function surelySlowerOutside(means: readonly LevelMean[], reach: number): boolean {
  const inside = means.slice(1, -1);
  if (inside.length === 0) return false;
  const best = inside.reduce((a, m) => (m.mean > a.mean ? m : a));
  // The best of several looks better than it is: the more there are, the more is asked.
  const asked = reach * (1 + CHOSEN * Math.log(inside.length));
  return [means[0]!, means[means.length - 1]!].every(
    (end) => best.mean - end.mean > asked * Math.hypot(best.sd, end.sd),
  );
}

/** Place of the parabola's top and its 90 % interval (delta method); undefined where it is not bent downward. */
function topOf(means: readonly LevelMean[], centre: number, reach90: number) {
  const fit = means.length > 3 ? fitLevels(means, centre, 2) : undefined;
  if (!fit) return undefined;
  const [, b, c] = tuple(3, fit.coefficients);
  if (c >= 0) return undefined;
  const v = (i: number, j: number): number => fit.covariance[i]![j]!;
  const at = -b / (2 * c);
  const db = -1 / (2 * c);
  const dc = b / (2 * c * c);
  const variance = db * db * v(1, 1) + 2 * db * dc * v(1, 2) + dc * dc * v(2, 2);
  const reach = reach90 * fit.widened * Math.sqrt(Math.max(0, variance));
  return { effort: centre + at, lo: centre + at - reach, hi: centre + at + reach, coefficients: fit.coefficients };
}

/** What the curve says, in a sentence. @param speed writes m/s in the reader's unit */
export function effortSentence(curve: EffortCurve, speed: (mps: number) => string): string {
  const perPoint = speed(Math.abs(curve.slopeMps ?? 0));
  switch (curve.kind) {
    case 'best-inside': {
      const [lo, hi] = curve.bestInterval90 ?? [0, 0];
      return `Fastest at a felt effort of about ${curve.bestEffort?.toFixed(1)} (${lo.toFixed(1)}–${hi.toFixed(1)}).`;
    }
    case 'rises':
      return `Faster with more effort, about ${perPoint} a point, as far as ${curve.tested?.[1]} was tried.`;
    case 'falls':
      return `Slower with more effort, about ${perPoint} a point: try the lower end.`;
    case 'flat':
      return 'Effort makes no difference that matters in the range tried.';
    case 'cannot-say':
      return `Cannot say how effort acts. Missing: ${curve.missing}.`;
  }
}
