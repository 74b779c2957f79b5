import { Z90 } from '../numeric/statistics.ts';
import { sdOf } from '../catalogue/uncertainties.ts';
import { setupNorm, type Setup, type SetupNumberKey } from '../catalogue/norms.ts';
import type { TestRatio } from '../battery/ratios.ts';
import type { Measurement } from './findings.ts';

type Source = Measurement['source'];

/** Sign in the ledger of each isolation test; the air swing has its own (air-over-ball). */
const RATIO_SIGNS: Readonly<Record<string, string>> = {
  kneeling: 'kneeling-ratio',
  'step-into-it': 'step-ratio',
  'feet-together': 'feet-together-ratio',
  'half-way-down': 'half-down-ratio',
  'hands-apart': 'hands-apart-ratio',
  'trail-arm-only': 'trail-arm-ratio',
  'other-direction': 'other-direction-ratio',
};

/** What the isolation tests say on the measured signs; tests without an interval say nothing yet. */
export function measureRatios(
  ratios: readonly { readonly ratio: TestRatio; readonly source: Source }[],
): Measurement[] {
  return ratios.flatMap(({ ratio, source }) => {
    const sign = RATIO_SIGNS[ratio.test];
    if (!sign || ratio.ratio === null || ratio.interval90 === null) return [];
    const [lo, hi] = ratio.interval90;
    return [{ sign, value: 100 * ratio.ratio, uncertainty: (100 * (hi - lo)) / 2 / Z90, source }];
  });
}

/** What a recorded set-up says on the measured signs. */
export function measureSetup(setup: Setup, heightM: number | undefined, source: Source): Measurement[] {
  const out: Measurement[] = [];
  const add = (sign: string, value: number | undefined, uncertainty: number): void => {
    if (value !== undefined) out.push({ sign, value, uncertainty, source });
  };
  /** Distance outside the typical window, 0 inside. */
  const outside = (key: SetupNumberKey): number | undefined => {
    const value = setup[key];
    const norm = setupNorm(key, setup.club, heightM);
    return value === undefined || !norm ? undefined : Math.max(0, norm.low - value, value - norm.high);
  };
  const abs = (v: number | undefined): number | undefined => (v === undefined ? undefined : Math.abs(v));
  add('grip-hold', setup.gripHold && { fingers: 0, between: 0.5, palm: 1 }[setup.gripHold], sdOf('grip'));
  add('grip-strength', outside('knuckles'), sdOf('knuckles'));
  add('aim-feet', abs(setup.aimFeetOutDeg), sdOf('aim'));
  add('aim-face', abs(setup.aimFaceOutDeg), sdOf('aim'));
  if (heightM !== undefined) add('hand-height', outside('handHeightMm'), sdOf('setupLength'));
  add('lead-elbow', setup.elbow && { soft: 0, locked: 1 }[setup.elbow], sdOf('grip'));
  if (/driver/i.test(setup.club)) {
    add('driver-tilt', setup.sideTiltDeg, sdOf('sideTilt'));
    add('driver-ball-back', setup.ballInsideHeelMm, sdOf('setupLength'));
    if (heightM !== undefined && setup.stanceWidthMm !== undefined)
      add('driver-stance', setup.stanceWidthMm / (10 * heightM), sdOf('stanceShare'));
  }
  return out;
}
