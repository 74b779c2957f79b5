import type { Sequence } from '../core/capture/sequence.ts';
import { SEGMENTS, type Segment } from '../core/capture/motion.ts';
import { radToDeg } from '../core/units/units.ts';

const ms = (s: number): number => Math.round(s * 1e6) / 1e3;
const optionalMs = (s: number | undefined): number | undefined => (s === undefined ? undefined : ms(s));
const deg = (rad: number): number => Math.round(radToDeg(rad) * 1e3) / 1e3;
const optionalDeg = (rad: number | undefined): number | undefined => (rad === undefined ? undefined : deg(rad));

export interface SegmentWire {
  peakDps: number;
  peakBeforeStrikeMs: number;
  uncertaintyMs: number;
  atStrikeDps: number;
  reversalBeforeStrikeMs?: number;
  reversalUncertaintyMs?: number;
}

/** What a sequence analysis looks like outside the core: degrees, milliseconds before strike. */
export interface SequenceWire {
  strike: { timeS: number; from: Sequence['strike']['from']; uncertaintyMs: number };
  takeawayBeforeStrikeMs?: number;
  topBeforeStrikeMs?: number;
  segments: Partial<Record<Segment, SegmentWire>>;
  order: Segment[];
  transitionOrder: Segment[];
  together: [Segment, Segment][];
  gains: { from: Segment; to: Segment; ratio: number }[];
  leadArmLevelBeforeStrikeMs?: number;
  deliveryBeforeStrikeMs?: number;
  release?: {
    wristAngleAtTopDeg?: number;
    wristAngleAtLeadArmLevelDeg?: number;
    wristAngleAtDeliveryDeg?: number;
    wristAngleAtStrikeDeg: number;
    startBeforeStrikeMs: number;
    peakRateBeforeStrikeMs: number;
    peakRateDps: number;
  };
  separation?: { atTopDeg: number; greatestDeg: number; stretchDeg: number };
  tempoRatio?: number;
  warnings: string[];
}

/** Turns a sequence into degrees and milliseconds; the command line and the server both send this. */
export function sequenceToWire(sequence: Sequence): SequenceWire {
  const segments: SequenceWire['segments'] = {};
  for (const segment of SEGMENTS) {
    const s = sequence.segments[segment];
    if (!s) continue;
    segments[segment] = {
      peakDps: deg(s.peakRadPerS),
      peakBeforeStrikeMs: ms(s.peakBeforeStrikeS),
      uncertaintyMs: ms(s.uncertaintyS),
      atStrikeDps: deg(s.atStrikeRadPerS),
      reversalBeforeStrikeMs: optionalMs(s.reversalBeforeStrikeS),
      reversalUncertaintyMs: optionalMs(s.reversalUncertaintyS),
    };
  }
  const r = sequence.release;
  const sep = sequence.separation;
  return {
    strike: {
      timeS: Math.round(sequence.strike.timeS * 1e6) / 1e6,
      from: sequence.strike.from,
      uncertaintyMs: ms(sequence.strike.uncertaintyS),
    },
    takeawayBeforeStrikeMs: optionalMs(sequence.takeawayBeforeStrikeS),
    topBeforeStrikeMs: optionalMs(sequence.topBeforeStrikeS),
    segments,
    order: [...sequence.order],
    transitionOrder: [...sequence.transitionOrder],
    together: sequence.together.map(([a, b]) => [a, b]),
    gains: sequence.gains.map((g) => ({ ...g, ratio: Math.round(g.ratio * 1e4) / 1e4 })),
    leadArmLevelBeforeStrikeMs: optionalMs(sequence.leadArmLevelBeforeStrikeS),
    deliveryBeforeStrikeMs: optionalMs(sequence.deliveryBeforeStrikeS),
    release: r && {
      wristAngleAtTopDeg: optionalDeg(r.wristAtTopRad),
      wristAngleAtLeadArmLevelDeg: optionalDeg(r.wristAtLeadArmLevelRad),
      wristAngleAtDeliveryDeg: optionalDeg(r.wristAtDeliveryRad),
      wristAngleAtStrikeDeg: deg(r.wristAtStrikeRad),
      startBeforeStrikeMs: ms(r.startBeforeStrikeS),
      peakRateBeforeStrikeMs: ms(r.peakRateBeforeStrikeS),
      peakRateDps: deg(r.peakRateRadPerS),
    },
    separation: sep && {
      atTopDeg: deg(sep.atTopRad),
      greatestDeg: deg(sep.greatestRad),
      stretchDeg: deg(sep.stretchRad),
    },
    tempoRatio: sequence.tempoRatio === undefined ? undefined : Math.round(sequence.tempoRatio * 1e3) / 1e3,
    warnings: [...sequence.warnings],
  };
}
