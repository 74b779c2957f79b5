/** Stages of cause and effect, earliest first. */
export const STAGES = ['body', 'set-up', 'backswing', 'transition', 'delivery', 'strike', 'finish', 'effort'] as const;
export type Stage = (typeof STAGES)[number];

/** Checkpoints of one swing, in order. */
export const CHECKPOINTS = [
  'set-up',
  'takeaway',
  'lead arm level (back)',
  'top',
  'transition',
  'lead arm level (down)',
  'delivery',
  'strike',
  'through',
  'finish',
] as const;
export type Checkpoint = (typeof CHECKPOINTS)[number];

export const LEVELS = ['beginner', 'club', 'single-figure', 'elite'] as const;
export type Level = (typeof LEVELS)[number];

export const LENSES = [
  { id: 'measured', name: 'Measured', belief: 'Follows the evidence of this student.' },
  { id: 'ground-up', name: 'Ground-up', belief: 'The lower body starts the downswing and hands its speed on.' },
  {
    id: 'hands-and-arms',
    name: 'Hands and arms',
    belief: 'Speed is rotation about the grip; the body supports and must not stop.',
  },
  {
    id: 'free-swing',
    name: 'Free swing',
    belief: 'The aim organises the motion; the loudest point comes past the ball.',
  },
  { id: 'loose-chain', name: 'Loose chain', belief: 'Like a whip, each part follows the one before it.' },
  { id: 'late-set', name: 'Late set', belief: 'The wrist angle forms as weight moves to the lead side.' },
  {
    id: 'built-backswing',
    name: 'Built backswing',
    belief: 'Lead arm straight back and up, wrists set on plane early.',
  },
] as const;
export type LensId = (typeof LENSES)[number]['id'];
