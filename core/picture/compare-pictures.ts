import { CHECKPOINTS, type Checkpoint } from '../catalogue/stages.ts';
import { frameAt } from './frame-times.ts';
import type { PictureMeasures, PictureValue } from './picture-measures.ts';
import type { PictureMarks } from './marks.ts';

/** One of two videos that play in step. */
export interface StepSide {
  readonly frameTimesS: readonly number[];
  readonly marks: Pick<PictureMarks, 'slowFactor' | 'checkpoints'>;
}

/** Real seconds of a frame from a checkpoint of its own video; undefined where that is not marked. */
export function sinceS(side: StepSide, frame: number, at: Checkpoint): number | undefined {
  const mark = side.marks.checkpoints[at];
  return mark && (side.frameTimesS[frame]! - side.frameTimesS[mark.frame]!) / side.marks.slowFactor;
}

/**
 * Frame of the other video at the same real time from the checkpoint at which both are laid over each other; each keeps its own
 * frame rate and slowness. Undefined where the checkpoint is missing in one, or the other video does not reach so far.
 */
export function frameInStep(from: StepSide, frame: number, other: StepSide, at: Checkpoint): number | undefined {
  const since = sinceS(from, frame, at);
  const mark = other.marks.checkpoints[at];
  if (since === undefined || !mark) return undefined;
  const times = other.frameTimesS;
  const timeS = times[mark.frame]! + since * other.marks.slowFactor;
  const step = times.length > 1 ? (times[times.length - 1]! - times[0]!) / (times.length - 1) : Infinity;
  if (timeS < times[0]! - step / 2 || timeS > times[times.length - 1]! + step) return undefined;
  // The nearer of the two frames around that time.
  const i = frameAt(times, timeS);
  return i + 1 < times.length && times[i + 1]! - timeS < timeS - times[i]! ? i + 1 : i;
}

export interface Difference {
  readonly id: string;
  readonly name: string;
  readonly kind: PictureValue['kind'];
  readonly words: PictureValue['words'];
  readonly checkpoint: Checkpoint;
  readonly first: number;
  readonly second: number;
  readonly change: number;
  readonly sd: number;
  /** More than twice its standard deviation: more than the picking explains. */
  readonly beyondDoubt: boolean;
  /** One of the two hangs on a checkpoint that nobody has confirmed. */
  readonly provisional: boolean;
}

/** What two measured videos of the same view have in common, and how it differs, in the order of the swing. */
export function differences(first: PictureMeasures, second: PictureMeasures): Difference[] {
  const rows = first.values.flatMap((a) => {
    const b = second.values.find((v) => v.id === a.id && v.checkpoint === a.checkpoint);
    if (!b) return [];
    const change =
      a.kind === 'angle' ? Math.atan2(Math.sin(b.value - a.value), Math.cos(b.value - a.value)) : b.value - a.value;
    const sd = Math.hypot(a.sd, b.sd);
    return [
      {
        id: a.id,
        name: a.name,
        kind: a.kind,
        words: a.words,
        checkpoint: a.checkpoint,
        first: a.value,
        second: b.value,
        change,
        sd,
        beyondDoubt: Math.abs(change) > 2 * sd,
        provisional: a.provisional || b.provisional,
      },
    ];
  });
  return rows.sort((a, b) => CHECKPOINTS.indexOf(a.checkpoint) - CHECKPOINTS.indexOf(b.checkpoint));
}
