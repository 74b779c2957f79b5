import type { Ground } from '../capture/ground-analysis.ts';
import type { Finding, Measurement } from './findings.ts';

/** Shares of a load are good to this much, %; forces to this share of a body weight; times of peaks to so many ms. */
const SHARE_SD_PERCENT = 1.5;
const FORCE_SD_BW = 0.02;
const PEAK_SD_MS = 6;
const PLACE_SD_PERCENT = 5;

/** What the ground of one swing says on the measured signs. The vertical force counts with a driver only. */
export function measureGround(ground: Ground, club: string, source: Finding['source']): Measurement[] {
  const out: Measurement[] = [];
  const add = (sign: string, value: number | undefined | null, uncertainty: number): void => {
    if (value !== undefined && value !== null && Number.isFinite(value)) out.push({ sign, value, uncertainty, source });
  };
  const percent = (share: number | undefined): number | undefined => (share === undefined ? undefined : 100 * share);
  add('lead-share-top', percent(ground.leadShare.top), SHARE_SD_PERCENT);
  add('lead-share-strike', percent(ground.leadShare.strike), SHARE_SD_PERCENT);
  add('lead-share-finish', percent(ground.leadShare.finish), SHARE_SD_PERCENT);
  if (/driver/i.test(club)) {
    add('vertical-peak', ground.peakVerticalBw?.value, FORCE_SD_BW);
    if (ground.peakVerticalBw) add('vertical-peak-late', 1000 * ground.peakVerticalBw.beforeStrikeS, PEAK_SD_MS);
  }
  if (ground.peakTorqueNm) add('torque-peak-late', 1000 * ground.peakTorqueNm.beforeStrikeS, PEAK_SD_MS);
  const place = ground.trailAtTop;
  if (place) add('trail-pressure-out', 100 * Math.max(place.insideToOutside, place.heelToToe), PLACE_SD_PERCENT);
  return out;
}
