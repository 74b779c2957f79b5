import * as yup from 'yup';
import { CHECKPOINTS } from '../core/catalogue/stages.ts';
import {
  DRAWING_KINDS,
  MOMENTS,
  PICTURE_POINTS,
  POINT_SOURCES,
  VIEWS,
  type FramePoints,
  type PictureMarks,
} from '../core/picture/marks.ts';
import { id } from './fields.ts';

const MOST_FRAME = 40_000;
const FAR_PX = 20_000;

const px = () => yup.number().min(-FAR_PX).max(FAR_PX).required();
const place = () => yup.object({ x: px(), y: px() });
const frame = () => yup.number().integer().min(0).max(MOST_FRAME);

const point = yup.object({
  x: px(),
  y: px(),
  source: yup.string().oneOf(POINT_SOURCES).required(),
  quality: yup.number().min(0).max(1),
});
const mark = yup.object({
  frame: frame().required(),
  source: yup
    .string()
    .oneOf(['picked', 'proposed'] as const)
    .required(),
  spreadS: yup.number().min(0).max(60),
});

const moment = yup.object({
  timeS: yup.number().min(0).max(36_000).required(),
  sdS: yup.number().min(0).max(60).required(),
  by: yup
    .string()
    .oneOf(['eye', 'ear'] as const)
    .required(),
});

/** A map by known names; others are refused by name, as what hangs on them would be lost. */
const each = <S extends yup.Schema>(keys: readonly string[], schema: S) =>
  yup
    .object(Object.fromEntries(keys.map((k) => [k, schema.default(undefined).optional()])))
    .noUnknown()
    .test('known-names', (_value, context) => {
      const { originalValue } = context as { originalValue?: unknown };
      const unknown = Object.keys(originalValue ?? {}).find((k) => !keys.includes(k));
      if (unknown === undefined) return true;
      return context.createError({ message: `holds “${unknown.slice(0, 60)}”; known are ${keys.join(', ')}` });
    });

/** All that is marked in a video: pixels as shown, frames counted from 0. */
export const marksSchema = yup.object({
  slowFactor: yup.number().min(1).max(64).required(),
  checkpoints: each(CHECKPOINTS, mark).required(),
  moments: each(MOMENTS, moment).default(undefined).optional(),
  frames: yup
    .array(yup.object({ frame: frame().required(), points: each(PICTURE_POINTS, point).required() }))
    .max(MOST_FRAME)
    .required(),
  scale: yup
    .object({
      a: place().required(),
      b: place().required(),
      lengthM: yup.number().moreThan(0).max(5).required(),
      lengthSdM: yup.number().min(0).max(1).required(),
      at: yup
        .string()
        .oneOf(['body', 'ball'] as const)
        .required(),
    })
    .nullable()
    .default(null),
  cameraDistanceM: yup.number().min(1.5).max(60).nullable().default(null),
  plumb: yup.object({ a: place().required(), b: place().required() }).nullable().default(null),
  drawings: yup
    .array(
      yup.object({
        id: yup.string().max(60).required(),
        kind: yup.string().oneOf(DRAWING_KINDS).required(),
        points: yup.array(place().required()).min(1).max(4000).required(),
        frame: frame().nullable().defined(),
      }),
    )
    .max(500)
    .required(),
});

/** The schema's own type knows its maps only by string keys: the marks of the core are what it holds. */
export const marksOf = (checked: yup.InferType<typeof marksSchema>): PictureMarks => ({
  ...checked,
  checkpoints: checked.checkpoints as PictureMarks['checkpoints'],
  ...(checked.moments ? { moments: checked.moments as PictureMarks['moments'] } : {}),
  frames: checked.frames.map((f) => ({ frame: f.frame, points: f.points as FramePoints })),
});

const view = () => yup.string().oneOf(VIEWS).required();

export const newVideoSchema = yup.object({
  id: id(),
  fileName: yup.string().trim().min(1).max(200).required(),
  sizeBytes: yup.number().integer().min(1).required(),
  view: view(),
  source: yup
    .string()
    .oneOf(['file', 'camera'] as const)
    .default('file'),
});

export const videoPatchSchema = yup.object({ view: view(), marks: marksSchema.required() });

/** Digitised points as a file: everything that the measures need, without the video. */
export const pointsFileSchema = yup.object({
  kind: yup
    .string()
    .oneOf(['points'] as const)
    .required(),
  view: view(),
  handedness: yup
    .string()
    .oneOf(['right', 'left'] as const)
    .required(),
  widthPx: yup.number().integer().min(1).max(FAR_PX).required(),
  heightPx: yup.number().integer().min(1).max(FAR_PX).required(),
  frameTimesS: yup.array(yup.number().min(0).required()).min(1).max(MOST_FRAME).required(),
  heightM: yup.number().min(0.8).max(2.5),
  video: yup.object({ fileName: yup.string().max(200), sha256: yup.string().max(64) }).default(undefined),
  marks: marksSchema.required(),
});
