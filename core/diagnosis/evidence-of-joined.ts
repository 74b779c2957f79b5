import { pushAfterRelease } from '../swing/hands-and-legs.ts';
import type { Finding, Measurement } from './findings.ts';

/** What two records joined at the strike tell of one swing that neither tells alone. */
export interface JoinedSwing {
  /** Start of the release of the captured swing, ms before its strike; null where the file does not tell it. */
  readonly releaseStartBeforeStrikeMs: number | null;
  readonly strikeSdMs: number;
  /** Greatest push of the lead leg on the plates, s before their strike; null where it has none. */
  readonly pushBeforeStrikeS: number | null;
  /** How much later each record is laid, s. */
  readonly motionShiftS: number;
  readonly groundShiftS: number;
}

/** Legs against the release, from plates and a captured swing of the same strike. */
export function measureJoined(swing: JoinedSwing, source: Finding['source']): Measurement[] {
  const push = pushAfterRelease(swing);
  return push ? [{ sign: 'push-peak-after-release', value: push.value, uncertainty: push.sd, source }] : [];
}
