import { analyseSequence } from '../core/capture/sequence.ts';
import { diagnose } from '../core/diagnosis/diagnose.ts';
import { measuredFindings } from '../core/diagnosis/findings.ts';
import { measureMotion } from '../core/diagnosis/evidence-of-motion.ts';
import type { Random } from '../core/numeric/random.ts';
import { mpsToMph } from '../core/units/units.ts';
import { drawCaptureOptions, makeCapture } from '../training/capture.ts';
import { drawPlayer, type PlayerModel } from '../training/population.ts';

export interface SoundFigures {
  readonly from: number;
  readonly to: number;
  readonly n: number;
  /** Share in which any cause is named. */
  readonly named: number;
  /** Share in which any one fault's ratio is above 1. */
  readonly anyOverOne: number;
}

/** Faultless players of all speeds, read from a motion file alone: how often a cause is named. */
export function soundSwingFigures(n: number, random: Random, model: PlayerModel): SoundFigures[] {
  const bands = [50, 65, 80, 95, 110, 128]
    .map((from, i, all) => ({ from, to: all[i + 1] ?? 0, n: 0, named: 0, over: 0 }))
    .slice(0, -1);
  for (let i = 0; i < n; i++) {
    const player = drawPlayer(random, { mostFaults: 0, model });
    const capture = makeCapture(player.swing, drawCaptureOptions(random, false), random);
    const band = bands.find((b) => mpsToMph(player.speedMps) >= b.from && mpsToMph(player.speedMps) < b.to);
    if (!capture || !band) continue;
    const sequence = analyseSequence(capture);
    const source = { kind: 'motion' as const, id: 'm', label: 'm' };
    const findings = measuredFindings(measureMotion(capture, sequence, source));
    band.n++;
    if (diagnose(findings).verdict.faults.length > 0) band.named++;
    if (findings.some((f) => f.sign.startsWith('motion-') && f.logOdds > 1)) band.over++;
  }
  return bands.map((b) => ({
    from: b.from,
    to: b.to,
    n: b.n,
    named: b.named / Math.max(1, b.n),
    anyOverOne: b.over / Math.max(1, b.n),
  }));
}
