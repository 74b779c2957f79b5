import { tuple } from '../core/numeric/tuple.ts';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { analyseSequence } from '../core/capture/sequence.ts';
import { motionFeatures, type MotionFeatures } from '../core/diagnosis/motion-features.ts';
import type { FeatureTerm, MotionSignData, SignFit } from '../core/diagnosis/fitted/types.ts';
import { featureZ } from '../core/diagnosis/motion-signs.ts';
import { leastSquares } from '../core/numeric/least-squares.ts';
import { seededRandom, type Random } from '../core/numeric/random.ts';
import { mean, quantile, standardDeviation } from '../core/numeric/statistics.ts';
import { FAMILIES } from './families.ts';
import { drawCaptureOptions, makeCapture } from './capture.ts';
import { drawPlayer, FITTED_ON, type PlayerModel } from './population.ts';

/** Features tried for each fault: what its cause in the body lets one expect, by judgement. */
const CANDIDATES: Readonly<Record<string, readonly string[]>> = {
  'short-turn': ['chest_turn', 'arm_turn', 'hips_turn', 'rev_leadArm-chest', 'sep_top', 'chest@0.7'],
  'slow-takeaway': ['back_s'],
  'arms-first': [
    'rev_leadArm-chest',
    'rev_leadArm-hips',
    'leadArm/hips@0.8',
    'leadArm/chest@0.8',
    'leadArm@0.8',
    'leadArm@0.7',
    'pk_leadArm-chest',
  ],
  'no-foot-torque': [
    'rev_chest-hips',
    'hips@0.7',
    'hips@0.8',
    'hips@0.6',
    'sep_top',
    'stretch',
    'chest/hips@0.8',
    'pk_chest-hips',
  ],
  'no-separation': [
    'stretch',
    'rev_chest-hips',
    'chest/hips@0.8',
    'chest@0.8',
    'leadArm/chest@0.8',
    'leadArm/hips@0.6',
    'sep_top',
    'chest@0.7',
  ],
  'body-stall': [
    'strike_chest',
    'end_chest',
    'chest@0.2',
    'chest/hips@0.7',
    'strike_leadArm',
    'pk_club-hips',
    'pk_chest-hips',
    'gain_leadArm/chest',
    'chest@0.3',
  ],
  tension: [
    'gain_club/leadArm',
    'end_leadArm',
    'club@0.2',
    'club@0.3',
    'w_range',
    't_open',
    'strike_leadArm',
    'end_club',
  ],
  'held-off': ['w_range', 'w_strike', 't_open', 'gain_club/leadArm', 'w_delivery', 'club@0.3', 'end_leadArm'],
  'early-release': [
    'w_level',
    'w_delivery',
    'w_min',
    't_open',
    'club@0.3',
    'club@0.5',
    'club@0.7',
    'leadArm@0.7',
    'arm_turn',
    'leadArm@0.5',
  ],
};
const RIDGE = 2;
const ROUND = 5;

interface Row {
  readonly features: MotionFeatures;
  readonly faults: ReadonlySet<string>;
  readonly withAngles: boolean;
}

/** Made-up players with a share of slow takeaways, read through the product's own sequence analysis. */
export function drawRows(random: Random, n: number, models: readonly PlayerModel[] = ['own'], mostFaults = 4): Row[] {
  const rows: Row[] = [];
  while (rows.length < n) {
    const player = drawPlayer(random, { mostFaults, model: models[random.below(models.length)] });
    const slow = mostFaults > 0 && random.uniform() < 0.2;
    const options = drawCaptureOptions(random, slow);
    const capture = makeCapture(player.swing, options, random);
    if (!capture) continue;
    try {
      const features = motionFeatures(analyseSequence(capture));
      if (!features) continue;
      rows.push({
        features,
        withAngles: options.withAngles,
        faults: new Set([...Object.keys(player.amounts), ...(slow ? ['slow-takeaway'] : [])]),
      });
    } catch {
      // The reader refuses it as it would refuse a real file; it takes no part.
    }
  }
  return rows;
}

const rounded = (v: number): number => Number(v.toPrecision(ROUND));

/** Centre and scale of a feature over players without the fault, with what ln D and ln club peak explain of it. */
function describe(feature: string, rows: readonly Row[], meanLnD: number, meanLnClub: number): FeatureTerm | undefined {
  const known = rows.filter((r) => r.features[feature] !== undefined);
  if (known.length < 50) return undefined;
  const fit = leastSquares(
    known.map((r) => [1, r.features.lnD! - meanLnD, r.features.lnClub! - meanLnClub]),
    known.map((r) => r.features[feature]!),
  );
  if (!fit) return undefined;
  const [centre, perLnD, perLnClub] = tuple(3, fit.coefficients);
  const left = known.map(
    (r) =>
      r.features[feature]! -
      centre -
      perLnD * (r.features.lnD! - meanLnD) -
      perLnClub * (r.features.lnClub! - meanLnClub),
  );
  return {
    feature,
    weight: 0,
    centre: rounded(centre),
    scale: rounded(standardDeviation(left)),
    perLnD: rounded(perLnD),
    perLnClub: rounded(perLnClub),
  };
}

/** Ridge logistic regression by Newton's method; both groups weigh the same, so that the answer is a likelihood ratio. */
function logistic(x: readonly (readonly number[])[], y: readonly boolean[]): number[] {
  const k = x[0]!.length + 1;
  const share = y.filter(Boolean).length / y.length;
  const weight = y.map((v) => (v ? 0.5 / share : 0.5 / (1 - share)));
  let b = new Array<number>(k).fill(0);
  for (let round = 0; round < 25; round++) {
    const g = new Array<number>(k).fill(0);
    const h = Array.from({ length: k }, () => new Array<number>(k).fill(0));
    x.forEach((row, i) => {
      const full = [1, ...row];
      const p = 1 / (1 + Math.exp(-full.reduce((s, v, j) => s + v * b[j]!, 0)));
      for (let a = 0; a < k; a++) {
        g[a]! += weight[i]! * (Number(y[i]) - p) * full[a]!;
        for (let c = 0; c < k; c++) h[a]![c]! += weight[i]! * p * (1 - p) * full[a]! * full[c]!;
      }
    });
    for (let a = 1; a < k; a++) {
      g[a]! -= RIDGE * b[a]!;
      h[a]![a]! += RIDGE;
    }
    const step = solve(h, g);
    b = b.map((v, j) => v + step[j]!);
    if (Math.max(...step.map(Math.abs)) < 1e-7) break;
  }
  return b;
}

function solve(a: readonly (readonly number[])[], y: readonly number[]): number[] {
  const m = a.map((row, i) => [...row, y[i]]);
  for (let c = 0; c < m.length; c++) {
    const pivot = m.slice(c).reduce((best, row, i) => (Math.abs(row[c]!) > Math.abs(m[best]![c]!) ? c + i : best), c);
    [m[c]!, m[pivot]!] = [m[pivot]!, m[c]!];
    for (let r = 0; r < m.length; r++) {
      if (r === c) continue;
      const f = m[r]![c]! / m[c]![c]!;
      for (let k = c; k <= m.length; k++) m[r]![k]! -= f * m[c]![k]!;
    }
  }
  return m.map((row, i) => row[m.length]! / row[i]!);
}

/** Share of sound players whose ratio may pass 1. */
const SOUND_OVER_ONE = 0.01;

function fitFault(
  id: string,
  rows: readonly Row[],
  faultless: readonly Row[],
  meanLnD: number,
  meanLnClub: number,
): SignFit {
  const sound = rows.filter((r) => !r.faults.has(id));
  const terms = CANDIDATES[id]!.flatMap((f) => describe(f, sound, meanLnD, meanLnClub) ?? []);
  const x = rows.map((r) => terms.map((t) => featureZ(t, r.features, { meanLnD, meanLnClub })));
  const [intercept = 0, ...weights] = logistic(
    x,
    rows.map((r) => r.faults.has(id)),
  );
  const fitted = terms.map((t, i) => ({ ...t, weight: rounded(weights[i]!) }));
  const ratios = faultless.map((r) =>
    fitted.reduce((s, t) => s + t.weight * featureZ(t, r.features, { meanLnD, meanLnClub }), intercept),
  );
  const top = quantile(ratios, 1 - SOUND_OVER_ONE);
  return { intercept: rounded(intercept), inFavour: rounded(top > 1 ? 1 / top : 1), terms: fitted };
}

/** Fits every fault's ratio on a population and writes the data. */
export function fitMotionSigns(seed: string, players: number): MotionSignData {
  const rows = drawRows(seededRandom(seed), players, FITTED_ON);
  const faultless = drawRows(seededRandom(`${seed} faultless`), Math.round(players / 3), FITTED_ON, 0);
  const meanLnD = rounded(mean(rows.map((r) => r.features.lnD!)));
  const meanLnClub = rounded(mean(rows.map((r) => r.features.lnClub!)));
  const faults = Object.fromEntries(
    ['slow-takeaway', ...FAMILIES].map((id) => [
      id,
      {
        angles: fitFault(
          id,
          rows.filter((r) => r.withAngles),
          faultless.filter((r) => r.withAngles),
          meanLnD,
          meanLnClub,
        ),
        rates: fitFault(
          id,
          rows.filter((r) => !r.withAngles),
          faultless.filter((r) => !r.withAngles),
          meanLnD,
          meanLnClub,
        ),
      },
    ]),
  );
  return { seed, players, meanLnD, meanLnClub, faults };
}

if (process.argv[1]?.endsWith('fit-motion-signs.ts')) {
  const players = Number(process.argv[2] ?? 6000);
  const data = fitMotionSigns('motion-signs 1', players);
  const head =
    "// Made by training/fit-motion-signs.ts; not to be edited by hand.\nimport type { MotionSignData } from './types.ts';\n\n";
  writeFileSync(
    join(import.meta.dirname, '../core/diagnosis/fitted/motion-signs.ts'),
    `${head}export const MOTION_SIGN_DATA: MotionSignData = ${JSON.stringify(data)};\n`,
  );
}
