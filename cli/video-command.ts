import { readPictureFile } from '../threads/picture-file.ts';

/** `video`: what a video or a still says of itself, read in a thread that is ended where it takes too long. */
export async function video(file: string, fileName: string): Promise<unknown> {
  const f = await readPictureFile(file, fileName);
  const t = f.frameTimesS;
  const steps = t
    .slice(1)
    .map((v, i) => v - t[i]!)
    .sort((a, b) => a - b);
  return {
    kind: f.kind,
    codec: f.codec,
    width: f.widthPx,
    height: f.heightPx,
    rotationDeg: f.rotationDeg,
    frames: t.length,
    // The last frame stands as long as one of the middle.
    durationS: t[t.length - 1]! - t[0]! + (steps[Math.floor(steps.length / 2)] ?? 0),
    frameTimesS: t,
    hasSound: f.hasSound,
    warnings: f.warnings,
  };
}
