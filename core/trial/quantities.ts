/** What can be compared in a trial. Distances of the strike and the side are without sign where less is better. */
export const TRIAL_QUANTITIES = [
  'clubSpeedMps',
  'ballSpeedMps',
  'smash',
  'carryM',
  'attackRad',
  'pathRad',
  'faceToPathRad',
  'offsetM',
  'sideM',
  'swishFromBallM',
  'ease',
] as const;
export type TrialQuantity = (typeof TRIAL_QUANTITIES)[number];

export interface QuantityFacts {
  readonly name: string;
  /** Which way is better: more, less, nearer to nought, or neither by itself. */
  readonly better: 'more' | 'less' | 'straight' | 'neither';
  /** Usual spread of a player's single swings: a share of the size for speeds and distances, else in the unit (by judgement). */
  readonly usualSd: { readonly share: number } | { readonly own: number };
}

const deg = Math.PI / 180;

export const QUANTITY_FACTS: Readonly<Record<TrialQuantity, QuantityFacts>> = {
  clubSpeedMps: { name: 'club head speed', better: 'more', usualSd: { share: 0.015 } },
  ballSpeedMps: { name: 'ball speed', better: 'more', usualSd: { share: 0.025 } },
  smash: { name: 'smash factor', better: 'more', usualSd: { own: 0.03 } },
  carryM: { name: 'carry', better: 'more', usualSd: { share: 0.05 } },
  attackRad: { name: 'attack angle', better: 'neither', usualSd: { own: 1.2 * deg } },
  pathRad: { name: 'club path', better: 'straight', usualSd: { own: 1.5 * deg } },
  faceToPathRad: { name: 'face-to-path', better: 'straight', usualSd: { own: 2 * deg } },
  offsetM: { name: 'distance of the strike from the centre', better: 'less', usualSd: { own: 0.006 } },
  sideM: { name: 'distance from the line', better: 'less', usualSd: { own: 8 } },
  swishFromBallM: { name: 'place of the swish', better: 'more', usualSd: { own: 0.15 } },
  ease: { name: 'ease', better: 'more', usualSd: { own: 1 } },
};

/** By which a trial is decided: the first of these that was measured under every condition. */
export const DECIDED_BY: readonly TrialQuantity[] = [
  'clubSpeedMps',
  'ballSpeedMps',
  'carryM',
  'swishFromBallM',
  'offsetM',
  'ease',
];
