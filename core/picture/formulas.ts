import type { Checkpoint } from '../catalogue/stages.ts';
import { cornerAngleRad, directionRad, middle } from './geometry.ts';
import type { PicturePoint, Px, View } from './marks.ts';
import { MissingPoint } from './propagate.ts';

/** Points of a picture turned upright; `toTarget` and `toBall` are +1 where that way is to the right of the picture. */
export interface Scene {
  at(checkpoint: Checkpoint, point: PicturePoint): Px;
  /** True where the point is marked at the checkpoint. */
  has(checkpoint: Checkpoint, point: PicturePoint): boolean;
  readonly toTarget: 1 | -1;
  readonly toBall: 1 | -1;
}

/** `angle` rad; `length` px that the scale turns into metres; `share` a plain ratio. */
export type Kind = 'angle' | 'length' | 'share';

export interface Formula {
  readonly id: string;
  readonly name: string;
  readonly views: readonly View[];
  readonly kind: Kind;
  /** Leans on the camera standing upright. */
  readonly plumb?: boolean;
  /** Only there; at every checkpoint without it. */
  readonly only?: readonly Checkpoint[];
  /** How fast it changes at fast checkpoints, its unit (rad, m) a second: half a frame's doubt in time is so much in it. */
  readonly changesPerS?: Readonly<Partial<Record<Checkpoint, number>>>;
  /** Compares with set-up, where it is 0 by definition. */
  readonly againstSetUp?: boolean;
  /** Words for a positive and a negative value. */
  readonly words: readonly [string, string];
  of(scene: Scene, at: Checkpoint): number;
}

const BOTH: readonly View[] = ['face-on', 'down-the-line'];
const FACE_ON: readonly View[] = ['face-on'];
const DOWN: readonly View[] = ['down-the-line'];

/** Middle of a pair; down the line the far one is hidden, there the near one stands for both. */
function pair(scene: Scene, at: Checkpoint, lead: PicturePoint, trail: PicturePoint, view: View): Px {
  const [a, b] = [scene.has(at, lead), scene.has(at, trail)];
  if (a && b) return middle(scene.at(at, lead), scene.at(at, trail));
  if (view === 'down-the-line' && (a || b)) return scene.at(at, a ? lead : trail);
  throw new MissingPoint(a ? trail : lead);
}
const hips = (s: Scene, at: Checkpoint, view: View): Px => pair(s, at, 'leadHip', 'trailHip', view);
const shoulders = (s: Scene, at: Checkpoint, view: View): Px => pair(s, at, 'leadShoulder', 'trailShoulder', view);

const bend = (s: Scene, at: Checkpoint, a: PicturePoint, corner: PicturePoint, b: PicturePoint): number =>
  Math.PI - cornerAngleRad(s.at(at, a), s.at(at, corner), s.at(at, b));

/**
 * Pitch of the shaft against the ground, 0 to π rad: 0 lies flat, π/2 stands upright, more leans over toward the ball.
 * A shaft in the swing's plane shows the plane's own slant.
 */
function shaftPitch(s: Scene, at: Checkpoint): number {
  const hands = s.at(at, 'hands');
  const head = s.at(at, 'clubHead');
  const [low, high] = hands.y > head.y ? [hands, head] : [head, hands];
  return directionRad(low.y - high.y, -(high.x - low.x) * s.toBall);
}

const row = (
  id: string,
  name: string,
  views: readonly View[],
  kind: Kind,
  words: readonly [string, string],
  of: Formula['of'],
  more: Partial<Pick<Formula, 'plumb' | 'only' | 'againstSetUp' | 'changesPerS'>> = {},
): Formula => ({ id, name, views, kind, words, of, ...more });

const bent = ['bent', 'bent'] as const;
const none = ['', ''] as const;
const towardTarget = ['toward the target', 'away from it'] as const;

/** Everything that is measured from points of one view. Bends are 0 when straight. */
export const FORMULAS: readonly Formula[] = [
  row(
    'wrist-angle',
    'wrist angle (180° straight)',
    FACE_ON,
    'angle',
    none,
    (s, at) => cornerAngleRad(s.at(at, 'leadElbow'), s.at(at, 'hands'), s.at(at, 'clubHead')),
    { changesPerS: { 'lead arm level (down)': 6, delivery: 20, strike: 28, through: 20 } },
  ),
  row('lead-elbow', 'lead elbow', BOTH, 'angle', bent, (s, at) => bend(s, at, 'leadShoulder', 'leadElbow', 'hands')),
  row(
    'trail-elbow',
    'trail elbow',
    BOTH,
    'angle',
    bent,
    (s, at) => bend(s, at, 'trailShoulder', 'trailElbow', 'hands'),
    { changesPerS: { delivery: 9, strike: 9 } },
  ),
  row('lead-knee', 'lead knee', BOTH, 'angle', bent, (s, at) => bend(s, at, 'leadHip', 'leadKnee', 'leadAnkle')),
  row('trail-knee', 'trail knee', BOTH, 'angle', bent, (s, at) => bend(s, at, 'trailHip', 'trailKnee', 'trailAnkle')),
  row(
    'side-bend',
    'side bend',
    FACE_ON,
    'angle',
    ['away from the target', 'toward it'],
    (s, at) => {
      const [h, c] = [hips(s, at, 'face-on'), shoulders(s, at, 'face-on')];
      return directionRad(-(c.x - h.x) * s.toTarget, h.y - c.y);
    },
    { plumb: true },
  ),
  row(
    'hip-place',
    'middle of the hips in the stance (0 trail ankle, 1 lead ankle)',
    FACE_ON,
    'share',
    none,
    (s, at) => {
      const trail = s.at('set-up', 'trailAnkle');
      return (hips(s, at, 'face-on').x - trail.x) / (s.at('set-up', 'leadAnkle').x - trail.x);
    },
    { plumb: true },
  ),
  row(
    'hip-shift',
    'hips moved sideways',
    FACE_ON,
    'length',
    towardTarget,
    (s, at) => (hips(s, at, 'face-on').x - hips(s, 'set-up', 'face-on').x) * s.toTarget,
    { plumb: true, againstSetUp: true },
  ),
  row(
    'head-shift',
    'head moved sideways',
    FACE_ON,
    'length',
    towardTarget,
    (s, at) => (s.at(at, 'head').x - s.at('set-up', 'head').x) * s.toTarget,
    { plumb: true, againstSetUp: true },
  ),
  row(
    'head-rise',
    'head moved up or down',
    BOTH,
    'length',
    ['up', 'down'],
    (s, at) => s.at('set-up', 'head').y - s.at(at, 'head').y,
    { plumb: true, againstSetUp: true },
  ),
  row(
    'head-to-ball',
    'head moved to the ball or back',
    DOWN,
    'length',
    ['to the ball', 'back'],
    (s, at) => (s.at(at, 'head').x - s.at('set-up', 'head').x) * s.toBall,
    { plumb: true, againstSetUp: true },
  ),
  row(
    'shaft-lean',
    'shaft lean',
    FACE_ON,
    'angle',
    ['handle ahead', 'handle behind'],
    (s, at) => {
      const [h, c] = [s.at(at, 'hands'), s.at(at, 'clubHead')];
      return directionRad((h.x - c.x) * s.toTarget, c.y - h.y);
    },
    { plumb: true, only: ['set-up', 'strike'], changesPerS: { strike: 38 } },
  ),
  row(
    'hand-rise',
    'height of the hands against set-up',
    BOTH,
    'length',
    ['higher', 'lower'],
    (s, at) => s.at('set-up', 'hands').y - s.at(at, 'hands').y,
    { plumb: true, againstSetUp: true, changesPerS: { delivery: 4, strike: 1.5 } },
  ),
  row(
    'hand-depth',
    'depth of the hands against set-up',
    DOWN,
    'length',
    ['deeper, away from the ball', 'nearer to the ball'],
    (s, at) => -(s.at(at, 'hands').x - s.at('set-up', 'hands').x) * s.toBall,
    { plumb: true, againstSetUp: true },
  ),
  row(
    'spine-tilt',
    'spine tilt',
    DOWN,
    'angle',
    ['toward the ball', 'away from it'],
    (s, at) => {
      const [h, c] = [hips(s, at, 'down-the-line'), shoulders(s, at, 'down-the-line')];
      return directionRad((c.x - h.x) * s.toBall, h.y - c.y);
    },
    { plumb: true },
  ),
  row(
    'hip-depth-lost',
    'hip depth lost',
    DOWN,
    'length',
    ['toward the ball', 'gained'],
    (s, at) => (s.at(at, 'hipBack').x - s.at('set-up', 'hipBack').x) * s.toBall,
    { plumb: true, againstSetUp: true },
  ),
  row('shaft-pitch', 'shaft pitch (90° upright)', DOWN, 'angle', none, shaftPitch, { plumb: true }),
  row(
    'shaft-off-plane',
    'shaft against its set-up line',
    DOWN,
    'angle',
    ['steeper', 'flatter'],
    (s, at) => shaftPitch(s, at) - shaftPitch(s, 'set-up'),
    { againstSetUp: true, only: ['lead arm level (back)', 'lead arm level (down)', 'delivery'] },
  ),
  row(
    'steepening',
    'shaft steeper down than back, at lead arm level',
    DOWN,
    'angle',
    ['steeper', 'flatter'],
    (s) => shaftPitch(s, 'lead arm level (down)') - shaftPitch(s, 'lead arm level (back)'),
    { only: ['lead arm level (down)'] },
  ),
];
