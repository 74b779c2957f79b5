/** Strouhal number of a rod across the stream: it sings at 0.2 v/d (aeolian tone; Strouhal 1878, Phillips 1956). */
const STROUHAL = 0.2;
/** Relative width of the tone that each strip sings, as a standard deviation of ln f. */
const TONE_WIDTH = 0.13;
/** The rod sounds from this share of its length on; nearer the hands it is too slow to be heard. */
const FROM_SHARE = 0.15;
const STRIPS = 120;
const TABLE = 256;
const MOST_X = 1.8;

/**
 * Spectrum of a turning rod over x = f / f_tip: each strip of it sings at its own speed with power ~ v⁶ (dipole sound), so the
 * tones add up to a slope that breaks off a little below the tip's own.
 */
const SPECTRUM: readonly number[] = Array.from({ length: TABLE }, (_, i) => {
  const x = (MOST_X * i) / (TABLE - 1);
  if (x < 1e-6) return 0;
  let sum = 0;
  for (let k = 0; k < STRIPS; k++) {
    const s = FROM_SHARE + ((k + 0.5) / STRIPS) * (1 - FROM_SHARE);
    const off = Math.log(x / s) / TONE_WIDTH;
    sum += s ** 6 * Math.exp(-0.5 * off * off);
  }
  return ((1 - FROM_SHARE) / STRIPS / (TONE_WIDTH * x * Math.sqrt(2 * Math.PI))) * sum;
});

/** Sound power density of the rod at x = f / f_tip, for a tip speed of one. */
export function rodSpectrum(x: number): number {
  if (x <= 0 || x >= MOST_X) return 0;
  const at = (x / MOST_X) * (TABLE - 1);
  const i = at | 0;
  return SPECTRUM[i]! + (at - i) * (SPECTRUM[i + 1]! - SPECTRUM[i]!);
}

/** Tone of the tip, Hz, and the other way round: tip speed of a tone, m/s. */
export const toneHz = (speedMps: number, diameterM: number): number => (STROUHAL * speedMps) / diameterM;
export const tipSpeedMps = (hz: number, diameterM: number): number => (hz * diameterM) / STROUHAL;
