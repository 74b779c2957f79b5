import { sdOf } from '../catalogue/uncertainties.ts';
import type { Ground } from '../capture/ground-analysis.ts';
import type { Finding, Measurement } from './findings.ts';

/** What the ground of one swing says on the measured signs. The vertical force counts with a driver only. */
export function measureGround(ground: Ground, club: string, source: Finding['source']): Measurement[] {
  const out: Measurement[] = [];
  const add = (sign: string, value: number | undefined | null, uncertainty: number): void => {
    if (value !== undefined && value !== null && Number.isFinite(value)) out.push({ sign, value, uncertainty, source });
  };
  const percent = (share: number | undefined): number | undefined => (share === undefined ? undefined : 100 * share);
  add('lead-share-top', percent(ground.leadShare.top), sdOf('weightShare'));
  add('lead-share-strike', percent(ground.leadShare.strike), sdOf('weightShare'));
  add('lead-share-finish', percent(ground.leadShare.finish), sdOf('weightShare'));
  if (/driver/i.test(club)) {
    add('vertical-peak', ground.peakVerticalBw?.value, sdOf('verticalForce'));
    if (ground.peakVerticalBw)
      add('vertical-peak-late', 1000 * ground.peakVerticalBw.beforeStrikeS, sdOf('forcePeakTime'));
  }
  if (ground.peakTorqueNm) add('torque-peak-late', 1000 * ground.peakTorqueNm.beforeStrikeS, sdOf('forcePeakTime'));
  const place = ground.trailAtTop;
  if (place) add('trail-pressure-out', 100 * Math.max(place.insideToOutside, place.heelToToe), sdOf('pressurePlace'));
  return out;
}
