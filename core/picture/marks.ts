import type { Checkpoint } from '../catalogue/stages.ts';
import type { Handedness } from '../units/units.ts';

/** Where the camera stands: in front of the chest, or behind the hands, looking at the target. */
export const VIEWS = ['face-on', 'down-the-line'] as const;
export type View = (typeof VIEWS)[number];

/** Points of a golfer that can be picked in a picture. `hipBack` is the hindmost edge of the hips, seen down the line. */
export const PICTURE_POINTS = [
  'head',
  'leadShoulder',
  'trailShoulder',
  'leadElbow',
  'trailElbow',
  'hands',
  'clubHead',
  'leadHip',
  'trailHip',
  'hipBack',
  'leadKnee',
  'trailKnee',
  'leadAnkle',
  'trailAnkle',
  'ball',
] as const;
export type PicturePoint = (typeof PICTURE_POINTS)[number];

export const POINT_NAMES: Readonly<Record<PicturePoint, string>> = {
  head: 'head, middle',
  leadShoulder: 'lead shoulder',
  trailShoulder: 'trail shoulder',
  leadElbow: 'lead elbow',
  trailElbow: 'trail elbow',
  hands: 'hands',
  clubHead: 'club head',
  leadHip: 'lead hip',
  trailHip: 'trail hip',
  hipBack: 'back of the hips',
  leadKnee: 'lead knee',
  trailKnee: 'trail knee',
  leadAnkle: 'lead ankle',
  trailAnkle: 'trail ankle',
  ball: 'ball',
};

/** A place in the picture as it is shown (rotation applied): pixels, x to the right, y down. */
export interface Px {
  readonly x: number;
  readonly y: number;
}

/** Picked by hand, followed from a picked one, or proposed and not yet accepted; only the first two are measured from. */
export const POINT_SOURCES = ['picked', 'tracked', 'proposed'] as const;
export interface MarkedPoint extends Px {
  readonly source: (typeof POINT_SOURCES)[number];
  /** How well a followed or proposed point was found, 0 to 1. */
  readonly quality?: number;
}
export type FramePoints = Partial<Record<PicturePoint, MarkedPoint>>;

/** A frame of the video and the points in it. */
export interface MarkedFrame {
  readonly frame: number;
  readonly points: FramePoints;
}

export interface CheckpointMark {
  readonly frame: number;
  readonly source: 'picked' | 'proposed';
  /** How well a proposed one is known, one standard deviation, s of the file. */
  readonly spreadS?: number;
}

/** A proposal from before its doubt was kept is taken as this unsure, s of the file. */
const UNKNOWN_SPREAD_S = 0.1;
/** Doubt of a checkpoint beyond its own frame, s of the file: none where it was picked or confirmed. */
export const spreadS = (mark: CheckpointMark): number =>
  mark.source === 'picked' ? 0 : (mark.spreadS ?? UNKNOWN_SPREAD_S);

/** What the feet do and what is to be set against it; each is seen on a frame or heard in the film's sound. */
export const MOMENTS = [
  'lead heel down',
  'lead leg straightens',
  'release starts',
  'foot leaves',
  'swish peak',
] as const;
export type Moment = (typeof MOMENTS)[number];

/** When a moment was, in s of the file as the picture shows it, and how well that is known, one standard deviation. */
export interface MomentMark {
  readonly timeS: number;
  readonly sdS: number;
  readonly by: 'eye' | 'ear';
}

/** Two places a known length apart, in the plane of the motion. */
export interface ScaleMark {
  readonly a: Px;
  readonly b: Px;
  readonly lengthM: number;
  /** How well the length is known, one standard deviation, m. */
  readonly lengthSdM: number;
  /** How far from the camera it was: as far as the player's body, or on the ball's line. */
  readonly at: 'body' | 'ball';
}

export const DRAWING_KINDS = [
  'line',
  'plumb',
  'angle',
  'circle',
  'box',
  'free',
  'hip-back',
  'head-box',
  'shaft',
  'ball-target',
] as const;
export type DrawingKind = (typeof DRAWING_KINDS)[number];

/** Something drawn on the picture: its corner points, and on which frame; `null` is held through the swing. */
export interface Drawing {
  readonly id: string;
  readonly kind: DrawingKind;
  readonly points: readonly Px[];
  readonly frame: number | null;
}

/** All that someone marked in a video. */
export interface PictureMarks {
  /** Real seconds are file seconds divided by this: 1 in ordinary files, 8 where 240 frames a second play as 30. */
  readonly slowFactor: number;
  readonly checkpoints: Partial<Record<Checkpoint, CheckpointMark>>;
  /** Marks from before moments were kept have none. */
  readonly moments?: Partial<Record<Moment, MomentMark>>;
  readonly frames: readonly MarkedFrame[];
  readonly scale: ScaleMark | null;
  /** From the camera to the player, m; without it a usual distance is taken and its doubt stated. */
  readonly cameraDistanceM: number | null;
  /** A line that hangs plumb in the world, for the camera's tilt. */
  readonly plumb: { readonly a: Px; readonly b: Px } | null;
  readonly drawings: readonly Drawing[];
}

export const NO_MARKS: PictureMarks = {
  slowFactor: 1,
  checkpoints: {},
  frames: [],
  scale: null,
  cameraDistanceM: null,
  plumb: null,
  drawings: [],
};

/** A picture to measure: its view, its frames and what was marked. */
export interface MarkedPicture {
  readonly view: View;
  readonly handedness: Handedness;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Time of each frame in the file, s; one frame for a still. */
  readonly frameTimesS: readonly number[];
  readonly marks: PictureMarks;
  /** Height of the player, for shares of it. */
  readonly heightM?: number;
}

/** Points that count on a frame: picked or followed, never mere proposals. */
export function countedPoints(marks: PictureMarks, frame: number): Partial<Record<PicturePoint, Px>> {
  const found = marks.frames.find((f) => f.frame === frame);
  return Object.fromEntries(Object.entries(found?.points ?? {}).filter(([, p]) => p.source !== 'proposed'));
}
