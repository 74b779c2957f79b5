import { quantile } from '../numeric/statistics.ts';
import type { Timed } from './hand-swing.ts';
import type { Grey } from './track.ts';

/** Where the still stretch lies before the takeaway as the hands show it, in backswings: from, to, and a stretch before to check it by. */
const STILL = { from: 0.75, to: 0.2, checkFrom: 1.2 } as const;
/** The picture has changed enough by here after the hands' takeaway, in backswings. */
const CHANGED_AT = 0.25;
/** A pixel has changed when it differs from the still picture by this much, and by this many times its own flicker. */
const LEAST_CHANGE = 3;
const FLICKER_TIMES = 1.5;
/** What has changed grows evenly at first: from these shares of it the start is reckoned back. */
const SHARES = [0.08, 0.4] as const;
/** Fewest still frames, and the fewest changed pixels as a share of the picture. */
const FEWEST_STILL = 3;
const LEAST_SHARE = 0.002;
/** A picture that changes so much while the player stands is not still: a shaken camera, people behind. Share of the later change. */
const UNSTEADY = 0.05;
/** How well the start is known, shares of the backswing, one standard deviation. */
const OWN_SD = 0.035;
/** Below the least change something has moved already: so much earlier, shares of the backswing. */
const BELOW_CHANGE = 0.02;

/** A picture half as wide and high, each pixel the mean of four. */
export function halved(grey: Grey): Grey {
  const [w, h] = [grey.widthPx >> 1, grey.heightPx >> 1];
  const values = new Uint8Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const at = 2 * y * grey.widthPx + 2 * x;
      const low = at + grey.widthPx;
      const v = grey.values;
      values[y * w + x] = (v[at]! + v[at + 1]! + v[low]! + v[low + 1]! + 2) >> 2;
    }
  return { widthPx: w, heightPx: h, values };
}

/**
 * When the player leaves set-up, by the picture itself: against the still picture before, the changed part grows from nothing, the
 * club head first, and its growth is followed back to its start.
 * @param pictures one small picture for each frame
 * @param hands takeaway as the hands show it, file s
 * @param backS length of the backswing, file s
 * @returns undefined where the picture is not still before, or too few frames show it
 */
export function departure(
  pictures: readonly Grey[],
  timesS: readonly number[],
  hands: Timed,
  backS: number,
): Timed | undefined {
  const within = (from: number, to: number): number[] =>
    timesS.flatMap((t, i) =>
      t >= hands.timeS + from * backS && t < hands.timeS + to * backS && pictures[i] ? [i] : [],
    );
  const still = within(-STILL.from, -STILL.to);
  const after = within(-STILL.to, CHANGED_AT);
  if (still.length < FEWEST_STILL || after.length < FEWEST_STILL) return undefined;
  const size = pictures[still[0]!]!.values.length;
  const usual = new Float32Array(size);
  const enough = new Float32Array(size);
  const one = new Array<number>(still.length);
  for (let k = 0; k < size; k++) {
    still.forEach((i, j) => (one[j] = pictures[i]!.values[k]!));
    usual[k] = quantile(one, 0.5);
    const flicker = Math.max(...one.map((v) => Math.abs(v - usual[k]!)));
    enough[k] = Math.max(LEAST_CHANGE, FLICKER_TIMES * flicker + 1);
  }
  const changed = (i: number): number => {
    const { values } = pictures[i]!;
    let count = 0;
    for (let k = 0; k < size; k++) if (Math.abs(values[k]! - usual[k]!) > enough[k]!) count++;
    return count;
  };
  const counts = after.map(changed);
  const most = counts[counts.length - 1]!;
  const before = within(-STILL.checkFrom, -STILL.from).map(changed);
  if (most < LEAST_SHARE * size || (before.length > 0 && quantile(before, 0.5) > UNSTEADY * most)) return undefined;
  const passing = (share: number): number | undefined => {
    let j = counts.length - 1;
    while (j >= 0 && counts[j]! > share * most) j--;
    if (j < 0 || j + 1 >= counts.length) return undefined;
    const [t, next] = [timesS[after[j]!]!, timesS[after[j + 1]!]!];
    return t + ((share * most - counts[j]!) / (counts[j + 1]! - counts[j]!)) * (next - t);
  };
  const [a, b] = SHARES.map(passing);
  if (a === undefined || b === undefined) return undefined;
  const step = timesS[after[1]!]! - timesS[after[0]!]!;
  return {
    timeS: a - ((b - a) * SHARES[0]) / (SHARES[1] - SHARES[0]) - BELOW_CHANGE * backS,
    sdS: Math.hypot(OWN_SD * backS, step / 2),
  };
}
