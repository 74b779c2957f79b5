import { fault, type Fault } from './fault-type.ts';

/** Faults that a picture shows best. Leaks by judgement. */
export const PICTURED_FAULTS: readonly Fault[] = [
  fault(
    'early-set',
    'backswing',
    'Picks the club up',
    'The wrists are fully set by hip height, and the angle is lost again on the way down.',
    0.0155,
    [['early-set-hip-height', 'lead arm level (back)', 'face-on', 'Wrists fully set by hip height']],
    ['early-release'],
    ['late-set', 'loose-chain'],
  ),
  fault(
    'level-shoulders',
    'delivery',
    'Shoulders turn level',
    'The lead shoulder goes round instead of up and back.',
    0.0195,
    [['shoulders-level', 'delivery', 'face-on', 'Shoulders level, no bend to the trail side']],
    ['over-the-top'],
    ['hands-and-arms'],
  ),
  fault(
    'upper-body-ahead',
    'strike',
    'Upper body ahead of the ball',
    'Head and chest are past their set-up place at the strike.',
    0.0195,
    [['head-ahead', 'strike', 'face-on', 'Head ahead of its set-up place']],
    ['slide'],
    ['free-swing'],
  ),
];

/** Strengths by judgement: 0.3 weak, 0.5 middle. */
export const PICTURED_FAULT_EDGES: readonly {
  readonly from: string;
  readonly to: string;
  readonly strength: number;
}[] = [
  { from: 'early-set', to: 'early-release', strength: 0.3 },
  { from: 'early-set', to: 'trail-arm', strength: 0.3 },
  { from: 'arm-deep', to: 'level-shoulders', strength: 0.3 },
  { from: 'setup-driver', to: 'level-shoulders', strength: 0.3 },
  { from: 'level-shoulders', to: 'over-the-top', strength: 0.3 },
  { from: 'level-shoulders', to: 'steep-attack', strength: 0.3 },
  { from: 'over-the-top', to: 'upper-body-ahead', strength: 0.5 },
  { from: 'slide', to: 'upper-body-ahead', strength: 0.3 },
  { from: 'upper-body-ahead', to: 'steep-attack', strength: 0.5 },
  { from: 'upper-body-ahead', to: 'held-off', strength: 0.3 },
];
