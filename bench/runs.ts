import { compareConditions, type ConditionRun } from '../core/review/compare-runs.ts';
import type { Random } from '../core/numeric/random.ts';

export interface RunFigures {
  readonly n: number;
  /** Of the calls said with 70–80 %, and with 90 % or more, the share that was right. */
  readonly rightAt75: number;
  readonly rightAt95: number;
  readonly calls75: number;
  readonly calls95: number;
  readonly covered90: number;
}

/** Made-up comparisons of two conditions: blocks, days, tiring and neighbours differ from what the model takes. */
export function runFigures(n: number, random: Random, anotherDay: boolean): RunFigures {
  let [calls75, right75, calls95, right95, covered] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const speed = 28 + 26 * random.uniform();
    // Effects with a heavier tail than normal, around 1.5 % of the speed.
    const scale = 0.015 * speed * Math.exp(0.5 * random.normal());
    const effect = scale * random.normal();
    const blockSd = speed * 0.007 * Math.exp(0.45 * random.normal());
    const daySd = speed * 0.0125 * Math.exp(0.4 * random.normal());
    const swingSd = speed * (0.012 + 0.014 * random.uniform());
    const drift = 0.0004 * speed * random.normal();
    const pattern = anotherDay ? 'AB' : (['AB', 'ABAB', 'AABB', 'ABABAB'] as const)[random.below(4)]!;
    let k = 0;
    const runs = [...pattern].map((label, r): ConditionRun => {
      const day = anotherDay && r === 1 ? 'other' : 'one';
      const level =
        speed + (label === 'B' ? effect : 0) + blockSd * random.normal() + (anotherDay ? daySd * random.normal() : 0);
      let before = 0;
      const swings = 4 + random.below(8);
      const speedsMps = Array.from({ length: swings }, () => {
        before = 0.25 * before + Math.sqrt(1 - 0.25 ** 2) * random.normal();
        return level + drift * k++ + swingSd * before;
      });
      return { label, day, speedsMps };
    });
    const [e] = compareConditions(runs).effects;
    if (!e) continue;
    if (e.interval90Mps[0] <= effect && effect <= e.interval90Mps[1]) covered++;
    const chance = Math.max(e.chanceFaster, 1 - e.chanceFaster);
    const right = e.chanceFaster >= 0.5 === effect > 0;
    if (chance >= 0.7 && chance < 0.8) {
      calls75++;
      right75 += Number(right);
    }
    if (chance >= 0.9) {
      calls95++;
      right95 += Number(right);
    }
  }
  return {
    n,
    rightAt75: right75 / Math.max(1, calls75),
    rightAt95: right95 / Math.max(1, calls95),
    calls75,
    calls95,
    covered90: covered / n,
  };
}
