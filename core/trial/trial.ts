import { seededRandom } from '../numeric/random.ts';
import { normalCdf } from '../numeric/statistics.ts';
import { drawEffects } from '../review/effects.ts';
import { DRAWS, fitQuantity, type QuantityAnswer, type QuantityFit, type TrialSwing } from './fit-quantity.ts';
import { FEWEST_SWINGS } from './order.ts';
import { DECIDED_BY, QUANTITY_FACTS, TRIAL_QUANTITIES, type TrialQuantity } from './quantities.ts';

/** What still counts as keeping the strike, against the first condition. */
export interface StrikeLimits {
  readonly mostOffsetMoreM: number;
  readonly mostSmashLess: number;
}
export const USUAL_LIMITS: StrikeLimits = { mostOffsetMoreM: 0.003, mostSmashLess: 0.02 };

export interface TrialAnswer {
  readonly quantities: readonly QuantityAnswer[];
  /** What decides; null where nothing was measured under two conditions. */
  readonly decidedBy: TrialQuantity | null;
  readonly reference: number;
  /** Chance of each condition to be the best among those that keep the strike. */
  readonly chanceBest: readonly number[];
  /** Chance that a condition keeps the strike; null where the strike was not measured. */
  readonly chanceKeepsStrike: readonly (number | null)[];
  readonly leader: number | null;
  readonly verdict: 'better' | 'tie' | 'cannot say';
  /** Further rounds that would settle it at the present estimate; null where twelve would not. */
  readonly roundsToSettle: number | null;
  /** Conditions of which too little was measured to say anything. */
  readonly leftOut: readonly number[];
  readonly missing: string;
}

/** Effects within this share of the speed of each other are alike. */
const TIE_SHARE = 0.015;
const TIE_CHANCE = 0.8;
/** A condition is called better from this chance on, at any look of a trial; more conditions ask for more. */
const sureFrom = (conditions: number): number => SURE_FROM[Math.min(conditions, 6) - 2] ?? 0.95;
const SURE_FROM = [0.957, 0.91, 0.88, 0.86, 0.85] as const;
const MOST_ROUNDS_AHEAD = 12;

/** Whether each draw of a condition keeps a limit against the reference; undefined where that was not measured. */
function keeps(fit: QuantityFit | undefined, reference: number, holds: (difference: number) => boolean) {
  if (fit?.reference !== reference) return () => undefined;
  const draws = drawEffects(fit.cells, seededRandom(`keeps ${fit.quantity}`), DRAWS);
  return (condition: number, draw: number): boolean | undefined => {
    const e = fit.order.indexOf(condition) - 1;
    return e < 0 ? undefined : holds(draws[draw]![e]!);
  };
}

/** Further rounds after which the leader would be sure at the present estimate. */
function roundsAhead(lead: readonly number[], turnVariance: number, sure: number): number | null {
  const middle = lead.reduce((a, b) => a + b, 0) / lead.length;
  const variance = lead.reduce((s, v) => s + (v - middle) ** 2, 0) / lead.length;
  for (let rounds = 1; rounds <= MOST_ROUNDS_AHEAD; rounds++) {
    const sd = 1 / Math.sqrt(1 / variance + rounds / (2 * turnVariance));
    if (normalCdf(middle / sd) >= sure) return rounds;
  }
  return null;
}

const none = (conditions: number, leftOut: readonly number[], missing: string): TrialAnswer => ({
  quantities: [],
  decidedBy: null,
  reference: 0,
  chanceBest: new Array<number>(conditions).fill(0),
  chanceKeepsStrike: new Array<null>(conditions).fill(null),
  leader: null,
  verdict: 'cannot say',
  roundsToSettle: null,
  leftOut,
  missing,
});

/**
 * A trial of two to six conditions: every quantity against the first condition, the line over the swings taken out, turns as
 * runs with their own block effect, errors of t distribution, effects with a prior. Best is who is best in what decides among
 * those whose strike is not worse than the first's by more than the limits.
 * @param swings in the order struck, set-aside ones left out; a rating of a turn is a swing with that value alone
 * @param conditions how many there are, the first being number 0
 */
export function analyseTrial(
  swings: readonly TrialSwing[],
  conditions: number,
  limits: StrikeLimits = USUAL_LIMITS,
): TrialAnswer {
  const fits = TRIAL_QUANTITIES.flatMap((q) => fitQuantity(swings, conditions, q) ?? []);
  const of = (q: TrialQuantity): QuantityFit | undefined => fits.find((f) => f.quantity === q);
  const widest = Math.max(0, ...DECIDED_BY.map((q) => of(q)?.order.length ?? 0));
  const main = DECIDED_BY.map(of).find((f) => f !== undefined && f.order.length === widest);
  const everyone = Array.from({ length: conditions }, (_, c) => c);
  if (!main) {
    const thin = everyone.filter((c) => swings.filter((s) => s.condition === c).length < FEWEST_SWINGS);
    return none(conditions, thin, `at least ${FEWEST_SWINGS} measured swings under two of the things tried`);
  }
  const sign = QUANTITY_FACTS[main.quantity].better === 'less' ? -1 : 1;
  const draws = drawEffects(main.cells, seededRandom('best of a trial'), DRAWS);
  const offset = keeps(of('offsetM'), main.reference, (d) => d <= limits.mostOffsetMoreM);
  const smash = keeps(of('smash'), main.reference, (d) => d >= -limits.mostSmashLess);
  const wins = new Array<number>(conditions).fill(0);
  const kept = new Array<number>(conditions).fill(0);
  const strikeKnown = everyone.map((c) => offset(c, 0) !== undefined || smash(c, 0) !== undefined);
  draws.forEach((draw, i) => {
    let best = main.reference;
    let most = 0;
    main.order.slice(1).forEach((condition, e) => {
      const sound = offset(condition, i) !== false && smash(condition, i) !== false;
      if (sound) kept[condition]!++;
      if (sound && sign * draw[e]! > most) [most, best] = [sign * draw[e]!, condition];
    });
    wins[best]!++;
  });
  const chanceBest = wins.map((w) => w / DRAWS);
  const ranked = main.order.toSorted((a, b) => chanceBest[b]! - chanceBest[a]!);
  const leader = ranked[0]!;
  const valueOf = (draw: readonly number[], c: number): number =>
    c === main.reference ? 0 : sign * draw[main.order.indexOf(c) - 1]!;
  const second = main.order.filter((c) => c !== leader).reduce((a, b) => (chanceBest[b]! > chanceBest[a]! ? b : a));
  const alike =
    draws.filter((d) => Math.max(0, ...d) - Math.min(0, ...d) < TIE_SHARE * main.size).length / DRAWS >= TIE_CHANCE;
  const sure = sureFrom(main.order.length);
  const better = chanceBest[leader]! >= sure;
  return {
    quantities: fits.map(({ quantity, reference, level, effects, drift }) => ({
      quantity,
      reference,
      level,
      effects,
      drift,
    })),
    decidedBy: main.quantity,
    reference: main.reference,
    chanceBest,
    chanceKeepsStrike: everyone.map((c) => (c === main.reference || !strikeKnown[c] ? null : kept[c]! / DRAWS)),
    leader,
    verdict: better ? 'better' : alike ? 'tie' : 'cannot say',
    roundsToSettle:
      better || alike
        ? null
        : roundsAhead(
            draws.map((d) => valueOf(d, leader) - valueOf(d, second)),
            main.turnVariance,
            sure,
          ),
    leftOut: everyone.filter((c) => !main.order.includes(c)),
    missing: '',
  };
}
