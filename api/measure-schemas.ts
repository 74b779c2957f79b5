import { clubName } from '../core/catalogue/heads.ts';
import * as yup from 'yup';
import { SETUP_FIELDS, type SetupNumberKey } from '../core/catalogue/norms.ts';
import type { ColumnTarget } from '../core/formats/shot-columns.ts';
import { SHOT_FIELDS, toWire, wireName, wireUnit, type ShotKey } from '../core/formats/shot-fields.ts';
import { id, moment, optionalNumber, text } from './fields.ts';

const clubSchema = yup
  .string()
  .transform((v: string | undefined) => v && clubName(v))
  .required('is needed')
  .max(40);

/** Where a block was hit and with what: unlike conditions are never compared silently. */
export const circumstancesSchema = yup.object({
  device: text(80),
  ballKind: text(60),
  place: text(60),
  slopeDeg: optionalNumber(-30, 30, '°'),
  temperatureC: optionalNumber(-40, 60, '°C'),
  pressureHpa: optionalNumber(800, 1100, 'hPa'),
  altitudeM: optionalNumber(-500, 6000, 'm'),
  humidityPct: optionalNumber(0, 100, '%'),
  windTowardTargetMps: optionalNumber(-40, 40, 'm/s'),
  windToRightMps: optionalNumber(-40, 40, 'm/s'),
  carryNormalised: yup.boolean().nullable(),
  clubLoftDeg: optionalNumber(0, 80, '°'),
  clubLengthM: optionalNumber(0.4, 1.4, 'm'),
  clubShaft: text(80),
  clubHead: text(80),
});
export type Circumstances = yup.InferType<typeof circumstancesSchema>;

export const blockSchema = yup.object({
  id: id(),
  club: clubSchema,
  withBall: yup.boolean().required(),
  condition: yup.string().trim().required('is needed').max(60),
  cue: text(300),
  effort: optionalNumber(0, 10, ''),
  feel: text(500),
  listening: yup.boolean(),
  /** Swung the old way on purpose, to tell the change from a drift of the days. */
  oldPlace: yup.boolean(),
  circumstances: circumstancesSchema.default(undefined).optional(),
});
export type BlockInput = yup.InferType<typeof blockSchema>;

export const blockPatchSchema = yup.object({
  cue: yup.string().trim().max(300),
  effort: optionalNumber(0, 10, ''),
  feel: yup.string().trim().max(500),
  listening: yup.boolean(),
  oldPlace: yup.boolean(),
  circumstances: circumstancesSchema.default(undefined).optional(),
});

export const compareQuerySchema = yup.object({ a: id(), b: id() });

const anyShotValues = yup.object(
  Object.fromEntries(
    SHOT_FIELDS.map((f) => [
      wireName(f.key),
      optionalNumber(
        Math.floor(toWire(f.key, f.range[0]) * 1e4) / 1e4,
        Math.ceil(toWire(f.key, f.range[1]) * 1e4) / 1e4,
        wireUnit(f.key),
      ),
    ]),
  ),
);
/** Shot values on the wire: m/s, m, degrees, rpm; sideways + out. */
export const shotValuesSchema = anyShotValues.test('a-speed', 'needs club speed or ball speed', (v) => {
  const values = v as Record<string, unknown>;
  return typeof values.clubSpeedMps === 'number' || typeof values.ballSpeedMps === 'number';
});

export const shotSchema = yup.object({
  id: id(),
  struckAt: moment(),
  feltEffort: optionalNumber(0, 10, ''),
  values: shotValuesSchema.required(),
  /** Whether figures that do not go together were asked about and are meant. */
  sure: yup.boolean().default(false),
});

/** What a person says of a shot: set aside or not, the effort felt, the mark left on the face. */
export const shotPatchSchema = yup.object({
  reason: yup.string().trim().max(200, 'must have at most 200 characters').nullable(),
  feltEffort: optionalNumber(0, 10, ''),
  strike: yup
    .object({ toeM: yup.number().min(-0.06).max(0.06).required(), highM: yup.number().min(-0.05).max(0.05).required() })
    .nullable()
    .default(undefined),
  /** Figures put right; null takes one away. What is not named stays. */
  values: anyShotValues.default(undefined).optional(),
  sure: yup.boolean().default(false),
});

export const shotListSchema = yup.object({
  sort: yup.string().max(40).default('struckAt'),
  direction: yup
    .string()
    .oneOf(['up', 'down'] as const)
    .default('up'),
  show: yup
    .string()
    .oneOf(['all', 'counted', 'aside'] as const)
    .default('all'),
  least: optionalNumber(-1e6, 1e6, ''),
  most: optionalNumber(-1e6, 1e6, ''),
  page: yup.number().integer().min(0).default(0),
});

const setupNumber = (key: SetupNumberKey) => {
  const field = SETUP_FIELDS.find((f) => f.key === key);
  return optionalNumber(field?.range[0] ?? 0, field?.range[1] ?? 0, field?.unit ?? '');
};
export const setupSchema = yup.object({
  id: id(),
  club: clubSchema,
  gripHold: yup
    .string()
    .oneOf(['fingers', 'between', 'palm'] as const)
    .nullable(),
  knuckles: setupNumber('knuckles'),
  aimFeetOutDeg: setupNumber('aimFeetOutDeg'),
  aimFaceOutDeg: setupNumber('aimFaceOutDeg'),
  ballInsideHeelMm: setupNumber('ballInsideHeelMm'),
  stanceWidthMm: setupNumber('stanceWidthMm'),
  sideTiltDeg: setupNumber('sideTiltDeg'),
  handHeightMm: setupNumber('handHeightMm'),
  elbow: yup
    .string()
    .oneOf(['soft', 'locked'] as const)
    .nullable(),
  note: text(500),
});
export type SetupInput = yup.InferType<typeof setupSchema>;

const columnSchema = yup.object({
  header: yup.string().defined().max(200),
  target: yup
    .string<ColumnTarget>()
    .oneOf([...SHOT_FIELDS.map((f) => f.key), 'club', 'time', 'ignore'])
    .required(),
  unit: yup.string().defined().max(10),
});
const repairSchema = yup.object({
  kind: yup
    .string()
    .oneOf(['convert', 'mirror', 'row-order'] as const)
    .required(),
  target: yup.string<ShotKey>().oneOf(SHOT_FIELDS.map((f) => f.key)),
  side: yup.string().oneOf(['below', 'above'] as const),
  limit: yup.number(),
  factor: yup.number(),
  targets: yup.array(
    yup
      .string<ShotKey>()
      .oneOf(SHOT_FIELDS.map((f) => f.key))
      .required(),
  ),
});

/** A foreign file with the mapping and repairs that a person agreed to. */
export const mappedImportSchema = yup.object({
  id: id(),
  name: yup.string().trim().max(200).default('file.csv'),
  text: yup.string().required('is empty'),
  mapping: yup.array(columnSchema).min(1).max(200).required(),
  repairs: yup.array(repairSchema).max(20).default([]),
  remember: yup.boolean().default(true),
  /** Block of each club in the file; a block that is not there yet is made with this id. */
  blocks: yup
    .array(yup.object({ club: clubSchema, blockId: id() }))
    .min(1)
    .max(40, 'at most 40 clubs in one file')
    .required(),
});
export const headerSchema = yup.object({
  header: yup.array(yup.string().defined().max(200)).min(1).max(200).required(),
});

export const placeWaitingSchema = yup.object({
  ids: yup.array(id()).min(1).max(500).required(),
  blockId: yup.string().uuid().nullable().defined(),
});
export const deviceHelloSchema = yup.object({ deviceId: yup.string().trim().required().max(80), kind: text(40) });

export const importQuerySchema = yup.object({
  id: id(),
  name: yup.string().trim().max(200).default('file.csv'),
  startsAt: moment(),
});

/** What the open feed takes: mph, degrees, + right, as devices say it. */
export const feedSchema = yup.object({
  deviceId: yup.string().trim().required().max(80),
  shots: yup
    .array(
      yup.object({
        deviceShotId: yup.string().trim().required().max(80),
        struckAt: moment().required(),
        row: yup
          .mixed<Record<string, unknown>>((v): v is Record<string, unknown> => typeof v === 'object' && v !== null)
          .required(),
      }),
    )
    .required()
    .max(500, 'at most 500 shots in one message'),
});
