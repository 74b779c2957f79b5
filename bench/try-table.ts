import { seededRandom } from '../core/numeric/random.ts';
import { line, SEEDS, type Print } from './line.ts';
import { callFigures, type CallFigures } from './calls.ts';
import { stackFigures } from './stacks.ts';
import { trialFigures, type TrialFigures } from './trials.ts';

/** Differences of two conditions scatter by about 1.5 % of the speed. */
const EFFECT_SD = 0.0106;

/** Trials of two, three and six things, looked at after every round: what is promised of them. */
function trials(n: number, print: Print, players: 'usual' | 'other'): void {
  const who = players === 'other' ? ', other players' : '';
  for (const conditions of [2, 3, 6])
    for (const swingsEach of [3, 6, 10]) {
      const run = (effectSd: number): TrialFigures[] =>
        SEEDS.map((seed) =>
          trialFigures(
            { conditions, swingsEach, effectSd },
            n,
            seededRandom(`trial ${seed} ${effectSd}`),
            seed,
            players,
          ),
        );
      const [none, some] = [run(0), run(EFFECT_SD)];
      const show = (
        name: string,
        wanted: string,
        of: readonly TrialFigures[],
        pick: (f: TrialFigures) => number,
      ): void =>
        print(
          line(
            `${conditions} things, ${swingsEach} swings each${who}: ${name}`,
            of.map(pick),
            wanted,
            n * SEEDS.length,
          ),
        );
      show('nothing differs, called best at some look', '≤ 10 %', none, (f) => f.named);
      show('90 % interval holds', '≥ 85 %', some, (f) => f.covered90);
      show('the truly best leads at the end', '–', some, (f) => f.bestKept);
      show('the leader is within 1 % of the best', '≥ 75 %', some, (f) => f.nearBestKept);
      show('called best while 0.5 % or more worse', '≤ 3 %', some, (f) => f.namedWorse);
      show('called a tie while 2 % apart', '≤ 5 %', some, (f) => f.tieWrong);
    }
}

/** Stacks of two to five steps: how often the step that broke something is the one that is named. */
function stacks(n: number, print: Print, players: 'usual' | 'other'): void {
  const who = players === 'other' ? ', other players' : '';
  for (const [steps, rounds, swingsATurn] of [
    [2, 2, 3],
    [3, 2, 3],
    [3, 4, 3],
    [5, 2, 3],
  ] as const) {
    const run = (breaks: boolean) =>
      SEEDS.map((seed) =>
        stackFigures({ steps, rounds, swingsATurn, breaks }, n, seededRandom(`stack ${seed} ${breaks}`), players),
      );
    const [sound, broken] = [run(false), run(true)];
    const name = `${steps} steps, ${rounds * swingsATurn} swings each${who}`;
    const total = n * SEEDS.length;
    print(line(`${name}: the broken step is named`, broken.map((f) => f.found), '–', total)); // prettier-ignore
    print(line(`${name}: another step is named`, broken.map((f) => f.wrong), '≤ 5 %', total)); // prettier-ignore
    print(line(`${name}: one is named though none broke`, sound.map((f) => f.named), '≤ 10 %', total)); // prettier-ignore
    print(line(`${name}: all speed intervals hold together`, sound.map((f) => f.jointHeld), '≥ 85 %', total)); // prettier-ignore
  }
}

/** Calls: the line and what to ask for. */
function calls(n: number, print: Print, players: 'usual' | 'other'): void {
  const who = players === 'other' ? ', other players' : '';
  for (const swings of [5, 8, 12, 20]) {
    const of = SEEDS.map((seed) => callFigures(swings, n, seededRandom(`calls ${seed}`), players));
    const total = n * SEEDS.length;
    const show = (name: string, wanted: string, pick: (f: CallFigures) => number): void =>
      print(line(`${swings} calls${who}: ${name}`, of.map(pick), wanted, total));
    show('the slope’s 90 % interval holds', '≥ 85 %', (f) => f.slopeHeld);
    show('what to ask for next holds', '≥ 85 %', (f) => f.askHeld);
    show('said to be done though nothing is', '≤ 10 %', (f) => f.falseDone);
  }
}

/** Everything that is tried on purpose: several things, steps on top of each other, calls. @param n made-up players a seed */
export function tries(n: number, print: Print): void {
  trials(n, print, 'usual');
  trials(n, print, 'other');
  stacks(Math.ceil(n / 2), print, 'usual');
  stacks(Math.ceil(n / 2), print, 'other');
  calls(n, print, 'usual');
  calls(n, print, 'other');
}
