import { measuredWith, OWN_MODEL, type MeasuredSign } from './sign-type.ts';

const ground = measuredWith('ground');
const motion = measuredWith('motion');

/** A fault that a motion file tells by one likelihood ratio; its own populations stand in the fitted data. */
const ratio = (fault: string, quantity: string): MeasuredSign => ({
  ...motion(`motion-${fault}`, fault, quantity, '', [-1.5, 1.5], [1.5, 1.5], {
    source: 'fitted on simulated players of the swing model',
  }),
  ratio: true,
});

/** Faults with a likelihood ratio from a motion file, and the single figures that a file's ratio already holds. */
export const MOTION_RATIO_SIGNS: readonly MeasuredSign[] = [
  ratio('short-turn', 'turn of chest and arms, all figures together'),
  ratio('slow-takeaway', 'time of the backswing, all figures together'),
  ratio('arms-first', 'arm against hips and trunk at the start down, all figures together'),
  ratio('no-foot-torque', 'hips against the trunk at the start down, all figures together'),
  ratio('no-separation', 'hips and chest moving as one, all figures together'),
  ratio('early-release', 'loss of the wrist angle, all figures together'),
  ratio('held-off', 'wrist angle held past its time, all figures together'),
  ratio('body-stall', 'chest slowing before the strike, all figures together'),
  ratio('tension', 'slowness of the release, all figures together'),
];

/** Single figures of a swing, from a picture, by hand, or from a motion file that carries no curves enough. */
export const SWING_SIGNS: readonly MeasuredSign[] = [
  motion('chest-turn-top', 'short-turn', 'chest turn at the top', '°', [94, 7], [74, 9], {
    checkpoint: 'top',
    rulesOut: 90,
    source: OWN_MODEL,
  }),
  motion('backswing-time', 'slow-takeaway', 'backswing time', 's', [0.78, 0.12], [1.25, 0.16], {
    rulesOut: 0.9,
    source: OWN_MODEL,
  }),
  motion('stretch', 'no-separation', 'stretch between hips and chest', '°', [8, 4], [2, 2], { source: OWN_MODEL }),
  motion('wrist-opened', 'early-release', 'wrist angle lost by lead arm level', '°', [2, 7], [28, 14], {
    checkpoint: 'lead arm level (down)',
    group: 'release',
    rulesOut: -5,
    source: OWN_MODEL,
  }),
  motion('held-wrist', 'held-off', 'wrist angle at strike', '°', [168, 9], [141, 12], {
    checkpoint: 'strike',
    rulesOut: 168,
    source: OWN_MODEL,
  }),
  motion('chest-at-strike', 'body-stall', 'chest speed at strike, share of its peak', '%', [58, 16], [24, 16], {
    checkpoint: 'strike',
    source: OWN_MODEL,
  }),
];

/** The ground, from two plates or a mat. */
export const GROUND_SIGNS: readonly MeasuredSign[] = [
  ground('lead-share-top', 'reverse-load', 'load on the lead foot at the top', '%', [33, 8], [57, 7], {
    checkpoint: 'top',
  }),
  ground('lead-share-strike', 'hang-back', 'load on the lead foot at strike', '%', [81, 7], [60, 8], {
    checkpoint: 'strike',
  }),
  ground('lead-share-finish', 'unstable-finish', 'load on the lead foot at the finish', '%', [91, 5], [73, 8], {
    checkpoint: 'finish',
  }),
  ground(
    'vertical-peak',
    'no-leg-extension',
    'greatest vertical force, in body weights',
    '',
    [1.68, 0.17],
    [1.25, 0.13],
    { group: 'leg-push' },
  ),
  ground(
    'vertical-peak-late',
    'no-leg-extension',
    'greatest vertical force before strike by',
    'ms',
    [78, 22],
    [25, 22],
    { group: 'leg-push' },
  ),
  // The push of a sound swing is greatest a little after the wrists begin to let go (sound cases: release 96 ms, push 65 to 91 ms before strike).
  // Wide: the same push is already read against the strike, for the legs that do not push.
  ground(
    'push-peak-after-release',
    'legs-late',
    'greatest push of the lead leg after the start of the release by',
    'ms',
    [22, 30],
    [70, 32],
    { group: 'leg-timing' },
  ),
  ground('torque-peak-late', 'no-foot-torque', 'greatest turning torque before strike by', 'ms', [78, 22], [22, 18]),
  ground(
    'trail-pressure-out',
    'trail-load-outside',
    'trail foot at the top: pressure outward or forward, share of the foot',
    '%',
    [45, 13],
    [79, 10],
    {
      checkpoint: 'top',
    },
  ),
];
