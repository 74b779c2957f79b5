import type { SwishLead } from '../core/called/run.ts';
import type { ProgrammeDay } from '../core/plan/programme.ts';
import type { PhoneProtocolWire } from './protocol-types.ts';
import type { Drill } from '../core/catalogue/drill-type.ts';
import type { OwnDrillText } from '../core/catalogue/own-drill.ts';
import type { Load } from '../core/plan/load.ts';
import type { PainWire } from './body-types.ts';
import type { HeardRepWire } from './capture-types.ts';
import type { LadderMove } from '../core/plan/ladder.ts';
import type { Review } from '../core/review/review.ts';
import type { Settings } from './settings-schemas.ts';
import type { NotchStickData } from './types.ts';

export interface DrillChoiceWire {
  drillId: string;
  open: boolean;
  closedBecause: string[];
  cautions: string[];
  /** What it did for this student before, as a sentence; empty where it was never practised. */
  record: string;
  /** What it moved for this student and for players like this one, in words; empty where nothing is known. */
  worked: string;
  /** Dose and check as they are for this body, and what was changed because of what. */
  dose: Drill['dose'];
  check: Drill['check'];
  fitted: string[];
}

export interface PlanDrillWire {
  id: string;
  drillId: string;
  /** Key of its rung, `half/whole/middle-iron/none/on/garden`. */
  rung: string;
  cue: string;
  sets: number;
  reps: number;
  restS: number;
  sessionsPerWeek: number;
  /** Its check as it is for this body; empty where it is the drill's own. */
  mark: string;
  /** Why it stands in a plan whose target it does not treat; empty where it treats it. */
  because: string;
  /** Runs, was stopped, or gave way to another drill. */
  state: 'running' | 'stopped' | 'changed';
}

export interface PlanWire {
  id: string;
  lessonId: string;
  target: string;
  startsOn: string;
  week: { day: number; drillIds: string[] }[];
  notes: string[];
  drills: PlanDrillWire[];
}

export interface PrescribeAnswer {
  target: string | null;
  planClosed: boolean;
  choices: DrillChoiceWire[];
  plan: PlanWire | null;
  /** Days of the programme from a week ago on; null without one, and then the plan's week repeats. */
  programmeDays: ProgrammeDay[] | null;
}

export interface PracticeSetWire {
  id: string;
  planDrillId: string;
  rung: string;
  doneAt: string;
  passed: number;
  reset: number;
  /** Reps that were done and that nobody judged. */
  unjudged: number;
  swish: 'before' | 'at' | 'past' | 'not heard';
  /** Each swing that the microphone heard and could judge. */
  heard: HeardRepWire[];
  /** Calls of the swish and where it was heard, cm past the ball. */
  calls: { calledCm: number; heardCm: number }[];
  easeWithoutBall: number | null;
  easeWithBall: number | null;
  pain: boolean;
  painNote: string;
  witnessed: boolean;
  /** Day by the phone's own calendar, YYYY-MM-DD. */
  day: string;
  effort: number | null;
  note: string;
  /** What it felt like, in the student's own words. */
  words: string;
}

/** What is kept of a review when it is decided on. */
export type DecidedGain = Pick<GainWire, 'verdict' | 'gainMps' | 'interval90Mps'>;

/** The core's review as it is, without what only the server needs. */
export type GainWire = Omit<Review, 'latestMedianMps' | 'leftOut'>;

export interface ReviewAnswer {
  /** Null where nothing can be compared yet; `missing` says what is needed. */
  gain: GainWire | null;
  /** What the review said when it was decided on, where that was by an earlier rule. */
  asDecided: { rule: number; decidedAt: string; gain: DecidedGain } | null;
  missing: string;
  sessions: {
    lessonId: string;
    startsAt: string;
    condition: string;
    oldPlace: boolean;
    medianMps: number;
    count: number;
  }[];
  plan: PlanWire | null;
  practice: PracticeSetWire[];
  repeatBlock: { club: string; withBall: boolean; condition: string } | null;
  proposals: { planDrillId: string; drillId: string; move: LadderMove; rung: string; reason: string }[];
  decisions: {
    planDrillId: string;
    proposed: string;
    chosen: string;
    rungFrom: string;
    rungTo: string;
    cue: string;
    cueFrom: string;
    reason: string;
    decidedAt: string;
    /** What it was before it was amended, oldest first. */
    earlier: { chosen: string; rungTo: string; cue: string; reason: string; decidedAt: string }[];
  }[];
  /** Words that the student has used for what a swing felt like, newest first: a cue can be made of them. */
  ownWords: string[];
}

export interface PracticeAnswer {
  studentName: string;
  handedness: 'right' | 'left';
  planClosed: boolean;
  /** Why everything is closed; empty where it is not. */
  planClosedBecause: string[];
  /** Pain that closes work, newest first. */
  pains: PainWire[];
  /** Full-intent swings of the day against the caps. */
  load: Load;
  target: string | null;
  startsOn: string | null;
  week: { day: number; drillIds: string[] }[];
  cautions: string[];
  referral: string;
  /** Each with why it is closed now; empty where it is open. */
  drills: (PlanDrillWire & { cautions: string[]; closedBecause: string[] })[];
  /** Days of the programme from a week ago on; null without one, and then the week repeats. */
  programmeDays: ProgrammeDay[] | null;
  /** The flow that was sent to this phone; null for none. */
  protocol: PhoneProtocolWire | null;
  /** Written drills of the plan, by their ids. */
  ownDrills: { drillId: string; said: OwnDrillText }[];
  /** Number of the instructor; empty for none. */
  phone: string;
  speedUnit: Settings['speedUnit'];
  sets: PracticeSetWire[];
  /** What was decided and why now, in two sentences: of the target, and by drill; empty where nothing was. */
  words: { target: string; drills: Record<string, string> };
  /** The player's own lead of the swish; null where too little is known. */
  swishLead: SwishLead | null;
  stick: NotchStickData;
}
