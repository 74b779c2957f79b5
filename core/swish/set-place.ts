import { median } from '../numeric/statistics.ts';
import { AT_BALL_S, type Judgement } from './place.ts';

/** Fewer placed swings are no set. */
export const LEAST_PLACED = 3;

/** Where a set of swings is fastest, in the middle. */
export interface SetPlace {
  readonly swings: number;
  readonly pastBallM: number;
  /** One standard deviation; what all swings share – the place of the microphone – does not shrink with their number. */
  readonly uncertaintyM: number;
  readonly judgement: Judgement;
}

/**
 * The middle of the placed swings of one direction. @returns null below three
 * @param swings place and time past the ball with its uncertainty, m and s; null where no ball was heard
 */
export function placeOfSet(
  swings: readonly {
    readonly pastBallM: number | null;
    readonly uncertaintyM: number | null;
    readonly offsetS: number | null;
  }[],
): SetPlace | null {
  const placed = swings.flatMap(({ pastBallM, uncertaintyM, offsetS }) =>
    pastBallM === null || uncertaintyM === null || offsetS === null ? [] : [{ pastBallM, uncertaintyM, offsetS }],
  );
  if (placed.length < LEAST_PLACED) return null;
  const offsetS = median(placed.map((p) => p.offsetS));
  return {
    swings: placed.length,
    pastBallM: median(placed.map((p) => p.pastBallM)),
    uncertaintyM: median(placed.map((p) => p.uncertaintyM)),
    judgement: offsetS < -AT_BALL_S ? 'before' : offsetS > AT_BALL_S ? 'past' : 'at',
  };
}
