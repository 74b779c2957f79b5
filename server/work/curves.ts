import type { CurvesWire } from '../../api/types.ts';
import type { HandSpeeds } from '../../core/capture/hand-speed.ts';
import { SEGMENTS, type Segment } from '../../core/capture/motion.ts';
import type { Sequence } from '../../core/capture/sequence.ts';
import { radToDeg } from '../../core/units/units.ts';

const PICTURE_POINTS = 260;
/** Stretch before the strike that the picture shows, s. */
const PICTURE_S = 1.6;

/** Curves thinned for the picture, rounded to a tenth of a degree and of a degree a second. */
export function curvesToWire(sequence: Sequence, hands: HandSpeeds | null): CurvesWire {
  const { timeS, ratesRadPerS, anglesRad, wristRad } = sequence.curves;
  const from = timeS.findIndex((t) => t >= -PICTURE_S);
  const step = Math.max(1, Math.floor((timeS.length - from) / PICTURE_POINTS));
  const indices: number[] = [];
  for (let i = timeS.length - 1; i >= from; i -= step) indices.unshift(i);
  const thin = (values: readonly number[]): number[] => indices.map((i) => Math.round(radToDeg(values[i]!) * 10) / 10);
  const all = (of: Partial<Record<Segment, readonly number[]>>): CurvesWire['dps'] =>
    Object.fromEntries(SEGMENTS.flatMap((s) => (of[s] ? [[s, thin(of[s])]] : [])));
  return {
    timeS: indices.map((i) => Math.round(timeS[i]! * 1e4) / 1e4),
    dps: all(ratesRadPerS),
    deg: all(anglesRad),
    ...(wristRad ? { wristDeg: thin(wristRad) } : {}),
    ...(hands
      ? { handMps: indices.map((i) => Math.round(100 * hands.at(timeS[i]! + sequence.strike.timeS)) / 100) }
      : {}),
  };
}
