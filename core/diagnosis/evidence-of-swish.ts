import { sdOf } from '../catalogue/uncertainties.ts';
import { median, robustSpread } from '../numeric/statistics.ts';
import type { Finding, Measurement } from './findings.ts';

/** What a set of swings says of each: time from the ball to the peak, s; null where it was not judged. */
export interface JudgedSwing {
  readonly offsetS: number | null;
  readonly offsetSdS: number | null;
}

/** Fewest judged swings from which a set counts as evidence. */
const FEWEST = 3;

/** What a heard set says on the measured signs: how far before the ball the swish is loudest. */
export function measureSwish(swings: readonly JudgedSwing[], source: Finding['source']): Measurement[] {
  const judged = swings.flatMap((s) =>
    s.offsetS === null ? [] : [{ ms: 1000 * s.offsetS, sd: 1000 * (s.offsetSdS ?? 0.005) }],
  );
  if (judged.length < FEWEST) return [];
  const each = Math.max(robustSpread(judged.map((j) => j.ms)), median(judged.map((j) => j.sd)));
  return [
    {
      sign: 'swish-place',
      value: -median(judged.map((j) => j.ms)),
      uncertainty: Math.hypot(sdOf('swishSet'), each / Math.sqrt(judged.length)),
      source,
    },
  ];
}
