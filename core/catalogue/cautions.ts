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
  { id: 'heart', name: 'Heart condition' },
  { id: 'blood-pressure', name: 'High blood pressure' },
  { id: 'pregnancy', name: 'Pregnancy' },
  { id: 'hernia', name: 'Hernia or abdominal surgery' },
  { id: 'back', name: 'Back complaint' },
  { id: 'joint-surgery', name: 'Joint surgery' },
  { id: 'recent-fracture', name: 'Recent fracture' },
  { id: 'dizziness', name: 'Dizziness' },
  { id: 'osteoporosis', name: 'Osteoporosis' },
  { id: 'other', name: 'Another condition' },
] as const;
export type ClearanceFlag = (typeof CLEARANCE_FLAGS)[number]['id'];

export const flagName = (id: string): string => CLEARANCE_FLAGS.find((f) => f.id === id)?.name ?? id;

/** Body parts that an injury or pain closes drills for. */
export const BODY_PARTS = [
  { id: 'neck', name: 'neck' },
  { id: 'shoulder', name: 'shoulder' },
  { id: 'elbow', name: 'elbow' },
  { id: 'wrist', name: 'wrist' },
  { id: 'upper back', name: 'upper back' },
  { id: 'lower back', name: 'lower back' },
  { id: 'hip', name: 'hip' },
  { id: 'knee', name: 'knee' },
  { id: 'ankle', name: 'ankle or Achilles' },
  { id: 'foot', name: 'foot or toe' },
] as const;
export type BodyPart = (typeof BODY_PARTS)[number]['id'];

/** Kinds of pain; those that are red flags close everything until a clearance is on file. */
export const PAIN_KINDS = [
  { id: 'dull', name: 'dull or stiff', redFlag: false },
  { id: 'muscle', name: 'muscle soreness', redFlag: false },
  { id: 'sharp', name: 'sharp', redFlag: true },
  { id: 'joint', name: 'in a joint', redFlag: true },
  { id: 'radiating', name: 'radiating', redFlag: true },
  { id: 'numb', name: 'numb or tingling', redFlag: true },
  { id: 'chest', name: 'in the chest', redFlag: true },
  { id: 'dizzy', name: 'dizziness', redFlag: true },
] as const;
export type PainKind = (typeof PAIN_KINDS)[number]['id'];
