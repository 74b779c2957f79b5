import { average, line, percent, SEEDS, type Print } from './line.ts';
import { tries } from './try-table.ts';
import { batteryFigures } from './batteries.ts';
import { budgetFigures } from './budgets.ts';
import { priceFigures, soundPriceFigures } from './prices.ts';
import { runFigures } from './runs.ts';
import { LEVELS } from '../core/catalogue/stages.ts';
import { PLAYER_MODELS, type PlayerModel } from '../training/population.ts';
import { seededRandom } from '../core/numeric/random.ts';
import { ceiling, diagnosisFigures, withoutEvidence } from './diagnoses.ts';
import { learningFigures, type LearningFigures } from './learning.ts';
import { motionSignFigures } from './motion-signs.ts';
import { peakTimeFigures } from './peak-times.ts';
import { seasonFigures, settleFigures, type SeasonPlan } from './seasons.ts';
import { soundSwingFigures } from './sound-swings.ts';
import { EVERYTHING, SHOTS_ONLY, type MakeOptions } from './students.ts';

const MODEL_WORDS: Readonly<Record<PlayerModel, string>> = {
  own: 'another seed',
  wide: 'players wider than the model’s',
  other: 'another model, that nothing was fitted to',
};

function seasons(n: number, print: Print): void {
  const flat = (): number => 0;
  const run = (plan: SeasonPlan) => SEEDS.map((seed) => seasonFigures(plan, n, seededRandom(`season ${seed}`)));
  const show = (
    name: string,
    wanted: string,
    figures: ReturnType<typeof run>,
    of: (f: (typeof figures)[number]) => number,
  ) => print(line(name, figures.map(of), wanted, n * SEEDS.length));
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
  print(
    line(
      'sessions to settle: a number where "cannot say"',
      settle.map((s) => s.numbered / s.asked),
      '–',
      asked,
    ),
  );
  const right = settle.map((s) => s.right / Math.max(1, s.numbered));
  print(line('sessions to settle: right where there is a number', right, '≥ 74 %', asked));
}

function diagnoses(n: number, print: Print): void {
  const run = (options: MakeOptions) =>
    SEEDS.map((seed) => diagnosisFigures(options, n, seededRandom(`students ${seed}`)));
  const top = (options: MakeOptions) => SEEDS.map((seed) => ceiling(options, n, seededRandom(`students ${seed}`)));
  const all = n * SEEDS.length;
  for (const [words, kinds, first, three] of [
    ['everything measured', EVERYTHING, '≥ 65 %', '≥ 88 %'],
    ['shots and seen signs', SHOTS_ONLY, '≥ 47 %', '≥ 73 %'],
  ] as const) {
    const figures = run({ kinds, roots: 'one-to-three' });
    const best = top({ kinds, roots: 'one-to-three' });
    print(
      line(
        `${words}: true root first`,
        figures.map((f) => f.rootFirst),
        first,
        all,
      ),
    );
    print(
      line(
        '   an observer who knows the world',
        best.map((f) => f.rootFirst),
        'ceiling',
        all,
      ),
    );
    print(
      line(
        `${words}: a true root among three`,
        figures.map((f) => f.rootAmongThree),
        three,
        all,
      ),
    );
    print(
      line(
        '   an observer who knows the world',
        best.map((f) => f.rootAmongThree),
        'ceiling',
        all,
      ),
    );
    print(
      line(
        `${words}: named but not there`,
        figures.map((f) => f.namedAbsent),
        '≤ 3 %',
        all,
      ),
    );
    print(
      line(
        `${words}: a consequence named`,
        figures.map((f) => f.namedConsequence),
        '–',
        all,
      ),
    );
    print(
      line(
        `${words}: a verdict that names a root`,
        figures.map((f) => f.namedRoot),
        '–',
        all,
      ),
    );
    const none = run({ kinds, roots: 'none' });
    print(
      line(
        `${words}: fault-free students given a cause`,
        none.map((f) => f.namedRate),
        '≤ 6 %',
        all,
      ),
    );
  }
  print('Cause chance said → true, by tenths, roots by level, everything measured');
  const bins = run({ kinds: EVERYTHING, roots: 'by-level' }).map((f) => f.reliability);
  for (let k = 0; k < 10; k++) {
    const count = bins.reduce((sum, b) => sum + b[k]!.n, 0);
    const of = (key: 'said' | 'true'): number =>
      bins.reduce((sum, b) => sum + b[k]![key] * b[k]!.n, 0) / Math.max(1, count);
    print(`  ${percent(of('said')).padStart(7)} → ${percent(of('true')).padStart(7)}   n ${count}`);
  }
  for (const level of LEVELS) {
    const { highest, expected } = withoutEvidence(level);
    print(`no evidence, ${level}: highest ${percent(highest)} (wanted ≤ 25 %), ${expected.toFixed(1)} faults expected`);
  }
}

function motion(n: number, print: Print): void {
  for (const model of PLAYER_MODELS) {
    print(`Motion files, ${MODEL_WORDS[model]}`);
    for (const f of motionSignFigures(`bench ${model}`, n, model))
      print(
        `  ${f.fault.padEnd(16)} area ${f.area.toFixed(3)}   above 1 without it ${percent(f.falseOverOne).padStart(7)}, with it ${percent(f.trueOverOne).padStart(7)}   n ${f.n}`,
      );
    for (const b of soundSwingFigures(n, seededRandom(`sound ${model}`), model))
      print(
        `  sound, ${b.from}–${b.to} mph: a cause named ${percent(b.named)} (wanted ≤ 2 %), any ratio above 1 ${percent(b.anyOverOne)} (≤ 8 %)   n ${b.n}`,
      );
  }
}

function peakTimes(n: number, print: Print): void {
  for (const sensorErrors of [false, true]) {
    const words = sensorErrors ? 'peak times, sensors with slow errors' : 'peak times, noise only';
    const f = SEEDS.map((seed) => peakTimeFigures(n, sensorErrors, seededRandom(`peaks ${seed}`)));
    print(
      line(
        `${words}: within the stated ±`,
        f.map((x) => x.held),
        '≥ 90 %',
        f.reduce((s, x) => s + x.peaks, 0),
      ),
    );
    const each = (key: 'medianMs' | 'p90Ms' | 'p99Ms'): string => average(f.map((x) => x[key])).toFixed(1);
    print(`   median ${each('medianMs')} ms, 90 % ${each('p90Ms')} ms, 99 % ${each('p99Ms')} ms (wanted < 25 ms)`);
  }
}

function learning(n: number, print: Print): void {
  const f = SEEDS.map((seed) =>
    learningFigures(SHOTS_ONLY, { taught: n, tested: n }, seededRandom(`practice ${seed}`)),
  );
  const confirmed = average(f.map((x) => x.confirmed)).toFixed(0);
  for (const [words, of] of [
    ['a practice unlike the catalogue: true root first', (x: LearningFigures) => x.rootFirstBefore],
    [`   with what ${confirmed} confirmed causes taught`, (x: LearningFigures) => x.rootFirstAfter],
  ] as const)
    print(line(words, f.map(of), '–', n * SEEDS.length));
}

function testsAndRuns(n: number, print: Print): void {
  const all = n * SEEDS.length;
  for (const [kind, wanted] of [
    ['none', '≥ 90 %'],
    ['legs', '≥ 70 %'],
    ['trunk', '≥ 50 %'],
    ['release', '≥ 80 %'],
  ] as const) {
    const f = SEEDS.map((seed) => batteryFigures(kind, 0.4, n, seededRandom(`battery ${seed} ${kind}`)));
    const words =
      kind === 'none' ? 'isolation tests, nothing limits: none named' : `isolation tests, ${kind} at −40 %: named`;
    print(
      line(
        words,
        f.map((x) => x.right),
        wanted,
        all,
      ),
    );
    print(
      line(
        '   another limit named',
        f.map((x) => x.wrong),
        '≤ 10 %',
        all,
      ),
    );
  }
  for (const otherDay of [false, true]) {
    const f = SEEDS.map((seed) => runFigures(n, seededRandom(`runs ${seed} ${otherDay}`), otherDay));
    const words = otherDay ? 'two blocks, another day' : 'two blocks of a day';
    print(
      line(
        `${words}: right where 70–80 % was said`,
        f.map((x) => x.rightAt75),
        '70–80 %',
        f.reduce((s, x) => s + x.calls75, 0),
      ),
    );
    print(
      line(
        `${words}: right where 90 % or more was said`,
        f.map((x) => x.rightAt95),
        '≥ 92 %',
        f.reduce((s, x) => s + x.calls95, 0),
      ),
    );
    print(
      line(
        `${words}: 90 % interval holds`,
        f.map((x) => x.covered90),
        '≥ 85 %',
        all,
      ),
    );
  }
}

function budgets(n: number, print: Print): void {
  const f = SEEDS.map((seed) => budgetFigures(n, seededRandom(`budget ${seed}`)));
  for (const factor of ['strike', 'attack', 'launchSpin', 'curve'] as const)
    print(
      line(
        `budget at 15 shots: interval of ${factor} holds`,
        f.map((x) => x.held[factor]),
        '≥ 85 %',
        n * SEEDS.length,
      ),
    );
}

function prices(n: number, print: Print): void {
  for (const model of PLAYER_MODELS) {
    print(`Prices, ${MODEL_WORDS[model]}`);
    for (const f of priceFigures(`bench ${model}`, n, model))
      print(
        `  ${f.fault.padEnd(16)} 90 % band if there holds ${percent(f.held)} (wanted ≥ 88 %), half width ${percent(f.halfWidth)} of the speed   n ${f.n}`,
      );
    const sound = soundPriceFigures(`sound ${model}`, n, model);
    print(
      `  no fault: a band above 0.25 mph ${percent(sound.above)} (wanted ≤ 2 %), refused ${percent(sound.refused)}   n ${sound.n}`,
    );
  }
}

/** Everything that a verdict promises, tried on players made apart from the code under test. @param scale share of the full numbers */
export function verdicts(scale: number, print: Print): void {
  const n = (full: number): number => Math.max(20, Math.round(full * scale));
  print('Seasons');
  seasons(n(400), print);
  print('\nDiagnoses');
  diagnoses(n(320), print);
  learning(n(200), print);
  print('\nMotion');
  motion(n(700), print);
  peakTimes(n(300), print);
  print('\nIsolation tests and runs');
  testsAndRuns(n(300), print);
  print('\nTrials, steps, calls');
  tries(n(330), print);
  print('\nBudget');
  budgets(n(30), print);
  print('\nPrices');
  prices(n(600), print);
}
