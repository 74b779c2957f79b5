import type { SetupInput } from '../api/measure-schemas.ts';
import type { StudentInput } from '../api/schemas.ts';
import type { SwingParameters } from '../core/swing/parameters.ts';
import { scaledPlayer } from '../core/swing/parameters.ts';
import { mphToMps } from '../core/units/units.ts';
import type { GroundTruth } from '../stand-ins/ground-plates/ground-plates.ts';
import type { LimitedKind } from '../stand-ins/range-monitor/hidden-shares.ts';
import { armsLead, cast, shorter } from './swings.ts';

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

const base = {
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
  clearanceNote: '',
  guardianName: '',
};

/** Birth year of somebody of this age today. */
const born = (age: number): number => new Date().getFullYear() - age;

/** The demo's students, all made up, each with the story that the data must tell. */
export const STORIES: readonly Story[] = [
  {
    student: {
      ...base,
      name: 'Tomasz Wren',
      sex: 'male',
      birthYear: born(63),
      heightM: 1.76,
      massKg: 84,
      goalSpeedMph: 90,
      bodyNote: 'Stiff big toe on the trail side, no pain.',
    },
    swingSpreadMph: 1.3,
    todayAt: '09:00',
    screen: {
      trunkLead: 44,
      trunkTrail: 36,
      toeLead: 56,
      toeTrail: 38,
      balanceLead: 14,
      balanceTrail: 12,
      heelRaises: 12,
    },
    swing: (r) => shorter(scaledPlayer(1.76, 84, 0.62), 24 * (1 - r)),
    lessons: [
      {
        daysAgo: 42,
        driverMph: 78.2,
        ironBlock: true,
        feel: 'stuck at the top',
        signs: { 'arm-hands-deep': 'clear', 'turn-heel': 'clear', 'turn-knee': 'clear' },
        note: 'Baseline.',
      },
      {
        daysAgo: 35,
        driverMph: 78.6,
        signs: { 'arm-hands-deep': 'clear', 'arm-shaft-flat': 'slight', 'turn-heel': 'clear' },
        target: 'short-turn',
        drills: ['heel-lift-turn', 'club-across-turn'],
        cue: 'Hands high over the trail shoulder.',
        practice: [0.6, 0.75, 0.85],
      },
      {
        daysAgo: 28,
        driverMph: 83.4,
        repaired: 0.5,
        witnessed: 0.85,
        signs: { 'turn-heel': 'absent', 'arm-hands-deep': 'slight' },
        target: 'short-turn',
        drills: ['heel-lift-turn', 'back-and-through'],
        practice: [0.8, 0.85],
      },
      {
        daysAgo: 21,
        driverMph: 83.8,
        repaired: 0.6,
        witnessed: 0.9,
        signs: { 'turn-heel': 'absent' },
        target: 'short-turn',
        drills: ['heel-lift-turn', 'back-and-through'],
        practice: [0.7, 0.8],
      },
      {
        daysAgo: 14,
        driverMph: 88.4,
        repaired: 0.85,
        witnessed: 0.8,
        signs: { 'arm-hands-deep': 'absent' },
        target: 'short-turn',
        drills: ['heel-lift-turn', 'back-and-through'],
        practice: [0.8, 0.9],
      },
      {
        daysAgo: 7,
        driverMph: 88.7,
        repaired: 0.9,
        witnessed: 0.9,
        signs: { 'arm-hands-deep': 'absent' },
        target: 'short-turn',
        drills: ['heel-lift-turn', 'back-and-through'],
        practice: [0.75, 0.9, 0.9, 0.9],
      },
    ],
  },
  {
    student: {
      ...base,
      name: 'Bea Kallio',
      sex: 'female',
      handedness: 'left',
      birthYear: born(34),
      level: 'single-figure',
      heightM: 1.7,
      massKg: 64,
      goalSpeedMph: 92,
      lens: 'hands-and-arms',
    },
    swingSpreadMph: 1.0,
    todayAt: '10:15',
    screen: {
      trunkLead: 54,
      trunkTrail: 52,
      toeLead: 62,
      toeTrail: 60,
      balanceLead: 25,
      balanceTrail: 22,
      heelRaises: 20,
    },
    swing: (r) => cast(scaledPlayer(1.7, 64, 0.66), 1 - r),
    lessons: [
      {
        daysAgo: 28,
        driverMph: 84.5,
        airBlock: true,
        airGain: 0.09,
        feel: 'throwing it',
        signs: { 'release-half-way': 'clear', 'ball-practice-freer': 'clear' },
      },
      {
        daysAgo: 21,
        driverMph: 84.8,
        airBlock: true,
        airGain: 0.1,
        signs: { 'release-half-way': 'clear' },
        target: 'early-release',
        drills: ['upside-down-swish', 'throw-bend-extend', 'past-ball-full'],
        cue: 'Loudest a step past the ball.',
        practice: [0.7, 0.85, 0.9],
      },
      {
        daysAgo: 14,
        driverMph: 85.9,
        airBlock: true,
        airGain: 0.12,
        repaired: 0.5,
        witnessed: 0.9,
        signs: { 'release-half-way': 'slight' },
        target: 'early-release',
        drills: ['upside-down-swish', 'throw-bend-extend'],
        practice: [0.85, 0.9],
      },
      {
        daysAgo: 7,
        driverMph: 89.6,
        airBlock: true,
        airGain: 0.06,
        repaired: 0.8,
        witnessed: 0.9,
        signs: { 'release-half-way': 'absent' },
        target: 'early-release',
        drills: ['upside-down-swish', 'throw-bend-extend'],
        practice: [0.9, 0.9],
      },
    ],
  },
  {
    student: {
      ...base,
      name: 'Rafi Demir',
      sex: 'male',
      birthYear: born(16),
      heightM: 1.76,
      massKg: 63,
      goalSpeedMph: 105,
      guardianName: 'L. Demir',
    },
    swingSpreadMph: 1.6,
    consent: true,
    screen: {
      trunkLead: 50,
      trunkTrail: 48,
      toeLead: 60,
      toeTrail: 61,
      balanceLead: 18,
      balanceTrail: 16,
      heelRaises: 18,
    },
    sizes: [
      { daysAgo: 150, heightM: 1.71, massKg: 57 },
      { daysAgo: 60, heightM: 1.74, massKg: 60 },
      { daysAgo: 3, heightM: 1.76, massKg: 63 },
    ],
    swing: () => shorter(scaledPlayer(1.74, 60, 0.66), 14),
    lessons: [
      { daysAgo: 150, driverMph: 90.5, signs: { 'sway-hip': 'clear', 'turn-knee': 'slight' } },
      {
        daysAgo: 120,
        driverMph: 91.4,
        signs: { 'sway-hip': 'clear' },
        target: 'sway',
        drills: ['lead-hip-inside', 'feet-together'],
        practice: [0.7, 0.8],
      },
      {
        daysAgo: 60,
        driverMph: 93.4,
        witnessed: 0.8,
        signs: { 'sway-hip': 'slight' },
        target: 'short-turn',
        drills: ['club-across-turn', 'heel-lift-turn'],
        practice: [0.8],
      },
      {
        daysAgo: 3,
        driverMph: 95.6,
        witnessed: 0.85,
        signs: { 'sway-hip': 'slight' },
        target: 'short-turn',
        drills: ['club-across-turn', 'heel-lift-turn'],
        practice: [0.9],
      },
    ],
  },
  {
    student: {
      ...base,
      name: 'June Achterberg',
      sex: 'female',
      birthYear: born(29),
      level: 'elite',
      heightM: 1.74,
      massKg: 68,
      goalSpeedMph: 102,
    },
    swingSpreadMph: 0.7,
    screen: {
      trunkLead: 62,
      trunkTrail: 60,
      toeLead: 66,
      toeTrail: 65,
      balanceLead: 40,
      balanceTrail: 38,
      heelRaises: 28,
    },
    swing: () => scaledPlayer(1.74, 68, 0.86),
    lessons: [
      {
        daysAgo: 24,
        driverMph: 98.0,
        ironBlock: true,
        faceSpreadDeg: 1.1,
        attackDeg: 1.5,
        pathOutDeg: 1,
        faceToPathDeg: 0.4,
      },
      {
        daysAgo: 17,
        driverMph: 98.2,
        faceSpreadDeg: 1.2,
        attackDeg: 1.4,
        pathOutDeg: 1.2,
        faceToPathDeg: 0.5,
        signs: { 'legs-knee': 'slight', 'setup-no-tilt': 'clear' },
        target: 'setup-driver',
        drills: ['wide-and-tilt'],
        practice: [0.8, 0.9],
      },
      {
        daysAgo: 10,
        driverMph: 99.4,
        faceSpreadDeg: 3.6,
        attackDeg: 2.6,
        pathOutDeg: 2.4,
        faceToPathDeg: 1.8,
        witnessed: 0.6,
        note: 'Face spread and release drift: backed off to half the dose.',
        signs: { 'setup-no-tilt': 'absent', 'face-curve': 'slight' },
        practice: [0.8],
      },
      {
        daysAgo: 4,
        driverMph: 99.1,
        faceSpreadDeg: 1.2,
        attackDeg: 2.2,
        pathOutDeg: 1.1,
        faceToPathDeg: 0.5,
        note: 'Restored; the small gain is still there.',
        signs: { 'setup-no-tilt': 'absent' },
        target: 'setup-driver',
        drills: ['wide-and-tilt'],
        practice: [0.9],
      },
    ],
  },
  {
    student: {
      ...base,
      name: 'Cormac Iwu',
      sex: 'male',
      birthYear: born(45),
      heightM: 1.86,
      massKg: 96,
      goalSpeedMph: 108,
      lens: 'loose-chain',
    },
    swingSpreadMph: 1.7,
    todayAt: '13:30',
    screen: {
      trunkLead: 47,
      trunkTrail: 49,
      toeLead: 58,
      toeTrail: 57,
      balanceLead: 15,
      balanceTrail: 13,
      heelRaises: 22,
    },
    swing: (r) => armsLead(scaledPlayer(1.86, 96, 0.68), 1 - r),
    lessons: [
      {
        daysAgo: 22,
        driverMph: 101.5,
        efforts: [
          [6, 101.6],
          [8, 100.6],
          [10, 98.2],
        ],
        pathOutDeg: -5.4,
        faceToPathDeg: 4.5,
        feel: 'as hard as I can',
        signs: { 'arms-shoulders-open': 'clear', 'arms-club-steepens': 'clear', 'effort-off-balance': 'clear' },
      },
      {
        daysAgo: 15,
        driverMph: 101.8,
        efforts: [
          [6, 102.2],
          [9, 100.1],
        ],
        pathOutDeg: -5.1,
        faceToPathDeg: 4.2,
        signs: { 'arms-shoulders-open': 'clear', 'effort-off-balance': 'slight' },
        target: 'effort-over-speed',
        drills: ['speed-ladder', 'light-fast'],
        cue: 'Same loose grip at every step.',
        practice: [0.5, 0.6, 0.7],
      },
      {
        daysAgo: 8,
        driverMph: 100.2,
        pathOutDeg: -4.1,
        faceToPathDeg: 3.4,
        repaired: 0.3,
        witnessed: 0.7,
        note: 'A planned dip of 3 % is agreed for six sessions; this is inside it.',
        signs: { 'arms-shoulders-open': 'slight' },
        target: 'effort-over-speed',
        drills: ['speed-ladder', 'light-fast'],
        practice: [0.65, 0.75, 0.75, 0.8],
        painOnDay: 3,
      },
    ],
  },
  {
    student: {
      ...base,
      name: 'Pilar Novak',
      sex: 'female',
      birthYear: born(53),
      heightM: 1.64,
      massKg: 61,
      goalKind: 'win-back',
      goalSpeedMph: 78,
      flags: ['recent-fracture'],
      painfulParts: ['wrist'],
      bodyNote: 'Lead wrist broken half a year ago, healed.',
      clearanceNote: 'Physiotherapist: half swings, no impact on mats, build up over six weeks.',
    },
    swingSpreadMph: 1.2,
    clearedDaysAgo: 16,
    todayAt: '15:00',
    screen: {
      trunkLead: 52,
      trunkTrail: 50,
      toeLead: 60,
      toeTrail: 58,
      balanceLead: 16,
      balanceTrail: 17,
      heelRaises: 14,
    },
    swing: () => scaledPlayer(1.64, 61, 0.58),
    lessons: [
      {
        daysAgo: 23,
        driverMph: 68.4,
        airBlock: true,
        airGain: 0.04,
        note: 'Plan closed until the physiotherapist clears it.',
        signs: { 'tension-grip': 'clear', 'tension-elbow': 'clear' },
      },
      {
        daysAgo: 16,
        driverMph: 68.9,
        note: 'Clearance recorded: open drills only.',
        signs: { 'tension-grip': 'clear', 'tension-elbow': 'slight' },
        target: 'tension',
        drills: ['quiet-setup', 'feet-together'],
        cue: 'Let the club head feel heavy.',
        practice: [0.8, 0.9, 0.9],
      },
      {
        daysAgo: 9,
        driverMph: 71.6,
        repaired: 0.5,
        witnessed: 0.95,
        signs: { 'tension-grip': 'slight' },
        target: 'tension',
        drills: ['quiet-setup', 'feet-together'],
        practice: [0.9, 0.95],
      },
    ],
  },
  {
    student: {
      ...base,
      name: 'Sunniva Rao',
      sex: 'female',
      handedness: 'left',
      birthYear: born(24),
      level: 'beginner',
      heightM: 1.68,
      massKg: 60,
      goalSpeedMph: 75,
      lens: 'free-swing',
      kit: ['iron', 'club', 'flexible stick', 'driver'],
    },
    swingSpreadMph: 5.2,
    todayAt: '16:15',
    screen: {
      trunkLead: 58,
      trunkTrail: 57,
      toeLead: 64,
      toeTrail: 66,
      balanceLead: 20,
      balanceTrail: 22,
      heelRaises: 16,
    },
    swing: () => cast(scaledPlayer(1.68, 60, 0.5), 0.5),
    lessons: [
      {
        daysAgo: 20,
        driverMph: 63.0,
        feel: 'all arms',
        signs: { 'ball-practice-freer': 'clear', 'finish-steps': 'clear' },
        airBlock: true,
        airGain: 0.11,
        faceSpreadDeg: 6,
        toeMm: 7,
      },
      {
        daysAgo: 13,
        driverMph: 61.5,
        airBlock: true,
        airGain: 0.1,
        signs: { 'ball-practice-freer': 'clear' },
        faceSpreadDeg: 6,
        target: 'ball-bound',
        drills: ['weight-on-string', 'upside-down-swish'],
        cue: 'Let the end draw a circle.',
        practice: [0.5, 0.7],
      },
      {
        daysAgo: 6,
        driverMph: 63.2,
        airBlock: true,
        airGain: 0.08,
        witnessed: 0.6,
        signs: { 'ball-practice-freer': 'slight' },
        faceSpreadDeg: 5.5,
        target: 'ball-bound',
        drills: ['weight-on-string', 'upside-down-swish'],
        practice: [0.6],
      },
    ],
  },
  {
    student: {
      ...base,
      name: 'Dov Lindqvist',
      sex: 'male',
      birthYear: born(38),
      heightM: 1.81,
      massKg: 82,
      goalSpeedMph: 104,
      lens: 'ground-up',
      kit: [...base.kit, 'heavy stick'],
    },
    swingSpreadMph: 1.4,
    screen: {
      trunkLead: 51,
      trunkTrail: 53,
      toeLead: 59,
      toeTrail: 57,
      balanceLead: 19,
      balanceTrail: 18,
      heelRaises: 20,
    },
    swing: () => scaledPlayer(1.81, 82, 0.72),
    lessons: [
      {
        daysAgo: 19,
        driverMph: 97.2,
        ironBlock: true,
        toeMm: -11,
        highMm: 8,
        signs: { 'slide-hip': 'clear', 'legs-knee': 'slight', 'extension-gap': 'absent' },
      },
      {
        daysAgo: 12,
        driverMph: 97.5,
        limitedBy: 'legs',
        ground: {
          leadShare: { setUp: 0.51, top: 0.3, strike: 0.86, finish: 0.88 },
          peakVerticalBw: 1.22,
          peakVerticalBeforeStrikeS: 0.03,
        },
        setup: {
          gripHold: 'fingers',
          knuckles: 2,
          aimFeetOutDeg: 1,
          aimFaceOutDeg: 0,
          ballInsideHeelMm: 95,
          stanceWidthMm: 470,
          sideTiltDeg: 3,
          handHeightMm: 790,
          elbow: 'soft',
        },
        toeMm: -10,
        highMm: 8,
        signs: { 'slide-hip': 'clear', 'legs-knee': 'slight' },
        target: 'slide',
        drills: ['lead-hip-inside', 'feet-together'],
        practice: [0.7, 0.8, 0.9],
      },
      {
        daysAgo: 5,
        driverMph: 98.4,
        ground: {
          leadShare: { setUp: 0.5, top: 0.29, strike: 0.83, finish: 0.9 },
          peakVerticalBw: 1.36,
          peakVerticalBeforeStrikeS: 0.05,
        },
        setup: {
          gripHold: 'fingers',
          knuckles: 2,
          aimFeetOutDeg: 1,
          aimFaceOutDeg: 0,
          ballInsideHeelMm: 40,
          stanceWidthMm: 510,
          sideTiltDeg: 7,
          handHeightMm: 785,
          elbow: 'soft',
          note: 'Ball moved up, wider, a little more tilt.',
        },
        toeMm: -5,
        highMm: 5,
        witnessed: 0.85,
        signs: { 'slide-hip': 'slight', 'legs-knee': 'clear' },
        target: 'off-centre',
        drills: ['dot-and-box'],
        practice: [0.6],
      },
    ],
  },
];

/** Goal speed in SI. */
export const goalMps = (story: Story): number => mphToMps(story.student.goalSpeedMph);
