import { seededRandom } from '../core/numeric/random.ts';
import { line, SEEDS, type Print } from './line.ts';
import { trialFigures, type TrialFigures } from './trials.ts';

/** Differences of two conditions scatter by about 1.5 % of the speed. */
const EFFECT_SD = 0.0106;

/** Trials of two, three and six things, looked at after every round: what is promised of them. */
export function trials(n: number, print: Print): void {
  for (const conditions of [2, 3, 6])
    for (const swingsEach of [3, 6, 10]) {
      const run = (effectSd: number): TrialFigures[] =>
        SEEDS.map((seed) =>
          trialFigures({ conditions, swingsEach, effectSd }, n, seededRandom(`trial ${seed} ${effectSd}`), seed),
        );
      const [none, some] = [run(0), run(EFFECT_SD)];
      const show = (
        name: string,
        wanted: string,
        of: readonly TrialFigures[],
        pick: (f: TrialFigures) => number,
      ): void =>
        print(line(`${conditions} things, ${swingsEach} swings each: ${name}`, of.map(pick), wanted, n * SEEDS.length));
      show('nothing differs, called best at some look', '≤ 10 %', none, (f) => f.named);
      show('90 % interval holds', '≥ 85 %', some, (f) => f.covered90);
      show('the truly best leads at the end', '–', some, (f) => f.bestKept);
      show('the leader is within 1 % of the best', '≥ 75 %', some, (f) => f.nearBestKept);
      show('called best while 0.5 % or more worse', '≤ 3 %', some, (f) => f.namedWorse);
      show('called a tie while 2 % apart', '≤ 5 %', some, (f) => f.tieWrong);
    }
}
