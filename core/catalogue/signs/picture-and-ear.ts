import { measuredWith, type MeasuredSign } from './sign-type.ts';

const picture = measuredWith('picture');
const swish = measuredWith('swish');

/** One camera, from digitised points: players stand differently and a picture is flat, so the populations are wide. The ear. */
export const PICTURE_AND_EAR_SIGNS: readonly MeasuredSign[] = [
  picture(
    'hips-back',
    'sway',
    'hips moved away from the target by the top, share of height',
    '%',
    [2.5, 2.2],
    [8.5, 2.5],
    { checkpoint: 'top' },
  ),
  picture('hips-past', 'slide', 'middle of the hips at strike, share of the stance', '%', [65, 9], [90, 9], {
    checkpoint: 'strike',
  }),
  picture('hip-depth-lost', 'early-extension', 'hips moved toward the ball', 'cm', [1.2, 1.8], [6.5, 2.3], {
    checkpoint: 'delivery',
    group: 'posture',
  }),
  picture('hands-risen', 'early-extension', 'hands higher at strike than at set-up by', 'cm', [1.5, 2.3], [8, 3], {
    checkpoint: 'strike',
    group: 'posture',
  }),
  picture('spine-tilt-lost', 'early-extension', 'spine tilt lost from set-up to strike', '°', [4, 5], [14, 6], {
    checkpoint: 'strike',
    group: 'posture',
  }),
  picture('shaft-steepened', 'over-the-top', 'shaft steeper down than back by', '°', [1, 4.5], [13, 5], {
    checkpoint: 'lead arm level (down)',
  }),
  picture('shaft-flattened', 'arm-deep', 'shaft flatter than its set-up line going back by', '°', [2, 5], [16, 6], {
    checkpoint: 'lead arm level (back)',
    group: 'arm-depth',
  }),
  picture('hand-depth', 'arm-deep', 'hands deeper than at set-up going back by', 'cm', [14, 8], [32, 9], {
    checkpoint: 'lead arm level (back)',
    group: 'arm-depth',
  }),
  picture('trail-elbow-left', 'trail-arm', 'trail elbow still bent at strike by', '°', [20, 10], [53, 11], {
    checkpoint: 'strike',
  }),
  picture(
    'head-ahead',
    'upper-body-ahead',
    'head ahead of its set-up place at strike by',
    'cm',
    [-2.5, 2.5],
    [6, 2.5],
    { checkpoint: 'strike' },
  ),
  picture('head-up', 'head-height', 'head higher at strike than at set-up by', 'cm', [-1.5, 2.5], [6.5, 2.5], {
    checkpoint: 'strike',
    group: 'head',
  }),
  picture('head-down', 'head-height', 'head lower at strike than at set-up by', 'cm', [1.5, 2.5], [10, 3], {
    checkpoint: 'strike',
    group: 'head',
  }),
  picture('side-bend-delivery', 'level-shoulders', 'side bend at delivery', '°', [25, 6.5], [9, 6], {
    checkpoint: 'delivery',
  }),
  picture('shaft-back', 'scooped', 'handle behind the club head at strike by', '°', [-3, 4], [6, 3.5], {
    checkpoint: 'strike',
  }),
  picture(
    'set-then-lost',
    'early-set',
    'wrist angle more open down than back, at lead arm level, by',
    '°',
    [-12, 9],
    [15, 8],
    {
      checkpoint: 'lead arm level (down)',
    },
  ),
  // Times from the order of moments on one film: a push that ends before the release against one that begins with or after it.
  picture(
    'push-after-release',
    'legs-late',
    'lead leg starts to straighten after the release by',
    'ms',
    [-40, 28],
    [35, 28],
    {
      group: 'leg-timing',
    },
  ),
  picture(
    'push-after-swish',
    'legs-late',
    'lead leg starts to straighten after the loudest swish by',
    'ms',
    [-125, 35],
    [-25, 40],
    {
      group: 'leg-timing',
    },
  ),
  picture(
    'foot-after-swish',
    'legs-late',
    'a foot leaves the ground after the loudest swish by',
    'ms',
    [-20, 30],
    [45, 30],
    {
      group: 'leg-timing',
    },
  ),
  picture(
    'lead-knee-closing',
    'lead-leg-soft',
    'lead knee more bent at strike than at lead arm level by',
    '°',
    [-10, 8],
    [9, 5],
    { checkpoint: 'strike' },
  ),
  picture(
    'trail-knee-straightens',
    'reverse-load',
    'trail knee straighter at the top than at set-up by',
    '°',
    [5, 7],
    [20, 7],
    { checkpoint: 'top' },
  ),
  picture('lead-elbow-soft', 'tension', 'lead elbow bent at set-up by', '°', [12, 6], [2, 4], {
    checkpoint: 'set-up',
    group: 'elbow-hold',
  }),
  swish('swish-place', 'early-swish', 'swish loudest before the ball by', 'ms', [-8, 9], [17, 9], { rulesOut: -8 }),
];
