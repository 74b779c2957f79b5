// `npx tsx training/fit-price-tables.ts`: draws players, fits the prices of one amount and the swing that a sound player of a body
// and speed shows, and writes both into core/diagnosis/fitted. Seeded; half an hour, a few seconds once the players are drawn.
import { tuple } from '../core/numeric/tuple.ts';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { OneAmountData, OneAmountTable, SoundSwingData } from '../core/diagnosis/fitted/types.ts';
import { amountOf, termsOf } from '../core/diagnosis/one-amount-price.ts';
import { soundTerms } from '../core/diagnosis/sound-swing.ts';
import { leastSquares } from '../core/numeric/least-squares.ts';
import { nelderMead } from '../core/numeric/nelder-mead.ts';
import { seededRandom } from '../core/numeric/random.ts';
import { quantile } from '../core/numeric/statistics.ts';
import { mpsToMph } from '../core/units/units.ts';
import type { FamilyId } from './families.ts';
import { FITTED_ON } from './population.ts';
import { drawPriceRows, type PriceRow } from './price-rows.ts';

const CACHE = join(import.meta.dirname, '..', '.cache');
const FITTED = join(import.meta.dirname, '../core/diagnosis/fitted');
/** Made-up players, drawn once and kept beside the build. */
function drawn(name: string, seed: string, n: number, mostFaults: number): PriceRow[] {
  const file = join(CACHE, name);
  if (!existsSync(file))
    writeFileSync(file, JSON.stringify(drawPriceRows(seededRandom(seed), n, FITTED_ON, mostFaults)));
  return JSON.parse(readFileSync(file, 'utf8')) as PriceRow[];
}
const short = (v: number): number => Number(v.toPrecision(4));

interface Wanted {
  readonly fault: FamilyId;
  readonly sign: string;
  readonly soundFrom: number;
  readonly side: 1 | -1;
  readonly knots: readonly number[];
  /** The sign's value as the reader of captures has it. */
  readonly value: (inputs: PriceRow['inputs']) => number | undefined;
  /** Error with which it is usually measured beside that of the capture, one SD. */
  readonly sd: number;
}

const WANTED: readonly Wanted[] = [
  {
    fault: 'short-turn',
    sign: 'chest-turn-top',
    soundFrom: 100,
    side: -1,
    knots: [0, 10, 25],
    value: (x) => x.chest_turn,
    sd: 1.5,
  },
  {
    fault: 'early-release',
    sign: 'wrist-opened',
    soundFrom: 0,
    side: 1,
    knots: [0, 15, 35],
    value: (x) => (x.w_level === undefined || x.w_min === undefined ? undefined : x.w_level - x.w_min),
    sd: 2,
  },
  {
    fault: 'body-stall',
    sign: 'chest-at-strike',
    soundFrom: 100,
    side: -1,
    knots: [0, 40, 70],
    value: (x) => (x.strike_chest === undefined ? undefined : 100 * x.strike_chest),
    sd: 2,
  },
];
const QUANTILES = [0.05, 0.5, 0.95] as const;
/** Share of held-out players that a widened band holds. */
const HELD = 0.92;
const TRAINED_SHARE = 0.7;

const pinball = (q: number, off: number): number => (off >= 0 ? q * off : (q - 1) * off);

function quantileFit(rows: readonly (readonly number[])[], values: readonly number[], q: number): number[] {
  const first = leastSquares(rows, values);
  let at = [...(first?.coefficients ?? rows[0]!.map(() => 0))];
  const loss = (c: readonly number[]): number =>
    values.reduce((s, v, i) => s + pinball(q, v - rows[i]!.reduce((t, x, k) => t + x * c[k]!, 0)), 0) / values.length;
  for (let round = 0; round < 8; round++)
    at = [
      ...nelderMead(
        loss,
        at,
        at.map(() => 1 / (round + 1)),
        { evaluations: 4000, tolerance: 1e-6 },
      ).at,
    ];
  return at;
}

function tableOf(wanted: Wanted, rows: readonly PriceRow[], seed: string): { table: OneAmountTable; held: number } {
  const random = seededRandom(`${seed} ${wanted.fault}`);
  const known = rows.flatMap((r) => {
    const value = wanted.value(r.inputs);
    const price = r.price[wanted.fault];
    if (value === undefined || price === undefined) return [];
    const amount = amountOf(wanted, value + wanted.sd * random.normal());
    return [{ amount, speedMph: mpsToMph(r.speedMps), percent: 100 * price }];
  });
  const cut = Math.round(TRAINED_SHARE * known.length);
  const [trained, kept] = [known.slice(0, cut), known.slice(cut)];
  const terms = (k: (typeof known)[number]): number[] => termsOf(k.amount, k.speedMph, wanted.knots);
  const coefficients = QUANTILES.map((q) =>
    quantileFit(
      trained.map(terms),
      trained.map((k) => k.percent),
      q,
    ),
  );
  const said = (k: (typeof known)[number]): number[] =>
    coefficients.map((c) => terms(k).reduce((s, x, i) => s + x * c[i]!, 0));
  const needed = kept.map((k) => {
    const [low, middle, high] = tuple(3, said(k));
    return k.percent > middle
      ? (k.percent - middle) / Math.max(0.05, high - middle)
      : (middle - k.percent) / Math.max(0.05, middle - low);
  });
  const { value: _value, sd: _sd, ...rest } = wanted;
  const table = {
    ...rest,
    most: short(
      quantile(
        known.map((k) => k.amount),
        0.995,
      ),
    ),
    coefficients: coefficients.map((c) => c.map(short)),
    widening: short(Math.max(1, quantile(needed, HELD))),
  };
  return { table, held: kept.length };
}

function write(name: string, type: string, constant: string, data: object): void {
  const text = JSON.stringify(data);
  const sum = createHash('sha256').update(text).digest('hex');
  writeFileSync(
    join(FITTED, `${name}.ts`),
    `// Made by training/fit-price-tables.ts; not to be edited by hand. sha256 of the data: ${sum}\nimport type { ${type} } from './types.ts';\n\nexport const ${constant}: ${type} = ${text};\n`,
  );
}

const rows = drawn('table-rows-amounts.json', 'amounts 1', 12_000, 4);
const speeds = rows.map((r) => mpsToMph(r.speedMps));
const tables = WANTED.map((w) => tableOf(w, rows, 'one amount 1'));
for (const { table, held } of tables)
  process.stdout.write(`${table.fault}: widened by ${table.widening} on ${held} players kept out\n`);
const oneAmount: OneAmountData = {
  seed: 'amounts 1',
  players: rows.length,
  speedsMph: [short(quantile(speeds, 0.002)), short(quantile(speeds, 0.998))],
  tables: tables.map((t) => t.table),
};
write('one-amount', 'OneAmountData', 'ONE_AMOUNT', oneAmount);

const sound = drawn('table-rows-sound.json', 'sound 1', 1600, 0);
const BODY = ['hasBody', 'heightM', 'massKg', 'ageYears', 'female', 'hasHips', 'hasWrist'];
const names = [...new Set(sound.flatMap((r) => Object.keys(r.inputs)))].filter((n) => !BODY.includes(n)).sort();
const fitOf = (name: string, withBody: boolean): number[] => {
  const having = sound.filter((r) => r.inputs[name] !== undefined && (!withBody || r.inputs.hasBody === 1));
  const fit = leastSquares(
    having.map((r) => soundTerms(r.speedMps, withBody ? bodyOf(r) : undefined)),
    having.map((r) => r.inputs[name]!),
  );
  if (!fit) throw new Error(`Not enough sound players with ${name}.`);
  return fit.coefficients.map(short);
};
const bodyOf = (r: PriceRow) => ({
  heightM: r.inputs.heightM!,
  massKg: r.inputs.massKg!,
  ageYears: r.inputs.ageYears!,
  female: r.inputs.female === 1,
});
const soundSwing: SoundSwingData = {
  seed: 'sound 1',
  players: sound.length,
  inputs: Object.fromEntries(names.map((n) => [n, { bySpeed: fitOf(n, false), byBody: fitOf(n, true) }])),
};
write('sound-swing', 'SoundSwingData', 'SOUND_SWING', soundSwing);
