/** Cautions that no lens and no preference hides. */
export const ALWAYS_CAUTIONS: readonly string[] = [
  'Warm up first, 8–10 minutes: general, then swings that get faster.',
  'Stop on pain – sharp, in a joint, in the back, radiating or numb – and do not train through it.',
  'Clear space and ceiling: nobody within two club lengths and a step.',
  'Dry, secure grip and sound equipment; a shaft without a head still flies.',
];

export const MAXIMAL_CAUTION = 'Rest between maximal swings; stop the set when speed or balance goes.';
export const JUNIOR_CAUTION = 'Growing player: no maximal load; a guardian knows of the plan and its filming.';

export const REFERRAL =
  'Maple Notch screens and refers. It does not diagnose injuries or replace licensed care; range rules and local rules come first.';

/** Conditions for which a doctor or physiotherapist clears the plan first. */
export const CLEARANCE_FLAGS = [
  { id: 'pregnancy', name: 'Pregnancy' },
  { id: 'heart', name: 'Heart condition' },
  { id: 'back', name: 'Back complaint' },
  { id: 'joint-surgery', name: 'Joint surgery' },
  { id: 'recent-fracture', name: 'Recent fracture' },
  { id: 'dizziness', name: 'Dizziness' },
  { id: 'osteoporosis', name: 'Osteoporosis' },
] as const;
export type ClearanceFlag = (typeof CLEARANCE_FLAGS)[number]['id'];

/** Body parts that a past or present injury may close drills for. */
export const BODY_PARTS = ['trunk', 'wrist', 'knee', 'toe', 'back', 'shoulder'] as const;
export type BodyPart = (typeof BODY_PARTS)[number];
