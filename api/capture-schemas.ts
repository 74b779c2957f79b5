import * as yup from 'yup';
import { AXIS_NAMES, POINT_ROLES, type PointRole } from '../core/capture/points/roles.ts';
import { FIT_FAULTS } from '../core/swing/fit-prices.ts';
import { id } from './fields.ts';
import { importQuerySchema } from './measure-schemas.ts';

const labels = () => yup.array(yup.string().defined().max(200)).max(60);
/** What a capture file's channels and points stand for. */
export const captureMappingSchema = yup.object({
  channels: yup
    .array(
      yup.object({
        column: yup.string().required().max(40),
        label: yup.string().required().max(200),
        unit: yup.string().defined().max(20),
        reverse: yup.boolean(),
      }),
    )
    .max(40)
    .required(),
  points: yup
    .object(Object.fromEntries(POINT_ROLES.map((r) => [r, labels()])) as Record<PointRole, ReturnType<typeof labels>>)
    .noUnknown()
    .required(),
  axes: yup
    .object({
      towardTarget: yup.string().oneOf(AXIS_NAMES).required(),
      up: yup.string().oneOf(AXIS_NAMES).required(),
    })
    .required(),
});

export const captureQuerySchema = importQuerySchema.shape({
  rates: yup.string().oneOf(['dps', 'rad_s'] as const),
  mapping: yup
    .mixed()
    .transform((v: unknown) => {
      if (typeof v !== 'string') return v;
      try {
        return JSON.parse(v) as unknown;
      } catch {
        return NaN;
      }
    })
    .test(
      'mapping',
      'mapping must be JSON that names channels, points and axes',
      (v) => v === undefined || captureMappingSchema.isValidSync(v),
    ),
  remember: yup.boolean().default(false),
});

const optionalShare = () => yup.number().min(0).max(100);
const fraction = () => yup.number().min(-1000).max(1000).required();
export const fitSchema = yup.object({
  prices: yup
    .array(
      yup.object({
        id: yup.string().oneOf(FIT_FAULTS).required(),
        amount: fraction(),
        unit: yup
          .string()
          .oneOf(['°', '%', 'ms'] as const)
          .required(),
        gainMps: fraction(),
        interval90Mps: yup.tuple([fraction(), fraction()]).required(),
      }),
    )
    .min(1)
    .max(12)
    .required(),
  residuals: yup
    .object({ hips: optionalShare(), chest: optionalShare(), leadArm: optionalShare(), club: optionalShare() })
    .required(),
  clubSpeedMps: yup.number().positive().max(120).required(),
});

const metres = () => yup.number().min(-20).max(20).nullable().defined();
export const swishSetSchema = yup.object({
  id: id(),
  diameterM: yup.number().min(0.003).max(0.04).required(),
  ball: yup
    .string()
    .oneOf(['click', 'brush', 'none'] as const)
    .required(),
  swings: yup
    .array(
      yup.object({
        direction: yup
          .string()
          .oneOf(['usual', 'other'] as const)
          .required(),
        tipSpeedMps: yup.number().min(5).max(90).required(),
        offsetS: yup.number().min(-1).max(1).nullable().defined(),
        offsetSdS: yup.number().min(0).max(1).nullable().defined(),
        pastBallM: metres(),
        uncertaintyM: metres(),
        judgement: yup
          .string()
          .oneOf(['before', 'at', 'past', 'none'] as const)
          .required(),
      }),
    )
    .min(1)
    .max(200)
    .required(),
});

const shift = () => yup.number().min(-2).max(2);
const other = () => yup.string().uuid().nullable();
export const swingSchema = yup.object({
  id: id(),
  shotId: other().default(null),
  motionId: other().default(null),
  groundId: other().default(null),
  videoId: other().default(null),
  swishSetId: other().default(null),
  swishNumber: yup.number().integer().min(0).max(199).nullable().default(null),
});
export const swingPatchSchema = yup.object({
  shotId: other(),
  motionId: other(),
  groundId: other(),
  videoId: other(),
  swishSetId: other(),
  swishNumber: yup.number().integer().min(0).max(199).nullable(),
  motionShiftS: shift(),
  groundShiftS: shift(),
  videoShiftS: shift(),
  swishShiftS: shift(),
});
