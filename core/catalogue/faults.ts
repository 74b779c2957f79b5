import type { Checkpoint, LensId, Stage } from './stages.ts';

/** A sign that an instructor grades by eye. */
export interface SeenSign {
  readonly id: string;
  readonly checkpoint: Checkpoint;
  readonly view: 'face-on' | 'down-the-line' | 'either';
  readonly text: string;
}

export interface Fault {
  readonly id: string;
  readonly stage: Stage;
  readonly name: string;
  /** One sentence: what happens. */
  readonly happens: string;
  readonly prior: number;
  readonly changeable: boolean;
  readonly seen: readonly SeenSign[];
  readonly lookAlikes: readonly string[];
  readonly lenses: readonly LensId[];
}

type SeenRow = readonly [id: string, checkpoint: Checkpoint, view: SeenSign['view'], text: string];

function fault(
  id: string,
  stage: Stage,
  name: string,
  happens: string,
  prior: number,
  seen: readonly SeenRow[],
  lookAlikes: readonly string[] = [],
  lenses: readonly LensId[] = [],
  changeable = true,
): Fault {
  return {
    id,
    stage,
    name,
    happens,
    prior,
    changeable,
    seen: seen.map(([signId, checkpoint, view, text]) => ({ id: signId, checkpoint, view, text })),
    lookAlikes,
    lenses,
  };
}

/** Faults in causal order. Priors are by judgement for adults who take lessons; Settings may replace them. */
export const FAULTS: readonly Fault[] = [
  fault(
    'body-trunk-turn',
    'body',
    'Short trunk turn',
    'The trunk cannot turn far enough to each side.',
    0.12,
    [['trunk-club-across', 'set-up', 'face-on', 'Club across the shoulders does not reach 90°']],
    ['short-turn'],
    ['ground-up', 'built-backswing'],
    false,
  ),
  fault(
    'body-toe-push',
    'body',
    'Stiff big toe',
    'With a stiff big toe the push leaves by the outside of the foot.',
    0.06,
    [['toe-heel-raise', 'finish', 'either', 'Heel rises over the outside of the foot']],
    ['no-leg-extension'],
    ['ground-up'],
    false,
  ),
  fault(
    'body-balance',
    'body',
    'Poor balance',
    'Standing on one leg is unsure, so the swing cannot move freely.',
    0.1,
    [['balance-falls', 'finish', 'either', 'Cannot stand on the lead leg at the finish']],
    ['unstable-finish'],
    ['free-swing'],
  ),
  fault(
    'tension',
    'set-up',
    'Tension',
    'Hard grip, locked elbow and raised shoulders slow the elbows and wrists.',
    0.12,
    [
      ['tension-elbow', 'set-up', 'face-on', 'Lead elbow locked'],
      ['tension-shoulders', 'set-up', 'face-on', 'Shoulders pulled up'],
      ['tension-grip', 'takeaway', 'either', 'Knuckles white, forearms hard'],
    ],
    ['effort-over-speed'],
    ['loose-chain', 'free-swing'],
  ),
  fault(
    'setup-driver',
    'set-up',
    'Set-up too level for driver',
    'Narrow stance, no side tilt or ball too far back.',
    0.1,
    [
      ['setup-ball-back', 'set-up', 'face-on', 'Ball back of the lead heel with a driver'],
      ['setup-no-tilt', 'set-up', 'face-on', 'No side tilt away from the target'],
    ],
    ['steep-attack'],
  ),
  fault(
    'sway',
    'backswing',
    'Hip sways out',
    'The trail hip moves outside the trail foot instead of turning.',
    0.09,
    [['sway-hip', 'top', 'face-on', 'Trail hip outside the trail foot']],
    ['short-turn'],
    ['ground-up'],
  ),
  fault(
    'slow-takeaway',
    'backswing',
    'Slow off the ball',
    'The backswing takes so long that nothing can be loaded.',
    0.06,
    [['takeaway-slow', 'takeaway', 'either', 'Club creeps away from the ball']],
    ['tension'],
    ['free-swing', 'late-set'],
  ),
  fault(
    'arm-deep',
    'backswing',
    'Lead arm drags inside',
    'Hands go deep behind the chest, so the turn stops short.',
    0.1,
    [
      ['arm-hands-deep', 'lead arm level (back)', 'down-the-line', 'Hands deep behind the chest'],
      ['arm-shaft-flat', 'top', 'down-the-line', 'Shaft flat and around'],
    ],
    ['short-turn'],
    ['built-backswing', 'hands-and-arms'],
  ),
  fault(
    'short-turn',
    'backswing',
    'Short backswing',
    'The chest stops short of 80° and there is little way to build speed.',
    0.1,
    [
      ['turn-knee', 'top', 'face-on', 'Lead knee not behind the ball'],
      ['turn-heel', 'top', 'face-on', 'Lead heel pinned and turn short'],
    ],
    ['sway', 'arm-deep'],
    ['ground-up', 'built-backswing'],
  ),
  fault(
    'arms-first',
    'transition',
    'Arms start down first',
    'Arms or chest start down before the hips; the order is broken.',
    0.14,
    [
      ['arms-shoulders-open', 'transition', 'down-the-line', 'Shoulders spin open from the top'],
      ['arms-club-steepens', 'transition', 'down-the-line', 'Club steepens at the start down'],
    ],
    ['rushed-start', 'over-the-top'],
    ['ground-up'],
  ),
  fault(
    'no-separation',
    'transition',
    'Hips and chest move as one',
    'No stretch grows between hips and chest.',
    0.1,
    [['separation-block', 'transition', 'face-on', 'Belt and shirt buttons turn together']],
    ['short-turn'],
    ['ground-up', 'loose-chain'],
  ),
  fault(
    'rushed-start',
    'transition',
    'Jerky start down',
    'The hands reach their top speed far too early.',
    0.08,
    [['rushed-snatch', 'transition', 'either', 'Snatch at the change of direction']],
    ['arms-first'],
    ['late-set', 'free-swing', 'loose-chain'],
  ),
  fault(
    'slide',
    'delivery',
    'Slides too far',
    'The lead hip goes over or past the lead foot before the strike.',
    0.08,
    [['slide-hip', 'strike', 'face-on', 'Lead hip past the lead foot']],
    ['hang-back'],
    ['hands-and-arms'],
  ),
  fault(
    'over-the-top',
    'delivery',
    'Over the top',
    'The club comes down outside its way back and cuts across the ball.',
    0.1,
    [
      ['ott-shaft-steep', 'lead arm level (down)', 'down-the-line', 'Shaft steeper than on the way back'],
      ['ott-hands-out', 'lead arm level (down)', 'down-the-line', 'Hands move out toward the ball'],
    ],
    ['face-path'],
    ['built-backswing'],
  ),
  fault(
    'early-extension',
    'delivery',
    'Hips move to the ball',
    'The hips leave their line behind, the chest backs up and the hands rise.',
    0.1,
    [
      ['extension-gap', 'delivery', 'down-the-line', 'Daylight between hips and the hip-back line'],
      ['extension-hands', 'strike', 'down-the-line', 'Hands higher than at set-up'],
    ],
    ['slide'],
    ['ground-up', 'hands-and-arms'],
  ),
  fault(
    'early-release',
    'delivery',
    'Throws the angle early',
    'The wrist angle is gone before it can speed up the club.',
    0.12,
    [
      ['release-half-way', 'lead arm level (down)', 'face-on', 'Angle gone by half-way down'],
      ['release-club-level', 'delivery', 'face-on', 'Club head outside and past the hands too soon'],
    ],
    ['arms-first', 'scooped'],
    ['hands-and-arms', 'late-set', 'free-swing'],
  ),
  fault(
    'held-off',
    'delivery',
    'Holds the angle too long',
    'The handle is dragged and the club never catches up.',
    0.04,
    [['held-handle', 'strike', 'face-on', 'Handle far ahead with a driver']],
    ['slide'],
    ['hands-and-arms', 'loose-chain'],
  ),
  fault(
    'body-stall',
    'delivery',
    'Body stops, hands pass',
    'The chest stops before the ball and the wrists flip.',
    0.08,
    [['stall-chest', 'strike', 'face-on', 'Chest stops facing the ball']],
    ['early-release'],
    ['hands-and-arms', 'ground-up'],
  ),
  fault(
    'no-leg-extension',
    'delivery',
    'Legs do not push',
    'The lead knee is still bent and sinking at strike.',
    0.1,
    [['legs-knee', 'strike', 'face-on', 'Lead knee still bent, still sinking']],
    ['body-toe-push'],
    ['ground-up'],
  ),
  fault(
    'scooped',
    'strike',
    'Lead wrist cups before strike',
    'The back of the lead hand bends back and adds loft.',
    0.05,
    [['scoop-hand', 'strike', 'face-on', 'Back of the lead hand bends back']],
    ['early-release'],
    ['hands-and-arms'],
  ),
  fault(
    'steep-attack',
    'strike',
    'Down on the driver',
    'The driver meets the ball on the way down and loses launch.',
    0.08,
    [],
    ['setup-driver'],
  ),
  fault(
    'off-centre',
    'strike',
    'Strike off centre',
    'The ball meets the face away from its middle and ball speed is lost.',
    0.12,
    [],
    ['early-extension'],
  ),
  fault(
    'face-path',
    'strike',
    'Face and path too far apart',
    'Face and path differ, so the ball curves and loses yards.',
    0.1,
    [['face-curve', 'finish', 'either', 'Ball flight curves more than a fairway']],
    ['over-the-top'],
  ),
  fault(
    'ball-bound',
    'effort',
    'The ball slows the swing',
    'The air swing is free and fast; the ball makes it slow.',
    0.1,
    [['ball-practice-freer', 'through', 'either', 'Practice swing freer than the swing at the ball']],
    ['tension'],
    ['free-swing', 'loose-chain'],
  ),
  fault(
    'effort-over-speed',
    'effort',
    'Effort up, speed down',
    'Above a moderate effort more effort brings no more speed.',
    0.09,
    [['effort-off-balance', 'finish', 'either', 'Red face, off balance']],
    ['tension'],
    ['loose-chain', 'free-swing'],
  ),
  fault(
    'unstable-finish',
    'finish',
    'Falls out of the finish',
    'The finish cannot be held for two seconds.',
    0.06,
    [['finish-steps', 'finish', 'face-on', 'Steps or falls out of the finish']],
    ['body-balance'],
    ['free-swing'],
  ),
];

/** Strength of an edge by judgement: 0.3 weak, 0.5, 0.7 strong. Settings may replace them. */
const WEAK = 0.3;
const MIDDLE = 0.5;
const STRONG = 0.7;

/** Causes and consequences; they form no circle (a test and the network's own check hold this). */
export const FAULT_EDGES: readonly { readonly from: string; readonly to: string; readonly strength: number }[] = [
  { from: 'body-trunk-turn', to: 'short-turn', strength: STRONG },
  { from: 'body-trunk-turn', to: 'sway', strength: MIDDLE },
  { from: 'body-trunk-turn', to: 'early-extension', strength: MIDDLE },
  { from: 'body-trunk-turn', to: 'no-separation', strength: WEAK },
  { from: 'body-toe-push', to: 'no-leg-extension', strength: MIDDLE },
  { from: 'body-balance', to: 'unstable-finish', strength: STRONG },
  { from: 'body-balance', to: 'slide', strength: WEAK },
  { from: 'tension', to: 'early-release', strength: WEAK },
  { from: 'tension', to: 'held-off', strength: WEAK },
  { from: 'tension', to: 'short-turn', strength: WEAK },
  { from: 'tension', to: 'slow-takeaway', strength: WEAK },
  { from: 'tension', to: 'ball-bound', strength: MIDDLE },
  { from: 'tension', to: 'effort-over-speed', strength: MIDDLE },
  { from: 'setup-driver', to: 'steep-attack', strength: STRONG },
  { from: 'sway', to: 'slide', strength: WEAK },
  { from: 'slow-takeaway', to: 'short-turn', strength: WEAK },
  { from: 'slow-takeaway', to: 'rushed-start', strength: WEAK },
  { from: 'arm-deep', to: 'short-turn', strength: MIDDLE },
  { from: 'arm-deep', to: 'over-the-top', strength: MIDDLE },
  { from: 'arm-deep', to: 'arms-first', strength: WEAK },
  { from: 'effort-over-speed', to: 'arms-first', strength: MIDDLE },
  { from: 'effort-over-speed', to: 'rushed-start', strength: MIDDLE },
  { from: 'effort-over-speed', to: 'unstable-finish', strength: MIDDLE },
  { from: 'arms-first', to: 'over-the-top', strength: STRONG },
  { from: 'arms-first', to: 'early-release', strength: MIDDLE },
  { from: 'arms-first', to: 'early-extension', strength: WEAK },
  { from: 'rushed-start', to: 'early-release', strength: MIDDLE },
  { from: 'over-the-top', to: 'early-release', strength: WEAK },
  { from: 'over-the-top', to: 'face-path', strength: STRONG },
  { from: 'over-the-top', to: 'steep-attack', strength: MIDDLE },
  { from: 'slide', to: 'held-off', strength: WEAK },
  { from: 'slide', to: 'steep-attack', strength: WEAK },
  { from: 'slide', to: 'unstable-finish', strength: MIDDLE },
  { from: 'no-leg-extension', to: 'early-extension', strength: WEAK },
  { from: 'early-extension', to: 'early-release', strength: MIDDLE },
  { from: 'early-extension', to: 'body-stall', strength: MIDDLE },
  { from: 'early-extension', to: 'off-centre', strength: MIDDLE },
  { from: 'early-extension', to: 'face-path', strength: WEAK },
  { from: 'early-extension', to: 'scooped', strength: WEAK },
  { from: 'body-stall', to: 'face-path', strength: MIDDLE },
  { from: 'ball-bound', to: 'early-release', strength: WEAK },
  { from: 'ball-bound', to: 'scooped', strength: WEAK },
  { from: 'scooped', to: 'off-centre', strength: WEAK },
  { from: 'scooped', to: 'face-path', strength: WEAK },
  { from: 'tension', to: 'off-centre', strength: WEAK },
];

export const faultById = (id: string): Fault | undefined => FAULTS.find((f) => f.id === id);
