import { tuple } from '../core/numeric/tuple.ts';
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import * as tf from '@tensorflow/tfjs-core/dist/index.js';
import '@tensorflow/tfjs-core/dist/register_all_gradients.js';
import '@tensorflow/tfjs-backend-wasm/dist/index.js';
import type { LearnedPriceData } from '../core/diagnosis/fitted/types.ts';
import { forward, standardised } from '../core/diagnosis/learned-price.ts';
import { symmetricEigen } from '../core/numeric/eigen.ts';
import { seededRandom, type Random } from '../core/numeric/random.ts';
import { mean, quantile, standardDeviation } from '../core/numeric/statistics.ts';
import { FAMILIES } from './families.ts';
import type { PriceRow } from './price-rows.ts';

const QUANTILES = [0.025, 0.05, 0.1, 0.25, 0.5, 0.75, 0.9, 0.95, 0.975] as const;
const HIDDEN = [96, 64] as const;
const INPUT_NOISE = 0.25;
const BATCH = 128;
const RATE = 1.5e-3;
/** Weight of the chance of presence beside the prices. */
const PRESENCE_WEIGHT = 0.02;
/** Share of calibration players that a widened band holds. */
const HELD = 0.93;
/** A sound swing is every fault at an amount of nothing: it holds the prices at nothing there, at less than full weight. */
const SOUND_WEIGHT = 0.3;
const DIRECTIONS = 24;
const Q = QUANTILES.length;
const F = FAMILIES.length;
const OUTPUTS = F * Q + F + Q;

/** Inputs that most rows have, with mean and spread over those that do. */
function describe(rows: readonly PriceRow[]): LearnedPriceData['inputs'] {
  const names = [...new Set(rows.flatMap((r) => Object.keys(r.inputs)))].sort();
  return names.flatMap((name) => {
    const known = rows.flatMap((r) => r.inputs[name] ?? []);
    const sd = known.length > rows.length / 5 ? standardDeviation(known) : 0;
    return sd > 1e-6 ? [{ name, mean: Number(mean(known).toPrecision(6)), sd: Number(sd.toPrecision(6)) }] : [];
  });
}

/** Rows as tables: inputs, target of each output, and which outputs count. */
function tables(rows: readonly PriceRow[], data: LearnedPriceData) {
  const x = new Float32Array(rows.length * data.inputs.length);
  const y = new Float32Array(rows.length * OUTPUTS);
  const mask = new Float32Array(rows.length * OUTPUTS);
  rows.forEach((r, i) => {
    const sound = Object.keys(r.price).length === 0;
    x.set(standardised(r.inputs, data), i * data.inputs.length);
    const at = i * OUTPUTS;
    FAMILIES.forEach((id, f) => {
      const price = r.price[id];
      for (let q = 0; q < Q; q++) {
        y[at + f * Q + q] = price ?? 0;
        mask[at + f * Q + q] = price !== undefined ? 1 : sound ? SOUND_WEIGHT : 0;
      }
      y[at + F * Q + f] = price === undefined ? 0 : 1;
      mask[at + F * Q + f] = 1;
    });
    const any = Object.keys(r.price).length > 0;
    for (let q = 0; q < Q; q++) {
      y[at + F * (Q + 1) + q] = r.together;
      mask[at + F * (Q + 1) + q] = any ? 1 : 0;
    }
  });
  return { x, y, mask };
}

async function train(rows: readonly PriceRow[], data: LearnedPriceData, epochs: number, random: Random) {
  await tf.setBackend('wasm');
  await tf.ready();
  const { x, y, mask } = tables(rows, data);
  const n = rows.length;
  const inputs = data.inputs.length;
  const sizes = [inputs, ...HIDDEN, OUTPUTS];
  const start = (a: number, b: number, size: number) =>
    tf.variable(
      tf.tensor2d(
        Float32Array.from({ length: a * b }, () => size * random.normal() * Math.sqrt(1 / a)),
        [a, b],
      ),
    );
  // The last layer starts near nothing, as the prices do.
  const w = sizes.slice(1).map((b, k) => start(sizes[k]!, b, k < sizes.length - 2 ? 1 : 0.1));
  const b = sizes.slice(1).map((size) => tf.variable(tf.zeros([size])));
  const level = new Float32Array(OUTPUTS);
  const isQuantile = new Float32Array(OUTPUTS);
  for (let o = 0; o < OUTPUTS; o++) {
    const presence = o >= F * Q && o < F * (Q + 1);
    const q = o < F * Q ? o % Q : o - F * (Q + 1);
    level[o] = presence ? 0 : QUANTILES[q]!;
    isQuantile[o] = presence ? 0 : 1;
  }
  const levels = tf.tensor2d(level, [1, OUTPUTS]);
  const quantiles = tf.tensor2d(isQuantile, [1, OUTPUTS]);
  const others = tf.sub(tf.onesLike(quantiles), quantiles);
  const predict = (xb: tf.Tensor2D): tf.Tensor2D =>
    w.reduce((h, wk, k) => {
      const sum = tf.add(tf.matMul(h, wk as tf.Tensor2D), b[k]!);
      return (k < w.length - 1 ? tf.tanh(sum) : sum) as tf.Tensor2D;
    }, xb);
  for (let epoch = 0; epoch < epochs; epoch++) {
    const optimizer = tf.train.adam(RATE * (epoch < epochs * 0.6 ? 1 : epoch < epochs * 0.85 ? 0.3 : 0.1));
    const order = Array.from({ length: n }, (_, i) => i);
    for (let i = n - 1; i > 0; i--) {
      const k = random.below(i + 1);
      [order[i]!, order[k]!] = [order[k]!, order[i]!];
    }
    for (let from = 0; from + BATCH <= n; from += BATCH) {
      const pick = (table: Float32Array, width: number) => {
        const out = new Float32Array(BATCH * width);
        for (let k = 0; k < BATCH; k++)
          out.set(table.subarray(order[from + k]! * width, (order[from + k]! + 1) * width), k * width);
        return tf.tensor2d(out, [BATCH, width]);
      };
      // A little noise on the inputs keeps the network from learning single players by heart.
      const clean = pick(x, inputs);
      const xb = tf.add(
        clean,
        tf.randomNormal([BATCH, inputs], 0, INPUT_NOISE, 'float32', random.below(1e9)),
      ) as tf.Tensor2D;
      const [yb, mb] = [pick(y, OUTPUTS), pick(mask, OUTPUTS)];
      optimizer.minimize(() => {
        const out = predict(xb);
        const error = tf.sub(yb, out);
        const pinball = tf.maximum(tf.mul(levels, error), tf.mul(tf.sub(levels, 1), error));
        // Logistic loss: softplus(out) − y · out.
        const logistic = tf.sub(tf.softplus(out), tf.mul(yb, out));
        const each = tf.add(tf.mul(quantiles, pinball), tf.mul(PRESENCE_WEIGHT, tf.mul(others, logistic)));
        return tf.mul(100 / BATCH, tf.sum(tf.mul(mb, each))) as tf.Scalar;
      });
      tf.dispose([clean, xb, yb, mb]);
    }
    optimizer.dispose();
  }
  return w.map((wk, k) => ({
    weights: [...wk.dataSync()].map((v) => Number(v.toPrecision(4))),
    biases: [...b[k]!.dataSync()].map((v) => Number(v.toPrecision(4))),
  }));
}

/** Factor by which each fault's bands must grow about their middle to hold as many calibration players as promised. */
function calibrate(rows: readonly PriceRow[], data: LearnedPriceData): number[] {
  const outs = rows.map((r) => forward(standardised(r.inputs, data), data));
  const needed = (truth: number, out: Float64Array, from: number): number => {
    const q = [...out.slice(from, from + Q)].sort((a, b) => a - b);
    const [lo, middle, hi] = tuple(3, [q[1]!, q[4]!, q[7]!]);
    return truth >= middle
      ? (truth - middle) / Math.max(1e-4, hi - middle)
      : (middle - truth) / Math.max(1e-4, middle - lo);
  };
  const factor = (list: readonly number[]): number => Number(Math.max(1, quantile(list, HELD)).toPrecision(4));
  return [
    ...FAMILIES.map((id, f) =>
      factor(rows.flatMap((r, i) => (r.price[id] === undefined ? [] : [needed(r.price[id], outs[i]!, f * Q)]))),
    ),
    factor(
      rows.flatMap((r, i) => (Object.keys(r.price).length === 0 ? [] : [needed(r.together, outs[i]!, F * (Q + 1))])),
    ),
  ];
}

/** Directions in which the population varies most, and how much of a swing may lie outside them. */
function directionsOf(rows: readonly PriceRow[], data: LearnedPriceData): LearnedPriceData['population'] {
  const z = rows.slice(0, 2000).map((r) => standardised(r.inputs, data));
  const n = data.inputs.length;
  const covariance = Array.from({ length: n }, (_, a) =>
    Array.from({ length: n }, (__, b) => (b < a ? 0 : z.reduce((s, v) => s + v[a]! * v[b]!, 0) / z.length)),
  );
  for (let a = 0; a < n; a++) for (let b = 0; b < a; b++) covariance[a]![b] = covariance[b]![a]!;
  const directions = symmetricEigen(covariance)
    .vectors.slice(0, DIRECTIONS)
    .map((v) => v.map((w) => Number(w.toPrecision(3))));
  const rests = rows.slice(2000, 5000).map((r) => {
    const v = standardised(r.inputs, data);
    return (
      (v.reduce((s, w) => s + w * w, 0) -
        directions.reduce((s, d) => s + d.reduce((t, w, i) => t + w * v[i]!, 0) ** 2, 0)) /
      n
    );
  });
  return { directions, mostOutside: Number((1.5 * quantile(rests, 0.995)).toPrecision(4)) };
}

const [out, seed, epochs] = tuple(3, process.argv.slice(2));
const files = process.argv.slice(5);
const rows = files.flatMap((f) => JSON.parse(readFileSync(f, 'utf8')) as PriceRow[]);
const cut = Math.round(rows.length * 0.85);
const [training, calibration] = [rows.slice(0, cut), rows.slice(cut)];
const inputs = describe(training);
const empty: LearnedPriceData = {
  seed,
  players: training.length,
  inputs,
  layers: [],
  faults: [...FAMILIES],
  quantiles: [...QUANTILES],
  widening: [],
  population: { directions: [], mostOutside: Infinity },
};
const layers = await train(training, empty, Number(epochs), seededRandom(seed));
const trained = { ...empty, layers };
const data = { ...trained, widening: calibrate(calibration, trained), population: directionsOf(training, trained) };
const text = JSON.stringify(data);
const sum = createHash('sha256').update(text).digest('hex');
writeFileSync(
  out,
  `// Made by training/train-prices.mjs; not to be edited by hand. sha256 of the data: ${sum}\nimport type { LearnedPriceData } from './types.ts';\n\nexport const LEARNED_PRICE: LearnedPriceData = ${text};\n`,
);
