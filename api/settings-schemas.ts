import * as yup from 'yup';
import { SHOT_FIELDS, wireName } from '../core/formats/shot-fields.ts';
import { lens, telephone } from './fields.ts';

/** Largest gain that can be set as the smallest that matters, m/s. */
export const MOST_SMALLEST_GAIN_MPS = 10;
export const settingsSchema = yup.object({
  /** Lens of students who are added. */
  lens: lens(),
  speedUnit: yup
    .string()
    .oneOf(['mph', 'm/s', 'km/h'] as const)
    .default('mph'),
  distanceUnit: yup
    .string()
    .oneOf(['yd', 'm'] as const)
    .default('yd'),
  theme: yup
    .string()
    .oneOf(['paper', 'bay'] as const)
    .default('paper'),
  /** Figures of a typed shot in the order in which they are read, by their wire names. */
  shotFields: yup
    .array(
      yup
        .string()
        .oneOf(SHOT_FIELDS.map((f) => wireName(f.key)))
        .required(),
    )
    .test(
      'a-speed',
      'needs club speed or ball speed',
      (v) => !v || v.includes('clubSpeedMps') || v.includes('ballSpeedMps'),
    )
    .test('once', 'must name each figure once', (v) => !v || new Set(v).size === v.length)
    .default(() => ['clubSpeedMps', 'ballSpeedMps']),
  smallestGainMps: yup.number().min(0).max(MOST_SMALLEST_GAIN_MPS).default(0.44704),
  /** Number that students can call from the practice page; empty for none. */
  phone: telephone(),
});
export type Settings = yup.InferType<typeof settingsSchema>;
