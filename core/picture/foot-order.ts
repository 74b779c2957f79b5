import { sdOf } from '../catalogue/uncertainties.ts';
import { frameSdS } from './frame-times.ts';
import { MOMENTS, spreadS, type MarkedPicture, type Moment, type MomentMark } from './marks.ts';

/** A time in ms with one standard deviation. */
export interface ReadMs {
  readonly value: number;
  readonly sd: number;
}

/** A moment of the feet, the hands or the sound against the strike: ms after it, negative before. */
export interface TimedMoment {
  readonly moment: Moment;
  readonly afterStrikeMs: ReadMs | null;
  readonly by: MomentMark['by'];
}

/** Two moments against each other: how much later the legs' one came than the release or the swish, ms. */
export interface FootGap {
  readonly legs: Moment;
  readonly against: 'release starts' | 'swish peak';
  readonly laterMs: ReadMs;
}

/** What a film says of the order of legs and release. */
export interface FootOrder {
  /** In order of time. */
  readonly moments: readonly TimedMoment[];
  readonly gaps: readonly FootGap[];
}

/** Legs against what they should come before: the leg's push against the release, and each against the swish. */
const GAPS: readonly (readonly [Moment, FootGap['against']])[] = [
  ['lead leg straightens', 'release starts'],
  ['lead leg straightens', 'swish peak'],
  ['foot leaves', 'swish peak'],
];

/** Error of the eye beyond the frame, ms. */
const EYE_SD_MS: Readonly<Record<Moment, number>> = {
  'lead heel down': sdOf('shoeSeen'),
  'lead leg straightens': sdOf('limbSeen'),
  'release starts': sdOf('limbSeen'),
  'foot leaves': sdOf('shoeSeen'),
  'swish peak': 0,
};

/**
 * Order of heel, knee, release, foot and swish in one film, each against the strike and the legs against the release; the sound is
 * already taken back by its way to the camera. Times are of life: the file's divided by how slowly it plays.
 */
export function footOrder({ marks, frameTimesS }: Pick<MarkedPicture, 'marks' | 'frameTimesS'>): FootOrder {
  const life = 1000 / marks.slowFactor;
  const strike = marks.checkpoints.strike;
  const strikeSd = strike ? Math.hypot(frameSdS(frameTimesS, strike.frame), spreadS(strike)) * life : 0;
  const found = MOMENTS.flatMap((moment) => {
    const mark = marks.moments?.[moment];
    return mark
      ? [{ moment, by: mark.by, ms: mark.timeS * life, sd: Math.hypot(mark.sdS * life, EYE_SD_MS[moment]) }]
      : [];
  }).sort((a, b) => a.ms - b.ms);
  return {
    moments: found.map(({ moment, by, ms, sd }) => ({
      moment,
      by,
      afterStrikeMs: strike ? { value: ms - frameTimesS[strike.frame]! * life, sd: Math.hypot(sd, strikeSd) } : null,
    })),
    gaps: GAPS.flatMap(([legs, against]) => {
      const [a, b] = [found.find((f) => f.moment === legs), found.find((f) => f.moment === against)];
      return a && b ? [{ legs, against, laterMs: { value: a.ms - b.ms, sd: Math.hypot(a.sd, b.sd) } }] : [];
    }),
  };
}

/** Surely later or earlier only beyond this many standard deviations (90 %). */
const SURE_SD = 1.645;
const LEGS: Readonly<Partial<Record<Moment, string>>> = {
  'lead leg straightens': 'The lead leg starts to straighten',
  'foot leaves': 'The foot leaves the ground',
};
const AGAINST = { 'release starts': 'the release starts', 'swish peak': 'the swish is loudest' } as const;

/** The order of legs and release in a sentence; within their errors it has none. */
export function gapSentence({ legs, against, laterMs: { value, sd } }: FootGap): string {
  const [who, what] = [LEGS[legs]!, AGAINST[against]];
  const margin = SURE_SD * sd;
  const figures = `${Math.abs(value).toFixed(0)} ms (± ${margin.toFixed(0)})`;
  if (value > margin) return `${who} ${figures} after ${what}.`;
  if (value < -margin) return `${who} ${figures} before ${what}.`;
  return `${who} within ${margin.toFixed(0)} ms of when ${what}: too near each other to tell the order.`;
}
