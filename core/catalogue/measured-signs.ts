/** A sign that is measured: its quantity, typical threshold and how players differ. Editable data, no hidden truths. */
export interface MeasuredSign {
  readonly id: string;
  readonly fault: string;
  /** What is compared, in words, ready for a sentence. */
  readonly quantity: string;
  readonly unit: '°' | 'ms' | '%' | 'mm' | 'cm' | 's' | '' | 'mph';
  readonly direction: 'above' | 'below';
  readonly threshold: number;
  /** How sound players differ around the threshold, one standard deviation, in the sign's unit. */
  readonly betweenPlayerSd: number;
  /** Signs of one group lean on the same measurement. */
  readonly group?: string;
  /** Words for a positive and a negative value, where the sign has to be spelled. */
  readonly signWords?: readonly [string, string];
}

const sign = (
  id: string,
  fault: string,
  quantity: string,
  unit: MeasuredSign['unit'],
  direction: 'above' | 'below',
  threshold: number,
  betweenPlayerSd: number,
  group?: string,
): MeasuredSign => ({ id, fault, quantity, unit, direction, threshold, betweenPlayerSd, group });

/** Typical thresholds of the fault catalogue; spreads between players by judgement. */
export const MEASURED_SIGNS: readonly MeasuredSign[] = [
  sign('trunk-turn-least', 'body-trunk-turn', 'seated trunk turn, shorter side', '°', 'below', 45, 5, 'trunk'),
  sign('trunk-turn-difference', 'body-trunk-turn', 'trunk turn, difference of sides', '°', 'above', 10, 4, 'trunk'),
  // Norm of big-toe extension: 55°, the middle of the 45–65° that gait studies call functional.
  sign('toe-extension', 'body-toe-push', 'big-toe extension, stiffer side', '°', 'below', 55, 8),
  sign('single-leg-balance', 'body-balance', 'single-leg stand, shorter side', 's', 'below', 10, 3),
  // Set-up, as recorded. Holds, strengths and heights are distances from the typical window: 0 inside it.
  sign('grip-hold', 'setup-grip', 'club in the palm (0 fingers, 1 palm)', '', 'above', 0.7, 0.25, 'grip'),
  sign('grip-strength', 'setup-grip', 'knuckles seen, outside the typical window by', '', 'above', 0.7, 0.4, 'grip'),
  sign('aim-feet', 'setup-aim', 'aim of the feet off by, either way', '°', 'above', 4, 1.5, 'aim'),
  sign('aim-face', 'setup-aim', 'aim of the face off by, either way', '°', 'above', 4, 1.5, 'aim'),
  sign('hand-height', 'setup-hands', 'height of the hands, outside the typical window by', 'mm', 'above', 25, 15),
  sign('lead-elbow', 'tension', 'lead elbow locked (0 soft, 1 locked)', '', 'above', 0.7, 0.3),
  sign('driver-tilt', 'setup-driver', 'side tilt with the driver', '°', 'below', 3, 2, 'level-setup'),
  sign(
    'driver-ball-back',
    'setup-driver',
    'ball inside the lead heel with the driver',
    'mm',
    'above',
    90,
    20,
    'level-setup',
  ),
  sign('driver-stance', 'setup-driver', 'stance with the driver, share of height', '%', 'below', 21, 2, 'level-setup'),
  sign('chest-turn-top', 'short-turn', 'chest turn at the top', '°', 'below', 80, 5),
  sign('backswing-time', 'slow-takeaway', 'backswing time', 's', 'above', 1.1, 0.08, 'tempo'),
  sign('tempo-ratio', 'slow-takeaway', 'backswing to downswing time', '', 'above', 3.8, 0.35, 'tempo'),
  sign('arm-before-hips', 'arms-first', 'lead arm starts down before the hips by', 'ms', 'above', 0, 8, 'transition'),
  sign('chest-before-hips', 'arms-first', 'chest starts down before the hips by', 'ms', 'above', 5, 10, 'transition'),
  sign('peak-order', 'arms-first', 'lead arm peaks before the chest by', 'ms', 'above', 10, 8, 'transition'),
  sign('stretch', 'no-separation', 'stretch between hips and chest', '°', 'below', 3, 1.2),
  sign('arm-peak-early', 'rushed-start', 'lead arm peaks before the strike by', 'ms', 'above', 110, 6),
  { ...sign('club-path', 'over-the-top', 'club path', '°', 'below', -4, 0.8), signWords: ['out', 'in'] },
  sign('wrist-opened', 'early-release', 'wrist angle lost by lead arm level', '°', 'above', 15, 3, 'release'),
  sign('release-start', 'early-release', 'release starts before the strike by', 'ms', 'above', 115, 4, 'release'),
  sign(
    'club-peak-loss',
    'early-release',
    'club slower at strike than its own peak by',
    '%',
    'above',
    2,
    0.8,
    'release',
  ),
  sign('held-wrist', 'held-off', 'wrist angle at strike', '°', 'below', 140, 8),
  sign('chest-at-strike', 'body-stall', 'chest speed at strike, share of its peak', '%', 'below', 35, 6),
  {
    ...sign('driver-attack', 'steep-attack', 'attack angle with the driver', '°', 'below', -1, 0.8),
    signWords: ['up', 'down'],
  },
  sign('strike-offset', 'off-centre', 'mean strike distance from the centre', 'mm', 'above', 8, 2, 'strike-spot'),
  sign('strike-spread', 'off-centre', 'spread of the strike spot', 'mm', 'above', 10, 2, 'strike-spot'),
  sign('face-to-path-mean', 'face-path', 'mean face-to-path, either way', '°', 'above', 3, 1, 'face'),
  sign('face-to-path-spread', 'face-path', 'spread of face-to-path', '°', 'above', 3, 0.8, 'face'),
  sign('air-over-ball', 'ball-bound', 'air swing faster than ball swing by', '%', 'above', 5, 1.5),
  // Ratios of the isolation tests to the full swing, in per cent.
  sign('kneeling-ratio', 'no-leg-extension', 'kneeling, share of the full swing', '%', 'above', 80, 2.5, 'legs-off'),
  sign('step-ratio', 'no-leg-extension', 'step into it, share of the full swing', '%', 'above', 103, 1.2, 'legs-off'),
  sign('feet-together-ratio', 'body-balance', 'feet together, share of the full swing', '%', 'below', 82, 2.5),
  sign(
    'half-down-ratio',
    'early-release',
    'half-way down only, share of the full swing',
    '%',
    'below',
    55,
    3,
    'release',
  ),
  sign('hands-apart-ratio', 'body-stall', 'hands apart, share of the full swing', '%', 'below', 75, 3),
  sign('trail-arm-ratio', 'trail-arm', 'trail arm only, share of the full swing', '%', 'below', 60, 3),
  sign('other-direction-ratio', 'one-sided', 'other direction, share of the full swing', '%', 'below', 75, 3),
  // The ground, from two plates or a mat.
  sign('lead-share-top', 'reverse-load', 'load on the lead foot at the top', '%', 'above', 50, 4, 'lead-load'),
  sign('lead-share-strike', 'hang-back', 'load on the lead foot at strike', '%', 'below', 65, 5, 'lead-load'),
  sign('lead-share-finish', 'unstable-finish', 'load on the lead foot at the finish', '%', 'below', 80, 5),
  sign(
    'vertical-peak',
    'no-leg-extension',
    'greatest vertical force, in body weights',
    '',
    'below',
    1.4,
    0.08,
    'leg-push',
  ),
  sign(
    'vertical-peak-late',
    'no-leg-extension',
    'greatest vertical force before strike by',
    'ms',
    'below',
    40,
    12,
    'leg-push',
  ),
  sign('torque-peak-late', 'no-foot-torque', 'greatest turning torque before strike by', 'ms', 'below', 30, 12),
  sign(
    'trail-pressure-out',
    'trail-load-outside',
    'trail foot at the top: pressure outward or forward, share of the foot',
    '%',
    'above',
    67,
    8,
  ),
  sign('swish-place', 'early-swish', 'swish loudest before the ball by', 'ms', 'above', 8, 4),
  // One camera, from digitised points. Spreads between players are wide: a picture is flat, and players stand differently.
  sign('hips-back', 'sway', 'hips moved away from the target by the top, share of height', '%', 'above', 6, 1.5),
  sign('hips-past', 'slide', 'middle of the hips at strike, share of the stance', '%', 'above', 80, 6),
  sign('hip-depth-lost', 'early-extension', 'hips moved toward the ball', 'cm', 'above', 4, 1.2, 'posture'),
  sign('hands-risen', 'early-extension', 'hands higher at strike than at set-up by', 'cm', 'above', 5, 1.5, 'posture'),
  sign('shaft-steepened', 'over-the-top', 'shaft steeper down than back by', '°', 'above', 8, 3),
  sign('shaft-flattened', 'arm-deep', 'shaft flatter than its set-up line going back by', '°', 'above', 10, 4),
  sign('trail-elbow-fold', 'trail-arm', 'trail elbow folded at the top by', '°', 'below', 20, 10, 'trail-elbow'),
  sign('trail-elbow-left', 'trail-arm', 'trail elbow still bent at strike by', '°', 'above', 40, 8, 'trail-elbow'),
  sign('head-ahead', 'upper-body-ahead', 'head ahead of its set-up place at strike by', 'cm', 'above', 4, 1.2),
  sign('side-bend-delivery', 'level-shoulders', 'side bend at delivery', '°', 'below', 15, 4),
  sign('shaft-back', 'scooped', 'handle behind the club head at strike by', '°', 'above', 2, 2.5),
  sign(
    'set-then-lost',
    'early-set',
    'wrist angle more open down than back, at lead arm level, by',
    '°',
    'above',
    10,
    5,
  ),
  sign('effort-slope', 'effort-over-speed', 'speed gained for each point of effort above 6', 'mph', 'below', 0, 0.35),
];

/** Log-odds of a seen sign by its grade (typical). */
export const SEEN_LOG_ODDS = { absent: -1.2, unsure: 0, slight: 0.8, clear: 2 } as const;
export type SeenGrade = keyof typeof SEEN_LOG_ODDS;
