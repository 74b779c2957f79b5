import { zeroLagLowPass } from '../numeric/filters.ts';

/** Clicks live above what a stick sings, Hz. */
const ABOVE_HZ = 3800;
const BLOCK_S = 0.001;
/** A block this much above the median around it is part of a click, as a ratio of power (12 dB). */
const CLICK_RATIO = 16;
/** A click goes on while its blocks stay this much above (5 dB). */
const TAIL_RATIO = 3.2;
/** The swish itself swells within hundredths of a second: a block is held against its nearest neighbours, s. */
const AROUND_S = 0.015;
/** Blocks of one click hang together over gaps up to this, s. */
const JOIN_S = 0.003;
/** A click longer than this is no click: speech, a clatter, s. */
const LONGEST_S = 0.03;
/** The low thump of a click outlives its high part by about this, s. */
const AFTER_S = 0.003;
const BEFORE_S = 0.001;

/** A short knock: a strike, a tee, the brush of a mat. */
export interface Click {
  readonly timeS: number;
  readonly lengthS: number;
  /** Its loudest block against the median around, dB. */
  readonly levelDb: number;
}

/** Median of the blocks around one. */
function localMedian(blocks: readonly number[], k: number): number {
  const reach = Math.round(AROUND_S / BLOCK_S);
  const around = blocks.slice(Math.max(0, k - reach), k + reach + 1).sort((a, b) => a - b);
  return Math.max(1e-14, around[around.length >> 1]!);
}

/** Power of the high part in blocks of a millisecond. */
function highBlocks(samples: Float32Array, rateHz: number): { blocks: number[]; stepS: number } {
  const all = Array.from(samples);
  const low = zeroLagLowPass(all, rateHz, Math.min(ABOVE_HZ, 0.4 * rateHz));
  const size = Math.max(1, Math.round(BLOCK_S * rateHz));
  const blocks: number[] = [];
  for (let from = 0; from + size <= all.length; from += size) {
    let power = 0;
    for (let i = from; i < from + size; i++) power += (all[i]! - low[i]!) ** 2;
    blocks.push(power / size);
  }
  return { blocks, stepS: size / rateHz };
}

/** The brush of a mat: a rustle of a few milliseconds, softer than a click. */
const BRUSH_S = 0.006;
/** A brush stands this much above the swish on both sides (3 dB). */
const BRUSH_RATIO = 2;

/** Rustles of a few milliseconds, the clearest first: what a club brushing the mat leaves in the sound. */
export function findBrushes(samples: Float32Array, rateHz: number): Click[] {
  const { blocks, stepS } = highBlocks(samples, rateHz);
  const length = Math.round(BRUSH_S / stepS);
  const mean = (from: number, to: number): number => {
    const part = blocks.slice(Math.max(0, from), Math.max(0, to));
    return part.length === 0 ? Infinity : part.reduce((s, v) => s + v, 0) / part.length;
  };
  const found: Click[] = [];
  for (let k = length; k + 2 * length < blocks.length; k++) {
    const inside = mean(k, k + length);
    const ratio = inside / Math.max(1e-14, mean(k - length, k), mean(k + length + 2, k + 2 * length + 2));
    if (ratio > BRUSH_RATIO) found.push({ timeS: k * stepS, lengthS: BRUSH_S, levelDb: 10 * Math.log10(ratio) });
  }
  return found.sort((a, b) => b.levelDb - a.levelDb);
}

/** Clicks of a recording by their high part in blocks of a millisecond, against the median around them. */
export function findClicks(samples: Float32Array, rateHz: number): Click[] {
  const { blocks, stepS: step } = highBlocks(samples, rateHz);
  const level = blocks.map((p, k) => p / localMedian(blocks, k));
  const clicks: Click[] = [];
  for (let k = 0; k < level.length; k++) {
    if (level[k]! < CLICK_RATIO) continue;
    const first = k;
    let last = k;
    let loudest = level[k]!;
    for (let i = k + 1; i < level.length && i - last <= Math.round(JOIN_S / step); i++) {
      if (level[i]! < TAIL_RATIO) continue;
      last = i;
      loudest = Math.max(loudest, level[i]!);
    }
    k = last;
    const lengthS = (last - first + 1) * step;
    if (lengthS <= LONGEST_S) clicks.push({ timeS: first * step, lengthS, levelDb: 10 * Math.log10(loudest) });
  }
  return clicks;
}

/** Marks the samples of clicks, so that they are left out of the spectrum and the swish around them is not. */
export function blankClicks(length: number, rateHz: number, clicks: readonly Click[]): Uint8Array {
  const blanked = new Uint8Array(length);
  for (const c of clicks)
    blanked.fill(
      1,
      Math.max(0, Math.floor((c.timeS - BEFORE_S) * rateHz)),
      Math.min(length, Math.ceil((c.timeS + c.lengthS + AFTER_S) * rateHz)),
    );
  return blanked;
}
