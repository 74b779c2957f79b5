/** Names of what a fit changes, as they are shown: strengths and rise as factors, onsets and cut in ms. */
export const FIT_NAMES = [
  'hipsStrength',
  'trunkStrength',
  'shoulderStrength',
  'wristStrength',
  'hipsOnsetMs',
  'trunkOnsetMs',
  'shoulderOnsetMs',
  'wristOnsetMs',
  'rise',
  'trunkCutMs',
] as const;
export type FitName = (typeof FIT_NAMES)[number];

/**
 * What a fit changes in a player: logarithms of the drives' strengths and of the rise, shifts of their onsets in s, and how long
 * before the strike the trunk's drive stops (above zero the trunk alone, below zero hips and trunk together), s.
 */
export interface FitParameters {
  readonly lnHips: number;
  readonly lnTrunk: number;
  readonly lnShoulder: number;
  readonly lnWrist: number;
  readonly hipsLaterS: number;
  readonly trunkLaterS: number;
  readonly shoulderLaterS: number;
  readonly wristLaterS: number;
  readonly lnRise: number;
  readonly stopS: number;
}

interface ParameterSpec {
  readonly key: keyof FitParameters;
  readonly bounds: readonly [number, number];
  /** Difference step of the fit. */
  readonly step: number;
  readonly priorSd: number;
}

/** In the order of the fit's coefficients and of `FIT_NAMES`. The wrists' priors are wide: releases differ most between players. */
const SPECS: readonly ParameterSpec[] = [
  { key: 'lnHips', bounds: [-0.9, 0.9], step: 0.02, priorSd: 0.25 },
  { key: 'lnTrunk', bounds: [-0.9, 0.9], step: 0.02, priorSd: 0.25 },
  { key: 'lnShoulder', bounds: [-0.9, 0.9], step: 0.02, priorSd: 0.25 },
  { key: 'lnWrist', bounds: [-0.9, 1.5], step: 0.02, priorSd: 0.6 },
  { key: 'hipsLaterS', bounds: [0, 0.12], step: 0.002, priorSd: 0.025 },
  { key: 'trunkLaterS', bounds: [-0.03, 0.12], step: 0.002, priorSd: 0.025 },
  { key: 'shoulderLaterS', bounds: [-0.045, 0.12], step: 0.002, priorSd: 0.025 },
  { key: 'wristLaterS', bounds: [-0.15, 0.12], step: 0.002, priorSd: 0.1 },
  { key: 'lnRise', bounds: [-0.6, 0.8], step: 0.02, priorSd: 0.2 },
  { key: 'stopS', bounds: [-0.13, 0.13], step: 0.003, priorSd: 0.04 },
];
export const PRIOR_SD = SPECS.map((s) => s.priorSd);
export const BOUNDS = SPECS.map((s) => s.bounds);
export const STEPS = SPECS.map((s) => s.step);

/** Coefficients of a fit by their names. */
export const named = (x: readonly number[]): FitParameters =>
  Object.fromEntries(SPECS.map((s, i) => [s.key, x[i]])) as unknown as FitParameters;

/** The coefficients of a fit in their order; what is not named is as the player has it. */
export const coefficients = (p: Partial<FitParameters>): number[] => SPECS.map((s) => p[s.key] ?? 0);

/** Strength of hips, trunk and shoulder together, a logarithm. */
export const bodyStrength = (p: FitParameters): number => (p.lnHips + p.lnTrunk + p.lnShoulder) / 3;
