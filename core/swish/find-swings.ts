import type { Spectrum } from './spectrum.ts';

const SMOOTH_S = 0.016;
const LEAST_DB = 6;
const LEAST_PROMINENCE_DB = 6;
const WIDTH_S: readonly [number, number] = [0.025, 0.2];
const APART_S = 0.3;
/** Two peaks nearer than this are one swing, parted by the knock of the ball, s. */
const CROWDED_S = 0.1;
/** Softer than the session's median by more than this is a neighbour's swing. */
const NEIGHBOUR_DB = 8;
/** The quiet part of each frequency is known by this share of its frames within a stretch of ± this, s. */
const QUIET_SHARE = 0.2;
const QUIET_REACH_S = 3;
const LEVEL_HZ: readonly [number, number] = [200, 2500];

/** A stretch of the recording that may be a swing. */
export interface SwingPlace {
  readonly timeS: number;
  /** Whitened level above the noise, dB. */
  readonly levelDb: number;
  readonly widthS: number;
  /** Another swing lies so near that the two are heard as one. */
  readonly crowded: boolean;
}

/**
 * Noise power of each frequency for a moment: a low percentile over ± 3 s. The power of noise is spread exponentially, so its
 * mean is that percentile over −ln(1 − share).
 */
export function noiseAround(spectrum: Spectrum, timeS: number): Float64Array {
  const rows = spectrum.power.filter(
    (row, k) => Math.abs(spectrum.timeS[k]! - timeS) <= QUIET_REACH_S && row.some((p) => p > 0),
  );
  const noise = new Float64Array(spectrum.frequencyHz.length);
  const column = new Float64Array(rows.length);
  for (let j = 0; j < noise.length; j++) {
    for (let k = 0; k < rows.length; k++) column[k] = rows[k]![j]!;
    column.sort();
    noise[j] = Math.max(1e-14, column[Math.floor(QUIET_SHARE * rows.length)]! / -Math.log(1 - QUIET_SHARE));
  }
  return noise;
}

/** Mean whitened level of each frame, smoothed over 16 ms, as a ratio to the noise. */
export function whitenedLevel(spectrum: Spectrum, noise: Float64Array): number[] {
  const inside = spectrum.frequencyHz.flatMap((f, j) => (f >= LEVEL_HZ[0] && f <= LEVEL_HZ[1] ? [j] : []));
  const raw = spectrum.power.map((row) => inside.reduce((s, j) => s + row[j]! / noise[j]!, 0) / inside.length);
  // A frame that a click blanked takes its neighbours' level.
  for (let k = 1; k < raw.length; k++) if (raw[k] === 0) raw[k] = raw[k - 1]!;
  const step = spectrum.timeS[1]! - spectrum.timeS[0]!;
  const reach = Math.max(1, Math.round(SMOOTH_S / step / 2));
  return raw.map((_, k) => {
    let sum = 0;
    let count = 0;
    for (let i = Math.max(0, k - reach); i <= Math.min(raw.length - 1, k + reach); i++, count++) sum += raw[i]!;
    return sum / count;
  });
}

/** How far a peak stands above the higher of the two valleys that part it from higher ground, dB. */
function prominence(db: readonly number[], k: number): number {
  const valley = (step: 1 | -1): number => {
    let low = db[k]!;
    for (let i = k; i >= 0 && i < db.length; i += step) {
      if (db[i]! > db[k]!) return low;
      low = Math.min(low, db[i]!);
    }
    return low;
  };
  return db[k]! - Math.max(valley(1), valley(-1));
}

/** Width of a peak at half its height above the noise, s; what the valleys cut counts up to them. */
function width(db: readonly number[], k: number, step: number): number {
  const half = db[k]! - Math.min(6, db[k]! / 2);
  let a = k;
  let b = k;
  while (a > 0 && db[a - 1]! >= half) a--;
  while (b < db.length - 1 && db[b + 1]! >= half) b++;
  return (b - a + 1) * step;
}

/** Swings of a recording: peaks of the whitened level that are high, stand out, and are as wide as a swing. */
export function findSwings(spectrum: Spectrum): SwingPlace[] {
  if (spectrum.power.length < 8) return [];
  const middle = spectrum.timeS[spectrum.timeS.length >> 1]!;
  const long = spectrum.timeS[spectrum.timeS.length - 1]! - spectrum.timeS[0]! > 2 * QUIET_REACH_S;
  const step = spectrum.timeS[1]! - spectrum.timeS[0]!;
  const levelAt = (around: number): number[] =>
    whitenedLevel(spectrum, noiseAround(spectrum, around)).map((v) => 10 * Math.log10(Math.max(v, 1e-6)));
  const whole = long ? levelAtEach(spectrum, levelAt) : levelAt(middle);
  const peaks: SwingPlace[] = [];
  for (let k = 1; k < whole.length - 1; k++) {
    if (whole[k]! < LEAST_DB || whole[k]! < whole[k - 1]! || whole[k]! <= whole[k + 1]!) continue;
    if (prominence(whole, k) < LEAST_PROMINENCE_DB) continue;
    const widthS = width(whole, k, step);
    if (widthS < WIDTH_S[0] || widthS > WIDTH_S[1]) continue;
    const place = { timeS: spectrum.timeS[k]!, levelDb: whole[k]!, widthS, crowded: false };
    const before = peaks[peaks.length - 1];
    if (before && place.timeS - before.timeS < APART_S) {
      const louder = place.levelDb > before.levelDb ? place : before;
      const apart = place.timeS - before.timeS > CROWDED_S && Math.abs(place.levelDb - before.levelDb) < NEIGHBOUR_DB;
      peaks[peaks.length - 1] = { ...louder, crowded: before.crowded || apart };
    } else peaks.push(place);
  }
  const levels = peaks.map((p) => p.levelDb).sort((a, b) => a - b);
  const usual = levels[levels.length >> 1] ?? 0;
  return peaks.filter((p) => p.levelDb > usual - NEIGHBOUR_DB);
}

/** Levels of a long recording against the noise of its own time: by stretches of three seconds. */
function levelAtEach(spectrum: Spectrum, levelAt: (around: number) => number[]): number[] {
  const out: number[] = [];
  for (let from = spectrum.timeS[0]!; out.length < spectrum.timeS.length; from += QUIET_REACH_S) {
    const level = levelAt(from + QUIET_REACH_S / 2);
    while (out.length < level.length && spectrum.timeS[out.length]! < from + QUIET_REACH_S)
      out.push(level[out.length]!);
  }
  return out;
}
