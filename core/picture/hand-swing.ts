import { localPolynomial } from '../numeric/local-fit.ts';
import { median } from '../numeric/statistics.ts';
import type { HandTrack } from './body-track.ts';
import type { View } from './marks.ts';

/** A swing in the track of the hands, by places in the track. */
export interface CoarseSwing {
  /** Last place with the hands still at set-up. */
  readonly away: number;
  /** Hands highest before the strike. */
  readonly top: number;
  /** Hands lowest between the two heights: about the strike. */
  readonly low: number;
  /** Hands highest after it, or the last place. */
  readonly high: number;
  /** How fast the hands pass from height to height through the low, trunk lengths a second of the file. */
  readonly pace: number;
}

/** The hands rise from their lowest place by so many trunk lengths on both sides of a strike; in a swing no less. */
const LEAST_RISE = 0.45;
/** At the strike the hands hang at least so far below the shoulders, trunk lengths. */
const LOW_BELOW = -0.5;
/** Near the height of set-up, trunk lengths. */
const NEAR_SETUP = 0.12;

const argBest = (values: readonly number[], from: number, to: number, sign: 1 | -1): number => {
  let best = from;
  for (let i = from; i <= to; i++) if (sign * values[i]! > sign * values[best]!) best = i;
  return best;
};

/**
 * Swings in a track of the hands: up, fast down, low, and up again on the other side; fastest first. Set-up and the club's waggle do
 * not rise so far, and lowering the club after the finish does not rise again.
 */
export function coarseSwings(track: HandTrack): CoarseSwing[] {
  const { heights: h, timesS: t } = track;
  const n = h.length;
  const found: CoarseSwing[] = [];
  for (let low = 1; low + 1 < n; low++) {
    if (h[low]! > LOW_BELOW || h[low]! > h[low - 1]! || h[low]! >= h[low + 1]!) continue;
    const rise = h[low]! + LEAST_RISE;
    let before = low;
    while (before > 0 && h[before]! < rise) before--;
    let after = low;
    while (after + 1 < n && h[after]! < rise) after++;
    if (h[before]! < rise || h[after]! < rise) continue;
    // The top is the highest place since the hands were last as low as now.
    let start = before;
    while (start > 0 && h[start]! > h[low]! + LEAST_RISE / 2) start--;
    const top = argBest(h, start, before, 1);
    let end = after;
    while (end + 1 < n && h[end]! > h[low]! + LEAST_RISE / 2) end++;
    const high = argBest(h, after, end, 1);
    let away = start;
    while (away > 0 && h[away]! > h[low]! + NEAR_SETUP) away--;
    found.push({ away, top, low, high, pace: (h[before]! + h[after]! - 2 * h[low]!) / (t[after]! - t[before]!) });
  }
  // Of two lows within one way down the lowest is the strike.
  const own = found.filter(
    (a) => !found.some((b) => b !== a && b.top === a.top && (b.pace > a.pace || (b.pace === a.pace && b.low < a.low))),
  );
  return own.sort((a, b) => b.pace - a.pace);
}

/** Another swing of the same video is at least this share as fast as the fastest. */
const SECOND_SWING = 0.5;

/** The swings that count, in order of time, and the one that is asked for (the last where there are fewer). */
export function chosenSwing(
  found: readonly CoarseSwing[],
  which: number,
): { readonly swings: readonly CoarseSwing[]; readonly swing: CoarseSwing | undefined } {
  const swings = found.filter((s) => s.pace >= SECOND_SWING * found[0]!.pace).sort((a, b) => a.low - b.low);
  return { swings, swing: swings[Math.min(which, swings.length - 1)] };
}

/** Steps of the first look, s of life, and how many frames it takes at least and at most. */
const GRID_S = 0.075;
const GRID_FRAMES = [48, 160] as const;
/** Frames of the second look: on the way back, and on the way down with the strike. */
const BACK_FRAMES = 36;
const DOWN_FRAMES = 30;

const spaced = (from: number, to: number, most: number): number[] => {
  const n = Math.max(1, Math.min(most, to - from + 1));
  return Array.from({ length: n }, (_, k) => Math.round(from + (k * (to - from)) / Math.max(1, n - 1)));
};

/** Frames of a whole video that are looked at first. */
export function gridFrames(timesS: readonly number[], slowFactor: number): number[] {
  const lengthS = (timesS.at(-1) ?? 0) - (timesS[0] ?? 0);
  const wanted = Math.round(lengthS / (GRID_S * slowFactor));
  return spaced(0, timesS.length - 1, Math.max(GRID_FRAMES[0], Math.min(GRID_FRAMES[1], wanted)));
}

/** Frames around a found swing that are looked at next, so that its times are known finely. */
export function fineFrames(track: HandTrack, swing: CoarseSwing, frameCount: number): number[] {
  const [away, top, low] = [swing.away, swing.top, swing.low].map((i) => track.frames[i]!) as [number, number, number];
  const inside = (frame: number): number => Math.max(0, Math.min(frameCount - 1, Math.round(frame)));
  const turn = inside(top - 0.5 * (low - top));
  const back = spaced(inside(away - 0.3 * (top - away)), turn, BACK_FRAMES);
  return [...new Set([...back, ...spaced(turn, inside(low + 0.5 * (low - top)), DOWN_FRAMES)])].sort((a, b) => a - b);
}

/** A time in the file with one standard deviation, s. */
export interface Timed {
  readonly timeS: number;
  readonly sdS: number;
}

/** Hands above the shoulders (middle of each, as a pose model sees them) when the lead arm is level, trunk lengths, with their spread. */
const LEVEL_BACK = { height: -0.15, sd: 0.055 } as const;
const LEVEL_DOWN = { height: { 'face-on': -0.23, 'down-the-line': -0.15 }, sd: 0.13 } as const;

/** Time at which the heights pass a level between two places, first or last, with what the level's spread leaves. */
function passes(
  track: HandTrack,
  from: number,
  to: number,
  level: { readonly height: number; readonly sd: number },
  up: boolean,
): Timed | undefined {
  const { heights: h, timesS: t } = track;
  const way = Array.from({ length: to - from }, (_, k) => from + k);
  // Going back the last passing before the top counts, coming down the first after it.
  for (const i of up ? way.reverse() : way) {
    const [a, b] = [h[i]! - level.height, h[i + 1]! - level.height];
    if (up ? !(a < 0 && b >= 0) : !(a >= 0 && b < 0)) continue;
    const share = a / (a - b);
    const [p, q] = [Math.max(from, i - 1), Math.min(to, i + 2)];
    const slope = Math.abs((h[q]! - h[p]!) / (t[q]! - t[p]!));
    const step = t[i + 1]! - t[i]!;
    const open = Math.min(level.sd / Math.max(slope, 1e-6), (t[to]! - t[from]!) / 4);
    return { timeS: t[i]! + share * step, sdS: Math.hypot(open, step / 6) };
  }
  return undefined;
}

export interface BodyTimes {
  readonly takeaway?: Timed;
  readonly levelBack?: Timed;
  readonly top: Timed;
  readonly levelDown?: Timed;
  readonly low: Timed;
  readonly finish?: Timed;
}

/** How far the highest hands are from the highest arm, and the lowest from the strike: shares of the downswing, one standard deviation. */
const TOP_SD = 0.09;
const LOW_SD = 0.035;

/** Time of the turning point near a place: vertex of the parabola through what lies within a time of it. */
function turning(track: HandTrack, at: number, withinS: number, ownSdS: number): Timed {
  const { heights: h, timesS: t } = track;
  const near = t.flatMap((x, i) => (Math.abs(x - t[at]!) <= withinS ? [i] : []));
  const fit = localPolynomial(
    near.map((i) => t[i]!),
    near.map((i) => h[i]!),
    t[at]!,
    2,
  );
  const off = fit && fit.curvature !== 0 ? -fit.slope / fit.curvature : 0;
  const step = ((t[at + 1] ?? t[at]!) - (t[at - 1] ?? t[at]!)) / 2;
  return { timeS: t[at]! + (Math.abs(off) <= withinS ? off : 0), sdS: Math.hypot(step / 2, ownSdS) };
}

/** The hands have left set-up by so many trunk lengths: two marks from which the start is reckoned back. */
const LEFT_SETUP = [0.06, 0.24] as const;
/** The finish is held from about here to here after the strike, in downswings; there the hands' last place is taken. */
const HELD = [2.2, 3.5] as const;
/** Hands at rest stay so near to that place, trunk lengths. */
const RESTING = 0.1;

/**
 * The head and the arms start before the hands are seen to move, along the camera's line of sight above all: by so many shares of
 * the backswing as it is seen. Measured on rendered swings with known times.
 */
const SEEN_LATE: Readonly<Record<View, number>> = { 'face-on': 0.12, 'down-the-line': 0.26 };
/** What is left of that from player to player, one standard deviation. */
const SEEN_LATE_SD = 0.055;

/** When the arms began to turn: motions begin with even acceleration, so the way grows with the square of the time. */
function takeaway(track: HandTrack, swing: CoarseSwing, view: View): Timed | undefined {
  const { places, timesS: t } = track;
  const still = places.filter(
    (_, i) => i <= swing.away && t[swing.away]! - t[i]! <= 0.5 * (t[swing.top]! - t[swing.away]!),
  );
  const home = { x: median(still.map((p) => p.x)), y: median(still.map((p) => p.y)) };
  const way = places.map((p) => Math.hypot(p.x - home.x, p.y - home.y));
  const marks = LEFT_SETUP.map((mark) => {
    let i = swing.top;
    while (i > 0 && way[i]! > mark) i--;
    if (way[i]! > mark || i === swing.top) return undefined;
    return t[i]! + ((mark - way[i]!) / (way[i + 1]! - way[i]!)) * (t[i + 1]! - t[i]!);
  });
  const [one, two] = marks;
  if (one === undefined || two === undefined) return undefined;
  const [a, b] = [Math.sqrt(LEFT_SETUP[0]), Math.sqrt(LEFT_SETUP[1])];
  const seen = (b * one - a * two) / (b - a);
  const backS = t[swing.top]! - seen;
  return { timeS: seen - SEEN_LATE[view] * backS, sdS: Math.hypot(SEEN_LATE_SD * backS, (two - one) / 8) };
}

/** When the hands came to rest after the strike; undefined where the film ends before. */
function finish(track: HandTrack, swing: CoarseSwing): Timed | undefined {
  const { places, timesS: t } = track;
  const downS = t[swing.low]! - t[swing.top]!;
  const after = (i: number): number => (t[i]! - t[swing.low]!) / downS;
  const held = places.flatMap((_, i) => (after(i) >= HELD[0] && after(i) <= HELD[1] ? [i] : []));
  if (held.length < 2) return undefined;
  const last = { x: median(held.map((i) => places[i]!.x)), y: median(held.map((i) => places[i]!.y)) };
  const lastHeld = held[held.length - 1]!;
  let i = lastHeld;
  while (i > swing.low && Math.hypot(places[i]!.x - last.x, places[i]!.y - last.y) < RESTING) i--;
  return i === lastHeld ? undefined : { timeS: t[i + 1]!, sdS: 0.5 * downS };
}

/** Jitter of a body that is followed well, trunk lengths; what is followed worse is known by its square worse. */
const USUAL_JITTER = 0.016;
/** Jitter from which on the body is not followed but guessed. */
const MOST_JITTER = { hands: 0.03, knees: 0.028 } as const;

/** Whether a body was followed well enough to time a swing by it. Down the line the legs hide each other and say nothing of it. */
export const isFollowed = ({ jitter }: HandTrack, view: View): boolean =>
  jitter.hands < MOST_JITTER.hands && (view === 'down-the-line' || jitter.knees < MOST_JITTER.knees);

const wider = (timed: Timed | undefined, by: number): Timed | undefined =>
  timed && { timeS: timed.timeS, sdS: by * timed.sdS };

/**
 * Times of a swing by the hands: takeaway, lead arm level on both ways, top, lowest hands (about the strike), rest in the finish.
 * What cannot be seen is left out.
 */
export function bodyTimes(track: HandTrack, swing: CoarseSwing, view: View): BodyTimes {
  const { timesS: t } = track;
  const downS = t[swing.low]! - t[swing.top]!;
  const by = Math.max(1, track.jitter.hands / USUAL_JITTER) ** 2;
  const sure = (timed: Timed): Timed => ({ timeS: timed.timeS, sdS: by * timed.sdS });
  return {
    takeaway: wider(takeaway(track, swing, view), by),
    levelBack: wider(passes(track, swing.away, swing.top, LEVEL_BACK, true), by),
    top: sure(turning(track, swing.top, 0.35 * downS, TOP_SD * downS)),
    levelDown: wider(
      passes(track, swing.top, swing.low, { ...LEVEL_DOWN, height: LEVEL_DOWN.height[view] }, false),
      by,
    ),
    low: sure(turning(track, swing.low, 0.2 * downS, LOW_SD * downS)),
    finish: finish(track, swing),
  };
}
