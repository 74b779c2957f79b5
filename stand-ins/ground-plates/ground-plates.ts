import type { PlateCapture, PlateSeries } from '../../core/capture/ground.ts';
import type { Random } from '../../core/numeric/random.ts';

/** Hidden truth of a simulated player's use of the ground in one swing. */
export interface GroundTruth {
  readonly massKg: number;
  /** Share of the load on the lead foot, 0–1. */
  readonly leadShare: {
    readonly setUp: number;
    readonly top: number;
    readonly strike: number;
    readonly finish: number;
  };
  readonly peakVerticalBw: number;
  readonly peakVerticalBeforeStrikeS: number;
  readonly peakTorqueNm: number;
  readonly peakTorqueBeforeStrikeS: number;
  /** Pressure of the trail foot at the top: 0 inside to 1 outside. */
  readonly trailOutside: number;
}

export const SOUND_GROUND: Omit<GroundTruth, 'massKg'> = {
  leadShare: { setUp: 0.5, top: 0.28, strike: 0.82, finish: 0.9 },
  peakVerticalBw: 1.6,
  peakVerticalBeforeStrikeS: 0.085,
  peakTorqueNm: 56,
  peakTorqueBeforeStrikeS: 0.11,
  trailOutside: 0.45,
};

const GRAVITY = 9.80665;
const BACKSWING_S = 0.85;
const DOWNSWING_S = 0.27;
const STILL_S = 0.8;
const AFTER_S = 0.9;
const HALF_STANCE_M = 0.22;

const smooth = (u: number): number => (u <= 0 ? 0 : u >= 1 ? 1 : u * u * (3 - 2 * u));
const bell = (t: number, at: number, width: number): number => Math.exp(-0.5 * ((t - at) / width) ** 2);

/** Two plates under one simulated swing: sums of smooth loads and bells with the stated peaks, and plate noise. */
export function recordGround(truth: GroundTruth, rateHz: number, random: Random): PlateCapture {
  const top = STILL_S + BACKSWING_S;
  const strike = top + DOWNSWING_S;
  const weight = truth.massKg * GRAVITY;
  const n = Math.round((strike + AFTER_S) * rateHz);
  const timeS = Array.from({ length: n }, (_, i) => i / rateHz);
  const shareAt = (t: number): number => {
    const { setUp, top: atTop, strike: atStrike, finish } = truth.leadShare;
    if (t <= top) return setUp + (atTop - setUp) * smooth((t - STILL_S) / BACKSWING_S);
    if (t <= strike) return atTop + (atStrike - atTop) * smooth((t - top) / DOWNSWING_S);
    return atStrike + (finish - atStrike) * smooth((t - strike) / 0.4);
  };
  const noise = (sd: number): number => sd * random.normal();
  const series = (side: 'lead' | 'trail'): PlateSeries => {
    const out: Record<keyof PlateSeries, number[]> = { fxN: [], fyN: [], fzN: [], copXM: [], copYM: [], tzNm: [] };
    const sign = side === 'lead' ? 1 : -1;
    for (const t of timeS) {
      const total = weight * (1 + (truth.peakVerticalBw - 1) * bell(t, strike - truth.peakVerticalBeforeStrikeS, 0.06));
      const share = side === 'lead' ? shareAt(t) : 1 - shareAt(t);
      const fz = share * total;
      const twist = truth.peakTorqueNm * bell(t, strike - truth.peakTorqueBeforeStrikeS, 0.08);
      // A couple of fore-aft forces, one under each foot, turns the golfer; the middle of the stance is its centre.
      const fy = (-sign * twist * 0.8) / (2 * HALF_STANCE_M);
      const outward =
        side === 'trail'
          ? (truth.trailOutside - 0.45) * smooth((t - STILL_S) / BACKSWING_S) * (t <= strike ? 1 : 0)
          : 0;
      out.fzN.push(fz + noise(6));
      out.fxN.push(share * 0.18 * weight * bell(t, strike - 0.13, 0.05) + noise(3));
      out.fyN.push(fy + noise(3));
      out.copXM.push(sign * HALF_STANCE_M - 0.1 * outward + noise(0.002));
      out.copYM.push(0.02 + 0.03 * smooth((t - top) / DOWNSWING_S) * sign + noise(0.002));
      out.tzNm.push(0.1 * twist + noise(0.6));
    }
    return out;
  };
  const foot = (sign: 1 | -1) => ({
    heelXM: sign * HALF_STANCE_M,
    heelYM: -0.1,
    lengthM: 0.27,
    widthM: 0.1,
    turnRad: 0,
  });
  return {
    kind: 'plates',
    timeS,
    lead: series('lead'),
    trail: series('trail'),
    leadFoot: foot(1),
    trailFoot: foot(-1),
    notes: {
      strike_s: strike.toFixed(4),
      top_s: top.toFixed(4),
      mass_kg: String(truth.massKg),
      source: 'simulated plates',
    },
  };
}
