import type { BodyPart } from './cautions.ts';
import type { Figure } from './figures/figure.ts';
import type { Pace, Rung } from './rungs.ts';
import type { LensId } from './stages.ts';

export const PLACES = ['living room', 'garden', 'range', 'gym'] as const;
export type Place = (typeof PLACES)[number];
export const INTENSITIES = ['technique', 'intent', 'maximal'] as const;
export type Intensity = (typeof INTENSITIES)[number];
export const KIT = [
  'club',
  'driver',
  'iron',
  'light stick',
  'heavy stick',
  'alignment stick',
  'flexible stick',
  'mirror',
  'chair',
  'racket',
  'pen',
  'medicine ball',
  'band',
  'rope',
  'pad',
  'slider',
  'two sticks',
  'wedge pad',
] as const;
export type KitId = (typeof KIT)[number];

/** Who can say whether a rep met its check. */
export const JUDGES = ['student', 'ear', 'film', 'device', 'instructor'] as const;
export type Judge = (typeof JUDGES)[number];

export interface DrillDose {
  readonly sets: number;
  readonly reps: number;
  readonly restS: number;
  readonly sessionsPerWeek: number;
}

/** A drill in words and marks, without its figures. */
export interface DrillText {
  readonly id: string;
  readonly name: string;
  readonly treats: readonly string[];
  readonly lenses: readonly LensId[];
  /** All of these are needed. */
  readonly kit: readonly KitId[];
  readonly places: readonly Place[];
  readonly intensity: Intensity;
  readonly demands: readonly BodyPart[];
  /** Needs single-leg balance of so many seconds, trunk turn of so many degrees. */
  readonly needs?: { readonly balanceS?: number; readonly trunkTurnDeg?: number };
  readonly steps: readonly string[];
  readonly outsideCue: string;
  readonly insideCue: string;
  readonly dose: DrillDose;
  readonly check: { readonly text: string; readonly passed: number; readonly of: number; readonly reset: string };
  readonly slip: string;
  readonly slipTrains: string;
  /** Who can judge its check. */
  readonly judges: readonly Judge[];
  /** Pace up to which the student alone can judge it; any pace where it is left out and the student is among the judges. */
  readonly aloneUpTo?: Pace;
  /** Check that the student can judge alone where the drill's own needs film, a device or the instructor. */
  readonly alone?: string;
  /** Ladder, from far to near a real shot; one step changes one thing. */
  readonly rungs: readonly Rung[];
  /** Index of the rung it starts on. */
  readonly startAt: number;
  /** What single rungs check instead of the drill's own check, by the rung's key. */
  readonly rungChecks?: Readonly<
    Record<string, { readonly text: string; readonly passed: number; readonly of: number }>
  >;
  /** Jumps, throws or moves a heavy implement: closed for growing players where it is more than technique. */
  readonly burdens?: true;
  /** Swing drill that mobility, warm-up, a jump or a throw serves: it ends there instead of on a ball of its own. */
  readonly serves?: string;
  readonly cautions: readonly string[];
}

export interface Drill extends DrillText {
  /** Its own figures, two to four, drawn from joint angles. */
  readonly figures: readonly Figure[];
}
