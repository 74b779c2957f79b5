import { leastSquares } from '../numeric/least-squares.ts';
import { mean } from '../numeric/statistics.ts';
import { levelMeans } from './level-means.ts';

/** Swings with one implement. */
export interface ImplementSwings {
  readonly massKg: number;
  /** Moment of inertia about the grip end; without it the mass stands in (same shape, scaled). */
  readonly inertiaKgM2?: number;
  /** Any unit of speed, the same for all. */
  readonly speeds: readonly number[];
}

export interface LoadVelocity {
  /** Fall of ln speed for each ln of load; null where it cannot be said. */
  readonly slope: number | null;
  readonly interval90: readonly [number, number] | null;
  readonly loads: number;
  readonly reading: 'strength-limited' | 'speed-limited' | 'balanced' | 'cannot-say';
  readonly sentence: string;
}

/** Slope of a balanced player near the driver by the swing model: ± 10 % of mass ≈ ∓ 2.8 % of speed. */
export const BALANCED_SLOPE = -0.28;
/** A slope this far from it belongs to the other readings (by judgement: the edges of the typical windows of light and heavy sticks). */
const APART = 0.12;
const NAMED_FROM = 0.05;
const FEWEST_LOADS = 3;
/** Loads nearer together than this tell nothing of the slope. */
const LEAST_RANGE = 0.15;

const cannotSay = (why: string, loads: number): LoadVelocity => ({
  slope: null,
  interval90: null,
  loads,
  reading: 'cannot-say',
  sentence: `Not enough to say: ${why}.`,
});

/**
 * Load–velocity line: least squares of ln speed on ln moment of inertia over the implements, each with the error of its swings and its block, against the slope of a balanced player.
 * With fewer than three loads, or a spread larger than the effect, the answer is "not enough to say".
 */
export function loadVelocity(implementsSwung: readonly ImplementSwings[]): LoadVelocity {
  const swung = implementsSwung.filter((i) => i.speeds.length > 0);
  const byInertia = swung.every((i) => i.inertiaKgM2 !== undefined);
  const loadOf = (i: ImplementSwings): number => Math.log(byInertia ? (i.inertiaKgM2 ?? i.massKg) : i.massKg);
  const logs = swung.map(loadOf);
  const loads = new Set(logs.map((l) => l.toFixed(4))).size;
  if (loads < FEWEST_LOADS) return cannotSay(`${FEWEST_LOADS} different loads are needed, ${loads} given`, loads);
  if (Math.max(...logs) - Math.min(...logs) < LEAST_RANGE)
    return cannotSay('the loads lie too near together; use ± 20 % of the driver', loads);
  const middle = mean(logs);
  if (swung.every((i) => i.speeds.length < 2)) return cannotSay('more swings are needed', loads);
  const { means, reach: reach90 } = levelMeans(swung.map((i) => ({ at: loadOf(i) - middle, speeds: i.speeds })));
  // Each implement is a block of its own; the relative error of a mean is the error of its logarithm.
  const fit = leastSquares(
    means.map((m) => [m.mean / m.sd, (m.at * m.mean) / m.sd]),
    means.map((m) => (Math.log(m.mean) * m.mean) / m.sd),
  );
  if (!fit) return cannotSay('more swings are needed', loads);
  const slope = fit.coefficients[1]!;
  const widened = Math.max(1, means.length > 3 ? fit.residualSd : 1);
  const reach = reach90 * widened * Math.sqrt(fit.covariance[1]![1]!);
  const [lo, hi] = [slope - reach, slope + reach];
  const strength = hi < BALANCED_SLOPE && slope < BALANCED_SLOPE - NAMED_FROM;
  const speed = lo > BALANCED_SLOPE && slope > BALANCED_SLOPE + NAMED_FROM;
  const balanced = lo > BALANCED_SLOPE - APART && hi < BALANCED_SLOPE + APART;
  const reading = strength ? 'strength-limited' : speed ? 'speed-limited' : balanced ? 'balanced' : 'cannot-say';
  const figures = `${slope.toFixed(2)} (${lo.toFixed(2)} to ${hi.toFixed(2)}; balanced ${BALANCED_SLOPE})`.replace(
    /-/g,
    '−',
  );
  const words = {
    'strength-limited': 'Strength is the limit: speed falls off steeply with load',
    'speed-limited': 'Speed is the limit (timing, tension): a lighter implement hardly helps',
    balanced: 'Balanced between strength and speed',
    'cannot-say':
      'Not enough to say whether strength or speed is the limit: the slope’s interval reaches both readings',
  }[reading];
  return { slope, interval90: [lo, hi], loads, reading, sentence: `${words}. Slope ${figures}.` };
}
