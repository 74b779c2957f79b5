import { CannotSayError } from '../../core/errors/input-error.ts';
import { reviewGain, type Review, type ReviewOptions, type ReviewSession } from '../../core/review/review.ts';

export interface ReviewWanted {
  readonly sessions: readonly ReviewSession[];
  readonly options: ReviewOptions;
}
export interface Reviewed {
  /** Null where nothing can be compared yet. */
  readonly review: Review | null;
  readonly missing: string;
}

/** Review of a student's sessions, or what is missing where it cannot say. */
export function reviewSessions({ sessions, options }: ReviewWanted): Reviewed {
  try {
    return { review: reviewGain(sessions, options), missing: '' };
  } catch (error) {
    if (!(error instanceof CannotSayError)) throw error;
    return { review: null, missing: error.missing };
  }
}
