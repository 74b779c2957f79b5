import type { ClosuresWire } from './body-types.ts';
import type { ThreadWire } from './thread-types.ts';
import type { GroundHead, MotionHead, SwingWire, SwishSetWire, VideoWire } from './capture-types.ts';
import type { LoadVelocity } from '../core/battery/load-velocity.ts';
import type { LimitReading } from '../core/battery/limit.ts';
import type { TestRatio } from '../core/battery/ratios.ts';
import type { BlockStatistics } from '../core/review/block-statistics.ts';
import type { BlockTrend, Comparison } from '../core/review/compare-blocks.ts';
import type { Notch } from '../core/review/review.ts';
import type { Circumstances, SetupInput } from './measure-schemas.ts';
import type { PracticeLinkWire } from './account-types.ts';
import type { Role } from './roles.ts';
import type { ScreenInput, StudentInput } from './schemas.ts';
import type { Settings } from './settings-schemas.ts';

export type * from './capture-types.ts';
export type * from './ledger-types.ts';
export type * from './machine-types.ts';
export type * from './plan-types.ts';

/** Answers of the server, as TypeScript sees them. */

export interface SessionAnswer {
  /** Id of the account. */
  account: string;
  name: string;
  role: Role;
  practiceName: string;
  settings: Settings;
}

export type StudentWire = StudentInput & { id: string };

export interface NotchStickData {
  latestMps: number | null;
  spreadMps: number;
  goalMps: number | null;
  notches: Pick<Notch, 'date' | 'speedMps'>[];
}

export interface StudentCard {
  id: string;
  name: string;
  handedness: 'right' | 'left';
  level: StudentInput['level'];
  goalKind: StudentInput['goalKind'];
  goalDate: string | null;
  lessons: number;
  lastLessonAt: string | null;
  nextLessonAt: string | null;
  hasPain: boolean;
  /** Fault that was made the target last. */
  target: string | null;
  /** Days of the plan's week, and those on which something was logged in the last seven. */
  plannedDays: number;
  loggedDays: number;
  groups: string[];
  archived: boolean;
  stick: NotchStickData;
  /** Over the baseline, with its 90 % interval; null where nothing can be compared. */
  gain: { gainMps: number; interval90Mps: [number, number] } | null;
}

/** Students by name, a page of them. */
export interface StudentsPage {
  students: StudentCard[];
  nextOffset: number | null;
  /** Names of the groups in use. */
  groups: string[];
}

export interface LessonSummary {
  id: string;
  startsAt: string;
  note: string;
  blocks: number;
  swings: number;
  target: string | null;
}

/** A page of a student's lessons, newest first; the next one starts at nextOffset. */
export interface LessonPage {
  lessons: LessonSummary[];
  nextOffset: number | null;
}

export interface StudentAnswer extends LessonPage {
  student: StudentWire;
  archived: boolean;
  /** When the photo was taken; null for none, and where consent is missing. */
  photoTakenAt: string | null;
  screens: ScreenInput[];
  stick: NotchStickData;
  practiceLink: PracticeLinkWire | null;
  closures: ClosuresWire;
}

export interface ShotWire {
  id: string;
  source: 'typed' | 'file' | 'feed';
  struckAt: string;
  values: Record<string, number>;
  setAsideReason: string | null;
  feltEffort: number | null;
  strikeByHand: boolean;
  /** What is odd about it, in words; empty where nothing is. */
  doubt: string;
  /** What stood there at first, of figures that were put right by hand; null where nothing stood. */
  was: Record<string, number | null>;
}

/** Something removed within the last day that can come back. */
export interface RemovalWire {
  id: string;
  kind:
    | 'lesson'
    | 'import'
    | 'swish'
    | 'swing'
    | 'film'
    | 'screen'
    | 'set-up'
    | 'session'
    | 'trial'
    | 'called'
    | 'set'
    | 'programme'
    | 'drill'
    | 'protocol'
    | 'appointment'
    | 'note';
  what: string;
  by: string;
  at: string;
}

export interface ShotPage {
  total: number;
  pages: number;
  shots: (ShotWire & { number: number })[];
}

export interface BlockWire {
  id: string;
  position: number;
  club: string;
  withBall: boolean;
  condition: string;
  cue: string;
  effort: number | null;
  feel: string;
  listening: boolean;
  oldPlace: boolean;
  circumstances: Circumstances;
  /** All shots of the block; `shots` holds the newest 300. */
  shotsTotal: number;
  trend: BlockTrend;
  statistics: BlockStatistics;
  shots: ShotWire[];
  motions: MotionHead[];
  grounds: GroundHead[];
  swings: SwingWire[];
}

export interface SeenSignWire {
  signId: string;
  grade: 'absent' | 'unsure' | 'slight' | 'clear';
  note: string;
}

export type SetupWire = Omit<SetupInput, 'note'> & { takenAt: string; note: string };

export interface ImportWire {
  id: string;
  blockId: string;
  kind: 'shots' | 'motion' | 'ground';
  fileName: string;
  rowCount: number;
  createdAt: string;
}

/** A shot that came while no block took it. */
export interface WaitingShotWire {
  id: string;
  deviceId: string;
  struckAt: string;
  clubSpeedMps: number | null;
  why: string;
}

export interface ComparisonAnswer extends Comparison {
  unlike: string[];
  runs: { blockId: string; label: 'A' | 'B'; swings: number }[];
  next: 'A' | 'B';
}

export interface BatteryTestWire {
  id: string;
  /** Empty where the test is open to this student. */
  closedBecause: string[];
  ratio: TestRatio | null;
  blockIds: string[];
  history: { startsAt: string; ratio: number }[];
}

export interface BatteryAnswer {
  club: string;
  fullSwings: number;
  fullMps: number | null;
  tests: BatteryTestWire[];
  /** Null without three full swings. */
  limit: LimitReading | null;
  loadVelocity: LoadVelocity | null;
}

export interface DeviceWire {
  deviceId: string;
  kind: string;
  heardAt: string;
}

export interface LessonAnswer {
  lesson: { id: string; startsAt: string; note: string };
  student: StudentWire;
  ageYears: number;
  /** A minor is filmed, and films are shown, only with a guardian's consent on file. */
  mayFilm: boolean;
  screens: ScreenInput[];
  blocks: BlockWire[];
  signs: SeenSignWire[];
  swishSets: SwishSetWire[];
  videos: VideoWire[];
  setups: SetupWire[];
  /** Of earlier lessons, newest first. */
  earlierSetups: SetupWire[];
  imports: ImportWire[];
  waiting: WaitingShotWire[];
  stick: NotchStickData;
  previousLesson: {
    id: string;
    startsAt: string;
    blocks: { club: string; withBall: boolean; condition: string }[];
  } | null;
  /** Null before the first target. */
  thread: ThreadWire | null;
  /** What is closed for this student now, and the day's count of full-intent swings. */
  closures: ClosuresWire;
}
