import { expect, test } from '@jest/globals';
import { threadOf } from './thread.ts';

/** A worker that never answers; `fail` is its death. */
class Silent extends EventTarget {
  ended = false;
  postMessage(): void {}
  terminate(): void {
    this.ended = true;
  }
  start(): void {}
  fail(message: string): void {
    this.dispatchEvent(new ErrorEvent('error', { message }));
  }
}

test('what waits on a worker that dies fails with its reason, and the worker is known to be dead', async () => {
  const worker = new Silent();
  const thread = threadOf<{ look: () => number }>(worker as unknown as Worker);
  const answer = thread.ask((remote) => remote.look());
  expect(thread.dead).toBe(false);
  worker.fail('out of memory');
  await expect(answer).rejects.toThrow('out of memory');
  expect([thread.dead, worker.ended]).toEqual([true, true]);
});

test('one that is stopped is ended at once', () => {
  const worker = new Silent();
  const thread = threadOf<object>(worker as unknown as Worker);
  thread.stop();
  expect([thread.dead, worker.ended]).toEqual([true, true]);
});
