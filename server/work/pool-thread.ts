import { ended, type Ended } from '../../threads/ended.ts';
import { TASKS } from './tasks.ts';
import type { TaskName } from './work.ts';

/** One task of the pool, in its thread. */
export default function run({ name, input }: { name: TaskName; input: unknown[] }): Promise<Ended> {
  const task = TASKS[name] as (...of: unknown[]) => unknown;
  return ended(() => task(...input));
}
