import { seededRandom } from '../numeric/random.ts';
import { median, normalCdf } from '../numeric/statistics.ts';
import { BLOCK_MIDDLE, cellsOf, drawEffects, effectOf, type Cell } from '../review/effects.ts';
import { FEWEST_SWINGS } from './order.ts';
import { DECIDED_BY, QUANTITY_FACTS, TRIAL_QUANTITIES, type TrialQuantity } from './quantities.ts';
import { turnMeans, type QuantityTurn } from './turn-means.ts';

/** One swing that counts, or one rating of a turn: what was measured of it. */
export interface TrialSwing {
  readonly condition: number;
  /** Number of its turn, counted over the whole trial. */
  readonly turn: number;
  readonly values: Partial<Record<TrialQuantity, number>>;
}

/** What still counts as keeping the strike, against the first condition. */
export interface StrikeLimits {
  readonly mostOffsetMoreM: number;
  readonly mostSmashLess: number;
}
export const USUAL_LIMITS: StrikeLimits = { mostOffsetMoreM: 0.003, mostSmashLess: 0.02 };

/** One condition against the reference in one quantity, drift taken out. */
export interface TrialEffect {
  readonly condition: number;
  readonly swings: number;
  /** In the quantity's own unit. */
  readonly difference: number;
  readonly interval90: readonly [number, number];
  /** Chance that it is better; null where neither way is better by itself. */
  readonly chanceBetter: number | null;
}

export interface QuantityAnswer {
  readonly quantity: TrialQuantity;
  /** Condition that the others are compared with. */
  readonly reference: number;
  /** Level of the reference in the middle of the trial. */
  readonly level: number;
  readonly effects: readonly TrialEffect[];
  /** Change over the whole trial that was taken out: tiring or warming up. */
  readonly drift: number;
}

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

const DRAWS = 2000;
/** Prior spread of the drift from one swing to the next, share of speed. */
const DRIFT_SD = 0.001;
/** Effects within this share of the speed of each other are alike. */
const TIE_SHARE = 0.015;
const TIE_CHANCE = 0.8;
/** A condition is called better from this chance on, at any look of a trial; more conditions ask for more. */
const sureFrom = (conditions: number): number => SURE_FROM[Math.min(conditions, 6) - 2] ?? 0.95;
const SURE_FROM = [0.95, 0.91, 0.88, 0.86, 0.85] as const;
const MOST_ROUNDS_AHEAD = 12;
const SWING_SHARE = 0.015;

interface Fit extends QuantityAnswer {
  readonly cells: readonly Cell[];
  /** All conditions that are in it, the reference first. */
  readonly order: readonly number[];
  /** What one per cent and so on are shares of, in the unit. */
  readonly size: number;
  /** Variance of one more turn's mean. */
  readonly turnVariance: number;
}

function turnsOf(swings: readonly TrialSwing[], quantity: TrialQuantity): QuantityTurn[] {
  const turns = new Map<number, { condition: number; firstSwing: number; values: number[] }>();
  swings.forEach((s, i) => {
    const v = s.values[quantity];
    if (v === undefined || !Number.isFinite(v)) return;
    const turn = turns.get(s.turn);
    if (turn) turn.values.push(v);
    else turns.set(s.turn, { condition: s.condition, firstSwing: i, values: [v] });
  });
  return [...turns.values()].map((t) => ({ ...t, firstSwing: t.firstSwing + (t.values.length - 1) / 2 }));
}

function chanceBetter(quantity: TrialQuantity, level: number, draws: readonly number[]): number | null {
  const { better } = QUANTITY_FACTS[quantity];
  if (better === 'neither') return null;
  const good = (d: number): boolean =>
    better === 'more' ? d > 0 : better === 'less' ? d < 0 : Math.abs(level + d) < Math.abs(level);
  return draws.filter(good).length / draws.length;
}

/** One quantity over all conditions of which enough was measured; undefined with fewer than two of them. */
function fitQuantity(swings: readonly TrialSwing[], conditions: number, quantity: TrialQuantity): Fit | undefined {
  const counts = Array.from(
    { length: conditions },
    (_, c) => swings.filter((s) => s.condition === c && s.values[quantity] !== undefined).length,
  );
  const order = counts.flatMap((n, c) => (n >= FEWEST_SWINGS ? [c] : []));
  const [reference] = order;
  if (reference === undefined || order.length < 2) return undefined;
  const turns = turnsOf(swings, quantity).filter((t) => order.includes(t.condition));
  const all = turns.flatMap((t) => t.values);
  const middle = median(all);
  const { usualSd } = QUANTITY_FACTS[quantity];
  const usual = 'share' in usualSd ? usualSd.share * Math.abs(middle) : usualSd.own;
  if (!(usual > 0)) return undefined;
  // A speed's blocks and effects are shares of the speed; another quantity's are of its own spread, as a speed's would be.
  const own = quantity === 'clubSpeedMps' || quantity === 'ballSpeedMps';
  const found = turnMeans(turns, usual, own ? Math.abs(middle) : usual / SWING_SHARE);
  const size = own ? Math.abs(middle) : found.sd / SWING_SHARE;
  const centre = turns.reduce((s, t) => s + t.firstSwing, 0) / turns.length;
  const cells = cellsOf(
    {
      means: found.means.map((m) => m - middle + size),
      variances: found.variances,
      effectOf: turns.map((t) => order.indexOf(t.condition) - 1),
      places: turns.map((t) => t.firstSwing - centre),
      days: turns.map(() => 0),
      speed: size,
      effects: order.length - 1,
      driftSd: DRIFT_SD,
    },
    false,
  );
  const level = middle - size + cells.reduce((s, c) => s + c.weight * c.level, 0);
  const draws = drawEffects(cells, seededRandom(quantity), DRAWS);
  const effects = order.slice(1).map((condition, e): TrialEffect => {
    const { mean, interval90 } = effectOf(cells, e);
    const better = chanceBetter(
      quantity,
      level,
      draws.map((d) => d[e]!),
    );
    return { condition, swings: counts[condition]!, difference: mean, interval90, chanceBetter: better };
  });
  const perSwing = cells.reduce((s, c) => s + c.weight * c.drift, 0);
  return {
    quantity,
    reference,
    level,
    effects,
    drift: perSwing * Math.max(0, swings.length - 1),
    cells,
    order,
    size,
    turnVariance: (BLOCK_MIDDLE * size) ** 2 + median(found.variances),
  };
}

/** Whether each draw of a condition keeps a limit against the reference; undefined where that was not measured. */
function keeps(fit: Fit | undefined, reference: number, holds: (difference: number) => boolean) {
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
  const of = (q: TrialQuantity): Fit | undefined => fits.find((f) => f.quantity === q);
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
