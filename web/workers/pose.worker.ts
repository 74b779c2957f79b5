import { expose } from 'comlink';
import { FilesetResolver, PoseLandmarker } from '@mediapipe/tasks-vision';
import { ALL_FORMATS, Input, VideoSampleSink } from 'mediabunny';
import type { Checkpoint } from '../../core/catalogue/stages.ts';
import { insideFrameS } from '../../core/picture/frame-times.ts';
import type { PicturePoint } from '../../core/picture/marks.ts';
import { proposePoints, withoutStrays, type Landmark } from '../../core/picture/pose.ts';
import type { Handedness } from '../../core/units/units.ts';
import { sourceAt } from './source-at.ts';
import type { FollowedFrame, PictureResult, Report } from './picture.worker.ts';

/** Looks for body points at marked frames of a video. */
export interface PoseRequest {
  readonly kind: 'pose';
  readonly url: string;
  readonly frameTimesS: readonly number[];
  readonly frames: readonly { readonly frame: number; readonly checkpoint: Checkpoint | null }[];
  readonly handedness: Handedness;
}

/** Neighbours of a frame that are looked at with it, each way. */
const NEIGHBOURS = 1;
/** Where the hands are not claimed: the model is poor there. */
const NO_HANDS: readonly Checkpoint[] = ['top', 'transition', 'finish'];
const ARMS: readonly PicturePoint[] = ['hands', 'leadElbow', 'trailElbow'];

async function landmarker(): Promise<PoseLandmarker> {
  const fileset = await FilesetResolver.forVisionTasks(new URL('/pose/wasm', self.location.origin).href, true);
  return PoseLandmarker.createFromOptions(fileset, {
    baseOptions: { modelAssetPath: new URL('/pose/pose.task', self.location.origin).href, delegate: 'CPU' },
    runningMode: 'IMAGE',
    numPoses: 1,
  });
}

async function look(
  { url, frameTimesS, frames, handedness }: PoseRequest,
  report: Report,
): Promise<readonly FollowedFrame[]> {
  const model = await landmarker();
  const input = new Input({ formats: ALL_FORMATS, source: await sourceAt(url) });
  try {
    const track = await input.getPrimaryVideoTrack();
    if (!track) throw new Error('The video has no picture.');
    const sink = new VideoSampleSink(track);
    const canvas = new OffscreenCanvas(track.displayWidth, track.displayHeight);
    const context = canvas.getContext('2d');
    if (!context) throw new Error('This browser draws no pictures in a worker.');
    const out: FollowedFrame[] = [];
    for (const [i, { frame, checkpoint }] of frames.entries()) {
      const poses: Landmark[][] = [];
      for (let k = -NEIGHBOURS; k <= NEIGHBOURS; k++) {
        const near = Math.max(0, Math.min(frameTimesS.length - 1, frame + k));
        const sample = await sink.getSample(insideFrameS(frameTimesS, near));
        if (!sample) continue;
        sample.draw(context, 0, 0, canvas.width, canvas.height);
        sample.close();
        const [found] = model.detect(canvas).landmarks;
        if (found) poses.push(found.map((l) => ({ x: l.x, y: l.y, visibility: l.visibility ?? 0 })));
      }
      const without = checkpoint !== null && NO_HANDS.includes(checkpoint) ? ARMS : [];
      if (poses.length > 0)
        out.push({ frame, points: proposePoints(poses, handedness, canvas.width, canvas.height, without) });
      report((i + 1) / frames.length);
    }
    return withoutStrays(out, canvas.height);
  } finally {
    input.dispose();
    model.close();
  }
}

const api = {
  /** @throws Error in words for the eye */
  look: async (request: PoseRequest, report: Report): Promise<PictureResult> => {
    try {
      return { followed: await look(request, report), lost: [] };
    } catch (error) {
      throw new Error(`No body points could be proposed: ${error instanceof Error ? error.message : String(error)}`);
    }
  },
};
export type PoseThread = typeof api;
expose(api);
