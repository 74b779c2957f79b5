import { TASKS } from './tasks.ts';
import type { TaskInput, TaskName, TaskOutput, Work } from './work.ts';

/** Runs tasks in this thread: for tests and scripts that serve nobody. */
export const inlineWork: Work = {
  run: async <K extends TaskName>(name: K, ...input: TaskInput<K>): Promise<TaskOutput<K>> => {
    const task = TASKS[name] as (...of: unknown[]) => unknown;
    return (await task(...input)) as TaskOutput<K>;
  },
  close: () => Promise.resolve(),
};
