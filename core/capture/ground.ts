/** What one plate says over time: forces of the ground on the golfer (x toward the target, y toward the ball, z up), N, m, N m. */
export interface PlateSeries {
  readonly fxN: readonly number[];
  readonly fyN: readonly number[];
  readonly fzN: readonly number[];
  readonly copXM: readonly number[];
  readonly copYM: readonly number[];
  /** Free moment about the vertical; + turns the golfer toward the target. */
  readonly tzNm: readonly number[];
}

/** A foot's own frame: the middle of its heel, its size, and its turn of the toes toward the target from square. */
export interface FootFrame {
  readonly heelXM: number;
  readonly heelYM: number;
  readonly lengthM: number;
  readonly widthM: number;
  readonly turnRad: number;
}

/** Two plates, one under each foot. */
export interface PlateCapture {
  readonly kind: 'plates';
  readonly timeS: readonly number[];
  readonly lead: PlateSeries;
  readonly trail: PlateSeries;
  readonly leadFoot?: FootFrame;
  readonly trailFoot?: FootFrame;
  readonly notes: Readonly<Record<string, string>>;
}

/** A pressure mat: the lead share of the load and the pressure point, in per cent of the mat. */
export interface MatCapture {
  readonly kind: 'mat';
  readonly timeS: readonly number[];
  readonly leadSharePct: readonly number[];
  readonly copXPct: readonly number[];
  readonly copYPct: readonly number[];
  readonly trailCopXPct?: readonly number[];
  readonly trailCopYPct?: readonly number[];
  readonly notes: Readonly<Record<string, string>>;
}

export type GroundCapture = PlateCapture | MatCapture;

/** A number from a capture's notes; undefined where it is not there or no number. */
export function noteNumber(notes: Readonly<Record<string, string>>, key: string): number | undefined {
  const value = Number(notes[key]);
  return notes[key] === undefined || notes[key] === '' || !Number.isFinite(value) ? undefined : value;
}
