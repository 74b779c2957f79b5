import { seededRandom } from '../core/numeric/random.ts';
import { seasonFigures, settleFigures, type SeasonPlan } from './seasons.ts';

const SEEDS = ['one', 'two', 'three'] as const;
const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;

/** One line of the table: the figure over three seeds, what is wanted, and the number of players. */
export function line(name: string, shares: readonly number[], wanted: string, n: number): string {
  const mean = shares.reduce((a, b) => a + b, 0) / shares.length;
  const each = shares.map(percent).join(' / ');
  return `${name.padEnd(66)} ${percent(mean).padStart(8)}   wanted ${wanted.padEnd(10)} n ${String(n).padStart(6)}   (${each})`;
}

function seasons(n: number): void {
  const flat = (): number => 0;
  const run = (plan: SeasonPlan) => SEEDS.map((seed) => seasonFigures(plan, n, seededRandom(`season ${seed}`)));
  const show = (
    name: string,
    wanted: string,
    figures: ReturnType<typeof run>,
    of: (f: (typeof figures)[number]) => number,
  ) => console.log(line(name, figures.map(of), wanted, n * SEEDS.length));
  const none = run({ baseline: 3, since: 9, gainMph: flat });
  show('12 lessons, no change: gained once', '≤ 3 %', none, (f) => f.gained);
  show('12 lessons, no change: lost once', '≤ 3 %', none, (f) => f.lost);
  show('12 lessons, no change: a notch', '≤ 1 %', none, (f) => f.notch);
  const low = run({ baseline: 3, since: 9, gainMph: flat, baselineOffSds: -1.5 });
  show('after a baseline low by 1.5 day SDs: gained once', '≤ 22 %', low, (f) => f.gained);
  show('after a baseline low by 1.5 day SDs: a notch', '≤ 9 %', low, (f) => f.notch);
  const told = run({ baseline: 3, since: 9, gainMph: flat, baselineOffSds: -1.5, oldPlace: 1 });
  show('the same with one session at the old place after the 5th', '≤ 17 %', told, (f) => f.gained);
  const five = run({ baseline: 3, since: 6, gainMph: () => 5 });
  show('+5 mph: gained by the 6th session since', '≥ 88 %', five, (f) => f.gainedBy(6));
  const three = run({ baseline: 3, since: 12, gainMph: () => 3 });
  show('+3 mph: gained by the 12th session since', '≥ 68 %', three, (f) => f.gainedBy(12));
  const settle = SEEDS.map((seed) => settleFigures(Math.max(40, n / 8), seededRandom(`settle ${seed}`)));
  const asked = settle.reduce((sum, s) => sum + s.asked, 0);
  console.log(
    line(
      'sessions to settle: a number where "cannot say"',
      settle.map((s) => s.numbered / s.asked),
      '–',
      asked,
    ),
  );
  console.log(
    line(
      'sessions to settle: right where there is a number',
      settle.map((s) => s.right / Math.max(1, s.numbered)),
      '≥ 74 %',
      asked,
    ),
  );
}

/** Everything that a verdict promises, tried on players made apart from the code under test. @param scale share of the full numbers */
export function verdicts(scale = 1): void {
  console.log('Seasons');
  seasons(Math.round(400 * scale));
}
