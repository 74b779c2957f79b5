import type { Flags } from './flags.ts';
import { readC3d } from '../core/formats/c3d.ts';

/** `c3d`: what is in the file; with `--values` everything. */
export function c3d(bytes: ArrayBuffer, fileName: string, flags: Flags): unknown {
  const f = readC3d(bytes, fileName);
  const missing = Object.fromEntries(
    f.pointLabels.flatMap((label, i) => {
      const count = f.points[i]!.filter((p) => p === null).length;
      return count > 0 ? [[label, count]] : [];
    }),
  );
  return {
    processor: f.processor,
    pointRateHz: f.pointRateHz,
    frames: f.frames,
    pointLabels: f.pointLabels,
    units: f.pointUnits,
    analogRateHz: f.analogLabels.length > 0 ? f.analogRateHz : 0,
    analogLabels: f.analogLabels,
    analogUnits: f.analogUnits,
    events: f.events,
    missing,
    ...(flags.values
      ? {
          points: Object.fromEntries(f.pointLabels.map((label, i) => [label, f.points[i]])),
          analog: Object.fromEntries(f.analogLabels.map((label, i) => [label, f.analog[i]])),
        }
      : {}),
  };
}
