import { seededRandom } from '../numeric/random.ts';
import { mean, quantile, standardDeviation } from '../numeric/statistics.ts';
import { drawEffects } from '../review/effects.ts';
import { DRAWS, fitQuantity, type QuantityFit, type TrialSwing } from './fit-quantity.ts';
import { FEWEST_SWINGS, type TrialPlan } from './order.ts';
import { TRIAL_QUANTITIES, type TrialQuantity } from './quantities.ts';

/** What one step added to one quantity over the step before it, tiring taken out. */
export interface StepDifference {
  readonly quantity: TrialQuantity;
  /** In the quantity's own unit. */
  readonly difference: number;
  /** So wide that the intervals of all steps hold together in nine of ten stacks. */
  readonly joint90: readonly [number, number];
}

/** What broke with a step: worse than the limit in this quantity. */
export interface Broke {
  readonly quantity: TrialQuantity;
  readonly chance: number;
}

export interface LedgerStep {
  /** Number of the state that the step leads to; 0 is the start. */
  readonly step: number;
  readonly added: readonly StepDifference[];
  /** What most likely broke with it; null where neither strike, direction nor speed was measured on both sides of it. */
  readonly worst: Broke | null;
}

export interface StepLedger {
  readonly steps: readonly LedgerStep[];
  /** The step that broke something, the surest of them; null where none is known to. */
  readonly broken: number | null;
  /** State to go back to: the one before the broken step, else the last. */
  readonly backTo: number;
  /** States of which too little was measured. */
  readonly leftOut: readonly number[];
  readonly missing: string;
}

/** Worse by more than this against the step before, something is broken: of the strike, the direction, the speed (by judgement). */
const LIMITS: Readonly<Partial<Record<TrialQuantity, { readonly own: number } | { readonly share: number }>>> = {
  offsetM: { own: 0.003 },
  smash: { own: -0.02 },
  sideM: { own: 5 },
  clubSpeedMps: { share: -0.015 },
};
/** A step is said to have broken something from this chance on: set on made-up stacks in which nothing broke. */
export const BROKE_FROM = 0.75;
const JOINT = 0.9;

/** Differences of neighbouring states in the draws of a fit: a list for each step whose two sides are in it. */
function stepDraws(fit: QuantityFit): Map<number, number[]> {
  const draws = drawEffects(fit.cells, seededRandom(`steps ${fit.quantity}`), DRAWS);
  const valueOf = (draw: readonly number[], state: number): number =>
    state === fit.reference ? 0 : draw[fit.order.indexOf(state) - 1]!;
  return new Map(
    fit.order
      .filter((s) => s > 0 && fit.order.includes(s - 1))
      .map((s) => [s, draws.map((d) => valueOf(d, s) - valueOf(d, s - 1))]),
  );
}

/** How many spreads wide the intervals of all steps have to be to hold together. */
function jointWidth(steps: ReadonlyMap<number, readonly number[]>): number {
  const scaled = [...steps.values()].map((draws) => {
    const [m, sd] = [mean(draws), standardDeviation(draws)];
    return draws.map((d) => Math.abs(d - m) / sd);
  });
  const most = Array.from({ length: DRAWS }, (_, i) => Math.max(...scaled.map((s) => s[i]!)));
  return quantile(most, JOINT);
}

function brokeBy(fit: QuantityFit, draws: readonly number[]): Broke | null {
  const limit = LIMITS[fit.quantity];
  if (!limit) return null;
  const by = 'own' in limit ? limit.own : limit.share * fit.level;
  return { quantity: fit.quantity, chance: draws.filter((d) => (by > 0 ? d > by : d < by)).length / draws.length };
}

/**
 * A stack of changes, each keeping the earlier: what every step added in every quantity, and which one broke something.
 * @param swings in the order struck; the condition of a swing is how many steps were in it
 * @param states how many there are, the start being number 0
 */
export function stepLedger(swings: readonly TrialSwing[], states: number): StepLedger {
  const fits = TRIAL_QUANTITIES.flatMap((q) => fitQuantity(swings, states, q) ?? []);
  const everyState = Array.from({ length: states }, (_, s) => s);
  const of = fits.map((fit) => ({ fit, steps: stepDraws(fit) })).filter((f) => f.steps.size > 0);
  const widths = of.map(({ steps }) => jointWidth(steps));
  const steps = everyState.slice(1).map((step): LedgerStep => {
    const added = of.flatMap(({ fit, steps: drawn }, i): StepDifference[] => {
      const draws = drawn.get(step);
      if (!draws) return [];
      const [m, half] = [mean(draws), widths[i]! * standardDeviation(draws)];
      return [{ quantity: fit.quantity, difference: m, joint90: [m - half, m + half] }];
    });
    const broke = of.flatMap(({ fit, steps: drawn }) => {
      const draws = drawn.get(step);
      return draws ? (brokeBy(fit, draws) ?? []) : [];
    });
    const worst = broke.reduce<Broke | null>((a, b) => (a && a.chance >= b.chance ? a : b), null);
    return { step, added, worst };
  });
  const surest = steps.reduce<LedgerStep | null>(
    (a, b) => (b.worst && b.worst.chance > (a?.worst?.chance ?? 0) ? b : a),
    null,
  );
  const broken = surest?.worst && surest.worst.chance >= BROKE_FROM ? surest.step : null;
  const leftOut = everyState.filter((s) => !fits.some((f) => f.order.includes(s)));
  return {
    steps,
    broken,
    backTo: broken === null ? states - 1 : broken - 1,
    leftOut,
    missing: of.length > 0 ? '' : `at least ${FEWEST_SWINGS} measured swings on both sides of a step`,
  };
}

/** Order of further rounds of a stack: up, down, up, so that tiring is the same on both sides of each step. @param before rounds that were made */
export const stackOrder = (states: number, rounds: number, before = 0): number[][] =>
  Array.from({ length: rounds }, (_, r) => {
    const up = Array.from({ length: states }, (__, s) => s);
    return (r + before) % 2 === 0 ? up : up.reverse();
  });

const MOST_A_TURN = 3;
const MOST_ROUNDS = 10;
/** The turns of a stack for the swings at hand: at least once up and once down where they suffice. */
export function planStack(states: number, swings: number): TrialPlan {
  const each = Math.floor(swings / states);
  const swingsATurn = Math.max(1, Math.min(MOST_A_TURN, Math.floor(each / 2)));
  const rounds = Math.min(MOST_ROUNDS, Math.max(1, Math.floor(each / swingsATurn)));
  return { conditions: states, rounds, swingsATurn, order: stackOrder(states, rounds) };
}
