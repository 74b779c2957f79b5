import { sdOf } from '../catalogue/uncertainties.ts';
import { valueAt } from '../capture/checkpoints.ts';
import type { MotionCapture } from '../capture/motion.ts';
import type { Sequence } from '../capture/sequence.ts';
import { radToDeg } from '../units/units.ts';
import type { Finding, Measurement } from './findings.ts';
import { measureMotionSigns } from './motion-signs.ts';

type Source = Finding['source'];

/** Chest turn at the chest's own top, from its angle in the file; undefined without one. */
function chestTurnAtTopDeg(capture: MotionCapture, sequence: Sequence): number | undefined {
  const angle = capture.anglesRad.chest;
  const reversal = sequence.segments.chest?.reversalBeforeStrikeS;
  if (!angle || reversal === undefined) return undefined;
  return radToDeg(-valueAt(capture.timeS, angle, sequence.strike.timeS - reversal, 0.03, sequence.strike.timeS));
}

/** Single figures of one captured swing on the measured signs. */
export function measureSequence(capture: MotionCapture, sequence: Sequence, source: Source): Measurement[] {
  const out: Measurement[] = [];
  const add = (sign: string, value: number | undefined, uncertainty: number): void => {
    if (value !== undefined && Number.isFinite(value)) out.push({ sign, value, uncertainty, source });
  };
  const { chest } = sequence.segments;
  const takeaway = sequence.takeawayBeforeStrikeS;
  if (takeaway !== undefined && sequence.topBeforeStrikeS !== undefined)
    add('backswing-time', takeaway - sequence.topBeforeStrikeS, sdOf('backswingTime'));
  add('chest-turn-top', chestTurnAtTopDeg(capture, sequence), sdOf('chestTurn'));
  if (sequence.separation) add('stretch', radToDeg(sequence.separation.stretchRad), sdOf('stretch'));
  const release = sequence.release;
  if (release) {
    if (release.wristAtLeadArmLevelRad !== undefined && release.wristAtTopRad !== undefined) {
      add('wrist-opened', radToDeg(release.wristAtLeadArmLevelRad - release.wristAtTopRad), sdOf('wristOpened'));
    }
    add('held-wrist', radToDeg(release.wristAtStrikeRad), radToDeg(release.wristAtStrikeSdRad));
  }
  if (chest) add('chest-at-strike', (100 * chest.atStrikeRadPerS) / chest.peakRadPerS, sdOf('chestAtStrike'));
  return out;
}

/** What one captured swing says: a ratio for each fault that a motion file tells, and the single figures behind them. */
export const measureMotion = (capture: MotionCapture, sequence: Sequence, source: Source): Measurement[] => [
  ...measureMotionSigns(
    sequence,
    capture.anglesRad.chest !== undefined && capture.anglesRad.leadArm !== undefined,
    source,
  ),
  ...measureSequence(capture, sequence, source),
];
