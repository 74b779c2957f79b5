/** A sign that is measured: its quantity, typical threshold and how players differ. Editable data, no hidden truths. */
export interface MeasuredSign {
  readonly id: string;
  readonly fault: string;
  /** What is compared, in words, ready for a sentence. */
  readonly quantity: string;
  readonly unit: '°' | 'ms' | '%' | 'mm' | 's' | '' | 'mph';
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
  sign('effort-slope', 'effort-over-speed', 'speed gained for each point of effort above 6', 'mph', 'below', 0, 0.35),
];

/** Log-odds of a seen sign by its grade (typical). */
export const SEEN_LOG_ODDS = { absent: -1.2, unsure: 0, slight: 0.8, clear: 2 } as const;
export type SeenGrade = keyof typeof SEEN_LOG_ODDS;
