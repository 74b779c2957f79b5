import { BODY_AND_SETUP_SIGNS } from './body-and-setup.ts';
import { GROUND_SIGNS, MOTION_RATIO_SIGNS, SWING_SIGNS } from './motion-and-ground.ts';
import { PICTURE_AND_EAR_SIGNS } from './picture-and-ear.ts';
import { SHOT_AND_TEST_SIGNS } from './shots-and-tests.ts';
import type { MeasuredSign } from './sign-type.ts';

export type { MeasuredSign, MeasuredWith, Population } from './sign-type.ts';

/** Every sign that is measured. Their ids are stable: old records and files name them. */
export const MEASURED_SIGNS: readonly MeasuredSign[] = [
  ...BODY_AND_SETUP_SIGNS,
  ...SHOT_AND_TEST_SIGNS,
  ...MOTION_RATIO_SIGNS,
  ...SWING_SIGNS,
  ...GROUND_SIGNS,
  ...PICTURE_AND_EAR_SIGNS,
];

const BY_ID = new Map(MEASURED_SIGNS.map((s) => [s.id, s]));
export const signById = (id: string): MeasuredSign | undefined => BY_ID.get(id);

/**
 * Signs that no longer weigh: on players never seen they told nothing, or the wrong thing. Old verdicts keep them, their
 * figures stay on screen as measurements.
 */
export const RETIRED_SIGNS: readonly string[] = [
  'arm-before-hips',
  'chest-before-hips',
  'peak-order',
  'arm-peak-early',
  'release-start',
  'club-peak-loss',
  'tempo-ratio',
  'trail-elbow-fold',
];
