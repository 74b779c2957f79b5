import type { Random } from '../core/numeric/random.ts';
import type { TrialSwing } from '../core/trial/fit-quantity.ts';
import type { TrialQuantity } from '../core/trial/quantities.ts';
import { stackOrder, stepLedger } from '../core/trial/steps.ts';

export interface StackPlan {
  /** Changes, the start not counted. */
  readonly steps: number;
  readonly rounds: number;
  readonly swingsATurn: number;
  /** Whether one of the steps breaks the strike or the direction. */
  readonly breaks: boolean;
}

export interface StackFigures {
  /** Stacks in which the broken step was named; in which another one was; in which one was named at all. */
  readonly found: number;
  readonly wrong: number;
  readonly named: number;
  /** Stacks of which every step's joint interval of speed held. */
  readonly jointHeld: number;
}

const LEVELS = { clubSpeedMps: 1, smash: 1.42, offsetM: 0.009, sideM: 12 } as const;

/** A made-up player who takes one change after the other: gamma-like strikes, a wandering level, and tiring that bends. */
export function simulateStack(plan: StackPlan, random: Random) {
  const speed = 24 + 30 * random.uniform();
  const skill = 0.6 + 0.9 * random.uniform();
  const sd = { clubSpeedMps: 0.014 * speed * skill, smash: 0.03 * skill, offsetM: 0.0045 * skill, sideM: 8 * skill };
  const turnSd = { clubSpeedMps: 0.006 * speed, smash: 0.008, offsetM: 0.001, sideM: 2 };
  const broken = plan.breaks ? 1 + Math.floor(plan.steps * random.uniform()) : 0;
  const how = (['offsetM', 'smash', 'sideM'] as const)[Math.floor(3 * random.uniform())]!;
  const size = { offsetM: 0.007, smash: -0.06, sideM: 14 }[how] * (0.9 + 0.5 * random.uniform());
  const gains = Array.from({ length: plan.steps + 1 }, (_, s) => (s === 0 ? 0 : 0.008 * speed * random.normal()));
  const tiring = 0.0012 * speed * random.normal();
  const swings: TrialSwing[] = [];
  let wander = 0;
  stackOrder(plan.steps + 1, plan.rounds).forEach((round, r) =>
    round.forEach((state, place) => {
      const turn = r * (plan.steps + 1) + place;
      const own = (q: keyof typeof LEVELS): number => turnSd[q] * random.normal();
      const block = { clubSpeedMps: own('clubSpeedMps'), smash: own('smash'), offsetM: own('offsetM'), sideM: own('sideM') }; // prettier-ignore
      for (let s = 0; s < plan.swingsATurn; s++) {
        wander = 0.3 * wander + random.normal();
        const added = gains.slice(0, state + 1).reduce((a, b) => a + b, 0);
        const hurt = (q: TrialQuantity): number => (broken > 0 && state >= broken && q === how ? size : 0);
        const mishit = random.uniform() < 0.04;
        swings.push({
          condition: state,
          turn,
          values: {
            clubSpeedMps:
              speed + added + block.clubSpeedMps + tiring * Math.sqrt(swings.length) * 2 + sd.clubSpeedMps * wander,
            smash: LEVELS.smash + hurt('smash') + block.smash - sd.smash * Math.abs(random.normal()) - (mishit ? 0.12 : 0), // prettier-ignore
            offsetM: Math.abs(LEVELS.offsetM + hurt('offsetM') + block.offsetM + sd.offsetM * random.normal() + (mishit ? 0.015 : 0)), // prettier-ignore
            sideM: Math.abs(LEVELS.sideM + hurt('sideM') + block.sideM + sd.sideM * random.normal()),
          },
        });
      }
    }),
  );
  return { swings, broken, gains };
}

/**
 * A stack of another kind of player: from beginners to elite, strikes and sides that scatter by shares (long tails), a warm-up that
 * levels off, days on which every turn differs more.
 */
function simulateOther(plan: StackPlan, random: Random) {
  const speed = 20 + 36 * random.uniform();
  const level = Math.exp(0.5 * random.normal());
  const scatter = (share: number): number => Math.exp(share * random.normal());
  const broken = plan.breaks ? 1 + Math.floor(plan.steps * random.uniform()) : 0;
  const how = (['offsetM', 'smash', 'sideM'] as const)[Math.floor(3 * random.uniform())]!;
  const gains = Array.from({ length: plan.steps + 1 }, (_, s) =>
    s === 0 ? 0 : speed * (0.004 + 0.008 * random.normal()),
  );
  const swings: TrialSwing[] = [];
  const warm = 0.012 * speed * random.uniform();
  stackOrder(plan.steps + 1, plan.rounds).forEach((round, r) =>
    round.forEach((state, place) => {
      const turn = r * (plan.steps + 1) + place;
      const [speedOff, strikeOff, sideOff] = [0.007 * speed * random.normal(), scatter(0.12), scatter(0.15)];
      for (let s = 0; s < plan.swingsATurn; s++) {
        const hurt = (q: TrialQuantity): boolean => broken > 0 && state >= broken && q === how;
        const added = gains.slice(0, state + 1).reduce((a, b) => a + b, 0);
        const slow = 0.012 * speed * level * (scatter(0.6) - 1.2);
        swings.push({
          condition: state,
          turn,
          values: {
            clubSpeedMps: speed + added + speedOff - slow - warm * Math.exp(-swings.length / 5),
            smash: 1.44 - 0.035 * level * strikeOff * scatter(0.7) - (hurt('smash') ? 0.075 : 0),
            offsetM: 0.008 * level * strikeOff * scatter(0.5) + (hurt('offsetM') ? 0.009 : 0),
            sideM: 10 * level * sideOff * scatter(0.6) + (hurt('sideM') ? 16 : 0),
          },
        });
      }
    }),
  );
  return { swings, broken, gains };
}
const PLAYERS = { usual: simulateStack, other: simulateOther } as const;

/** Many stacks of one size: how often the broken step is the one that is named, and how often one is named where none broke. */
export function stackFigures(
  plan: StackPlan,
  n: number,
  random: Random,
  players: keyof typeof PLAYERS = 'usual',
): StackFigures {
  let [found, wrong, named, held] = [0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const { swings, broken, gains } = PLAYERS[players](plan, random);
    const ledger = stepLedger(swings, plan.steps + 1);
    named += Number(ledger.broken !== null);
    found += Number(plan.breaks && ledger.broken === broken);
    wrong += Number(plan.breaks && ledger.broken !== null && ledger.broken !== broken);
    held += Number(
      ledger.steps.every((s) =>
        s.added.every(
          (a) => a.quantity !== 'clubSpeedMps' || (a.joint90[0] <= gains[s.step]! && gains[s.step]! <= a.joint90[1]),
        ),
      ),
    );
  }
  return { found: found / n, wrong: wrong / n, named: named / n, jointHeld: held / n };
}
