import type { SetupInput } from '../../api/measure-schemas.ts';
import type { StudentInput } from '../../api/schemas.ts';
import type { SwingParameters } from '../../core/swing/parameters.ts';
import { mphToMps } from '../../core/units/units.ts';
import type { GroundTruth } from '../../stand-ins/ground-plates/ground-plates.ts';
import type { LimitedKind } from '../../stand-ins/range-monitor/hidden-shares.ts';

/** Hidden truth of one lesson day: a stated set of numbers from which the stand-ins make everything measured. */
export interface LessonTruth {
  readonly daysAgo: number;
  readonly driverMph: number;
  readonly airGain?: number;
  readonly airBlock?: boolean;
  readonly ironBlock?: boolean;
  readonly attackDeg?: number;
  readonly pathOutDeg?: number;
  readonly faceToPathDeg?: number;
  readonly faceSpreadDeg?: number;
  readonly toeMm?: number;
  readonly highMm?: number;
  /** Further driver blocks at a felt effort, as effort and speed. */
  readonly efforts?: readonly (readonly [number, number])[];
  /** How far the movement fault is gone, 0 none to 1 all. */
  readonly repaired?: number;
  readonly signs?: Readonly<Record<string, 'absent' | 'unsure' | 'slight' | 'clear'>>;
  readonly target?: string;
  readonly drills?: readonly string[];
  readonly cue?: string;
  readonly feel?: string;
  readonly note?: string;
  /** Practice days after the lesson: share of reps passed on each. */
  readonly practice?: readonly number[];
  readonly painOnDay?: number;
  /** Set-up with the driver, as measured with tape and eye. */
  readonly setup?: Partial<SetupInput>;
  /** Ground of one swing on two plates, against a sound use of it. */
  readonly ground?: Partial<Omit<GroundTruth, 'massKg'>>;
  /** An isolation battery is run; what limits the player is hidden in these shares. */
  readonly limitedBy?: LimitedKind;
  /** Cues tried against the swing as usual, by what each truly adds, mph; the best is kept. */
  readonly tried?: Readonly<Record<string, number>>;
  /** How far calls of the swish are truly done: of each cm called, and where it lies with nothing called. */
  readonly called?: { readonly slope: number; readonly offsetCm: number };
  /** Share passed in the set the instructor sees at the start of this lesson. */
  readonly witnessed?: number;
}

export interface Story {
  readonly student: Omit<StudentInput, 'goalDate' | 'clearedOn' | 'guardianConsentOn' | 'goalSpeedMps'> & {
    goalSpeedMph: number;
  };
  readonly swingSpreadMph: number;
  readonly todayAt?: string;
  readonly consent?: boolean;
  /** Days ago on which a clearance was recorded. */
  readonly clearedDaysAgo?: number;
  readonly screen: {
    trunkLead: number;
    trunkTrail: number;
    toeLead: number;
    toeTrail: number;
    balanceLead: number;
    balanceTrail: number;
    heelRaises: number;
  };
  readonly sizes?: readonly { daysAgo: number; heightM: number; massKg: number }[];
  readonly swing: (repaired: number) => SwingParameters;
  readonly lessons: readonly LessonTruth[];
}

/** What the students have in common unless their story says otherwise. */
export const base = {
  birthYear: 1980,
  handedness: 'right' as const,
  level: 'club' as const,
  goalKind: 'gain' as const,
  kit: ['driver', 'iron', 'club', 'alignment stick', 'mirror', 'chair', 'pen', 'light stick'],
  places: ['range', 'garden', 'living room'],
  sessionsPerWeek: 3,
  lens: 'measured' as const,
  flags: [],
  painfulParts: [],
  bodyNote: '',
  clearedBy: '',
  clearanceNote: '',
  guardianName: '',
  phone: '',
  email: '',
  guardianContact: '',
  groups: [] as string[],
  pinnedNote: '',
};

/** Birth year of somebody of this age today. */
export const born = (age: number): number => new Date().getFullYear() - age;

/** Goal speed in SI. */
export const goalMps = (story: Story): number => mphToMps(story.student.goalSpeedMph);
