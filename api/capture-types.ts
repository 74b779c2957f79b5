import type { GroundTraces } from '../core/capture/ground-traces.ts';
import type { Ground } from '../core/capture/ground-analysis.ts';
import type { PictureMarks, View } from '../core/picture/marks.ts';
import type { PictureMeasures } from '../core/picture/picture-measures.ts';
import type { FitPrice } from '../core/swing/fit-prices.ts';
import type { SequenceWire } from './sequence-wire.ts';

/** Curves up to the strike for a picture: seconds to strike, °/s. */
export interface CurvesWire {
  timeS: number[];
  dps: Partial<Record<'hips' | 'chest' | 'leadArm' | 'club', number[]>>;
  /** Angles from set-up, + toward the target. */
  deg?: Partial<Record<'hips' | 'chest' | 'leadArm' | 'club', number[]>>;
  wristDeg?: number[];
  /** Speed of the hands, m/s, where the file has their place. */
  handMps?: number[];
}

/** Price of one fault in a fitted swing; the gain in m/s. */
export interface FitWire {
  prices: readonly FitPrice[];
  residuals: Readonly<Record<string, number>>;
  clubSpeedMps: number;
}

/** One swing with what was taken of it, laid over each other at the strike. */
export interface SwingWire {
  id: string;
  shotId: string | null;
  motionId: string | null;
  groundId: string | null;
  /** How much later a record is to be laid against the strike, s. */
  motionShiftS: number;
  groundShiftS: number;
  videoId: string | null;
  videoShiftS: number;
  /** A heard set and which of its swings, from 0. */
  swishSetId: string | null;
  swishNumber: number | null;
  swishShiftS: number;
}

/** A captured swing without its curves, as a lesson carries it. */
export type MotionHead = Omit<MotionWire, 'curves'>;
/** The ground of a swing without its curves. */
export type GroundHead = Omit<GroundWire, 'traces'>;

/** Curves of all captures of a block, by their ids: asked for when the block is opened. */
export interface BlockCurves {
  motions: Record<string, CurvesWire>;
  grounds: Record<string, GroundTraces>;
}

export interface MotionWire {
  id: string;
  fileName: string;
  sequence: SequenceWire;
  curves: CurvesWire;
  fit: FitWire | null;
}

/** A set of swings that was heard in a lesson. */
export interface SwishSetWire {
  id: string;
  diameterM: number;
  ball: 'click' | 'brush' | 'none';
  swings: readonly {
    direction: 'usual' | 'other';
    tipSpeedMps: number;
    offsetS: number | null;
    offsetSdS: number | null;
    pastBallM: number | null;
    uncertaintyM: number | null;
    judgement: 'before' | 'at' | 'past' | 'none';
  }[];
  heardAt: string;
}

/** A captured swing in a list. */
export interface StudentMotionWire {
  id: string;
  lessonId: string;
  startsAt: string;
  club: string;
  fileName: string;
}

/** Ground of one swing: figures in SI and curves for the picture. */
export interface GroundWire {
  id: string;
  fileName: string;
  ground: Ground;
  traces: GroundTraces;
}

/** One swing of a practised set as it was heard: where the swish was loudest, m past the ball, and how fast the tip was. */
export interface HeardRepWire {
  judgement: 'before' | 'at' | 'past';
  pastBallM: number | null;
  tipSpeedMps: number;
}

/** A video or still of a lesson. */
export interface VideoWire {
  id: string;
  lessonId: string;
  fileName: string;
  kind: 'video' | 'still';
  view: View;
  source: 'file' | 'camera';
  sizeBytes: number;
  sha256: string;
  widthPx: number;
  heightPx: number;
  frames: number;
  lengthS: number;
  hasSound: boolean;
  warnings: readonly string[];
  /** Checkpoints that are marked. */
  checkpoints: number;
  /** Checkpoints in real seconds from the strike; empty while the strike is not marked. */
  momentsS: Readonly<Record<string, number>>;
  addedAt: string;
}

/** A video with its frames and marks, and what they say. */
export interface VideoAnswer extends VideoWire {
  handedness: 'right' | 'left';
  heightM: number | null;
  frameTimesS: readonly number[];
  saysSlowFactor: number | null;
  marks: PictureMarks;
  measures: PictureMeasures;
}

/** A video of another lesson of the same student, to lay beside. */
export interface StudentVideoWire extends VideoWire {
  startsAt: string;
}
