import { CannotSayError, InputError, type InputErrorCode } from '../core/errors/input-error.ts';

/** How a task ended, as it crosses threads: an error keeps its kind and fields. */
export type Ended =
  | { readonly value: unknown }
  | { readonly input: { readonly code: InputErrorCode; readonly message: string; readonly where: string } }
  | { readonly cannotSay: { readonly code: string; readonly message: string; readonly missing: string } };

/** Runs a task in its thread. @throws what is neither bad input nor "cannot say" */
export async function ended(task: () => unknown): Promise<Ended> {
  try {
    return { value: await task() };
  } catch (error) {
    if (error instanceof InputError) return { input: { code: error.code, message: error.message, where: error.where } };
    if (error instanceof CannotSayError)
      return { cannotSay: { code: error.code, message: error.message, missing: error.missing } };
    throw error;
  }
}

/** What a task gave, in the thread that asked for it. @throws InputError, CannotSayError as the task threw them */
export function valueOf(end: Ended): unknown {
  if ('value' in end) return end.value;
  if ('input' in end) throw new InputError(end.input.code, end.input.message, end.input.where);
  throw new CannotSayError(end.cannotSay.code, end.cannotSay.message, end.cannotSay.missing);
}
