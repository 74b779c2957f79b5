import type { ProgrammeDay } from '../core/plan/programme.ts';
import type { PhoneProtocolWire } from './protocol-types.ts';
import type { Drill } from '../core/catalogue/drill-type.ts';
import type { OwnDrillText } from '../core/catalogue/own-drill.ts';
import type { Load } from '../core/plan/load.ts';
import type { ClosuresWire, PainWire } from './body-types.ts';
import type { ThreadWire } from './thread-types.ts';
import type { GroundHead, HeardRepWire, MotionHead, SwingWire, SwishSetWire, VideoWire } from './capture-types.ts';
import type { LoadVelocity } from '../core/battery/load-velocity.ts';
import type { LimitReading } from '../core/battery/limit.ts';
import type { TestRatio } from '../core/battery/ratios.ts';
import type { Beliefs } from '../core/beliefs/beliefs.ts';
import type { BeliefKind, BeliefValue } from '../core/beliefs/changes.ts';
import type { Diagnosis, PriceIfPresent } from '../core/diagnosis/diagnose.ts';
import type { Finding } from '../core/diagnosis/findings.ts';
import type { LadderMove } from '../core/plan/ladder.ts';
import type { BlockStatistics } from '../core/review/block-statistics.ts';
import type { BlockTrend, Comparison } from '../core/review/compare-blocks.ts';
import type { Notch, Review } from '../core/review/review.ts';
import type { Circumstances, SetupInput } from './measure-schemas.ts';
import type { PracticeLinkWire } from './account-types.ts';
import type { Role } from './roles.ts';
import type { ScreenInput, Settings, StudentInput } from './schemas.ts';

export type * from './capture-types.ts';

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

export interface VerdictWire {
  id: string;
  proposed: string | null;
  target: string;
  overruled: boolean;
  reason: string;
  sentence: string;
  decidedAt: string;
  /** Chances of that moment: presence, and own cause since the second rule. */
  chances: { id: string; chance: number; causeChance?: number }[];
  findings: Finding[];
  /** School that it was read under. */
  lens: string;
  /** Version of the rule that made it. */
  rule: number;
  /** Changes of the practice's numbers that held then. */
  beliefChanges: number;
  /** What each fault cost by that moment's figures, if it was there; absent in verdicts of earlier versions. */
  prices?: { id: string; meanMps: number; interval90Mps: readonly [number, number]; worthMps?: number }[];
}

/** A change of a number that the diagnosis reckons with. */
export interface BeliefChangeWire {
  id: string;
  kind: BeliefKind;
  about: string;
  value: BeliefValue | null;
  note: string;
  changedAt: string;
  changedBy: string;
}

/** A cause that a later review confirmed: a notch was cut while it was the target. */
export interface ConfirmedCauseWire {
  studentId: string;
  studentName: string;
  fault: string;
  confirmedAt: string;
}

export interface BeliefsAnswer {
  beliefs: Beliefs;
  /** Moment from which confirmed causes count; null for all. */
  learnedSince: string | null;
  confirmed: ConfirmedCauseWire[];
  /** All changes, oldest first. */
  changes: BeliefChangeWire[];
}

export interface LedgerAnswer {
  findings: Finding[];
  diagnosis: Diagnosis;
  /** Speed that prices are shares of; null where none is known. */
  ownSpeedMps: number | null;
  /** What the learned prices say beside the faults' own; null without a captured swing or a measured speed. */
  prices: { refused: string; together: PriceIfPresent | null } | null;
  /** School of the student, for the order in which causes are looked at. */
  lens: string;
  verdict: VerdictWire | null;
  /** Verdicts of this lesson that a later one took the place of, oldest first. */
  earlierVerdicts: VerdictWire[];
  /** The target that runs from this or an earlier lesson. */
  running: string | null;
  /** The running target as it was decided in an earlier lesson: its chance and its findings of then; null where it is new. */
  then: { startsAt: string; presentChance: number | null; findings: Finding[] } | null;
  /** The practice's own numbers that it was reckoned with, this student's confirmed causes left out. */
  beliefs: Beliefs;
  /** Changes of the practice's numbers so far. */
  beliefChanges: number;
}

export interface DrillChoiceWire {
  drillId: string;
  open: boolean;
  closedBecause: string[];
  cautions: string[];
  /** What it did for this student before, as a sentence; empty where it was never practised. */
  record: string;
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
  stick: NotchStickData;
}

export interface ProblemWire {
  status: number;
  code: string;
  detail: string;
  where: string;
}

/** Original files of a practice's machine, and uploads of the practice that wait for their rest. */
export interface StorageAnswer {
  files: number;
  bytes: number;
  unfinished: {
    id: string;
    lessonId: string;
    fileName: string;
    studentName: string;
    sizeBytes: number;
    receivedBytes: number;
    startedAt: string;
  }[];
}

/** Backups of the practice's machine, newest first, each read back and found whole. */
export interface BackupsAnswer {
  backups: { name: string; madeAt: string; bytes: number }[];
  folder: string;
  keptDays: number;
  isRunning: boolean;
  /** Why the last try failed; empty after a good one. */
  failed: string;
  /** Days without a good backup where they are too many; else null. */
  overdueDays: number | null;
}

/** Where a phone in the same network finds the program. */
export interface ReachAnswer {
  /** Origins; empty where the program listens on this machine alone. */
  addresses: string[];
  isSecure: boolean;
}
