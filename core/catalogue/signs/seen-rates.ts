/**
 * How often each grade is given to a sign whose fault is there, and to one whose fault is not: sensitivity 0.78,
 * specificity 0.87 of a trained eye (by judgement). "Unsure" says nothing.
 */
export const SEEN_RATES = {
  absent: { ifThere: 0.2068, ifNot: 0.8178 },
  unsure: { ifThere: 0.06, ifNot: 0.06 },
  slight: { ifThere: 0.2933, ifNot: 0.0855 },
  clear: { ifThere: 0.4399, ifNot: 0.0367 },
} as const;
export type SeenGrade = keyof typeof SEEN_RATES;
export const SEEN_GRADES = Object.keys(SEEN_RATES) as readonly SeenGrade[];

/** How far a further sign of the same fault, by one eye on one film, repeats the grade before it (by judgement). */
export const SAME_EYE = 0.5;

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
