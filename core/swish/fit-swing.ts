import { tuple } from '../numeric/tuple.ts';
import { nelderMead } from '../numeric/nelder-mead.ts';
import { rodSpectrum, toneHz } from './rod-model.ts';
import type { Spectrum } from './spectrum.ts';

// Held by this module: the cost is reckoned millions of times, and a look-up of a global each time would be most of it.
const { exp, log, min, sqrt } = Math;

/** The speed's course as it is heard: a peak with its own width before and after. */
export interface SwishFit {
  readonly peakTimeS: number;
  /** Standard error of the peak's time by the likelihood's curvature, s. */
  readonly peakTimeSdS: number;
  readonly tipToneHz: number;
  readonly riseS: number;
  readonly fallS: number;
  /** Gain of the log-likelihood for each cell over a sound that does not sweep. */
  readonly sweepGain: number;
  /** How much the power is gathered in lines: 0.58 for a rustle of any colour, more for tones (voice, music, hum). */
  readonly lineness: number;
  readonly evaluations: number;
}

/** Stretch on either side of the loudest place that is fitted, s. */
const REACH_S = 0.07;
/** Frames overlap: so many of the fitted ones are worth one independent frame. */
const OVERLAP = 2;
/** Every second frame is fitted: they overlap by seven eighths. */
const EVERY = 2;
/** Tip speeds that a stick can have, m/s. */
const SPEED_MPS: readonly [number, number] = [12, 75];
const WIDTH_S: readonly [number, number] = [0.015, 0.25];
/** A single cell counts at most this many times its expectation: knocks and voices do not steer the fit. */
const MOST_RATIO = 12;
const PROBE_S = 0.002;

/** Frames and frequencies around a swing, flat, with the noise. */
interface Patch {
  readonly timeS: readonly number[];
  readonly frequencyHz: readonly number[];
  readonly power: readonly Float64Array[];
  readonly noise: Float64Array;
}

function patchAround(spectrum: Spectrum, noise: Float64Array, centreS: number): Patch {
  const inside = spectrum.timeS.flatMap((t, k) =>
    k % EVERY === 0 && Math.abs(t - centreS) <= REACH_S && spectrum.power[k]!.some((p) => p > 0) ? [k] : [],
  );
  return {
    timeS: inside.map((k) => spectrum.timeS[k]!),
    frequencyHz: spectrum.frequencyHz,
    power: inside.map((k) => spectrum.power[k]!),
    noise,
  };
}

const within = (v: number, [lo, hi]: readonly [number, number]): boolean => v >= lo && v <= hi;
const speedAt = (t: number, peak: number, rise: number, fall: number): number => {
  const u = (t - peak) / (t < peak ? rise : fall);
  return exp(-0.5 * u * u);
};

/**
 * Cost of the rod's model, by cells whose power is spread exponentially about its expectation, or of the same sound swelling
 * without a sweep: peak time, ln tone, ln rise, ln fall, ln strength, ln of the toneless part.
 */
function rodCost(patch: Patch, x: readonly number[], tones: readonly [number, number], sweeps: 0 | 1 = 1): number {
  const [peak, lnTone, lnRise, lnFall, lnStrength, lnHiss] = tuple(6, x);
  const tone = exp(lnTone);
  const [rise, fall, strength, hiss] = tuple(4, [lnRise, lnFall, lnStrength, lnHiss].map(exp));
  if (!within(tone, tones) || !within(rise, WIDTH_S) || !within(fall, WIDTH_S)) return Infinity;
  if (peak < patch.timeS[0]! || peak > patch.timeS[patch.timeS.length - 1]!) return Infinity;
  const { frequencyHz, noise } = patch;
  let cost = 0;
  for (let k = 0; k < patch.timeS.length; k++) {
    const v = speedAt(patch.timeS[k]!, peak, rise, fall);
    const now = tone * v ** sweeps;
    const power = strength * v ** 6;
    const density = (power * tone) / now;
    const row = patch.power[k]!;
    for (let j = 0; j < row.length; j++) {
      const expected = noise[j]! + density * rodSpectrum(frequencyHz[j]! / now) + power * hiss;
      const ratio = row[j]! / expected;
      cost += log(expected) + (ratio < MOST_RATIO ? ratio : MOST_RATIO);
    }
  }
  return cost / OVERLAP;
}

/**
 * Fits the sound of a turning rod to the spectrum around a swing, by maximum likelihood from several starts.
 * @param centreS where the swing is loudest
 * @param diameterM of the stick: it decides which tones a possible speed can have
 */
export function fitSwish(
  spectrum: Spectrum,
  noise: Float64Array,
  centreS: number,
  diameterM: number,
): SwishFit | undefined {
  const patch = patchAround(spectrum, noise, centreS);
  if (patch.timeS.length < 8) return undefined;
  const tones = [toneHz(SPEED_MPS[0], diameterM), toneHz(SPEED_MPS[1], diameterM)] as const;
  const excess = patch.power.map((row) => row.reduce((s, p, j) => s + Math.max(0, p - noise[j]!), 0) / row.length);
  const strongest = Math.max(...excess, 1e-12);
  const steps = [0.012, 0.15, 0.3, 0.3, 0.7, 0.7];
  let best: ReturnType<typeof nelderMead> | undefined;
  let evaluations = 0;
  for (const offS of [-0.015, 0.015])
    for (const speed of [26, 40]) {
      const tone = min(tones[1] * 0.98, Math.max(tones[0] * 1.02, toneHz(speed, diameterM)));
      const start = [centreS + offS, log(tone), log(0.06), log(0.06), log(8 * strongest), log(0.02)];
      const found = nelderMead((x) => rodCost(patch, x, tones), start, steps, { evaluations: 500, tolerance: 0.01 });
      evaluations += found.evaluations;
      if (!best || found.value < best.value) best = found;
    }
  if (!best || !Number.isFinite(best.value)) return undefined;
  // Once more from the best: a simplex that shrank in a bent valley finds its way on.
  best = nelderMead(
    (x) => rodCost(patch, x, tones),
    best.at,
    steps.map((s) => s / 3),
    { evaluations: 500, tolerance: 0.005 },
  );
  // Without a sweep the level alone has to follow the swell; its tone is sought from the rod's downward.
  const steady = [0, -0.5].map(
    (lower) =>
      nelderMead(
        (x) => rodCost(patch, x, [0.2 * tones[0], tones[1]], 0),
        best.at.map((v, i) => (i === 1 ? v + lower : v)),
        steps,
        { evaluations: 350, tolerance: 0.05 },
      ).value,
  );
  const [peakTimeS, lnTone, lnRise, lnFall] = tuple(4, best.at);
  return {
    peakTimeS,
    peakTimeSdS: peakSd(patch, best.at, tones),
    tipToneHz: exp(lnTone),
    riseS: exp(lnRise),
    fallS: exp(lnFall),
    sweepGain: (min(...steady) - best.value) / ((patch.timeS.length * noise.length) / OVERLAP),
    lineness: linenessOf(patch, best.at),
    evaluations,
  };
}

/** Standard error of the peak's time from the likelihood's bend there, the other parameters free to follow the widths. */
function peakSd(patch: Patch, at: readonly number[], tones: readonly [number, number]): number {
  const free = (shift: number): number =>
    nelderMead(
      (three) => rodCost(patch, [at[0]! + shift, at[1]!, ...three, at[5]!], tones),
      [at[2]!, at[3]!, at[4]!],
      [0.1, 0.1, 0.2],
      { evaluations: 60, tolerance: 0.01 },
    ).value;
  const bend = (free(PROBE_S) + free(-PROBE_S) - 2 * free(0)) / PROBE_S ** 2;
  return bend > 0 ? min(0.05, 1 / sqrt(bend)) : 0.05;
}

/** Cells in which the rod stands this much above the noise tell how the power is spread. */
const CLEAR_RATIO = 3;

/** ln of the mean less the mean of the ln of power over expectation, where the rod is clear of the noise. */
function linenessOf(patch: Patch, x: readonly number[]): number {
  const [peak, lnTone, lnRise, lnFall, lnStrength, lnHiss] = tuple(6, x);
  const [tone, rise, fall, strength, hiss] = tuple(5, [lnTone, lnRise, lnFall, lnStrength, lnHiss].map(exp));
  let sum = 0;
  let logs = 0;
  let count = 0;
  patch.timeS.forEach((t, k) => {
    const v = speedAt(t, peak, rise, fall);
    const power = strength * v ** 6;
    patch.power[k]!.forEach((p, j) => {
      const rod = power * (rodSpectrum(patch.frequencyHz[j]! / (tone * v)) / v + hiss);
      if (rod < CLEAR_RATIO * patch.noise[j]! || p <= 0) return;
      const ratio = p / (rod + patch.noise[j]!);
      sum += ratio;
      logs += log(ratio);
      count++;
    });
  });
  return count < 30 ? Infinity : log(sum / count) - logs / count;
}
