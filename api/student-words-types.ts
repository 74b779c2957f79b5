/** What a student is told of one decision of a lesson. */
export interface StudentWordsWire {
  /** `target`, `drill:ID of the drill` or `trial:ID of the trial`. */
  about: string;
  words: string;
  /** Put into other words by the instructor. */
  edited: boolean;
}
