import { CannotSayError } from '../errors/input-error.ts';
import type { Checkpoint } from '../catalogue/stages.ts';
import { frameAt } from './frame-times.ts';
import type { CheckpointMark } from './marks.ts';

/** Checkpoints of one swing and where strikes lie in the video. */
export interface SwingProposal {
  readonly checkpoints: Partial<Record<Checkpoint, CheckpointMark>>;
  /** Frames at which something like a strike happens; more than one where the video holds several swings. */
  readonly strikes: readonly number[];
}

/** Shares of the backswing and of the downswing at which sound swings pass the checkpoints between (by judgement). */
const OF_BACKSWING = { 'lead arm level (back)': 0.55 } as const;
const OF_DOWNSWING = { transition: 0.12, 'lead arm level (down)': 0.64, delivery: 0.82 } as const;
/** After the strike, in downswing lengths. */
const AFTER_STRIKE = { through: 0.25, finish: 1.7 } as const;
/** What motion alone leaves open, one standard deviation in shares of the backswing and of the downswing. */
const SPREAD = { takeaway: 0.15, levelBack: 0.12, down: 0.25, strike: 0.12 } as const;
/** A second hump of motion of this share of the greatest is a second swing. */
const SECOND_SWING = 0.4;
/** Two strikes are at least so many lengths of the swing's own downswing apart. */
const APART_DOWNSWINGS = 6;
/** Share of the backswing's own motion at which it has begun. */
const BEGUN = 0.05;
/** The top is a lull in the motion: this much below the backswing's own hump. */
const LULL = 0.75;

/** From this share of the greatest motion on, more of it says nothing more. */
const ENOUGH_SHARE = 0.25;
/** A backswing moves at least this share of what moves most: what is less is the beginning of one. */
const HUMP_SHARE = 0.2;
/** Backswings take so many times as long as downswings: what lies outside is no swing. */
const TEMPO = [1.2, 9] as const;

const smooth = (values: readonly number[]): number[] =>
  values.map((_, i) => {
    const part = values.slice(Math.max(0, i - 1), i + 2);
    return part.reduce((a, b) => a + b, 0) / part.length;
  });

const greatest = (values: readonly number[], from: number, to: number): number => {
  let best = from;
  for (let i = from; i < to; i++) if (values[i]! > values[best]!) best = i;
  return best;
};

/** The lull before a strike that has the most motion before it: the top. */
function topBefore(energy: readonly number[], strike: number, from: number): number | undefined {
  let before = 0;
  let best: number | undefined;
  let depth = 0;
  for (let i = from; i < strike; i++) {
    before = Math.max(before, energy[i]!);
    if (before - energy[i]! > depth && energy[i]! < (1 - LULL) * before) {
      depth = before - energy[i]!;
      best = i;
    }
  }
  return best;
}

/** Bands that count as the lowest with motion: there the club head passes the ball, and nowhere else so fast. */
const LOW_BANDS = 2;
const LOW_SHARE = 0.12;

/** Motion near the ground at each frame: the lowest bands that the swing reaches. */
function lowMotion(bands: readonly (readonly number[])[]): number[] {
  const most = bands[0]!.map((_, k) => Math.max(...bands.map((b) => b[k]!)));
  const enough = LOW_SHARE * Math.max(...most);
  let low = most.length - 1;
  while (low > 0 && most[low]! < enough) low--;
  return bands.map((b) => b.slice(Math.max(0, low - LOW_BANDS + 1), low + 1).reduce((x, y) => x + y, 0));
}

const aboveStill = (motion: readonly number[]): number[] => {
  const energy = smooth(motion);
  const still = [...energy].sort((a, b) => a - b)[Math.floor(energy.length / 5)]!;
  return energy.map((e) => Math.max(0, e - still));
};

/**
 * Checkpoints proposed from how much of the picture moves at each frame, for want of a body in it: at the strike the motion near the ground is greatest,
 * the top is the lull before it, the takeaway the end of the stillness; those between lie at usual shares and are the least sure.
 * @param bands motion of each frame against the one before it, band by band from the top down, any unit
 * @throws CannotSayError where no swing stands out
 */
export function proposeByMotion(
  bands: readonly (readonly number[])[],
  timesS: readonly number[],
  which = 0,
): SwingProposal {
  if (bands.length < 8) throw new CannotSayError('too-short', 'No swing can be seen.', 'a video of 8 frames or more');
  const level = aboveStill(bands.map((b) => b.reduce((x, y) => x + y, 0)));
  const most = Math.max(...level);
  // The head passes the ground at the takeaway too, but the whole picture moves little then.
  const low = smooth(lowMotion(bands)).map((v, i) => v * Math.min(1, level[i]! / (ENOUGH_SHARE * most)));
  const found = (strike: number, from: number): SwingProposal['checkpoints'] | undefined => {
    const top = topBefore(level, strike, from);
    if (top === undefined) return undefined;
    const hump = greatest(level, from, top + 1);
    if (level[hump]! < HUMP_SHARE * most) return undefined;
    let takeaway = hump;
    while (takeaway > from && level[takeaway]! > BEGUN * level[hump]!) takeaway--;
    const tempo = (timesS[top]! - timesS[takeaway]!) / (timesS[strike]! - timesS[top]!);
    return tempo >= TEMPO[0] && tempo <= TEMPO[1] ? marksFrom(timesS, takeaway, top, strike) : undefined;
  };
  // Strongest first: a strike has a backswing and a lull before it.
  const peaks = low
    .map((_, i) => i)
    .filter((i) => i > 0 && i + 1 < low.length && low[i]! >= low[i - 1]! && low[i]! > low[i + 1]!)
    .sort((a, b) => low[b]! - low[a]!);
  /** What lies before an earlier swing's strike is not this one's backswing. */
  const swingOf = (strike: number): SwingProposal['checkpoints'] | undefined => {
    const starts = peaks.filter((p) => p < strike && low[p]! > SECOND_SWING * low[strike]!).sort((a, b) => a - b);
    for (const from of [0, ...starts]) {
      const own = found(strike, from);
      if (own) return own;
    }
    return undefined;
  };
  const main = peaks.find((i) => swingOf(i));
  const first = main === undefined ? undefined : swingOf(main);
  if (main === undefined || !first) {
    throw new CannotSayError(
      'no-swing',
      'No swing stands out from the motion in this video.',
      'a steady camera and the whole swing from set-up; or mark the checkpoints by hand',
    );
  }
  const apartS = APART_DOWNSWINGS * (timesS[main]! - timesS[first.top?.frame ?? main]!);
  const strikes = [main];
  for (const i of peaks) {
    const alone = strikes.every((s) => Math.abs(timesS[s]! - timesS[i]!) > apartS);
    if (low[i]! > SECOND_SWING * low[main]! && alone && swingOf(i)) strikes.push(i);
  }
  strikes.sort((a, b) => a - b);
  const strike = strikes[Math.min(which, strikes.length - 1)]!;
  return { checkpoints: swingOf(strike) ?? first, strikes };
}

function marksFrom(
  timesS: readonly number[],
  takeaway: number,
  top: number,
  strike: number,
): SwingProposal['checkpoints'] {
  const back = timesS[top]! - timesS[takeaway]!;
  const down = timesS[strike]! - timesS[top]!;
  const mark = (frame: number, spreadS: number): CheckpointMark => ({ frame, source: 'proposed', spreadS });
  const at = (timeS: number, spreadS: number): CheckpointMark => mark(frameAt(timesS, timeS), spreadS);
  return {
    'set-up': mark(Math.max(0, takeaway - Math.max(1, Math.round((strike - top) / 4))), SPREAD.takeaway * back),
    takeaway: mark(takeaway, SPREAD.takeaway * back),
    'lead arm level (back)': at(
      timesS[takeaway]! + OF_BACKSWING['lead arm level (back)'] * back,
      SPREAD.levelBack * back,
    ),
    top: mark(top, SPREAD.down * down),
    transition: at(timesS[top]! + OF_DOWNSWING.transition * down, SPREAD.down * down),
    'lead arm level (down)': at(timesS[top]! + OF_DOWNSWING['lead arm level (down)'] * down, SPREAD.down * down),
    delivery: at(timesS[top]! + OF_DOWNSWING.delivery * down, SPREAD.down * down),
    strike: mark(strike, SPREAD.strike * down),
    through: at(timesS[strike]! + AFTER_STRIKE.through * down, SPREAD.strike * down),
    finish: at(timesS[strike]! + AFTER_STRIKE.finish * down, down),
  };
}
