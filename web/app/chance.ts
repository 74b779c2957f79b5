/** A chance for the eye: whole per cent, never 0 or 100, which no evidence gives. */
export const chanceText = (chance: number): string => `${Math.min(99, Math.max(1, Math.round(100 * chance)))} %`;
