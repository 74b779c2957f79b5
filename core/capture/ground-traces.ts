import { zeroLagLowPass } from '../numeric/filters.ts';
import { noteNumber, type FootFrame, type GroundCapture } from './ground.ts';

/** Curves of the ground thinned for a picture: s from strike, shares, body weights, N m, m. */
export interface GroundTraces {
  readonly fromStrikeS: readonly number[];
  readonly leadShare: readonly number[];
  readonly verticalBw: readonly number[] | null;
  readonly torqueNm: readonly number[] | null;
  /** Pressure point under each foot; null where nothing stands on the plate. */
  readonly lead: readonly (readonly [number, number] | null)[] | null;
  readonly trail: readonly (readonly [number, number] | null)[] | null;
  readonly leadFoot: FootFrame | null;
  readonly trailFoot: FootFrame | null;
}

const POINTS = 160;
const [BEFORE_S, AFTER_S] = [1.2, 0.6];
const CUTOFF_HZ = 20;
/** A foot with less of the body's weight on it has no pressure place. */
const STANDS_BW = 0.05;

/** Thins a capture for its picture. The capture has been analysed: its strike is known. */
export function groundTraces(c: GroundCapture, bodyWeightN: number | null): GroundTraces {
  const strike = noteNumber(c.notes, 'strike_s') ?? 0;
  const n = c.timeS.length;
  const rate = (n - 1) / (c.timeS[n - 1]! - c.timeS[0]!);
  const smooth = (values: readonly number[]): number[] => zeroLagLowPass(values, rate, CUTOFF_HZ);
  const inside = c.timeS.flatMap((t, i) => (t >= strike - BEFORE_S && t <= strike + AFTER_S ? [i] : []));
  const step = Math.max(1, Math.floor(inside.length / POINTS));
  const kept = inside.filter((_, k) => k % step === 0);
  const thin = (values: readonly number[], digits: number): number[] =>
    kept.map((i) => Number(values[i]!.toFixed(digits)));
  const fromStrikeS = thin(
    c.timeS.map((t) => t - strike),
    4,
  );
  const none = { verticalBw: null, torqueNm: null, lead: null, trail: null, leadFoot: null, trailFoot: null };
  if (c.kind === 'mat') return { fromStrikeS, leadShare: thin(smooth(c.leadSharePct.map((v) => v / 100)), 4), ...none };
  const weight = bodyWeightN ?? 1;
  const lead = smooth(c.lead.fzN);
  const total = smooth(c.lead.fzN.map((v, i) => v + c.trail.fzN[i]!));
  const places = (side: 'lead' | 'trail'): ([number, number] | null)[] => {
    const x = smooth(c[side].copXM);
    const y = smooth(c[side].copYM);
    return kept.map((i) =>
      c[side].fzN[i]! < STANDS_BW * weight ? null : [Number(x[i]!.toFixed(4)), Number(y[i]!.toFixed(4))],
    );
  };
  const torque = smooth(
    c.timeS.map((_, i) =>
      [c.lead, c.trail].reduce((sum, p) => sum + p.copYM[i]! * p.fxN[i]! - p.copXM[i]! * p.fyN[i]! + p.tzNm[i]!, 0),
    ),
  );
  return {
    fromStrikeS,
    leadShare: thin(
      lead.map((v, i) => (total[i]! > 0.1 * weight ? v / total[i]! : 0.5)),
      4,
    ),
    verticalBw: thin(
      total.map((v) => v / weight),
      3,
    ),
    torqueNm: thin(torque, 1),
    lead: places('lead'),
    trail: places('trail'),
    leadFoot: c.leadFoot ?? null,
    trailFoot: c.trailFoot ?? null,
  };
}
