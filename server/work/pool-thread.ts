import { CannotSayError, InputError } from '../../core/errors/input-error.ts';
import { TASKS } from './tasks.ts';
import type { Ended, TaskName } from './work.ts';

/** One task of the pool, in its thread. */
export default async function run({ name, input }: { name: TaskName; input: unknown[] }): Promise<Ended> {
  try {
    const task = TASKS[name] as (...of: unknown[]) => unknown;
    return { value: await task(...input) };
  } catch (error) {
    if (error instanceof InputError) return { input: { code: error.code, message: error.message, where: error.where } };
    if (error instanceof CannotSayError)
      return { cannotSay: { code: error.code, message: error.message, missing: error.missing } };
    throw error;
  }
}
