import type { Segment } from '../capture/motion.ts';
import type { Sequence } from '../capture/sequence.ts';
import { radToDeg } from '../units/units.ts';

/**
 * Figures of one captured swing that do not change with speed: times as shares of the swing's own downswing, rates as shares
 * of peaks, angles in degrees. What cannot be had from the file is absent.
 */
export type MotionFeatures = Readonly<Record<string, number>>;

/** Value of an evenly enough sampled series at a time, straight between the samples. */
function at(time: readonly number[], values: readonly number[], t: number): number {
  let lo = 0;
  let hi = time.length - 1;
  if (t <= time[lo]!) return values[lo]!;
  if (t >= time[hi]!) return values[hi]!;
  while (hi - lo > 1) {
    const middle = (lo + hi) >> 1;
    if (time[middle]! <= t) lo = middle;
    else hi = middle;
  }
  return values[lo]! + ((values[hi]! - values[lo]!) * (t - time[lo]!)) / (time[hi]! - time[lo]!);
}

function meanFrom(time: readonly number[], values: readonly number[], from: number): number {
  let sum = 0;
  let n = 0;
  for (let i = time.length - 1; i >= 0 && time[i]! >= from; i--) {
    sum += values[i]!;
    n++;
  }
  return n > 0 ? sum / n : values[values.length - 1]!;
}

/** Downswing of a swing: from the earliest reversal of hips, chest or arm to the strike, s. */
export function downswingS(sequence: Sequence): number | undefined {
  const turns = (['hips', 'chest', 'leadArm'] as const).flatMap(
    (s) => sequence.segments[s]?.reversalBeforeStrikeS ?? [],
  );
  return turns.length > 0 ? Math.max(...turns) : undefined;
}

/** Shares of the downswing before strike at which rates are read. */
const SHARES = [0.2, 0.3, 0.5, 0.6, 0.7, 0.8] as const;
const PAIRS: readonly (readonly [Segment, Segment])[] = [
  ['leadArm', 'chest'],
  ['chest', 'hips'],
  ['leadArm', 'hips'],
  ['club', 'leadArm'],
  ['club', 'hips'],
];

/** Features of one swing; undefined where the file has no top, chest or arm. */
export function motionFeatures(sequence: Sequence): MotionFeatures | undefined {
  const D = downswingS(sequence);
  const { segments, curves } = sequence;
  if (D === undefined || !segments.chest || !segments.leadArm || !segments.club) return undefined;
  const out: Record<string, number> = { lnD: Math.log(D), lnClub: Math.log(segments.club.peakRadPerS) };
  const put = (name: string, value: number | undefined): void => {
    if (value !== undefined && Number.isFinite(value)) out[name] = value;
  };
  const time = curves.timeS;
  for (const s of ['hips', 'chest', 'leadArm', 'club'] as const) {
    const peak = segments[s];
    const rates = curves.ratesRadPerS[s];
    if (!peak || !rates) continue;
    put(`strike_${s}`, peak.atStrikeRadPerS / peak.peakRadPerS);
    put(`end_${s}`, meanFrom(time, rates, -0.2 * D) / peak.peakRadPerS);
    for (const share of SHARES) put(`${s}@${share}`, at(time, rates, -share * D) / peak.peakRadPerS);
  }
  for (const [a, b] of PAIRS) {
    const [pa, pb] = [segments[a], segments[b]];
    const rates = curves.ratesRadPerS[a];
    if (!pa || !pb || !rates) continue;
    put(`gain_${a}/${b}`, pa.peakRadPerS / pb.peakRadPerS);
    put(`pk_${a}-${b}`, (pa.peakBeforeStrikeS - pb.peakBeforeStrikeS) / D);
    if (pa.reversalBeforeStrikeS !== undefined && pb.reversalBeforeStrikeS !== undefined)
      put(`rev_${a}-${b}`, (pa.reversalBeforeStrikeS - pb.reversalBeforeStrikeS) / D);
    if (a !== 'club')
      for (const share of SHARES) put(`${a}/${b}@${share}`, at(time, rates, -share * D) / pb.peakRadPerS);
  }
  const turnOf = (s: Segment): number | undefined => {
    const angle = curves.anglesRad[s];
    const reversal = segments[s]?.reversalBeforeStrikeS;
    return angle && reversal !== undefined ? -radToDeg(at(time, angle, -reversal)) : undefined;
  };
  put('chest_turn', turnOf('chest'));
  put('arm_turn', turnOf('leadArm'));
  put('hips_turn', turnOf('hips'));
  if (sequence.takeawayBeforeStrikeS !== undefined) put('back_s', sequence.takeawayBeforeStrikeS - D);
  if (sequence.separation) {
    put('stretch', radToDeg(sequence.separation.stretchRad));
    put('sep_top', radToDeg(sequence.separation.atTopRad));
  }
  openingFeatures(sequence, D, put);
  return out;
}

/** The opening between arm and club, from their angles or summed rates: also there where a file has no wrist column. */
function openingFeatures(sequence: Sequence, D: number, put: (name: string, value: number | undefined) => void): void {
  const { timeS: time, anglesRad } = sequence.curves;
  const { leadArm, club } = anglesRad;
  if (!leadArm || !club) return;
  const first = time.findIndex((t) => t >= -D);
  const opening = club.map((c, i) => radToDeg(c - leadArm[i]!));
  const readAt = (beforeS: number | undefined): number | undefined =>
    beforeS === undefined ? undefined : at(time, opening, -beforeS);
  let least = first;
  for (let i = first; i < opening.length; i++) if (opening[i]! < opening[least]!) least = i;
  const strike = at(time, opening, 0);
  const range = strike - opening[least]!;
  put('w_min', opening[least]);
  put('w_range', range);
  put('w_strike', strike);
  put('w_level', readAt(sequence.leadArmLevelBeforeStrikeS));
  put('w_delivery', readAt(sequence.deliveryBeforeStrikeS));
  const opened = opening.findIndex((w, i) => i > least && w >= opening[least]! + 0.1 * range);
  if (opened > 0) put('t_open', -time[opened]! / D);
}
