/** What a grade by eye is worth. */
export interface Eye {
  /** How often a sign is graded slight or clear where its fault is there, of the grades that are not "unsure". */
  readonly sensitivity: number;
  /** How often it is graded absent where its fault is not there. */
  readonly specificity: number;
  /** How far a further sign of the same fault, by one eye on one film, repeats the grade before it. */
  readonly sameEye: number;
}

/** A trained eye (by judgement). */
export const TRAINED_EYE: Eye = { sensitivity: 0.78, specificity: 0.87, sameEye: 0.5 };

export const SEEN_GRADES = ['absent', 'unsure', 'slight', 'clear'] as const;
export type SeenGrade = (typeof SEEN_GRADES)[number];
export type SeenRates = Readonly<Record<SeenGrade, { readonly ifThere: number; readonly ifNot: number }>>;

/** Share of looks that end unsure, whether the fault is there or not: it says nothing. */
const UNSURE = 0.06;
/** Share of the signs called there that are called clear (by judgement). */
const CLEAR_IF_THERE = 0.6;
const CLEAR_IF_NOT = 0.3;

/** How often an eye gives each grade to a sign whose fault is there, and to one whose fault is not; each adds up to 1. */
export function seenRates({ sensitivity, specificity }: Eye): SeenRates {
  const sure = 1 - UNSURE;
  const falsely = 1 - specificity;
  return {
    absent: { ifThere: sure * (1 - sensitivity), ifNot: sure * specificity },
    unsure: { ifThere: UNSURE, ifNot: UNSURE },
    slight: { ifThere: sure * sensitivity * (1 - CLEAR_IF_THERE), ifNot: sure * falsely * (1 - CLEAR_IF_NOT) },
    clear: { ifThere: sure * sensitivity * CLEAR_IF_THERE, ifNot: sure * falsely * CLEAR_IF_NOT },
  };
}

/** Seen signs that look at the same thing as a measured one: evidence of one thing counts once. */
export const SAME_THING: Readonly<Record<string, readonly string[]>> = {
  'trunk-club-across': ['trunk-turn-least'],
  'balance-falls': ['single-leg-balance'],
  'grip-palm': ['grip-hold'],
  'aim-feet-off': ['aim-feet', 'aim-face'],
  'hands-reach': ['hand-height'],
  'tension-elbow': ['lead-elbow', 'lead-elbow-soft'],
  'setup-ball-back': ['driver-ball-back'],
  'setup-no-tilt': ['driver-tilt'],
  'takeaway-slow': ['backswing-time', 'motion-slow-takeaway'],
  'sway-hip': ['hips-back'],
  'arm-hands-deep': ['hand-depth'],
  'reverse-lean': ['lead-share-top'],
  'hang-trail-foot': ['lead-share-strike'],
  'trail-foot-rolls': ['trail-pressure-out'],
  'early-set-hip-height': ['set-then-lost'],
  'release-half-way': ['wrist-opened'],
  'ott-shaft-steep': ['shaft-steepened'],
  'slide-hip': ['hips-past'],
  'extension-gap': ['hip-depth-lost'],
  'extension-hands': ['hands-risen'],
  'trail-arm-bent': ['trail-elbow-left'],
  'head-ahead': ['head-ahead'],
  'head-leaves-height': ['head-up', 'head-down'],
  'shoulders-level': ['side-bend-delivery'],
  'knee-gives': ['lead-knee-closing'],
  'legs-push-late': ['push-after-release', 'push-after-swish', 'foot-after-swish'],
  'attack-down': ['driver-attack'],
  'strike-marks-off': ['strike-offset'],
  'path-starts-out': ['club-path-out'],
  'face-hand-up': ['face-open'],
  'brush-behind': ['iron-attack'],
  'face-curve': ['face-to-path-mean'],
  'swish-behind': ['swish-place'],
  'ball-practice-freer': ['air-over-ball'],
  'other-side-slow': ['other-direction-ratio'],
};
