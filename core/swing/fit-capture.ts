import { valueAt } from '../capture/checkpoints.ts';
import { CannotSayError } from '../errors/input-error.ts';
import type { MotionCapture, Segment } from '../capture/motion.ts';
import type { Sequence } from '../capture/sequence.ts';
import { degToRad } from '../units/units.ts';
import type { CapturedDownswing } from './fit.ts';
import type { SwingParameters } from './parameters.ts';

/** Set-up pose in the model's angles: hips and chest square, the arm a little past vertical, the shaft a little behind it. */
const SETUP_RAD: Readonly<Record<Segment, number>> = {
  hips: Math.PI / 2,
  chest: Math.PI / 2,
  leadArm: degToRad(8),
  club: degToRad(-4),
};
const MODEL_NAME: Readonly<Record<Segment, keyof SwingParameters['startRad']>> = {
  hips: 'hips',
  chest: 'torso',
  leadArm: 'arm',
  club: 'club',
};
/** A little before the top belongs to the fit, s. */
const BEFORE_TOP_S = 0.05;

/**
 * The downswing of a captured swing as the fit takes it: smoothed curves from just before the top to the strike, and the angles
 * at the top, from the file or from summed turning speeds where the takeaway is in it.
 */
export function capturedDownswing(capture: MotionCapture, sequence: Sequence): CapturedDownswing {
  const { timeS, ratesRadPerS } = sequence.curves;
  if (sequence.topBeforeStrikeS === undefined)
    throw new CannotSayError(
      'no-top',
      'The swing was captured from after its top, so the drives cannot be told.',
      'a capture from before the takeaway',
    );
  const downswingS = Math.max(
    sequence.topBeforeStrikeS,
    ...Object.values(sequence.segments).map((s) => s.reversalBeforeStrikeS ?? 0),
  );
  const from = Math.max(
    0,
    timeS.findIndex((t) => t >= -(downswingS + BEFORE_TOP_S)),
  );
  const cut = (values: readonly number[] | undefined): number[] | undefined => values?.slice(from);
  const setUpArm = Number(capture.notes.setup_arm_deg);
  const startRad = Object.fromEntries(
    (Object.keys(MODEL_NAME) as Segment[]).flatMap((segment) => {
      // Measured angles, else turning speeds summed from the set-up on.
      const angles = sequence.curves.anglesRad[segment];
      const reversal = sequence.segments[segment]?.reversalBeforeStrikeS;
      if (!angles || reversal === undefined) return [];
      const pose = segment === 'leadArm' && Number.isFinite(setUpArm) ? degToRad(setUpArm) : SETUP_RAD[segment];
      return [[MODEL_NAME[segment], pose + valueAt(timeS, angles, -reversal, 0.03, 0)]];
    }),
  );
  return {
    beforeStrikeS: timeS.slice(from).map((t) => -t),
    hips: cut(ratesRadPerS.hips),
    chest: cut(ratesRadPerS.chest),
    leadArm: cut(ratesRadPerS.leadArm),
    club: cut(ratesRadPerS.club) ?? [],
    downswingS,
    startRad,
  };
}
