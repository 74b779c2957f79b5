import type { Random } from '../core/numeric/random.ts';
import { planTrial } from '../core/trial/order.ts';
import type { TrialSwing } from '../core/trial/fit-quantity.ts';
import { analyseTrial } from '../core/trial/trial.ts';

export interface TrialPlanFigures {
  readonly conditions: number;
  readonly swingsEach: number;
  /** Spread of the true effects, share of speed; 0 where nothing differs. */
  readonly effectSd: number;
}

export interface TrialFigures {
  readonly n: number;
  /** Intervals that held the true difference. */
  readonly covered90: number;
  /** Trials whose leader at the end was truly the best, and within 1 % of the speed of the best. */
  readonly bestKept: number;
  readonly nearBestKept: number;
  /** Trials that named anything at any of the looks after each round. */
  readonly named: number;
  /** Of those, by the first look that named: truly not the best, and worse than the best by over half a per cent. */
  readonly namedWrong: number;
  readonly namedWorse: number;
  readonly tie: number;
  /** Ties whose true best and worst lie more than 2 % of the speed apart. */
  readonly tieWrong: number;
}

/** One made-up player: blocks, tiring, neighbours and mishits differ from what the model takes. */
function player(random: Random) {
  const speed = 22 + 34 * random.uniform();
  return {
    speed,
    swingSd: speed * (0.008 + 0.02 * random.uniform()),
    turnSd: speed * 0.006 * Math.exp(0.6 * random.normal()),
    neighbours: 0.4 * random.uniform(),
    mishits: 0.06 * random.uniform(),
    drift: speed * 0.0008 * random.normal(),
    bend: 0.5 + random.uniform(),
  };
}

/**
 * A trial of another kind of player: a level that wanders, a warm-up that levels off, slow swings rather than mishits, and a
 * cue that spoils the strike.
 */
function simulateOther(plan: TrialPlanFigures, random: Random, seed: string) {
  const speed = 26 + 26 * random.uniform();
  const sd = speed * (0.007 + 0.018 * random.uniform());
  const scale = plan.effectSd * speed * (0.5 + random.uniform());
  // Uneven effects: most cues do little, one may do much.
  const effects = Array.from({ length: plan.conditions }, () => scale * random.normal() * (random.uniform() < 0.3 ? 1.6 : 0.6)); // prettier-ignore
  const spoils = plan.effectSd > 0 && random.uniform() < 0.5 ? 1 + Math.floor((plan.conditions - 1) * random.uniform()) : 0; // prettier-ignore
  const { order, swingsATurn } = planTrial(plan.conditions, plan.conditions * plan.swingsEach, seed);
  const warm = 0.01 * speed * random.uniform();
  const swings: (TrialSwing & { round: number })[] = [];
  let wander = 0;
  order.forEach((round, r) =>
    round.forEach((condition, place) => {
      const turn = r * plan.conditions + place;
      const own = 0.005 * speed * random.normal();
      for (let s = 0; s < swingsATurn; s++) {
        wander += 0.0015 * speed * random.normal();
        const slow = sd * (Math.exp(0.7 * random.normal()) - 1.28);
        const up = -warm * Math.exp(-swings.length / 6);
        const v = speed + effects[condition]! + own + wander + up - slow;
        const offsetM = Math.abs(0.009 + (spoils === condition && condition > 0 ? 0.009 : 0) + 0.004 * random.normal());
        swings.push({ condition, turn, round: r, values: { clubSpeedMps: v, offsetM } });
      }
    }),
  );
  // What spoils the strike is not the best, however fast.
  const worth = effects.map((e, c) => (spoils > 0 && c === spoils ? -Infinity : e));
  return { swings, effects, worth, rounds: order.length, speed };
}

/** A whole trial of a made-up player, in the order that the program made. */
export function simulateTrial(plan: TrialPlanFigures, random: Random, seed: string) {
  const p = player(random);
  // Some players answer to cues more than others.
  const scale = plan.effectSd * p.speed * Math.exp(0.5 * random.normal());
  const effects = Array.from({ length: plan.conditions }, () => scale * random.normal());
  const { order, swingsATurn } = planTrial(plan.conditions, plan.conditions * plan.swingsEach, seed);
  const total = order.flat().length * swingsATurn;
  const swings: (TrialSwing & { round: number })[] = [];
  let before = random.normal();
  order.forEach((round, r) =>
    round.forEach((condition, place) => {
      const turn = r * plan.conditions + place;
      const level = p.speed + effects[condition]! + p.turnSd * random.normal();
      for (let s = 0; s < swingsATurn; s++) {
        before = p.neighbours * before + Math.sqrt(1 - p.neighbours ** 2) * random.normal();
        const share = swings.length / total;
        const mishit = random.uniform() < p.mishits ? -p.speed * (0.03 + 0.06 * random.uniform()) : 0;
        const v = level + p.drift * total * share ** p.bend + p.swingSd * before + mishit;
        swings.push({ condition, turn, round: r, values: { clubSpeedMps: v } });
      }
    }),
  );
  return { swings, effects, worth: effects, rounds: order.length, speed: p.speed };
}

/** Many trials of one size, each looked at after every round. */
export function trialFigures(
  plan: TrialPlanFigures,
  n: number,
  random: Random,
  seed: string,
  players: 'usual' | 'other' = 'usual',
): TrialFigures {
  const simulate = players === 'other' ? simulateOther : simulateTrial;
  let [held, intervals, best, near, named, wrong, worse, tie, tieWrong] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const { swings, effects, worth, rounds, speed } = simulate(plan, random, `${seed} ${i % 12}`);
    const top = Math.max(...worth);
    let first: number | null = null;
    let last = analyseTrial([], plan.conditions);
    for (let r = 0; r < rounds; r++) {
      last = analyseTrial(
        swings.filter((s) => s.round <= r),
        plan.conditions,
      );
      if (last.verdict === 'better' && first === null) first = last.leader;
    }
    for (const e of last.quantities[0]?.effects ?? []) {
      const truth = effects[e.condition]! - effects[last.reference]!;
      intervals++;
      if (e.interval90[0] <= truth && truth <= e.interval90[1]) held++;
    }
    if (last.leader !== null) {
      best += Number(worth[last.leader] === top);
      near += Number(worth[last.leader]! >= top - 0.01 * speed);
    }
    if (first !== null) {
      named++;
      wrong += Number(worth[first]! < top);
      worse += Number(worth[first]! < top - 0.005 * speed);
    }
    tie += Number(last.verdict === 'tie');
    tieWrong += Number(last.verdict === 'tie' && top - Math.min(...effects) > 0.02 * speed);
  }
  return {
    n,
    covered90: held / Math.max(1, intervals),
    bestKept: best / n,
    nearBestKept: near / n,
    named: named / n,
    namedWrong: wrong / n,
    namedWorse: worse / n,
    tie: tie / n,
    tieWrong: tieWrong / n,
  };
}
