import { CHECKPOINTS } from '../../core/catalogue/stages.ts';
import { NO_MARKS, PICTURE_POINTS, type PictureMarks } from '../../core/picture/marks.ts';
import type { VideoTruth } from './record-video.ts';

/** Length that lies in the picture for the scale. */
const STICK_M = 1.2;

/**
 * What is marked in a film by somebody who knows its truth: every point on the checkpoints and on the two frames before the
 * strike, and the scale. The hindmost edge of the hips is picked down the line only.
 * @param off how far each coordinate is missed, px; exactly met without it
 */
export function marksOfTruth(truth: VideoTruth, off: () => number = () => 0): PictureMarks {
  const strike = truth.checkpoints.strike.frame;
  const frames = [...new Set([...CHECKPOINTS.map((c) => truth.checkpoints[c].frame), strike - 1, strike - 2])];
  const round = (v: number): number => Math.round(10 * v) / 10;
  const floor = round(0.93 * truth.heightPx);
  return {
    ...NO_MARKS,
    checkpoints: Object.fromEntries(
      CHECKPOINTS.map((c) => [c, { frame: truth.checkpoints[c].frame, source: 'picked' as const }]),
    ),
    frames: frames
      .sort((a, b) => a - b)
      .map((frame) => ({
        frame,
        points: Object.fromEntries(
          PICTURE_POINTS.filter((p) => p !== 'hipBack' || truth.view === 'down-the-line').map((p) => {
            const [x, y] = truth.points[frame]![p];
            return [p, { x: round(x + off()), y: round(y + off()), source: 'picked' as const }];
          }),
        ),
      })),
    scale: {
      a: { x: 30, y: floor },
      b: { x: 30 + STICK_M * truth.pxPerMetre, y: floor },
      lengthM: STICK_M,
      lengthSdM: 0.01,
      at: 'body',
    },
  };
}
