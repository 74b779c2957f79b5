import type { BodyPart } from './cautions.ts';
import type { PoseId } from './poses.ts';
import type { LensId } from './stages.ts';

export type Place = 'living room' | 'garden' | 'range' | 'gym';
export type Intensity = 'technique' | 'intent' | 'maximal';
export type KitId =
  | 'club'
  | 'driver'
  | 'iron'
  | 'light stick'
  | 'heavy stick'
  | 'alignment stick'
  | 'flexible stick'
  | 'mirror'
  | 'chair'
  | 'racket'
  | 'pen'
  | 'medicine ball'
  | 'band'
  | 'rope'
  | 'pad'
  | 'slider'
  | 'two sticks'
  | 'wedge pad';

export interface Drill {
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
  readonly dose: {
    readonly sets: number;
    readonly reps: number;
    readonly restS: number;
    readonly sessionsPerWeek: number;
  };
  readonly check: { readonly text: string; readonly passed: number; readonly of: number; readonly reset: string };
  readonly slip: string;
  readonly slipTrains: string;
  readonly rungs: readonly number[];
  readonly startRung: number;
  /** Swing drill that mobility, warm-up, a jump or a throw serves: it ends there instead of on a ball of its own. */
  readonly serves?: string;
  readonly cautions: readonly string[];
  readonly poses: readonly PoseId[];
}
