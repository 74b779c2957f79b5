import type { Checkpoint, LensId, Stage } from './stages.ts';

/** A sign that an instructor grades by eye. */
export interface SeenSign {
  readonly id: string;
  readonly checkpoint: Checkpoint;
  readonly view: 'face-on' | 'down-the-line' | 'either';
  readonly text: string;
}

export interface Fault {
  readonly id: string;
  readonly stage: Stage;
  readonly name: string;
  /** One sentence: what happens. */
  readonly happens: string;
  /** Chance that it is there of itself at club level, before anything is known (by judgement; Settings may replace it). */
  readonly leak: number;
  readonly changeable: boolean;
  readonly seen: readonly SeenSign[];
  readonly lookAlikes: readonly string[];
  readonly lenses: readonly LensId[];
}

type SeenRow = readonly [id: string, checkpoint: Checkpoint, view: SeenSign['view'], text: string];

/** One fault in a row: its seen signs as id, checkpoint, view and text. */
export function fault(
  id: string,
  stage: Stage,
  name: string,
  happens: string,
  leak: number,
  seen: readonly SeenRow[],
  lookAlikes: readonly string[] = [],
  lenses: readonly LensId[] = [],
  changeable = true,
): Fault {
  return {
    id,
    stage,
    name,
    happens,
    leak,
    changeable,
    seen: seen.map(([signId, checkpoint, view, text]) => ({ id: signId, checkpoint, view, text })),
    lookAlikes,
    lenses,
  };
}
