import type { LensView } from '../core/lens/view.ts';

/** Every school's view of a student at a lesson, *Measured* first. */
export interface LensesAnswer {
  /** The student's own lens. */
  lens: LensView['lens'];
  views: LensView[];
}
