import FFT from 'fft.js';

/** Frame of the short-time spectrum and the step between frames, samples. */
export const FRAME = 512;
export const HOP = 64;
/** Highest rate that is worked at; faster recordings are thinned to below it, Hz. */
const HIGHEST_RATE_HZ = 24_000;
/** Taps of the thinning filter on each side, a multiple of the factor. */
const FILTER_REACH = 12;

/** A recording thinned to 12–24 kHz by a whole factor, low-passed before (windowed sinc). */
export function decimated(samples: Float32Array, rateHz: number): { samples: Float32Array; rateHz: number } {
  const factor = Math.ceil(rateHz / HIGHEST_RATE_HZ);
  if (factor === 1) return { samples, rateHz };
  const reach = FILTER_REACH * factor;
  const taps = Array.from({ length: 2 * reach + 1 }, (_, i) => {
    const x = (i - reach) / factor;
    const sinc = x === 0 ? 1 : Math.sin(0.9 * Math.PI * x) / (0.9 * Math.PI * x);
    return sinc * (0.5 + 0.5 * Math.cos((Math.PI * (i - reach)) / (reach + 1)));
  });
  const sum = taps.reduce((s, t) => s + t, 0);
  const out = new Float32Array(Math.floor(samples.length / factor));
  for (let k = 0; k < out.length; k++) {
    let value = 0;
    for (let i = 0; i < taps.length; i++) {
      const at = k * factor + i - reach;
      if (at >= 0 && at < samples.length) value += taps[i]! * samples[at]!;
    }
    out[k] = value / sum;
  }
  return { samples: out, rateHz: rateHz / factor };
}

/** Power of each frame and frequency; frame k is centred at `timeS[k]`. */
export interface Spectrum {
  readonly timeS: readonly number[];
  readonly frequencyHz: readonly number[];
  readonly power: readonly Float64Array[];
}

/**
 * Short-time power spectrum, Hann window of 512, step 64, between two frequencies. Samples that are blanked count as missing:
 * a frame's power is scaled by the share of its window that is left.
 */
export function spectrumOf(
  samples: Float32Array,
  rateHz: number,
  fromHz: number,
  toHz: number,
  blanked: Uint8Array = new Uint8Array(samples.length),
): Spectrum {
  const fft = new FFT(FRAME);
  const window = Array.from({ length: FRAME }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / FRAME));
  const energy = window.reduce((s, w) => s + w * w, 0);
  const first = Math.ceil((fromHz * FRAME) / rateHz);
  const last = Math.min(FRAME / 2 - 1, Math.floor((toHz * FRAME) / rateHz));
  const count = Math.max(0, Math.floor((samples.length - FRAME) / HOP) + 1);
  const input = new Array<number>(FRAME);
  const output = fft.createComplexArray();
  const power: Float64Array[] = [];
  for (let k = 0; k < count; k++) {
    let kept = 0;
    for (let i = 0; i < FRAME; i++) {
      const at = k * HOP + i;
      const there = blanked[at] === 0;
      input[i] = there ? window[i]! * samples[at]! : 0;
      if (there) kept += window[i]! * window[i]!;
    }
    fft.realTransform(output, input);
    const row = new Float64Array(last - first + 1);
    const scale = kept > 0.15 * energy ? 1 / kept : 0;
    for (let j = first; j <= last; j++) row[j - first] = scale * (output[2 * j]! ** 2 + output[2 * j + 1]! ** 2);
    power.push(row);
  }
  return {
    timeS: power.map((_, k) => (k * HOP + FRAME / 2) / rateHz),
    frequencyHz: Array.from({ length: last - first + 1 }, (_, j) => ((first + j) * rateHz) / FRAME),
    power,
  };
}
