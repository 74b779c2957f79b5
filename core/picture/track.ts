import type { Px } from './marks.ts';

const { sqrt, round, floor, ceil, max, min, hypot, exp, abs } = Math;

/** A picture in grey, row by row from the top left. */
export interface Grey {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly values: Uint8Array | Uint8ClampedArray;
}

export interface Tracked extends Px {
  /** 1 found for sure, 0 lost: likeness of the patch, less where the way back does not lead to the start. */
  readonly quality: number;
}

/** Half of the patch that is looked for, px, in a picture 480 px high; larger pictures take larger patches. */
const PATCH_PX = 11;
const PATCH_AT_HEIGHT_PX = 480;
/** Search beyond where the point is expected: least, and as a share of its last step. */
const SEARCH_PX = 10;
const SEARCH_OF_STEP = 0.9;
const FARTHEST_PX = 90;
/** At the edge of the search a patch must be so much more alike to win: of two twins the near one is meant. */
const PULL = 0.12;
/** Parts that hardly move are held more firmly, and keep less of their last step: else they follow what passes by. */
const FIRM_PULL = 0.3;
const FIRM_BELOW_PX = 5;
const FIRM_KEEPS = 0.5;
/** A way back that misses the start by this much halves the trust, px. */
const BACK_PX = 2.5;
/** Below this a point counts as lost. */
export const LOST_BELOW = 0.45;

export interface Patch {
  readonly half: number;
  readonly values: Float32Array;
  readonly norm: number;
}

/** Patch about a place (between pixels by bilinear reading), mean taken out; undefined where it leaves the picture. */
function patchAt(grey: Grey, x: number, y: number, half: number): Patch | undefined {
  const { widthPx: w, heightPx: h, values } = grey;
  if (x - half < 0 || y - half < 0 || x + half + 1 >= w || y + half + 1 >= h) return undefined;
  const side = 2 * half + 1;
  const out = new Float32Array(side * side);
  const [x0, y0] = [floor(x), floor(y)];
  const [fx, fy] = [x - x0, y - y0];
  let sum = 0;
  let k = 0;
  for (let j = -half; j <= half; j++) {
    let at = (y0 + j) * w + x0 - half;
    for (let i = -half; i <= half; i++, at++, k++) {
      const top = values[at]! + fx * (values[at + 1]! - values[at]!);
      const low = values[at + w]! + fx * (values[at + w + 1]! - values[at + w]!);
      const v = top + fy * (low - top);
      out[k] = v;
      sum += v;
    }
  }
  const middle = sum / out.length;
  let square = 0;
  for (k = 0; k < out.length; k++) {
    out[k]! -= middle;
    square += out[k]! * out[k]!;
  }
  return { half, values: out, norm: sqrt(square) };
}

/** Likeness of a patch with the picture about a whole pixel: normalised cross-correlation, −1 to 1. */
function likeness(grey: Grey, patch: Patch, x: number, y: number): number {
  const { widthPx: w, heightPx: h, values } = grey;
  const { half } = patch;
  if (x - half < 0 || y - half < 0 || x + half >= w || y + half >= h) return -1;
  let dot = 0;
  let sum = 0;
  let square = 0;
  let k = 0;
  for (let j = -half; j <= half; j++) {
    let at = (y + j) * w + x - half;
    for (let i = -half; i <= half; i++, at++, k++) {
      const v = values[at]!;
      dot += v * patch.values[k]!;
      sum += v;
      square += v * v;
    }
  }
  const norm = sqrt(max(0, square - (sum * sum) / k));
  return norm < 1 || patch.norm < 1 ? 0 : dot / (norm * patch.norm);
}

/** Top of a parabola through three likenesses, within ± half a pixel. */
const between = (a: number, b: number, c: number): number => {
  const bend = a - 2 * b + c;
  return abs(bend) < 1e-9 ? 0 : max(-0.5, min(0.5, (a - c) / (2 * bend)));
};

/** Best place of a patch near an expected one, coarse then pixel by pixel, then between pixels. */
function search(grey: Grey, patch: Patch, expected: Px, reach: number, pull = PULL): Tracked | undefined {
  let best = { x: round(expected.x), y: round(expected.y), like: -2 };
  const look = (x: number, y: number): void => {
    const off = ((x - expected.x) ** 2 + (y - expected.y) ** 2) / (reach * reach);
    const like = likeness(grey, patch, x, y) - pull * off;
    if (like > best.like) best = { x, y, like };
  };
  const [cx, cy] = [best.x, best.y];
  const coarse = reach > 12 ? 2 : 1;
  for (let y = -reach; y <= reach; y += coarse) for (let x = -reach; x <= reach; x += coarse) look(cx + x, cy + y);
  const [bx, by] = [best.x, best.y];
  for (let y = -1; y <= 1; y++) for (let x = -1; x <= 1; x++) look(bx + x, by + y);
  const at = (x: number, y: number): number => likeness(grey, patch, x, y);
  const middle = at(best.x, best.y);
  if (middle < 0) return undefined;
  return {
    x: best.x + between(at(best.x - 1, best.y), middle, at(best.x + 1, best.y)),
    y: best.y + between(at(best.x, best.y - 1), middle, at(best.x, best.y + 1)),
    quality: middle,
  };
}

/** State of one followed point: its last place and step, and how it looked when it was last picked or renewed. */
export interface TrackState {
  readonly place: Px;
  readonly step: Px;
  readonly look?: Patch;
}

/** While a point still looks as it did at first, that look is what is followed: no creeping, no clinging to what passes by. */
const STILL_ALIKE = 0.75;
const LESS_ALIKE = 0.2;

/** Half side of the patch for pictures of this height, px. */
export const patchHalfPx = (heightPx: number): number => max(6, round((PATCH_PX * heightPx) / PATCH_AT_HEIGHT_PX));

/**
 * Follows a point from one picture to the next: the patch about it is looked for around where its last step leads, by normalised
 * cross-correlation, and then back again; the quality falls with unlikeness and with a way back that misses the start.
 * Nothing but the grey values is used: no markers, no colours.
 * @param mostPx farthest that it can have gone, px
 * @returns quality 0 at the expected place where the point leaves the picture
 */
export function trackStep(
  before: Grey,
  after: Grey,
  { place, step, look }: TrackState,
  mostPx = Infinity,
): Tracked & { look?: Patch } {
  const scale = before.heightPx / PATCH_AT_HEIGHT_PX;
  const half = patchHalfPx(before.heightPx);
  const firm = mostPx / scale < FIRM_BELOW_PX;
  const pull = firm ? FIRM_PULL : PULL;
  const hold = firm ? FIRM_KEEPS : min(1, mostPx / max(1e-9, hypot(step.x, step.y)));
  const expected = { x: place.x + hold * step.x, y: place.y + hold * step.y };
  const patch = patchAt(before, place.x, place.y, half);
  if (!patch) return { ...expected, quality: 0 };
  const reach = ceil(min(FARTHEST_PX * scale, mostPx, SEARCH_PX * scale + SEARCH_OF_STEP * hypot(step.x, step.y)));
  const near = search(after, patch, expected, reach, pull);
  if (!near) return { ...expected, quality: 0 };
  const first = look ?? patch;
  const again = search(after, first, expected, reach, pull);
  const alike = again !== undefined && again.quality > STILL_ALIKE && again.quality > near.quality - LESS_ALIKE;
  const found = alike ? again : near;
  const back = patchAt(after, found.x, found.y, half);
  const home = back && search(before, back, place, ceil(SEARCH_PX * scale));
  if (!home) return { ...found, quality: 0 };
  const miss = hypot(home.x - place.x, home.y - place.y) / scale;
  const quality = max(0, near.quality) * exp(-Math.LN2 * (miss / BACK_PX) ** 2);
  return { ...found, quality, look: alike ? first : back };
}

/** Bands of rows in which the motion of a picture is told apart. */
export const MOTION_BANDS = 16;

/**
 * How much a picture differs from the one before it, band by band from the top down: the greater differences of each band, which
 * noise does not reach, over the whole picture's size; their sum is the motion of the whole.
 */
export function motionBands(before: Grey, after: Grey, noise = 12): number[] {
  const out = new Array<number>(MOTION_BANDS).fill(0);
  const { widthPx: w, heightPx: h } = after;
  const n = min(before.values.length, after.values.length);
  for (let i = 0; i < n; i++) {
    const d = abs(after.values[i]! - before.values[i]!);
    if (d > noise) out[floor((floor(i / w) * MOTION_BANDS) / h)]! += (d - noise) / n;
  }
  return out;
}

/** A picture with its grain smoothed out: mean over 3 × 3 pixels, twice. */
export function softened(grey: Grey): Grey {
  const { widthPx: w, heightPx: h } = grey;
  const pass = (from: Grey['values'], step: number, out: Uint8Array): Uint8Array => {
    for (let i = step; i < from.length - step; i++)
      out[i] = (from[i - step]! + 2 * from[i]! + from[i + step]! + 2) >> 2;
    return out;
  };
  const across = pass(grey.values, 1, Uint8Array.from(grey.values));
  return { widthPx: w, heightPx: h, values: pass(across, w, Uint8Array.from(across)) };
}
