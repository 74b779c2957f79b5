import { expose } from 'comlink';
import { ALL_FORMATS, AudioSampleSink, Input, VideoSampleSink, type VideoSample } from 'mediabunny';
import { CannotSayError, InputError } from '../../core/errors/input-error.ts';
import { followStep, startFollowing, type FollowState } from '../../core/picture/follow.ts';
import type { Sound } from '../../core/formats/wav.ts';
import type { PicturePoint, Px } from '../../core/picture/marks.ts';
import { halved } from '../../core/picture/departure.ts';
import type { ProposeFrom } from '../../core/picture/propose-checkpoints.ts';
import { analyseSwish } from '../../core/swish/analyse.ts';
import { findClicks } from '../../core/swish/clicks.ts';
import { sourceAt } from './source-at.ts';
import { motionBands, softened, type Grey } from '../../core/picture/track.ts';

/** Looks and listens through a whole video: its motion, a small picture of each frame, the knocks in its sound. */
export interface SenseRequest {
  readonly kind: 'sense';
  readonly url: string;
  readonly frameTimesS: readonly number[];
}
/** Follows points from a frame to another, forward or back. */
export interface FollowRequest {
  readonly kind: 'follow';
  readonly url: string;
  readonly frameTimesS: readonly number[];
  readonly slowFactor: number;
  readonly from: number;
  readonly to: number;
  readonly points: Readonly<Partial<Record<PicturePoint, Px>>>;
}
/** Listens for the swish in a video's sound. */
export interface SwishRequest {
  readonly kind: 'swish';
  readonly url: string;
}
export type PictureRequest = SenseRequest | FollowRequest | SwishRequest;
export interface FollowedFrame {
  readonly frame: number;
  readonly points: Readonly<Partial<Record<PicturePoint, Px & { readonly quality: number }>>>;
}
/** What a whole video shows and lets hear. */
export type Sensed = Pick<ProposeFrom, 'bands' | 'pictures' | 'clicks'>;
/** What was sensed, points followed, or when each swish was heard to be loudest, s of the file. */
export type PictureResult =
  | { readonly sensed: Sensed }
  | { readonly followed: readonly FollowedFrame[]; readonly lost: readonly PicturePoint[] }
  | { readonly swishPeaksS: readonly number[] };
/** Told the share that is done, 0 to 1. */
export type Report = (share: number) => void;

/** Height to which a picture is brought for the motion of the whole; points are followed in larger ones. */
const MOTION_HEIGHT_PX = 240;
const FOLLOW_HEIGHT_PX = 720;
/** Films with more frames leave no small pictures: they would fill the memory. */
const MOST_PICTURES = 1500;
/** Thickness of a stick or shaft: when it is loudest hardly hangs on it. */
const USUAL_SHAFT_M = 0.011;
/** Longer sound is not searched for the strike. */
const LONGEST_SOUND_S = 90;
/** Share of a frame that a decoder's time may differ from the file's. */
const SAME_FRAME_S = 1e-4;
/** Frames held in memory on the way back, where they have to be decoded forward first. */
const BACK_PIECE = 24;

let canvas: OffscreenCanvas | undefined;

/** One decoded frame in grey at a height, turned as the file asks. */
function greyOf(sample: VideoSample, mostHeightPx: number): Grey {
  const scale = Math.min(1, mostHeightPx / sample.displayHeight);
  const w = Math.round(sample.displayWidth * scale);
  const h = Math.round(sample.displayHeight * scale);
  if (!canvas || canvas.width !== w || canvas.height !== h) canvas = new OffscreenCanvas(w, h);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser draws no pictures in a worker.');
  sample.draw(context, 0, 0, w, h);
  const { data } = context.getImageData(0, 0, w, h);
  const values = new Uint8Array(w * h);
  for (let i = 0, k = 0; k < values.length; i += 4, k++) values[k] = (data[i]! + 2 * data[i + 1]! + data[i + 2]!) >> 2;
  return { widthPx: w, heightPx: h, values };
}

async function withVideo<T>(url: string, withSink: (sink: VideoSampleSink) => Promise<T>): Promise<T> {
  const input = new Input({ formats: ALL_FORMATS, source: await sourceAt(url) });
  try {
    const track = await input.getPrimaryVideoTrack();
    if (!track) throw new InputError('no-picture', 'The video has no picture.', 'video');
    return await withSink(new VideoSampleSink(track));
  } finally {
    input.dispose();
  }
}

/** Decoded frames between two, in order, each once. */
async function* framesOf(
  sink: VideoSampleSink,
  timesS: readonly number[],
  from: number,
  to: number,
  heightPx: number,
): AsyncGenerator<{ frame: number; grey: Grey }> {
  let frame = from;
  const end = to + 1 < timesS.length ? timesS[to + 1] : Infinity;
  for await (const sample of sink.samples(timesS[from], end)) {
    while (frame < to && timesS[frame + 1]! <= sample.timestamp + SAME_FRAME_S) frame++;
    const grey = greyOf(sample, heightPx);
    sample.close();
    if (frame <= to) yield { frame, grey };
  }
}

async function sense({ url, frameTimesS }: SenseRequest, report: Report): Promise<PictureResult> {
  const clicks = await clicksOf(url).catch(() => []);
  return withVideo(url, async (sink) => {
    const bands: number[][] = [];
    const pictures: Grey[] = [];
    let before: Grey | undefined;
    for await (const { frame, grey } of framesOf(sink, frameTimesS, 0, frameTimesS.length - 1, MOTION_HEIGHT_PX)) {
      bands[frame] = motionBands(before ?? grey, grey);
      if (frameTimesS.length <= MOST_PICTURES) pictures[frame] = halved(grey);
      before = grey;
      if (frame % 10 === 0) report(frame / frameTimesS.length);
    }
    for (let i = 0; i < frameTimesS.length; i++)
      bands[i] ??= bands[i - 1] ?? motionBands(before as Grey, before as Grey);
    return { sensed: { bands, pictures, clicks } };
  });
}

/** A video's sound and when it begins in the file; undefined where it has none that this browser reads, or too much of it. */
async function soundOf(url: string): Promise<(Sound & { readonly startS: number }) | undefined> {
  const input = new Input({ formats: ALL_FORMATS, source: await sourceAt(url) });
  try {
    const track = await input.getPrimaryAudioTrack();
    if (!track || !(await track.canDecode()) || (await track.computeDuration()) > LONGEST_SOUND_S) return undefined;
    const parts: Float32Array[] = [];
    let startS: number | undefined;
    for await (const sample of new AudioSampleSink(track).samples()) {
      startS ??= sample.timestamp;
      const part = new Float32Array(sample.numberOfFrames);
      sample.copyTo(part, { format: 'f32-planar', planeIndex: 0 });
      sample.close();
      parts.push(part);
    }
    const samples = new Float32Array(parts.reduce((n, p) => n + p.length, 0));
    let at = 0;
    for (const part of parts) {
      samples.set(part, at);
      at += part.length;
    }
    return { samples, rateHz: track.sampleRate, channels: 1, startS: startS ?? 0 };
  } finally {
    input.dispose();
  }
}

/** Knocks in the video's sound by file time. */
async function clicksOf(url: string): Promise<Sensed['clicks']> {
  const sound = await soundOf(url);
  return sound
    ? findClicks(sound.samples, sound.rateHz).map((c) => ({ timeS: c.timeS + sound.startS, levelDb: c.levelDb }))
    : [];
}

async function listen({ url }: SwishRequest): Promise<PictureResult> {
  const sound = await soundOf(url);
  if (!sound)
    throw new CannotSayError(
      'no-sound',
      'No swish can be heard in this video.',
      `sound that this browser reads, ${LONGEST_SOUND_S} s of it at most`,
    );
  const { swings } = analyseSwish(sound, { diameterM: USUAL_SHAFT_M, ball: 'click', microphone: 'opposite' });
  return { swishPeaksS: swings.map((s) => s.peakTimeS + sound.startS) };
}

/** Frames from one to another in the order of the way; on the way back they are decoded in pieces. */
async function* onTheWay(
  sink: VideoSampleSink,
  timesS: readonly number[],
  from: number,
  to: number,
): AsyncGenerator<{ frame: number; grey: Grey }> {
  if (to >= from) return yield* framesOf(sink, timesS, from, to, FOLLOW_HEIGHT_PX);
  for (let last = from; last >= to; last -= BACK_PIECE) {
    const piece: { frame: number; grey: Grey }[] = [];
    for await (const f of framesOf(sink, timesS, Math.max(to, last - BACK_PIECE + 1), last, FOLLOW_HEIGHT_PX))
      piece.push(f);
    yield* piece.reverse();
  }
}

async function follow(
  { url, frameTimesS, slowFactor, from, to, points }: FollowRequest,
  report: Report,
): Promise<PictureResult> {
  return withVideo(url, async (sink) => {
    const followed: FollowedFrame[] = [];
    const lost: PicturePoint[] = [];
    let states: FollowState[] = [];
    let before: { frame: number; grey: Grey } | undefined;
    let scale = 1;
    for await (const { frame, grey } of onTheWay(sink, frameTimesS, from, to)) {
      const soft = softened(grey);
      if (!before) {
        scale = await pictureScale(sink, grey);
        states = Object.entries(points).map(([name, p]) =>
          startFollowing(name as PicturePoint, { x: p.x * scale, y: p.y * scale }),
        );
      } else {
        const betweenS = Math.abs(frameTimesS[frame]! - frameTimesS[before.frame]!) / slowFactor;
        const found: Partial<Record<PicturePoint, Px & { quality: number }>> = {};
        const next: FollowState[] = [];
        for (const state of states) {
          const one = followStep(before.grey, soft, state, betweenS);
          if (!one.state) lost.push(state.point);
          else next.push(one.state);
          if (one.state?.hiddenFor === 0)
            found[state.point] = { x: one.found.x / scale, y: one.found.y / scale, quality: one.found.quality };
        }
        states = next;
        followed.push({ frame, points: found });
        if (states.length === 0) break;
      }
      before = { frame, grey: soft };
      report(Math.abs(frame - from) / (Math.abs(to - from) + 1));
    }
    return { followed, lost };
  });
}

/** Pixels of the followed picture for one of the picture as shown. */
async function pictureScale(sink: VideoSampleSink, grey: Grey): Promise<number> {
  const first = await sink.getSample(0);
  if (!first) return 1;
  const scale = grey.heightPx / first.displayHeight;
  first.close();
  return scale;
}

const api = {
  /** @throws Error in words for the eye */
  look: async (request: PictureRequest, report: Report): Promise<PictureResult> => {
    try {
      if (request.kind === 'swish') return await listen(request);
      return await (request.kind === 'sense' ? sense(request, report) : follow(request, report));
    } catch (error) {
      if (error instanceof CannotSayError) throw new Error(`${error.message} Missing: ${error.missing}.`);
      throw error;
    }
  },
};
export type PictureThread = typeof api;
expose(api);
