import type { Level } from '../../catalogue/stages.ts';
import { CannotSayError } from '../../errors/input-error.ts';
import type { ShotValues } from '../../formats/shot-fields.ts';
import { headKindOf } from '../../catalogue/heads.ts';
import { seededRandom } from '../../numeric/random.ts';
import { mean, quantile, student95, Z90 } from '../../numeric/statistics.ts';
import { mphToMps } from '../../units/units.ts';
import { bestThird, centredCarries } from './own-best.ts';
import { shapleyShares } from './shapley.ts';
import {
  BUDGET_FACTORS,
  budgetShot,
  aimGrid,
  aimShots,
  carriesAtSpeed,
  factorsMeasured,
  ownAimRad,
  subsetCarries,
  type BudgetFactor,
} from './subsets.ts';

export type BudgetVerdict =
  | 'speed-first'
  | 'strike-first'
  | 'launch-first'
  | 'direction-first'
  | 'both-alike'
  | 'cannot-say';

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
  /** What strike, launch and curve could bring: their centres put right, their scatter that of the player's own best third, m. */
  readonly canBeHadM: number;
  readonly canBeHad90M: readonly [number, number];
  /** What a realistic gain of speed would bring, m. */
  readonly speedGainM: number;
  readonly speedGain90M: readonly [number, number];
  /** That gain as a share of the speed, by level. */
  readonly realisticGain: number;
  readonly attackAimRad: number;
  readonly verdict: BudgetVerdict;
  /** Chance that what can be had of the shares is more than what a gain of speed would bring. */
  readonly chanceSharesHoldMore: number;
  /** What is missing where the verdict is "cannot say". */
  readonly missing: string;
}

/** A gain in club head speed that a season of training can bring, by level (by judgement). */
export const REALISTIC_GAIN: Readonly<Record<Level, number>> = {
  beginner: 0.08,
  club: 0.05,
  'single-figure': 0.03,
  elite: 0.02,
};
/** How far a season's gain differs between players of a level, one SD as a share of it (by judgement). */
const GAIN_SPREAD = 0.2;
const RESAMPLES = 1000;
/** Aims at which the carries are reckoned; those between are drawn straight. */
const AIMS = 4;
/** From this many shots on "both alike" is an answer; before, it may only be too little to tell. */
const ENOUGH_FOR_ALIKE = 12;
/** A bootstrap of few shots is too narrow: half widths grow by this. */
const widening = (n: number): number => (student95(Math.max(1, n - 1)) / Z90) * Math.sqrt(n / Math.max(1, n - 1));
const atLeastNothing = ([lo, hi]: readonly [number, number]): readonly [number, number] => [Math.max(0, lo), hi];
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
  list.length <= most ? [...list] : Array.from({ length: most }, (_, i) => list[Math.floor((i * list.length) / most)]!);

/**
 * Distance budget of a block with one club: what this club head speed could carry and where the missing distance is, as
 * Shapley shares of strike, attack, launch and spin, and curve, each with a 90 % bootstrap interval over the shots.
 * @param shots counted shots of one club, SI; at most the evenly spaced MOST_BUDGET_SHOTS of them are used
 * @param attackAimRad attack to aim at; by default that of the player's own best centred shots, shrunk to the typical aim
 * @throws CannotSayError where no shot has a speed to reckon with
 */
export function distanceBudget(
  shots: readonly ShotValues[],
  club: string,
  { attackAimRad, seed = 1, level = 'club' }: { attackAimRad?: number; seed?: number | string; level?: Level } = {},
): Budget {
  const used = thin(
    shots.flatMap((s) => budgetShot(s, club) ?? []),
    MOST_BUDGET_SHOTS,
  );
  if (used.length === 0) {
    throw new CannotSayError('no-shots', 'There is no shot to reckon with.', 'shots with club speed or ball speed');
  }
  const measured = factorsMeasured(used.map((s) => s.measured));
  const head = headKindOf(club);
  const forAim = aimShots(used);
  const aims = attackAimRad === undefined ? aimGrid(forAim, head, AIMS) : [attackAimRad];
  const carries = subsetCarries(used, aims, measured);
  const aimOf = (rows: readonly number[]): number =>
    attackAimRad ??
    ownAimRad(
      rows.map((i) => forAim[i]!),
      head,
    );
  const faster = carriesAtSpeed(used, 1 + REALISTIC_GAIN[level]);
  const oneMore = carriesAtSpeed(used, 1 + mphToMps(1) / mean(used.map((s) => s.clubSpeedMps)));

  /** Mean carry of each subset over some shots, the aim being their own. */
  const subsetMeans = (rows: readonly number[]): number[] => {
    const step = aims.length > 1 ? aims[1]! - aims[0]! : 1;
    const at = aims.length > 1 && step > 0 ? (aimOf(rows) - aims[0]!) / step : 0;
    const lo = Math.max(0, Math.min(aims.length - 2, Math.floor(at)));
    const f = aims.length > 1 ? Math.max(0, Math.min(1, at - lo)) : 0;
    const hi = Math.min(aims.length - 1, lo + 1);
    return carries[0]![0]!.map((_, mask) =>
      mean(rows.map((i) => (1 - f) * carries[i]![lo]![mask]! + f * carries[i]![hi]![mask]!)),
    );
  };
  const all = used.map((_, i) => i);
  const aim = aimOf(all);
  const means = subsetMeans(all);
  const named = (shares: readonly number[]): Record<BudgetFactor, number> =>
    Object.fromEntries(BUDGET_FACTORS.map((f, k) => [f, shares[k]])) as Record<BudgetFactor, number>;
  const sharesM = named(shapleyShares(means));
  const whole = means.length - 1;
  const fullRight = subsetCarries(used, [aim], measured).map((atAims) => atAims[0]![whole]!);
  const ofPossible = centredCarries(used, aim, measured).map((carry, i) => carry / fullRight[i]!);
  /** What can be had of the gap between two carries, by the best third of some shots. */
  const hadOf = (rows: readonly number[], from: number, possible: number): number =>
    Math.max(0, Math.min(1, bestThird(rows.map((i) => ofPossible[i]!))) * possible - from);
  const speedGainM = mean(faster) - means[0]!;
  const canBeHadM = hadOf(all, means[0]!, means[whole]!);

  const random = seededRandom(seed);
  const draws = BUDGET_FACTORS.map((): number[] => []);
  const had: number[] = [];
  const gained: number[] = [];
  for (let r = 0; r < RESAMPLES; r++) {
    const rows = all.map(() => random.below(all.length));
    const drawn = subsetMeans(rows);
    shapleyShares(drawn).forEach((s, k) => draws[k]!.push(s));
    had.push(hadOf(rows, drawn[0]!, drawn[whole]!));
    gained.push((mean(rows.map((i) => faster[i]!)) - drawn[0]!) * Math.max(0, 1 + GAIN_SPREAD * random.normal()));
  }
  const chance = had.filter((m, r) => m > gained[r]!).length / RESAMPLES;
  const wide = widening(used.length);
  const interval = (draws: readonly number[], at: number): readonly [number, number] => [
    at + wide * (quantile(draws, 0.05) - at),
    at + wide * (quantile(draws, 0.95) - at),
  ];
  const enough = used.length >= FEWEST_SHOTS;
  const verdict: BudgetVerdict =
    !enough || (chance > 1 - SURE_ENOUGH && chance < SURE_ENOUGH)
      ? used.length >= ENOUGH_FOR_ALIKE
        ? 'both-alike'
        : 'cannot-say'
      : chance >= SURE_ENOUGH
        ? largestOf(sharesM)
        : 'speed-first';
  const notMeasured = BUDGET_FACTORS.filter((f) => !measured[f]);
  return {
    shots: used.length,
    actualCarryM: means[0]!,
    possibleCarryM: means[whole]!,
    sharesM,
    intervals90M: Object.fromEntries(
      BUDGET_FACTORS.map((f, k) => [f, interval(draws[k]!, sharesM[f])]),
    ) as unknown as Budget['intervals90M'],
    notMeasured,
    metresPerMps: (mean(oneMore) - means[0]!) / mphToMps(1),
    canBeHadM,
    canBeHad90M: atLeastNothing(interval(had, canBeHadM)),
    speedGainM,
    speedGain90M: atLeastNothing([quantile(gained, 0.05), quantile(gained, 0.95)]),
    realisticGain: REALISTIC_GAIN[level],
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

/** One sentence: is speed the thing to train first, or not? @param distance writes metres in the reader's unit; @param speedClosed the body closes work on speed: it is not advised */
export function budgetSentence(budget: Budget, distance: (m: number) => string, speedClosed = false): string {
  const [had, gain] = [budget.canBeHad90M, budget.speedGain90M].map(([lo, hi]) => `${distance(lo)} to ${distance(hi)}`);
  const against = `${distance(budget.canBeHadM)} (${had}) can be had in strike, launch and curve by the student’s own best third; ${Math.round(100 * budget.realisticGain)} % more speed, a season’s work at this level, would bring ${distance(budget.speedGainM)} (${gain})`;
  switch (budget.verdict) {
    case 'speed-first':
      return speedClosed
        ? `Most lies in speed, and work on speed is closed for this student until it is reopened: only ${against}.`
        : `Train speed first: only ${against}.`;
    case 'strike-first':
      return `Not speed first: centre the strike. ${against}.`;
    case 'launch-first':
      return `Not speed first: launch and spin hold more. ${against}.`;
    case 'direction-first':
      return `Not speed first: straighten the shot. ${against}.`;
    case 'both-alike':
      return `Both alike: ${against}; take the one the student likes.`;
    case 'cannot-say':
      return `Cannot say yet whether speed comes first. Missing: ${budget.missing}.`;
  }
}
