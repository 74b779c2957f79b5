import * as yup from 'yup';
import { BODY_PARTS, CLEARANCE_FLAGS } from '../core/catalogue/cautions.ts';
import { LEVELS } from '../core/catalogue/stages.ts';
import { painFields } from './body-schemas.ts';
import { newPassword } from './account-schemas.ts';
import { day, id, lens, list, pastDay, moment, optionalNumber, rung, telephone, text } from './fields.ts';

export const accountSchema = yup.object({
  practiceName: yup.string().trim().required('is needed').max(120),
  name: yup.string().trim().required('is needed').max(120),
  signIn: yup.string().trim().required('is needed').max(120),
  password: newPassword(),
  /** One-time code that the program prints where it is started, so that only who runs it can set it up. */
  setupCode: text(40),
});

export const signInSchema = yup.object({
  signIn: yup.string().trim().required('is needed').max(120),
  password: yup.string().required('is needed').max(200),
  /** One-time code of the second factor, where the account has one. */
  code: text(10),
});

/** Driver speeds that can be aimed at, m/s. */
export const GOAL_SPEED_MPS = [5, 80] as const;

export const studentSchema = yup.object({
  name: yup.string().trim().required('is needed').max(120, 'must have at most 120 characters'),
  handedness: yup
    .string()
    .oneOf(['right', 'left'] as const)
    .required('is needed'),
  birthYear: yup
    .number()
    .typeError('must be a year')
    .integer('must be a whole year')
    .min(1900, 'must be 1900 or later')
    .max(2100)
    .required('is needed'),
  birthDate: day().test('birth-year', 'must lie in the birth year', function (date) {
    const { birthYear } = this.parent as { birthYear?: number };
    return !date || date.startsWith(String(birthYear));
  }),
  sex: yup
    .string()
    .oneOf(['female', 'male'] as const)
    .nullable(),
  heightM: optionalNumber(0.6, 2.5, 'm'),
  massKg: optionalNumber(10, 250, 'kg'),
  level: yup.string().oneOf(LEVELS).required('is needed'),
  goalKind: yup
    .string()
    .oneOf(['gain', 'win-back', 'hold'] as const)
    .required('is needed'),
  goalSpeedMps: optionalNumber(...GOAL_SPEED_MPS, 'm/s'),
  goalDate: day(),
  kit: list(),
  places: list(),
  sessionsPerWeek: yup.number().typeError('must be a number').integer().min(0).max(14, 'must be at most 14').default(3),
  lens: lens(),
  flags: yup
    .array(
      yup
        .string()
        .oneOf(CLEARANCE_FLAGS.map((f) => f.id))
        .required(),
    )
    .default([]),
  painfulParts: yup
    .array(
      yup
        .string()
        .oneOf(BODY_PARTS.map((p) => p.id))
        .required(),
    )
    .default([]),
  phone: telephone(),
  email: yup
    .string()
    .trim()
    .max(120, 'must have at most 120 characters')
    .email('must be an e-mail address')
    .default(''),
  guardianContact: text(120),
  groups: yup
    .array(yup.string().trim().min(1, 'must have a name').max(40, 'must have at most 40 characters').required())
    .max(20, 'holds at most 20 groups')
    .default([]),
  /** What to remember at the next lesson. */
  pinnedNote: text(2000),
  /** Unit of speed on the student's own page; null for the practice's. */
  speedUnit: yup
    .string()
    .oneOf(['mph', 'm/s', 'km/h'] as const)
    .nullable(),
  bodyNote: text(2000),
  clearedOn: pastDay().test('by-whom', 'needs the name of who gave it', function (date) {
    return !date || Boolean((this.parent as { clearedBy?: string }).clearedBy?.trim());
  }),
  clearedBy: text(120),
  clearanceNote: text(500),
  guardianName: text(120),
  guardianConsentOn: pastDay().test('whose', 'needs the guardian’s name', function (date) {
    return !date || Boolean((this.parent as { guardianName?: string }).guardianName?.trim());
  }),
});
export type StudentInput = yup.InferType<typeof studentSchema>;

export const screenSchema = yup.object({
  id: id(),
  takenOn: day().required(),
  trunkTurnLeadDeg: optionalNumber(0, 140, '°'),
  trunkTurnTrailDeg: optionalNumber(0, 140, '°'),
  toeExtensionLeadDeg: optionalNumber(0, 110, '°'),
  toeExtensionTrailDeg: optionalNumber(0, 110, '°'),
  balanceLeadS: optionalNumber(0, 600, 's'),
  balanceTrailS: optionalNumber(0, 600, 's'),
  heelRaises: optionalNumber(0, 200, ''),
});
export type ScreenInput = yup.InferType<typeof screenSchema>;

export const bodySizeSchema = yup.object({
  takenOn: day().required(),
  heightM: yup.number().min(0.6).max(2.5).required(),
  massKg: yup.number().min(10).max(250).required(),
});

/** What changes of a lesson; what is not given stays. */
export const lessonPatchSchema = yup.object({
  note: yup.string().trim().max(4000, 'must have at most 4000 characters'),
  done: yup.boolean(),
});

export const lessonSchema = yup.object({ id: id(), startsAt: moment().required('is needed'), note: text(4000) });

export const seenSignSchema = yup.object({
  id: id(),
  grade: yup
    .string()
    .oneOf(['absent', 'unsure', 'slight', 'clear'] as const)
    .nullable()
    .defined(),
  note: text(500),
});

export const verdictSchema = yup.object({
  id: id(),
  target: yup.string().trim().required('is needed').max(60),
  reason: text(1000),
  decidedAt: moment(),
});

export const planSchema = yup.object({
  id: id(),
  target: yup.string().trim().required('is needed').max(60),
  startsOn: day().required(),
  drills: yup
    .array(
      yup.object({
        id: id(),
        drillId: yup.string().max(80).required(),
        rung: rung().required('is needed'),
        cue: text(300),
        /** Why it stands in a plan whose target it does not treat. */
        because: text(500),
        sets: yup.number().integer().min(1).max(20).required(),
        reps: yup.number().integer().min(1).max(100).required(),
        sessionsPerWeek: yup.number().integer().min(1).max(14).required(),
      }),
    )
    .min(1, 'needs at least one drill')
    .max(3, 'holds at most three drills')
    .required(),
});

export const practiceSetSchema = yup.object({
  id: id(),
  planDrillId: id(),
  doneAt: moment(),
  passed: yup.number().integer().min(0).max(500).required(),
  reset: yup.number().integer().min(0).max(500).required(),
  unjudged: yup.number().integer().min(0).max(500).default(0),
  swish: yup
    .string()
    .oneOf(['before', 'at', 'past', 'not heard'] as const)
    .required(),
  heard: yup
    .array(
      yup.object({
        judgement: yup
          .string()
          .oneOf(['before', 'at', 'past'] as const)
          .required(),
        pastBallM: yup.number().min(-5).max(5).nullable().defined(),
        tipSpeedMps: yup.number().min(5).max(90).required(),
      }),
    )
    .max(200)
    .default([]),
  /** Calls of the swish before a swing and where it was heard, cm past the ball. */
  calls: yup
    .array(
      yup.object({
        calledCm: yup.number().min(-200).max(200).required(),
        heardCm: yup.number().min(-500).max(500).required(),
      }),
    )
    .max(200)
    .default([]),
  easeWithoutBall: optionalNumber(0, 10, ''),
  easeWithBall: optionalNumber(0, 10, ''),
  pain: yup.boolean().required(),
  painNote: text(500),
  ...painFields,
  /** Rung that it was done at, where the plan may have moved on since. */
  rung: rung(),
  /** How far the phone's calendar is ahead of UTC: the day of the set is told by it. */
  utcOffsetMin: yup
    .number()
    .integer()
    .min(-14 * 60)
    .max(14 * 60),
  effort: optionalNumber(0, 10, ''),
  note: text(1000),
  words: text(300),
});

export const lateSetSchema = yup.object({ letIn: yup.boolean().required() });
export type PracticeSetInput = yup.InferType<typeof practiceSetSchema>;

export const decisionSchema = yup.object({
  id: id(),
  planDrillId: id(),
  chosen: yup
    .string()
    .oneOf(['up', 'stay', 'down', 'change-cue', 'change-drill', 'look-again', 'stop'] as const)
    .required(),
  cue: text(300),
  reason: text(1000),
  decidedAt: moment(),
});

/** What a student is told of a decision, in other words; empty brings back the program's. */
export const studentWordsSchema = yup.object({
  about: yup
    .string()
    .matches(/^(target|drill:.{1,80}|trial:[0-9a-f-]{36})$/, 'must be target, drill:ID or trial:ID')
    .required('is needed'),
  words: text(500),
});

/** A small photo, with the word that the student (or a guardian) agrees to it. */
export const photoSchema = yup.object({
  id: id(),
  jpeg: yup
    .string()
    .matches(/^[A-Za-z0-9+/]+=*$/, 'must be a JPEG as base64')
    .max(120_000, 'must be smaller: 512 px a side are enough')
    .required('is needed'),
  agreed: yup.boolean().oneOf([true], 'must be agreed to by the student').required('is needed'),
});

export const STUDENT_SORTS = ['name', 'seen', 'next', 'goal', 'level', 'pain', 'behind'] as const;
export const STUDENT_STATES = ['in use', 'pain', 'behind', 'no lesson to come', 'archived'] as const;
/** How the list of students is asked for. */
export const studentListSchema = yup.object({
  search: yup.string().trim().max(100).default(''),
  offset: yup.number().integer().min(0).default(0),
  sort: yup.string().oneOf(STUDENT_SORTS).default('name'),
  state: yup.string().oneOf(STUDENT_STATES).default('in use'),
  group: yup.string().trim().max(40).default(''),
  target: yup.string().trim().max(60).default(''),
});
export const archiveSchema = yup.object({ archived: yup.boolean().required('is needed') });

/** Whose removals are asked for. */
export const removalQuerySchema = yup.object({ student: yup.string().uuid(), lesson: yup.string().uuid() });
