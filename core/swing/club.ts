import type { SwingParameters } from './parameters.ts';

/** A club or stick as an instructor can measure it: SI. */
export interface ClubBuild {
  /** From the butt to the far end, m. */
  readonly lengthM: number;
  /** Mass at the far end, kg; 0 for a plain stick. */
  readonly headMassKg: number;
  readonly shaftMassKg: number;
  readonly gripMassKg: number;
  /** Balance point of the bare shaft from the butt, as a share of its length; 0.5 is a uniform rod. */
  readonly shaftBalance: number;
}

/** A typical driver; with it the skilled player's club comes out to the last digit that matters. */
export const TYPICAL_DRIVER: ClubBuild = {
  lengthM: 1.143,
  headMassKg: 0.2,
  shaftMassKg: 0.06,
  gripMassKg: 0.05,
  shaftBalance: 0.5,
};

/** The hands act this far from the butt, m. */
export const HANDS_FROM_BUTT_M = 0.08;
const GRIP_LENGTH_M = 0.26;
/** A driver head's own inertia about the vertical axis, kg m² for 0.2 kg; scales with its mass. */
const HEAD_INERTIA_KGM2 = 4e-4;

/** The club segment of the swing model: point head, rod shaft, grip, about the place of the hands. */
export function clubSegment(c: ClubBuild): SwingParameters['segments']['club'] {
  const headDistanceM = c.lengthM - HANDS_FROM_BUTT_M;
  const shaftAt = c.shaftBalance * c.lengthM - HANDS_FROM_BUTT_M;
  const gripAt = GRIP_LENGTH_M / 2 - HANDS_FROM_BUTT_M;
  const massKg = c.headMassKg + c.shaftMassKg + c.gripMassKg;
  const comM = (c.headMassKg * headDistanceM + c.shaftMassKg * shaftAt + c.gripMassKg * gripAt) / massKg;
  const inertiaKgM2 =
    c.headMassKg * (headDistanceM - comM) ** 2 +
    HEAD_INERTIA_KGM2 * (c.headMassKg / TYPICAL_DRIVER.headMassKg) +
    c.shaftMassKg * (c.lengthM ** 2 / 12 + (shaftAt - comM) ** 2) +
    c.gripMassKg * (GRIP_LENGTH_M ** 2 / 12 + (gripAt - comM) ** 2);
  return { massKg, comM, inertiaKgM2, headDistanceM };
}

export const withClub = (p: SwingParameters, club: ClubBuild): SwingParameters => ({
  ...p,
  segments: { ...p.segments, club: clubSegment(club) },
});

/** Moment of inertia about the place of the hands, kg m²: what a load–velocity line is drawn over. */
export const gripInertiaKgM2 = (c: SwingParameters['segments']['club']): number =>
  c.inertiaKgM2 + c.massKg * c.comM ** 2;
