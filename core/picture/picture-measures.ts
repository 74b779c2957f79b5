import { CHECKPOINTS, type Checkpoint } from '../catalogue/stages.ts';
import { FORMULAS, type Formula, type Scene } from './formulas.ts';
import { leanRad, turnAbout } from './geometry.ts';
import { footOrder, type FootOrder } from './foot-order.ts';
import { frameRate, frameSdS, slowMotionFactors, type FrameRate } from './frame-times.ts';
import {
  countedPoints,
  POINT_NAMES,
  spreadS,
  type CheckpointMark,
  type MarkedPicture,
  type PictureMarks,
  type PicturePoint,
  type Px,
} from './marks.ts';
import { MissingPoint, PICK_SD_PX, propagate, type Read } from './propagate.ts';
import { scaleFrom, scaleNearer, type Scale } from './scale.ts';
import { speedAtStrike, type StrikeSpeed } from './speed.ts';

/** Without a plumb line a camera that was set up by eye is upright to about this, rad. */
const LEVEL_SD_RAD = (1 * Math.PI) / 180;

/** One measured value at one checkpoint: rad, m, a share, with its standard deviation in the same unit. */
export interface PictureValue {
  readonly id: string;
  readonly name: string;
  readonly kind: Formula['kind'];
  readonly checkpoint: Checkpoint;
  readonly frame: number;
  readonly value: number;
  readonly sd: number;
  readonly words: readonly [string, string];
  /** It hangs on a checkpoint that nobody has confirmed; `sd` holds what that leaves open. */
  readonly provisional: boolean;
}

/** Times between checkpoints in real seconds, with what the frames leave open. */
export interface PictureTimes {
  readonly backswingS?: number;
  readonly backswingSdS?: number;
  readonly downswingS?: number;
  readonly downswingSdS?: number;
  readonly tempoRatio?: number;
  readonly tempoSd?: number;
  /** Takeaway, top or strike is only proposed; the doubts hold it. */
  readonly provisional: boolean;
}

export interface PictureMeasures {
  readonly values: readonly PictureValue[];
  readonly times: PictureTimes;
  readonly speeds: { readonly hands?: StrikeSpeed; readonly clubHead?: StrikeSpeed };
  /** Legs against release and swish, where their moments are marked. */
  readonly feet: FootOrder;
  readonly rate: FrameRate;
  readonly scale: Scale | null;
  /** Lean of the camera, rad; 0 where no plumb line was drawn. */
  readonly tiltRad: number;
  /** What could not be measured, and what is missing for it. */
  readonly missing: readonly { readonly id: string; readonly name: string; readonly why: string }[];
  readonly warnings: readonly string[];
}

const keyOf = (checkpoint: Checkpoint, point: PicturePoint): string => `${checkpoint}/${point}`;

/** Points of a formula lie so near to each other that no direction or share can be told from them. */
class PointsMeet extends Error {}

/** Which way is to the target or the ball, from the points themselves, so that a mirrored picture reads right. */
function ways(picture: MarkedPicture, has: Scene['has'], at: Scene['at']): Pick<Scene, 'toTarget' | 'toBall'> {
  const usual = picture.handedness === 'right' ? 1 : -1;
  const sign = (from: PicturePoint, to: PicturePoint): 1 | -1 | undefined =>
    has('set-up', from) && has('set-up', to) ? (at('set-up', to).x >= at('set-up', from).x ? 1 : -1) : undefined;
  return {
    toTarget: sign('trailAnkle', 'leadAnkle') ?? sign('trailHip', 'leadHip') ?? usual,
    toBall: sign('hipBack', 'hands') ?? sign('trailHip', 'hands') ?? usual,
  };
}

function timesOf({ frameTimesS, marks }: MarkedPicture): PictureTimes {
  const { takeaway, top, strike } = marks.checkpoints;
  /** When a checkpoint was, s of life, with the doubt of its frame and of its proposal. */
  const at = (mark: CheckpointMark): { s: number; sd: number } => ({
    s: frameTimesS[mark.frame]! / marks.slowFactor,
    sd: Math.hypot(frameSdS(frameTimesS, mark.frame), spreadS(mark)) / marks.slowFactor,
  });
  const between = (a: CheckpointMark | undefined, b: CheckpointMark | undefined): [number, number] | undefined => {
    if (!a || !b || b.frame <= a.frame) return undefined;
    const [from, to] = [at(a), at(b)];
    return [to.s - from.s, Math.hypot(from.sd, to.sd)];
  };
  const back = between(takeaway, top);
  const down = between(top, strike);
  const used = [...(back ? [takeaway, top] : []), ...(down ? [top, strike] : [])];
  const provisional = used.some((m) => m?.source === 'proposed');
  const tempo = (): Partial<PictureTimes> => {
    if (!back || !down || !takeaway || !top || !strike) return {};
    const ratio = back[0] / down[0];
    // A later top makes the way back longer and the way down shorter at once.
    const sd = Math.hypot(at(takeaway).sd / back[0], at(top).sd * (1 / back[0] + 1 / down[0]), at(strike).sd / down[0]);
    return { tempoRatio: ratio, tempoSd: ratio * sd };
  };
  return {
    ...(back ? { backswingS: back[0], backswingSdS: back[1] } : {}),
    ...(down ? { downswingS: down[0], downswingSdS: down[1] } : {}),
    ...tempo(),
    provisional,
  };
}

/** Values before it is known what an unconfirmed checkpoint leaves open. */
type Raw = Omit<PictureValue, 'provisional'> & { readonly formula: Formula };

/**
 * What a proposed checkpoint leaves open in a value: its own doubt in time by how fast the value changes there, from its neighbours
 * among the checkpoints and from what is known of fast parts. Undefined where nothing tells how fast.
 */
function openBy(value: Raw, all: readonly Raw[], { frameTimesS, marks }: MarkedPicture): number | undefined {
  const mark = marks.checkpoints[value.checkpoint];
  if (!mark || mark.source === 'picked') return 0;
  // At set-up the player stands still.
  if (value.checkpoint === 'set-up') return 0;
  const timeOf = (v: Raw): number => frameTimesS[v.frame]! / marks.slowFactor;
  const same = all.filter((v) => v.id === value.id).sort((a, b) => a.frame - b.frame);
  const near = [same.filter((v) => v.frame < value.frame).at(-1), same.find((v) => v.frame > value.frame)];
  const rates = near.flatMap((v) => (v ? [Math.abs((v.value - value.value) / (timeOf(v) - timeOf(value)))] : []));
  const known = value.formula.changesPerS?.[value.checkpoint];
  if (known !== undefined) rates.push(known);
  return rates.length === 0 ? undefined : (Math.max(...rates) * spreadS(mark)) / marks.slowFactor;
}

/** An angle or a share whose points can't be told apart as they are picked says nothing: its doubt is a radian, or one. */
const OPEN_SD = 1;

/** @throws MissingPoint @throws PointsMeet where points lie on each other that have to be apart */
function valueOf(
  formula: Formula,
  checkpoint: Checkpoint,
  scene: (read: Read) => Scene,
  read: Read,
  leanSdRad: number,
  scale: Scale | null,
): Pick<PictureValue, 'value' | 'sd'> {
  const isAngle = formula.kind === 'angle';
  const { value, sd } = propagate((r) => formula.of(scene(r), checkpoint), read, isAngle);
  if (!Number.isFinite(value) || !(formula.kind === 'length' || sd < OPEN_SD)) throw new PointsMeet();
  if (isAngle) return { value, sd: Math.hypot(sd, formula.plumb ? leanSdRad : 0) };
  if (formula.kind === 'share') return { value, sd };
  if (!scale) throw new MissingPoint('scale');
  const metres = value * scale.metresPerPx;
  return { value: metres, sd: Math.hypot(sd * scale.metresPerPx, metres * scale.sdShare) };
}

/**
 * Everything that the marked points of one video say: angles, distances against set-up, times, speeds before the strike, each
 * with its standard deviation from picking (± 3 px), scale, camera tilt and frame rate. Turn of chest or hips is not among
 * them: one camera cannot tell it.
 * @throws InputError for a scale that cannot be one
 */
export function measurePicture(picture: MarkedPicture): PictureMeasures {
  const { marks, view } = picture;
  const scale = marks.scale ? bodyScale(marks.scale, picture) : null;
  const tiltRad = marks.plumb ? leanRad(marks.plumb.a, marks.plumb.b) : 0;
  const leanSdRad = marks.plumb
    ? (PICK_SD_PX * Math.SQRT2) /
      Math.max(30, Math.hypot(marks.plumb.a.x - marks.plumb.b.x, marks.plumb.a.y - marks.plumb.b.y))
    : LEVEL_SD_RAD;
  const centre = { x: picture.widthPx / 2, y: picture.heightPx / 2 };
  const upright = new Map<string, Px>();
  for (const c of CHECKPOINTS) {
    const mark = marks.checkpoints[c];
    if (!mark) continue;
    for (const [name, p] of Object.entries(countedPoints(marks, mark.frame)))
      upright.set(keyOf(c, name as PicturePoint), turnAbout(p, centre, -tiltRad));
  }
  const read: Read = (key) => {
    const p = upright.get(key);
    if (!p) throw new MissingPoint(key);
    return p;
  };
  const has: Scene['has'] = (c, p) => upright.has(keyOf(c, p));
  const fixed = ways(picture, has, (c, p) => read(keyOf(c, p)));
  const scene = (r: Read): Scene => ({ ...fixed, has, at: (c, p) => r(keyOf(c, p)) });

  const raw: Raw[] = [];
  const lacking = new Map<string, { name: string; why: string }>();
  for (const formula of FORMULAS) {
    if (!formula.views.includes(view)) continue;
    let found = false;
    let why = '';
    let meet = '';
    for (const checkpoint of formula.only ?? CHECKPOINTS) {
      const mark = marks.checkpoints[checkpoint];
      if (!mark || (formula.againstSetUp && checkpoint === 'set-up')) continue;
      try {
        const result = valueOf(formula, checkpoint, scene, read, leanSdRad, scale);
        // When exactly the checkpoint was is known to half a frame only.
        const timeSd = frameSdS(picture.frameTimesS, mark.frame) / marks.slowFactor;
        const sd = Math.hypot(result.sd, (formula.changesPerS?.[checkpoint] ?? 0) * timeSd);
        found = true;
        raw.push({
          formula,
          id: formula.id,
          name: formula.name,
          kind: formula.kind,
          words: formula.words,
          checkpoint,
          frame: mark.frame,
          value: result.value,
          sd,
        });
      } catch (error) {
        if (error instanceof PointsMeet)
          meet ||= `at ${checkpoint} two of its points lie on one place: place them again`;
        else if (error instanceof MissingPoint) why ||= missingWords(error.message, checkpoint);
        else throw error;
      }
    }
    // Said even where other checkpoints have it: such points were placed by mistake.
    if (meet) lacking.set(formula.id, { name: formula.name, why: meet });
    else if (!found) lacking.set(formula.id, { name: formula.name, why: why || 'no checkpoint for it is marked' });
  }
  const values: PictureValue[] = [];
  for (const { formula, ...value } of raw) {
    const open = openBy({ formula, ...value }, raw, picture);
    const mark = marks.checkpoints[value.checkpoint];
    const againstProposed = formula.againstSetUp && marks.checkpoints['set-up']?.source === 'proposed';
    if (open !== undefined)
      values.push({
        ...value,
        sd: Math.hypot(value.sd, open),
        provisional: mark?.source === 'proposed' || againstProposed === true,
      });
    else
      lacking.set(value.id, {
        name: value.name,
        why: `${value.checkpoint} confirmed on the time line: it is only proposed`,
      });
  }
  const speeds = view === 'face-on' ? speedsOf(picture, lacking) : {};
  const slow = slowMotionFactors(picture.frameTimesS, marks.checkpoints, marks.slowFactor);
  const rate = frameRate(picture.frameTimesS);
  return {
    values,
    times: timesOf(picture),
    speeds,
    feet: footOrder(picture),
    rate,
    scale,
    tiltRad,
    missing: [...lacking].map(([id, l]) => ({ id, ...l })),
    warnings: [
      ...(slow.length > 0
        ? [
            `The downswing is too long for life: this file seems to play ${slow.join(' or ')} times slower. Set how slow it is.`,
          ]
        : []),
      ...(rate.variable ? ['The frames of this video are not evenly spaced; their own times are used.'] : []),
      ...(marks.plumb ? [] : ['No plumb line is drawn: the camera is taken as upright to ± 1°.']),
    ],
  };
}

/** Scale at the player's body; down the line a length on the ball's line is about as far as the body. */
const bodyScale = (mark: NonNullable<PictureMarks['scale']>, { view, marks }: MarkedPicture): Scale =>
  view === 'face-on' ? scaleNearer(mark, marks.cameraDistanceM, 'body') : scaleFrom(mark);

function missingWords(key: string, checkpoint: Checkpoint): string {
  if (key === 'scale') return 'the scale: mark a known length';
  const [at, point] = key.includes('/') ? key.split('/') : [checkpoint, key];
  return `${POINT_NAMES[point as PicturePoint] ?? point} at ${at}`;
}

function speedsOf(
  picture: MarkedPicture,
  lacking: Map<string, { name: string; why: string }>,
): PictureMeasures['speeds'] {
  const out: { hands?: StrikeSpeed; clubHead?: StrikeSpeed } = {};
  for (const [point, name] of [
    ['hands', 'hand speed before the strike'],
    ['clubHead', 'club head speed before the strike'],
  ] as const) {
    const { scale: mark, cameraDistanceM } = picture.marks;
    const result = speedAtStrike(picture, point, mark ? scaleNearer(mark, cameraDistanceM, point) : null);
    if ('missing' in result) lacking.set(`speed-${point}`, { name, why: result.missing });
    else out[point] = result;
  }
  return out;
}
