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
/** Half a 90 % interval in standard deviations. */
const REACH_SDS = 1.645;

/** What the isolation tests say on the measured signs; tests without an interval say nothing yet. */
export function measureRatios(
  ratios: readonly { readonly ratio: TestRatio; readonly source: Source }[],
): Measurement[] {
  return ratios.flatMap(({ ratio, source }) => {
    const sign = RATIO_SIGNS[ratio.test];
    if (!sign || ratio.ratio === null || ratio.interval90 === null) return [];
    const [lo, hi] = ratio.interval90;
    return [{ sign, value: 100 * ratio.ratio, uncertainty: (100 * (hi - lo)) / 2 / REACH_SDS, source }];
  });
}

/** Reading errors of a set-up taken with a stick and by eye, one standard deviation. */
const SETUP_SD = { hold: 0.15, knuckles: 0.3, aimDeg: 1.5, mm: 15, tiltDeg: 1.5, sharePct: 1 } as const;

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
  add('grip-hold', setup.gripHold && { fingers: 0, between: 0.5, palm: 1 }[setup.gripHold], SETUP_SD.hold);
  add('grip-strength', outside('knuckles'), SETUP_SD.knuckles);
  add('aim-feet', abs(setup.aimFeetOutDeg), SETUP_SD.aimDeg);
  add('aim-face', abs(setup.aimFaceOutDeg), SETUP_SD.aimDeg);
  if (heightM !== undefined) add('hand-height', outside('handHeightMm'), SETUP_SD.mm);
  add('lead-elbow', setup.elbow && { soft: 0, locked: 1 }[setup.elbow], SETUP_SD.hold);
  if (/driver/i.test(setup.club)) {
    add('driver-tilt', setup.sideTiltDeg, SETUP_SD.tiltDeg);
    add('driver-ball-back', setup.ballInsideHeelMm, SETUP_SD.mm);
    if (heightM !== undefined && setup.stanceWidthMm !== undefined)
      add('driver-stance', setup.stanceWidthMm / (10 * heightM), SETUP_SD.sharePct);
  }
  return out;
}
