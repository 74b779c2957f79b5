import type { Sequence } from '../capture/sequence.ts';
import type { Measurement } from './findings.ts';
import { MOTION_SIGN_DATA } from './fitted/motion-signs.ts';
import type { FeatureTerm, MotionSignData } from './fitted/types.ts';
import { motionFeatures, type MotionFeatures } from './motion-features.ts';

const FARTHEST_SDS = 5;
/** Largest log ratio that one file may carry. */
const MOST = 3;
/** Faults that the hips' curve tells: without it they are not said. */
const NEEDS_HIPS = new Set(['no-foot-torque', 'no-separation']);

/** z of one feature: how far it is off what is usual at this speed, in standard deviations; 0 where the file does not have it. */
export function featureZ(
  term: FeatureTerm,
  f: MotionFeatures,
  data: Pick<MotionSignData, 'meanLnD' | 'meanLnClub'>,
): number {
  const value = f[term.feature];
  if (value === undefined) return 0;
  const usual =
    term.centre + term.perLnD * (f['lnD']! - data.meanLnD) + term.perLnClub * (f['lnClub']! - data.meanLnClub);
  return Math.max(-FARTHEST_SDS, Math.min(FARTHEST_SDS, (value - usual) / term.scale));
}

/** Log-likelihood ratio of each fault from one captured swing, within ±3. */
export function motionLogOdds(
  f: MotionFeatures,
  withAngles: boolean,
  data: MotionSignData = MOTION_SIGN_DATA,
): Record<string, number> {
  const hips = f['gain_chest/hips'] !== undefined;
  return Object.fromEntries(
    Object.entries(data.faults)
      .filter(([id]) => hips || !NEEDS_HIPS.has(id))
      .map(([id, fits]) => {
        const fit = withAngles ? fits.angles : fits.rates;
        const sum = fit.terms.reduce((s, t) => s + t.weight * featureZ(t, f, data), fit.intercept);
        const counted = sum > 0 ? fit.inFavour * sum : sum;
        return [id, Math.max(-MOST, Math.min(MOST, counted))];
      }),
  );
}

/** What one captured swing says of the faults that a motion file tells, one ratio a fault; empty where it has no chest, arm or top. */
export function measureMotionSigns(
  sequence: Sequence,
  withAngles: boolean,
  source: Measurement['source'],
): Measurement[] {
  const features = motionFeatures(sequence);
  if (!features) return [];
  return Object.entries(motionLogOdds(features, withAngles)).map(([fault, value]) => ({
    sign: `motion-${fault}`,
    value,
    uncertainty: 0,
    source,
  }));
}
