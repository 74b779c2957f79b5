import { readPointsFile } from '../api/points-file.ts';
import { measurePictureSigns } from '../core/diagnosis/evidence-of-picture.ts';
import { measurePicture, type PictureValue } from '../core/picture/picture-measures.ts';
import type { StrikeSpeed } from '../core/picture/speed.ts';
import { mpsToMph, radToDeg } from '../core/units/units.ts';

const UNIT = { angle: ['deg', radToDeg(1)], length: ['cm', 100], share: ['', 1] } as const;

const valueOut = (v: PictureValue) => {
  const [unit, by] = UNIT[v.kind];
  return { measure: v.id, checkpoint: v.checkpoint, frame: v.frame, value: by * v.value, sd: by * v.sd, unit };
};
const speedOut = (s: StrikeSpeed | undefined) =>
  s && { mph: mpsToMph(s.speedMps), interval90Mph: s.interval90Mps.map(mpsToMph), frames: s.frames };

/** `picture`: what digitised points say: angles, distances, times, speeds, each with its uncertainty. */
export function picture(input: unknown): unknown {
  const marked = readPointsFile(input, 'points');
  const m = measurePicture(marked);
  const source = { id: 'points', label: `${marked.view} video`, view: marked.view, heightM: marked.heightM };
  return {
    values: m.values.map(valueOut),
    times: m.times,
    handSpeed: speedOut(m.speeds.hands),
    clubHeadSpeed: speedOut(m.speeds.clubHead),
    framesPerS: m.rate.fps,
    variableRate: m.rate.variable,
    scaleMmPerPx: m.scale && 1000 * m.scale.metresPerPx,
    cameraTiltDeg: radToDeg(m.tiltRad),
    signs: measurePictureSigns(m, source).map((s) => ({ sign: s.sign, value: s.value, uncertainty: s.uncertainty })),
    missing: m.missing,
    warnings: m.warnings,
  };
}
