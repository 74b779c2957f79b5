import { analyseSequence } from '../core/capture/sequence.ts';
import type { Random } from '../core/numeric/random.ts';
import { quantile } from '../core/numeric/statistics.ts';
import { simulateDownswing, type SwingSample } from '../core/swing/model.ts';
import { drawCaptureOptions, makeCapture } from '../training/capture.ts';
import { drawPlayer } from '../training/population.ts';

const SEGMENTS = ['hips', 'chest', 'leadArm', 'club'] as const;
const WINDOW_S = 0.18;
/** Standard deviations that hold nine of ten errors. */
const NINE_OF_TEN = 1.645;

/**
 * Highest turn (or end) of the true curve in the last stretch before strike; its last earlier turn where it has none there.
 * An end that only begins to rise again, lower than that earlier turn, is no peak.
 */
function truePeakS(samples: readonly SwingSample[], segment: number): number {
  const end = samples[samples.length - 1]!.timeS;
  const rate = (k: number): number => samples[k]?.ratesRadPerS[segment] ?? -Infinity;
  let best = -1;
  let early = 0;
  for (let k = 1; k < samples.length; k++) {
    if (rate(k) < rate(k - 1) || rate(k) <= rate(k + 1)) continue;
    if (end - samples[k]!.timeS > WINDOW_S) early = k;
    else if (best < 0 || rate(k) > rate(best)) best = k;
  }
  const onlyEnd = best === samples.length - 1;
  return end - samples[best < 0 || (onlyEnd && rate(best) < rate(early)) ? early : best]!.timeS;
}

export interface PeakTimeFigures {
  readonly peaks: number;
  /** Share of errors within the stated ± (1.645 of its standard deviation). */
  readonly held: number;
  readonly medianMs: number;
  readonly p90Ms: number;
  readonly p99Ms: number;
}

/** Errors of peak times on captures of made-up players, with or without slow errors of the sensors. */
export function peakTimeFigures(n: number, sensorErrors: boolean, random: Random): PeakTimeFigures {
  const errorsMs: number[] = [];
  let held = 0;
  for (let i = 0; i < n;) {
    const { swing } = drawPlayer(random, { mostFaults: 3 });
    const drawn = drawCaptureOptions(random, false);
    const capture = makeCapture(swing, sensorErrors ? drawn : { ...drawn, curveErrorShare: 0 }, random);
    const down = simulateDownswing(swing, 0.0005);
    if (!capture || !down) continue;
    i++;
    const { segments } = analyseSequence(capture);
    SEGMENTS.forEach((s, k) => {
      const peak = segments[s];
      if (!peak) return;
      const error = Math.abs(peak.peakBeforeStrikeS - truePeakS(down.samples, k));
      errorsMs.push(1000 * error);
      if (error <= NINE_OF_TEN * peak.uncertaintyS) held++;
    });
  }
  const at = (q: number): number => quantile(errorsMs, q);
  return { peaks: errorsMs.length, held: held / errorsMs.length, medianMs: at(0.5), p90Ms: at(0.9), p99Ms: at(0.99) };
}
