import { fault, type Fault } from './fault-type.ts';

/** Faults that are heard. Leaks by judgement. */
export const HEARD_FAULTS: readonly Fault[] = [
  fault(
    'early-swish',
    'strike',
    'Speed peaks before the ball',
    'The club is fastest before it reaches the ball: the swish is behind it, at the trail foot.',
    0.0277,
    [['swish-behind', 'strike', 'either', 'Swish behind the ball, at the trail foot']],
    ['early-release', 'rushed-start'],
    ['free-swing', 'late-set'],
  ),
];

/** Strengths by judgement: 0.5 middle, 0.7 strong. */
export const HEARD_FAULT_EDGES: readonly { readonly from: string; readonly to: string; readonly strength: number }[] = [
  { from: 'early-release', to: 'early-swish', strength: 0.7 },
  { from: 'rushed-start', to: 'early-swish', strength: 0.5 },
];
