import { createCanvas } from '@napi-rs/canvas';
import { CHECKPOINTS, type Checkpoint } from '../../core/catalogue/stages.ts';
import { seededRandom } from '../../core/numeric/random.ts';
import type { PicturePoint } from '../../core/picture/marks.ts';
import type { SwingParameters } from '../../core/swing/parameters.ts';
import { mpsToMph } from '../../core/units/units.ts';
import { bodyMotion, CLUB_M, type BodyMotion, type BodyTruth } from './body.ts';
import { background, drawFigure, pointsInPicture, pxPerMetre, type CameraPlace, type Px } from './draw.ts';
import { encodeVideo } from './encode.ts';

export interface CameraOptions extends CameraPlace {
  readonly fps: number;
  /** How many times slower the file plays than life. */
  readonly slowFactor: number;
  /** Share of the time between frames that the shutter is open: the motion blur. */
  readonly shutter: number;
  /** Chance of each frame to be dropped: the rate becomes a variable one. */
  readonly dropFrames: number;
  /** Turn of the stored picture that a player has to undo, °. */
  readonly rotation: 0 | 90 | 180 | 270;
  /** Swings one after the other in the file. */
  readonly swings: number;
  /** Seconds left out at the start: the still set-up is long. */
  readonly seed: string;
}

export interface VideoTruth {
  readonly view: CameraPlace['view'];
  readonly handedness: CameraPlace['handedness'];
  readonly fps: number;
  readonly slowFactor: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly pxPerMetre: number;
  readonly clubLengthM: number;
  readonly cameraRollDeg: number;
  readonly body: BodyTruth;
  readonly clubSpeedMph: number;
  /** Times in the file, s. */
  readonly frameTimesS: readonly number[];
  readonly strikesS: readonly number[];
  /** Of the first swing: time in the file and nearest frame. */
  readonly checkpoints: Readonly<Record<Checkpoint, { readonly timeS: number; readonly frame: number }>>;
  /** Place of every point on every frame, px. */
  readonly points: readonly Readonly<Record<PicturePoint, Px>>[];
}

/** Moments that one frame's exposure is put together from. */
const EXPOSURES = 4;
const GRAIN = 4;

/** Between two swings the golfer goes back to set-up, s. */
const PAUSE_S = 1.5;

type Joints = ReturnType<BodyMotion['at']>;
const between = (a: Joints, b: Joints, share: number): Joints =>
  Object.fromEntries(
    Object.entries(a).map(([k, p]) => {
      const q = b[k as PicturePoint];
      return [k, p.map((v, i) => v + share * (q[i]! - v))];
    }),
  ) as unknown as Joints;

const round = (v: number, digits: number): number => Math.round(v * 10 ** digits) / 10 ** digits;

/** What happens before the camera: the moments it takes, where every joint is, and the truth about it. */
export function filmScene(
  player: SwingParameters,
  body: BodyTruth,
  options: CameraOptions,
): { realS: number[]; jointsAt: (t: number) => ReturnType<BodyMotion['at']>; truth: VideoTruth } {
  const random = seededRandom(options.seed);
  const motions = Array.from({ length: options.swings }, (_, i) => bodyMotion(player, body, `${options.seed} ${i}`));
  const starts = motions.map((_, i) => motions.slice(0, i).reduce((s, m) => s + m.lengthS + PAUSE_S, 0));
  const lengthS = starts[starts.length - 1]! + motions[motions.length - 1]!.lengthS;
  const step = 1 / options.fps;
  const realS: number[] = [];
  for (let i = 0; i * step < lengthS; i++) if (i === 0 || random.uniform() >= options.dropFrames) realS.push(i * step);
  const jointsAt = (t: number): ReturnType<BodyMotion['at']> => {
    const which = starts.filter((s) => s <= t).length - 1;
    const own = t - starts[which]!;
    const { lengthS: swingS, at } = motions[which]!;
    const next = motions[which + 1] as BodyMotion | undefined;
    return own < swingS || !next
      ? at(Math.min(own, swingS))
      : between(at(swingS), next.at(0), (own - swingS) / PAUSE_S);
  };
  const first = motions[0]!;
  const nearest = (t: number): number =>
    realS.reduce((best, r, i) => (Math.abs(r - t) < Math.abs(realS[best]! - t) ? i : best), 0);
  const truth: VideoTruth = {
    view: options.view,
    handedness: options.handedness,
    fps: options.fps,
    slowFactor: options.slowFactor,
    widthPx: options.widthPx,
    heightPx: options.heightPx,
    pxPerMetre: pxPerMetre(options),
    clubLengthM: CLUB_M,
    cameraRollDeg: (options.rollRad * 180) / Math.PI,
    body,
    clubSpeedMph: mpsToMph(first.clubSpeedMps),
    frameTimesS: realS.map((t) => round(t * options.slowFactor, 6)),
    strikesS: motions.map((m, i) => round((starts[i]! + m.strikeS) * options.slowFactor, 6)),
    checkpoints: Object.fromEntries(
      CHECKPOINTS.map((c) => {
        const t = first.checkpointsS[c];
        return [c, { timeS: round(t * options.slowFactor, 6), frame: nearest(t) }];
      }),
    ) as VideoTruth['checkpoints'],
    points: realS.map((t) =>
      Object.fromEntries(
        Object.entries(pointsInPicture(options, jointsAt(t))).map(([k, [x, y]]) => [k, [round(x, 1), round(y, 1)]]),
      ),
    ) as unknown as VideoTruth['points'],
  };
  return { realS, jointsAt, truth };
}

/** Film of a simulated golfer as MP4, and the truth about every frame of it. */
export async function recordVideo(
  player: SwingParameters,
  body: BodyTruth,
  options: CameraOptions,
): Promise<{ mp4: Uint8Array; truth: VideoTruth }> {
  const scene = filmScene(player, body, options);
  const turned = options.rotation % 180 !== 0;
  const size = {
    widthPx: turned ? options.heightPx : options.widthPx,
    heightPx: turned ? options.widthPx : options.heightPx,
  };
  const mp4 = await encodeVideo(size, filmFrames(options, scene.realS, scene.jointsAt), {
    timesS: scene.realS.map((t) => t * options.slowFactor),
    rotation: options.rotation,
  });
  return { mp4, truth: scene.truth };
}

/** The frames as the camera stores them: several moments laid over each other while the shutter is open, then grain. */
export function* filmFrames(
  options: CameraOptions,
  realS: readonly number[],
  jointsAt: (t: number) => ReturnType<BodyMotion['at']>,
): Generator<Uint8ClampedArray> {
  const { widthPx: w, heightPx: h, rotation } = options;
  const random = seededRandom(`${options.seed} grain`);
  const wall = background(options, seededRandom(`${options.seed} wall`));
  const moment = createCanvas(w, h);
  const film = createCanvas(w, h);
  const stored = rotation % 180 === 0 ? createCanvas(w, h) : createCanvas(h, w);
  const [mg, fg, sg] = [moment.getContext('2d'), film.getContext('2d'), stored.getContext('2d')];
  const openS = options.shutter / options.fps;
  for (const t of realS) {
    for (let k = 0; k < EXPOSURES; k++) {
      mg.drawImage(wall, 0, 0);
      // The middle of the exposure is the frame's time.
      drawFigure(mg, options, jointsAt(Math.max(0, t + openS * ((k + 0.5) / EXPOSURES - 0.5))));
      fg.globalAlpha = 1 / (k + 1);
      fg.drawImage(moment, 0, 0);
    }
    sg.setTransform(1, 0, 0, 1, stored.width / 2, stored.height / 2);
    sg.rotate((-rotation * Math.PI) / 180);
    sg.drawImage(film, -w / 2, -h / 2);
    const image = sg.getImageData(0, 0, stored.width, stored.height);
    grain(image.data, random.uniform());
    yield image.data as unknown as Uint8ClampedArray;
  }
}

/** Grain of a film that is like no other frame's: a cheap stream of numbers from one seed. */
function grain(rgba: Uint8ClampedArray, seed: number): void {
  let state = Math.floor(seed * 0x7fffffff) | 1;
  for (let i = 0; i < rgba.length; i += 4) {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    const noise = ((state & 0xff) / 255 - 0.5) * 2 * GRAIN;
    rgba[i]! += noise;
    rgba[i + 1]! += noise;
    rgba[i + 2]! += noise;
  }
}

/** A camera that nothing special is said about. */
export const PLAIN_CAMERA: CameraOptions = {
  view: 'face-on',
  handedness: 'right',
  widthPx: 640,
  heightPx: 640,
  distanceM: 5,
  rollRad: 0,
  fps: 120,
  slowFactor: 1,
  shutter: 0.35,
  dropFrames: 0,
  rotation: 0,
  swings: 1,
  seed: '1',
};
