import { robustLeastSquares } from '../numeric/least-squares.ts';
import { mean, student95 } from '../numeric/statistics.ts';

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
/** Smallest slope that matters, m/s a point of effort. */
const FLAT_MPS = 0.15;

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

/**
 * Speed against felt effort: a quadratic with its top where that lies inside the tested range for sure, else a monotone statement.
 * @returns "cannot say" with fewer than six swings or two levels of effort
 */
export function effortCurve(swings: readonly EffortSwing[]): EffortCurve {
  const levels = new Set(swings.map((s) => s.effort)).size;
  if (swings.length < FEWEST_SWINGS || levels < 2) {
    return none(
      levels < 2
        ? 'swings at two or more levels of felt effort'
        : `${FEWEST_SWINGS - swings.length} more swings with their felt effort`,
    );
  }
  const efforts = swings.map((s) => s.effort);
  const speeds = swings.map((s) => s.speedMps);
  const tested: readonly [number, number] = [Math.min(...efforts), Math.max(...efforts)];
  const centre = mean(efforts);
  const line = robustLeastSquares(
    efforts.map((e) => [1, e - centre]),
    speeds,
  );
  if (!line) return none('swings at more levels of felt effort');
  const slope = line.coefficients[1];
  const reach = student95(swings.length - 2) * line.residualSd * Math.sqrt(line.covariance[1][1]);
  const base = {
    slopeMps: slope,
    slopeInterval90: [slope - reach, slope + reach] as const,
    tested,
    missing: '',
  };
  const top = levels >= 3 ? topOf(efforts, speeds, centre) : undefined;
  if (top && top.lo > tested[0] && top.hi < tested[1]) {
    return {
      ...base,
      kind: 'best-inside',
      bestEffort: top.effort,
      bestInterval90: [top.lo, top.hi],
      points: curvePoints(top.coefficients, centre, tested),
    };
  }
  const points = curvePoints(line.coefficients, centre, tested);
  const kind =
    slope - reach > 0
      ? 'rises'
      : slope + reach < 0
        ? 'falls'
        : slope - reach > -FLAT_MPS && slope + reach < FLAT_MPS
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

/** Place of the parabola's top and its 90 % interval (delta method); undefined where it is not surely bent downward. */
function topOf(efforts: readonly number[], speeds: readonly number[], centre: number) {
  const fit = robustLeastSquares(
    efforts.map((e) => [1, e - centre, (e - centre) ** 2]),
    speeds,
  );
  if (!fit) return undefined;
  const [, b, c] = fit.coefficients;
  const t = student95(efforts.length - 3);
  const sd = (i: number, j: number): number => fit.residualSd ** 2 * fit.covariance[i][j];
  if (!(c + t * Math.sqrt(sd(2, 2)) < 0)) return undefined;
  const at = -b / (2 * c);
  const db = -1 / (2 * c);
  const dc = b / (2 * c * c);
  const reach = t * Math.sqrt(Math.max(0, db * db * sd(1, 1) + 2 * db * dc * sd(1, 2) + dc * dc * sd(2, 2)));
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
