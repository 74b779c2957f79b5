/** A trained network with what it was trained for. */
export interface LearnedPriceData {
  readonly seed: string;
  readonly players: number;
  readonly inputs: readonly { readonly name: string; readonly mean: number; readonly sd: number }[];
  /** Dense layers, row by row of the input; all but the last end in tanh. */
  readonly layers: readonly { readonly weights: readonly number[]; readonly biases: readonly number[] }[];
  readonly faults: readonly string[];
  readonly quantiles: readonly number[];
  /** Half widths grow by this, fault by fault, so that unseen players are held as promised. */
  readonly widening: readonly number[];
  /** Directions in which the population varies, and how much of a swing may lie outside them. */
  readonly population: { readonly directions: readonly (readonly number[])[]; readonly mostOutside: number };
}

/** How one feature enters a fault's ratio: what speed and length of the downswing explain is taken out first. */
export interface FeatureTerm {
  readonly feature: string;
  readonly weight: number;
  readonly centre: number;
  readonly scale: number;
  readonly perLnD: number;
  readonly perLnClub: number;
}

export interface SignFit {
  readonly intercept: number;
  /** Share at which a ratio in favour counts, so that hardly one sound player in a hundred passes 1. */
  readonly inFavour: number;
  readonly terms: readonly FeatureTerm[];
}

/** Fits of all faults, for files with segment angles and for files of rates alone. */
export interface MotionSignData {
  readonly seed: string;
  readonly players: number;
  readonly meanLnD: number;
  readonly meanLnClub: number;
  readonly faults: Readonly<Record<string, { readonly angles: SignFit; readonly rates: SignFit }>>;
}

/** What swings without a fault show, as regressions on speed, and on speed and body. */
export interface SoundSwingData {
  readonly seed: string;
  readonly players: number;
  readonly inputs: Readonly<
    Record<string, { readonly bySpeed: readonly number[]; readonly byBody: readonly number[] }>
  >;
}

/** A price as quantile regressions on one measured amount and the player's speed, nothing at an amount of nothing. */
export interface OneAmountTable {
  readonly fault: string;
  /** Measured sign that gives the amount. */
  readonly sign: string;
  /** The amount is how far the value lies beyond this, on the side of the fault. */
  readonly soundFrom: number;
  readonly side: 1 | -1;
  /** Where the straight pieces of the regression begin, in the sign's unit. */
  readonly knots: readonly number[];
  /** Largest amount that players of the population had. */
  readonly most: number;
  /** Quantiles 5, 50, 95 %: coefficients of the pieces, then of the pieces times the speed, of percent of own speed. */
  readonly coefficients: readonly (readonly number[])[];
  /** Half widths grow by this, so that unseen players are held as promised. */
  readonly widening: number;
}

export interface OneAmountData {
  readonly seed: string;
  readonly players: number;
  /** Slowest and fastest of the players, mph. */
  readonly speedsMph: readonly [number, number];
  readonly tables: readonly OneAmountTable[];
}
