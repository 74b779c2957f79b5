import { analyseGround, type Peak } from '../core/capture/ground-analysis.ts';
import type { GroundCapture } from '../core/capture/ground.ts';

const ms = (s: number): number => 1000 * s;
const percent = (v: number): number => 100 * v;

/** `ground`: what two plates or a mat say of one swing. */
export function ground(capture: GroundCapture): unknown {
  const g = analyseGround(capture);
  const peak = (name: string, unit: string, p: Peak | null): Record<string, number> =>
    p ? { [`${name}${unit}`]: p.value, [`${name}BeforeStrikeMs`]: ms(p.beforeStrikeS) } : {};
  return {
    bodyWeightN: g.bodyWeightN,
    leadSharePct: Object.fromEntries(Object.entries(g.leadShare).map(([k, v]) => [k, percent(v)])),
    ...peak('peakVertical', 'Bw', g.peakVerticalBw),
    ...peak('peakLeadVertical', 'Bw', g.peakLeadVerticalBw),
    ...peak('peakTowardTarget', 'Bw', g.peakTowardTargetBw),
    ...peak('peakTorque', 'Nm', g.peakTorqueNm),
    offGroundBeforeStrikeMs: g.offGroundBeforeStrikeS === null ? null : ms(g.offGroundBeforeStrikeS),
    ...(g.trailAtTop
      ? {
          trailPressureAtTop: {
            heelToToePct: percent(g.trailAtTop.heelToToe),
            insideToOutsidePct: percent(g.trailAtTop.insideToOutside),
          },
        }
      : {}),
    flags: g.flags,
  };
}
