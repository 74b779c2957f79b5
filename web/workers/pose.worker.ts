import { expose } from 'comlink';
import { FilesetResolver, PoseLandmarker } from '@mediapipe/tasks-vision';
import { ALL_FORMATS, Input, VideoSampleSink } from 'mediabunny';
import type { Checkpoint } from '../../core/catalogue/stages.ts';
import { insideFrameS } from '../../core/picture/frame-times.ts';
import { handTrack, withSides, type BodyFrame } from '../../core/picture/body-track.ts';
import { chosenSwing, coarseSwings, fineFrames, gridFrames } from '../../core/picture/hand-swing.ts';
import type { PicturePoint, View } from '../../core/picture/marks.ts';
import { pointsOfPose, proposePoints, withoutStrays } from '../../core/picture/pose.ts';
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
  readonly view: View;
}
/** Looks for the body through a whole video, finely around one swing. */
export interface BodyRequest {
  readonly kind: 'body';
  readonly url: string;
  readonly frameTimesS: readonly number[];
  readonly handedness: Handedness;
  readonly view: View;
  readonly slowFactor: number;
  /** Which of several swings, in order of time. */
  readonly which: number;
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

/** A video that is asked for the body on single frames. */
async function withBody<T>(
  { url, frameTimesS, handedness }: PoseRequest | BodyRequest,
  ask: (bodyAt: (frame: number) => Promise<BodyFrame | undefined>, heightPx: number) => Promise<T>,
): Promise<T> {
  const model = await landmarker();
  const input = new Input({ formats: ALL_FORMATS, source: await sourceAt(url) });
  try {
    const track = await input.getPrimaryVideoTrack();
    if (!track) throw new Error('The video has no picture.');
    const sink = new VideoSampleSink(track);
    const canvas = new OffscreenCanvas(track.displayWidth, track.displayHeight);
    const context = canvas.getContext('2d');
    if (!context) throw new Error('This browser draws no pictures in a worker.');
    const bodyAt = async (frame: number): Promise<BodyFrame | undefined> => {
      const sample = await sink.getSample(insideFrameS(frameTimesS, frame));
      if (!sample) return undefined;
      sample.draw(context, 0, 0, canvas.width, canvas.height);
      sample.close();
      const [found] = model.detect(canvas).landmarks;
      if (!found) return undefined;
      const landmarks = found.map((l) => ({ x: l.x, y: l.y, visibility: l.visibility ?? 0 }));
      return { frame, points: pointsOfPose(landmarks, handedness, canvas.width, canvas.height) };
    };
    return await ask(bodyAt, canvas.height);
  } finally {
    input.dispose();
    model.close();
  }
}

/** Points of the marked frames, each looked at with its neighbours. */
const look = (request: PoseRequest, report: Report): Promise<readonly FollowedFrame[]> =>
  withBody(request, async (bodyAt, heightPx) => {
    const { frames, frameTimesS, view } = request;
    const seen: BodyFrame[] = [];
    const groups: { frame: number; checkpoint: Checkpoint | null; from: number; to: number }[] = [];
    for (const [i, { frame, checkpoint }] of frames.entries()) {
      const from = seen.length;
      for (let k = -NEIGHBOURS; k <= NEIGHBOURS; k++) {
        const body = await bodyAt(Math.max(0, Math.min(frameTimesS.length - 1, frame + k)));
        if (body) seen.push(body);
      }
      groups.push({ frame, checkpoint, from, to: seen.length });
      report((i + 1) / frames.length);
    }
    const sided = withSides(seen, view);
    const out = groups.flatMap(({ frame, checkpoint, from, to }): FollowedFrame[] => {
      const without = checkpoint !== null && NO_HANDS.includes(checkpoint) ? ARMS : [];
      const own = sided.slice(from, to).map((b) => b.points);
      return own.length > 0 ? [{ frame, points: proposePoints(own, heightPx, without) }] : [];
    });
    return withoutStrays(out, heightPx);
  });

/** The body on a grid of frames, and finely around the swing that is asked for. */
const follow = (request: BodyRequest, report: Report): Promise<readonly BodyFrame[]> =>
  withBody(request, async (bodyAt) => {
    const { frameTimesS, view, slowFactor, which } = request;
    const seen = new Map<number, BodyFrame>();
    const lookAt = async (frames: readonly number[], from: number, to: number): Promise<void> => {
      for (const [i, frame] of frames.entries()) {
        const body = seen.has(frame) ? undefined : await bodyAt(frame);
        if (body) seen.set(frame, body);
        report(from + ((to - from) * (i + 1)) / frames.length);
      }
    };
    await lookAt(gridFrames(frameTimesS, slowFactor), 0, 0.5);
    const track = handTrack(withSides([...seen.values()], view), frameTimesS);
    const swing = chosenSwing(coarseSwings(track), which).swing;
    if (swing) await lookAt(fineFrames(track, swing, frameTimesS.length), 0.5, 1);
    return [...seen.values()];
  });

const inWords = (error: unknown): Error =>
  new Error(`The body was not found: ${error instanceof Error ? error.message : String(error)}`);

const api = {
  /** @throws Error in words for the eye */
  look: async (request: PoseRequest, report: Report): Promise<PictureResult> => {
    try {
      return { followed: await look(request, report), lost: [] };
    } catch (error) {
      throw inWords(error);
    }
  },
  /** @throws Error in words for the eye */
  body: async (request: BodyRequest, report: Report): Promise<readonly BodyFrame[]> => {
    try {
      return await follow(request, report);
    } catch (error) {
      throw inWords(error);
    }
  },
};
export type PoseThread = typeof api;
expose(api);
