import { degToRad } from '../units/units.ts';

export type HeadKind = 'driver' | 'fairway' | 'iron';

/** A club head as the impact sees it: a free rigid body with the mass that the ball feels. */
export interface Head {
  readonly massKg: number;
  /** Restitution at the face centre. */
  readonly restitution: number;
  /** Tangential restitution: share of the no-slip impulse that comes on top (+) or is missing (−). */
  readonly grip: number;
  /** Centre of gravity behind the face centre, m. */
  readonly depthM: number;
  /** Moments of inertia about the fore-aft, the vertical and the heel–toe axis, kg m². */
  readonly inertiaKgM2: readonly [foreAft: number, vertical: number, toe: number];
  /** Radii of the face's curve from heel to toe and from sole to crown, m; Infinity is flat. */
  readonly bulgeM: number;
  readonly rollM: number;
}

/** Typical heads. Masses, restitutions and inertias within the rules' limits, fitted to published launch averages. */
export const HEADS: Readonly<Record<HeadKind, Head>> = {
  driver: {
    massKg: 0.228,
    restitution: 0.83,
    grip: -0.12,
    depthM: 0.037,
    inertiaKgM2: [2.6e-4, 5.0e-4, 3.0e-4],
    bulgeM: 0.305,
    rollM: 0.305,
  },
  fairway: {
    massKg: 0.235,
    restitution: 0.8,
    grip: 0.05,
    depthM: 0.03,
    inertiaKgM2: [2.0e-4, 3.0e-4, 1.7e-4],
    bulgeM: 0.305,
    rollM: 0.33,
  },
  iron: {
    massKg: 0.285,
    restitution: 0.755,
    grip: 0.25,
    depthM: 0.008,
    inertiaKgM2: [0.9e-4, 2.6e-4, 0.8e-4],
    bulgeM: Infinity,
    rollM: Infinity,
  },
};

/** A strike farther than this from the centre misses the face, m. */
export const FACE_LIMIT_M = 0.06;

/** Friction between ball and face. */
export const FACE_FRICTION = 0.4;

/**
 * A club as it is named here: usual spellings of the driver ("Driver", "DR", "1W", "1-wood") are one club, so that its sessions
 * stand together; a name of its own ("the old driver") stays, with the driver's kind of head.
 */
export function clubName(typed: string): string {
  const name = typed.trim();
  return /^(driver|dr|1 ?-?w(ood)?)$/i.test(name) ? 'driver' : name;
}

/** Kind of head by the name of a club; anything that is neither driver nor wood counts as an iron. */
export function headKindOf(club: string): HeadKind {
  const name = clubName(club).toLowerCase();
  if (/driver|^1 ?-?w/.test(name)) return 'driver';
  if (/wood|hybrid|rescue|fairway|^[2-9] ?-?[wh]\b/.test(name)) return 'fairway';
  return 'iron';
}

/** Dynamic loft where nothing tells it, by kind of head: middle of published averages (driver, 5-wood, 6-iron), ± its spread. */
export const TYPICAL_LOFT: Readonly<Record<HeadKind, { readonly loftRad: number; readonly sdRad: number }>> = {
  driver: { loftRad: degToRad(13.5), sdRad: degToRad(2) },
  fairway: { loftRad: degToRad(16), sdRad: degToRad(3) },
  iron: { loftRad: degToRad(21.5), sdRad: degToRad(6) },
};

/** Attack angle where nothing tells it, by kind of head, ± its spread (published averages). */
export const TYPICAL_ATTACK: Readonly<Record<HeadKind, { readonly attackRad: number; readonly sdRad: number }>> = {
  driver: { attackRad: degToRad(-1), sdRad: degToRad(2.5) },
  fairway: { attackRad: degToRad(-3), sdRad: degToRad(2) },
  iron: { attackRad: degToRad(-3.7), sdRad: degToRad(2) },
};
