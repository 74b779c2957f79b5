import { seededRandom } from '../numeric/random.ts';

/** Turns of a trial: in every round each condition has one. */
export interface TrialPlan {
  readonly conditions: number;
  readonly rounds: number;
  readonly swingsATurn: number;
  /** Condition of each turn, round after round. */
  readonly order: readonly (readonly number[])[];
}

export const LEAST_CONDITIONS = 2;
export const MOST_CONDITIONS = 6;
/** Fewest swings of one condition of which anything is said. */
export const FEWEST_SWINGS = 3;
const MOST_ROUNDS = 10;
const MOST_A_TURN = 3;
const RESTARTS = 12;

/** All orders of the numbers 0 … n − 1. */
function permutations(n: number): number[][] {
  if (n === 0) return [[]];
  return permutations(n - 1).flatMap((p) =>
    Array.from({ length: n }, (_, at) => [...p.slice(0, at), n - 1, ...p.slice(at)]),
  );
}

/** How often each condition stood in each place and came after each other one, and where it stood on the line over the turns. */
class Evenness {
  private readonly place: number[][];
  private readonly after: number[][];
  private readonly time: number[];
  private last = -1;
  private turns = 0;

  constructor(
    private readonly conditions: number,
    private readonly allTurns: number,
  ) {
    const square = (): number[][] => Array.from({ length: conditions }, () => new Array<number>(conditions).fill(0));
    [this.place, this.after, this.time] = [square(), square(), new Array<number>(conditions).fill(0)];
  }

  /** What one more round would add to being uneven. */
  cost(round: readonly number[]): number {
    let cost = 0;
    let before = this.last;
    // Of two, one that never runs twice would always be the later one.
    const twice = this.conditions === 2 ? 6 : 40;
    round.forEach((c, at) => {
      const time = this.turns + at - (this.allTurns - 1) / 2;
      cost += 3 * (2 * this.place[c]![at]! + 1);
      cost += (0.3 * (2 * this.time[c]! * time + time ** 2)) / this.conditions;
      // Twice running is one long turn, and spoils the comparison with the one before.
      if (before >= 0) cost += before === c ? twice : 2 * this.after[before]![c]! + 1;
      before = c;
    });
    return cost;
  }

  add(round: readonly number[]): void {
    round.forEach((c, at) => {
      this.place[c]![at]!++;
      this.time[c]! += this.turns - (this.allTurns - 1) / 2;
      if (this.last >= 0) this.after[this.last]![c]!++;
      this.last = c;
      this.turns++;
    });
  }
}

/**
 * An order in which every condition is in each place of a round, and after each other one, as evenly as the counts allow.
 * The first round begins with the first condition; the rest follows the seed.
 * @param conditions 2 to 6
 * @param rounds how many to make
 * @param before rounds that were made already and are evened out
 */
export function balancedOrder(
  conditions: number,
  rounds: number,
  seed: string,
  before: readonly (readonly number[])[] = [],
): number[][] {
  const random = seededRandom(seed);
  const all = permutations(conditions);
  const natural = Array.from({ length: conditions }, (_, i) => i);
  let best: number[][] = [];
  let least = Infinity;
  for (let restart = 0; restart < RESTARTS; restart++) {
    const even = new Evenness(conditions, conditions * (rounds + before.length));
    for (const round of before) even.add(round);
    const order: number[][] = [];
    let total = 0;
    if (before.length === 0) {
      order.push(natural);
      total = even.cost(natural);
      even.add(natural);
    }
    while (order.length < rounds) {
      let chosen = natural;
      let cost = Infinity;
      for (const round of all) {
        // A little chance parts equals, and lets a restart find another way.
        const c = even.cost(round) + 0.5 * random.uniform();
        if (c < cost) [cost, chosen] = [c, round];
      }
      order.push(chosen);
      total += even.cost(chosen);
      even.add(chosen);
    }
    if (total < least) [least, best] = [total, order];
  }
  return best;
}

/** What is said of a number of swings and conditions that do not go together; empty where they do. */
export function planProblem(conditions: number, swings: number): string {
  if (conditions < LEAST_CONDITIONS) return 'A trial needs at least two things to tell apart.';
  if (conditions > MOST_CONDITIONS) return `At most ${MOST_CONDITIONS} things can be told apart in one trial.`;
  if (swings < FEWEST_SWINGS * conditions)
    return `${conditions} things need at least ${FEWEST_SWINGS * conditions} swings, ${FEWEST_SWINGS} of each.`;
  return '';
}

/**
 * The turns for the swings at hand: short turns and many rounds, since rounds take tiring out and long turns do not.
 * @param swings at hand, of all conditions together; what does not divide is left over
 */
export function planTrial(conditions: number, swings: number, seed: string): TrialPlan {
  const each = Math.floor(swings / conditions);
  const perTurn = each <= 3 ? 1 : each <= 8 ? 2 : MOST_A_TURN;
  const rounds = Math.min(MOST_ROUNDS, Math.max(1, Math.floor(each / perTurn)));
  return { conditions, rounds, swingsATurn: perTurn, order: balancedOrder(conditions, rounds, seed) };
}
