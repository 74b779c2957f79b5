/** A chance (0–1) in words, in percent; never written as impossible or certain. */
export const percent = (chance: number): string =>
  chance < 0.01 ? 'under 1 %' : chance > 0.99 ? 'over 99 %' : `${Math.round(100 * chance)} %`;
