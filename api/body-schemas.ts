import * as yup from 'yup';
import { BODY_PARTS, PAIN_KINDS } from '../core/catalogue/cautions.ts';
import { id, moment, text } from './fields.ts';

const part = () =>
  yup
    .string()
    .oneOf(BODY_PARTS.map((p) => p.id))
    .nullable()
    .default(null);
const kind = () =>
  yup
    .string()
    .oneOf(PAIN_KINDS.map((k) => k.id))
    .nullable()
    .default(null);

/** Where it hurts and how; what is not said is taken the careful way. */
export const painFields = { painPart: part(), painKind: kind() };

export const painSchema = yup.object({ id: id(), notedAt: moment(), part: part(), kind: kind(), note: text(500) });
export type PainInput = yup.InferType<typeof painSchema>;

export const reopenSchema = yup.object({
  word: yup.string().trim().required('is needed: what was asked and answered').max(500),
});

export const overruleSchema = yup.object({
  id: id(),
  reason: yup.string().trim().required('is needed; it is kept').max(500),
});
