import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import type { TaskInput, TaskName, TaskOutput, Work } from './work.ts';

/** Tasks that are asked again and again with the same data: a lesson is read anew after each change in it. */
const REMEMBERED: ReadonlySet<TaskName> = new Set([
  'reviewSessions',
  'weighLesson',
  'compareRuns',
  'analyseTrialShots',
  'limitReading',
]);
const MOST_KEPT = 400;

/** Keeps the last answers by what was asked; two who ask the same at once wait for one answer. A failure is not kept. */
export function remembering(work: Work): Work {
  const answers = new LRUCache<string, Promise<unknown>>({ max: MOST_KEPT });
  return {
    run: <K extends TaskName>(name: K, ...input: TaskInput<K>): Promise<TaskOutput<K>> => {
      if (!REMEMBERED.has(name)) return work.run(name, ...input);
      const key = createHash('sha256')
        .update(JSON.stringify([name, input]))
        .digest('base64');
      const known = answers.get(key);
      if (known) return known as Promise<TaskOutput<K>>;
      const answer = work.run(name, ...input);
      answers.set(key, answer);
      answer.catch(() => answers.delete(key));
      return answer;
    },
    close: () => work.close(),
  };
}
