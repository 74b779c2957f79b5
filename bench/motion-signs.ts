import { motionLogOdds } from '../core/diagnosis/motion-signs.ts';
import { seededRandom } from '../core/numeric/random.ts';
import type { PlayerModel } from '../training/population.ts';
import { drawRows } from '../training/fit-motion-signs.ts';

export interface SignFigures {
  readonly fault: string;
  readonly area: number;
  readonly falseOverOne: number;
  readonly trueOverOne: number;
  readonly n: number;
}

/** Share of pairs in which the faulty player has the larger ratio. */
function areaUnder(there: readonly number[], not: readonly number[]): number {
  const all = [...there.map((v) => ({ v, t: 1 })), ...not.map((v) => ({ v, t: 0 }))].sort((a, b) => a.v - b.v);
  let ranks = 0;
  let i = 0;
  while (i < all.length) {
    let k = i;
    while (k < all.length && all[k]!.v === all[i]!.v) k++;
    for (let m = i; m < k; m++) ranks += all[m]!.t * ((i + k + 1) / 2);
    i = k;
  }
  return (ranks - (there.length * (there.length + 1)) / 2) / (there.length * not.length);
}

/** How the fitted ratios tell faults on players of another seed, with the model changed on purpose or not. */
export function motionSignFigures(seed: string, n: number, model: PlayerModel): SignFigures[] {
  const rows = drawRows(seededRandom(seed), n, [model]).map((r) => ({
    ...r,
    ratios: motionLogOdds(r.features, r.withAngles),
  }));
  return Object.keys(rows[0]!.ratios).map((fault) => {
    const there = rows.filter((r) => r.faults.has(fault)).map((r) => r.ratios[fault]!);
    const not = rows.filter((r) => !r.faults.has(fault)).map((r) => r.ratios[fault]!);
    const over = (list: readonly number[]): number => list.filter((v) => v > 1).length / list.length;
    return { fault, area: areaUnder(there, not), falseOverOne: over(not), trueOverOne: over(there), n: there.length };
  });
}
