import type { Checkpoint } from '../catalogue/stages.ts';
import { CannotSayError } from '../errors/input-error.ts';
import { handTrack, withSides, type BodyFrame } from './body-track.ts';
import { bodyTimes, chosenSwing, coarseSwings, isFollowed, type BodyTimes, type Timed } from './hand-swing.ts';
import { departure } from './departure.ts';
import type { CheckpointMark, View } from './marks.ts';
import { proposeByMotion, type SwingProposal } from './propose-by-motion.ts';
import { soundWay } from './sound-way.ts';
import type { Grey } from './track.ts';

/** What a video gives for the proposal of its checkpoints. */
export interface ProposeFrom {
  /** Times of the frames in the file, s. */
  readonly timesS: readonly number[];
  /** Motion of each frame against the one before it, band by band from the top down. */
  readonly bands: readonly (readonly number[])[];
  /** A small picture of each frame; none where the film is too long for it. */
  readonly pictures: readonly Grey[];
  /** Body points by a pose model, on the frames that were looked at; none where there is no model. */
  readonly body: readonly BodyFrame[];
  /** Short knocks in the sound, s of the file. */
  readonly clicks: readonly { readonly timeS: number; readonly levelDb: number }[];
  readonly view: View;
  /** File seconds for one of life. */
  readonly slowFactor: number;
  /** Camera to player, m; a usual distance without it. */
  readonly cameraDistanceM: number | null;
  /** Which of several swings, in order of time. */
  readonly which: number;
}

/** Proposed checkpoints, and what they were seen or heard by. */
export interface Proposal extends SwingProposal {
  readonly by: readonly ('body' | 'motion' | 'sound')[];
}

/** A click is the strike's where it comes this near to where the hands are lowest, s of life and in their own doubts. */
const CLICK_WITHIN_S = 0.05;
const CLICK_WITHIN_SD = 2;
/** A downswing longer than this is played slowly, and its sound with it, s. */
const LONGEST_DOWN_S = 0.45;

/** Delivery lies here between level arm and strike, and may lie elsewhere by so much (early or late release): shares. */
const DELIVERY = { share: 0.66, sd: 0.14 } as const;
/** Without a level arm: shares of the downswing. */
const DELIVERY_OF_DOWN = { share: 0.85, sd: 0.06 } as const;
/** The turn of the hips and the change of the arms' way: usual share of the downswing. */
const TRANSITION = { share: 0.12, sd: 0.12 } as const;
const THROUGH = { share: 0.25, sd: 0.1 } as const;
const FINISH = { share: 2.4, sd: 0.6 } as const;
/** Set-up is looked at this long before the takeaway, in downswings. */
const BEFORE_TAKEAWAY = 0.25;

/** Nearest frame to a time: a frame shows the moment of its own time. */
function nearestFrame(timesS: readonly number[], timeS: number): number {
  let best = 0;
  timesS.forEach((t, i) => {
    if (Math.abs(t - timeS) < Math.abs(timesS[best]! - timeS)) best = i;
  });
  return best;
}

/** The strike by the click that belongs to it, taken back by the sound's way; undefined where none does. */
function strikeByEar(from: ProposeFrom, low: Timed, downS: number): Timed | undefined {
  if (from.slowFactor !== 1 || downS > LONGEST_DOWN_S) return undefined;
  const way = soundWay(from.cameraDistanceM);
  const within = CLICK_WITHIN_S + CLICK_WITHIN_SD * low.sdS;
  const near = from.clicks
    .map((c) => ({ timeS: c.timeS - way.s, off: Math.abs(c.timeS - way.s - low.timeS) }))
    .filter((c) => c.off < within)
    .sort((a, b) => a.off - b.off)[0];
  return near && { timeS: near.timeS, sdS: Math.hypot(way.sdS, 0.001) };
}

/** Takeaway by picture and hands, each with the weight of its certainty; where they differ, their doubt is at least half of that. */
function takeawayOf(from: ProposeFrom, times: BodyTimes): Timed | undefined {
  const hands = times.takeaway;
  const seen = hands && departure(from.pictures, from.timesS, hands, times.top.timeS - hands.timeS);
  if (!seen) return hands;
  const [a, b] = [1 / hands.sdS ** 2, 1 / seen.sdS ** 2];
  return {
    timeS: (a * hands.timeS + b * seen.timeS) / (a + b),
    sdS: Math.max(1 / Math.sqrt(a + b), Math.abs(seen.timeS - hands.timeS) / 2),
  };
}

/** Marks of a swing from its times, in their order. */
function marksOf(timesS: readonly number[], times: BodyTimes, strike: Timed, awayS: number): Proposal['checkpoints'] {
  const { top } = times;
  const downS = strike.timeS - top.timeS;
  const takeaway = times.takeaway ?? { timeS: awayS, sdS: 0.3 * downS };
  const afterTop = ({ share, sd }: { share: number; sd: number }, whole = downS, start = top.timeS): Timed => ({
    timeS: start + share * whole,
    sdS: sd * whole,
  });
  const { levelDown } = times;
  const found: readonly (readonly [Checkpoint, Timed | undefined])[] = [
    ['set-up', { timeS: takeaway.timeS - BEFORE_TAKEAWAY * downS, sdS: takeaway.sdS }],
    ['takeaway', takeaway],
    ['lead arm level (back)', times.levelBack],
    ['top', top],
    ['transition', afterTop(TRANSITION)],
    ['lead arm level (down)', levelDown],
    [
      'delivery',
      levelDown ? afterTop(DELIVERY, strike.timeS - levelDown.timeS, levelDown.timeS) : afterTop(DELIVERY_OF_DOWN),
    ],
    ['strike', strike],
    ['through', afterTop(THROUGH, downS, strike.timeS)],
    ['finish', times.finish ?? afterTop(FINISH, downS, strike.timeS)],
  ];
  const end = timesS[timesS.length - 1]!;
  const marks: Partial<Record<Checkpoint, CheckpointMark>> = {};
  let least = 0;
  for (const [name, at] of found) {
    // What the film no longer shows is not proposed.
    if (!at || at.timeS > end + at.sdS) continue;
    least = Math.max(least, nearestFrame(timesS, at.timeS));
    marks[name] = { frame: least, source: 'proposed', spreadS: at.sdS };
  }
  return marks;
}

/**
 * Checkpoints of a swing proposed from body points, sound and motion together, each with its own doubt: the hands' way gives
 * takeaway, level arm, top and (at its lowest) the strike, which the click of the ball gives better. Where no body shows a swing,
 * motion alone is used, with wider doubts. Transition, delivery, through and the finish lie at usual shares where they are not seen.
 * @throws CannotSayError where no swing stands out
 */
export function proposeCheckpoints(from: ProposeFrom): Proposal {
  const { timesS, view, which } = from;
  const track = handTrack(withSides(from.body, view), timesS);
  const { swings, swing } = chosenSwing(coarseSwings(track), which);
  if (!swing || !isFollowed(track, view)) return { ...proposeByMotion(from.bands, timesS, which), by: ['motion'] };
  const seen = bodyTimes(track, swing, view);
  const times = { ...seen, takeaway: takeawayOf(from, seen) };
  const heard = strikeByEar(from, times.low, times.low.timeS - times.top.timeS);
  const strike = heard ?? times.low;
  if (!(strike.timeS > times.top.timeS))
    throw new CannotSayError('no-swing', 'No swing stands out in this video.', 'the checkpoints marked by hand');
  return {
    checkpoints: marksOf(timesS, times, strike, track.timesS[swing.away]!),
    strikes: swings.map((s) => track.frames[s.low]!),
    by: heard ? ['body', 'sound'] : ['body'],
  };
}
