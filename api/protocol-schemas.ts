import * as yup from 'yup';
import { drillById } from '../core/catalogue/drills.ts';
import { painFields } from './body-schemas.ts';
import { count, id, moment, needed, optionalNumber, text } from './fields.ts';

const gateSchema = yup.object({
  kind: yup
    .string()
    .oneOf(['done', 'speed', 'strike', 'seen'] as const, 'must be done, speed, strike or seen')
    .required('is needed'),
  leastShare: yup.number().when('kind', {
    is: 'speed',
    then: (s) => s.min(0.5, 'must be at least 0.5').max(1.5, 'must be at most 1.5').required('is needed'),
    otherwise: (s) => s.strip(),
  }),
  mostMoreMm: yup.number().when('kind', {
    is: 'strike',
    then: (s) => s.min(0, 'must be at least 0').max(40, 'must be at most 40').required('is needed'),
    otherwise: (s) => s.strip(),
  }),
  text: yup.string().when('kind', {
    is: 'seen',
    then: (s) => s.trim().max(200).required('is needed'),
    otherwise: (s) => s.strip(),
  }),
  passed: yup.number().when('kind', { is: 'seen', then: () => count(1, 100), otherwise: (s) => s.strip() }),
  of: yup.number().when('kind', { is: 'seen', then: () => count(1, 100), otherwise: (s) => s.strip() }),
});

/** A session protocol as an instructor writes it. */
export const protocolSchema = yup.object({
  name: needed(80),
  what: text(300),
  steps: yup
    .array(
      yup.object({
        name: needed(80),
        how: text(400),
        drillId: text(80).test('drill', 'names no drill of the shelf', (v) => !v || drillById(v) !== undefined),
        club: needed(40),
        condition: needed(80),
        withBall: yup.boolean().required('is needed'),
        aid: text(80),
        direction: yup
          .string()
          .oneOf(['own', 'other'] as const, 'must be own or other')
          .default('own'),
        swings: count(1, 60),
        restS: count(0, 600),
        effort: optionalNumber(0, 10, '').default(null),
        gate: gateSchema
          .test(
            'mark',
            'must pass no more swings than there are',
            (g) => g.kind !== 'seen' || (g.passed ?? 0) <= (g.of ?? 0),
          )
          .required('is needed'),
      }),
    )
    .min(1, 'needs at least one step')
    .max(20, 'holds at most 20 steps')
    .required('is needed'),
});

export const protocolRunSchema = yup.object({
  id: id(),
  /** Id of a shipped or an own protocol. */
  protocol: needed(80),
  withDriver: yup.boolean().default(false),
});
export const attemptSchema = yup.object({ id: id(), blockId: id(), step: count(0, 19) });
export const gateSaidSchema = yup.object({
  /** Swings that met what was to be seen. */
  passed: optionalNumber(0, 100, '').default(null),
  /** The instructor's word where the figures cannot say, or against them. */
  said: yup
    .string()
    .oneOf(['met', 'missed'] as const)
    .nullable()
    .default(null),
});
export const phoneProtocolSchema = yup.object({ protocol: text(80), withDriver: yup.boolean().default(false) });

export const protocolLogSchema = yup.object({
  id: id(),
  protocolId: id(),
  doneAt: moment(),
  utcOffsetMin: yup
    .number()
    .integer()
    .min(-14 * 60)
    .max(14 * 60),
  steps: yup
    .array(yup.object({ step: count(0, 19), passed: count(0, 500), reset: count(0, 500), unjudged: count(0, 500) }))
    .min(1, 'needs at least one step')
    .max(60)
    .required('is needed'),
  effort: optionalNumber(0, 10, ''),
  pain: yup.boolean().required(),
  painNote: text(500),
  ...painFields,
  note: text(1000),
});
export type ProtocolLogInput = yup.InferType<typeof protocolLogSchema>;
