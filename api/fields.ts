import * as yup from 'yup';

/** Client-made id: a repeated write is harmless. */
export const id = (): yup.StringSchema<string> => yup.string().uuid('must be a UUID').required();
export const day = (): yup.StringSchema<string | null | undefined> =>
  yup
    .string()
    .transform((v: unknown) => (v === '' ? null : v))
    .matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'must be a day like 2026-03-14', excludeEmptyString: true })
    .nullable();
export const moment = (): yup.StringSchema<string | undefined> =>
  yup.string().test('moment', 'must be an ISO 8601 time', (v) => v === undefined || Number.isFinite(Date.parse(v)));
export const optionalNumber = (min: number, max: number, unit: string): yup.NumberSchema<number | null | undefined> =>
  yup
    .number()
    .transform((v: unknown, original: unknown) => (original === '' || original === null ? null : v))
    .nullable()
    .typeError('must be a number')
    .min(min, `must be at least ${min} ${unit}`)
    .max(max, `must be at most ${max} ${unit}`);
export const list = () => yup.array(yup.string().required()).default([]);
export const text = (most: number) => yup.string().trim().max(most, `must have at most ${most} characters`).default('');
