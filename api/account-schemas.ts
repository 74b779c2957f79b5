import * as yup from 'yup';
import { id, text } from './fields.ts';
import { ROLES } from './roles.ts';

const name = () => yup.string().trim().required('is needed').max(120);
export const newPassword = () =>
  yup.string().required('is needed').min(10, 'must have at least 10 characters').max(200);
const role = () =>
  yup
    .string()
    .oneOf([...ROLES], 'must be one of owner, instructor, assistant')
    .required('is needed');
const code = () =>
  yup
    .string()
    .transform((v: unknown) => (typeof v === 'string' ? v.replace(/\s/g, '') : v))
    .matches(/^\d{6}$/, 'must be the six digits that the app shows');

export const invitationSchema = yup.object({ id: id(), name: name(), role: role() });
/** Who comes by a one-time link: an account is made, or, with a link to reset, only the password is chosen. */
export const joinSchema = yup.object({ signIn: text(120), password: newPassword() });
export const accountChangeSchema = yup.object({
  role: role().optional(),
  isClosed: yup.boolean(),
  /** For who has lost the machine with the codes. */
  dropSecondFactor: yup.boolean(),
});
export const passwordChangeSchema = yup.object({
  current: yup.string().required('is needed').max(200),
  next: newPassword(),
});
export const codeSchema = yup.object({ code: code().required('is needed') });
export const confirmSchema = yup.object({ password: yup.string().required('is needed').max(200) });
export const linkSchema = yup.object({
  /** Days until it ends; null for never. */
  days: yup
    .number()
    .integer()
    .min(1, 'must be at least a day')
    .max(3660, 'must be at most ten years')
    .nullable()
    .default(180),
});
export const erasureSchema = yup.object({ name: yup.string().required('is needed').max(200) });
const months = () => yup.number().integer().min(1, 'must be at least a month').max(600).nullable().default(null);
export const retentionSchema = yup.object({
  /** Videos and stills are erased this long after their lesson; null keeps them. */
  filmMonths: months(),
  /** Students whom nobody has seen for this long are listed; null lists none. */
  studentMonths: months(),
  /** The log of who did what is kept this long. */
  auditMonths: yup.number().integer().min(1, 'must be at least a month').max(600).default(36),
});
export type Retention = yup.InferType<typeof retentionSchema>;
