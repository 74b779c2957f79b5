import { CannotSayError } from '../../errors/input-error.ts';
import type { ShotValues } from '../../formats/shot-fields.ts';
import { seededRandom } from '../../numeric/random.ts';
import { mean, quantile } from '../../numeric/statistics.ts';
import { mphToMps } from '../../units/units.ts';
import { shapleyShares } from './shapley.ts';
import {
  BUDGET_FACTORS,
  budgetShot,
  carriesAtSpeed,
  factorsMeasured,
  ownBestAttackRad,
  subsetCarries,
  type BudgetFactor,
} from './subsets.ts';

export type BudgetVerdict = 'speed-first' | 'strike-first' | 'launch-first' | 'direction-first' | 'cannot-say';

export interface Budget {
  readonly shots: number;
  readonly actualCarryM: number;
  /** Mean carry with everything measured put right at this club head speed. */
  readonly possibleCarryM: number;
  readonly sharesM: Readonly<Record<BudgetFactor, number>>;
  readonly intervals90M: Readonly<Record<BudgetFactor, readonly [number, number]>>;
  /** Factors that this block's numbers say nothing about; their share is 0. */
  readonly notMeasured: readonly BudgetFactor[];
  readonly metresPerMps: number;
  /** What a realistic gain of speed would bring, m. */
  readonly speedGainM: number;
  readonly attackAimRad: number;
  readonly verdict: BudgetVerdict;
  /** Chance that the shares together hold more than a realistic gain of speed. */
  readonly chanceSharesHoldMore: number;
  /** What is missing where the verdict is "cannot say". */
  readonly missing: string;
}

/** A gain in club head speed that a season of training can bring (by judgement). */
const REALISTIC_GAIN = 0.05;
const RESAMPLES = 1000;
const FEWEST_SHOTS = 5;
/** More shots than this add time, not certainty. */
export const MOST_BUDGET_SHOTS = 120;
/** Chance beyond which one side of the comparison is named. */
const SURE_ENOUGH = 0.75;

const VERDICT_OF: Record<BudgetFactor, BudgetVerdict> = {
  strike: 'strike-first',
  attack: 'launch-first',
  launchSpin: 'launch-first',
  curve: 'direction-first',
};

/** The verdict that the shares point to: attack, launch and spin count together. */
function largestOf(shares: Record<BudgetFactor, number>): BudgetVerdict {
  const sums: Partial<Record<BudgetVerdict, number>> = {};
  for (const f of BUDGET_FACTORS) sums[VERDICT_OF[f]] = (sums[VERDICT_OF[f]] ?? 0) + shares[f];
  return (Object.keys(sums) as BudgetVerdict[]).reduce((a, b) => ((sums[b] ?? 0) > (sums[a] ?? 0) ? b : a));
}

/** At most `most` of a list, evenly spaced. */
const thin = <T>(list: readonly T[], most: number): T[] =>
  list.length <= most ? [...list] : Array.from({ length: most }, (_, i) => list[Math.floor((i * list.length) / most)]);

/**
 * Distance budget of a block with one club: what this club head speed could carry and where the missing distance is, as
 * Shapley shares of strike, attack, launch and spin, and curve, each with a 90 % bootstrap interval over the shots.
 * @param shots counted shots of one club, SI; at most the evenly spaced MOST_BUDGET_SHOTS of them are used
 * @param attackAimRad attack to aim at; by default the best tenth of the player's own centred shots
 * @throws CannotSayError where no shot has a speed to reckon with
 */
export function distanceBudget(
  shots: readonly ShotValues[],
  club: string,
  { attackAimRad, seed = 1 }: { attackAimRad?: number; seed?: number | string } = {},
): Budget {
  const used = thin(
    shots.flatMap((s) => budgetShot(s, club) ?? []),
    MOST_BUDGET_SHOTS,
  );
  if (used.length === 0) {
    throw new CannotSayError('no-shots', 'There is no shot to reckon with.', 'shots with club speed or ball speed');
  }
  const measured = factorsMeasured(used.map((s) => s.measured));
  const aim = attackAimRad ?? ownBestAttackRad(used);
  const carries = subsetCarries(used, aim, measured);
  const faster = carriesAtSpeed(used, 1 + REALISTIC_GAIN);
  const oneMore = carriesAtSpeed(used, 1 + mphToMps(1) / mean(used.map((s) => s.clubSpeedMps)));

  const subsetMeans = (rows: readonly number[]): number[] =>
    carries[0].map((_, mask) => mean(rows.map((i) => carries[i][mask])));
  const all = used.map((_, i) => i);
  const means = subsetMeans(all);
  const named = (shares: readonly number[]): Record<BudgetFactor, number> =>
    Object.fromEntries(BUDGET_FACTORS.map((f, k) => [f, shares[k]])) as Record<BudgetFactor, number>;
  const sharesM = named(shapleyShares(means));

  const random = seededRandom(seed);
  const draws = BUDGET_FACTORS.map((): number[] => []);
  let holdMore = 0;
  for (let r = 0; r < RESAMPLES; r++) {
    const rows = all.map(() => random.below(all.length));
    const drawn = subsetMeans(rows);
    shapleyShares(drawn).forEach((s, k) => draws[k].push(s));
    if (drawn[drawn.length - 1] - drawn[0] > mean(rows.map((i) => faster[i])) - drawn[0]) holdMore++;
  }
  const chance = holdMore / RESAMPLES;
  const enough = used.length >= FEWEST_SHOTS;
  const verdict: BudgetVerdict =
    !enough || (chance > 1 - SURE_ENOUGH && chance < SURE_ENOUGH)
      ? 'cannot-say'
      : chance >= SURE_ENOUGH
        ? largestOf(sharesM)
        : 'speed-first';
  const notMeasured = BUDGET_FACTORS.filter((f) => !measured[f]);
  return {
    shots: used.length,
    actualCarryM: means[0],
    possibleCarryM: means[means.length - 1],
    sharesM,
    intervals90M: Object.fromEntries(
      BUDGET_FACTORS.map((f, k) => [f, [quantile(draws[k], 0.05), quantile(draws[k], 0.95)]]),
    ) as unknown as Budget['intervals90M'],
    notMeasured,
    metresPerMps: (mean(oneMore) - means[0]) / mphToMps(1),
    speedGainM: mean(faster) - means[0],
    attackAimRad: aim,
    verdict: verdict === 'speed-first' && notMeasured.length === BUDGET_FACTORS.length ? 'cannot-say' : verdict,
    chanceSharesHoldMore: chance,
    missing: !enough
      ? `${FEWEST_SHOTS - used.length} more shots (at least ${FEWEST_SHOTS} in the block)`
      : notMeasured.length === BUDGET_FACTORS.length
        ? 'launch, spin, strike spot, attack, face or path beside the speed'
        : verdict === 'cannot-say'
          ? 'more shots: the shares and a realistic gain of speed are worth about the same here'
          : '',
  };
}

/** One sentence: is speed the thing to train first, or not? @param distance and speed write metres and m/s in the reader's unit */
export function budgetSentence(budget: Budget, distance: (m: number) => string): string {
  const held = budget.possibleCarryM - budget.actualCarryM;
  const against = `${distance(held)} lie in strike, launch and curve; 5 % more speed would bring ${distance(budget.speedGainM)}`;
  switch (budget.verdict) {
    case 'speed-first':
      return `Train speed first: only ${against}.`;
    case 'strike-first':
      return `Not speed first: centre the strike. ${against}.`;
    case 'launch-first':
      return `Not speed first: launch and spin hold more. ${against}.`;
    case 'direction-first':
      return `Not speed first: straighten the shot. ${against}.`;
    case 'cannot-say':
      return `Cannot say yet whether speed comes first. Missing: ${budget.missing}.`;
  }
}
