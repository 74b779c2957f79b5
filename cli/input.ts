import type * as yup from 'yup';
import { InputError } from '../core/errors/input-error.ts';
import { DEFAULT_AIR, type Air } from '../core/flight/air.ts';

/** Checks input by its schema. @throws InputError that names the field, what was found and what would be right */
export function checked<T>(schema: yup.Schema<T>, input: unknown): T {
  try {
    return schema.validateSync(input, { abortEarly: true });
  } catch (error) {
    const problem = error as yup.ValidationError;
    if (problem.name !== 'ValidationError') throw error;
    const code =
      problem.type === 'required' || problem.type === 'optionality'
        ? 'missing'
        : problem.type === 'typeError'
          ? 'not-a-number'
          : 'out-of-range';
    throw new InputError(code, problem.errors[0]!, problem.path ?? '');
  }
}

/** Defaults that were taken where a field was not given: echoed with the answer. */
export class Assumed {
  readonly values: Record<string, unknown> = {};

  note(key: string, value: unknown): void {
    this.values[key] = value;
  }

  take<T>(key: string, given: T | undefined, fallback: T): T {
    if (given === undefined) this.note(key, fallback);
    return given ?? fallback;
  }
}

/** The air given, completed by the stated default air. */
export function airOf(given: Partial<Record<keyof Air, number | undefined>> | undefined, assumed: Assumed): Air {
  const known = Object.fromEntries(Object.entries(given ?? {}).filter(([, v]) => v !== undefined));
  const missing = (Object.keys(DEFAULT_AIR) as (keyof Air)[]).filter((k) => !(k in known));
  if (missing.length > 0) assumed.note('air', Object.fromEntries(missing.map((k) => [k, DEFAULT_AIR[k]])));
  return { ...DEFAULT_AIR, ...known };
}
