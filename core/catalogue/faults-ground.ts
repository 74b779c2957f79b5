import { fault, type Fault } from './fault-type.ts';

/** Faults in the use of the ground, in causal order. Leaks by judgement. */
export const GROUND_FAULTS: readonly Fault[] = [
  fault(
    'trail-load-outside',
    'backswing',
    'Loads outside the foot',
    'The load goes to the outer edge or the toes of the trail foot, where there is nothing to push back from.',
    0.0235,
    [['trail-foot-rolls', 'top', 'face-on', 'Trail foot rolls to its outer edge']],
    ['sway'],
    ['ground-up'],
  ),
  fault(
    'reverse-load',
    'backswing',
    'Weight goes the wrong way',
    'The lead foot carries the player at the top and the trail foot at the strike.',
    0.0155,
    [['reverse-lean', 'top', 'face-on', 'Weight on the lead foot at the top']],
    ['hang-back'],
    ['ground-up', 'late-set'],
  ),
  fault(
    'hang-back',
    'transition',
    'Stays on the trail side',
    'The weight has not come to the lead foot when the club comes down.',
    0.0235,
    [['hang-trail-foot', 'strike', 'face-on', 'Trail foot still flat and loaded at strike']],
    ['reverse-load', 'slide'],
    ['ground-up', 'late-set'],
  ),
  fault(
    'no-foot-torque',
    'transition',
    'Hips start late',
    'The trail foot stays flat, or spins without pushing back, so the hips start after the chest.',
    0.0235,
    [['foot-spins', 'delivery', 'face-on', 'Trail foot spins out without a push']],
    ['no-leg-extension'],
    ['ground-up'],
  ),
];

/** Strengths by judgement: 0.3 weak, 0.5 middle. */
export const GROUND_FAULT_EDGES: readonly { readonly from: string; readonly to: string; readonly strength: number }[] =
  [
    { from: 'sway', to: 'trail-load-outside', strength: 0.5 },
    { from: 'sway', to: 'hang-back', strength: 0.3 },
    { from: 'tension', to: 'reverse-load', strength: 0.3 },
    { from: 'body-balance', to: 'reverse-load', strength: 0.3 },
    { from: 'reverse-load', to: 'hang-back', strength: 0.5 },
    { from: 'reverse-load', to: 'early-release', strength: 0.3 },
    { from: 'trail-load-outside', to: 'hang-back', strength: 0.5 },
    { from: 'trail-load-outside', to: 'over-the-top', strength: 0.3 },
    { from: 'trail-load-outside', to: 'arms-first', strength: 0.3 },
    { from: 'hang-back', to: 'early-release', strength: 0.3 },
    { from: 'hang-back', to: 'no-leg-extension', strength: 0.3 },
    { from: 'hang-back', to: 'no-foot-torque', strength: 0.3 },
    { from: 'hang-back', to: 'scooped', strength: 0.3 },
    { from: 'tension', to: 'no-foot-torque', strength: 0.3 },
  ];
