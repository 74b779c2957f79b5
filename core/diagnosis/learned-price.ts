import type { Segment } from '../capture/motion.ts';
import type { Sequence } from '../capture/sequence.ts';
import type { PriceIfPresent } from './diagnose.ts';
import { LEARNED_PRICE } from './fitted/learned-price.ts';
import type { LearnedPriceData } from './fitted/types.ts';
import { downswingS, motionFeatures } from './motion-features.ts';
import { priceReasons, type PriceReason } from './price-reasons.ts';
import { soundInputs, type WholeBody } from './sound-swing.ts';

/** What is known of the player's body; absent is unknown. */
export interface PricedBody {
  readonly sex?: 'female' | 'male';
  readonly ageYears?: number;
  readonly heightM?: number;
  readonly massKg?: number;
}

/** Named inputs of one swing; what the file or the record does not have is absent. */
export type PriceInputs = Readonly<Record<string, number>>;

/** Points at which each curve is read over the downswing. */
const POINTS = 28;
const FARTHEST_SDS = 4;
const SEGMENT_NAMES: readonly Segment[] = ['hips', 'chest', 'leadArm', 'club'];

/** What the body adds to the inputs of a swing. */
export const bodyInputs = (body: PricedBody): PriceInputs => ({
  hasBody: body.heightM !== undefined && body.massKg !== undefined ? 1 : 0,
  ...(body.heightM === undefined ? {} : { heightM: body.heightM }),
  ...(body.massKg === undefined ? {} : { massKg: body.massKg }),
  ...(body.ageYears === undefined ? {} : { ageYears: body.ageYears }),
  ...(body.sex === undefined ? {} : { female: body.sex === 'female' ? 1 : 0 }),
});

/**
 * Reads a swing as the network takes it: curves in units of the swing's own downswing, and figures.
 * @returns undefined where the file has no chest or arm curve, or starts after the top
 */
export function priceInputs(sequence: Sequence): PriceInputs | undefined {
  const features = motionFeatures(sequence);
  const D = downswingS(sequence);
  if (!features || D === undefined) return undefined;
  const out: Record<string, number> = { ...features };
  const { timeS, ratesRadPerS } = sequence.curves;
  for (const s of SEGMENT_NAMES) {
    const rates = ratesRadPerS[s];
    if (!rates) continue;
    let i = 0;
    for (let k = 0; k < POINTS; k++) {
      const t = -D * (1 - k / (POINTS - 1));
      while (i + 2 < timeS.length && timeS[i + 1]! < t) i++;
      const f = Math.max(0, Math.min(1, (t - timeS[i]!) / (timeS[i + 1]! - timeS[i]!)));
      out[`${s} ${k}`] = D * (rates[i]! + f * (rates[i + 1]! - rates[i]!));
    }
  }
  out.atStrike = Math.log(Math.max(1, sequence.segments.club?.atStrikeRadPerS ?? 1));
  out.hasHips = ratesRadPerS.hips ? 1 : 0;
  out.hasWrist = sequence.release ? 1 : 0;
  return out;
}

/** Inputs in standard deviations of the population, clipped; what is unknown is 0. */
export const standardised = (inputs: PriceInputs, data: LearnedPriceData): Float64Array =>
  Float64Array.from(data.inputs, ({ name, mean, sd }) => {
    const v = inputs[name];
    return v === undefined ? 0 : Math.max(-FARTHEST_SDS, Math.min(FARTHEST_SDS, (v - mean) / sd));
  });

/** Outputs of the network: for each fault its quantiles, then for each fault the logit of its presence, then all together. */
export function forward(z: Float64Array, { layers }: LearnedPriceData): Float64Array {
  let x = z;
  layers.forEach(({ weights, biases }, layer) => {
    const n = biases.length;
    const y = Float64Array.from(biases);
    for (let i = 0; i < x.length; i++) {
      const v = x[i]!;
      if (v === 0) continue;
      for (let k = 0, at = i * n; k < n; k++, at++) y[k]! += v * weights[at]!;
    }
    if (layer < layers.length - 1) for (let k = 0; k < n; k++) y[k] = Math.tanh(y[k]!);
    x = y;
  });
  return x;
}

/** Share of a swing that lies outside the directions of the population, a mean square. */
export function outside(z: Float64Array, { population }: Pick<LearnedPriceData, 'population'>): number {
  let rest = z.reduce((s, v) => s + v * v, 0);
  for (const d of population.directions) rest -= d.reduce((s, w, i) => s + w * z[i]!, 0) ** 2;
  return Math.max(0, rest) / z.length;
}

export interface LearnedPrice extends PriceIfPresent {
  readonly fault: string;
  /** The network's own chance that the fault is there: a check only, the diagnosis says what counts. */
  readonly presentCheck: number;
  /** What the price hangs on most, beside a sound player of this body and speed. */
  readonly reasons: readonly PriceReason[];
}

export interface SwingPrices {
  /** Why nothing is said; empty where prices are given. */
  readonly refused: string;
  readonly prices: readonly LearnedPrice[];
  readonly together: PriceIfPresent | null;
}

/** Bands grow by this: players differ from the model by more than made-up players do from each other (a third model, never fitted to). */
const MODEL_DOUBT = 1.05;

/** Quantiles of one output, in order and widened about their middle. */
function sortedQuantiles(raw: readonly number[], widening: number): number[] {
  const sorted = [...raw].sort((a, b) => a - b);
  const middle = sorted[sorted.length >> 1]!;
  return sorted.map((q) => middle + MODEL_DOUBT * widening * (q - middle));
}

/** Mean of a distribution given by its quantiles: the mean of the trapezoids between them. */
function meanOf(quantiles: readonly number[], levels: readonly number[]): number {
  let sum = levels[0]! * quantiles[0]! + (1 - levels[levels.length - 1]!) * quantiles[quantiles.length - 1]!;
  for (let i = 1; i < levels.length; i++)
    sum += ((levels[i]! - levels[i - 1]!) * (quantiles[i]! + quantiles[i - 1]!)) / 2;
  return sum;
}

function wholeBody({ heightM, massKg, ageYears, sex }: PricedBody): WholeBody | undefined {
  if (heightM === undefined || massKg === undefined || ageYears === undefined || !sex) return undefined;
  return { heightM, massKg, ageYears, female: sex === 'female' };
}

/** Faults whose price is never said, however sure: the curves do not hold it. */
const NEVER_SAID = new Set(['no-separation']);

/**
 * What each fault costs this player if it is there: quantiles learned on simulated players, as shares of the player's own speed.
 * Put right means this fault's own change taken out, the rest of the player as it is.
 *
 * Limits: simulated planar players only; refused where the swing is unlike all of them.
 */
export function priceSwing(
  swing: PriceInputs | undefined,
  body: PricedBody,
  ownSpeedMps: number,
  data: LearnedPriceData = LEARNED_PRICE,
): SwingPrices {
  const none = (refused: string): SwingPrices => ({ refused, prices: [], together: null });
  if (!swing) return none('the file has no chest or arm curve, or starts after the top');
  const inputs = { ...swing, ...bodyInputs(body) };
  const z = standardised(inputs, data);
  if (outside(z, data) > data.population.mostOutside)
    return none('this swing is unlike all players that prices were learned on');
  const out = forward(z, data);
  const sound = soundInputs(ownSpeedMps, wholeBody(body));
  const { faults, quantiles: levels } = data;
  const n = levels.length;
  const band = (from: number, widening: number, outputs = out): PriceIfPresent => {
    const q = sortedQuantiles([...outputs.slice(from, from + n)], widening).map((share) => share * ownSpeedMps);
    return { meanMps: meanOf(q, levels), interval90Mps: [q[levels.indexOf(0.05)]!, q[levels.indexOf(0.95)]!] };
  };
  const prices = faults.flatMap((fault, k): LearnedPrice[] => {
    if (NEVER_SAID.has(fault) || (fault === 'no-foot-torque' && inputs.hasHips !== 1)) return [];
    const price = band(k * n, data.widening[k]!);
    const mean = (other: PriceInputs): number =>
      band(k * n, data.widening[k]!, forward(standardised(other, data), data)).meanMps;
    const reasons = priceReasons(inputs, sound, mean);
    return [{ fault, ...price, reasons, presentCheck: 1 / (1 + Math.exp(-out[faults.length * n + k]!)) }];
  });
  const together = band(faults.length * (n + 1), data.widening[faults.length]!);
  return { refused: '', prices, together };
}
