import * as yup from 'yup';
import './yup-words.ts';
import { asRungKey } from '../core/catalogue/drill-rungs.ts';
import { LENSES } from '../core/catalogue/stages.ts';

/** Years that a database and a calendar both know. */
const YEARS = [1900, 2200] as const;
const isDay = (day: string): boolean => {
  const at = Date.parse(`${day}T00:00:00Z`);
  if (!Number.isFinite(at)) return false;
  const year = new Date(at).getUTCFullYear();
  return year >= YEARS[0] && year <= YEARS[1] && new Date(at).toISOString().startsWith(day);
};
const isMoment = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:\d{2})$/.test(text) &&
  Number.isFinite(Date.parse(text)) &&
  isDay(text.slice(0, 10));

/** Client-made id: a repeated write is harmless. */
export const id = (): yup.StringSchema<string> => yup.string().uuid('must be a UUID').required();
export const day = (): yup.StringSchema<string | null | undefined> =>
  yup
    .string()
    .transform((v: unknown) => (v === '' ? null : v))
    .matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'must be a day like 2026-03-14', excludeEmptyString: true })
    .test('calendar', 'must be a day of the calendar', (v) => v === null || v === undefined || isDay(v))
    .nullable();
/** Furthest that any time zone is ahead, ms: there it is already tomorrow. */
const MOST_AHEAD_MS = 14 * 3_600_000;
/** A day that has been: not one to come, in any time zone. */
export const pastDay = () =>
  day().test(
    'not-to-come',
    'must not lie in the future',
    (v) => !v || v <= new Date(Date.now() + MOST_AHEAD_MS).toISOString().slice(0, 10),
  );
export const moment = (): yup.StringSchema<string | undefined> =>
  yup.string().test('moment', 'must be an ISO 8601 time', (v) => v === undefined || isMoment(v));
export const optionalNumber = (min: number, max: number, unit: string): yup.NumberSchema<number | null | undefined> =>
  yup
    .number()
    .transform((v: unknown, original: unknown) => (original === '' || original === null ? null : v))
    .nullable()
    .typeError('must be a number')
    .min(min, `must be at least ${min} ${unit}`)
    .max(max, `must be at most ${max} ${unit}`);
/** A list of short names. */
export const list = () => yup.array(yup.string().max(60).required()).max(40, 'holds at most 40').default([]);
export const text = (most: number) => yup.string().trim().max(most, `must have at most ${most} characters`).default('');

/** A rung by its key; the numbers 0–8 of an older phone are taken as the rungs that they were. */
export const rung = () =>
  yup
    .string()
    .transform((value: unknown, original: unknown) => asRungKey(original) ?? value)
    .test(
      'rung',
      'must name a rung: pace/swing/club/ball/aid/place',
      (v) => v === undefined || asRungKey(v) !== undefined,
    );
/** A whole number that must be given. */
export const count = (min: number, max: number) =>
  yup
    .number()
    .integer('must be a whole number')
    .min(min, `must be at least ${min}`)
    .max(max, `must be at most ${max}`)
    .required('is needed');
/** Text that must be given and not be empty. */
export const needed = (most: number) => text(most).min(1, 'is needed').required('is needed');
/** A telephone number; empty for none. */
export const telephone = () =>
  yup
    .string()
    .trim()
    .max(40, 'must have at most 40 characters')
    .matches(/^\+?[0-9 ()/.-]*$/, 'must be a telephone number')
    .default('');

/** A school of thought, by its id. */
export const lens = () =>
  yup
    .string()
    .oneOf(LENSES.map((l) => l.id))
    .default('measured');
